// What the score plan is made from: the lines of one blank, and what a board can do for them.
#pragma once
#include "core/make/blank_shape.h"
#include "core/make/score_plan.h"
#include <map>

namespace hl::make {

// A line to score or slit, from where it begins on the blank.
struct ScoreLine {
    std::string name;
    Vec2 from, to;
    bool face = true;
    bool upright() const { return runsUpright(from, to); }
    bool level() const { return runsLevel(from, to); }
    double place() const { return upright() ? from.x() : from.y(); }
};

bool onGroove(double at, double spacing);
// Whether a score at that distance from the fence is within the board's reach, with paper beyond it
// to hold; `length` is how far the paper reaches from the fence.
bool held(double at, double length, const ScoringBoard& board);

// Of parallel lines of one face those that are set from a fold: where no edge can be laid against
// the fence for them, or where two or more would need marks and a ruler. By the number of the line
// whose fold serves them; the lines of one fold lie on one side of it.
std::map<size_t, std::vector<size_t>> fromFolds(const std::vector<ScoreLine>& lines, double length,
                                                double across, const ScoringBoard& board,
                                                double spacing);

} // namespace hl::make
