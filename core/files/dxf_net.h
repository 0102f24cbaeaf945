// Drawings that come as DXF: their lines by layer, in mm, arcs as chords.
#pragma once
#include "core/files/net_drawing.h"

namespace hl::files {

// What is drawn in it: lines, polylines, arcs, circles, ellipses, curves, and blocks where they are
// inserted; in its own unit where it names one, else mm.
// Problems: no DXF, nothing drawn, more than can be meant, places out of reach.
Result<Drawing> netFromDxf(const std::string& text);

// The largest closed outline in it.
Result<std::vector<Point>> outlineFromDxf(const std::string& text);

} // namespace hl::files
