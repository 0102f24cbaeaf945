// The course: the motion that the hand gives a card, stage after stage, along one scale that the
// maker scrubs; within a stage several folds may go together. The scale runs in degrees (for slides
// in mm); a card whose only stage opens the spine has its opening as its scale.
#pragma once
#include "core/measure/rooms.h"
#include <vector>

namespace hl::assembly {
struct Stage;
} // namespace hl::assembly

namespace hl::fold {

struct Joint;

class Course {
  public:
    struct Leg {
        int joint = 0;
        double from = 0, to = 0;   // the joint's own values, radians or mm
        double begin = 0, end = 0; // on the scale
        // As a maker reads it: degrees between the panels, degrees, or mm.
        double shownFrom = 0, shownTo = 0;
        double shown(double at) const {
            return shownFrom + (shownTo - shownFrom) * (at - begin) / (end - begin);
        }
    };

    Course() = default;
    // `joints[i]` is driven by `stages[i]`.
    Course(const std::vector<Stage>& stages, const std::vector<int>& driven,
           const std::vector<Joint>& joints);

    double begin() const { return samples_.front(); }
    double end() const { return samples_.back(); }
    // Where poses are sampled: at every whole degree (or mm) of every stage and at its ends.
    const std::vector<double>& samples() const { return samples_; }
    int last() const { return static_cast<int>(samples_.size()) - 1; }
    const std::vector<Leg>& legs() const { return legs_; }
    const Leg& legAt(double at) const; // only where there are any: not of a lone base
    // The sample at or just below `at`, at most the last but one.
    int below(double at) const;
    // The sample next to the given part (0 to 1) of the whole.
    int sample(double part) const;
    // Whether the scale is the opening of the spine, as for a plain card.
    bool plain() const { return plain_; }

    // Sets the values of all driven joints.
    void drive(double at, std::vector<double>& values) const;

  private:
    std::vector<Leg> legs_;
    std::vector<double> samples_{0, 1};
    bool plain_ = true;
};

} // namespace hl::fold
