// Pictures as SVG.
#pragma once
#include "core/picture/picture.h"

namespace hl::picture {

// The picture as an SVG element, to stand in a page of HTML or alone.
std::string svgOf(const Picture& picture);

// A whole drawing at true scale: user units are mm, one group for each kind of line, the pictures
// below one another. Only lines of the code, labels and images have a place in it.
std::string svgDrawing(const std::string& title, const std::vector<Picture>& pages);

} // namespace hl::picture
