#include "core/prove/solids.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double noise = 1e-6;    // mm
constexpr double parallel = 1e-7; // sine of the angle below which two planes never cross

// Where a polygon meets a plane, along `line`, and how far it reaches to the nearer side of it.
struct Cut {
    double from = 1e300, to = -1e300, shallow = 0;
    Vec3 start = Vec3::Zero(), end = Vec3::Zero();
};

Cut cut(const Polygon& a, const Plane& plane, const Vec3& line) {
    Cut c;
    double up = 0, down = 0;
    double h = plane.height(a.corners[a.count - 1]);
    for (int i = 0; i < a.count; ++i) {
        const Vec3 &p = a.corners[(i + a.count - 1) % a.count], &q = a.corners[i];
        const double before = h;
        h = plane.height(q);
        up = std::max(up, h);
        down = std::max(down, -h);
        if ((before < 0) != (h < 0)) {
            const Vec3 x = p + (q - p) * (before / (before - h));
            const double t = line.dot(x);
            if (t < c.from) {
                c.from = t;
                c.start = x;
            }
            if (t > c.to) {
                c.to = t;
                c.end = x;
            }
        }
    }
    c.shallow = std::min(up, down);
    return c;
}

// The same as the lie of two polygons tells it.
Lie::Reach reach(const Polygon& a, const Plane& plane, const Vec3& line) {
    Lie::Reach r;
    double before = plane.height(a.corners[a.count - 1]), last = line.dot(a.corners[a.count - 1]);
    for (int i = 0; i < a.count; ++i) {
        const double h = plane.height(a.corners[i]), along = line.dot(a.corners[i]);
        r.low = std::min(r.low, along);
        r.high = std::max(r.high, along);
        (h > 0 ? r.above : r.below) |= std::uint64_t(std::fabs(h) > noise) << (i % 64);
        if ((before < 0) != (h < 0)) {
            const double t = last + (along - last) * (before / (before - h));
            r.from = std::min(r.from, t);
            r.to = std::max(r.to, t);
        }
        before = h;
        last = along;
    }
    return r;
}

// The nearest points of two segments (Lumelsky: clamp along one, then along the other).
void segments(const Vec3& p, const Vec3& q, const Vec3& r, const Vec3& s, Gap& best) {
    const Vec3 u = q - p, v = s - r, w = p - r;
    const double a = u.squaredNorm(), b = u.dot(v), c = v.squaredNorm(), d = u.dot(w), e = v.dot(w);
    const double det = a * c - b * b;
    double x = det > 1e-12 * a * c ? std::clamp((b * e - c * d) / det, 0.0, 1.0) : 0;
    double y = c > 0 ? (b * x + e) / c : 0;
    if (y < 0 || y > 1) {
        y = std::clamp(y, 0.0, 1.0);
        x = a > 0 ? std::clamp((b * y - d) / a, 0.0, 1.0) : 0;
    }
    const Vec3 from = p + x * u, to = r + y * v;
    const double distance = (from - to).norm();
    if (distance < best.distance)
        best = {distance, from, to};
}

// Corners of `a` over the inside of `b`.
void corners(const Polygon& a, const Polygon& b, bool turned, Gap& best) {
    for (int i = 0; i < a.count; ++i) {
        const Vec3& p = a.corners[i];
        const double h = b.plane->height(p);
        if (std::fabs(h) >= best.distance)
            continue;
        const Vec3 foot = p - h * b.plane->normal;
        bool left = true, right = true; // of every edge
        for (int k = 0; k < b.count; ++k) {
            const Vec3 &q = b.corners[k], &r = b.corners[(k + 1) % b.count];
            const double turn = b.plane->normal.dot((r - q).cross(foot - q));
            left &= turn >= 0;
            right &= turn <= 0;
        }
        if (left || right)
            best = turned ? Gap{std::fabs(h), foot, p} : Gap{std::fabs(h), p, foot};
    }
}

void cutAbove(const Ring& ring, const Vec2& on, const Vec2& normal, Ring& out) {
    out.clear();
    if (ring.empty())
        return;
    double before = normal.dot(ring.back() - on);
    for (size_t k = 0; k < ring.size(); ++k) {
        const Vec2 &q = ring[k], &last = k > 0 ? ring[k - 1] : ring.back();
        const double h = normal.dot(q - on);
        if ((before < 0) != (h < 0))
            out.push_back(last + (q - last) * (before / (before - h)));
        if (h >= 0)
            out.push_back(q);
        before = h;
    }
}

} // namespace

Plane planeOf(const Rigid& panel) {
    Plane p;
    p.normal = panel.turn.col(2);
    p.offset = p.normal.dot(panel.shift);
    return p;
}

int sideOf(const Polygon& a, const Plane& plane) {
    bool up = false, down = false;
    for (int i = 0; i < a.count; ++i) {
        const double h = plane.height(a.corners[i]);
        up |= h > noise;
        down |= h < -noise;
    }
    return up && down ? 2 : up ? 1 : down ? -1 : 0;
}

Lie lieOf(const Polygon& a, const Polygon& b) {
    Lie lie;
    lie.first = sideOf(a, *b.plane);
    lie.second = sideOf(b, *a.plane);
    if (lie.first != 2 || lie.second != 2)
        return lie;
    lie.line = a.plane->normal.cross(b.plane->normal);
    const double sine = lie.line.norm();
    if (sine < parallel) {
        lie.overlap = -1e300;
        return lie;
    }
    lie.line /= sine;
    lie.a = reach(a, *b.plane, lie.line);
    lie.b = reach(b, *a.plane, lie.line);
    lie.overlap = std::min(lie.a.to, lie.b.to) - std::max(lie.a.from, lie.b.from) - noise;
    lie.order = lie.a.from + lie.a.to < lie.b.from + lie.b.to ? -1 : 1;
    return lie;
}

bool stayApart(const Lie& x, const Lie& y) {
    auto same = [](int p, int q) {
        return (p == q && p != 2) || (p == 0 && q != 2) || (q == 0 && p != 2);
    };
    if (same(x.first, y.first) || same(x.second, y.second))
        return true;
    if (x.first != 2 || x.second != 2 || y.first != 2 || y.second != 2 ||
        (x.line.dot(y.line) > 0 ? x.order != y.order : x.order != -y.order))
        return false;
    auto passes = [](const Lie::Reach& p, const Lie::Reach& q) {
        return (p.above & q.below) != 0 || (p.below & q.above) != 0;
    };
    const bool a = passes(x.a, y.a), b = passes(x.b, y.b);
    if (!a && !b)
        return true;
    auto apart = [&](const Lie& l) {
        const double aFrom = a ? l.a.low : l.a.from, aTo = a ? l.a.high : l.a.to,
                     bFrom = b ? l.b.low : l.b.from, bTo = b ? l.b.high : l.b.to;
        return l.order < 0 ? aTo <= bFrom : bTo <= aFrom;
    };
    return apart(x) && apart(y);
}

std::optional<Crossing> crossingOf(const Polygon& a, const Polygon& b) {
    Vec3 line = a.plane->normal.cross(b.plane->normal);
    const double sine = line.norm();
    if (sine < parallel || sideOf(a, *b.plane) != 2 || sideOf(b, *a.plane) != 2)
        return {};
    line /= sine;
    const Cut ca = cut(a, *b.plane, line), cb = cut(b, *a.plane, line);
    if (std::min(ca.to, cb.to) - std::max(ca.from, cb.from) <= noise)
        return {};
    const Vec3& start = ca.from > cb.from ? ca.start : cb.start;
    const Vec3& end = ca.to < cb.to ? ca.end : cb.end;
    return Crossing{std::min(ca.shallow, cb.shallow), (start + end) / 2, start, end};
}

Gap gapOf(const Polygon& a, const Polygon& b) {
    if (auto c = crossingOf(a, b))
        return {0, c->where, c->where};
    Gap best;
    corners(a, b, false, best);
    corners(b, a, true, best);
    // An edge is no nearer to the other polygon than to its plane.
    const auto edge = [](const Polygon& p, int i, const Plane& plane) {
        const double from = plane.height(p.corners[i]),
                     to = plane.height(p.corners[(i + 1) % p.count]);
        return from > 0 && to > 0   ? std::min(from, to)
               : from < 0 && to < 0 ? -std::max(from, to)
                                    : 0;
    };
    for (int i = 0; i < a.count; ++i) {
        if (edge(a, i, *b.plane) >= best.distance)
            continue;
        for (int k = 0; k < b.count; ++k)
            if (edge(b, k, *a.plane) < best.distance)
                segments(a.corners[i], a.corners[(i + 1) % a.count], b.corners[k],
                         b.corners[(k + 1) % b.count], best);
    }
    return best;
}

Ring aboveLine(const Ring& ring, const Vec2& on, const Vec2& normal) {
    Ring out;
    cutAbove(ring, on, normal, out);
    return out;
}

// Sutherland and Hodgman: one convex ring clipped by the edges of the other.
Ring overlapOf(const Ring& a, const Ring& b) {
    Ring now = a, next;
    for (size_t i = 0; i < b.size() && now.size() > 2; ++i) {
        cutAbove(now, b[i], leftOf(b[(i + 1) % b.size()] - b[i]), next);
        std::swap(now, next);
    }
    if (now.size() < 3 || areaOf(now) < 1e-9)
        now.clear();
    return now;
}

double widthOf(const Ring& ring) {
    double least = 1e300;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 d = ring[(i + 1) % ring.size()] - ring[i];
        const double length = d.norm();
        if (length < 1e-9)
            continue;
        const Vec2 n = leftOf(d) / length;
        double most = 0;
        for (const Vec2& p : ring)
            most = std::max(most, n.dot(p - ring[i]));
        least = std::min(least, most);
    }
    return least > 1e200 ? 0 : least;
}

Vec2 centroidOf(const Ring& r) {
    Vec2 sum = Vec2::Zero();
    double area = 0;
    for (size_t i = 1; i + 1 < r.size(); ++i) {
        const Vec2 u = r[i] - r[0], v = r[i + 1] - r[0];
        const double a = (u.x() * v.y() - u.y() * v.x()) / 2;
        sum += a * (r[0] + r[i] + r[i + 1]) / 3;
        area += a;
    }
    return area != 0 ? Vec2(sum / area) : r[0];
}

std::optional<Vec3> sharedMiddle(const Polygon& p, const Polygon& q) {
    if (p.plane->normal.cross(q.plane->normal).norm() > 0.01)
        return {};
    Vec3 x = p.corners[1] - p.corners[0];
    x.normalize();
    const Vec3 y = p.plane->normal.cross(x);
    auto flat = [&](const Polygon& r) {
        Ring ring;
        for (int i = 0; i < r.count; ++i)
            ring.emplace_back(x.dot(r.corners[i]), y.dot(r.corners[i]));
        if (areaOf(ring) < 0)
            std::reverse(ring.begin(), ring.end());
        return ring;
    };
    const Ring shared = overlapOf(flat(p), flat(q));
    if (shared.empty())
        return {};
    const Vec2 middle = centroidOf(shared);
    return middle.x() * x + middle.y() * y + p.plane->offset * p.plane->normal;
}

bool waysClear(const Box& a, const Box& toA, const Box& b, const Box& toB) {
    for (int axis = 0; axis < 3; ++axis)
        if (std::min(a.low[axis], toA.low[axis]) > std::max(b.high[axis], toB.high[axis]) ||
            std::min(b.low[axis], toB.low[axis]) > std::max(a.high[axis], toA.high[axis]))
            return true;
    return false;
}

} // namespace hl::proving
