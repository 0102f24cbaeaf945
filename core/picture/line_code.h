// The line and colour code: one table for the screen, exports and paper.
#pragma once
#include "core/measure/rooms.h"
#include <vector>

namespace hl::picture {

enum class Line { Cut, Valley, Mountain, Score, Adhesive, Sheet, Label, Check };

struct LineStyle {
    Line line;
    const char* id;             // group name in exports
    const char* name;           // for the eye
    const char* colour;         // #rrggbb on paper
    const char* dark;           // #rrggbb on a dark ground
    double width;               // mm
    std::vector<double> dashes; // mm on, mm off, ...; empty: solid
};

const std::vector<LineStyle>& lineCode();
const LineStyle& styleOf(Line line);

} // namespace hl::picture
