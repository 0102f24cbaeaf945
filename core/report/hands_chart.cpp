#include "core/report/hands_chart.h"
#include "core/measure/number.h"
#include "core/steps/words.h"
#include <algorithm>
#include <cmath>

namespace hl::report {
namespace {

constexpr double left = 20, top = 6, bottom = 9; // mm
constexpr double leastRow = 4, mostRow = 9;      // mm

} // namespace

Picture handsChart(const std::vector<std::pair<const steps::Work*, int>>& designs,
                   const steps::Job& job, const steps::Timetable& table, double width,
                   double height) {
    Picture out;
    out.width = width;
    out.height = height;
    if (table.elapsed <= 0)
        return out;
    int cards = 0;
    for (const auto& [work, count] : designs)
        cards += count;
    const int most = std::max(1, static_cast<int>((height - top - bottom) / leastRow) - 1);
    const int rows = std::min(cards, most);
    const double row = std::min(mostRow, (height - top - bottom) / (rows + 1));
    const double scale = (width - left - 4) / table.elapsed;
    const auto x = [&](double minutes) { return left + minutes * scale; };
    const auto y = [&](int card) { return top + row * card; };
    const Colour quiet{Tint::Quiet, 0, Line::Cut, 0}, ink{Tint::Ink, 0, Line::Cut, 0},
        rule{Tint::Rule, 0, Line::Cut, 0};
    // Minutes along the bottom, at round numbers.
    double each = 1;
    for (double step : {1.0, 5.0, 10.0, 30.0, 60.0, 120.0, 300.0, 600.0, 1440.0}) {
        each = step;
        if (step * scale > 14)
            break;
    }
    const double floor = y(rows + 1);
    for (double at = 0; at <= table.elapsed + 1e-9; at += each) {
        out.line({x(at), top - 1}, {x(at), floor}, rule, 0.15);
        out.write({x(at), floor + 4}, steps::minutesText(at), 2.6, 0, quiet);
    }
    for (int card = 0; card <= rows; ++card)
        out.write({left - 2, y(card) + row * 0.65},
                  card == 0                      ? "all"
                  : card == rows && rows < cards ? "and " + numberText(cards - rows) + " more"
                                                 : "card " + numberText(card),
                  2.8, 1, ink);
    for (const steps::Turn& t : table.hands) {
        const steps::JobStep& s = job.steps[t.task];
        const steps::WorkStep& step = designs[s.work].first->steps[s.step];
        if (s.card > rows || (step.minutes <= 0 && step.what != steps::Do::Wait))
            continue;
        const double low = y(s.card) + 0.15 * row, high = y(s.card) + 0.85 * row;
        if (step.freeAfter > 0) { // it dries on, whatever the hands do
            Shape dries;
            dries.closed = false;
            dries.points = {{x(t.to), (low + high) / 2},
                            {x(t.to + step.freeAfter), (low + high) / 2}};
            dries.points.back().x() = std::min(dries.points.back().x(), width - 3);
            dries.line = {Tint::Code, 0, Line::Adhesive, 0};
            dries.width = 0.5;
            dries.dashes = {1.2, 1};
            out.items.emplace_back(dries);
        }
        if (step.minutes > 0)
            out.rectangle({x(t.from), low}, {std::max(x(t.to), x(t.from) + 0.2), high},
                          {Tint::Accent, 0, Line::Cut, 0}, {Tint::Ground, 0, Line::Cut, 0});
    }
    out.caption =
        "Filled: hands. Dashed: drying. Done after " + steps::minutesText(table.elapsed) + ".";
    return out;
}

} // namespace hl::report
