// What a mat covers: the paper of a panel that shows, drawn in by even borders, short of what is
// glued there.
#pragma once
#include "core/assembly/polygon.h"

namespace hl::assembly {

// Borders in mm. The border of a side lies between the panel's line on that side, upright or
// slanted, and the mat's, and moves nothing else; openings keep the step all round. Where a side is
// no line, as the bows of a silhouette are none, all of it is drawn back by as much. Sides are as
// `along` (to the right) and `up` say.
struct Borders {
    double step = 3;
    double left = 3, right = 3, bottom = 3, top = 3;
    Vec2 along = Vec2(1, 0), up = Vec2(0, 1);
};

// The pieces of a mat, largest first: mitred, pierced where the panel is, without `bare` and a
// hair's breadth round it. Pieces too thin to be cut and glued are left out.
std::vector<Paper> matOn(const Ring& outline, const std::vector<Ring>& apertures,
                         const std::vector<Ring>& bare, const Borders& borders);

// The step on a panel of that width where `step` is the design's: half of it where the panel is
// less than sixteen times as wide, but no less than 1.5 mm, which a hand that lays it keeps.
double stepOn(double width, double step);

} // namespace hl::assembly
