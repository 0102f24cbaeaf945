// Strips: panels side by side whose creases are all parallel, the stuff of boxes, tents and
// platforms. Flat coordinates: x across the creases, y along them; the first panel that is no tab
// starts at x = 0.
#pragma once
#include "core/assembly/builder.h"
#include "core/structures/parameters.h"

namespace hl::structures {

struct Leaf {
    std::string name;
    double length; // mm across the creases; of a tab its depth
    bool tab = false;
};
struct StripCrease {
    std::string name;
    Fold fold;
};
struct Strip {
    std::vector<int> panels, creases; // by index in the assembly
    std::vector<double> at;           // x of each crease
};

// Panels from `y0` to `y1`, with tabs tapered at both ends of the strip.
Strip addStrip(AssemblyBuilder& out, const std::vector<Leaf>& leaves,
               const std::vector<StripCrease>& creases, double y0, double y1);

// Glues an end tab of a strip at `distance` from the host fold, `at` along it, folded under toward
// the fold.
void glueFoot(AssemblyBuilder& out, int tab, int crease, const Seat& seat, double distance,
              double at);

// The strip that boxes and tents share: two walls joined by a tip. The measures that every one
// has: place, width, left, right, left_wall, right_wall, tab,
// right_tab.
std::vector<Parameter> stripParameters(const std::string& leftWallRelation, bool leftWallFollows,
                                       const std::string& rightWallRelation);

// Fills in place, width, left and right; needs nothing but the host. Left or right may follow
// from both walls.
void completeFeet(Values& v, const Host& host);
// Fills in the tabs; needs the feet.
void completeTab(Values& v, const Host& host);

Trouble buildStrip(const StructureSpec& spec, const Values& v, const Host& host,
                   AssemblyBuilder& out);

} // namespace hl::structures
