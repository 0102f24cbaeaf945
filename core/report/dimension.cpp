#include "core/report/dimension.h"

namespace hl::report {

void dimension(Picture& p, const Vec2& a, const Vec2& b, const std::string& text, const Vec2& side,
               double size, Colour colour) {
    const Vec2 d = (b - a).norm() > 0 ? Vec2((b - a).normalized()) : Vec2(1, 0);
    p.line(a, b, colour, 0.18);
    for (const Vec2& end : {a, b})
        p.line(end - 0.9 * leftOf(d), end + 0.9 * leftOf(d), colour, 0.18);
    const Vec2 at = (a + b) / 2 + 2.2 * side;
    p.write(at + Vec2(0, 0.9), text, size, side.x() > 0.5 ? -1 : side.x() < -0.5 ? 1 : 0, colour);
}

} // namespace hl::report
