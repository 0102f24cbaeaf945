// Room to write: the largest rectangle of every page, on its face and on its back, where nothing is
// glued and nothing cut out. Mats can be written on.
#pragma once
#include "core/fold/case.h"
#include <vector>

namespace hl::proving {

struct WritingRoom {
    int panel = 0;
    bool face = true;
    // In the panel's flat coordinates, its sides along what is up there and across; mm.
    Vec2 low, high;
    Vec2 up = Vec2(0, 1);         // of the panel's part
    double width = 0, height = 0; // across and along `up`
};

// One for each side that has at least 30 x 20 mm, the largest first; to whole millimetres inward,
// and 4 mm off every edge.
std::vector<WritingRoom> roomToWrite(const Case& c);

} // namespace hl::proving
