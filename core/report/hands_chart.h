// The chart of hands and drying: what the maker does when, card by card, and what dries meanwhile.
#pragma once
#include "core/picture/picture.h"
#include "core/steps/schedule.h"

namespace hl::report {

// A row for what is done for all at once, one for each card; the last row says how many more there
// are where there is no room for all.
Picture handsChart(const std::vector<std::pair<const steps::Work*, int>>& designs,
                   const steps::Job& job, const steps::Timetable& table, double width = 180,
                   double height = 80);

} // namespace hl::report
