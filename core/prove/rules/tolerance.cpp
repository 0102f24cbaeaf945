// Tolerance: tabs at which the usual errors of the hand add up to more than paper forgives. A last
// tab that is glued by closing the card onto it takes up what has come together so far, so only
// what is likely to be large is worth a word.
#include "core/prove/tolerance.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"

namespace hl::proving {
namespace {

constexpr double large = 1.5, grave = 4; // mm

} // namespace

void tolerance(const Evidence& e, const Stop&, std::vector<Finding>& out) {
    const Case& c = e.c;
    for (const Tolerance& t : tolerances(c)) {
        if (t.likely < large)
            break;
        const Loop& loop = c.linkage.loops[t.loop];
        Finding f =
            Finding::of("tolerance.misses", t.likely < grave ? Severity::Note : Severity::Caution,
                        t.opening, t.opening, t.opening, t.likely);
        nameIn(f, c, loop.held);
        nameIn(f, c, loop.landing);
        f.besides = {{"worst", t.worst}};
        std::string sources;
        for (const ErrorSource& s : t.sources)
            sources += (sources.empty() ? "" : ", ") + saySource(c, s);
        f.message = "With the usual small errors the " + sayPanel(c, loop.held) +
                    " is likely to miss the " + sayPanel(c, loop.landing) + " by " +
                    sayAmount(c, t.likely) + " " + sayOpening(c, t.opening, t.opening) +
                    ", at worst by " + sayAmount(c, t.worst) + ". What matters most: " + sources +
                    ".";
        f.remedy = "Glue it last, by closing the card onto it, and take care with these three.";
        out.push_back(f);
        break; // the worst tab speaks for the rest
    }
}

} // namespace hl::proving
