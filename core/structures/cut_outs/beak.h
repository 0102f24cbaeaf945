// Beaks: a slit across a fold and two angled creases from its ends to a point on the fold, between
// which the fold is turned the other way.
#pragma once
#include "core/structures/cut_outs/cut_out.h"

namespace hl::structures {

// Where a mouth is cut, along its fold in mm: its two points, and the slit between them, `reach` to
// both sides of the fold. With a gap the slit is an opening that high, from whose corners the
// creases run. Without an upper point it is a beak.
struct Mouth {
    double low = 0, middle = 0;
    std::optional<double> high;
    double reach = 0, gap = 0;
};

// Four creases meet in each point; with equal angles on both sides it lies flat with its fold
// closed and open.
Trouble cutMouth(AssemblyBuilder& out, int crease, const std::string& owner,
                 const std::string& prefix, const Mouth& mouth);

} // namespace hl::structures
