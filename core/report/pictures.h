// The pictures of a proof: the chart over the opening, the map of the closed card, the side profile
// and the standing card.
#pragma once
#include "core/picture/picture.h"
#include "core/prove/curves.h"
#include "core/prove/evidence.h"
#include "core/prove/finding.h"

namespace hl::report {

// A curve each over the opening, with the findings' ribbons under them; `at` is marked.
Picture chartOf(const Case& c, const Curves& curves, const std::vector<Finding>& findings,
                double at, double width = 160, double height = 90);
// The thickness of the closed card.
Picture mapOf(const Evidence& e, double width = 100, double height = 90);
// What a plane across the spine, `section` mm along it, cuts through, with dimensions.
Picture profileOf(const Case& c, double opening, double section, double width = 130,
                  double height = 90);
// The card from the front and a little above; panels in `marked` (ids) stand out. In the colours of
// its papers, or in those of any paper.
Picture standingOf(const Case& c, double opening, const std::vector<std::string>& marked = {},
                   double width = 120, double height = 90, bool inItsPapers = false);

} // namespace hl::report
