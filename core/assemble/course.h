// The course of a card of pages: which of its folds the hand moves, all together, and which follow.
#pragma once
#include "core/assembly/assembly.h"

namespace hl::assembling {

// From the closed card to the displayed one. A fold in no loop is moved by the hand. Folds in loops
// follow from one another: of a ring of n folds, all parallel or all through one point, n - 3 can
// be chosen (three equations close it), and so many are moved, in the order of the pages.
std::vector<Stage> courseOf(const Assembly& assembly);

} // namespace hl::assembling
