// Lines of a panel by the words a maker uses for them.
#pragma once
#include "core/assembly/assembly.h"
#include "core/measure/result.h"
#include <string>
#include <utility>

namespace hl::assembling {

// A line of a panel by its name: a crease of it, or an edge or the middle of the rectangle round
// it. A point of it and its direction, up or to the right; flat coordinates, mm. `place` is where
// the word stood, for the problem.
Result<std::pair<Vec2, Vec2>> lineOn(const Assembly& a, int panel, const std::string& word,
                                     const std::string& place);

} // namespace hl::assembling
