#include "core/edit/net_lines.h"
#include <algorithm>
#include <cmath>
#include <optional>

namespace hl::edit {
namespace {

// The point of a closed ring that is nearest to p.
Vec2 nearestOn(const Ring& ring, bool closed, const Vec2& p) {
    Vec2 best = ring.front();
    for (size_t i = 0; i + (closed ? 0 : 1) < ring.size(); ++i) {
        const Vec2 a = ring[i], b = ring[(i + 1) % ring.size()], along = b - a;
        const double t = along.squaredNorm() > 0
                             ? std::clamp((p - a).dot(along) / along.squaredNorm(), 0.0, 1.0)
                             : 0;
        if ((a + t * along - p).norm() < (best - p).norm())
            best = a + t * along;
    }
    return best;
}

// Where the way on from p in a direction meets the ring within `reach`; nothing where it does not.
std::optional<Vec2> metBy(const Ring& ring, bool closed, const Vec2& p, const Vec2& way,
                          double reach) {
    std::optional<Vec2> best;
    for (size_t i = 0; i + (closed ? 0 : 1) < ring.size(); ++i) {
        const Vec2 a = ring[i], along = ring[(i + 1) % ring.size()] - a;
        const double turn = way.x() * along.y() - way.y() * along.x();
        if (std::fabs(turn) < 1e-9)
            continue;
        const Vec2 off = a - p;
        const double t = (off.x() * along.y() - off.y() * along.x()) / turn,
                     s = (off.x() * way.y() - off.y() * way.x()) / turn;
        if (s >= -1e-9 && s <= 1 + 1e-9 && std::fabs(t) <= reach &&
            (!best || std::fabs(t) < (*best - p).norm()))
            best = p + t * way;
    }
    return best;
}

// Where an end comes to lie: on the nearest of the lines that it all but meets, in its own
// direction where that does.
std::optional<Vec2> meets(const DrawnPath& path, bool atEnd,
                          const std::vector<const DrawnPath*>& lines, double gap) {
    const Vec2& end = atEnd ? path.points.back() : path.points.front();
    const Vec2& before = atEnd ? path.points[path.points.size() - 2] : path.points[1];
    const Vec2 way = (end - before).normalized();
    std::optional<Vec2> to;
    for (const DrawnPath* line : lines) {
        if (line == &path || line->points.size() < 2)
            continue;
        const Vec2 near = nearestOn(line->points, line->closed, end);
        if ((near - end).norm() > gap)
            continue;
        const Vec2 met = metBy(line->points, line->closed, end, way, 2 * gap).value_or(near);
        if (!to || (met - end).norm() < (*to - end).norm())
            to = met;
    }
    if (!to || (*to - end).norm() < 1e-6 || (*to - before).norm() < 1e-3)
        return {};
    return to;
}

} // namespace

bool sameLine(const DrawnPath& a, const DrawnPath& b) {
    if (a.closed != b.closed || a.points.size() != b.points.size())
        return false;
    const size_t n = a.points.size();
    for (const bool back : {false, true})
        for (size_t from = 0; from < (a.closed ? n : 1); ++from) {
            bool same = true;
            for (size_t i = 0; i < n && same; ++i) {
                const size_t k = back ? n - 1 - i : i;
                same = (a.points[i] - b.points[(from + k) % n]).norm() < 0.01;
            }
            if (same)
                return true;
        }
    return false;
}

DrawnOn drawnOn(std::vector<DrawnPath>& cuts, std::vector<std::pair<NetLine, DrawnPath>>& folds,
                double gap) {
    DrawnOn out;
    std::vector<const DrawnPath*> closed, all;
    for (const DrawnPath& c : cuts) {
        all.push_back(&c);
        if (c.closed)
            closed.push_back(&c);
    }
    for (auto& f : folds)
        all.push_back(&f.second);
    const auto draw = [&](DrawnPath& p, const std::vector<const DrawnPath*>& lines) {
        for (const bool atEnd : {false, true}) {
            if (p.closed || p.points.size() < 2)
                return;
            const auto to = meets(p, atEnd, lines, gap);
            if (!to)
                continue;
            Vec2& end = atEnd ? p.points.back() : p.points.front();
            if (const double by = (*to - end).norm(); by > 1e-3) {
                ++out.ends;
                out.farthest = std::max(out.farthest, by);
            }
            end = *to;
        }
    };
    for (auto& f : folds)
        draw(f.second, all);
    for (DrawnPath& c : cuts)
        draw(c, closed);
    return out;
}

} // namespace hl::edit
