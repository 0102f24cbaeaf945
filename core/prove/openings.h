// What goes through an opening of a panel, and how close it comes to the rim.
#pragma once
#include "core/prove/evidence.h"
#include "core/prove/prove.h"
#include <vector>

namespace hl::proving {

// Two panels that come too close, over which openings (degrees), and where they are nearest.
struct Near {
    int a = 0, b = 0; // panels
    double from = 0, to = 0, at = 0, distance = 1e300;
    Vec3 where = Vec3::Zero();
};

// What goes through an opening with too little room at its edges, in millimetres: half of one, or
// the two calipers where that is more.
std::vector<Near> tightOpenings(const Evidence& e, const Stop& stop);

} // namespace hl::proving
