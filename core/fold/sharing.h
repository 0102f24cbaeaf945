// Sharing: a chain of panels that does not close, with the misfit shared out over all its folds.
//
// A loop is cut somewhere only for the sake of counting; where nothing closes, neither the amount
// nor the pose may depend on where. So the gap, a small rigid motion E that maps the landing beside
// itself, is measured at the ends of every fold on the way round: E p - p. Those distances are the
// same wherever the loop is cut, and the same in the mirror.
#pragma once
#include "core/fold/closure.h"

namespace hl::fold {

// Moves the block's joints, within their bounds, to where the sum of squared gaps is least
// (Levenberg and Marquardt's steps over the joints that no bound holds).
void shareOut(const Linkage& linkage, const Block& block, std::vector<double>& values);

// The misfit of every loop of a block, into `misfits` by loop, mm: next to none where every corner
// of what is held comes to lie within `closed` of its place. Else how far a tab misses its landing
// when the other tabs are glued and the folds bring it as near as they can: of the tabs on the way
// round the one that misses most. `values` are those that are shared out.
inline constexpr double closed = 1e-6;   // mm
inline constexpr double sharingArm = 40; // mm that count as a radian
void misfitsOf(const Linkage& linkage, const Block& block, const std::vector<double>& values,
               std::vector<double>& misfits);

// Panels placed along a tree leave the whole gap where a loop is cut. This moves the panels of the
// loops in `open`, and what hangs on them, so that every fold of the chain takes its share of the
// way and of the turn, and what is glued hardly any: the sum of squares is least. Folds keep their
// angles. Pages and everything else that is driven stay.
void spread(const Linkage& linkage, const std::vector<Block>& blocks, const std::vector<int>& open,
            const std::vector<double>& values, std::vector<Rigid>& placed);

} // namespace hl::fold
