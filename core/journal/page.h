// One build as a page to print or to share: the card as it was, its photographs, papers, times,
// what was measured and said.
#pragma once
#include "core/journal/entry.h"

namespace hl::journal {

// HTML that stands alone, with a style for print. Where the design can no longer be made, the page
// has no picture of it and says so.
std::string pageOf(const Build& build);

} // namespace hl::journal
