// The work in words: for the terminal, the booklet and the window.
#pragma once
#include "core/fold/case.h"
#include "core/make/plan.h"
#include "core/prove/layers.h"
#include "core/steps/schedule.h"

namespace hl::steps {

// The layers of the closed card, where it lies flat; empty where it does not.
std::vector<FlatState> closedLayers(const Case& c);

// One step, line by line: what to do, how long to hold, what to look at, what to mind.
std::vector<std::string> stepLines(const WorkStep& step);
// "1 min 30 s", "12 min", "2 h 5 min".
std::string minutesText(double minutes);
std::string workText(const Work& work);
std::string timetableText(const std::vector<std::pair<const Work*, int>>& designs, const Job& job,
                          const Timetable& table);

// Sheets to buy of one paper in one size, and how many more in case one is spoilt.
struct PaperNeed {
    std::string paper;
    double width = 0, height = 0; // mm
    int sheets = 0, spare = 0;
};
std::vector<PaperNeed> papersOf(const std::vector<const Plan*>& plans);
std::string papersText(const std::vector<PaperNeed>& papers, Unit unit);

} // namespace hl::steps
