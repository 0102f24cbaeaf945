// Snapping: where a pointer near something means exactly that.
#pragma once
#include "core/assembly/assembly.h"
#include "core/measure/measure.h"
#include <optional>
#include <string>

namespace hl::edit {

struct Snap {
    Vec2 at;          // flat coordinates of the part, mm
    std::string what; // "corner", "middle of an edge", "third of a crease", "on an edge", ...
};

// The point of `part` meant by a pointer at `p`: within `reach` mm, in this order, a corner or a
// line's end or a crossing; a middle; a third or a quarter of an edge or line; a point on an edge
// or line whose distance from its start is a round measure; failing all, the nearest marks of the
// ruler (1/16 in or half a millimetre). A line that is being moved should not be in the assembly:
// it divides the edges it ends on.
Snap snapTo(const Assembly& assembly, int part, const Vec2& p, double reach, Unit units);

} // namespace hl::edit
