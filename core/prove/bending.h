// Bending: sets that are held by more than their folds can follow, and how far their paper has to
// bend.
#pragma once
#include "core/fold/case.h"
#include <optional>

namespace hl::proving {

// How a sheet bends that has to give way: by `by` mm over `over` mm, in an arc of that radius.
struct Bent {
    double by = 0, over = 0, radius = 1e300;
    enum Way { Bearable, Stiff, TooFar } way = Bearable;
};

// Of a loop that misses by `miss` mm at a pose: how its paper bends, where no length or angle of
// the chain could take up what is missed. Nothing where it is a matter of lengths or angles: folds
// whose axes are all parallel only shift and turn the chain in one plane, those that meet in one
// point only turn it about that point, and six or more follow whatever is asked.
// The paper takes the miss up in an arc: over a chord L that is e too long it rises by
// sqrt(3 e L / 8), and its radius is L^2 / (8 rise). L is the longest way across the largest panel
// of the chain. Card of t mm takes a radius of 150 t without a trace; below 50 t it kinks.
std::optional<Bent> bendingOf(const Case& c, const Loop& loop, const Pose& pose, double miss);

} // namespace hl::proving
