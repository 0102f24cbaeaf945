// Folds: creases that are assigned mountain where only valley closes, or the other way round. The
// assignment is a decision of the maker or of a family; it is reported, never silently repaired.
#include "core/prove/saying.h"
#include <algorithm>

namespace hl {

void folds(const Case& c, std::vector<Finding>& out) {
    for (int i : c.motion.wrongFolds) {
        const Crease& crease = c.assembly.creases[i];
        Finding f{"folds", Severity::Stop, {}, {}, 0, 180, 90, 0, {}, {}, {}};
        nameIn(f, c, crease.left);
        nameIn(f, c, crease.right);
        for (size_t l = 0; l < c.linkage.loops.size(); ++l)
            for (const LoopHinge& h : c.linkage.loops[l].hinges)
                if (h.crease == i)
                    f.amount = std::max(f.amount, c.poses[90].misfits[l]);
        const bool valley = crease.fold == Fold::Valley;
        f.message = "The " + sayCrease(c, i) + " is a " + (valley ? "valley" : "mountain") +
                    ", but the card only closes round it with a " +
                    (valley ? "mountain" : "valley") + " there; as it is, a tab misses by " +
                    sayAmount(c, f.amount) + " half open.";
        f.remedy = std::string("Make it a ") + (valley ? "mountain." : "valley.");
        out.push_back(f);
    }
}

} // namespace hl
