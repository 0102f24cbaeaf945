// Pixels as the bytes of a PNG file.
#pragma once
#include "core/picture/picture.h"

namespace hl {

std::string pngOf(const Pixels& pixels);
// The picture as pixels, `perMm` to a millimetre, on white.
Pixels painted(const Picture& picture, double perMm);

} // namespace hl
