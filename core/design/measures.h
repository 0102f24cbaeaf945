// Every measure of a design by name, for whoever asks what an error in each of them does.
#pragma once
#include "core/design/design.h"

namespace hl::design {

struct NamedMeasure {
    std::string owner, name; // "deck", "fold-x2"
    Measure* measure;        // inside the design that was asked
};

// The measures of drawn things: blanks, outlines, lines, tabs, places of joins, cut-outs of the
// card. Those of structures are in their `set`. Valid until the design changes its lists.
std::vector<NamedMeasure> drawnMeasures(Design& design);

} // namespace hl::design
