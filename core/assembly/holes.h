// Holes: where a fastener goes through, in each of the parts that it joins; of a pin that slides
// the one that holds it has a slot.
#pragma once
#include "core/assembly/assembly.h"

namespace hl::assembly {

inline constexpr double holeAcross = 3; // mm, through which the usual paper fastener turns loosely

struct Hole {
    std::string join; // id of the pivot or pin
    Vec2 at;          // its middle, mm
    Vec2 to;          // of a slot in which a pin slides: the middle of its other end
};

// Those of a part, in its flat coordinates, in the order of the joins.
std::vector<Hole> holesOf(const Assembly& assembly, const Part& part);
// The rim of a hole or a slot, clockwise as of every opening.
Ring rimOf(const Vec2& middle, const Vec2& to, double across);

} // namespace hl::assembly
