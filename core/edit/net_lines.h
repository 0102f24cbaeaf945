// Lines of a drawing that mean the same, or nearly meet.
#pragma once
#include "core/edit/net.h"

namespace hl::edit {

// Whether two paths are one line drawn twice, in whichever direction, to a hundredth of a
// millimetre.
bool sameLine(const DrawnPath& a, const DrawnPath& b);

// Draws ends of folds that lie within `gap` mm of a line, and those of open cuts that lie so near
// to a closed one, on to it or back to it: how many, and by how much at most, mm.
struct DrawnOn {
    int ends = 0;
    double farthest = 0;
};
DrawnOn drawnOn(std::vector<DrawnPath>& cuts, std::vector<std::pair<NetLine, DrawnPath>>& folds,
                double gap);

} // namespace hl::edit
