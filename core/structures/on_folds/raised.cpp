#include "core/structures/on_folds/raised.h"
#include "core/assembly/tab.h"
#include "core/measure/number.h"

namespace hl::structures {
namespace {

constexpr double halfTab = 6.35, cut = 70 * degree; // mm, radians

} // namespace

Strip addRaised(AssemblyBuilder& out, const Host& host, const Raised& r) {
    const Strip s = addStrip(out,
                             {{"left-tab", r.tab, true},
                              {"left-" + r.leg, r.height},
                              {"left-" + r.top, r.left},
                              {"right-" + r.top, r.right},
                              {"right-" + r.leg, r.height},
                              {"right-tab", r.tab, true}},
                             {{"left-foot", Fold::Mountain},
                              {"left-edge", Fold::Mountain},
                              {r.crease, Fold::Valley},
                              {"right-edge", Fold::Mountain},
                              {"right-foot", Fold::Mountain}},
                             0, r.width);
    glueFoot(out, s.panels[0], s.creases[0], host.left, r.left, r.place);
    glueFoot(out, s.panels[5], s.creases[4], host.right, r.right, r.place);
    out.tie(s.creases[4], s.creases[0]);
    return s;
}

void addPost(AssemblyBuilder& out, const StructureSpec& spec, const std::string& name,
             const Host& host, double at, double wide, double height, int topLeft, int topRight,
             double topX, double topY) {
    out.part(spec.id + "." + name, spec.name + ", " + name, spec.id, spec.stock);
    const double half = wide / 2, depth = std::min(halfTab, 0.45 * height);
    const int wall = out.panel(name, Role::Wall, {{0, 0}, {wide, 0}, {wide, height}, {0, height}});
    auto tab = [&](const char* end, const Vec2& from, const Vec2& to, Fold fold, int& crease) {
        const std::string id = name + "-" + end;
        const int t = out.panel(id, Role::Tab, tabOutline(from, to, depth, false, cut, cut));
        crease = out.crease(id + "-fold", wall, t, from, to, fold);
        return t;
    };
    int c = 0;
    int t = tab("lower-left", {0, 0}, {half, 0}, Fold::Mountain, c);
    out.glue(t, c, host.left.panel, host.left.origin + at * host.left.along, host.left.along, true);
    t = tab("lower-right", {half, 0}, {wide, 0}, Fold::Valley, c);
    out.glue(t, c, host.right.panel, host.right.origin + (at + half) * host.right.along,
             host.right.along, false);
    const Vec2 down(0, -1);
    t = tab("upper-right", {wide, height}, {half, height}, Fold::Valley, c);
    out.glue(t, c, topRight, {topX, topY + wide}, down, false, false);
    t = tab("upper-left", {half, height}, {0, height}, Fold::Mountain, c);
    out.glue(t, c, topLeft, {topX, topY + half}, down, true, false);
}

void addWall(AssemblyBuilder& out, const StructureSpec& spec, const std::string& name,
             const std::vector<double>& widths, double height, double tab, Fold fold,
             const LegEdge& from, const LegEdge& to, double corner) {
    out.part(spec.id + "." + name, spec.name + ", " + name, spec.id, spec.stock);
    std::vector<Leaf> leaves{{name + "-tab-a", tab, true}};
    std::vector<StripCrease> creases{{name + "-hinge-a", Fold::Mountain}};
    for (size_t i = 0; i < widths.size(); ++i) {
        leaves.push_back({name + "-" + numberText(i + 1), widths[i]});
        creases.push_back(i + 1 < widths.size()
                              ? StripCrease{name + "-fold-" + numberText(i + 1), fold}
                              : StripCrease{name + "-hinge-b", Fold::Mountain});
    }
    leaves.push_back({name + "-tab-b", tab, true});
    const Strip s = addStrip(out, leaves, creases, 0, height);
    auto hinge = [&](size_t end, const LegEdge& leg) {
        const Vec2 down = (leg.foot - leg.top).normalized();
        out.glue(s.panels[end], s.creases[end ? end - 1 : 0], leg.panel, leg.foot, -down, true,
                 false);
    };
    hinge(0, from);
    hinge(s.panels.size() - 1, to);
    // From flat open to closed the walls fold outward only: they never turn further than open.
    out.creaseAt(s.creases.front()).most = out.creaseAt(s.creases.back()).most = corner;
    if (widths.size() != 4)
        return;
    const double ratio = (pi / 2 - corner) / corner;
    out.tie(s.creases[1], s.creases[0], ratio);
    out.tie(s.creases[3], s.creases[0], ratio);
    out.tie(s.creases[4], s.creases[0]);
}

} // namespace hl::structures
