#include "core/design/say_sum.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include <algorithm>

namespace hl::design::saying {
namespace {

constexpr size_t mostPanels = 60;

Trouble putPanels(Heard& heard, Unit unit) {
    if (heard.line.panels.empty() && heard.at.empty()) {
        if (heard.blank.empty())
            return Problem{"score list", "there is nothing to read",
                           "write it like 12 | 30 | 30 | 12, V M V"};
        heard.line.panels = {heard.blank[0]};
        return {};
    }
    if (!heard.line.panels.empty() && !heard.at.empty())
        return Problem{"score list", "it says panels and scores", "say the one or the other"};
    if (heard.line.panels.empty()) {
        if (heard.blank.empty())
            return Problem{"score list", "scores need the blank that they are made on",
                           "begin with its size, like 136 x 68, score 30, 60"};
        std::vector<Heard::At> far;
        for (auto a = heard.at.rbegin(); a != heard.at.rend(); ++a)
            if (a->both) {
                far.push_back(*a);
                far.back().at.count = heard.blank[0].count - a->at.count;
            }
        heard.at.insert(heard.at.end(), far.begin(), far.end());
        std::stable_sort(heard.at.begin(), heard.at.end(),
                         [](auto& a, auto& b) { return a.at.count < b.at.count; });
        std::int64_t last = 0;
        for (const Heard::At& a : heard.at) {
            if (a.at.count <= 0 || a.at.count >= heard.blank[0].count)
                return Problem{"score list",
                               "a score at " + exactText(a.at, unit) +
                                   " lies off the blank, which is " +
                                   exactText(heard.blank[0], unit) + " long",
                               "score between its edges, or make the blank longer"};
            if (a.at.count <= last)
                return Problem{"score list", "two scores lie at " + exactText(a.at, unit),
                               !far.empty() ? "the blank is too short for scores from both ends"
                                            : "leave one of them out"};
            heard.line.panels.push_back({Quantity::Length, a.at.count - last});
            heard.line.scores.push_back(a.score);
            heard.said.push_back(a.said);
            last = a.at.count;
        }
        heard.line.panels.push_back({Quantity::Length, heard.blank[0].count - last});
        return {};
    }
    if (heard.blank.empty())
        return {};
    const std::int64_t sum = heard.line.length().count, off = sum - heard.blank[0].count;
    if (off == 0)
        return {};
    const Measure by{Quantity::Length, std::abs(off)}, whole{Quantity::Length, sum};
    const Measure last{Quantity::Length, heard.line.panels.back().count - off};
    return Problem{"score list",
                   "the panels add up to " + exactText(whole, unit) + ", and the blank is " +
                       exactText(heard.blank[0], unit) + ": " + exactText(by, unit) +
                       (off > 0 ? " too much" : " too little"),
                   "make the blank " + exactText(whole, unit) + " long" +
                       (last.count > 0 ? ", or the last panel " + exactText(last, unit) : "")};
}

Trouble putFolds(Heard& heard) {
    std::vector<size_t> open; // scores that wait for their fold
    for (size_t i = 0; i < heard.line.scores.size(); ++i)
        if (heard.said.empty() || !heard.said[i])
            open.push_back(i);
    if (heard.folds.empty())
        return {};
    if (heard.folds.size() != open.size())
        return Problem{"score list",
                       "there are " + countText(heard.folds.size(), "one fold", "folds") + " for " +
                           countText(open.size(), "one score", "scores"),
                       "write one letter for each, V, M or E"};
    for (size_t i = 0; i < open.size(); ++i) {
        heard.line.scores[open[i]].fold = heard.folds[i].fold;
        heard.line.scores[open[i]].shown = heard.folds[i].shown;
    }
    return {};
}

Trouble putSlits(Heard& heard, Unit unit) {
    const double length = heard.line.length().mm();
    double high = 0;
    for (size_t i = 0; i < heard.line.panels.size(); ++i)
        high = std::max({high, heard.line.heightAt(i, 0).first, heard.line.heightAt(i, 0).second});
    for (SaySlit& s : heard.line.slits) {
        const std::string place = exactText(s.at, unit);
        const double most = s.across ? high : length;
        if (s.at.count <= 0 || (most > 0 && s.at.mm() >= most))
            return Problem{"score list", "the slit at " + place + " lies off the sheet",
                           "place it between the edges"};
        if (s.to.count == -1) {
            double half = 0;
            for (size_t i = 0; i < heard.line.panels.size(); ++i) {
                const double a = heard.line.startOf(i), w = heard.line.panels[i].mm();
                if (s.at.mm() < a - 1e-9 || s.at.mm() > a + w + 1e-9)
                    continue;
                const auto [left, right] = heard.line.heightAt(i, 0);
                half = (left + (right - left) * (s.at.mm() - a) / w) / 2;
            }
            if (half <= 0)
                return Problem{"score list", "the height at " + place + " is not said",
                               "say the blank's height, or where the slit ends"};
            s.to = Measure::fromMm(half);
        }
        const double reach = s.across ? length : high;
        if (s.from.count >= s.to.count || (reach > 0 && s.to.mm() > reach + 1e-6))
            return Problem{"score list",
                           "the slit at " + place + " runs from " + exactText(s.from, unit) +
                               " to " + exactText(s.to, unit),
                           "let it end on the sheet, and after its beginning"};
        if (reach > 0 && s.from.count <= 0 && s.to.mm() >= reach - 1e-6)
            return Problem{"score list", "the slit at " + place + " cuts the sheet in two",
                           "let it end before the edge, or make two parts"};
    }
    return {};
}

} // namespace

Result<SayLine> summed(Heard heard, Unit unit) {
    if (Trouble t = putPanels(heard, unit))
        return *t;
    if (heard.line.panels.size() > mostPanels)
        return Problem{"score list", "it has more than " + numberText(mostPanels) + " panels",
                       "make two parts of it"};
    for (const Measure& m : heard.line.panels)
        if (m.count <= 0)
            return Problem{"score list", "a panel has no width", "give it one, or leave it out"};
    const size_t n = heard.line.panels.size();
    if (Trouble t = putFolds(heard))
        return *t;
    if (heard.blank.size() == 2 && heard.line.heights.empty())
        heard.line.heights = {heard.blank[1]};
    if (!heard.line.slope.empty() && heard.blank.size() == 2)
        heard.line.heights.clear();
    for (auto [name, list] :
         {std::pair{"heights", &heard.line.heights}, {"raised", &heard.line.raised}})
        if (!list->empty() && list->size() != n &&
            !(list == &heard.line.heights && list->size() == 1))
            return Problem{"score list",
                           std::string(name) + ": there are " + numberText(list->size()) + " for " +
                               countText(n, "one panel", "panels"),
                           list == &heard.line.heights ? "give one for all, or one for each"
                                                       : "give one for each"};
    if (heard.line.heights.size() > 1 &&
        std::all_of(heard.line.heights.begin(), heard.line.heights.end(),
                    [&](auto& m) { return m == heard.line.heights[0]; }))
        heard.line.heights.resize(1);
    for (const int panel : heard.line.gives)
        if (panel < 1 || panel > static_cast<int>(n))
            return Problem{"score list", "there is no panel " + numberText(panel) + " to give",
                           "panels are counted from 1 to " + numberText(n)};
    if (Trouble t = putSlits(heard, unit))
        return *t;
    return heard.line;
}

} // namespace hl::design::saying
