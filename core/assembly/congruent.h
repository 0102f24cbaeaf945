// Congruence: whether one piece of paper can lie exactly on another.
#pragma once
#include "core/assembly/polygon.h"

namespace hl::assembly {

// Moved and turned as one likes, or by half or not at all where a paper has a direction; or
// `turnedOver` as well. Outlines and openings then lie within `within` mm of one another. Corners
// have to be the same; what lies in the middle of an edge is one.
enum class TurnedBy { Any, Half };
bool congruent(const Paper& a, const Paper& b, bool turnedOver, double within,
               TurnedBy turns = TurnedBy::Any);

} // namespace hl::assembly
