// All texts of a design at once.
#pragma once
#include "core/design/design.h"

namespace hl::design {

// Makes every text of a design plain (core/measure/plain_text.h), whichever door it came in by. Ids
// and what refers to them stay alike.
void makePlain(Design& design);

} // namespace hl::design
