// In which order the folds of a row of pages are opened, where nobody said.
#pragma once
#include "core/assembly/assembly.h"
#include "core/design/design.h"

namespace hl::fold {

// A row whose folds are all opened at once, as it is given, unless its own pages would go through
// one another on the way: then one fold after the other, in the first order in which none does,
// further open than it is displayed where that lets others by, and at last all together to how it
// is displayed. As it was where no order helps, where the design says how it moves, and of any card
// but a row.
Assembly inRowOrder(const Design& design, Assembly assembly);

} // namespace hl::fold
