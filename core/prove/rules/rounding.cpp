// Rounding: measures that a maker's ruler does not show, where rounding them makes the card bind,
// collide, stick out or miss: the proof of the rounded design against that of the exact one.
#include "core/prove/rounding.h"
#include "core/prove/saying.h"
#include <algorithm>

namespace hl::proving {
namespace {

constexpr double forgivenRounding = 0.62; // mm: a little more than half a step of the finest ruler

} // namespace

void rounding(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    const Ruler& ruler = c.workshop.rulerFor(c.design.units);
    const std::string when = "With every measure rounded to " + std::string(ruler.name);
    const Rounding r = roundedTo(c, ruler, stop.flag);
    if (!r.problem.empty()) {
        Finding f =
            Finding::of("rounding.unmakeable", Severity::Caution, c.first(), c.last(), c.first());
        f.parts = {"card"};
        f.message = when + ", the design cannot be made: " + r.problem;
        f.remedy = sayNotRounded({}, c.design);
        out.push_back(f);
        return;
    }
    // What binds anyway is told as such.
    if (r.held >= 0 && r.landing >= 0 && r.before < forgivenRounding &&
        r.misfit >= forgivenRounding && r.misfit >= r.before + 0.1) {
        Finding f = Finding::of("rounding.misfit", Severity::Caution, r.opening, r.opening,
                                r.opening, r.misfit);
        nameIn(f, c, r.held);
        nameIn(f, c, r.landing);
        f.message = when + ", the " + sayPanel(c, r.held) + " would miss the " +
                    sayPanel(c, r.landing) + " by " + sayAmount(c, r.misfit) + " " +
                    sayOpening(c, r.opening, r.opening) + ".";
        f.remedy = sayNotRounded({}, c.design);
        out.push_back(f);
    }
    if (r.binds() && r.overhang > forgivenRounding) {
        Finding f = Finding::of("rounding.overhang", Severity::Caution, c.first(), c.first(),
                                c.first(), r.overhang);
        f.parts = {"card"};
        f.message = when + ", closed parts would stick out of the card by " +
                    sayAmount(c, r.overhang) + " more.";
        f.remedy = sayNotRounded({}, c.design);
        out.push_back(f);
    }
    for (Brought& b : broughtBy(r, e, stop)) {
        Finding f = b.finding;
        f.rule = "rounding";
        f.code = b.code();
        f.severity = Severity::Caution;
        f.message =
            when +
            (b.before > 0 ? ", more than as designed (" + sayAmount(c, b.before) + "): " : ": ") +
            b.finding.message;
        f.remedy = sayNotRounded({}, c.design);
        out.push_back(f);
    }
}

} // namespace hl::proving
