// Charts of a journal: a bar for each month, paper, family or occasion, and what was learned of a
// quantity with its readings.
#pragma once
#include "core/journal/learn.h"
#include "core/picture/picture.h"

namespace hl::journal {

// Cards by month, family or occasion, or sheets by paper; beside each the time it really took
// against the plan, where both are known. Size in mm.
Picture barsOf(const std::vector<Tally>& rows, bool sheets, double width = 180, double height = 60);

// Readings as dots in their order, what is usual as a dashed line, what was learned as a line with
// a band of two sigma.
Picture learnedChart(const Learned& learned, double width = 180, double height = 60);

} // namespace hl::journal
