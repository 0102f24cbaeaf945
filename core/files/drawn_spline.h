// Curves as drawings tell them: by control points, or by points that they go through.
#pragma once
#include "core/assembly/rigid.h"
#include <vector>

namespace hl::files {

struct DrawnSpline {
    struct Control {
        Vec2 at; // mm
        double weight = 1;
    };
    int degree = 3;
    std::vector<double> knots;
    std::vector<Control> controls;
    std::vector<Vec2> through; // mm, where there are no control points
};

// Points along it, mm, near enough that their chords miss it by a twentieth of a millimetre at most
// as long as no bend of it is tighter than its size lets expect. Where only points are told that it
// goes through, it is drawn by the tangents between neighbours and `guessed` is set. Empty: nothing
// that makes a curve.
std::vector<Vec2> pointsOf(const DrawnSpline& spline, bool& guessed);

} // namespace hl::files
