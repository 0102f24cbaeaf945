// Where a block begins: the branch on which it closes, looked for from many starting values.
#pragma once
#include "core/fold/closure.h"
#include "core/fold/motion.h"
#include "core/fold/springs.h"

namespace hl::fold {

namespace branch {
constexpr double good = 1e-7;    // mm: closed, when a branch is looked for
constexpr double forgiven = 0.5; // mm: paper bends that far, so the branch is the right one
} // namespace branch

// The largest misfit of a block's loops, in mm.
double missOf(const Linkage& k, const Block& block, const std::vector<double>& values);

// What the folds of a block on springs rest at, with the pages as they stand in `values`.
Rests restsAt(const Linkage& k, const Motion& m, const std::vector<double>& values);

// Tries starting values until the block closes. Leaves the best found in `values` and returns its
// misfit. With sides kept the starts are on the creases' own sides, else on either. A block with
// springs takes the closed start with the least energy.
double findBranch(const Linkage& k, const Block& block, std::vector<double>& values, Sides sides,
                  bool springs, const Rests& rests = {});

} // namespace hl::fold
