// Things by what they are called: a maker says "front wall of Ticket office" or "second page", and
// the design knows an id.
#pragma once
#include "core/design/design.h"
#include "core/measure/result.h"
#include <string>

namespace hl::edit {

// The id of what is called `said`: a structure, part, join, group or paper of the design, a panel
// or a crease of its assembly. An id is its own name; capitals and a leading "the" do not matter.
// What nothing is called is returned as it is, for whoever needs the thing to refuse. The problem:
// two things are called so.
Result<std::string> idOf(const Design& design, const std::string& said);

} // namespace hl::edit
