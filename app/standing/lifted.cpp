#include "app/standing/lifted.h"
#include "core/fold/loops.h"
#include <algorithm>
#include <map>

namespace hl::app {
namespace {

constexpr double tabLift = 0.2; // mm: a tab is seen above the page it is glued to
// A plain piece glued on: far enough that no edge below it is seen through it.
constexpr double plateLift = 0.9;

// How far what is raised on foam stands over the panel it is glued to, mm along `up`.
struct Raised {
    double above = 0, below = 0;
};
std::vector<Raised> raisedOn(const Case& c, const Pose& pose, const Vec3& up) {
    constexpr double thin = 0.5; // mm: paper, not foam
    std::vector<Raised> out(c.assembly.panels.size());
    std::vector<int> on(out.size(), -1); // what holds each panel flat
    for (const Join& j : c.assembly.joins)
        if (!j.moves && traitsOf(j.kind).sticks)
            on[size_t(j.tab)] = j.landing;
    for (size_t i = 0; i < on.size(); ++i) {
        if (on[i] < 0)
            continue;
        int host = on[i];
        for (int deep = 0; deep < 8 && on[size_t(host)] >= 0; ++deep)
            host = on[size_t(host)];
        const Rigid& at = pose.panels[size_t(host)];
        const double z =
            (at.inverse() * pose.panels[i]).shift.z() * (at.turn.col(2).dot(up) < 0 ? -1 : 1);
        Raised& most = out[size_t(host)];
        if (std::fabs(z) > thin)
            (z > 0 ? most.above : most.below) =
                std::max(z > 0 ? most.above : most.below, std::fabs(z) + plateLift);
    }
    return out;
}

constexpr double reach = 12; // degrees from a flat state within which layers come apart

const FlatState* nearest(const Pose& pose, const std::vector<FlatState>& flats) {
    const FlatState* near = nullptr;
    const auto away = [&](const FlatState& f) { return std::fabs(f.opening - pose.opening); };
    for (const FlatState& f : flats)
        if (away(f) < reach && (!near || away(f) < away(*near)))
            near = &f;
    return near;
}
// 1 in the flat state, 0 where it is out of reach.
double nearness(const Pose& pose, const FlatState* near) {
    const double part = near ? 1 - std::fabs(near->opening - pose.opening) / reach : 0;
    return part * part;
}

// How far each panel is drawn above the root's plane, mm: near a state in which everything lies
// flat, panels that lie on one another come apart in their order and by what is raised between
// them, so that none is seen through the other.
std::vector<double> liftsOf(const Case& c, const Pose& pose, const std::vector<FlatState>& flats) {
    constexpr double layer = 1.2, most = 9; // mm
    std::vector<double> lifts(c.assembly.panels.size(), 0);
    const FlatState* near = nearest(pose, flats);
    if (!near)
        return lifts;
    // Over what lies below it, each by `gap`; no order of layers is deeper than 60.
    const auto stack = [&](std::vector<double>& high, auto gap) {
        bool moved = true;
        for (size_t round = 0; moved && round < 60; ++round) {
            moved = false;
            for (const Overlap& o : near->overlaps) {
                if (std::abs(o.order()) != 1)
                    continue;
                const auto upper = size_t(o.order() > 0 ? o.a : o.b),
                           lower = size_t(o.order() > 0 ? o.b : o.a);
                if (const double least = high[lower] + gap(upper, lower);
                    high[upper] < least - 1e-9) {
                    high[upper] = least;
                    moved = true;
                }
            }
        }
    };
    std::vector<double> rank(lifts.size(), 0);
    stack(rank, [](size_t, size_t) { return 1.0; });
    const double highest = std::max(1.0, *std::max_element(rank.begin(), rank.end()));
    const double step = std::min(layer, most / highest);
    const std::vector<Raised> raised =
        raisedOn(c, pose, pose.panels[size_t(c.assembly.root)].turn.col(2));
    stack(lifts, [&](size_t upper, size_t lower) {
        return step + raised[lower].above + raised[upper].below;
    });
    const double part = nearness(pose, near);
    for (double& lift : lifts)
        lift *= part;
    return lifts;
}

// What hangs on a fold that is shut while the card is open lies on what it is folded onto, and
// what is raised between the two keeps them apart. By panel, on the table; folds in loops follow
// from others and are left alone.
std::vector<Vec3> shutLifts(const Case& c, const Pose& pose, const std::vector<Rigid>& at) {
    constexpr double nearlyShut = 0.2; // radians
    std::vector<Vec3> out(c.linkage.bodies, Vec3::Zero());
    const std::vector<bool> held = inLoops(c.linkage);
    for (const TreeStep& s : c.linkage.tree) {
        if (s.parent < 0)
            continue;
        Vec3& lift = out[size_t(s.panel)] = out[size_t(s.parent)];
        if (s.joint < 0 || held[size_t(s.joint)] || c.linkage.joints[size_t(s.joint)].join >= 0)
            continue;
        const double angle = pose.angles[size_t(s.joint)],
                     part = 1 - (pi - std::fabs(angle)) / nearlyShut;
        if (part <= 0)
            continue;
        const double side = angle > 0 ? 1 : -1;
        const Vec3 up = side * pose.panels[size_t(s.parent)].turn.col(2);
        const std::vector<Raised> raised = raisedOn(c, pose, up);
        lift += part * part * side *
                (plateLift + raised[size_t(s.parent)].above + raised[size_t(s.panel)].below) *
                at[size_t(s.parent)].turn.col(2);
    }
    return out;
}

// How many mats lie on one another on each side of a panel: figures and letters glued to the panel
// go on top of them.
class Mats {
  public:
    explicit Mats(const Case& c) : c_(c) {
        const auto& joins = c.assembly.joins;
        for (auto g = joins.rbegin(); g != joins.rend(); ++g) // what lies on a mat is made after it
            if (isMat(g->tab)) {
                int& high = high_[{g->landing, g->ontoFace()}];
                high = std::max(high, 1 + under(g->tab, true));
            }
    }
    // Below what a join holds.
    int below(const Join& g) const { return isMat(g.tab) ? 0 : under(g.landing, g.ontoFace()); }

  private:
    // By its name, which no other family gives: this is asked at every frame.
    bool isMat(int panel) const {
        const std::string& id = c_.assembly.panels[size_t(panel)].id;
        return id.compare(std::min(id.find('.'), id.size()), 4, ".mat") == 0;
    }
    int under(int panel, bool face) const {
        const auto it = high_.find({panel, face});
        return it == high_.end() ? 0 : it->second;
    }
    const Case& c_;
    std::map<std::pair<int, bool>, int> high_; // by panel and side
};

} // namespace

std::vector<Rigid> drawnAt(const Case& c, const Pose& pose, const Rigid& stand,
                           const Known& known) {
    const Assembly& a = c.assembly;
    std::vector<Rigid> at;
    for (const Rigid& panel : pose.panels)
        at.push_back(stand * panel);
    std::vector<Vec3> lifted(at.size(), Vec3::Zero());
    if (known.flats) {
        const std::vector<double> lifts = liftsOf(c, pose, *known.flats);
        const std::vector<Vec3> shut = shutLifts(c, pose, at);
        const double flat = nearness(pose, nearest(pose, *known.flats));
        const Vec3 up = at[size_t(a.root)].turn.col(2);
        for (size_t i = 0; i < at.size(); ++i)
            if (a.panels[i].rides < 0)
                lifted[i] = lifts[i] * up + (1 - flat) * shut[i];
    }
    const Mats mats(c);
    const auto piece = [&](const Join& g) { // of its own, glued flat
        const Panel& held = a.panels[size_t(g.tab)];
        return !g.moves && held.rides < 0 && held.role != Role::Tab;
    };
    const auto liftOf = [&](const Join& g) -> Vec3 {
        const Panel& held = a.panels[size_t(g.tab)];
        const bool plate = held.rides < 0 && a.parts[size_t(held.part)].creases.empty();
        // What lies on the back must not be seen through the face.
        const double lift = (plate || !g.ontoFace() ? plateLift : tabLift) +
                            (piece(g) || held.rides >= 0 ? mats.below(g) * tabLift : 0);
        return (g.ontoFace() ? lift : -lift) * at[size_t(g.landing)].turn.col(2);
    };
    // Pieces and mats on one another, in whatever order they are listed: each is lifted from the
    // one that holds it.
    const auto stacked = [&](const Join& g) {
        return piece(g) || a.panels[size_t(g.tab)].rides == g.landing;
    };
    constexpr int deep = 8;
    for (int pass = 0; pass < deep; ++pass)
        for (const Join& g : a.joins)
            if (stacked(g))
                lifted[size_t(g.tab)] = lifted[size_t(g.landing)] + liftOf(g);
    for (const Join& g : a.joins)
        if (!stacked(g))
            lifted[size_t(g.tab)] += liftOf(g);
    for (size_t i = 0; i < at.size(); ++i)
        at[i].shift += lifted[i];
    return at;
}

} // namespace hl::app
