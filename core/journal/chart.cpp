#include "core/journal/chart.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>

namespace hl::journal {
namespace {

constexpr double margin = 8, foot = 9; // mm
const Colour quiet{Tint::Quiet, 0, Line::Cut, 0}, ink{Tint::Ink, 0, Line::Cut, 0},
    rule{Tint::Rule, 0, Line::Cut, 0}, accent{Tint::Accent, 0, Line::Cut, 0};

// "2026-03" as "Mar 26", anything else as it is, no longer than there is room for.
std::string named(const std::string& of, size_t most) {
    static const char* const months[] = {"Jan", "Feb", "Mar", "Apr", "May", "Jun",
                                         "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"};
    if (of.size() == 7 && of[4] == '-') {
        const int month = (of[5] - '0') * 10 + of[6] - '0';
        if (month >= 1 && month <= 12)
            return std::string(months[month - 1]) + (most > 5 ? " " + of.substr(2, 2) : "");
    }
    const std::string whole = of.empty() ? "not said" : of;
    return whole.size() <= most ? whole : whole.substr(0, most - 1) + "…";
}

} // namespace

Picture barsOf(const std::vector<Tally>& rows, bool sheets, double width, double height) {
    Picture out;
    out.width = width;
    out.height = height;
    const size_t most = std::max<size_t>(1, size_t((width - 2 * margin) / 7));
    // Of too many the last ones: what is near counts.
    const std::vector<Tally> shown(rows.end() - std::ptrdiff_t(std::min(most, rows.size())),
                                   rows.end());
    if (shown.empty())
        return out;
    double highest = 1;
    for (const Tally& t : shown)
        highest = std::max(highest, sheets ? t.sheets : double(t.cards));
    const double each = (width - 2 * margin) / double(shown.size());
    const double floor = height - foot, scale = (floor - 8) / highest;
    out.line({margin, floor}, {width - margin, floor}, rule, 0.2);
    const size_t letters = std::max<size_t>(3, size_t(each / 1.5));
    double took = 0, planned = 0;
    for (size_t i = 0; i < shown.size(); ++i) {
        const Tally& t = shown[i];
        const double x = margin + each * (double(i) + 0.5), amount = sheets ? t.sheets : t.cards;
        const double half = std::min(5.0, 0.36 * each);
        if (amount > 0)
            out.rectangle({x - half, floor - amount * scale}, {x + half, floor}, accent);
        if (t.failed > 0) // of the builds that failed a stretch at the foot, by their share
            out.rectangle({x - half, floor - amount * scale * t.failed / std::max(1, t.builds)},
                          {x + half, floor}, {Tint::Caution, 0, Line::Cut, 0});
        out.write({x, floor - amount * scale - 1.4}, numberText(amount, 0), 2.8, 0, ink);
        out.write({x, floor + 4}, named(t.of, letters), 2.6, 0, quiet);
        took += t.planned > 0 ? t.minutes : 0;
        planned += t.planned;
    }
    out.caption =
        sheets ? "Sheets used." : "Cards built; the lower part is the share of builds that failed.";
    if (planned > 0)
        out.caption +=
            " It took " + numberText(100 * took / planned, 0) + " % of the planned time.";
    return out;
}

Picture learnedChart(const Learned& l, double width, double height) {
    Picture out;
    out.width = width;
    out.height = height;
    // The middle nine tenths of the readings set the scale: one wild value must not.
    std::vector<double> sorted = l.seen;
    for (double& v : sorted)
        v = learnable(l.quantity)->kind == Learnable::Scatter ? std::fabs(v) : v;
    const std::vector<double> inOrder = sorted;
    std::sort(sorted.begin(), sorted.end());
    double low = std::min(l.usual, l.value - 2 * l.sigma),
           high = std::max(l.usual, l.value + 2 * l.sigma);
    if (!sorted.empty()) {
        low = std::min(low, sorted[sorted.size() / 20]);
        high = std::max(high, sorted[sorted.size() - 1 - sorted.size() / 20]);
    }
    const double room = std::max(1e-9, high - low), top = 4, floor = height - foot;
    const auto y = [&](double v) {
        return floor -
               (std::clamp(v, low - 0.05 * room, high + 0.05 * room) - low) / room *
                   (floor - top - 2) -
               1;
    };
    const double left = margin + 8, right = width - margin;
    out.rectangle({left, y(l.value + 2 * l.sigma)}, {right, y(l.value - 2 * l.sigma)},
                  {Tint::Heat, 0.25, Line::Cut, 0});
    out.line({left, y(l.value)}, {right, y(l.value)}, accent, 0.5);
    out.line({left, y(l.usual)}, {right, y(l.usual)}, quiet, 0.3, {1.5, 1});
    const double each = (right - left) / double(std::max<size_t>(1, inOrder.size()));
    for (size_t i = 0; i < inOrder.size(); ++i)
        out.mark({left + each * (double(i) + 0.5), y(inOrder[i])}, 1.2, 0, ink);
    out.write({left - 1.5, y(l.value) + 1}, numberText(l.value, 2), 2.8, 1, ink);
    if (std::fabs(y(l.usual) - y(l.value)) > 3)
        out.write({left - 1.5, y(l.usual) + 1}, numberText(l.usual, 2), 2.8, 1, quiet);
    out.write({right, floor + 5}, "newest", 2.6, 1, quiet);
    out.write({left, floor + 5}, "oldest", 2.6, -1, quiet);
    out.caption = "Dots: readings. Line and band: what they say, and how surely. Dashed: usual.";
    return out;
}

} // namespace hl::journal
