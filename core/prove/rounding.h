// Rounding: the design with every measure as a maker's ruler shows it, and what that does.
#pragma once
#include "core/prove/case.h"
#include <atomic>

namespace hl {

// A measure that must not be rounded.
struct Rounded {
    std::string structure, parameter; // ids
    Measure exact, shown;             // as designed and as the ruler shows it
    double misfit = 0;                // mm that rounding it alone makes
};

struct Rounding {
    const Ruler* ruler = nullptr;
    int changed = 0;              // measures that the ruler does not show exactly
    double misfit = 0;            // mm, the worst with all of them rounded
    double before = 0;            // mm, the worst as designed
    double opening = 0;           // where
    int loop = -1;                // at which
    double overhang = 0;          // mm by which closed parts reach further than before
    std::vector<Rounded> careful; // those that make misfit by themselves, the worst first
};

// Rounds all lengths of structures to the ruler and all angles to half a degree. Folded at nine
// places of the motion from its closed to its open end.
Rounding roundedTo(const Case& c, const Ruler& ruler, const std::atomic<bool>* cancel = nullptr);

} // namespace hl
