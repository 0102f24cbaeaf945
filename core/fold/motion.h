// The motion: the fold angles of a linkage at every whole degree of opening, exact where the card
// lies flat, and the pose at any opening in between.
#pragma once
#include "core/fold/linkage.h"
#include <atomic>
#include <vector>

namespace hl {

// Degrees at the edges of the program, so here: openings are what a maker reads off.
inline constexpr int widestOpening = 180;

struct Motion {
    // angles[d][c]: radians of crease c at d degrees; misfits[d][l]: mm of loop l.
    std::vector<std::vector<double>> angles;
    std::vector<std::vector<double>> misfits;
    // Creases whose mountain or valley keeps their loops from closing at any opening tried, though
    // they close with these folded the other way: a wrong assignment. The motion keeps the signs
    // as they are, with the misfit that follows.
    std::vector<int> wrongFolds;
};

struct Pose {
    double opening = 0;          // degrees
    std::vector<double> angles;  // per crease
    std::vector<double> misfits; // per loop, mm
    std::vector<Rigid> panels;

    double misfit() const; // the largest
};

// Sweeps the opening. The branch of every block is the one on which all creases keep their
// mountain or valley side; it is found once, at a general opening, and then followed. With
// `cancel` set from elsewhere the sweep returns early; what it returns must not be used then.
Motion motionOf(const Linkage& linkage, const std::atomic<bool>* cancel = nullptr);

// The pose at `opening` degrees, 0 to 180, warm-started from the nearest samples.
Pose poseAt(const Linkage& linkage, const Motion& motion, double opening);

// The part of poseAt that a benchmark or an animation repeats: closes every block starting from
// the given angles, whose driver is set here.
void closeAll(const Linkage& linkage, double opening, std::vector<double>& angles);

} // namespace hl
