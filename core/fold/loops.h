// Loops: which joints and joins give panels their place, and which of them close a way round.
#pragma once
#include "core/fold/linkage.h"
#include <vector>

namespace hl::fold {

// A joint or a join between two panels, walked either way.
struct Passage {
    int to = 0;
    int joint = -1, join = -1;
    bool forward = true; // left -> right, or landing -> what it holds
};
using Passages = std::vector<std::vector<Passage>>;

// The step from one panel to the next over a join that holds fast.
Rigid across(const Assembly& assembly, const Passage& edge);

// The tree that gives every panel its place, by the linkage's joints and joins; each of them that
// the tree leaves out is put among the linkage's loops, with the shortest way round. Creases first,
// so that a part hangs together by its own folds; then what moves otherwise, then what holds fast.
Passages treeAndLoops(Linkage& linkage);

// The way along the tree from the panel of a band's first hook to that of the other; its marks are
// the hooks. It closes nothing.
Loop wayOf(const Linkage& linkage, const Passages& tree, const Elastic& band);

// Of every joint whether a loop goes through it: such a one follows from others.
std::vector<bool> inLoops(const Linkage& linkage);

} // namespace hl::fold
