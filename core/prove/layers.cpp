#include "core/prove/layers.h"
#include "core/assembly/bodies.h"
#include "core/prove/film.h"
#include <algorithm>
#include <cmath>
#include <numeric>

namespace hl::proving {
namespace {

constexpr double besideFlat = 0.5; // degrees
constexpr double tells = 0.003;    // mm of height that say which one is on top
constexpr double leastArea = 0.5;  // mm2
constexpr double flatSine = 1e-3;  // of the angle within which a panel lies flat

// Every panel's placement in the root's coordinates.
std::vector<Rigid> inRoot(const Case& c, const Pose& pose) {
    const Rigid back = pose.panels[c.linkage.root].inverse();
    std::vector<Rigid> out;
    for (const Rigid& r : pose.panels)
        out.push_back(back * r);
    return out;
}

// A pose beside the flat one, and by how much paper gives way in it, by panel.
struct Beside {
    std::vector<Rigid> panels; // empty: beyond the motion's end
    std::vector<double> gives;
};

// Which of two panels is on top in another pose, where both lie over `shared` in the flat one.
// Where paper has to give way only what lies further apart than that tells.
int orderIn(const std::vector<Rigid>& flat, const Beside& beside, int a, int b,
            const Ring& shared) {
    const std::vector<Rigid>& now = beside.panels;
    const double least = tells + (beside.gives.empty() ? 0 : beside.gives[a] + beside.gives[b]);
    Vec2 middle = Vec2::Zero();
    for (const Vec2& p : shared)
        middle += p / static_cast<double>(shared.size());
    const Rigid fromA = now[a] * flat[a].inverse(), fromB = now[b] * flat[b].inverse();
    bool up = false, down = false;
    for (size_t i = 0; i <= shared.size(); ++i) {
        // Corners lie on edges, where layers may touch: look a little further in.
        const Vec2 p = i < shared.size() ? Vec2(0.9 * shared[i] + 0.1 * middle) : middle;
        const double h = fromA.at(p).z() - fromB.at(p).z();
        up |= h > least;
        down |= h < -least;
    }
    return up && down ? 2 : up ? 1 : down ? -1 : 0;
}

// By how much paper gives way for the panels to be where they are in either pose; empty where all
// closes.
std::vector<double> givesIn(const Case& c, const Pose& a, const Pose& b) {
    std::vector<double> out;
    std::vector<std::vector<int>> moved;
    for (size_t l = 0; l < a.misfits.size(); ++l) {
        const double most = std::max(a.misfits[l], b.misfits[l]);
        if (most <= 1e-4)
            continue;
        if (out.empty()) {
            out.resize(c.assembly.panels.size());
            moved = movedByLoops(c);
        }
        for (int panel : moved[l])
            out[panel] = std::max(out[panel], most);
    }
    return out;
}

// Which of two bodies is on top where folds between them are shut: what a mountain turns under a
// page lies below it for as long as it stays shut, and so does what is folded on under that.
class Shut {
  public:
    Shut(const Case& c, const Pose& pose, const std::vector<Rigid>& place)
        : body_(bodiesOf(c.assembly)), above_(place.size()) {
        for (size_t k = 0; k < c.assembly.creases.size(); ++k) {
            const double angle = pose.angles[k];
            if (std::fabs(angle) < pi - flatSine)
                continue;
            const Crease& fold = c.assembly.creases[k];
            const int one = of(fold.left), other = of(fold.right);
            const bool up = (angle > 0) == (place[static_cast<size_t>(fold.left)].turn(2, 2) > 0);
            above_[static_cast<size_t>(up ? one : other)].push_back(up ? other : one);
        }
    }
    // 1: the first panel, -1: the second, 0: no folds tell, or they contradict one another.
    int order(int a, int b) const {
        const bool first = leads(of(b), of(a)), second = leads(of(a), of(b));
        return first == second ? 0 : first ? 1 : -1;
    }

  private:
    int of(int panel) const { return body_[static_cast<size_t>(panel)]; }
    // Whether one comes to the other by going up alone.
    bool leads(int from, int to) const {
        std::vector<int> seen{from};
        for (size_t i = 0; i < seen.size(); ++i)
            for (int next : above_[static_cast<size_t>(seen[i])])
                if (std::find(seen.begin(), seen.end(), next) == seen.end())
                    seen.push_back(next);
        return from != to && std::find(seen.begin(), seen.end(), to) != seen.end();
    }
    std::vector<int> body_;
    std::vector<std::vector<int>> above_; // by body: those folded onto it from above
};

// The pairs of boxes that have an inside in common, in order: a sweep along the spine, where most
// of a long card's structures have nothing to do with one another.
std::vector<std::pair<int, int>> boxesThatMeet(const std::vector<Vec2>& low,
                                               const std::vector<Vec2>& high) {
    std::vector<int> order(low.size());
    std::iota(order.begin(), order.end(), 0);
    std::sort(order.begin(), order.end(), [&](int a, int b) {
        return low[a].y() != low[b].y() ? low[a].y() < low[b].y() : a < b;
    });
    std::vector<std::pair<int, int>> out;
    std::vector<int> open;
    for (int i : order) {
        open.erase(std::remove_if(open.begin(), open.end(),
                                  [&](int k) { return high[k].y() <= low[i].y(); }),
                   open.end());
        for (int k : open)
            if (low[i].x() < high[k].x() && low[k].x() < high[i].x())
                out.emplace_back(std::min(i, k), std::max(i, k));
        open.push_back(i);
    }
    std::sort(out.begin(), out.end());
    return out;
}

} // namespace

const Overlap* FlatState::overlap(int a, int b) const {
    const auto& others = with_[a];
    const auto at = std::lower_bound(others.begin(), others.end(), std::pair{b, -1});
    return at == others.end() || at->first != b ? nullptr : &overlaps[at->second];
}

int FlatState::above(int a, int b) const {
    const Overlap* o = overlap(a, b);
    if (!o || o->order() == 2)
        return 0;
    return o->a == a ? o->order() : -o->order();
}

std::vector<FlatState> flatStates(const Case& c, const Stop& stop) {
    std::vector<FlatState> out;
    const size_t n = c.assembly.panels.size();
    for (const Pose& pose : c.poses) {
        if (stop)
            break;
        if (!liesFlat(c, pose))
            continue;
        FlatState f;
        f.opening = pose.opening;
        f.place = inRoot(c, pose);
        f.pieces.resize(n);
        f.with_.resize(n);
        std::vector<Vec2> low(n, Vec2::Constant(1e300)), high(n, Vec2::Constant(-1e300));
        for (size_t i = 0; i < n; ++i) {
            if (c.linkage.loose[i] || std::fabs(f.place[i].turn(2, 2)) < 1 - flatSine)
                continue;
            for (const Ring& piece : c.assembly.panels[i].pieces) {
                Ring ring;
                for (const Vec2& p : piece)
                    ring.push_back(f.place[i].at(p).head<2>());
                if (c.assembly.panels[i].rides < 0) // else it is thickness of its host
                    for (const Vec2& p : ring) {
                        low[i] = low[i].cwiseMin(p);
                        high[i] = high[i].cwiseMax(p);
                    }
                if (f.place[i].turn(2, 2) < 0)
                    std::reverse(ring.begin(), ring.end());
                f.pieces[i].push_back(std::move(ring));
            }
        }
        std::vector<Beside> sides(2);
        for (int side : {0, 1}) {
            const double at = pose.opening + (side ? besideFlat : -besideFlat);
            if (at < c.first() || at > c.last())
                continue;
            const Pose there = poseAt(c.linkage, c.motion, at);
            sides[side].panels = inRoot(c, there);
            sides[side].gives = givesIn(c, pose, there);
        }
        const Shut shut(c, pose, f.place);
        for (auto [a, b] : boxesThatMeet(low, high)) {
            if (stop)
                break;
            Ring most;
            double area = leastArea;
            for (const Ring& p : f.pieces[a])
                for (const Ring& q : f.pieces[b]) {
                    Ring shared = overlapOf(p, q);
                    if (!shared.empty() && areaOf(shared) > area) {
                        area = areaOf(shared);
                        most = std::move(shared);
                    }
                }
            if (most.empty())
                continue;
            Overlap o{a, b, most, 0, 0, 0};
            if (!sides[0].panels.empty())
                o.before = orderIn(f.place, sides[0], a, b, most);
            if (!sides[1].panels.empty())
                o.after = orderIn(f.place, sides[1], a, b, most);
            if (o.order() == 0)
                o.folded = shut.order(a, b);
            f.with_[a].emplace_back(b, static_cast<int>(f.overlaps.size()));
            f.with_[b].emplace_back(a, static_cast<int>(f.overlaps.size()));
            f.overlaps.push_back(std::move(o));
        }
        for (auto& others : f.with_)
            std::sort(others.begin(), others.end());
        out.push_back(std::move(f));
    }
    return out;
}

} // namespace hl::proving
