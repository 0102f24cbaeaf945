// The closed size of a row of pages, where it follows from their line.
#pragma once
#include "core/design/design.h"
#include <utility>

namespace hl::edit {

// Width and height of a row folded to and fro at every score; the height is 0 where the line says
// none. With the fold at the top, the row runs down.
std::pair<Measure, Measure> closedSizeOf(const SayLine& say, bool top);

} // namespace hl::edit
