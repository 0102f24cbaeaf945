#include "core/assembly/open_slits.h"
#include <algorithm>
#include <cmath>

namespace hl::assembly {
namespace {

constexpr double onLine = 0.3; // mm that a slit may lie beside the line of what goes through it
constexpr double least = 0.01; // mm of a slit that matter

// The join that goes through a slit of its landing: -1 for none.
int joinThrough(const Assembly& a, int panel, const OpenSlit& slit) {
    const Vec2 way = (slit.to - slit.from).normalized();
    for (size_t i = 0; i < a.joins.size(); ++i) {
        const Join& j = a.joins[i];
        if (j.landing == panel && traitsOf(j.kind).through &&
            std::fabs(leftOf(way).dot(j.at - slit.from)) < onLine &&
            std::fabs(leftOf(way).dot(j.along)) < 0.01)
            return static_cast<int>(i);
    }
    return -1;
}

// Whether there is paper on both sides of a line: what runs along an edge is no slit there.
bool onBothSides(const Ring& ring, const Vec2& p, const Vec2& way) {
    constexpr double beside = 0.02; // mm
    return onPaper(ring, {}, p - beside * leftOf(way)) &&
           onPaper(ring, {}, p + beside * leftOf(way));
}

} // namespace

std::optional<std::pair<double, double>> stretchWithin(const OpenSlit& slit, const Ring& ring) {
    const double length = slit.length();
    if (length < least)
        return std::nullopt;
    const Vec2 way = (slit.to - slit.from) / length;
    std::vector<double> meets{0, length};
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 p = ring[i] - slit.from, q = ring[(i + 1) % ring.size()] - slit.from;
        const double a = leftOf(way).dot(p), b = leftOf(way).dot(q);
        if ((a < 0) != (b < 0))
            meets.push_back(std::clamp(way.dot(p + (q - p) * (a / (a - b))), 0.0, length));
    }
    std::sort(meets.begin(), meets.end());
    std::optional<std::pair<double, double>> out;
    for (size_t i = 0; i + 1 < meets.size(); ++i) {
        if (meets[i + 1] - meets[i] < least ||
            !onBothSides(ring, slit.from + (meets[i] + meets[i + 1]) / 2 * way, way))
            continue;
        out = {out ? out->first : meets[i], meets[i + 1]};
    }
    return out;
}

std::vector<OpenSlit> openSlits(const Assembly& a, int panel, bool face) {
    const Panel& p = a.panels[static_cast<size_t>(panel)];
    std::vector<OpenSlit> out;
    for (const Mark& m : a.parts[static_cast<size_t>(p.part)].marks) {
        if (m.kind != LineKind::Slit || m.off)
            continue;
        for (size_t i = 0; i + 1 < m.points.size(); ++i) {
            const OpenSlit whole{m.points[i], m.points[i + 1]};
            const auto on = stretchWithin(whole, p.outline);
            if (!on)
                continue;
            const Vec2 way = (whole.to - whole.from).normalized();
            OpenSlit slit{whole.from + on->first * way, whole.from + on->second * way};
            slit.join = joinThrough(a, panel, slit);
            if (slit.join >= 0) {
                const Join& j = a.joins[static_cast<size_t>(slit.join)];
                if (!j.moves && j.ontoFace() == face)
                    continue; // it comes out there, and is taped down
            }
            out.push_back(slit);
        }
    }
    return out;
}

} // namespace hl::assembly
