// The work of one version of the design, laid out: its steps with their pictures, and the timetable
// of as many cards as are wanted.
#pragma once
#include "app/session/snapshot.h"
#include "core/report/step_pictures.h"
#include "core/steps/schedule.h"

namespace hl::app {

struct LaidWork {
    std::shared_ptr<const Case> folded;
    Drawer drawer;
    bool fromDrawer = false;
    Plan plan;
    steps::Work work;
    std::vector<StepPictures> pictures; // of every step
    std::vector<std::string> problems;  // steps that the card does not let come about
    int cards = 1;
    steps::Job job;
    steps::Timetable table;
};

// On a worker.
std::shared_ptr<LaidWork> laidWork(const Snapshot& snapshot, const Drawer& drawer, bool fromDrawer,
                                   int cards, const std::atomic<bool>& cancelled,
                                   const std::function<void(int)>& progress);

} // namespace hl::app
