// Blocks: which loops have to be solved together. A set of loops stands alone when its equations
// settle all joints they contain that are not settled before; the smallest such sets are split
// off first, so that structures that do not depend on one another are solved apart.
#pragma once
#include "core/fold/linkage.h"

namespace hl::fold {

// Found from the rank of the loops' derivatives at a general setting of the joints, which creases
// that are parallel or meet in a point keep at any setting. What no set of loops settles (a
// structure that flaps) comes as one block with fewer equations than joints.
std::vector<Block> blocksOf(const Linkage& linkage);

} // namespace hl::fold
