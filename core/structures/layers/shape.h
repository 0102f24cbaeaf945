// Shapes of toppers and apertures, centred on the origin.
#pragma once
#include "core/structures/parameters.h"

namespace hl::structures {

enum class CutShape {
    Rectangle,
    Rounded,
    Circle,
    Polygon,
    Arch,
    Drawn,
    Scalloped, // a circle or oval with a scalloped rim
    Label,     // with hollow corners
    Tag,       // with two corners snipped
    Banner,    // with swallow tails at both ends
    Star,
    Heart,
    Hill,
    Cloud
};
const std::vector<std::string>& shapeWords(); // in this order

// A shape that fills a box of the given width and height; curves are drawn with corners a tenth of
// a millimetre off at most. A polygon has `corners` corners, the first at the top. A drawn outline
// is stretched to the box; without any it is the rectangle.
Ring shapeOf(CutShape shape, double width, double height, int corners,
             const std::vector<Point>& drawn);

// The measures of what has such a shape on a panel: shape, width, height, corners, across, along,
// turn. Its middle may lie off the panel.
std::vector<Parameter> shapeParameters(const std::string& widthRule, const std::string& heightRule);

} // namespace hl::structures
