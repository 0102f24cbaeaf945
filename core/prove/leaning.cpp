#include "core/prove/leaning.h"
#include "core/assembly/bodies.h"
#include "core/fold/loops.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <optional>

namespace hl::proving {
namespace {

constexpr double rested = 1;     // mm from a panel at which an edge rests on it
constexpr double leastEdge = 5;  // mm of an edge that can lean
constexpr double leastStop = .3; // mm above the panel from which something is a stop
constexpr double tallest = 6;    // mm above it, at which an edge would slide through below
constexpr double before = .8;    // mm by which a stop may reach under the edge,
constexpr double beyond = 4;     // and stand away from it
constexpr double alike = 8;      // degrees from which panels no longer lie on one another

class Leanings {
  public:
    Leanings(const Case& c, const Pose& pose)
        : c_(c), pose_(pose), body_(bodiesOf(c.assembly)), inLoop_(inLoops(c.linkage)) {
        for (const TreeStep& s : c.linkage.tree)
            step_[s.panel] = &s;
    }

    std::vector<Leaning> all() {
        size_t free = 0;
        for (size_t j = 0; j < inLoop_.size(); ++j)
            free += !inLoop_[j] && c_.linkage.joints[j].join < 0;
        if (free < 2) // what leans is propped by a fold, and leans by another one
            return {};
        std::map<std::pair<int, int>, std::pair<double, Leaning>>
            best; // by bodies: the longest edge
        for (size_t b = 0; b < body_.size(); ++b) {
            const Panel& leaning = c_.assembly.panels[b];
            if (leaning.rides >= 0 || leaning.role == Role::Tab || c_.linkage.loose[b])
                continue;
            for (size_t a = 0; a < body_.size(); ++a)
                if (a != b && body_[a] != body_[b] && c_.assembly.panels[a].rides < 0 &&
                    !c_.linkage.loose[a])
                    for (size_t i = 0; i < leaning.outline.size(); ++i)
                        if (auto found = edge(static_cast<int>(b), i, static_cast<int>(a))) {
                            auto& [length, known] =
                                best.try_emplace({bodyOf(found->panel), bodyOf(found->on)}, 0,
                                                 *found)
                                    .first->second;
                            if (const double now = lengthOf(leaning.outline, i);
                                now > length + 1e-6) {
                                length = now;
                                known = *found;
                            }
                        }
        }
        // What keeps an edge touches what leans on it, but does not lean there itself.
        std::vector<Leaning> out;
        for (auto& [bodies, found] : best) {
            const auto other = best.find({bodies.second, bodies.first});
            if (other == best.end() || other->second.second.stop < 0)
                out.push_back(found.second);
        }
        return out;
    }

  private:
    int bodyOf(int panel) const { return body_[static_cast<size_t>(panel)]; }
    const Panel& panel(int i) const { return c_.assembly.panels[static_cast<size_t>(i)]; }
    const Rigid& at(int i) const { return pose_.panels[static_cast<size_t>(i)]; }
    static double lengthOf(const Ring& ring, size_t i) {
        return (ring[(i + 1) % ring.size()] - ring[i]).norm();
    }

    // The joints on the way from one panel to another, the one next to the first one first.
    std::vector<int> between(int a, int b) const {
        std::vector<int> up, down;
        std::vector<int> above{a};
        for (auto it = step_.find(a); it != step_.end() && it->second->parent >= 0;
             it = step_.find(it->second->parent))
            above.push_back(it->second->parent);
        int meet = b;
        while (std::find(above.begin(), above.end(), meet) == above.end()) {
            const auto it = step_.find(meet);
            if (it == step_.end() || it->second->parent < 0)
                return {};
            if (it->second->joint >= 0)
                down.push_back(it->second->joint);
            meet = it->second->parent;
        }
        for (int p : above) {
            if (p == meet)
                break;
            if (const TreeStep* s = step_.at(p); s->joint >= 0)
                up.push_back(s->joint);
        }
        up.insert(up.end(), down.rbegin(), down.rend());
        return up;
    }

    // Edge i of panel b, if it leans on panel a.
    std::optional<Leaning> edge(int b, size_t i, int a) const {
        const Ring& ring = panel(b).outline;
        const Rigid back = at(a).inverse();
        const Vec3 p = back * at(b).at(ring[i]), q = back * at(b).at(ring[(i + 1) % ring.size()]);
        if ((q - p).norm() < leastEdge || std::fabs(p.z()) > rested || std::fabs(q.z()) > rested)
            return {};
        const Vec3 middle = (p + q) / 2;
        if (!onPaper(panel(a).outline, panel(a).apertures, middle.head<2>()) ||
            std::fabs(at(a).turn.col(2).dot(at(b).turn.col(2))) > std::cos(alike * pi / 180))
            return {};
        const std::vector<int> way = between(a, b);
        if (way.size() < 2 || !std::all_of(way.begin(), way.end(), [&](int j) {
                return c_.linkage.joints[static_cast<size_t>(j)].join < 0 &&
                       !inLoop_[static_cast<size_t>(j)];
            }))
            return {};
        const Joint& fold = c_.linkage.joints[static_cast<size_t>(way.front())];
        const Rigid there = back * at(fold.left);
        const Vec3 from = there.at(fold.from), dir = there.turn.leftCols<2>() * fold.dir;
        const Vec2 along = (q - p).head<2>().normalized();
        if (std::fabs(from.z()) > rested || std::fabs(dir.head<2>().dot(along)) < 0.99)
            return {};
        Leaning out;
        out.panel = b;
        out.on = a;
        out.hinge = c_.assembly.creases[static_cast<size_t>(way.front())].id;
        Vec2 outward = leftOf(along);
        out.away = outward.dot((middle - from).head<2>());
        if (out.away < 0) {
            outward = -outward;
            out.away = -out.away;
        }
        if (out.away < leastEdge)
            return {};
        Vec3 inside = Vec3::Zero();
        for (const Vec2& corner : ring)
            inside += back * at(b).at(corner) / static_cast<double>(ring.size());
        out.where = at(a) * middle;
        out.stop = stopBefore(a, b, p.head<2>(), q.head<2>(), outward, inside.z() < 0 ? -1 : 1);
        return out;
    }

    // What stands on panel a just beyond the edge from p to q, on the side `above` of it.
    int stopBefore(int a, int b, const Vec2& p, const Vec2& q, const Vec2& outward,
                   double above) const {
        const Vec2 along = (q - p).normalized();
        const Rigid back = at(a).inverse();
        for (size_t i = 0; i < body_.size(); ++i) {
            const int other = static_cast<int>(i);
            if (other == a || bodyOf(other) == bodyOf(b) || c_.linkage.loose[i])
                continue;
            double near = 1e300, far = -1e300, left = 1e300, right = -1e300, low = 1e300,
                   high = -1e300;
            for (const Vec2& corner : panel(other).outline) {
                const Vec3 r = back * at(other).at(corner);
                const double t = outward.dot(r.head<2>() - p), s = along.dot(r.head<2>() - p);
                near = std::min(near, t);
                far = std::max(far, t);
                left = std::min(left, s);
                right = std::max(right, s);
                low = std::min(low, above * r.z());
                high = std::max(high, above * r.z());
            }
            const double shared = std::min(right, (q - p).norm()) - std::max(left, 0.0);
            if (near > -before && near < beyond && far > 0 && shared > 2 && high > leastStop &&
                low < tallest && low > -rested)
                return other;
        }
        return -1;
    }

    const Case& c_;
    const Pose& pose_;
    std::vector<int> body_; // of each panel: those that lie fast on one another have the same
    std::vector<bool> inLoop_;
    std::map<int, const TreeStep*> step_; // by panel
};

} // namespace

std::vector<Leaning> leaningsOf(const Case& c, const Pose& pose) { return Leanings(c, pose).all(); }

} // namespace hl::proving
