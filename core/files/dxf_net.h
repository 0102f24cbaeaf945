// Drawings that come as DXF: their lines by layer, in mm, arcs as chords.
#pragma once
#include "core/assembly/polygon.h"
#include "core/design/free_part.h"
#include <string>
#include <vector>

namespace hl {

struct DrawnPath {
    std::string layer;
    std::vector<Vec2> points;
    bool closed = false;
};

// Lines, polylines, arcs and circles of the drawing, in its own unit where it names one, else mm.
// Problems: no DXF, nothing drawn, more than can be meant, places out of reach.
Result<std::vector<DrawnPath>> netFromDxf(const std::string& text);

// Open paths of equal layer whose ends lie within `gap` mm of one another become one, closed where
// they come back. `widest` is the widest gap that was bridged.
std::vector<DrawnPath> joinedEnds(std::vector<DrawnPath> paths, double gap, double& widest);

// The largest closed outline in it.
Result<std::vector<Point>> outlineFromDxf(const std::string& text);

} // namespace hl
