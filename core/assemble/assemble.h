// From the design to its assembly: the card, drawn parts, structures after their hosts, joins and
// the motion; and the measures that come into force on the way.
#pragma once
#include "core/assembly/assembly.h"
#include "core/measure/result.h"
#include "core/structures/family.h"

namespace hl::assembling {

// The measures in force, of every structure and of "card".
using AllValues = std::map<std::string, Values>;

// Problems: unknown family or host, hosts in a circle, measures out of range. `measures`, where
// somebody wants them, takes those that come into force on the way.
Result<Assembly> assemble(const Design& design, AllValues* measures = nullptr);

// The measures of a structure, or of the card's form, as they are in force: what was set and what
// follows from it.
Result<Values> measuresOf(const Design& design, const std::string& structure);
// What each of a series is on its own; the ids are those that it has in the assembly.
Result<std::vector<StructureSpec>> membersOf(const Design& design, const std::string& series);
// Those of all structures and of "card", by id, in one go.
Result<AllValues> allMeasuresOf(const Design& design);

} // namespace hl::assembling
