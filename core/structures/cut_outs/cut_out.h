// Cut-outs: structures made from the paper of the panels beside a fold. The fold is left unfolded
// where they are, and the paper is taken out of the panels.
#pragma once
#include "core/assembly/builder.h"
#include "core/structures/parameters.h"

namespace hl::structures {

// The line of a fold within its part, and what lies beside it. `up` is the fold as seen from the
// side to which the cut-out rises: on a mountain crease it rises from the back, where the same
// fold is a valley.
struct CutLine {
    int crease = 0, part = 0, left = 0, right = 0;
    Vec2 origin, along, inward; // inward: to the right
    bool up = true;

    // A point at `x` to the right of the fold (left below 0) and `y` along it.
    Vec2 at(double x, double y) const { return origin + x * inward + y * along; }
    Fold fold(Fold seen) const {
        return up ? seen : seen == Fold::Valley ? Fold::Mountain : Fold::Valley;
    }
};
CutLine cutLine(const Assembly& a, int crease);

// Takes a ring round the fold out of both panels; `from` to `to` is its stretch of the fold. The
// problem names the structure when the paper does not reach that far.
Trouble takeOut(AssemblyBuilder& out, const CutLine& line, const std::string& owner,
                const Ring& left, const Ring& right, double from, double to);

// A crease of what is cut out, between its two feet: how far from the left one, mm, which way it is
// folded as seen from the side to which the cut-out rises, and what it is called.
struct CutFold {
    double at;
    Fold fold;
    std::string name;
    bool either = false;
};

// Slits at y0 and y1 from a left of the fold to b right of it, creases at both ends and `folds`
// between; without any a parallelogram step, whose tip is b from the left foot. Names are put after
// `prefix`. Leaves the last of the folds between as the last crease made.
Trouble cutStep(AssemblyBuilder& out, int crease, const std::string& owner,
                const std::string& prefix, double a, double b, double y0, double y1,
                std::vector<CutFold> folds = {});

} // namespace hl::structures
