#include "core/assembly/holes.h"
#include <cmath>

namespace hl::assembly {

std::vector<Hole> holesOf(const Assembly& a, const Part& part) {
    std::vector<Hole> out;
    const int index = a.panels[static_cast<size_t>(part.panels.front())].part;
    for (const Join& j : a.joins) {
        const JoinTraits& how = traitsOf(j.kind);
        if (!how.turns)
            continue;
        if (a.panels[static_cast<size_t>(j.landing)].part == index) {
            const double low = how.slides ? j.low : 0, high = how.slides ? j.high : 0;
            out.push_back({j.id, j.at + low * j.along, j.at + high * j.along});
        }
        if (a.panels[static_cast<size_t>(j.tab)].part == index) {
            const Vec2 at = j.place.inverse().at(j.at).head<2>();
            out.push_back({j.id, at, at});
        }
    }
    return out;
}

Ring rimOf(const Vec2& middle, const Vec2& to, double across) {
    constexpr int corners = 24; // half of them round either end
    const Vec2 way = (to - middle).norm() > 1e-9 ? Vec2((to - middle).normalized()) : Vec2(1, 0);
    const double start = std::atan2(way.y(), way.x()) + pi / 2;
    Ring out;
    for (int i = 0; i <= corners; ++i) {
        const double turn = start - 2 * pi * i / corners;
        const Vec2 off = across / 2 * Vec2(std::cos(turn), std::sin(turn));
        if (i <= corners / 2)
            out.push_back(to + off);
        if (i >= corners / 2 && (i < corners || (to - middle).norm() > 1e-9))
            out.push_back(middle + off);
    }
    if ((to - middle).norm() <= 1e-9) // one circle: the far side would be there twice
        out.erase(out.begin() + corners / 2);
    return out;
}

} // namespace hl::assembly
