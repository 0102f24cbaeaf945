// The fast lane of closing.
#pragma once
#include "core/fold/linkage.h"

namespace hl::fold {

// When a loop is closed, in mm.
namespace closing {
constexpr double toNoise = 1e-12; // the noise of double arithmetic on a card
constexpr double nearly = 1e-7;   // one more step lands within the noise: no need to look again
} // namespace closing

// The plain case, and nearly every one: a single loop with three unknown folds, close to
// closing::toNoise. Undamped Gauss-Newton steps; what is not closed is a shift and a turn here, six
// numbers instead of the nine of three marks. Says false, leaving the values alone, where that
// leads out of bounds or does not settle; the general way then starts from the same place.
bool closeThree(const Linkage& k, const Block& block, std::vector<double>& values, double* left);

} // namespace hl::fold
