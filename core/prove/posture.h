// Posture: how a card is put on the table to be looked at.
#pragma once
#include "core/fold/case.h"

namespace hl::proving {

// Lying: the right page on the table, the left one raised behind it. Standing: the spine upright,
// the card opening toward the viewer. Cradled: the spine on the table, running away from the
// viewer, both pages raised alike. Roof: on the pages' free edges, the spine on top from left to
// right.
enum class Posture { Lying, Standing, Cradled, Roof };
inline constexpr int postures = 4;

// Of a normal's height: from there on a panel lies rather than stands.
inline constexpr double lies = 0.86;

// A posture, and by how much the card is turned on the table so that its front faces the viewer:
// radians, seen from above against the clock.
struct PutDown {
    Posture posture = Posture::Standing;
    double turn = 0;

    PutDown(Posture p = Posture::Standing, double t = 0) : posture(p), turn(t) {}
};

// Pose frame -> table: z up, the viewer at negative y; `opening` of the spine in degrees.
Rigid stanceOf(const PutDown& put, double opening);
// The opening of the spine in a pose, degrees.
double spineOpening(const Case& folded, const Pose& pose);
// Whether all pages lie in one plane, as nearly as paper does that is laid down open.
bool liesFlatOpen(const Case& folded, const Pose& pose);
// As the card is displayed. The posture is what the maker chose, else what the design itself
// suggests: V-folds on the spine are seen along it, what is shown open all the way lies, else a top
// fold lies and a side fold stands. The front is what the maker named (CardSpec::front), else the
// upright panel with the largest window where the card is a base that stands, else as it opens.
PutDown putDown(const Case& folded);

} // namespace hl::proving
