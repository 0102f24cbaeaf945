// Drawings of the maker's own as toppers: cut out along their outline, in their own colours.
#pragma once
#include "core/edit/tell.h"
#include "core/fold/case.h"

namespace hl::dress {

// Puts a drawing on a panel as layTopper puts a shape. Of an SVG file the outline is the largest
// closed shape in it, of a PNG the border of what is not transparent; its paper is printed with
// what lies within, as large as the topper, unless a stock is told: then only the outline is the
// drawing's. As large as it is drawn unless width or height are
// told; of one of them the other follows. `file` names the picture. Its id with the design.
Result<std::pair<Design, std::string>> layDrawing(const Design& design, const Case& folded,
                                                  const std::string& panel, const std::string& file,
                                                  const std::string& bytes,
                                                  std::map<std::string, std::string> measures,
                                                  Told told = {});

} // namespace hl::dress
