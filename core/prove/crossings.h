// Where panels pass through each other or change places while the card moves.
//
// Panels that touch (along a crease, on a glued face, at an apex, a wall standing on a page) do
// not collide: they are drawn in by half their caliper before they are crossed, so that what only
// touches comes apart and what passes through still meets. The film's frames are close enough for
// everything to move along straight lines between two of them. There, two polygons that stay on one
// side of one of their planes, or stay in the same order along the line in which the planes cross
// (core/prove/solids), cannot have met; any others are looked at again half way, until they meet or
// nothing moves any more. Two parallel panels that change places meet at no frame, but change the
// side, and lie over one another while they do, also when a frame finds them in one plane. What
// moves within a plane, over what is glued there, is looked for apart (core/prove/in_plane), and so
// is what turns about a line of the panel that it is glued on (core/prove/turned_through).
//
// Flat states are left to the order of layers. Where paper has to give way for a chain to close, a
// crossing has to be deeper than that; where it would have to give more than it forgives, rigid
// panels have no true pose, and misfit tells. What hangs on a plain flap gives way to what it
// meets; a tongue goes through its slit, there and nowhere else; foam gives way to what is pressed
// on it face to face, but not to what comes down on it steeply.
#pragma once
#include "core/prove/evidence.h"

namespace hl::proving {

struct Hit {
    int a = 0, b = 0; // panels
    // The openings between which they meet, and where they do so most; how deep, mm; where.
    double first = 0, last = 0, worst = 0, depth = 0;
    Vec3 where = Vec3::Zero();
    bool swap = false;    // they change places
    bool slotted = false; // the one is pushed through the other
    bool over = false;    // the one has to go over the other, which is raised
};

// One for each two panels that meet, from its first to its last opening to a tenth of a degree.
std::vector<Hit> crossingsOf(const Evidence& e, const Stop& stop);

} // namespace hl::proving
