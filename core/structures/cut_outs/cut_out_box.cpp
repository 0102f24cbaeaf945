// Cut-out box: two slits across the fold and three creases between them push a step out of the
// page. Its walls are the feet's distances, so it is a parallelogram and lies flat at 0 and 180.
#include "core/structures/cut_outs/cut_out.h"
#include <algorithm>

namespace hl {
namespace {

Values completeCutOutBox(Values v, const Host& host) {
    completeAlong(v, host, 0.5);
    v.try_emplace("left", std::min(31.75, 0.4 * host.left.room));
    v.try_emplace("right", std::min(v["left"], 0.4 * host.right.room));
    return v;
}

Trouble buildCutOutBox(const StructureSpec& spec, const Values& v, const Host& host,
                       AssemblyBuilder& out) {
    return cutStep(out, host.crease, spec.id, "", v.at("left"), v.at("right"), v.at("place"),
                   v.at("place") + v.at("width"));
}

} // namespace

Family cutOutBox() {
    Family f;
    f.id = "cut-out-box";
    f.name = "cut-out box";
    f.purpose = "A step pushed out of the page between two slits; needs no paper and no glue.";
    f.shelf = "Cut from the page";
    f.ground = Ground::OneSheetFold;
    f.standsOn = {"spine", "crease within one part"};
    f.parameters = {
        placeParameter(),
        widthParameter(),
        lengthOf("left", 2, 1000, "from the fold to the left crease")
            .unless("1 1/4 in, or four tenths of a narrower panel"),
        lengthOf("right", 2, 1000, "from the fold to the right crease")
            .unless("the same as left, or four tenths of a narrower panel", true),
    };
    f.complete = completeCutOutBox;
    f.build = buildCutOutBox;
    return f;
}

} // namespace hl
