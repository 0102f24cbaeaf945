// Stretches: the straight pieces of which the edges and lines of a sheet consist.
#pragma once
#include "core/assembly/arrangement.h"

namespace hl::assembly {

inline constexpr int edgeOfSheet = -1; // instead of a line's index

struct Stretch {
    Vec2 from, to;
    int line;
};

// Those of all edges, then of all lines in order, without the gaps of a line.
std::vector<Stretch> stretchesIn(const Ring& outline, const std::vector<Ring>& apertures,
                                 const std::vector<SheetLine>& lines);

} // namespace hl::assembly
