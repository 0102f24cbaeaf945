// Beaks: a slit across a fold and two angled creases from its ends to a point on the fold, between
// which the fold is turned the other way.
#pragma once
#include "core/structures/cut_outs/cut_out.h"

namespace hl {

// One beak, or two that share the slit, at `middle` along the fold: the slit reaches `reach` to
// both sides of the fold, the points lie `height` before and after it. Four creases meet in each
// point; with equal angles on both sides it lies flat with its fold closed and open.
Trouble cutMouth(AssemblyBuilder& out, int crease, const std::string& owner,
                 const std::string& prefix, double middle, double height, double reach, bool both);

} // namespace hl
