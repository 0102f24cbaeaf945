// Whether a picture is whole: its pixels are decoded once, when it is taken in, so that what is cut
// short or damaged is refused there and not printed blank.
#pragma once
#include "core/measure/result.h"
#include <string>

namespace hl::picture {

// Why a PNG or JPEG cannot be printed; nothing where it can. Drawings are not looked at.
Trouble damageOf(const std::string& bytes);

} // namespace hl::picture
