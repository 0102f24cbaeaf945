#include "core/prove/layers.h"
#include "core/prove/film.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double beside = 0.5;    // degrees
constexpr double tells = 0.003;   // mm of height that say which one is on top
constexpr double leastArea = 0.5; // mm2
constexpr double flatSine = 1e-3; // of the angle within which a panel lies flat

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

} // namespace

const Overlap* FlatState::overlap(int a, int b) const {
    const int at = index_[static_cast<size_t>(a) * place.size() + static_cast<size_t>(b)];
    return at < 0 ? nullptr : &overlaps[at];
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
        f.index_.assign(n * n, -1);
        std::vector<Vec2> low(n, Vec2::Constant(1e300)), high(n, Vec2::Constant(-1e300));
        for (size_t i = 0; i < n; ++i) {
            if (c.linkage.loose[i] || std::fabs(f.place[i].turn(2, 2)) < 1 - flatSine)
                continue;
            for (const Ring& piece : c.assembly.panels[i].pieces) {
                Ring ring;
                for (const Vec2& p : piece) {
                    ring.push_back(f.place[i].at(p).head<2>());
                    low[i] = low[i].cwiseMin(ring.back());
                    high[i] = high[i].cwiseMax(ring.back());
                }
                if (f.place[i].turn(2, 2) < 0)
                    std::reverse(ring.begin(), ring.end());
                f.pieces[i].push_back(std::move(ring));
            }
        }
        std::vector<Beside> sides(2);
        for (int side : {0, 1}) {
            const double at = pose.opening + (side ? beside : -beside);
            if (at < c.first() || at > c.last())
                continue;
            const Pose there = poseAt(c.linkage, c.motion, at);
            sides[side].panels = inRoot(c, there);
            sides[side].gives = givesIn(c, pose, there);
        }
        for (size_t i = 0; i < n && !stop; ++i)
            for (size_t j = i + 1; j < n; ++j) {
                if ((low[i].array() >= high[j].array()).any() ||
                    (low[j].array() >= high[i].array()).any())
                    continue;
                Ring most;
                double area = leastArea;
                for (const Ring& p : f.pieces[i])
                    for (const Ring& q : f.pieces[j]) {
                        Ring shared = overlapOf(p, q);
                        if (!shared.empty() && areaOf(shared) > area) {
                            area = areaOf(shared);
                            most = std::move(shared);
                        }
                    }
                if (most.empty())
                    continue;
                const int a = static_cast<int>(i), b = static_cast<int>(j);
                Overlap o{a, b, most, 0, 0};
                if (!sides[0].panels.empty())
                    o.before = orderIn(f.place, sides[0], a, b, most);
                if (!sides[1].panels.empty())
                    o.after = orderIn(f.place, sides[1], a, b, most);
                f.index_[i * n + j] = f.index_[j * n + i] = static_cast<int>(f.overlaps.size());
                f.overlaps.push_back(std::move(o));
            }
        out.push_back(std::move(f));
    }
    return out;
}

} // namespace hl
