// Closure: finding the fold angles with which the loops of a block close.
#pragma once
#include "core/fold/linkage.h"

namespace hl {

// The misfit of the loop in mm: by how much the tab's crease misses its line on the landing. A tab
// that turns about its crease is pressed flat when it is glued; only where the crease lies right
// and the tab stands off by more than half a millimetre does the tab's corner count.
double misfitOf(const Loop& loop, const std::vector<double>& angles);

// The bounds that mountain and valley set on a fold angle: [-pi, 0] or [0, pi].
struct Bounds {
    double low, high;
};
Bounds boundsOf(const Crease& crease);

// Moves the block's angles from where they are to the nearest ones that close its loops, keeping
// every crease on its mountain or valley side. Where nothing closes, they end at the least sum of
// squared misses. Damped Gauss-Newton (Levenberg, Marquardt) with
// analytic derivatives: a mark p moves by axis x (p - point on axis) per radian.
enum class Sides { Kept, Free }; // Free: mountain and valley are disregarded, for diagnosis
void moveToClosure(const Linkage& linkage, const Block& block, std::vector<double>& angles,
                   Sides sides = Sides::Kept);
// The same, and the misfit that is left.
double closeBlock(const Linkage& linkage, const Block& block, std::vector<double>& angles,
                  Sides sides = Sides::Kept);

// Rounds the block's angles to 0 or a half turn if all of them lie within `near` radians of it
// and the loops then close to 1e-9 mm; says whether it did. At flat states this replaces
// iteration, which cannot tell angles there: closure is of second order in them.
bool snapFlat(const Linkage& linkage, const Block& block, std::vector<double>& angles, double near);

} // namespace hl
