// Collision: two panels that pass through each other at some opening.
//
// Panels that touch (along a crease, on a glued face, at an apex, a wall standing on a page) do
// not collide. Both panels are therefore drawn in by a margin before they are crossed: what only
// touches comes apart, what passes through still meets. The flat states are left out; everything
// touches there. So is a part at openings where it binds: rigid panels have no true pose there,
// and the misfit says all that can be said. What hangs on a plain flap gives way to what it meets.
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>
#include <optional>

namespace hl {
namespace {

constexpr double margin = 0.15;   // mm
constexpr double parallel = 1e-7; // sine of the angle below which two planes never cross

constexpr double bindsAbove = 0.02; // mm of misfit

using Corners2 = std::vector<Vec2>;
using Corners3 = std::vector<Vec3>;

// The panel drawn in by the margin, as convex pieces; none when nothing is left.
std::vector<Corners2> piecesOf(const Panel& panel) {
    std::vector<Corners2> out;
    const std::vector<Ring> rings = drawnIn(panel.outline, panel.apertures, margin);
    for (const Ring& outline : rings) {
        if (areaOf(outline) <= 0)
            continue;
        std::vector<Ring> holes;
        for (const Ring& r : rings)
            if (areaOf(r) < 0 && onPaper(outline, {}, r.front()))
                holes.push_back(r);
        for (Ring& piece : convexPieces(outline, holes))
            out.push_back(std::move(piece));
    }
    return out;
}

struct Plane {
    Vec3 normal;
    double offset;
    double height(const Vec3& p) const { return normal.dot(p) - offset; }
};

struct Solid { // one piece of a drawn-in panel in one pose
    Corners3 corners;
    Plane plane;
    Vec3 low, high;
};

Solid solidOf(const Corners2& flat, const Rigid& at) {
    Solid s;
    s.plane.normal = at.turn.col(2);
    s.plane.offset = s.plane.normal.dot(at.shift);
    s.low = Vec3::Constant(1e300);
    s.high = -s.low;
    for (const Vec2& p : flat) {
        s.corners.push_back(at.at(p));
        s.low = s.low.cwiseMin(s.corners.back());
        s.high = s.high.cwiseMax(s.corners.back());
    }
    return s;
}

// Where a convex outline meets a plane, as an interval along `dir`, and how far it reaches to
// the nearer side of the plane.
struct Cut {
    double from = 1e300, to = -1e300, shallow = 0;
};

std::optional<Cut> cut(const Solid& s, const Plane& plane, const Vec3& dir) {
    Cut c;
    double up = 0, down = 0;
    for (size_t i = 0; i < s.corners.size(); ++i) {
        const Vec3 &p = s.corners[i], &q = s.corners[(i + 1) % s.corners.size()];
        const double hp = plane.height(p), hq = plane.height(q);
        up = std::max(up, hp);
        down = std::max(down, -hp);
        if ((hp < 0) != (hq < 0)) {
            const double t = dir.dot(p + (q - p) * (hp / (hp - hq)));
            c.from = std::min(c.from, t);
            c.to = std::max(c.to, t);
        }
    }
    if (c.from > c.to)
        return {};
    c.shallow = std::min(up, down);
    return c;
}

// By how much two panels pass through each other: the least distance by which one of them would
// have to draw back from the other's plane. 0 when they do not.
double depth(const Solid& a, const Solid& b) {
    if ((a.low.array() > b.high.array()).any() || (b.low.array() > a.high.array()).any())
        return 0;
    Vec3 dir = a.plane.normal.cross(b.plane.normal);
    if (dir.norm() < parallel)
        return 0;
    dir.normalize();
    auto ca = cut(a, b.plane, dir), cb = cut(b, a.plane, dir);
    if (!ca || !cb || std::min(ca->to, cb->to) - std::max(ca->from, cb->from) <= 1e-9)
        return 0;
    return std::min(ca->shallow, cb->shallow);
}

using Solids = std::vector<Solid>;

Solids solidsOf(const std::vector<Corners2>& pieces, const Rigid& at) {
    Solids out;
    for (const Corners2& p : pieces)
        out.push_back(solidOf(p, at));
    return out;
}

double depth(const Solids& a, const Solids& b) {
    double most = 0;
    for (const Solid& s : a)
        for (const Solid& t : b)
            most = std::max(most, depth(s, t));
    return most;
}

// The parts that bind in this pose.
std::vector<bool> binding(const Case& c, const Pose& pose) {
    std::vector<bool> out(c.assembly.parts.size());
    for (size_t l = 0; l < c.linkage.loops.size(); ++l)
        if (pose.misfits[l] > bindsAbove)
            out[c.assembly.panels[c.linkage.loops[l].held].part] = true;
    return out;
}

// Whether everything that is driven lies flat, and with it the card: everything touches there.
bool liesFlat(const Case& c, const Pose& pose) {
    for (const Course::Leg& leg : c.linkage.course.legs())
        if (std::fabs(std::sin(pose.angles[leg.joint])) > 1e-9 ||
            c.linkage.joints[leg.joint].freedom == Freedom::Slide)
            return false;
    return true;
}

// Panels that hang on a crease that nothing holds.
std::vector<bool> limp(const Case& c) {
    std::vector<bool> out(c.assembly.panels.size());
    for (const TreeStep& s : c.linkage.tree) {
        const auto& flaps = c.linkage.flaps;
        out[s.panel] = (s.parent >= 0 && out[s.parent]) ||
                       (s.joint >= 0 && std::count(flaps.begin(), flaps.end(), s.joint) > 0);
    }
    return out;
}

struct Hit {
    int a = 0, b = 0;
    double first = 0, last = 0, worstAt = 0, depth = 0;
};

// The opening between a free and a hit one at which the hit begins, to a tenth of a degree.
double edgeOf(const Case& c, const std::vector<Corners2>& a, const std::vector<Corners2>& b,
              const Hit& h, double free, double hit) {
    while (std::fabs(free - hit) > 0.1) {
        const double mid = (free + hit) / 2;
        const Pose p = poseAt(c.linkage, c.motion, mid);
        (depth(solidsOf(a, p.panels[h.a]), solidsOf(b, p.panels[h.b])) > 0 ? hit : free) = mid;
    }
    return hit;
}

} // namespace

void collision(const Case& c, std::vector<Finding>& out) {
    const size_t n = c.assembly.panels.size();
    std::vector<std::vector<Corners2>> flat(n);
    for (size_t i = 0; i < n; ++i)
        flat[i] = piecesOf(c.assembly.panels[i]);
    const std::vector<bool> gives = limp(c);
    std::vector<Hit> hits;
    std::vector<int> hitOf(n * n, -1);
    // What is put through a slit of the other passes through it by design.
    std::vector<bool> slotted(n * n);
    std::vector<double> foam(n); // mm that a panel can give way to what presses on it
    for (const Join& j : c.assembly.joins)
        if (j.kind == JoinKind::Glue && std::fabs(j.place.shift.z()) > 1e-9)
            foam[static_cast<size_t>(j.tab)] = std::fabs(j.place.shift.z());
        else if (j.kind == JoinKind::Slot)
            slotted[std::min(j.tab, j.landing) * n + std::max(j.tab, j.landing)] = true;
    std::vector<Solids> solids(n);
    for (const Pose& pose : c.poses) {
        if (liesFlat(c, pose))
            continue;
        const std::vector<bool> binds = binding(c, pose);
        auto skipped = [&](size_t i) {
            return binds[c.assembly.panels[i].part] || c.linkage.loose[i] || gives[i];
        };
        for (size_t i = 0; i < n; ++i)
            solids[i] = solidsOf(flat[i], pose.panels[i]);
        for (size_t i = 0; i < n; ++i)
            for (size_t j = i + 1; j < n; ++j) {
                if (skipped(i) || skipped(j) || slotted[i * n + j])
                    continue;
                const double d = depth(solids[i], solids[j]);
                if (d <= std::max(foam[i], foam[j]))
                    continue;
                int& at = hitOf[i * n + j];
                if (at < 0) {
                    at = static_cast<int>(hits.size());
                    hits.push_back({static_cast<int>(i), static_cast<int>(j), pose.opening,
                                    pose.opening, pose.opening, 0});
                }
                Hit& h = hits[at];
                h.last = pose.opening;
                if (d > h.depth) {
                    h.depth = d;
                    h.worstAt = pose.opening;
                }
            }
    }
    // One finding for each pair of parts: the deepest pair of panels speaks for the rest.
    std::vector<Finding> found;
    std::stable_sort(hits.begin(), hits.end(),
                     [](const Hit& a, const Hit& b) { return a.depth > b.depth; });
    for (Hit& h : hits) {
        const Panel &a = c.assembly.panels[h.a], &b = c.assembly.panels[h.b];
        const std::vector<std::string> parts{c.assembly.parts[a.part].id,
                                             c.assembly.parts[b.part].id};
        if (h.first > c.first() + 1)
            h.first = edgeOf(c, flat[h.a], flat[h.b], h, h.first - 1, h.first);
        if (h.last < c.last() - 1)
            h.last = edgeOf(c, flat[h.a], flat[h.b], h, h.last + 1, h.last);
        auto same = std::find_if(found.begin(), found.end(), [&](const Finding& f) {
            return f.parts == parts ||
                   (f.parts.size() == 1 && parts[0] == parts[1] && f.parts[0] == parts[0]);
        });
        if (same != found.end()) {
            same->openingFrom = std::min(same->openingFrom, h.first);
            same->openingTo = std::max(same->openingTo, h.last);
            nameIn(*same, c, h.a);
            nameIn(*same, c, h.b);
            continue;
        }
        const double caliper =
            std::max(c.design.stock(c.assembly.parts[a.part].stock)->caliper.mm(),
                     c.design.stock(c.assembly.parts[b.part].stock)->caliper.mm());
        Finding f{"collision", h.depth > caliper ? Severity::Stop : Severity::Caution,
                  {},          {},
                  h.first,     h.last,
                  h.worstAt,   h.depth,
                  {},          {},
                  {}};
        nameIn(f, c, h.a);
        nameIn(f, c, h.b);
        found.push_back(f);
    }
    for (Finding& f : found) {
        const int a = c.assembly.panel(f.panels[0]), b = c.assembly.panel(f.panels[1]);
        f.message = "The " + sayPanel(c, a) + " passes through the " + sayPanel(c, b) +
                    " by up to " + sayAmount(c, f.amount) + " " +
                    sayOpening(c, f.openingFrom, f.openingTo) + ".";
        f.remedy = "Move the two apart along the fold, or make one of them lower or narrower.";
        out.push_back(f);
    }
}

} // namespace hl
