// Folds: creases that are assigned mountain where only valley closes, or the other way round, and
// creases that cannot fold because they end inside a panel. What is drawn is a decision of the
// maker or of a family; it is reported, never silently repaired.
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>

namespace hl {

void folds(const Evidence& e, const Stop&, std::vector<Finding>& out) {
    const Case& c = e.c;
    const int middle = c.linkage.course.sample(0.5);
    for (int i : c.motion.wrongFolds) {
        const Crease& crease = c.assembly.creases[i];
        const double at = c.poses[middle].opening;
        Finding f = Finding::of("folds", Severity::Stop, c.first(), c.last(), at);
        nameIn(f, c, crease.left);
        nameIn(f, c, crease.right);
        for (size_t l = 0; l < c.linkage.loops.size(); ++l)
            for (const LoopHinge& h : c.linkage.loops[l].hinges)
                if (h.joint == i)
                    f.amount = std::max(f.amount, c.poses[middle].misfits[l]);
        const bool valley = crease.fold == Fold::Valley;
        f.message = "The " + sayCrease(c, i) + " is a " + (valley ? "valley" : "mountain") +
                    ", but the card only closes round it with a " +
                    (valley ? "mountain" : "valley") + " there; as it is, a tab misses by " +
                    sayAmount(c, f.amount) + " half open.";
        f.remedy = std::string("Make it a ") + (valley ? "mountain." : "valley.");
        out.push_back(f);
    }
    for (const Part& part : c.assembly.parts)
        for (const Mark& m : part.marks) {
            const std::string name = m.id.substr(m.id.find('.') + 1);
            if (m.off) {
                Finding f = Finding::of("folds", Severity::Caution, c.first(), c.last(), c.first());
                f.parts.push_back(part.id);
                f.message = std::string(m.kind == LineKind::Slit ? "The slit " : "The crease ") +
                            name + " lies beside the paper of " + part.name +
                            ": nothing is cut or creased there.";
                f.remedy = "Move it onto the paper, or remove it.";
                out.push_back(f);
                continue;
            }
            if (m.kind == LineKind::Slit)
                continue;
            Finding f = Finding::of("folds", Severity::Caution, c.first(), c.last(), c.first());
            f.parts.push_back(part.id);
            f.message = "The crease " + name + " of " + part.name +
                        " ends inside a panel, so the paper cannot fold along all of it.";
            f.remedy = "Lead it to an edge, to a slit or to a point where other creases meet.";
            out.push_back(f);
        }
}

} // namespace hl
