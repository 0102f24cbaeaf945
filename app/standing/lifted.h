// Lifted: where every panel of a pose is drawn on the table. Paper has no thickness in the engine;
// what lies on something is lifted from it by what the eye needs to tell the two apart.
#pragma once
#include "app/standing/scene.h"

namespace hl::app {

// By panel; `stand` puts the pose's frame on the table.
std::vector<Rigid> drawnAt(const Case& folded, const Pose& pose, const Rigid& stand,
                           const Known& known);

} // namespace hl::app
