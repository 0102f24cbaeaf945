#include "core/picture/picture.h"
#include <algorithm>
#include <cmath>
#include <cstdlib>

namespace hl::picture {
namespace {

struct Rgb {
    double r, g, b;
};

Rgb mix(const Rgb& a, const Rgb& b, double part) {
    return {a.r + part * (b.r - a.r), a.g + part * (b.g - a.g), a.b + part * (b.b - a.b)};
}

Rgb rgbOf(const Colour& c) {
    switch (c.tint) {
    case Tint::Ink:
        return {0.16, 0.15, 0.14};
    case Tint::Quiet:
        return {0.42, 0.40, 0.38};
    case Tint::Rule:
        return {0.82, 0.80, 0.77};
    case Tint::Accent:
        return {0.16, 0.36, 0.52};
    case Tint::Stop:
        return {0.66, 0.24, 0.17};
    case Tint::Caution:
        return {0.72, 0.47, 0.08};
    case Tint::Note:
        return {0.36, 0.47, 0.24};
    case Tint::Ground:
        return {0.96, 0.95, 0.92};
    case Tint::Paper:
        return mix({0.99, 0.975, 0.94}, {0.66, 0.62, 0.55}, c.level);
    case Tint::Heat:
        return mix({0.93, 0.94, 0.92}, {0.12, 0.28, 0.40}, c.level);
    case Tint::Given:
        return {(c.rgb >> 16 & 255) / 255.0, (c.rgb >> 8 & 255) / 255.0, (c.rgb & 255) / 255.0};
    case Tint::Code:
    case Tint::None:
        break;
    }
    return {1, 1, 1};
}

} // namespace

void Picture::line(const Vec2& from, const Vec2& to, Colour colour, double thick,
                   std::vector<double> dashes) {
    items.push_back(Shape{{from, to}, false, {}, colour, thick, std::move(dashes), {}});
}

void Picture::rectangle(const Vec2& low, const Vec2& high, Colour fill, Colour edge) {
    items.push_back(Shape{
        {low, {high.x(), low.y()}, high, {low.x(), high.y()}}, true, fill, edge, 0.25, {}, {}});
}

void Picture::write(const Vec2& at, const std::string& text, double size, int align,
                    Colour colour) {
    items.push_back(Words{at, text, size, align, colour});
}

void Picture::mark(const Vec2& at, double size, int form, Colour colour) {
    Shape s;
    s.fill = colour;
    const int corners = form == 0 ? 16 : form == 1 ? 3 : 4;
    const double start = form == 2 ? 0.7853981633974483 : -1.5707963267948966;
    for (int i = 0; i < corners; ++i) {
        const double a = start + 2 * 3.14159265358979323846 * i / corners;
        s.points.push_back(at + size / 2 * Vec2(std::cos(a), std::sin(a)));
    }
    items.push_back(s);
}

Colour givenColour(const std::string& hex) {
    return {Tint::Given, 0, Line::Cut,
            static_cast<std::uint32_t>(std::strtoul(hex.c_str() + 1, nullptr, 16))};
}

Shape drawn(Line kind, std::vector<Vec2> points, bool closed, std::string owner) {
    const LineStyle& style = styleOf(kind);
    return {std::move(points), closed,          {}, {Tint::Code, 0, kind, 0}, style.width,
            style.dashes,      std::move(owner)};
}

Words labelled(const Vec2& at, const std::string& text, double size) {
    return {at, text, size, 0, {Tint::Code, 0, Line::Label, 0}};
}

std::string onPaper(const Colour& colour) {
    if (colour.tint == Tint::Code)
        return styleOf(colour.code).colour;
    const Rgb c = rgbOf(colour);
    static const char digits[] = "0123456789abcdef";
    std::string text = "#";
    for (double part : {c.r, c.g, c.b}) {
        const auto whole = static_cast<unsigned>(std::lround(255 * part));
        text += digits[whole / 16 % 16];
        text += digits[whole % 16];
    }
    return text;
}

} // namespace hl::picture
