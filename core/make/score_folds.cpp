// Folds used as fences: which lines are scored from a fold, and from which.
#include "core/make/score_lines.h"
#include <algorithm>
#include <cmath>

namespace hl::make {
namespace {

constexpr double underClear = 2; // mm that a score stays clear of what is folded under

// Whether the fold at `fence` serves as the fence for `l`: it lies on a groove then, within the
// board's reach, with paper to hold, and what is folded under ends before it.
bool servedBy(const ScoreLine& fence, const ScoreLine& l, double length, double across,
              const ScoringBoard& board, double spacing) {
    const auto through = [&](const ScoreLine& f) {
        const double a = f.upright() ? f.from.y() : f.from.x(),
                     b = f.upright() ? f.to.y() : f.to.x();
        return std::min(a, b) < hairline && std::max(a, b) > across - hairline;
    };
    const double away = l.place() - fence.place(), far = std::fabs(away);
    const double under = away > 0 ? fence.place() : length - fence.place(), open = length - under;
    return through(fence) && far > underClear && onGroove(far, spacing) &&
           far <= std::max(board.width, board.height) && open - far >= board.hold - hairline &&
           under < far - underClear;
}

} // namespace

bool onGroove(double at, double spacing) {
    return std::fabs(at - std::round(at / spacing) * spacing) < 0.01;
}

bool held(double at, double length, const ScoringBoard& board) {
    return length - at >= board.hold - hairline && at <= std::max(board.width, board.height);
}

std::map<size_t, std::vector<size_t>> fromFolds(const std::vector<ScoreLine>& mine, double length,
                                                double across, const ScoringBoard& board,
                                                double spacing) {
    std::vector<size_t> wanting;
    std::vector<bool> lost(mine.size());
    for (size_t i = 0; i < mine.size(); ++i) {
        const double at = mine[i].place(), other = length - at;
        const bool canNear = held(at, length, board), canFar = held(other, length, board);
        lost[i] = !canNear && !canFar;
        if (lost[i] ||
            !((canNear && onGroove(at, spacing)) || (canFar && onGroove(other, spacing))))
            wanting.push_back(i);
    }
    std::map<size_t, std::vector<size_t>> out;
    while (!wanting.empty()) {
        size_t best = mine.size();
        std::vector<size_t> served;
        for (size_t f = 0; f < mine.size(); ++f) {
            bool taken = false; // a fold that is made from a fold is none to go by
            for (auto& [fold, lines] : out)
                taken = taken || std::find(lines.begin(), lines.end(), f) != lines.end();
            if (taken || lost[f])
                continue;
            for (bool above : {true, false}) {
                std::vector<size_t> these;
                for (size_t i : wanting)
                    if (i != f && (mine[i].place() > mine[f].place()) == above &&
                        servedBy(mine[f], mine[i], length, across, board, spacing))
                        these.push_back(i);
                const bool worth =
                    these.size() > 1 || std::any_of(these.begin(), these.end(),
                                                    [&](size_t i) { return bool(lost[i]); });
                if (worth && these.size() > served.size() && !out.count(f)) {
                    best = f;
                    served = these;
                }
            }
        }
        if (best == mine.size())
            break;
        out[best] = served;
        std::vector<size_t> rest;
        for (size_t i : wanting)
            if (i != best && std::find(served.begin(), served.end(), i) == served.end())
                rest.push_back(i);
        wanting = rest;
    }
    return out;
}

} // namespace hl::make
