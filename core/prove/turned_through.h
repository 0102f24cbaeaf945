// What turns through what it is glued on. A flap whose crease runs across the panel it is glued to
// lies on that panel at first, and the two share no more than the crease's line when it is folded
// to the panel's other side: no polygon crosses another, and yet paper would have to go through
// paper all along the fold.
#pragma once
#include "core/prove/in_plane.h"

namespace hl::proving {

// All such pairs, the flap as what moves, by frames of the film; the depth is that of the paper
// beyond the fold. What goes through a slit or an opening there does not count, nor does less than
// what paper forgives.
std::vector<Push> turnedThrough(const Case& c, const Film& film, const Stop& stop);

} // namespace hl::proving
