// A picture: shapes, words and images in millimetres of the picture, y down, one over the other in
// the order in which they are put there. Colours have a part to play; the window paints them in its
// theme, files and paper on white. One vocabulary, and one backend for each surface: svg.h, pages.h
// and the window's.
#pragma once
#include "core/assembly/polygon.h"
#include "core/picture/line_code.h"
#include <cstdint>
#include <memory>
#include <string>
#include <variant>
#include <vector>

namespace hl::picture {

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
    Heat,   // an amount from nought (pale) to the most (deep)
    Code,   // of a kind of line
    Given   // as it says: paper of a stock
};

struct Colour {
    Tint tint = Tint::None;
    double level = 0; // 0 to 1, of Paper and Heat
    Line code = Line::Cut;
    std::uint32_t rgb = 0; // 0xRRGGBB, of Given
};

// A colour as it is written, "#rrggbb".
Colour givenColour(const std::string& hex);

struct Shape {
    std::vector<Vec2> points;
    bool closed = true;
    Colour fill, line;
    double width = 0.25; // mm
    std::vector<double> dashes;
    std::string owner; // id of the panel or crease it belongs to

    bool is(Line kind) const { return line.tint == Tint::Code && line.code == kind; }
};

struct Words {
    Vec2 at; // on the baseline
    std::string text;
    double size = 3; // mm
    int align = 0;   // -1 begins there, 0 is centred there, 1 ends there
    Colour colour{Tint::Ink, 0, Line::Cut, 0};
};

// Pixels from the top, left to right: red, green, blue and opacity in one 0xAARRGGBB, the colours
// multiplied by the opacity.
struct Pixels {
    int width = 0, height = 0;
    std::vector<std::uint32_t> argb;
};

// Pixels laid on a parallelogram; what lies outside the rings of `clip` (odd and even) is not
// shown.
struct Image {
    std::shared_ptr<const Pixels> pixels;
    Vec2 at, across, down;  // its upper left corner, and the way along its upper and its left edge
    std::vector<Ring> clip; // none: all of it
};

using Item = std::variant<Shape, Words, Image>;

struct Picture {
    double width = 0, height = 0; // mm
    std::vector<Item> items;
    std::string caption;

    void line(const Vec2& from, const Vec2& to, Colour colour, double width = 0.25,
              std::vector<double> dashes = {});
    void rectangle(const Vec2& low, const Vec2& high, Colour fill, Colour line = {});
    void write(const Vec2& at, const std::string& text, double size = 3, int align = 0,
               Colour colour = {Tint::Ink, 0, Line::Cut, 0});
    // A mark that is told from others by its form as well: 0 circle, 1 triangle, 2 square.
    void mark(const Vec2& at, double size, int form, Colour colour);
};

// A line of the code.
Shape drawn(Line kind, std::vector<Vec2> points, bool closed = false, std::string owner = {});
// Words in the colour of labels.
Words labelled(const Vec2& at, const std::string& text, double size);

// The colour on white paper, "#rrggbb".
std::string onPaper(const Colour& colour);

} // namespace hl::picture
