#include "core/prove/slits.h"
#include <algorithm>
#include <cmath>

namespace hl {

double segmentDistance(const Vec2& p, const Vec2& from, const Vec2& to) {
    const Vec2 d = to - from;
    const double t =
        d.squaredNorm() > 0 ? std::clamp((p - from).dot(d) / d.squaredNorm(), 0.0, 1.0) : 0;
    return (p - from - t * d).norm();
}

double slitDistance(const Part& part, const Vec2& p, const Vec2& along) {
    double least = 1e300;
    for (const Mark& m : part.marks) {
        if (m.kind != LineKind::Slit)
            continue;
        for (size_t i = 0; i + 1 < m.points.size(); ++i) {
            const Vec2 d = m.points[i + 1] - m.points[i];
            const double turned = std::fabs(leftOf(d.normalized()).dot(along)); // 0: parallel
            least =
                std::min(least, segmentDistance(p, m.points[i], m.points[i + 1]) + 100 * turned);
        }
    }
    return least;
}

double slitAlong(const Part& part, const Vec2& p, const Vec2& along, double length) {
    constexpr double beside = 0.5; // mm
    double most = 0;
    for (const Mark& m : part.marks) {
        if (m.kind != LineKind::Slit)
            continue;
        for (size_t i = 0; i + 1 < m.points.size(); ++i) {
            const Vec2 a = m.points[i] - p, b = m.points[i + 1] - p;
            if (std::fabs(leftOf(along).dot(a)) > beside ||
                std::fabs(leftOf(along).dot(b)) > beside)
                continue;
            const double from = std::min(along.dot(a), along.dot(b)),
                         to = std::max(along.dot(a), along.dot(b));
            most = std::max(most, std::min(to, length) - std::max(from, 0.0));
        }
    }
    return most;
}

} // namespace hl
