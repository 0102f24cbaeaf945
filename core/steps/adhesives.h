// Which adhesive a join takes, and why.
#pragma once
#include "core/fold/case.h"
#include "core/steps/step.h"
#include "core/workshop/drawer.h"

namespace hl::steps {

// By rule. Raised figures take foam; mats and small flat pieces a runner; a tab that is pulled at
// every opening strong tape, or solvent glue on heavy paper; seams, ribs and large faces glue; a
// tongue behind its slit plain tape; what turns or slides a fastener. `pulled`: it is one of
// several by which its unit hangs between panels that move apart.
std::string adhesiveFor(const Case& c, const Join& join, bool pulled);
// What the maker chose instead, for the join, the panel, the part or the structure that is glued,
// or for all that is alike: "tabs", "mats", "figures" or "sheets". Null: nothing.
const std::string* chosenAdhesive(const Case& c, const Join& join);
// The words for all that is alike, and the one for what a join holds.
std::string alikeOf(const Case& c, const Join& join);
const std::vector<std::string>& alikeGlued();
// How long it takes until it may be pulled, minutes: the drawer's own where it has such a one.
double freeAfter(const AdhesiveKind& kind, const Drawer* drawer);

} // namespace hl::steps
