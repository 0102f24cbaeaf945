// The made-up year of the gift shop, in a journal of its own.
#pragma once
#include "core/measure/result.h"
#include <QString>

namespace hl::app {

// Keeps it in the journal at `path`, with the orders in the folder of demo designs, and lets the
// room Log show that one from now on instead of the maker's own. One that is there already is left
// as it is. Says what went wrong.
Trouble showSampleYear(const QString& demo, const QString& path);

} // namespace hl::app
