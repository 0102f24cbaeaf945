// Outlines of pictures: what of a PNG is not transparent, traced along its border.
#pragma once
#include "core/files/svg_outline.h"

namespace hl::dress {

// The largest patch of a PNG that is not transparent, its border as curves (potrace) that are made
// into chords, 40 mm wide or 40 mm high, whichever is longer; y up. The picture is cropped to it.
// Problems: no PNG, nothing transparent round it, nothing left, too many pixels or corners.
Result<CutOut> tracedFrom(const std::string& png);

} // namespace hl::dress
