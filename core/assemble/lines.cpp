#include "core/assemble/lines.h"
#include <cmath>

namespace hl::assembling {

Result<std::pair<Vec2, Vec2>> lineOn(const Assembly& a, int panel, const std::string& word,
                                     const std::string& place) {
    const Panel& p = a.panels[panel];
    Vec2 low = p.outline.front(), high = low;
    for (const Vec2& q : p.outline) {
        low = low.cwiseMin(q);
        high = high.cwiseMax(q);
    }
    const Vec2 middle = (low + high) / 2;
    if (word == "left")
        return std::pair{Vec2(low.x(), middle.y()), Vec2(0, 1)};
    if (word == "right")
        return std::pair{Vec2(high.x(), middle.y()), Vec2(0, 1)};
    if (word == "middle")
        return std::pair{middle, Vec2(0, 1)};
    if (word == "bottom")
        return std::pair{Vec2(middle.x(), low.y()), Vec2(1, 0)};
    if (word == "top")
        return std::pair{Vec2(middle.x(), high.y()), Vec2(1, 0)};
    std::string known;
    for (const Crease& c : a.creases) {
        if (c.left != panel && c.right != panel)
            continue;
        const std::string local = c.id.substr(c.id.find('.') + 1);
        if (word == c.id || word == local) {
            Vec2 way = c.dir(); // up, or to the right
            if (way.y() < -1e-9 || (std::fabs(way.y()) <= 1e-9 && way.x() < 0))
                way = -way;
            return std::pair<Vec2, Vec2>{(c.from + c.to) / 2, way};
        }
        known += ", " + local;
    }
    return Problem{place, "the panel “" + p.id + "” has no line “" + word + "”",
                   "use left, right, top, bottom, middle" + known};
}

} // namespace hl::assembling
