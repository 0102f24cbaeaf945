// Rounding: measures that a maker's ruler does not show, where rounding them makes the card bind.
#include "core/prove/rounding.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>

namespace hl {
namespace {

constexpr double forgiven = 0.6; // mm: a little more than half a step of the finest ruler

} // namespace

void rounding(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    const Ruler& ruler = c.workshop.rulerFor(c.design.units);
    const Rounding r = roundedTo(c, ruler, stop.flag);
    if (r.loop < 0 || r.misfit < forgiven || r.misfit < r.before + 0.1)
        return;
    Finding f =
        Finding::of("rounding", Severity::Caution, r.opening, r.opening, r.opening, r.misfit);
    nameIn(f, c, c.linkage.loops[r.loop].held);
    nameIn(f, c, c.linkage.loops[r.loop].landing);
    f.message = "With every measure rounded to " + std::string(ruler.name) + ", the " +
                sayPanel(c, c.linkage.loops[r.loop].held) + " would miss the " +
                sayPanel(c, c.linkage.loops[r.loop].landing) + " by " + sayAmount(c, r.misfit) +
                " " + sayOpening(c, r.opening, r.opening) + ".";
    std::string names;
    for (size_t i = 0; i < std::min<size_t>(3, r.careful.size()); ++i) {
        std::string name = r.careful[i].parameter;
        std::replace(name.begin(), name.end(), '_', ' ');
        names += (i ? ", the " : "the ") + name + " of " + r.careful[i].structure + " (" +
                 exactText(r.careful[i].exact, c.design.units) + ")";
    }
    f.remedy = names.empty() ? "Mark it from the printed pattern instead of with a ruler."
                             : "Do not round " + names + ": mark it from the printed pattern.";
    out.push_back(f);
}

} // namespace hl
