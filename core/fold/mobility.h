// Mobility: how many ways a linkage can move at a general opening. One, the opening itself, is a
// card that works; none is locked; more means that something flaps.
#pragma once
#include "core/fold/motion.h"
#include <vector>

namespace hl {

struct Mobility {
    int freeMotions = 0;       // the driver's included
    bool driverMoves = true;   // false: locked, the opening cannot change
    std::vector<int> locking;  // loops whose equations stop the driver, if it is stopped
    std::vector<int> flapping; // creases that can move while the opening stays
};

// Counts from the rank of the loops' derivatives with respect to all fold angles at this pose.
// The pose must be general: at flat states the derivatives say too little. Redundant loops lower
// the rank, not the count. Source: first-order kinematics of closed chains.
Mobility mobilityAt(const Linkage& linkage, const Pose& pose);

} // namespace hl
