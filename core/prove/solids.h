// Solids: panels as flat convex pieces in space, and what two of them do to one another: whether
// they cross, how deep, and how far apart they are. Lengths in mm.
#pragma once
#include "core/assembly/assembly.h"
#include <cstdint>
#include <optional>

namespace hl::proving {

struct Plane {
    Vec3 normal = Vec3::UnitZ();
    double offset = 0;
    double height(const Vec3& p) const { return normal.dot(p) - offset; }
};
Plane planeOf(const Rigid& panel); // of a panel; the face side is above it

struct Box {
    Vec3 low = Vec3::Constant(1e300), high = Vec3::Constant(-1e300);
    void take(const Vec3& p) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    void take(const Box& b) {
        low = low.cwiseMin(b.low);
        high = high.cwiseMax(b.high);
    }
    // Whether the two are more than `gap` apart along one of the axes.
    bool clears(const Box& b, double gap = 0) const {
        return low.x() > b.high.x() + gap || b.low.x() > high.x() + gap ||
               low.y() > b.high.y() + gap || b.low.y() > high.y() + gap ||
               low.z() > b.high.z() + gap || b.low.z() > high.z() + gap;
    }
};

// A convex polygon in space: corners in order and the plane it lies in.
struct Polygon {
    const Vec3* corners = nullptr;
    int count = 0;
    const Plane* plane = nullptr;
};

// How two polygons lie to one another. `first` is where the first one is as seen from the second's
// plane: 1 above, -1 below, 0 in it, 2 on both sides; `second` the other way round. Where both are
// on both sides, the planes' line of intersection tells: `overlap` is how much of it (mm) lies in
// both, negative when they lie apart on it, and `order` which of them comes first along `line`.
struct Lie {
    int first = 0, second = 0;
    double overlap = 0;
    int order = 0;
    Vec3 line = Vec3::Zero();
    // How a polygon reaches along that line: where the other's plane cuts it, and as a whole; and
    // which of its corners lie above and below that plane, a bit for each (with more than 64 of
    // them, bits are shared).
    struct Reach {
        double from = 1e300, to = -1e300, low = 1e300, high = -1e300;
        std::uint64_t above = 0, below = 0;
    } a, b;
    bool crosses() const { return first == 2 && second == 2 && overlap > 0; }
};
Lie lieOf(const Polygon& a, const Polygon& b);
// Whether two polygons that cross in neither of two poses, close to one another, cannot have met on
// the way: one of them stays on one side of the other's plane, or they stay in order along the line
// in which the planes cross. On that line a polygon reaches no further in between than where it is
// cut in the two poses, unless a corner of it passes through the other's plane on the way.
bool stayApart(const Lie& before, const Lie& after);
// Where a polygon stands to a plane, as `first` above.
int sideOf(const Polygon& a, const Plane& plane);

// Where two polygons cross: the depth is the least distance by which one of them would have to
// draw back from the other's plane; `where` is the middle of what they have in common.
struct Crossing {
    double depth = 0;
    Vec3 where = Vec3::Zero();
    Vec3 from = Vec3::Zero(), to = Vec3::Zero(); // the ends of what they have in common
};
std::optional<Crossing> crossingOf(const Polygon& a, const Polygon& b);

// The smallest distance between two polygons; 0 where they cross. Two convex polygons that do not
// cross are nearest at two edges or at a corner and the other's inside.
struct Gap {
    double distance = 1e300;
    Vec3 from = Vec3::Zero(), to = Vec3::Zero(); // on the one and on the other
};
Gap gapOf(const Polygon& a, const Polygon& b);

// The middle of where two parallel polygons lie over one another; nothing where they do not.
std::optional<Vec3> sharedMiddle(const Polygon& a, const Polygon& b);
// Whether two boxes keep apart, each on its way from one place to another.
bool waysClear(const Box& a, const Box& toA, const Box& b, const Box& toB);

// Calls `each` with every piece of the one panel and every piece of the other, in space.
template<class Each>
void forPieces(const Panel& a, const Rigid& atA, const Panel& b, const Rigid& atB, Each each) {
    const Plane planeA = planeOf(atA), planeB = planeOf(atB);
    std::vector<Vec3> p, q;
    for (const Ring& r : a.pieces)
        for (const Ring& s : b.pieces) {
            p.clear();
            q.clear();
            for (const Vec2& x : r)
                p.push_back(atA.at(x));
            for (const Vec2& x : s)
                q.push_back(atB.at(x));
            each(Polygon{p.data(), static_cast<int>(p.size()), &planeA},
                 Polygon{q.data(), static_cast<int>(q.size()), &planeB});
        }
}

// What of a convex ring lies on the side of a line to which `normal` points.
Ring aboveLine(const Ring& ring, const Vec2& on, const Vec2& normal);
// What two convex counter-clockwise rings have in common; empty without an inside.
Ring overlapOf(const Ring& a, const Ring& b);
// The least distance between two parallel lines that have a convex ring between them.
double widthOf(const Ring& convex);
// The middle of the area inside a ring.
Vec2 centroidOf(const Ring& ring);

} // namespace hl::proving
