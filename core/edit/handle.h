// Handles: what a drag in space means. A point of a folded structure moves when one of its
// measures changes; a handle says which way and how fast.
#pragma once
#include "core/prove/prove.h"

namespace hl::edit {

struct Handle {
    std::string structure, parameter;
    Measure start; // the measure when the drag begins
    Vec3 rate;     // mm that the point moves per mm, or per degree, of the measure
};

// The handles of the middle of a crease, or of a panel, at an opening, in the frame of the pose:
// one for each measure of its structure that moves it. Found by changing each a little and folding
// again. `only` names a single measure; empty: all that do not follow.
std::vector<Handle> handlesOf(const Case& folded, const std::string& id, double opening,
                              const std::string& only = {});

// The point that the handles of `id` move.
Vec3 handlePoint(const Case& folded, const Pose& pose, const std::string& id);

} // namespace hl::edit
