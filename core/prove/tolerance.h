// Tolerance: what the small errors of a maker's hand add up to at each tab.
//
// Every score may lie a little beside its place, every part be laid down a little off its mark. To
// first order the errors move the marks of a loop; the folds of its block give way where they can
// (least squares, as everywhere), and what is left is misfit. At flat states folds cannot give way,
// which is why errors show there first. Errors are independent; the figures are those of a normal
// distribution: likely is the root of the mean square, worst what one card in a few hundred reaches
// (three times the standard deviation in the worst direction).
#pragma once
#include "core/fold/case.h"

namespace hl::proving {

// One of the errors: of a score (a crease), or of laying down what is held by a join.
struct ErrorSource {
    int crease = -1, join = -1;
    double share = 0; // of the mean square, 0 to 1
};

struct Tolerance {
    int loop = 0;                     // of the linkage
    double opening = 0;               // where it is worst
    double likely = 0, worst = 0;     // mm of misfit
    std::vector<ErrorSource> sources; // the three that matter most
};

// One for every loop, the largest first. The poses looked at are the ends of the motion and three
// in between.
std::vector<Tolerance> tolerances(const Case& c);
// "the score right-foot of Box"
std::string saySource(const Case& c, const ErrorSource& s);

} // namespace hl::proving
