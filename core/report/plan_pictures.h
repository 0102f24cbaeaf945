// Pictures of plans: a sheet as it falls apart cut by cut, a blank on the board score by score.
#pragma once
#include "core/make/cut_plan.h"
#include "core/make/score_plan.h"
#include "core/picture/picture.h"

namespace hl::report {

// The table after `done` cuts: the pieces apart, what each will be, and the next cut with its
// fence. `paper`: the colour of its face, "#rrggbb".
Picture cutPicture(const PlannedSheet& sheet, size_t done, const std::string& paper, Unit unit,
                   double width = 160, double height = 110);

// The whole sheet with its blanks and all its cuts, numbered in their order.
Picture cutOverview(const PlannedSheet& sheet, const std::string& paper, Unit unit,
                    double width = 80, double height = 80);

// The board before step `at`: the blank as it lies, the scores that are made, and the next one. At
// the end of the steps, the finished blank.
Picture boardPicture(const BlankScores& blank, const ListedPart& part, size_t at,
                     const ScoringBoard& board, const std::string& face, const std::string& back,
                     Unit unit, double width = 160, double height = 110);

} // namespace hl::report
