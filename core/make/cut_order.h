// In which order the cuts of a sheet are made. Of core/make alone.
#pragma once
#include "core/make/cut_plan.h"
#include "core/make/guillotine.h"

namespace hl::make {

// Fills in the sheet's cuts in an order that leaves the fence where it stands as long as it can,
// and counts how often it is set. `longest`: what the trimmer cuts, mm.
void orderCuts(const std::vector<CutNode>& nodes, double longest, PlannedSheet& sheet,
               int& settings);

} // namespace hl::make
