// The convex hull of points in space, by its facets. Lengths in mm.
#pragma once
#include "core/assembly/rigid.h"
#include <vector>

namespace hl::proving {

struct Facet {
    Vec3 outward = Vec3::UnitZ(); // unit
    double offset = 0;            // outward . p of its points
    std::vector<Vec3> ring;       // corners in order
};

// What lies within 0.05 mm of a wider facet's plane is part of that facet. None when the points lie
// in one plane to within as much.
std::vector<Facet> hullOf(const std::vector<Vec3>& points);

} // namespace hl::proving
