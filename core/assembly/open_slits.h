// Slits of a panel that what is laid on it has to leave open.
#pragma once
#include "core/assembly/assembly.h"

namespace hl::assembly {

// A straight slit, in the panel's flat coordinates, as far as it lies on the panel.
struct OpenSlit {
    Vec2 from, to;
    int join = -1; // what goes through it: a join of the assembly; -1: none is known

    double length() const { return (to - from).norm(); }
};

// The slits of a panel through which something comes from one of its sides, or may come. A tongue
// comes from the side on which it does not lie in the end; there it may be covered afterwards.
std::vector<OpenSlit> openSlits(const Assembly& assembly, int panel, bool face);

// How much of a slit lies within a ring, from where to where along it, mm; empty if nothing does.
// A ring that is not convex is looked at from its first to its last meeting with the slit.
std::optional<std::pair<double, double>> stretchWithin(const OpenSlit& slit, const Ring& ring);

} // namespace hl::assembly
