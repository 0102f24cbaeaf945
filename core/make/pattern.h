// Patterns: the flat parts as they are cut, scored and glued. Coordinates are mm in the part's
// flat frame, seen from the face side, y up.
#pragma once
#include "core/assembly/assembly.h"
#include "core/picture/picture.h"
#include <string>
#include <vector>

namespace hl::design {
struct Design;
} // namespace hl::design

namespace hl::make {

// A line of text. It is written upright however the part is turned, so its place is a point of the
// part and a distance below that point.
struct Caption {
    Words words;      // at: the middle of the text, in the part's or the sheet's coordinates
    double below = 0; // mm from there down to the baseline, after any turning
    Vec2 room{0, 0};  // mm across and along on the panel it is written on; 0: no bound
};

struct Pattern {
    int part = 0;
    std::vector<Shape> strokes; // lines of the code
    std::vector<Caption> captions;
    Vec2 low, high; // the cut outline's bounds
};

// One pattern for each part, in assembly order.
std::vector<Pattern> patternsOf(const Design& design, const Assembly& assembly);

// The outline of a part: the union of its panels, outer rings counter-clockwise.
std::vector<std::vector<Vec2>> outlineOf(const Assembly& assembly, const Part& part);

// How a drawn line, or a crease, is shown.
Line lineOf(LineKind kind);
Line lineOf(Fold fold);

// Hatching of an outline at 45 degrees, and a small X in its middle: an adhesive area.
std::vector<Shape> hatch(const std::vector<Vec2>& outline, double spacing,
                         const std::string& owner);

} // namespace hl::make
