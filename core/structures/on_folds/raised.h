// What platforms, cubes and tiers share: legs that hang evenly, posts on the fold, and walls round
// the legs. Legs and posts stay parallel to the bisector of the two panels they stand on.
#pragma once
#include "core/structures/strip.h"

namespace hl::structures {

// What legs carry, and what its pieces are called.
struct Raised {
    double left, right, height, width, place, tab; // mm; left and right from the fold to the legs
    std::string leg, top, crease;                  // "leg", "layer", "centre"
};

// Two legs and the two halves of a top between them, creased over the fold, glued at both feet;
// the legs lean alike. Panels: tab, leg, half top, half top, leg, tab; the creases between them.
Strip addRaised(AssemblyBuilder& out, const Host& host, const Raised& r);

// A post of height `height` on the host fold, from `at` along it, `wide` wide, held by half-tabs
// to both panels below and to two panels of one part above, whose crease runs along x = topX; the
// post starts at topY there.
void addPost(AssemblyBuilder& out, const StructureSpec& spec, const std::string& name,
             const Host& host, double at, double wide, double height, int topLeft, int topRight,
             double topX, double topY);

// The upright edge of a leg, from its top to its foot, in the flat coordinates of its part.
struct LegEdge {
    int panel = 0;
    Vec2 top, foot;
};

// Walls in a chain from one leg to the other, hinged to the inner sides of their edges: panels of
// the given widths. Lying open, the hinges at the legs turn by `corner` radians, and no further.
// With four panels the folds beside the middle one turn so that together with them they make a
// right angle; otherwise they could share the closing as they like.
void addWall(AssemblyBuilder& out, const StructureSpec& spec, const std::string& name,
             const std::vector<double>& widths, double height, double tab, Fold fold,
             const LegEdge& from, const LegEdge& to, double corner);

} // namespace hl::structures
