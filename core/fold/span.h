// How a strip of film or a thread lies between its ends in a pose: film bows in an arc of a circle,
// thread hangs down in a parabola, wire stands up in one.
#pragma once
#include "core/fold/motion.h"

namespace hl::fold {

struct SpanShape {
    double apart = 0; // mm, the shortest way between its ends: round the fold, where paper is there
    double bow = 0;   // mm, how far its middle stands off the straight line between its ends
    Vec3 way = Vec3::Zero(); // unit, where it bows to; nought where it is straight
    // Points along it, both edges of a film; of a thread both are one.
    std::vector<std::pair<Vec3, Vec3>> line;
};

// `down` is where a thread sags to, a unit vector in the frame of the pose. `steps` is the number
// of straight pieces.
SpanShape shapeOf(const Pose& pose, const Span& span, const Vec3& down, int steps = 24);

// A place on it at which something lies or hangs, x along it, y up (away from `down`), z off it;
// `part` from 0 to 1 along it. Of a film the origin lies on its first edge, and y goes across it.
Rigid placeOn(const SpanShape& shape, const Span& span, double part, const Vec3& down);

// Half the angle of the arc whose length is `length` and whose chord is `chord` (0 to length), in
// radians: the root of sin(t) / t = chord / length between 0 and pi.
double halfAngleOf(double chord, double length);
// How deep a parabola of that length sags below its level chord, mm: the root of
//   sqrt(c^2 + 16 s^2) / 2 + c^2 / (8 s) asinh(4 s / c) = length.
double sagOf(double chord, double length);

} // namespace hl::fold
