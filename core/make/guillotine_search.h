// What guillotine packing is made of: what a packing is worth, and the two searches that are
// complete where they can be. Of core/make alone.
#pragma once
#include "core/make/guillotine.h"
#include <cmath>
#include <tuple>

namespace hl::make {

inline constexpr double sideHair = 1e-6; // mm: sides that are that near are alike

inline bool cutFits(double piece, double room) { return piece <= room + sideHair; }
inline bool sidesAlike(double a, double b) { return std::fabs(a - b) <= sideHair; }

// What a packing is worth, the less the better: what is missing, whole sheets, their area, then how
// little of what is left is one large rectangle, and how many cuts it takes.
using Worth = std::tuple<size_t, int, double, double, int>;

Worth worthOf(const Packing& p, const std::vector<SheetKind>& kinds);

// One sheet that the pieces fill to the last corner, where there is such a one: false, and nothing
// done, where none is found.
bool fillsOne(const std::vector<CutPiece>& pieces, const std::vector<SheetKind>& kinds,
              Packing& out, const std::atomic<bool>* cancel);

// The best of all ways to share a few pieces (up to 6) out among sheets, where it is better than
// what is there.
void shareOut(const std::vector<CutPiece>& pieces, const std::vector<SheetKind>& kinds,
              Packing& best, Worth& worth, const std::atomic<bool>* cancel);

} // namespace hl::make
