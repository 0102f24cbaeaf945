// The convex hull of points in space, by its facets. Lengths in mm.
#pragma once
#include "core/assembly/rigid.h"
#include <vector>

namespace hl {

struct Facet {
    Vec3 outward = Vec3::UnitZ(); // unit
    double offset = 0;            // outward . p of its points
    std::vector<Vec3> ring;       // corners in order
};

// Facets whose planes agree to within 0.05 mm and a tenth of a degree are one. None when the points
// lie in one plane.
std::vector<Facet> hullOf(const std::vector<Vec3>& points);

} // namespace hl
