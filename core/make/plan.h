// The plan: what is cut and scored, from which sheets and how, as one value for everybody who shows
// it, prints it or goes on from it.
#pragma once
#include "core/make/cut_plan.h"
#include "core/make/score_plan.h"

namespace hl::make {

struct Plan {
    std::vector<ListedPart> parts;
    CutPlan cuts;
    std::vector<BlankScores> scores;
    int copies = 1;
};

// What the steps of a plan are called, whatever else is planned: of every sheet "cut.Ivory card.2",
// counted paper by paper; of a blank "score.rib-1", by the first part that is made of it.
std::vector<std::string> sheetIds(const CutPlan& cuts);
std::string scoreId(const ListedPart& part);

// What it is made with; see CutOrder.
struct PlanWishes {
    const Drawer* drawer = nullptr; // null: the usual sheets and tools
    const std::vector<Vec2>* upright = nullptr;
    int copies = 1;
    CutWishes cuts = {};
    const ScoringBoard* board = nullptr; // another than the drawer's
};
Plan planOf(const Design& design, const Assembly& assembly, const PlanWishes& wishes = {},
            const std::atomic<bool>* cancel = nullptr,
            const std::function<void(double)>& progress = {});

} // namespace hl::make
