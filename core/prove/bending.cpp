#include "core/prove/bending.h"
#include "core/fold/closure.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double forgiven = 0.5; // mm

// How far what is missed lies beyond what the folds of the chain could ever do, mm.
double beyondItsFolds(const Loop& loop, const Pose& pose) {
    // Glued a little askew, the axes are parallel but for that; where the loop is cut does not
    // matter then.
    constexpr double alike = 0.1, meeting = 0.05; // of unit vectors, mm
    constexpr size_t free = 6;                    // joints that follow whatever is asked
    if (loop.hinges.empty() || loop.hinges.size() >= free ||
        std::any_of(loop.hinges.begin(), loop.hinges.end(),
                    [](const LoopHinge& h) { return h.freedom != Freedom::Fold; }))
        return 0; // what slides or turns about a fastener jams, it does not bend
    std::vector<Vec3> axis, point;
    const Rigid round = wayRound(loop, pose.angles, axis, point);
    double width = 0; // the arm at which a turn counts
    for (const LoopHinge& h : loop.hinges)
        width = std::max(width, h.length);
    const Eigen::AngleAxisd by(round.turn);
    const Vec3 turn = by.angle() * by.axis();
    if (std::all_of(axis.begin(), axis.end(),
                    [&](const Vec3& a) { return a.cross(axis[0]).norm() < alike; }))
        return width * turn.cross(axis[0]).norm() +
               std::fabs((round * point[0] - point[0]).dot(axis[0]));
    Mat3 lhs = Mat3::Zero(); // of the point nearest to all axes
    Vec3 rhs = Vec3::Zero();
    for (size_t i = 0; i < axis.size(); ++i) {
        const Mat3 off = Mat3::Identity() - axis[i] * axis[i].transpose();
        lhs += off;
        rhs += off * point[i];
    }
    const Vec3 apex = lhs.ldlt().solve(rhs);
    for (size_t i = 0; i < axis.size(); ++i)
        if ((apex - point[i]).cross(axis[i]).norm() > meeting)
            return 1e300; // neither: a few folds in space
    return (round * apex - apex).norm();
}

} // namespace

std::optional<Bent> bendingOf(const Case& c, const Loop& loop, const Pose& pose, double miss) {
    if (miss > forgiven + beyondItsFolds(loop, pose))
        return std::nullopt;
    constexpr double bears = 150, kinks = 50; // calipers
    Bent out;
    double caliper = 0.3;
    for (const LoopHinge& h : loop.hinges)
        for (int panel : {c.linkage.joints[static_cast<size_t>(h.joint)].left,
                          c.linkage.joints[static_cast<size_t>(h.joint)].right}) {
            const Panel& p = c.assembly.panels[static_cast<size_t>(panel)];
            if (p.role != Role::Wall)
                continue;
            double longest = 0;
            for (const Vec2& a : p.outline)
                for (const Vec2& b : p.outline)
                    longest = std::max(longest, (a - b).norm());
            if (longest > out.over) {
                out.over = longest;
                caliper = caliperOf(c, panel);
            }
        }
    if (out.over <= 0) // nothing but pages and tabs
        return std::nullopt;
    out.by = std::sqrt(3 * miss * out.over / 8);
    out.radius = out.over * out.over / (8 * out.by);
    out.way = out.by > out.over / 4 || out.radius < kinks * caliper ? Bent::TooFar
              : out.radius < bears * caliper                        ? Bent::Stiff
                                                                    : Bent::Bearable;
    return out;
}

} // namespace hl::proving
