// Outlines that are no shapes.
#pragma once
#include "core/assembly/polygon.h"
#include "core/measure/result.h"

namespace hl::assembly {

// A problem at `place` where an outline crosses itself more often than any shape that is meant does
// (limits::tangle).
Trouble tangled(const std::string& place, const Ring& outline);

} // namespace hl::assembly
