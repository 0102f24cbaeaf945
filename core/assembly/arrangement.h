// The arrangement of one part: its outline, apertures, creases and slits cut the sheet into faces.
// A crease hinges the two faces beside it, a slit parts them; a line that ends inside a face does
// neither.
#pragma once
#include "core/assembly/polygon.h"
#include <string>
#include <utility>

namespace hl::assembly {

// A line drawn on a sheet, mm. Lines that end within a tenth of a micrometre of another line or
// of an edge are taken to reach it.
struct SheetLine {
    std::string id;
    bool slit = false;
    std::vector<Vec2> points; // at least two
    // Stretches of a straight line that are left smooth, as distances from its start: the spine
    // between two slits of a cut-out.
    std::vector<std::pair<double, double>> gaps;
    bool nameless = false; // a slit that parts nothing leaves the face its name
};

struct SheetFace {
    std::string name;
    Ring outline;
    std::vector<Ring> apertures;
};

// A stretch of a crease between the same two faces. `gaps`: where another pair of faces, or no
// fold, lies in between.
struct SheetCrease {
    std::string name;
    int line = 0, left = 0, right = 0; // the line's index and faces' indices
    Vec2 from, to;
    std::vector<std::pair<double, double>> gaps; // distances from `from`
};

struct Arrangement {
    std::vector<SheetFace> faces;
    std::vector<SheetCrease> creases;
    // Lines, by index, of which some stretch has the same face on both sides: a slit that parts
    // nothing there, a crease that cannot fold there.
    std::vector<int> dangling;
    std::vector<int> beside; // lines, by index, of which nothing lies on the paper
};

// How often the lines and edges of a sheet meet other than end to end, counted up to `enough`; a
// sheet of more than 6,000 straight stretches counts as `enough`.
size_t crossings(const Ring& outline, const std::vector<Ring>& apertures,
                 const std::vector<SheetLine>& lines, size_t enough);

// Faces are named after the first crease, else slit, beside them and their side of it ("c1-left");
// where one line has several faces on a side they are counted along it ("c1-left-2"). A sheet
// without lines is "sheet". Lines drawn later do not change the names that earlier ones gave, and
// moving a line changes none. Stretches of a crease between different faces are "c1", "c1-2", ...
// along it.
Arrangement arrange(const Ring& outline, const std::vector<Ring>& apertures,
                    const std::vector<SheetLine>& lines);

} // namespace hl::assembly
