// Rising: what comes up by itself when the hand lets go, as folds and elastic bands have it.
#pragma once
#include "core/fold/case.h"
#include <optional>

namespace hl::proving {

struct Rising {
    std::string structure;
    int stage = 0;     // of the motion
    double rise = 0;   // mm, of what stands farthest from the panel it is on
    double opened = 0; // degrees between the panels of the fold that is looked at
    double widest = 0; // as far as it could come, degrees
    double gap = -1;   // mm along its edges, the widest of its seams as it stands; -1: none
    double press = 0;  // N, the most that it takes to press it flat
    int elastic = -1;  // its band
    double slack = 0;  // mm, its length
    double flat = 0;   // mm, from hook to hook pressed flat
    double stands = 0; // mm, the same as it stands
};

// Everything of the card that rises by itself, in the order of the motion.
std::vector<Rising> risingsOf(const Case& folded);

// How many times its length a rubber band bears to be stretched: an assumption, under what such
// bands tear at.
inline constexpr double bandBears = 5.5;

// The same motion with bands of other lengths: where it rises to (mm) with each of them.
struct BandTried {
    double length = 0, rise = 0, opened = 0;
};
// Lengths from the shortest that can be hooked in to what hangs slack when it is pressed flat,
// a millimetre apart.
std::vector<BandTried> bandsTried(const Case& folded, const Rising& rising);
// Of those the ones that work: borne when it is pressed flat, and taut as it stands.
std::vector<BandTried> bandsThatWork(const Case& folded, const Rising& rising);
// The longest band that raises it by so much, to a tenth of a millimetre; none where no length
// does.
std::optional<double> bandFor(const Case& folded, const Rising& rising, double rise);

} // namespace hl::proving
