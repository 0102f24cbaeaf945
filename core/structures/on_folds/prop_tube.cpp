// Prop tube: a four-sided ring glued into the corner of a fold, to the two pages or to a page and
// a wall. Opposite sides are equal, so it is a parallelogram and carries a figure at a chosen
// depth.
#include "core/assembly/tab.h"
#include "core/structures/strip.h"
#include <algorithm>

namespace hl::structures {
namespace {

Values completePropTube(Values v, const Host& host) {
    completeAlong(v, host, 0.4);
    v.try_emplace("left", std::min(25.4, 0.4 * host.left.room));
    v.try_emplace("right", std::min(v["left"], 0.4 * host.right.room));
    v.try_emplace("tab", tabDepth(host, 0.8 * v["left"]));
    return v;
}

Trouble buildPropTube(const StructureSpec& spec, const Values& v, const Host& host,
                      AssemblyBuilder& out) {
    const double a = v.at("left"), b = v.at("right"), w = v.at("width"), place = v.at("place");
    for (auto& [name, length, seat] :
         {std::tuple{"left", a, &host.left}, {"right", b, &host.right}})
        if (length > seat->room + 1e-9)
            return beyond(spec, host, name, length, "above the most, " + inUnit(host, seat->room),
                          "the panel it is glued to ends there", "make it smaller");
    out.part(spec.id, spec.name, spec.id, spec.stock);
    // From the fold out along the left panel, round the tube, and back along the right one.
    const Strip s = addStrip(out,
                             {{"left-base", a},
                              {"left-wall", b},
                              {"right-wall", a},
                              {"right-base", b},
                              {"ring-tab", v.at("tab"), true}},
                             {{"left-foot", Fold::Mountain},
                              {"tip", Fold::Mountain},
                              {"right-foot", Fold::Mountain},
                              {"ring-fold", Fold::Mountain}},
                             0, w);
    const double end = 2 * (a + b);
    // Faces outward: the bases lie face down on their panels.
    out.lay(s.panels[0], {0, 0}, {0, 1}, host.left.panel,
            host.left.origin + place * host.left.along, host.left.along, true);
    out.lay(s.panels[3], {end, 0}, {0, 1}, host.right.panel,
            host.right.origin + place * host.right.along, host.right.along, true);
    // The ring closes inside: the tab's face on the back of the first base.
    out.glue(s.panels[4], s.creases[3], s.panels[0], {0, 0}, {0, 1}, true, false);
    return {};
}

} // namespace

Family propTube() {
    Family f;
    f.id = "prop-tube";
    f.name = "prop tube";
    f.purpose =
        "A four-sided tube in the corner of a fold that carries a figure at a chosen depth.";
    f.standsOn = {"spine", "valley crease between a page and a wall"};
    f.parameters = {
        placeParameter(),
        widthParameter(),
        lengthOf("left", 4, 1000, "along the left panel").unless("1 in, or four tenths of it"),
        lengthOf("right", 4, 1000, "along the right panel").unless("the same as left", true),
        tabParameter(),
    };
    f.complete = completePropTube;
    f.build = buildPropTube;
    return f;
}

} // namespace hl::structures
