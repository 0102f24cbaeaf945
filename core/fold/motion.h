// The motion: the joints of a linkage at every sample of its course, exact where the card lies
// flat, and the pose at any place in between.
#pragma once
#include "core/fold/linkage.h"
#include <atomic>
#include <vector>

namespace hl::fold {

// The opening of a card that lies flat, in degrees.
inline constexpr int widestOpening = 180;

struct Motion {
    // values[s][j]: radians (mm for slides) of joint j at sample s of the course; misfits[s][l]:
    // mm of loop l.
    std::vector<std::vector<double>> values;
    std::vector<std::vector<double>> misfits;
    // The linkage's blocks as they had to be solved: where a block turned out to be free to move
    // in its closed pose, those that hold it joined it.
    std::vector<Block> blocks;
    // Blocks that closing leaves free to move all the same: paper springs decide there.
    std::vector<bool> springs;
    // Of the folds of such blocks the values with which they lie flat in the closed card, where
    // there are such; not a number for all others.
    std::vector<double> flat;
    // Blocks that do not close at some sample: their misfit is shared out.
    std::vector<bool> open;
    // Creases whose mountain or valley keeps their loops from closing at any sample tried, though
    // they close with these folded the other way: a wrong assignment. The motion keeps the signs
    // as they are, with the misfit that follows.
    std::vector<int> wrongFolds;
};

struct Pose {
    double opening = 0;          // on the course's scale
    std::vector<double> angles;  // per joint, creases first; mm for slides
    std::vector<double> misfits; // per loop, mm
    std::vector<Rigid> panels;

    double misfit() const; // the largest
};

// Sweeps the course. The branch of every block is the one on which all creases keep their
// mountain or valley side; it is found at a general sample and then followed to where everything
// lies flat, and found anew beyond. What closing leaves free takes the least energy. With `cancel`
// set from elsewhere the sweep returns early; what it returns must not be used then.
Motion motionOf(const Linkage& linkage, const std::atomic<bool>* cancel = nullptr);

// The motion of a linkage that differs from another in its measures alone: every sample is closed
// starting from the other's, on its branch. Panels, creases and joins have to be the same ones, in
// the same order.
Motion motionLike(const Motion& other, const Linkage& linkage,
                  const std::atomic<bool>* cancel = nullptr);

// The pose at a place of the course, warm-started from the nearest samples.
Pose poseAt(const Linkage& linkage, const Motion& motion, double opening);

// Misfits and panels for values that closeAll or a sweep found.
void placeAll(const Linkage& linkage, const Motion& motion, Pose& pose);

// The part of poseAt that a benchmark or an animation repeats: closes every block starting from
// the given values, whose drivers are set here.
void closeAll(const Linkage& linkage, const Motion& motion, double opening,
              std::vector<double>& values);

} // namespace hl::fold
