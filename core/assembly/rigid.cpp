#include "core/assembly/rigid.h"
#include "core/measure/measure.h"
#include <cmath>

namespace hl::assembly {

Turn exactTurn(double angle) {
    double quarters = angle / (pi / 2);
    double whole = std::round(quarters);
    if (quarters == whole) {
        static constexpr Turn exact[] = {{1, 0}, {0, 1}, {-1, 0}, {0, -1}};
        return exact[((static_cast<long>(whole) % 4) + 4) % 4];
    }
    return {std::cos(angle), std::sin(angle)};
}

Rigid foldAbout(const Vec2& from, const Vec2& dir, double angle) {
    auto [c, s] = exactTurn(angle);
    const double x = dir.x(), y = dir.y(), v = 1 - c;
    Rigid r;
    r.turn << c + x * x * v, x * y * v, -y * s, //
        x * y * v, c + y * y * v, x * s,        //
        y * s, -x * s, c;
    r.shift = lift(from) - r.turn * lift(from);
    return r;
}

Rigid matchLines(const Vec2& a, const Vec2& da, const Vec2& b, const Vec2& db, bool flip) {
    const double side = flip ? -1 : 1;
    Mat3 of, to;
    of << lift(da), lift(leftOf(da)), Vec3::UnitZ();
    to << lift(db), side * lift(leftOf(db)), side * Vec3::UnitZ();
    Rigid r;
    r.turn = to * of.transpose();
    r.shift = lift(b) - r.turn * lift(a);
    return r;
}

} // namespace hl::assembly
