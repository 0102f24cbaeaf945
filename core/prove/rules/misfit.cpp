// Misfit: how far a tab misses its landing when every panel stays rigid. Paper forgives a little
// by bending; beyond that the card binds. A set that is held by more than its folds can follow is
// told as such, with how far its paper has to bend.
#include "core/prove/bending.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>

namespace hl::proving {
namespace {

constexpr double unseenMisfit = 0.01, forgivenMisfit = 0.5; // mm

} // namespace

void misfit(const Evidence& e, const Stop&, std::vector<Finding>& out) {
    const Case& c = e.c;
    for (size_t l = 0; l < c.linkage.loops.size(); ++l) {
        Finding f = Finding::of("misfit.forgiven", Severity::Note, c.last(), c.first(), c.first());
        const Pose* worst = nullptr;
        for (const Pose& p : c.poses) {
            const double miss = p.misfits[l];
            if (miss <= unseenMisfit)
                continue;
            f.openingFrom = std::min(f.openingFrom, p.opening);
            f.openingTo = std::max(f.openingTo, p.opening);
            if (miss > f.amount) {
                f.amount = miss;
                f.opening = p.opening;
                worst = &p;
            }
        }
        if (f.amount <= unseenMisfit)
            continue;
        const Loop& loop = c.linkage.loops[l];
        nameIn(f, c, loop.held);
        nameIn(f, c, loop.landing);
        const bool binds = f.amount > forgivenMisfit;
        f.severity = binds ? Severity::Stop : Severity::Caution;
        f.code = binds ? "misfit.binds" : "misfit.forgiven";
        const auto bent = binds ? bendingOf(c, loop, *worst, f.amount) : std::nullopt;
        if (bent && bent->way != Bent::TooFar)
            f.severity = Severity::Caution;
        if (bent) {
            f.code = "misfit.bends";
            f.besides = {{"bends", bent->by}, {"over", bent->over}};
        }
        // Its crease is named: that is what is scored elsewhere.
        const int crease = loop.crease >= 0 ? loop.crease
                           : loop.join >= 0 ? c.assembly.crease(c.assembly.joins[loop.join].crease)
                                            : -1;
        f.message = "The " + sayPanel(c, loop.held) +
                    (crease >= 0 ? " (at the " + sayCrease(c, crease) + ")" : "") +
                    (loop.crease >= 0 ? " parts from the " : " misses its landing on the ") +
                    sayPanel(c, loop.landing) + " by up to " + sayAmount(c, f.amount) + " " +
                    sayOpening(c, f.openingFrom, f.openingTo) +
                    (bent ? ": it is held by more than its folds can follow, and its paper has to "
                            "bend by about " +
                                sayAmount(c, bent->by) + " over " + sayAmount(c, bent->over) +
                                (bent->way == Bent::Bearable ? ", which it bears."
                                 : bent->way == Bent::Stiff
                                     ? ", which makes the card stiff to open and shut."
                                     : ", which is more than it bears: it must bend or tear.")
                     : binds ? ": the card binds there and must bend or tear."
                             : "; paper of this size forgives that.");
        f.remedy = bent ? "Take one of its joins away, make it of lighter paper, or crease it once "
                          "more where it has to bend."
                        : "Let a wall or an angle follow from the others again, so that both ways "
                          "round are equally long.";
        out.push_back(f);
    }
}

} // namespace hl::proving
