// Plain polygons in flat coordinates (mm): what panels, tabs and landings are made of.
#pragma once
#include "core/assembly/rigid.h"
#include "core/measure/result.h"
#include <vector>

namespace hl::assembly {

using Ring = std::vector<Vec2>; // corners in order, the last joined to the first

double areaOf(const Ring& ring); // mm2, positive counter-clockwise
bool isConvex(const Ring& ring); // counter-clockwise, to within a nanometre

// How far `p` lies outside the outline or inside one of the apertures; 0 on paper.
double offPaper(const Ring& outline, const std::vector<Ring>& apertures, const Vec2& p);
inline bool onPaper(const Ring& outline, const std::vector<Ring>& apertures, const Vec2& p) {
    return offPaper(outline, apertures, p) <= 0;
}

// The area in mm2 that `held` and the paper inside `outline` without `apertures` have in common.
double sharedArea(const Ring& held, const Ring& outline, const std::vector<Ring>& apertures);

// The paper drawn in from all its edges by `by` mm, as rings: outlines counter-clockwise, holes
// clockwise. Nothing when nothing is left.
std::vector<Ring> drawnIn(const Ring& outline, const std::vector<Ring>& apertures, double by);

// The paper without `away`: the outline and holes of every piece that is left, largest first.
struct Paper {
    Ring outline;
    std::vector<Ring> apertures;
};
std::vector<Paper> without(const Ring& outline, const std::vector<Ring>& apertures,
                           const Ring& away);
// Makes of apertures that touch or pass an edge, or one another, what they are: another outline,
// one opening. Changes nothing where none does. A problem at `place` where they leave several
// pieces or none.
Trouble cutOpen(const std::string& place, Ring& outline, std::vector<Ring>& apertures);
// The largest piece that two rings have in common; empty when they have none. Corners of the first
// ring that are kept are kept exactly.
Ring common(const Ring& ring, const Ring& other);

// Convex pieces that together are the paper: the outline itself when it is convex and whole, else
// the triangles of a constrained Delaunay triangulation.
std::vector<Ring> convexPieces(const Ring& outline, const std::vector<Ring>& apertures);

} // namespace hl::assembly
