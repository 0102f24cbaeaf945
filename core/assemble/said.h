// Sheets that are told by a say-line: their outline, scores and slits.
#pragma once
#include "core/assembly/card_sheet.h"
#include "core/design/design.h"
#include "core/measure/result.h"

namespace hl::assembling {

// Panels `first` to `last` (counted from 0, the last included) of a line as one sheet, whose panel
// 0 begins at `x0`; mm. The lines are its scores, called by `named` (the score right of panel n,
// from 0), and its slits, "slit-1" and so on.
struct SaidSheet {
    Ring outline;
    std::vector<LineSpec> lines;
};
SaidSheet saidSheet(const SayLine& line, size_t first, size_t last, double x0, double height,
                    std::string (*named)(size_t score));

// A free part with its say-line worked out into outline and lines; others as they are.
Result<FreePart> workedOut(const FreePart& part);

// The sheets of a card of pages, the first page left of x = 0; `height` is that of pages which
// say none.
Result<std::vector<CardSheet>> cardSheets(const SayLine& say, double height);

} // namespace hl::assembling
