// Posture: how a card is put on the table to be looked at.
#pragma once
#include "core/fold/case.h"

namespace hl {

// Lying: the right page on the table, the left one raised behind it. Standing: the spine upright,
// the card opening toward the viewer. Cradled: the spine on the table, running away from the
// viewer, both pages raised alike. Roof: on the pages' free edges, the spine on top from left to
// right.
enum class Posture { Lying, Standing, Cradled, Roof };

// Pose frame -> table: z up, the viewer at negative y; `opening` of the spine in degrees.
Rigid stanceOf(Posture posture, double opening);
// The opening of the spine in a pose, degrees.
double spineOpening(const Case& folded, const Pose& pose);
// Whether all pages lie in one plane, as nearly as paper does that is laid down open.
bool liesFlatOpen(const Case& folded, const Pose& pose);
// What the maker chose, else what the design itself suggests: V-folds on the spine are seen along
// it, else a top fold lies and a side fold stands, unless it is shown open all the way.
Posture naturalStance(const Design& design);

} // namespace hl
