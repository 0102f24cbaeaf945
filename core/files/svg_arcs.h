// Arcs of SVG paths.
#pragma once
#include "core/measure/rooms.h"
#include <string>

namespace hl::files {

// The data of a path in which every arc with a radius of nought, or below `least`, is the straight
// line that it means (SVG 1.1, F.6.2), and flags stand apart; what is no path data stays as it is.
std::string withoutFlatArcs(const std::string& path, double least);

} // namespace hl::files
