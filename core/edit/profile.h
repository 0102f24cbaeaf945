// A silhouette from a drawing: the upper side of an outline as the free edge of a panel.
#pragma once
#include "core/edit/tell.h"

namespace hl::edit {

// The outline's way from its leftmost to its rightmost corner along its upper side, stretched to an
// edge `length` mm long: how far along the edge, and how far in from its highest point. A problem
// where the outline has no such way, as one that turns back on itself.
Result<EdgeSpec> drawnProfile(const std::vector<Point>& outline, double length);

// Gives that edge of a panel or part the silhouette of an outline, as wide as the edge is.
Result<Design> edgeFromDrawing(const Design& design, const std::string& of, Zone::Edge edge,
                               const std::vector<Point>& outline);

// As tell(), but silhouettes may come from drawings: edge.top told "@hills.svg".
Result<Design> tellWithDrawings(const Design& design, const std::string& id, const Told& told);

} // namespace hl::edit
