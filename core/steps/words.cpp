#include "core/steps/words.h"
#include "core/measure/number.h"
#include "core/prove/closed_card.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::steps {

std::vector<FlatState> closedLayers(const Case& c) {
    std::vector<FlatState> flats = flatStates(c, {});
    if (!flats.empty() && std::fabs(flats.front().opening - c.first()) < 0.5)
        return flats;
    const auto up = foldedUp(c, {}); // its motion begins elsewhere
    return up ? flatStates(*up, {}) : std::vector<FlatState>{};
}

std::string minutesText(double minutes) {
    const long seconds = std::lround(minutes * 60);
    if (seconds < 60)
        return numberText(seconds) + " s";
    const long whole = seconds / 60, rest = seconds % 60;
    if (whole >= 60)
        return numberText(whole / 60) + " h" +
               (whole % 60 ? " " + numberText(whole % 60) + " min" : "");
    return numberText(whole) + " min" + (rest && whole < 10 ? " " + numberText(rest) + " s" : "");
}

std::vector<std::string> stepLines(const WorkStep& s) {
    std::vector<std::string> out{s.text};
    if (s.hold > 0)
        out.push_back(
            "Hold or clip it for " + minutesText(s.hold) +
            (s.freeAfter > 0 ? ", and do not pull it for " + minutesText(s.freeAfter) : "") + ".");
    if (!s.check.empty())
        out.push_back("See: " + s.check);
    if (!s.caution.empty())
        out.push_back("Mind: " + s.caution);
    return out;
}

std::string workText(const Work& work) {
    std::string out;
    int n = 0;
    double minutes = 0;
    for (const WorkStep& s : work.steps) {
        out += numberText(++n) + ". " + s.title + "\n";
        for (const std::string& line : stepLines(s))
            out += "   " + line + "\n";
        minutes += s.minutes;
    }
    return out + "\nAbout " + minutesText(minutes) + " at the bench, without waiting.\n";
}

std::string timetableText(const std::vector<std::pair<const Work*, int>>& designs, const Job& job,
                          const Timetable& table) {
    std::string out = "At the bench " + minutesText(table.work) + ", done after " +
                      minutesText(table.elapsed) + "; no order is shorter than " +
                      minutesText(table.bound) + ".\n";
    double at = 0;
    for (const Turn& t : table.hands) {
        const JobStep& s = job.steps[t.task];
        if (t.from > at + 0.01)
            out += minutesText(at) + "  wait " + minutesText(t.from - at) + "\n";
        at = t.to;
        const WorkStep& step = designs[s.work].first->steps[s.step];
        if (step.minutes <= 0)
            continue; // a wait that other work hid
        out += minutesText(t.from) + "  " + (s.card ? "card " + numberText(s.card) + ": " : "") +
               step.title + "\n";
    }
    return out;
}

std::vector<PaperNeed> papersOf(const std::vector<const Plan*>& plans) {
    std::vector<PaperNeed> out;
    for (const Plan* plan : plans)
        for (const PlannedSheet& s : plan->cuts.sheets) {
            if (s.offcut)
                continue;
            const auto known = std::find_if(out.begin(), out.end(), [&](const PaperNeed& p) {
                return p.paper == s.paper && std::fabs(p.width - s.width) < 0.05 &&
                       std::fabs(p.height - s.height) < 0.05;
            });
            if (known != out.end())
                ++known->sheets;
            else
                out.push_back({s.paper, s.width, s.height, 1, 0});
        }
    for (PaperNeed& p : out) // one in ten is spoilt, and never none
        p.spare = (p.sheets + 9) / 10;
    return out;
}

std::string papersText(const std::vector<PaperNeed>& papers, Unit unit) {
    std::string out;
    for (const PaperNeed& p : papers)
        out += countText(static_cast<size_t>(p.sheets), "one sheet", "sheets") + " of " + p.paper +
               ", " + sayLength(p.width, unit) + " x " + sayLength(p.height, unit) + ", and " +
               numberText(p.spare) + " to spare\n";
    return out;
}

} // namespace hl::steps
