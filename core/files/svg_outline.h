// Drawings out of SVG files: the largest closed shape for the outline of a topper or aperture, or
// all their lines for a net.
#pragma once
#include "core/files/net_drawing.h"

namespace hl::files {

// The largest closed shape of an SVG drawing, curves as chords a tenth of a millimetre off at most,
// y up, its lower left corner at the origin. Millimetres where the drawing says what its size is,
// else one per user unit. Problems: no SVG, no closed shape with an area, more than 5000 corners.
Result<std::vector<Point>> outlineFromSvg(const std::string& svg);

// A drawing cut out along that outline: its size in mm, and the drawing with nothing round it.
struct CutOut {
    std::vector<Point> outline;
    std::string picture; // SVG
    double width = 0, height = 0;
};
Result<CutOut> cutOutOf(const std::string& svg);

// All lines of a drawing, each with the group it lies in as its layer, its colour and whether it is
// dashed; of classes of styles the name takes the colour's place.
Result<Drawing> netFromSvg(const std::string& svg);

} // namespace hl::files
