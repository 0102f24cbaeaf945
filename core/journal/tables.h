// The journal as tables for other programs (CSV): builds, times, what was measured, notes.
#pragma once
#include "core/exports/exports.h"
#include "core/journal/journal.h"

namespace hl::journal {

// Four files: builds, "-times", "-measured", "-notes".
Result<Exported> tablesOf(const Journal& journal, const Query& query = {});

} // namespace hl::journal
