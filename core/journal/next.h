// Next time: which notes of a journal concern a design, and what becomes of it when one is carried
// out.
#pragma once
#include "core/design/design.h"
#include "core/journal/journal.h"

namespace hl::journal {

// Of all that are not done those about this design (by its title), about a part or measure of such
// a design that is still there, or about a family, paper or step that is used in it again. Those of
// its own title come first.
std::vector<NextTime> concerning(const std::vector<NextTime>& notes, const Design& design);

// The design with what the note asks for.
Result<Design> carriedOut(const NextTime& note, const Design& design);

} // namespace hl::journal
