// Edits of a design's papers: add one, remove one, choose the card's.
#pragma once
#include "core/design/design.h"
#include <utility>

namespace hl {

// A paper like `like` with an id and a name of its own; the new id.
std::pair<Design, std::string> addPaper(const Design& design, const std::string& like);

// Removes a paper. What was made of it is made of the card's paper; the card itself takes the first
// that is left. Problems: no such paper; the last one stays.
Result<Design> removePaper(const Design& design, const std::string& id);

// Takes `paper` over from another design and returns the id that it has here: its own, unless that
// is another paper's here.
std::string takePaper(Design& design, const Stock& paper);

} // namespace hl
