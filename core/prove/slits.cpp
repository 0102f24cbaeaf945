#include "core/prove/slits.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {

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

bool slitAt(const Part& part, const Vec2& p, const Vec2& along) {
    constexpr double beside = 0.3, beyond = 0.02; // mm
    for (const Mark& m : part.marks)
        for (size_t i = 0; m.kind == LineKind::Slit && i + 1 < m.points.size(); ++i) {
            const Vec2 a = m.points[i] - p, b = m.points[i + 1] - p;
            if (std::fabs(leftOf(along).dot(a)) < beside &&
                std::fabs(leftOf(along).dot(b)) < beside &&
                std::min(along.dot(a), along.dot(b)) < beyond &&
                std::max(along.dot(a), along.dot(b)) > -beyond)
                return true;
        }
    return false;
}

bool hasSlits(const Part& part) {
    return std::any_of(part.marks.begin(), part.marks.end(),
                       [](const Mark& m) { return m.kind == LineKind::Slit && !m.off; });
}

PaperThrough throughPaper(const Assembly& a, const Join& j) {
    constexpr double step = 0.05, beside = 0.01; // mm
    constexpr int most = 40000;
    const Panel &held = a.panels[static_cast<size_t>(j.tab)],
                &under = a.panels[static_cast<size_t>(j.landing)];
    const Rigid back = j.place.inverse();
    double low = 1e300, high = -1e300;
    for (const Vec2& p : held.outline) {
        low = std::min(low, j.along.dot(j.place.at(p).head<2>() - j.at));
        high = std::max(high, j.along.dot(j.place.at(p).head<2>() - j.at));
    }
    // The line runs along an edge of a panel as often as through it.
    const auto paper = [&](const Panel& panel, const Vec2& p, const Vec2& along) {
        return onPaper(panel.outline, panel.apertures, p - beside * leftOf(along)) ||
               onPaper(panel.outline, panel.apertures, p + beside * leftOf(along));
    };
    const Vec2 heldAlong = (back.turn * lift(j.along)).head<2>().normalized();
    PaperThrough out;
    const int count = std::clamp(static_cast<int>((high - low) / step), 1, most);
    const double each = (high - low) / count;
    for (int n = 0; n < count; ++n) {
        const Vec2 p = j.at + (low + (n + 0.5) * each) * j.along, q = back.at(p).head<2>();
        if (!paper(under, p, j.along) || !paper(held, q, heldAlong))
            continue;
        out.common += each;
        if (!slitAt(a.parts[static_cast<size_t>(under.part)], p, j.along) &&
            !slitAt(a.parts[static_cast<size_t>(held.part)], q, heldAlong))
            out.unslit += each;
    }
    return out;
}

} // namespace hl::proving
