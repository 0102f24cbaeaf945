// Trays: strips of paper that lie under the trimmer as one piece, from which what no fingers could
// hold there is cut out by knife or machine: the letters of a word, and all that is tiny.
#pragma once
#include "core/make/cut_plan.h"
#include <vector>

namespace hl::make {

// What no guillotine cut is made on, mm: fingers have to hold the piece.
inline constexpr double leastHeld = 12;

// A small thing as it lies on its paper.
struct SmallPiece {
    double width = 0, height = 0;
    std::string word; // the structure whose letter it is; empty: it is no letter
};

struct Tray {
    std::vector<size_t> pieces; // of those given
    std::vector<SheetArea> at;  // likewise, from the tray's lower left corner
    double width = 0, height = 0;
};

// In rows no longer than `widest`: every word on a tray of its own, in the order given, and all
// else together, the tallest first. Between two things is room for the
// knife. A tray is as large as a whole number of `step` where that is no more than `widest`, so
// that the fence stands on a mark.
std::vector<Tray> traysOf(const std::vector<SmallPiece>& pieces, double widest, double step = 1);

} // namespace hl::make
