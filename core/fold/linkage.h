// The linkage: an assembly seen as a mechanism. Panels are rigid; creases, pivots, slides and
// hinged slots are joints; every other join holds fast. A spanning tree gives every panel its
// place once the joints' values are known; every joint or join that the tree does not use closes
// a loop, and the loops are the equations.
#pragma once
#include "core/assembly/assembly.h"
#include "core/fold/course.h"
#include <vector>

namespace hl::fold {

enum class Freedom { Fold, Turn, Slide };

// What can move between two panels of an assembly. Creases come first, in the assembly's order,
// so a crease's index is its joint's; joins that move follow. A joint's value is in radians, a
// slide's in mm. A join with more than one freedom is a chain of joints, the one that is driven
// first: a pin in a slot slides, then turns; a slide with play goes along, then a little across,
// then turns a little. Between them are bodies without paper, in the landing's coordinates.
struct Joint {
    Freedom freedom = Freedom::Fold;
    int join = -1;            // -1: a crease
    int left = 0, right = 0;  // panels; for a join its landing and what it holds
    int inner = 0, outer = 0; // the bodies it is between: those panels, or one without paper
    bool play = false;        // slack, which no one drives and nobody sees as a motion
    Vec2 from, dir;           // in the inner body's flat coordinates
    Rigid place;              // the right panel's flat coordinates into the left's, at nought
    bool placed = false;      // whether `place` is more than nothing
    double low = 0, high = 0;
    double rest = 0, stiffness = 1; // radians or mm, and N mm for each square of them
    bool driven = false;
    // Tied to another joint, whose value times `ratio` plus `offset` it takes: loops know only the
    // other one. -1: not.
    int tied = -1;
    double ratio = 1, offset = 0;
};

// The placement of the right panel of a joint in its left panel's flat coordinates, but for its
// `place`.
Rigid stepOf(const Joint& joint, double value);

// How one body's placement follows from its parent's: by a joint, or held fast.
struct TreeStep {
    int panel = 0, parent = 0; // bodies
    int joint = -1;            // -1: held fast
    double sign = 1;           // -1 when the joint is crossed from right to left
    Rigid fixed;               // where held fast; for loose parts, whose parent is -1, in the frame
};

// One joint met on the way round a loop; `before` is the rigid step since the last one.
struct LoopHinge {
    int joint = 0;
    double sign = 1;
    Freedom freedom = Freedom::Fold;
    Vec2 from, dir;
    double length = 0; // mm of a fold
    Rigid before;
    bool moved = false; // whether `before` is more than nothing
};

// The step from the frame of one fold (x along it, z toward the face) to that of the next. All
// paper between two folds lies in one plane, so it is a turn and a shift in that plane, turned
// over (z = -1) where faces meet: the columns of its rotation are (xx, xy, 0), (yx, yy, 0) and z.
struct FoldLink {
    double xx = 1, xy = 0, yx = 0, yy = 1, z = 1, x = 0, y = 0;
};

// A closed chain that starts and ends on the panel `landing`, over the panel `held`. If every
// panel stays rigid and the chain closes, it maps the landing onto itself; `marks` are corners of
// the held panel in the landing's flat coordinates, where the misfit is read off: the first three
// enter the equations.
struct Loop {
    int join = -1, crease = -1; // what closes it
    int held = 0, landing = 0;
    bool pressed = false; // held by a tab that turns about its crease
    std::vector<LoopHinge> hinges;
    Rigid after;
    // The same chain from fold to fold; empty where not every joint is a fold.
    std::vector<FoldLink> links;
    std::vector<Vec3> marks;
};

// Loops that have to be solved together, and the joints they determine. Blocks come in an order
// in which each needs only the joints of those before it.
struct Block {
    std::vector<int> joints, loops;
};

// Something that holds energy as joints move (core/fold/energy).
struct EnergyTerm {
    // A fold; what goes freely, and holds next to nothing; an elastic band.
    enum class Kind { Fold, Free, Elastic } kind = Kind::Fold;
    std::vector<int> joints; // that it depends on
    double rest = 0;         // where it holds nothing: radians or mm; of a band its length
    double stiffness = 1;    // N mm for each square of them; of a band N at twice its length
    int way = -1;            // of a band: among Linkage::ways
};

struct Linkage {
    const Assembly* assembly = nullptr; // must outlive the linkage
    int root = 0;
    int spine = 0;     // the joint whose bisector plane is x = 0; -1 of a card without one
    size_t bodies = 0; // the panels, and after them the bodies without paper
    std::vector<Joint> joints;
    std::vector<TreeStep> tree;
    std::vector<Loop> loops;
    std::vector<Block> blocks;
    // Of every elastic band the way along the tree from its first hook's panel to that of the
    // other; marks are the two hooks, each in its own panel's flat coordinates.
    std::vector<Loop> ways;
    std::vector<EnergyTerm> terms; // of every joint, then of every elastic band
    std::vector<int> tied;         // joints that take another's value
    std::vector<int> flaps;        // joints in no loop that nothing drives
    std::vector<bool> loose;       // panels that are joined to nothing
    Course course;
};

// Gives every tied joint its value.
void fillTied(const Linkage& linkage, std::vector<double>& values);

// Throws std::invalid_argument when a driver does not exist: assemblies made from designs never
// name such.
Linkage linkageOf(const Assembly& assembly);

// Every body's placement, the panels' first, for the given values of the joints. The root page is
// raised from the ground plane by half the spine's angle, so that the bisector plane of the pages
// stays x = 0.
void placePanels(const Linkage& linkage, const std::vector<double>& values,
                 std::vector<Rigid>& placed);

} // namespace hl::fold
