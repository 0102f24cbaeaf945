// Adhesive zones as areas of a panel.
#pragma once
#include "core/assembly/polygon.h"
#include "core/design/zone.h"

namespace hl {

// The pieces of a panel that carry adhesive, in its flat coordinates (mm); edges are those of the
// rectangle round it. None where nothing of the zone lies on the panel.
std::vector<Ring> ringsOf(const Zone& zone, const Ring& outline);

// A problem where the zone is wider than the panel has room for.
Trouble fits(const Zone& zone, const Ring& outline, Unit unit);

} // namespace hl
