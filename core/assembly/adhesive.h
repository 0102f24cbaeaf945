// Adhesive zones as areas of a panel.
#pragma once
#include "core/assembly/assembly.h"
#include "core/design/zone.h"

namespace hl::assembly {

// The pieces of a panel that carry adhesive, in its flat coordinates (mm); edges are those of the
// rectangle round it. None where nothing of the zone lies on the panel.
std::vector<Ring> ringsOf(const Zone& zone, const Ring& outline);

// The same of a piece of paper that carries it all over: its outline where nothing is cut out of
// it, else convex pieces.
std::vector<Ring> ringsOf(const Paper& paper);

// How much of what a join holds carries adhesive, 0 to 1.
double heldPart(const Assembly& assembly, const Join& join);

// A problem where the zone is wider than the panel has room for.
Trouble fits(const Zone& zone, const Ring& outline, Unit unit);

} // namespace hl::assembly
