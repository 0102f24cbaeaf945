#include "app/standing/lifted.h"
#include <algorithm>
#include <map>

namespace hl {
namespace {

constexpr double tabLift = 0.2; // mm: a tab is seen above the page it is glued to
// A plain piece glued on: far enough that no edge below it is seen through it.
constexpr double plateLift = 0.9;

// How far each panel is drawn above the root's plane, mm: near a state in which everything lies
// flat, panels that lie on one another come apart in their order, so that none is seen through the
// other.
std::vector<double> liftsOf(const Case& c, const Pose& pose, const std::vector<FlatState>& flats) {
    constexpr double reach = 12, layer = 1.2, most = 9; // degrees, mm, mm
    std::vector<double> lifts(c.assembly.panels.size(), 0);
    const FlatState* near = nullptr;
    for (const FlatState& f : flats)
        if (std::fabs(f.opening - pose.opening) < reach &&
            (!near ||
             std::fabs(f.opening - pose.opening) < std::fabs(near->opening - pose.opening)))
            near = &f;
    if (!near)
        return lifts;
    std::vector<int> rank(lifts.size(), 0);
    int highest = 0;
    bool moved = true;
    for (size_t round = 0; moved && round < 60; ++round) { // no order of layers is deeper
        moved = false;
        for (const Overlap& o : near->overlaps) {
            if (std::abs(o.order()) != 1)
                continue;
            const int upper = o.order() > 0 ? o.a : o.b, lower = o.order() > 0 ? o.b : o.a;
            if (rank[size_t(upper)] <= rank[size_t(lower)]) {
                rank[size_t(upper)] = rank[size_t(lower)] + 1;
                highest = std::max(highest, rank[size_t(upper)]);
                moved = true;
            }
        }
    }
    const double part = 1 - std::fabs(near->opening - pose.opening) / reach;
    const double step = std::min(layer, most / std::max(1, highest)) * part * part;
    for (size_t i = 0; i < lifts.size(); ++i)
        lifts[i] = step * rank[i];
    return lifts;
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
        const Vec3 up = at[size_t(a.root)].turn.col(2);
        for (size_t i = 0; i < at.size(); ++i)
            if (a.panels[i].rides < 0)
                lifted[i] = lifts[i] * up;
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

} // namespace hl
