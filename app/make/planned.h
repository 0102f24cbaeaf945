// Cuts and scores as they are planned for one version of the design.
#pragma once
#include "app/session/snapshot.h"
#include "core/make/plan.h"

namespace hl::app {

struct Planned {
    std::shared_ptr<const Case> folded;
    std::vector<ListedPart> parts;
    CutPlan cuts;
    std::vector<BlankScores> scores; // of what is scored at all
    std::string rounded; // what setting them to the ruler's marks does; empty if nothing
    Drawer drawer;       // that it was planned with
    bool fromDrawer = false;
};

// On a worker: `progress` hears percents, and `cancelled` makes an end of it.
std::shared_ptr<Planned> plannedFor(const Snapshot& snapshot, const Drawer& drawer, bool fromDrawer,
                                    int copies, const CutWishes& wishes,
                                    const std::atomic<bool>& cancelled,
                                    const std::function<void(int)>& progress);

// The steps of one sheet, or of one blank on the board, in words.
std::vector<QString> cutSteps(const Planned& planned, size_t sheet);
std::vector<QString> scoreSteps(const Planned& planned, size_t blank);

} // namespace hl::app
