#include "core/report/picture.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>
#include <cstdio>

namespace hl {
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
    case Tint::None:
        break;
    }
    return {1, 1, 1};
}

std::string number(double v) { return numberText(v, 2, 2); }

std::string escaped(const std::string& text) {
    std::string out;
    for (char c : text)
        out += c == '&' ? "&amp;" : c == '<' ? "&lt;" : c == '>' ? "&gt;" : std::string(1, c);
    return out;
}

} // namespace

void Picture::line(const Vec2& from, const Vec2& to, Colour colour, double thick,
                   std::vector<double> dashes) {
    shapes.push_back({{from, to}, false, {}, colour, thick, std::move(dashes)});
}

void Picture::rectangle(const Vec2& low, const Vec2& high, Colour fill, Colour edge) {
    shapes.push_back(
        {{low, {high.x(), low.y()}, high, {low.x(), high.y()}}, true, fill, edge, 0.25, {}});
}

void Picture::write(const Vec2& at, const std::string& text, double size, int align,
                    Colour colour) {
    words.push_back({at, text, size, align, colour});
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
    shapes.push_back(s);
}

std::string onPaper(const Colour& colour) {
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

std::string svgOf(const Picture& p) {
    std::string out = "<svg xmlns=\"http://www.w3.org/2000/svg\" role=\"img\" viewBox=\"0 0 " +
                      number(p.width) + " " + number(p.height) + "\"";
    if (!p.caption.empty())
        out += "><title>" + escaped(p.caption) + "</title";
    out += ">\n";
    for (const Shape& s : p.shapes) {
        out += s.closed ? "<polygon points=\"" : "<polyline points=\"";
        for (const Vec2& q : s.points)
            out += number(q.x()) + "," + number(q.y()) + " ";
        out += "\" fill=\"" + (s.fill.tint == Tint::None ? "none" : onPaper(s.fill)) + "\"";
        if (s.line.tint != Tint::None) {
            out += " stroke=\"" + onPaper(s.line) + "\" stroke-width=\"" + number(s.width) +
                   "\" stroke-linejoin=\"round\" stroke-linecap=\"round\"";
            if (!s.dashes.empty()) {
                out += " stroke-dasharray=\"";
                for (double d : s.dashes)
                    out += number(d) + " ";
                out += "\"";
            }
        }
        out += "/>\n";
    }
    static const char* const anchors[] = {"start", "middle", "end"};
    for (const Words& w : p.words)
        out += "<text x=\"" + number(w.at.x()) + "\" y=\"" + number(w.at.y()) + "\" font-size=\"" +
               number(w.size) + "\" text-anchor=\"" + anchors[w.align + 1] + "\" fill=\"" +
               onPaper(w.colour) + "\">" + escaped(w.text) + "</text>\n";
    return out + "</svg>\n";
}

} // namespace hl
