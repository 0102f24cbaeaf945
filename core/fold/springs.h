// Paper springs: where closing its loops leaves a block free to move, paper takes the pose in
// which its folds are bent least from where they would rest.
#pragma once
#include "core/fold/energy.h"

namespace hl::fold {

// Moves the block's joints from anywhere to where springs and loops pull them together: the loops
// pull weakly at first, then ever harder. A start for settle that does not depend on luck.
void relax(const Linkage& linkage, const Block& block, std::vector<double>& values,
           const Rests& rests = {});

// Moves the block's joints from values that nearly close its loops to the nearest least energy
// among those that close them, within the joints' bounds. Newton's method on the Lagrangian,
// reduced to the directions that keep the loops closed; second derivatives of a mark p by turns
// i before j are axis_i x (axis_j x (p - point on axis_j)).
void settle(const Linkage& linkage, const Block& block, std::vector<double>& values,
            const Rests& rests = {});

} // namespace hl::fold
