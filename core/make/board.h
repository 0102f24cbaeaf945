// A simulated scoring board: a blank is laid against its fence and scored step by step, and what
// comes of it is read off the blank again. It knows nothing of designs: it turns the paper.
#pragma once
#include "core/make/score_plan.h"
#include "core/measure/result.h"

namespace hl::make {

// How a blank lies on the board: u runs from the fence, v along it, seen from above. It is turned
// in the plane until the edge touches the fence, and for its other face about the line through its
// middle that runs along its height.
class LaidBlank {
  public:
    LaidBlank(double width, double height, BlankEdge edge = BlankEdge::Left, bool face = true);
    Vec2 onBoard(const Vec2& p) const { return across_ * p.x() + up_ * p.y() + shift_; }
    Vec2 onBlank(const Vec2& q) const { return {across_.dot(q - shift_), up_.dot(q - shift_)}; }
    double depth() const; // how far it reaches from the fence, mm
    bool face() const { return face_; }

  private:
    Vec2 size_, across_, up_, shift_; // where the blank's x and y go, and its lower left corner
    bool face_;
};

// A groove pressed into a blank, or a slit cut into it.
struct MadeLine {
    Vec2 from, to; // mm from the lower left corner of the blank, seen from its face
    bool face = true;
    bool slit = false;
    std::string name; // as the step called it
};

// Carries a plan out on a blank of that size. A problem names the step that cannot be done: beside
// the paper, with nothing to go by, a turn that shows another face.
Result<std::vector<MadeLine>> carriedOut(double width, double height,
                                         const std::vector<ScoreStep>& steps);

} // namespace hl::make
