#include "core/prove/foam.h"
#include "core/assembly/bodies.h"
#include "core/prove/slits.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {

std::vector<double> raisedBy(const Assembly& a) {
    std::vector<double> out(a.panels.size());
    // What lies on something raised is raised with it: from the lowest up.
    for (size_t deep = 0; deep < a.panels.size(); ++deep) {
        bool more = false;
        for (const Join& j : a.joins) {
            if (!traitsOf(j.kind).sticks)
                continue;
            const double high = std::fabs(j.place.shift.z()) + out[static_cast<size_t>(j.landing)];
            // A tab stands where its landing is; only what lies there as a whole goes up with it.
            const bool foam = std::fabs(j.place.shift.z()) > 1e-9;
            if (high > 1e-9 && high > out[static_cast<size_t>(j.tab)] + 1e-9 &&
                (foam || a.panels[static_cast<size_t>(j.tab)].role != Role::Tab)) {
                out[static_cast<size_t>(j.tab)] = high;
                more = true;
            }
        }
        if (!more)
            break;
    }
    return out;
}

double standingOff(const Case& c, const FlatState& flat, const Pose& pose, int a, int b) {
    const Pose there = poseAt(c.linkage, c.motion, flat.opening);
    const std::vector<int> bodies = bodiesOf(c.assembly);
    // The fold nearest to flat among those that a panel's body hangs on.
    const auto foldedBy = [&](int panel) {
        double least = 1e300;
        for (size_t k = 0; k < c.assembly.creases.size(); ++k) {
            const Crease& crease = c.assembly.creases[k];
            const int left = bodies[static_cast<size_t>(crease.left)],
                      right = bodies[static_cast<size_t>(crease.right)],
                      mine = bodies[static_cast<size_t>(panel)];
            if ((left == mine) != (right == mine))
                least = std::min(least, std::fabs(pose.angles[k] - there.angles[k]));
        }
        return least > 1e299 ? 0 : least;
    };
    const double sine = pose.panels[static_cast<size_t>(a)]
                            .turn.col(2)
                            .cross(pose.panels[static_cast<size_t>(b)].turn.col(2))
                            .norm();
    return std::max({std::asin(std::min(1.0, sine)), foldedBy(a), foldedBy(b)}) * 180 / pi;
}

HeldDown heldDown(const Case& c, const FlatState& flat, const Pose& pose, int raised, int panel,
                  const Vec3& place) {
    constexpr double within = 0.1; // mm of the fold under the paper
    const std::vector<int> bodies = bodiesOf(c.assembly);
    const auto body = [&](int p) { return bodies[static_cast<size_t>(p)]; };
    HeldDown out;
    for (const Crease& k : c.assembly.creases) {
        const bool left = body(k.left) == body(panel) && body(k.right) == body(raised),
                   right = body(k.right) == body(panel) && body(k.left) == body(raised);
        if (!left && !right)
            continue;
        const Vec2 on = (pose.panels[static_cast<size_t>(k.left)].inverse() * place).head<2>();
        out.away = std::min(out.away, segmentDistance(on, k.from, k.to));
        const Rigid& at = flat.place[static_cast<size_t>(k.left)];
        const Vec2 from = at.at(k.from).head<2>(), to = at.at(k.to).head<2>();
        const Vec2 aside = within * leftOf((to - from).normalized());
        const Ring band{from - aside, to - aside, to + aside, from + aside};
        for (const Ring& piece : flat.pieces[static_cast<size_t>(raised)])
            if (const Ring in = overlapOf(piece, band);
                !in.empty() && areaOf(in) > 3 * within * within)
                out.under = true;
    }
    return out;
}

} // namespace hl::proving
