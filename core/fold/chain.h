// What a kind of join becomes in a linkage.
#pragma once
#include "core/fold/linkage.h"

namespace hl::fold {

// The joints of a join that moves, from its landing to what it holds, of which `held` is the
// outline: one freedom each, in mm or radians. Bodies between them, and the join's number, are
// given by who puts them into a linkage.
std::vector<Joint> chainOf(const Join& join, const JoinTraits& traits, const Ring& held);

} // namespace hl::fold
