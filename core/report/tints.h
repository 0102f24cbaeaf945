// The tints that pictures of this room are drawn in.
#pragma once
#include "core/picture/picture.h"

namespace hl::report {

inline constexpr Colour ink{Tint::Ink, 0, Line::Cut, 0}, quiet{Tint::Quiet, 0, Line::Cut, 0},
    rule{Tint::Rule, 0, Line::Cut, 0}, accent{Tint::Accent, 0, Line::Cut, 0},
    none{Tint::None, 0, Line::Cut, 0}, groundTint{Tint::Ground, 0, Line::Cut, 0};

} // namespace hl::report
