// Words for the bench: where something comes to lie, as distance and direction from a crease or an
// edge.
#pragma once
#include "core/fold/case.h"

namespace hl::steps {

// "30 mm from the spine, its end 20 mm from the bottom edge": of the line on which a join lies.
std::string whereText(const Case& c, const Join& join);
// "an even border of 3 mm", "12 mm from its left edge and 20 mm from its bottom edge": of a flat
// piece on its landing, as that stands upright.
std::string marginsText(const Case& c, const Join& join);
// Where the adhesive goes: "the whole tab", "where it is hatched, 40 percent of it".
std::string zoneText(const Case& c, const Join& join);
// Which side of a panel lies up: "its face", "its back".
inline std::string sideText(bool face) { return face ? "its face" : "its back"; }

} // namespace hl::steps
