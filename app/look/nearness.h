// Distances on the screen, in pixels.
#pragma once
#include "core/measure/rooms.h"
#include <QLineF>
#include <algorithm>

namespace hl::app {

inline double distanceTo(const QPointF& p, const QPointF& a, const QPointF& b) {
    const QPointF d = b - a, r = p - a;
    const double len2 = QPointF::dotProduct(d, d);
    const double t = len2 > 0 ? std::clamp(QPointF::dotProduct(r, d) / len2, 0.0, 1.0) : 0;
    return QLineF(p, a + t * d).length();
}

} // namespace hl::app
