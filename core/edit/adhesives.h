// What a maker glues with, where it is another adhesive than by rule.
#pragma once
#include "core/design/design.h"
#include "core/measure/result.h"

namespace hl::edit {

// For a join, panel, part or structure, or for all "tabs", "mats", "figures" or "sheets"; "auto"
// leaves it to the rule again. Problems: nothing of that id that is glued; no such adhesive.
Result<Design> setAdhesive(const Design& design, const std::string& of, const std::string& kind);

} // namespace hl::edit
