// A dimension line in a picture.
#pragma once
#include "core/picture/picture.h"

namespace hl::report {

// Between two points, its figure beside the middle, to that side.
void dimension(Picture& p, const Vec2& a, const Vec2& b, const std::string& text, const Vec2& side,
               double size = 2.6, Colour colour = {Tint::Quiet, 0, Line::Cut, 0});

} // namespace hl::report
