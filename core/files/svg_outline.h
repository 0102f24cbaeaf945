// Outlines out of SVG files: the largest closed shape becomes the outline of a topper or aperture.
#pragma once
#include "core/design/free_part.h"
#include "core/measure/result.h"

namespace hl {

// The largest closed shape of an SVG drawing, curves as chords a tenth of a millimetre off at most,
// y up, its lower left corner at the origin. Millimetres where the drawing says what its size is,
// else one per user unit. Problems: no SVG, no closed shape with an area, more than 5000 corners.
Result<std::vector<Point>> outlineFromSvg(const std::string& svg);

} // namespace hl
