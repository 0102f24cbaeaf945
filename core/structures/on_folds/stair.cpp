// Stair: parallelograms that share walls. Treads are parallel to the left panel, risers to the
// right one. Glued, the steps are one strip; under every step but the first stands an inner wall,
// which runs on behind the riser above it and is glued to it, so that every step is a
// parallelogram of its own. Cut out, each step is cut from the foot of the one before, narrower by
// an inset at both ends, because it needs paper beside its slits.
#include "core/measure/number.h"
#include "core/structures/cut_outs/cut_out.h"
#include "core/structures/strip.h"
#include <algorithm>

namespace hl::structures {
namespace {

enum Made { Glued, CutFromPage };

Values completeStair(Values v, const Host& host) {
    v.try_emplace("made", Glued);
    v.try_emplace("steps", 3);
    completeAlong(v, host, v["made"] == CutFromPage ? 0.5 : 0.6);
    v.try_emplace("left", std::min(38.1, 0.4 * host.left.room));
    v.try_emplace("right", std::min(v["left"], 0.4 * host.right.room));
    v.try_emplace("inset", std::min(6.35, 0.4 * v["width"] / v["steps"]));
    v.try_emplace("tab", tabDepth(host, 0.8 * std::min(v["left"], v["right"]) / v["steps"]));
    return v;
}

Trouble buildCut(const StructureSpec& spec, const Values& v, const Host& host,
                 AssemblyBuilder& out) {
    const int n = static_cast<int>(v.at("steps"));
    const double tread = v.at("left") / n, riser = v.at("right") / n, inset = v.at("inset");
    const double left = v.at("width") - 2 * (n - 1) * inset;
    if (left < 3)
        return beyond(spec, host, "inset", inset,
                      "above the most, " + inUnit(host, (v.at("width") - 3) / (2 * (n - 1))),
                      "nothing would be left of the last step",
                      "make it smaller or the stair wider");
    if (n > 1 && inset < 2)
        return beyond(spec, host, "inset", inset, "below the least, 2.0 mm",
                      "the paper beside the slits would tear", "make it larger");
    // The first step is the highest; the next ones are cut from its left foot.
    int crease = host.crease;
    double y0 = v.at("place"), y1 = y0 + v.at("width"), reach = tread, height = v.at("right");
    for (int i = 0; i < n; ++i) {
        const std::string prefix = n > 1 ? "step-" + numberText(i + 1) + "-" : "";
        if (Trouble t = cutStep(out, crease, spec.id, prefix, reach, height, y0, y1))
            return t;
        crease = out.made().crease(spec.id + "." + prefix + "left-foot");
        // Along the new crease, which starts where the slit ends.
        const double w = y1 - y0;
        y0 = inset;
        y1 = w - inset;
        height -= riser;
    }
    return {};
}

Trouble buildGlued(const StructureSpec& spec, const Values& v, const Host& host,
                   AssemblyBuilder& out) {
    const int n = static_cast<int>(v.at("steps"));
    const double tread = v.at("left") / n, riser = v.at("right") / n, w = v.at("width");
    const double tab = v.at("tab"), place = v.at("place");
    out.part(spec.id, spec.name, spec.id, spec.stock);
    std::vector<Leaf> leaves{{"left-tab", tab, true}};
    std::vector<StripCrease> creases{{"left-foot", Fold::Mountain}};
    for (int i = 1; i <= n; ++i) {
        const std::string k = numberText(i);
        leaves.push_back({"riser-" + k, riser});
        leaves.push_back({"tread-" + k, tread});
        creases.push_back({"edge-" + k, Fold::Mountain});
        creases.push_back(i < n ? StripCrease{"corner-" + k, Fold::Valley}
                                : StripCrease{"right-foot", Fold::Mountain});
    }
    leaves.push_back({"right-tab", tab, true});
    const Strip s = addStrip(out, leaves, creases, 0, w);
    glueFoot(out, s.panels.front(), s.creases.front(), host.left, v.at("left"), place);
    glueFoot(out, s.panels.back(), s.creases.back(), host.right, v.at("right"), place);
    for (int i = 1; i < n; ++i) {
        const std::string k = numberText(i);
        const double height = i * riser, lap = 0.8 * riser;
        out.part(spec.id + ".wall-" + k, spec.name + ", wall " + k, spec.id, spec.stock);
        const Strip wall =
            addStrip(out, {{"wall-" + k + "-tab", tab, true}, {"wall-" + k, height + lap}},
                     {{"wall-" + k + "-foot", Fold::Mountain}}, 1, w - 1);
        glueFoot(out, wall.panels[0], wall.creases[0], host.left, (n - i) * tread, place + 1);
        // Its face on the back of the riser above, from the corner on.
        const int above = s.panels[static_cast<size_t>(2 * i + 1)];
        const double from = s.at[static_cast<size_t>(2 * i)];
        out.lay(wall.panels[1], {height, 0}, {0, 1}, above, {from, 0}, {0, 1}, true, false)
            .adhesive = {{{height, 1}, {height + lap, 1}, {height + lap, w - 1}, {height, w - 1}}};
    }
    return {};
}

Trouble buildStair(const StructureSpec& spec, const Values& v, const Host& host,
                   AssemblyBuilder& out) {
    if (v.at("made") == CutFromPage) {
        const Crease& c = out.made().creases[host.crease];
        if (host.left.panel != c.left || host.right.panel != c.right)
            return Problem{"structure " + spec.id + ", measure made",
                           "two papers meet at the crease “" + host.on +
                               "”, and a cut-out is made "
                               "from one",
                           "set made to glued, or stand it on another fold"};
        return buildCut(spec, v, host, out);
    }
    return buildGlued(spec, v, host, out);
}

} // namespace

Family stair() {
    Family f;
    f.id = f.name = "stair";
    f.purpose = "Steps that climb from one page to the other, glued on or cut from the pages.";
    f.standsOn = {"spine", "valley crease"};
    f.parameters = {
        choiceOf("made", {"glued", "cut"}, "a part of its own, or cut from the pages")
            .unless("glued"),
        countOf("steps", 2, 8, "how many")
            .unless("three")
            .why("one step is a box", "the treads get too narrow to crease"),
        placeParameter(),
        widthParameter(),
        lengthOf("left", 4, 1000, "from the fold to the first step's foot")
            .unless("1 1/2 in, or four tenths of a narrower landing"),
        lengthOf("right", 4, 1000, "how high it climbs: from the fold to the last tread's foot")
            .unless("the same as left, or four tenths of a narrower landing", true),
        lengthOf("inset", 0, 100, "by how much each cut-out step is narrower at both ends")
            .grows(Parameter::Scale::Kept)
            .unless("1/4 in, or what fits"),
        tabParameter(),
    };
    f.complete = completeStair;
    f.build = buildStair;
    return f;
}

} // namespace hl::structures
