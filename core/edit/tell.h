// What a maker tells of a thing, word by word: "title", "width=60 mm", "say=12 | 30 | 12, V M".
// The names are those of the design file; measures are those of the thing's family.
#pragma once
#include "core/design/design.h"
#include "core/measure/result.h"
#include <utility>

namespace hl::edit {

using Told = std::vector<std::pair<std::string, std::string>>;

// What is wrong with a line that was told: a score that ends inside the paper folds nothing there,
// and no word of a line is dropped.
Trouble endsInPaper(const Design& design, const std::string& id);

// Sets one thing of the card ("card"), a structure, a part, a join, a group or a paper: what the
// tables in tell_card.cpp, tell_structure.cpp and tell_part.cpp have, and every measure of the
// card's form or of the structure's family. "auto" takes a measure back. With several, all are set
// before anything is assembled. The result has been assembled once. Problems name the thing and
// what it takes.
Result<Design> tell(const Design& design, const std::string& id, const Told& told);
// The same of a paper, whose id may be anything else's as well.
Result<Design> tellStock(const Design& design, const std::string& id, const Told& told);

// A free part told by a line or as a blank ("60 x 40 mm"), joined to nothing; its id.
Result<std::pair<Design, std::string>> addPart(const Design& design, const std::string& id,
                                               const std::string& line);

// A join told plainly: the held panel and its landing, with words as for `tell`; its id.
Result<std::pair<Design, std::string>> addJoin(const Design& design, const std::string& panel,
                                               const std::string& onto, const Told& told);

// Makes single structures of a series; what stands on them stays there.
Result<Design> breakUp(const Design& design, const std::string& series);

// The line of a card whose pages hang in a row from one sheet, whatever its form: what it becomes
// as a card of pages. Empty where it is no such row.
SayLine lineOfCard(const Design& design);

// Gives a structure, part or paper another name for people.
Result<Design> rename(const Design& design, const std::string& id, const std::string& name);

// Removes whatever has that id: a structure with all that stands on it, a part, a line or tab of
// one, a join, a paper; a group with all that is held by it.
Result<Design> removeThing(const Design& design, const std::string& id);

} // namespace hl::edit
