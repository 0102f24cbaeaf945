// Folds: creases that are assigned mountain where only valley closes, or the other way round, and
// creases that cannot fold because they end inside a panel. What is drawn is a decision of the
// maker or of a family; it is reported, never silently repaired.
#include "core/prove/evidence.h"
#include "core/prove/refold.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <set>

namespace hl::proving {

namespace {

double missedBy(const Case& c, int crease, int sample) {
    double most = 0;
    for (size_t l = 0; l < c.linkage.loops.size(); ++l)
        for (const LoopHinge& h : c.linkage.loops[l].hinges)
            if (h.joint == crease)
                most = std::max(most, c.poses[static_cast<size_t>(sample)].misfits[l]);
    return most;
}

const char* other(const Crease& k) { return k.fold == Fold::Valley ? "mountain" : "valley"; }
const char* now(const Crease& k) { return k.fold == Fold::Valley ? "valley" : "mountain"; }

// "the second fold of Walk as a mountain and the tip of Walk as a valley"
std::string asTurned(const Case& c, const Refold& r) {
    std::string out;
    for (size_t i = 0; i < r.creases.size(); ++i)
        out += (i == 0                     ? ""
                : i + 1 < r.creases.size() ? ", "
                                           : " and ") +
               ("the " + sayCrease(c, r.creases[i])) + " as a " +
               other(c.assembly.creases[static_cast<size_t>(r.creases[i])]);
    return out;
}

// What is said of a chain that does not close as it is folded, with the ways in which it does.
Finding wrongly(const Case& c, int crease, const std::vector<Refold>& ways) {
    constexpr size_t mostTold = 3;
    const int middle = c.linkage.course.sample(0.5);
    const double at = c.poses[static_cast<size_t>(middle)].opening;
    const std::vector<int> named = ways.empty() ? std::vector{crease} : ways.front().creases;
    Finding f = Finding::of("folds.reversed", Severity::Stop, c.first(), c.last(), at);
    for (int k : named) {
        nameIn(f, c, c.assembly.creases[static_cast<size_t>(k)].left);
        nameIn(f, c, c.assembly.creases[static_cast<size_t>(k)].right);
        f.amount = std::max(f.amount, missedBy(c, k, middle));
    }
    const Crease& first = c.assembly.creases[static_cast<size_t>(named.front())];
    const std::string miss = "as it is, a tab misses by " + sayAmount(c, f.amount) + " half open.";
    if (named.size() == 1 && ways.size() <= 1) {
        f.message = "The " + sayCrease(c, named.front()) + " is a " + now(first) +
                    ", but the card only closes round it with a " + other(first) + " there; " +
                    miss;
        f.remedy = std::string("Make it a ") + other(first) + ".";
        return f;
    }
    f.code = "folds.chain";
    f.message = "With its folds as they are, the chain of the " + sayCrease(c, named.front()) +
                " does not close; " + miss;
    for (size_t i = 0; i < std::min(mostTold, ways.size()); ++i)
        f.remedy += (i == 0 ? "Fold " : ", or ") + asTurned(c, ways[i]);
    f.remedy += ways.size() > 1 ? "; each of these closes it." : "; that closes it.";
    return f;
}

} // namespace

void folds(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    std::set<const Block*> told; // a chain is told of once
    for (int i : c.motion.wrongFolds) {
        if (stop)
            return;
        const Block* chain = nullptr;
        bool turns = false; // whether any of its folds is the maker's to turn
        for (const Block& b : c.motion.blocks)
            if (std::find(b.joints.begin(), b.joints.end(), i) != b.joints.end())
                chain = &b;
        for (size_t j = 0; chain && j < chain->joints.size(); ++j)
            turns = turns ||
                    (c.linkage.joints[static_cast<size_t>(chain->joints[j])].join < 0 &&
                     canTurn(c.design, c.assembly.creases[static_cast<size_t>(chain->joints[j])]));
        if (!turns) {
            out.push_back(wrongly(c, i, {}));
            continue;
        }
        if (!told.insert(chain).second)
            continue;
        const std::vector<Refold> ways = refoldings(c, i, stop);
        if (!ways.empty()) // else its misfit is told
            out.push_back(wrongly(c, i, ways));
    }
    for (const Part& part : c.assembly.parts)
        for (const Mark& m : part.marks) {
            const std::string name = m.id.substr(m.id.find('.') + 1);
            if (m.off) {
                Finding f = Finding::of("folds.beside-paper", Severity::Caution, c.first(),
                                        c.last(), c.first());
                f.parts.push_back(part.id);
                f.line = m.id;
                f.message = std::string(m.kind == LineKind::Slit ? "The slit " : "The crease ") +
                            name + " lies beside the paper of " + part.name +
                            ": nothing is cut or creased there.";
                f.remedy = "Move it onto the paper, or remove it.";
                out.push_back(f);
                continue;
            }
            if (m.kind == LineKind::Slit)
                continue;
            Finding f =
                Finding::of("folds.ends-inside", Severity::Caution, c.first(), c.last(), c.first());
            f.parts.push_back(part.id);
            f.line = m.id;
            f.message = "The crease " + name + " of " + part.name +
                        " ends inside a panel, so the paper cannot fold along all of it.";
            f.remedy = "Lead it to an edge, to a slit or to a point where other creases meet.";
            out.push_back(f);
        }
}

} // namespace hl::proving
