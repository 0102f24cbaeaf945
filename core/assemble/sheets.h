// Sheets: the parts that are described by what is drawn on them (the card itself and free parts),
// turned into panels, creases and tabs; and the joins a maker placed.
#pragma once
#include "core/assembly/builder.h"
#include "core/assembly/card_sheet.h"
#include "core/design/design.h"

namespace hl::assembling {

// The card's own parts, one for each sheet: the pages and folds of its form, and the panels that
// slits and creases cut out of them; a further sheet hangs on the one before by its hinge tab.
// Problems: lines that part the card, a spine that is gone.
Trouble buildCard(const Design& design, const std::vector<CardSheet>& sheets, AssemblyBuilder& out);

// A blank with what is drawn on it. Problems: an outline without area, a line of no length, a tab
// on an edge that is not there, across a crease or wider than its edge.
Trouble buildFreePart(const Design& design, const FreePart& part, AssemblyBuilder& out);

// The joins of the design, once every panel is made. Problems: panels that do not exist, a panel
// held by itself, a range that runs backwards.
Trouble buildJoins(const Design& design, AssemblyBuilder& out);

// The stages of the motion. Problems: a driver that does not exist or cannot move, a value out of
// its range.
Trouble buildMotion(const Design& design, AssemblyBuilder& out);

// The outline of a free part as drawn, mm.
Ring outlineOf(const FreePart& part);

} // namespace hl::assembling
