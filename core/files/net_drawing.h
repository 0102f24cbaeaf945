// Drawings of whole nets, whatever they come as: their lines by layer, colour or dashes, in mm.
#pragma once
#include "core/assembly/polygon.h"
#include "core/design/free_part.h"
#include <string>
#include <vector>

namespace hl::files {

struct DrawnPath {
    std::string layer, colour; // as the drawing calls them
    std::vector<Vec2> points;  // y up
    bool closed = false, dashed = false;
};

// A drawing as it was read, with what was left out of it or guessed, in sentences.
struct Drawing {
    std::vector<DrawnPath> paths;
    std::vector<std::string> remarks;
};

// By what a drawing tells its lines apart.
enum class LinesBy { Layer, Colour, Dashes };
const char* sortName(LinesBy by); // "layer"
std::optional<LinesBy> sortOf(const std::string& word);

// The first of the three that parts the lines of a drawing into several kinds; its layers if none.
LinesBy tellsApart(const std::vector<DrawnPath>& drawing);
// The drawing with its lines' layers named by that: a layer, "red", "dashed lines".
std::vector<DrawnPath> sortedBy(std::vector<DrawnPath> drawing, LinesBy by);

// The lines of a drawing, SVG or DXF as its text shows. Problems: neither, nothing drawn.
Result<Drawing> netFromDrawing(const std::string& text);

// Open paths of equal layer whose ends lie within `gap` mm of one another become one, closed where
// they come back. `widest` is the widest gap that was bridged.
std::vector<DrawnPath> joinedEnds(std::vector<DrawnPath> paths, double gap, double& widest);

} // namespace hl::files
