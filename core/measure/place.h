// Measures of either sign: places on a part, turns. Everything else in a design is 0 or more.
#pragma once
#include "core/measure/measure.h"

namespace hl::measure {

// The same texts as for other measures, with an optional minus in front.
Result<Measure> parsePlace(const std::string& text, Quantity quantity, Unit unit);
std::string placeText(const Measure& m, Unit unit);
// Its size; the largest there is for the one count that has no opposite.
Measure sizeOf(const Measure& m);

} // namespace hl::measure
