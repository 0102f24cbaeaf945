#include "core/structures/layers/shape.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double sagitta = 0.1; // mm

// Corners of an arc that a chord cuts by no more than the sagitta: r (1 - cos(half)) = sagitta.
int cornersFor(double radius, double angle) {
    const double half = std::acos(std::max(0.0, 1 - sagitta / std::max(radius, sagitta)));
    return std::max(3, static_cast<int>(std::ceil(angle / (2 * half))));
}

void arc(Ring& ring, const Vec2& centre, double rx, double ry, double from, double to) {
    const int n = cornersFor(std::max(rx, ry), to - from);
    for (int i = 0; i <= n; ++i) {
        const double t = from + (to - from) * i / n;
        ring.push_back(centre + Vec2(rx * std::cos(t), ry * std::sin(t)));
    }
}

} // namespace

const std::vector<std::string>& shapeWords() {
    static const std::vector<std::string> words{"rectangle", "rounded", "circle",
                                                "polygon",   "arch",    "drawn"};
    return words;
}

Ring shapeOf(Shape shape, double w, double h, int corners, const std::vector<Point>& drawn) {
    const double x = w / 2, y = h / 2;
    Ring r;
    switch (shape) {
    case Shape::Rounded: {
        const double c = std::min(x, y) / 2;
        arc(r, {x - c, -y + c}, c, c, -pi / 2, 0);
        arc(r, {x - c, y - c}, c, c, 0, pi / 2);
        arc(r, {-x + c, y - c}, c, c, pi / 2, pi);
        arc(r, {-x + c, -y + c}, c, c, pi, 1.5 * pi);
        return r;
    }
    case Shape::Circle:
        arc(r, {0, 0}, x, y, 0, 2 * pi);
        r.pop_back();
        return r;
    case Shape::Polygon: {
        Vec2 low(1e300, 1e300), high = -low;
        for (int i = 0; i < corners; ++i) {
            const double t = pi / 2 + 2 * pi * i / corners;
            r.emplace_back(std::cos(t), std::sin(t));
            low = low.cwiseMin(r.back());
            high = high.cwiseMax(r.back());
        }
        for (Vec2& p : r)
            p = Vec2((p.x() - (low.x() + high.x()) / 2) * w / (high.x() - low.x()),
                     (p.y() - (low.y() + high.y()) / 2) * h / (high.y() - low.y()));
        return r;
    }
    case Shape::Arch: {
        const double rise = std::min(x, h);
        r = {{-x, -y}, {x, -y}};
        arc(r, {0, y - rise}, x, rise, 0, pi);
        return r;
    }
    case Shape::Drawn:
        if (drawn.size() >= 3) {
            Vec2 low(1e300, 1e300), high = -low;
            for (const Point& p : drawn) {
                r.emplace_back(p.x.mm(), p.y.mm());
                low = low.cwiseMin(r.back());
                high = high.cwiseMax(r.back());
            }
            const Vec2 size = (high - low).cwiseMax(Vec2(1e-6, 1e-6)), middle = (low + high) / 2;
            for (Vec2& p : r)
                p = Vec2((p.x() - middle.x()) * w / size.x(), (p.y() - middle.y()) * h / size.y());
            if (areaOf(r) < 0)
                std::reverse(r.begin(), r.end());
            return r;
        }
        break;
    case Shape::Rectangle:
        break;
    }
    return {{-x, -y}, {x, -y}, {x, y}, {-x, y}};
}

} // namespace hl
