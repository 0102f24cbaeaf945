// Platform: a top parallel to the pages, carried by legs hinged to both pages and by posts on the
// fold. With legs and posts of one height, page, leg, half top and post make a parallelogram on
// either side; it lies flat closed, where it reaches leg distance plus height, and stands open.
#include "core/measure/number.h"
#include "core/structures/on_folds/raised.h"
#include <algorithm>

namespace hl::structures {
namespace {

Values completePlatform(Values v, const Host& host) {
    completeAlong(v, host);
    const double room = std::min(host.left.room, host.right.room);
    v.try_emplace("left", v.count("right") ? v["right"] : std::min(38.1, 0.4 * room));
    v.try_emplace("right", v["left"]);
    v.try_emplace("height", std::min(25.4, 0.3 * room));
    v.try_emplace("pillars", 1);
    v.try_emplace("tab", tabDepth(host, 0.7 * std::min(v["left"], v["right"])));
    return v;
}

Trouble buildPlatform(const StructureSpec& spec, const Values& v, const Host& host,
                      AssemblyBuilder& out) {
    const double l = v.at("left"), r = v.at("right"), h = v.at("height"), w = v.at("width");
    const double tab = v.at("tab"), place = v.at("place");
    const int n = static_cast<int>(v.at("pillars"));
    constexpr double rim = 2; // mm of the top beyond the outer posts
    const double pitch = (w - 2 * rim) / n, wide = n == 1 ? pitch : 0.6 * pitch;
    if (wide < 6)
        return beyond(spec, host, "width", w,
                      "below the least, " + inUnit(host, n * (n == 1 ? 6 : 10) + 2 * rim),
                      "the half-tabs of its pillars would be too narrow to glue",
                      "widen it or take fewer pillars");
    out.part(spec.id, spec.name, spec.id, spec.stock);
    const Strip s = addRaised(out, host, {l, r, h, w, place, tab, "leg", "top", "top"});
    for (int i = 0; i < n; ++i) {
        const double y = rim + i * pitch + (pitch - wide) / 2;
        addPost(out, spec, n == 1 ? "pillar" : "pillar-" + numberText(i + 1), host, place + y, wide,
                h, s.panels[2], s.panels[3], h + l, y);
    }
    return {};
}

} // namespace

Family platform() {
    Family f;
    f.id = f.name = "platform";
    f.purpose =
        "A raised floor parallel to the pages; stands open and carries whatever a page can.";
    f.standsOn = {"spine", "valley crease"};
    f.parameters = {
        placeParameter(),
        widthParameter(),
        lengthOf("left", 3, 1000, "from the fold to the left leg")
            .unless("1 1/2 in, or four tenths of a narrower page"),
        lengthOf("right", 3, 1000, "from the fold to the right leg")
            .unless("the same as left", true),
        lengthOf("height", 3, 1000, "of legs and pillars")
            .unless("1 in, or three tenths of a page"),
        countOf("pillars", 1, 6, "how many posts stand on the fold")
            .unless("one, as wide as the top")
            .why("without one the top is a floating layer", "narrower posts fold over"),
        tabParameter(),
    };
    f.standsOpen = true;
    f.complete = completePlatform;
    f.build = buildPlatform;
    return f;
}

} // namespace hl::structures
