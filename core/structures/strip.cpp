#include "core/structures/strip.h"
#include "core/assembly/tab.h"
#include <algorithm>

namespace hl::structures {
namespace {

constexpr double forgiven = 0.1;       // mm: a score that far off is an error, not another design
constexpr double endCut = 70 * degree; // how far tab corners are snipped back

} // namespace

Strip addStrip(AssemblyBuilder& out, const std::vector<Leaf>& leaves,
               const std::vector<StripCrease>& creases, double y0, double y1) {
    Strip s;
    double x = 0;
    for (size_t i = 0; i < leaves.size(); ++i) {
        const Leaf& l = leaves[i];
        const Vec2 a(x, y0), b(x, y1);
        if (l.tab)
            s.panels.push_back(
                out.panel(l.name, Role::Tab, tabOutline(a, b, l.length, i == 0, endCut, endCut)));
        else
            s.panels.push_back(
                out.panel(l.name, Role::Wall, {a, {x + l.length, y0}, {x + l.length, y1}, b}));
        if (!l.tab)
            x += l.length;
        s.at.push_back(x);
    }
    s.at.pop_back();
    for (size_t i = 0; i < creases.size(); ++i)
        s.creases.push_back(out.crease(creases[i].name, s.panels[i], s.panels[i + 1], {s.at[i], y0},
                                       {s.at[i], y1}, creases[i].fold));
    return s;
}

void glueFoot(AssemblyBuilder& out, int tab, int crease, const Seat& seat, double distance,
              double at) {
    out.glue(tab, crease, seat.panel, seat.origin + distance * seat.inward + at * seat.along,
             seat.along, true);
}

std::vector<Parameter> stripParameters(const std::string& leftWallRelation, bool leftWallFollows,
                                       const std::string& rightWallRelation) {
    const std::string small = "a shorter panel cannot be folded cleanly",
                      large = "no card is that large";
    return {
        placeParameter(),
        widthParameter(),
        lengthOf("left", 2, 1000, "from the fold to the left foot")
            .unless("1 1/4 in, or four tenths of a narrower landing; with both walls set, what "
                    "lets it close flat")
            .why("the foot would lie on the fold", large),
        lengthOf("right", 2, 1000, "from the fold to the right foot")
            .unless("the same as left, or four tenths of a narrower landing; with both walls set, "
                    "what lets it close flat",
                    true)
            .why("the foot would lie on the fold", large),
        lengthOf("left_wall", 2, 1000, "from the left foot to the tip")
            .unless(leftWallRelation, leftWallFollows)
            .why(small, large),
        lengthOf("right_wall", 2, 1000, "from the right foot to the tip")
            .unless(rightWallRelation, true)
            .why(small, large),
        tabParameter(),
        rightTabParameter(),
    };
}

void completeFeet(Values& v, const Host& host) {
    constexpr double nominalFoot = 31.75; // mm
    completeAlong(v, host);
    // Both walls set: a foot that is not lets it close flat.
    if (v.count("left_wall") && v.count("right_wall") && !(v.count("left") && v.count("right"))) {
        if (!v.count("right"))
            v.try_emplace("left", std::min(nominalFoot, 0.4 * host.left.room));
        const double sign = host.ridge ? -1 : 1;
        completeSum(v, {{"left", 1}, {"right", -1}, {"left_wall", sign}, {"right_wall", -sign}});
    }
    v.try_emplace("left", v.count("right") ? std::min(v["right"], 0.4 * host.left.room)
                                           : std::min(nominalFoot, 0.4 * host.left.room));
    v.try_emplace("right", std::min(v["left"], 0.4 * host.right.room));
}

void completeTab(Values& v, const Host& host) {
    v.try_emplace("tab", tabDepth(host, 0.8 * std::min(v["left"], v["right"])));
    v.try_emplace("right_tab", v["tab"]);
}

Trouble buildStrip(const StructureSpec& spec, const Values& v, const Host& host,
                   AssemblyBuilder& out) {
    const double tab = v.at("tab");
    const double feet = v.at("left") + v.at("right"),
                 walls = v.at("left_wall") + v.at("right_wall");
    if (!host.ridge && walls < feet - forgiven)
        return beyond(spec, host, "left_wall", v.at("left_wall"),
                      "below the least, " + inUnit(host, feet - v.at("right_wall")),
                      "the two walls together must span the feet's distance, " +
                          inUnit(host, feet) + ", or the card does not open",
                      "lengthen a wall or bring the feet closer");
    out.part(spec.id, spec.name, spec.id, spec.stock);
    // The tabs fold under, toward the host crease, where the walls hide them.
    const Strip s = addStrip(
        out,
        {{"left-tab", tab, true},
         {"left-wall", v.at("left_wall")},
         {"right-wall", v.at("right_wall")},
         {"right-tab", v.at("right_tab"), true}},
        {{"left-foot", Fold::Mountain}, {"tip", Fold::Mountain}, {"right-foot", Fold::Mountain}}, 0,
        v.at("width"));
    glueFoot(out, s.panels[0], s.creases[0], host.left, v.at("left"), v.at("place"));
    glueFoot(out, s.panels[3], s.creases[2], host.right, v.at("right"), v.at("place"));
    return {};
}

} // namespace hl::structures
