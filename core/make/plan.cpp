#include "core/make/plan.h"

#include "core/measure/number.h"
#include <map>

namespace hl::make {

std::vector<std::string> sheetIds(const CutPlan& cuts) {
    std::vector<std::string> out;
    std::map<std::string, int> number; // by paper
    for (const PlannedSheet& s : cuts.sheets)
        out.push_back("cut." + s.paper + "." + numberText(++number[s.paper]));
    return out;
}

std::string scoreId(const ListedPart& part) { return "score." + part.id; }

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

} // namespace hl::make
