// Slits of a part, as the rules look for them.
#pragma once
#include "core/assembly/assembly.h"

namespace hl::proving {

// The distance of a point from a segment, mm.
double segmentDistance(const Vec2& p, const Vec2& from, const Vec2& to);
// The distance from the nearest slit of the part; 1e300 when it has none. With `along` (unit) only
// slits that run within a hundredth of a radian or so of it count: the rest are further away by
// 100 mm per unit of the sine between the two.
double slitDistance(const Part& part, const Vec2& p, const Vec2& along = Vec2::Zero());
inline constexpr double throughSlit = 1; // mm beside a slit that count as through it

// Whether a slit along `along` (unit) runs over a place.
bool slitAt(const Part& part, const Vec2& p, const Vec2& along);

bool hasSlits(const Part& part);

// Along the line in which a sheet goes through another: how much paper of the one lies on paper of
// the other, mm, and how much of that is slit in neither.
struct PaperThrough {
    double common = 0, unslit = 0;
};
PaperThrough throughPaper(const Assembly& assembly, const Join& join);

} // namespace hl::proving
