// Pixels as the bytes of a PNG file.
#pragma once
#include "core/picture/picture.h"

namespace hl::picture {

std::string pngOf(const Pixels& pixels);
// The other way round; null where the bytes are no PNG.
std::shared_ptr<const Pixels> pixelsOf(const std::string& png);
// The picture as pixels, `perMm` to a millimetre, on white.
Pixels painted(const Picture& picture, double perMm);

} // namespace hl::picture
