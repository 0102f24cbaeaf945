// Pillars: a row of narrow cut-out steps along one fold, all alike.
#include "core/measure/number.h"
#include "core/structures/cut_outs/cut_out.h"
#include <algorithm>

namespace hl::structures {
namespace {

Values completePillars(Values v, const Host& host) {
    v.try_emplace("pillars", 3);
    const double n = v["pillars"];
    v.try_emplace("width", std::min(12.7, 0.8 * host.length / (2 * n)));
    v.try_emplace("gap",
                  std::min(19.05, (0.8 * host.length - n * v["width"]) / std::max(1.0, n - 1)));
    v.try_emplace("place", std::max(0.0, (host.length - n * v["width"] - (n - 1) * v["gap"]) / 2));
    v.try_emplace("left", std::min(25.4, 0.4 * host.left.room));
    v.try_emplace("right", std::min(v["left"], 0.4 * host.right.room));
    return v;
}

Trouble buildPillars(const StructureSpec& spec, const Values& v, const Host& host,
                     AssemblyBuilder& out) {
    const int n = static_cast<int>(v.at("pillars"));
    for (int i = 0; i < n; ++i) {
        const double y = v.at("place") + i * (v.at("width") + v.at("gap"));
        if (Trouble t = cutStep(out, host.crease, spec.id, "pillar-" + numberText(i + 1) + "-",
                                v.at("left"), v.at("right"), y, y + v.at("width")))
            return t;
    }
    return {};
}

} // namespace

Family pillars() {
    Family f;
    f.id = f.name = "pillars";
    f.purpose = "A row of narrow posts pushed out along one fold, to carry figures in a line.";
    f.shelf = "Cut from the page";
    f.ground = Ground::OneSheetFold;
    f.standsOn = {"spine", "crease within one part"};
    f.parameters = {
        countOf("pillars", 1, 12, "how many").unless("three"),
        placeParameter(),
        lengthOf("width", 3, 500, "of each along the fold")
            .grows(Parameter::Scale::Along)
            .unless("1/2 in, or what fits")
            .why("a narrower strip tears at its folds", "no card is that large"),
        lengthOf("gap", 2, 500, "between two of them")
            .grows(Parameter::Scale::Kept)
            .unless("3/4 in, or what fits")
            .why("the paper between them would tear", "no card is that large"),
        lengthOf("left", 2, 1000, "from the fold to the left creases")
            .unless("1 in, or four tenths of a narrower panel"),
        lengthOf("right", 2, 1000, "from the fold to the right creases")
            .unless("the same as left", true),
    };
    f.complete = completePillars;
    f.build = buildPillars;
    return f;
}

} // namespace hl::structures
