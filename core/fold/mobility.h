// Mobility: how many ways a linkage can move at a general setting of one driver. One, the driver
// itself, is a card that works; none is locked; more means that something flaps.
#pragma once
#include "core/fold/motion.h"
#include <vector>

namespace hl::fold {

struct Mobility {
    int freeMotions = 0;       // the driver's included; other drivers rest
    bool driverMoves = true;   // false: locked, the driver cannot move
    std::vector<int> locking;  // loops whose equations stop the driver, if it is stopped
    std::vector<int> flapping; // joints in loops that can move while the driver rests
};

// Counts from the rank of the derivatives of the loops of every block, in the order in which they
// are solved. The pose must be general and closed: at flat states the derivatives say too little.
// Redundant loops lower the rank, not the count. Plain flaps (linkage.flaps) are counted but not
// named again. Source: first-order kinematics of closed chains.
Mobility mobilityAt(const Linkage& linkage, const Motion& motion, const Pose& pose, int driver);

} // namespace hl::fold
