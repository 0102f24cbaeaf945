// Curves: what is followed over the opening, and which panels are to keep apart.
#pragma once
#include "core/prove/evidence.h"

namespace hl::proving {

// Whether two owners (ids of structures or drawn parts) are to keep apart: neither stands on the
// other, however far down, and drawn parts are neither joined to one another nor both to a third
// that is not the card.
bool keepApart(const Case& c, const std::string& a, const std::string& b);

// Sampled every few degrees, mm.
struct Curves {
    std::vector<double> openings;
    std::vector<double> misfit;    // the largest
    std::vector<double> clearance; // the smallest between what keeps apart; below 0: there is none
    std::vector<double> height;    // the farthest corner from the pages
    std::vector<double> overhang;  // the farthest beyond the edges of the pages
};
Curves curvesOf(const Evidence& e, const Stop& stop = {});
// The smallest clearance in one pose; below 0 when nothing has to keep apart.
double clearanceIn(const Case& c, const Pose& pose);

} // namespace hl::proving
