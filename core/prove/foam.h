// Foam: what stands off the paper that it is glued to, and what that means where the card closes.
#pragma once
#include "core/prove/layers.h"

namespace hl::proving {

// Of every panel how far it stands off the panel that carries it, mm: its own foam and all that is
// under that. 0 of what lies on paper, or on nothing.
std::vector<double> raisedBy(const Assembly& assembly);

// How far from lying flat two panels are in a pose, degrees: the angle between them, or how far the
// folds still are from where they lie flat that keep the one over the other. Between two layers
// that meet in parallel only the second tells.
double standingOff(const Case& c, const FlatState& flat, const Pose& pose, int a, int b);

// How far a place is, mm, from the nearest fold that holds a panel down to what something raised
// lies on, and whether that fold runs under what is raised: then the one goes through the other,
// however thin the foam is. No fold: 1e300.
struct HeldDown {
    double away = 1e300;
    bool under = false;
};
HeldDown heldDown(const Case& c, const FlatState& flat, const Pose& pose, int raised, int panel,
                  const Vec3& place);

} // namespace hl::proving
