#include "core/make/plan.h"

namespace hl {

Plan planOf(const Design& design, const Assembly& assembly, const PlanWishes& w,
            const std::atomic<bool>* cancel, const std::function<void(double)>& progress) {
    Plan out;
    out.copies = w.copies;
    out.parts = partsList(design, assembly);
    out.cuts = planCuts({design, assembly, out.parts, w.drawer, w.upright, w.copies, w.cuts},
                        cancel, progress);
    const ScoringBoard board = w.board ? *w.board : w.drawer ? w.drawer->board : ScoringBoard();
    out.scores = planScores(out.parts, board, design.units, w.copies);
    return out;
}

} // namespace hl
