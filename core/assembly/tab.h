// Tabs: the trapezoid of paper along a crease that carries the adhesive.
#pragma once
#include "core/assembly/rigid.h"
#include <vector>

namespace hl::assembly {

// The outline of a tab along from -> to, `depth` deep on the left or right of that direction,
// cut back at both ends by the given angles (radians, measured from the crease, at most 90 deg).
// Where the cuts would cross, the tab is made shallower.
std::vector<Vec2> tabOutline(const Vec2& from, const Vec2& to, double depth, bool onLeft,
                             double cutFrom, double cutTo);

} // namespace hl::assembly
