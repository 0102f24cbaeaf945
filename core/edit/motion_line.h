// A card's motion as one line, as say-lines are for sheets: what is driven, from where to where,
// one stage after the other.
#pragma once
#include "core/design/design.h"
#include "core/measure/result.h"
#include <string>
#include <vector>

namespace hl::edit {

// "card.spine 0 to 180; flap.fold-2 180 to 90 & pull 0 mm to 40 mm": a fold by the degrees between
// its panels, a pivot by degrees, a slide by a distance; after ; the next stage, after & what goes
// along with it. What is driven is named by its id or by what it is called. Empty or "auto": no
// motion of its own. The error names the stage.
Result<std::vector<StageSpec>> parseMotion(const Design& design, const std::string& line);
std::string motionLine(const Design& design);

} // namespace hl::edit
