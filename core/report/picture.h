// A picture: shapes and words in millimetres of the picture, y down, in colours that have a part to
// play. The window paints it in its theme, reports write it as SVG or PDF.
#pragma once
#include "core/assembly/polygon.h"
#include <string>
#include <vector>

namespace hl {

enum class Tint {
    None,
    Ink,    // words and main lines
    Quiet,  // what may be overlooked
    Rule,   // grids and hairlines
    Accent, // what is being looked at
    Stop,
    Caution,
    Note,
    Ground, // what the picture lies on
    Paper,  // a sheet, the more shade the darker
    Heat    // an amount from nought (pale) to the most (deep)
};

struct Colour {
    Tint tint = Tint::None;
    double level = 0; // 0 to 1, of Paper and Heat
};

struct Shape {
    std::vector<Vec2> points;
    bool closed = true;
    Colour fill, line;
    double width = 0.25; // mm
    std::vector<double> dashes;
};

struct Words {
    Vec2 at; // on the baseline
    std::string text;
    double size = 3; // mm
    int align = 0;   // -1 begins there, 0 is centred there, 1 ends there
    Colour colour{Tint::Ink, 0};
};

struct Picture {
    double width = 0, height = 0; // mm
    std::vector<Shape> shapes;
    std::vector<Words> words;
    std::string caption;

    void line(const Vec2& from, const Vec2& to, Colour colour, double width = 0.25,
              std::vector<double> dashes = {});
    void rectangle(const Vec2& low, const Vec2& high, Colour fill, Colour line = {});
    void write(const Vec2& at, const std::string& text, double size = 3, int align = 0,
               Colour colour = {Tint::Ink, 0});
    // A mark that is told from others by its form as well: 0 circle, 1 triangle, 2 square.
    void mark(const Vec2& at, double size, int form, Colour colour);
};

// The colour on white paper, "#rrggbb".
std::string onPaper(const Colour& colour);
// The picture as an SVG element, to stand in a page of HTML or alone.
std::string svgOf(const Picture& picture);

} // namespace hl
