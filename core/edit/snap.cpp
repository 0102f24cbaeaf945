#include "core/edit/snap.h"
#include <algorithm>
#include <cmath>

namespace hl::edit {
namespace {

struct Segment {
    Vec2 from, to;
    bool edge = true; // of the paper, else a crease or slit
};

std::vector<Segment> segmentsOf(const Assembly& a, int part) {
    std::vector<Segment> out;
    // Lines first: where one divides the paper, its own name is the better one.
    for (int i : a.parts[part].creases) {
        const Crease& c = a.creases[i];
        out.push_back({c.from, c.to, false});
    }
    for (const Mark& m : a.parts[part].marks)
        for (size_t k = 0; k + 1 < m.points.size(); ++k)
            out.push_back({m.points[k], m.points[k + 1], false});
    for (int i : a.parts[part].panels) {
        auto ring = [&](const Ring& r) {
            for (size_t k = 0; k < r.size(); ++k)
                out.push_back({r[k], r[(k + 1) % r.size()], true});
        };
        ring(a.panels[i].outline);
        for (const Ring& hole : a.panels[i].apertures)
            ring(hole);
    }
    return out;
}

} // namespace

Snap snapTo(const Assembly& a, int part, const Vec2& p, double reach, Unit units) {
    const std::vector<Segment> segments = segmentsOf(a, part);
    std::optional<Snap> best;
    double least = reach;
    auto offer = [&](const Vec2& at, const std::string& what) {
        const double d = (at - p).norm();
        if (d < least - 1e-9) {
            least = d;
            best = Snap{at, what};
        }
    };
    auto named = [](const Segment& s) { return std::string(s.edge ? "an edge" : "a line"); };
    for (const Segment& s : segments) {
        offer(s.from, s.edge ? "corner" : "end of a line");
        offer(s.to, s.edge ? "corner" : "end of a line");
    }
    for (size_t i = 0; i < segments.size(); ++i)
        for (size_t j = i + 1; j < segments.size(); ++j) {
            const Vec2 d = segments[i].to - segments[i].from, e = segments[j].to - segments[j].from;
            const double cross = d.x() * e.y() - d.y() * e.x();
            if (std::fabs(cross) < 1e-9 * d.norm() * e.norm())
                continue;
            const Vec2 by = segments[j].from - segments[i].from;
            const double t = (by.x() * e.y() - by.y() * e.x()) / cross;
            const double u = (by.x() * d.y() - by.y() * d.x()) / cross;
            if (t > -1e-9 && t < 1 + 1e-9 && u > -1e-9 && u < 1 + 1e-9)
                offer(segments[i].from + t * d, "crossing");
        }
    if (best)
        return *best;
    for (const Segment& s : segments)
        offer((s.from + s.to) / 2, "middle of " + named(s));
    if (best)
        return *best;
    for (auto& [part_, word] : {std::pair{1 / 3.0, "third of "},
                                {2 / 3.0, "two thirds of "},
                                {0.25, "quarter of "},
                                {0.75, "three quarters of "}})
        for (const Segment& s : segments)
            offer(s.from + part_ * (s.to - s.from), word + named(s));
    if (best)
        return *best;
    const double step = units == Unit::Inch ? 25.4 / 16 : 0.5;
    for (const Segment& s : segments) {
        const Vec2 d = s.to - s.from;
        const double length = d.norm();
        if (length < 1e-6)
            continue;
        const double t = std::clamp((p - s.from).dot(d) / length, 0.0, length);
        // Reach counts across the line; along it the ruler's next mark is meant.
        if ((p - s.from - t / length * d).norm() < least)
            offer(s.from + std::min(length, std::round(t / step) * step) / length * d,
                  "on " + named(s));
    }
    if (best)
        return *best;
    return {{std::round(p.x() / step) * step, std::round(p.y() / step) * step}, ""};
}

} // namespace hl::edit
