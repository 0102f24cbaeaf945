// Silhouettes: edges of panels and parts cut to a shape once all parts stand; and where the tabs of
// structures stick.
#pragma once
#include "core/assembly/builder.h"
#include "core/design/design.h"

namespace hl::assembling {

// The profile of an edge of the given length: points along it from 0 to `length`, and how far in
// from it (mm), from one end to the other.
std::vector<Vec2> profileOf(const EdgeSpec& edge, double length);

// How long that edge is, mm. A problem where there is no panel or part of that id.
Result<double> edgeLength(const Assembly& assembly, const EdgeSpec& edge);

// Cuts every edge of what stands; those of what is glued on to be seen are cut by `cutEdgesOf`. A
// crease that ends at the edge is shortened with it. Problems: nothing of that id, a fold or a tab
// along the edge, a panel cut in two.
Trouble cutEdges(const Design& design, AssemblyBuilder& out);
// The edges of one structure that is glued on, once it is laid and before anything is laid on it.
Trouble cutEdgesOf(const Design& design, const std::string& structure, AssemblyBuilder& out);

// Gives the tabs of structures their zones.
Trouble zoneTabs(const Design& design, AssemblyBuilder& out);

} // namespace hl::assembling
