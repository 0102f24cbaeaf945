// Resting: where a card comes to rest when it is left alone.
#pragma once
#include "core/fold/case.h"

namespace hl::fold {

// The place of the motion at which the folds are least bent from where they rest by themselves:
// the least of the sum of stiffness times the square of what each is bent by, looked for among the
// samples and between them by the parabola through the lowest three. What the hand holds and what
// weighs are left out.
double restingPlace(const Case& folded);

} // namespace hl::fold
