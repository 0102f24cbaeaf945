// Refold: which folds, turned the other way, let a card close that does not close as it is folded.
#pragma once
#include "core/fold/case.h"

namespace hl::proving {

// Folds to be turned from mountain to valley or back, and the design in which they are. What a tab
// of such a fold is glued with follows, as the family of its strip lets it.
struct Refold {
    std::vector<int> creases; // of the case
    Design design;
};

// The fewest folds of a chain that have to be turned for all its loops to close over the whole
// motion: every such way, what was drawn last first; nothing where it takes more than three folds,
// where none of them can be turned, or where it would take more than a few dozen foldings to know.
std::vector<Refold> refoldings(const Case& c, int wrongFold, const Stop& stop);

// Whether a crease is a mountain or a valley by the maker's word, and may be turned.
bool canTurn(const Design& design, const Crease& crease);

} // namespace hl::proving
