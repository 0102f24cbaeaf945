#include "core/structures/layers/shape.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
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

// Stretched to fill the box round the origin, counter-clockwise.
Ring filling(Ring r, double w, double h) {
    Vec2 low(1e300, 1e300), high = -low;
    for (const Vec2& p : r) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    const Vec2 size = (high - low).cwiseMax(Vec2(1e-6, 1e-6)), middle = (low + high) / 2;
    for (Vec2& p : r)
        p = Vec2((p.x() - middle.x()) * w / size.x(), (p.y() - middle.y()) * h / size.y());
    if (areaOf(r) < 0)
        std::reverse(r.begin(), r.end());
    return r;
}

Ring rounded(double x, double y) {
    const double c = std::min(x, y) / 2;
    Ring r;
    arc(r, {x - c, -y + c}, c, c, -pi / 2, 0);
    arc(r, {x - c, y - c}, c, c, 0, pi / 2);
    arc(r, {-x + c, y - c}, c, c, pi / 2, pi);
    arc(r, {-x + c, -y + c}, c, c, pi, 1.5 * pi);
    return r;
}

Ring oval(double x, double y) {
    Ring r;
    arc(r, {0, 0}, x, y, 0, 2 * pi);
    r.pop_back();
    return r;
}

Ring archway(double x, double y) {
    const double rise = std::min(x, 2 * y);
    Ring r{{-x, -y}, {x, -y}};
    arc(r, {0, y - rise}, x, rise, 0, pi);
    return r;
}

// Points at one distance from the middle, or at two in turn.
Ring points(int n, double inner) {
    Ring r;
    for (int i = 0; i < n; ++i) {
        const double t = pi / 2 + 2 * pi * i / n, far = i % 2 ? inner : 1;
        r.emplace_back(far * std::cos(t), far * std::sin(t));
    }
    return r;
}

// Bows all round between points on a smaller oval.
Ring scalloped(int n) {
    const double rise = 0.65 * pi / n; // of a bow, as a part of the half axes
    Ring r;
    for (int i = 0; i < n; ++i)
        for (int k = 0; k < 8; ++k) {
            const double t = 2 * pi * (i + k / 8.0) / n, bow = std::sin(pi * k / 8.0);
            r.emplace_back((1 + rise * bow) * std::cos(t), (1 + rise * bow) * std::sin(t));
        }
    return r;
}

// A rectangle whose corners are hollow.
Ring label(double x, double y) {
    const double c = 0.36 * std::min(x, y);
    const Vec2 at[] = {{x, -y}, {x, y}, {-x, y}, {-x, -y}};
    Ring r;
    for (int i = 0; i < 4; ++i) { // round each corner, seen from inside
        Ring hollow;
        arc(hollow, at[i], c, c, pi / 2 * (i + 1), pi / 2 * (i + 2));
        r.insert(r.end(), hollow.rbegin(), hollow.rend());
    }
    return r;
}

Ring heart() {
    Ring r;
    for (int i = 0; i < 64; ++i) {
        const double t = 2 * pi * i / 64, s = std::sin(t);
        r.emplace_back(16 * s * s * s, 13 * std::cos(t) - 5 * std::cos(2 * t) -
                                           2 * std::cos(3 * t) - std::cos(4 * t));
    }
    return r;
}

Ring hill() {
    Ring r{{1, 0}};
    for (int i = 1; i < 32; ++i) {
        const double u = 1 - i / 16.0;
        r.emplace_back(u, (1 + std::cos(pi * u)) / 2);
    }
    r.emplace_back(-1, 0);
    return r;
}

Ring cloud() {
    const Vec3 puffs[] = {
        {0.7, -0.1, 0.3}, {0.15, 0.2, 0.5}, {-0.4, 0.1, 0.4}, {-0.75, -0.15, 0.25}};
    Ring r;
    for (double turn = -0.6; turn < pi + 0.6; turn += 0.05) { // the farthest puff each way
        const Vec2 way(std::cos(turn), std::sin(turn));
        double far = 0;
        for (const Vec3& p : puffs) {
            const double along = way.dot(p.head<2>()), off = leftOf(way).dot(p.head<2>());
            if (std::fabs(off) < p.z())
                far = std::max(far, along + std::sqrt(p.z() * p.z() - off * off));
        }
        if (far > 0)
            r.emplace_back(far * way.x(), std::max(-0.4, far * way.y()));
    }
    return r;
}

} // namespace

const std::vector<std::string>& shapeWords() {
    static const std::vector<std::string> words{
        "rectangle", "rounded", "circle", "polygon", "arch",  "drawn", "scalloped",
        "label",     "tag",     "banner", "star",    "heart", "hill",  "cloud"};
    return words;
}

Ring shapeOf(CutShape shape, double w, double h, int corners, const std::vector<Point>& drawn) {
    const double x = w / 2, y = h / 2;
    switch (shape) {
    case CutShape::Rounded:
        return rounded(x, y);
    case CutShape::Circle:
        return oval(x, y);
    case CutShape::Polygon:
        return filling(points(corners, 1), w, h);
    case CutShape::Arch:
        return archway(x, y);
    case CutShape::Scalloped:
        return filling(scalloped(std::clamp(static_cast<int>(std::lround((w + h) / 6)), 8, 36)), w,
                       h);
    case CutShape::Label:
        return label(x, y);
    case CutShape::Tag: {
        const double c = 0.3 * std::min(w, h);
        return {{-x, -y}, {x, -y}, {x, y - c}, {x - c, y}, {-x + c, y}, {-x, y - c}};
    }
    case CutShape::Banner: {
        const double c = std::min(0.5 * h, 0.2 * w);
        return {{-x, -y}, {x, -y}, {x - c, 0}, {x, y}, {-x, y}, {-x + c, 0}};
    }
    case CutShape::Star:
        return filling(points(2 * std::max(4, corners), 0.45), w, h);
    case CutShape::Heart:
        return filling(heart(), w, h);
    case CutShape::Hill:
        return filling(hill(), w, h);
    case CutShape::Cloud:
        return filling(cloud(), w, h);
    case CutShape::Drawn: {
        Ring r;
        for (const Point& p : drawn)
            r.emplace_back(p.x.mm(), p.y.mm());
        if (r.size() >= 3)
            return filling(r, w, h);
        break;
    }
    case CutShape::Rectangle:
        break;
    }
    return {{-x, -y}, {x, -y}, {x, y}, {-x, y}};
}

std::vector<Parameter> shapeParameters(const std::string& widthRule,
                                       const std::string& heightRule) {
    std::vector<Parameter> middle = middleParameters("its");
    for (Parameter& p : middle)
        p.least = Measure::fromMm(-500);
    return {
        choiceOf("shape", shapeWords(),
                 "its outline; a circle with a height of its own is an oval; drawn takes the "
                 "outline that "
                 "was imported")
            .called("oval", "circle")
            .called("ellipse", "circle")
            .called("square", "rectangle")
            .unless("rectangle"),
        lengthOf("width", 2, 1000, "of the shape").unless(widthRule),
        lengthOf("height", 2, 1000, "of the shape")
            .grows(Parameter::Scale::Along)
            .unless(heightRule),
        countOf("corners", 3, 24, "of a polygon, or points of a star")
            .unless("six")
            .why("two corners enclose nothing", "with more it is a circle"),
        middle[0],
        middle[1],
        turnParameter("turned to the left"),
    };
}

} // namespace hl::structures
