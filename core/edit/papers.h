// Edits of a design's papers: add one, remove one, choose the card's.
#pragma once
#include "core/design/design.h"
#include <utility>

namespace hl::edit {

// A paper like `like` with an id and a name of its own; the new id.
std::pair<Design, std::string> addPaper(const Design& design, const std::string& like);

// Removes a paper. What was made of it is made of the card's paper; the card itself takes the first
// that is left. Problems: no such paper; the last one stays.
Result<Design> removePaper(const Design& design, const std::string& id);

// Prints a paper with a picture of the maker's own, which comes to travel with the design; pictures
// that no paper has any more go. An empty file name takes the picture off. Problems: no such paper,
// no picture, one that is too large.
Result<Design> printWith(const Design& design, const std::string& paper, const std::string& file,
                         const std::string& bytes);

// The clear film of a design; added where there is none yet. Its id.
std::string clearFilm(Design& design);

// Takes `paper` over from another design and returns the id that it has here: its own, unless that
// is another paper's here. Its picture comes along from the design `from`.
std::string takePaper(Design& design, const Stock& paper, const Design* from = nullptr);

} // namespace hl::edit
