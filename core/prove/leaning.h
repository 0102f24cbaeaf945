// Leaning: what props itself on the displayed card. A chain of panels that only folds join to the
// rest comes back to it with a free edge, and rests there: the front of an easel on its base, a
// folded flap on the page it is glued to. Nothing but a stop keeps that edge from sliding out
// until the chain lies flat.
#pragma once
#include "core/fold/case.h"

namespace hl::proving {

struct Leaning {
    int panel = 0, on = 0;     // the panel whose edge rests, and the one it rests on
    std::string hinge;         // the fold about which the chain leaves what it rests on
    double away = 0;           // mm from that fold to the edge, along the panel it rests on
    int stop = -1;             // the panel that stands in the edge's way; -1: nothing does
    Vec3 where = Vec3::Zero(); // the middle of the edge, in the frame
};

// Of a pose. An edge rests where it is within a millimetre of the other panel.
std::vector<Leaning> leaningsOf(const Case& folded, const Pose& pose);

} // namespace hl::proving
