// Guillotine packing: pieces laid on sheets so that cuts from edge to edge, one after the other,
// part them. Lengths in mm.
#pragma once
#include "core/measure/rooms.h"
#include <atomic>
#include <functional>
#include <vector>

namespace hl::make {

struct CutPiece {
    double width = 0, height = 0;
    bool turns = true; // it may lie a quarter turned
};

// Sheets to cut from; a plan takes as few whole ones as it can, and offcuts before them.
struct SheetKind {
    double width = 0, height = 0;
    int count = -1; // at hand; -1: as many as it takes
    bool offcut = false;
};

// What lies on the table: the whole sheet first, then whatever a cut leaves of it. Coordinates from
// the sheet's lower left corner.
struct CutNode {
    double x = 0, y = 0, width = 0, height = 0;
    int piece = -1; // which piece it is, once it needs no further cut
    bool turned = false;
    int first = -1, second = -1; // what it is cut into: left and right, or below and above
    bool acrossX = false;        // the cut runs upright, at an x; else level, at a y
    double at = 0;
};

struct CutSheet {
    int kind = 0; // which of the kinds
    std::vector<CutNode> nodes;
};

struct Packing {
    std::vector<CutSheet> sheets;
    std::vector<int> missing; // pieces that no sheet is left for
};

// `tries` bounds the work: how many orders and rules are tried. The same input gives the same
// packing. Stops early, with the best so far, once `cancel` is set. `progress` hears 0 to 1.
Packing packed(const std::vector<CutPiece>& pieces, const std::vector<SheetKind>& kinds,
               int tries = 300, const std::atomic<bool>* cancel = nullptr,
               const std::function<void(double)>& progress = {});

// Whole sheets used, and of what is left the area of the largest rectangle: what packings are
// compared by, besides what is missing.
int wholeSheets(const Packing& p, const std::vector<SheetKind>& kinds);
double largestLeft(const Packing& p);

} // namespace hl::make
