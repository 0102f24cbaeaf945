#include "core/assembly/tab.h"
#include <algorithm>
#include <cmath>

namespace hl::assembly {

std::vector<Vec2> tabOutline(const Vec2& from, const Vec2& to, double depth, bool onLeft,
                             double cutFrom, double cutTo) {
    const Vec2 d = (to - from).normalized();
    const Vec2 n = onLeft ? leftOf(d) : rightOf(d);
    const double length = (to - from).norm();
    const double slope = 1 / std::tan(cutFrom) + 1 / std::tan(cutTo);
    // The far edge keeps at least a fifth of the crease's length.
    if (slope > 0)
        depth = std::min(depth, 0.8 * length / slope);
    return {from, from + depth * n + depth / std::tan(cutFrom) * d,
            to + depth * n - depth / std::tan(cutTo) * d, to};
}

} // namespace hl::assembly
