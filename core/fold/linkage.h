// The linkage: an assembly seen as a mechanism. Panels are rigid, creases are hinges, glue holds
// fast. A spanning tree gives every panel its place once the fold angles are known; every glue
// that the tree does not use closes a loop, and the loops are the equations.
#pragma once
#include "core/assembly/assembly.h"
#include <vector>

namespace hl {

// How one panel's placement follows from its parent's: by a hinge, or by glue.
struct TreeStep {
    int panel = 0, parent = 0;
    int crease = -1; // -1: glued
    double sign = 1; // -1 when the hinge is crossed from right to left
    Rigid fixed;     // for glue
};

// One hinge met on the way round a loop; `before` is the rigid step since the last hinge.
struct LoopHinge {
    int crease = 0;
    double sign = 1;
    Vec2 from, dir;
    Rigid before;
    bool moved = false; // whether `before` is more than nothing
};

// A closed chain that starts and ends on the landing of `glue`. If every panel stays rigid and
// the chain closes, it maps the landing onto itself; `marks` are the tab's corners in the
// landing's flat coordinates, where the misfit is read off.
struct Loop {
    int glue = 0;
    std::vector<LoopHinge> hinges;
    Rigid after;
    std::vector<Vec3> marks;
};

// Loops that have to be solved together, and the creases they determine. Blocks come in an order
// in which each needs only the creases of those before it.
struct Block {
    std::vector<int> creases, loops;
};

struct Linkage {
    const Assembly* assembly = nullptr; // must outlive the linkage
    int root = 0;
    int driver = 0; // the driven crease
    std::vector<TreeStep> tree;
    std::vector<Loop> loops;
    std::vector<Block> blocks;
};

// Throws std::invalid_argument when a part hangs on nothing or no crease is driven: assemblies
// made from designs never do.
Linkage linkageOf(const Assembly& assembly);

// Every panel's placement for the given fold angles (radians, valley positive, one per crease).
// The driver's angle decides how far the root page is raised from the ground plane, half the
// angle on either side, so that the bisector plane of the pages stays x = 0.
void placePanels(const Linkage& linkage, const std::vector<double>& angles,
                 std::vector<Rigid>& placed);

} // namespace hl
