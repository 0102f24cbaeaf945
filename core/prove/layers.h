// Layers: how panels lie on one another where the card lies flat.
//
// Flat coordinates are those of the root page, seen from its face side: the closed card lies where
// the root page does.
#pragma once
#include "core/fold/case.h"
#include "core/prove/solids.h"

namespace hl::proving {

// Two panels that lie over one another.
struct Overlap {
    int a = 0, b = 0;
    Ring shared; // of their largest common piece
    // Which one is on top just before and just after the flat state: 1 the first, -1 the second, 0
    // nobody can tell (they touch), 2 each of them somewhere, so that they pass through one
    // another.
    int before = 0, after = 0;
    // The same of panels that the motion never parts there, by the folds that keep them together.
    int folded = 0;
    int order() const { return before ? before : after ? after : folded; }
};

struct FlatState {
    double opening = 0;
    std::vector<std::vector<Ring>> pieces; // of every panel, counter-clockwise; none if not flat
    std::vector<Rigid> place;              // of every panel in the root's coordinates
    std::vector<Overlap> overlaps;

    const Overlap* overlap(int a, int b) const; // either way round; null when there is none
    // 1 if panel a lies above b, -1 below, 0 unknown.
    int above(int a, int b) const;
    // The panels that lie over or under one, ascending, and the number of their overlap.
    const std::vector<std::pair<int, int>>& with(int panel) const { return with_[panel]; }

  private:
    friend std::vector<FlatState> flatStates(const Case& c, const Stop& stop);
    std::vector<std::vector<std::pair<int, int>>> with_;
};

// All openings at which everything lies flat, with the order of layers that the motion leads to:
// panels are compared half a degree before and after.
std::vector<FlatState> flatStates(const Case& c, const Stop& stop);

} // namespace hl::proving
