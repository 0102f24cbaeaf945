#include "core/prove/refold.h"
#include "core/assemble/assemble.h"
#include "core/measure/number.h"
#include <algorithm>
#include <set>

namespace hl::proving {
namespace {

constexpr double bears = 0.5; // mm of misfit that paper bears
constexpr int mostFoldings = 40;

// The score of a line that a crease is folded along; null where it is none.
SayScore* scoreOf(SayLine& say, const std::string& local, bool strip) {
    const size_t n = say.scores.size();
    if (n == 0)
        return nullptr;
    if (strip && (local == "left-foot" || local == "right-foot"))
        return local == "left-foot" ? &say.scores.front() : &say.scores.back();
    const std::string fold = "fold-";
    if (local.rfind(fold, 0) != 0)
        return nullptr;
    std::string_view rest = std::string_view(local).substr(fold.size());
    const auto number = takeNumber(rest);
    if (!number || !rest.empty())
        return nullptr;
    // The scores of a strip begin with its foot.
    const auto k = static_cast<size_t>(*number) - (strip ? 0 : 1);
    return k < n && !say.scores[k].hinge ? &say.scores[k] : nullptr;
}

bool turn(SayFold& fold) {
    if (fold == SayFold::Either)
        return false;
    fold = fold == SayFold::Valley ? SayFold::Mountain : SayFold::Valley;
    return true;
}

bool turn(Design& d, const Crease& crease) {
    const size_t dot = crease.id.find('.');
    if (dot == std::string::npos)
        return false;
    const std::string owner = crease.id.substr(0, dot), local = crease.id.substr(dot + 1);
    if (StructureSpec* s = d.structure(owner)) {
        SayScore* score = scoreOf(s->say, local, true);
        return score && turn(score->fold);
    }
    FreePart* part = d.part(owner);
    if (part && !part->say.empty())
        if (SayScore* score = scoreOf(part->say, local, false))
            return turn(score->fold);
    for (LineSpec& l : part ? part->lines : d.card.lines)
        if (l.id == local && (l.kind == LineKind::Valley || l.kind == LineKind::Mountain)) {
            l.kind = l.kind == LineKind::Valley ? LineKind::Mountain : LineKind::Valley;
            return true;
        }
    return false;
}

// Whether the loops that pass any of these creases close over the whole motion.
bool closes(const Design& d, const std::set<std::string>& creases, const Stop& stop) {
    auto made = assemble(d);
    if (!made)
        return false;
    const Linkage k = linkageOf(*made);
    const Motion m = motionOf(k, stop.flag);
    if (stop)
        return false;
    for (size_t l = 0; l < k.loops.size(); ++l) {
        const auto& all = k.loops[l].hinges;
        if (std::none_of(all.begin(), all.end(), [&](const LoopHinge& h) {
                return k.joints[static_cast<size_t>(h.joint)].join < 0 &&
                       creases.count(made->creases[static_cast<size_t>(h.joint)].id) > 0;
            }))
            continue;
        for (const auto& misfits : m.misfits)
            if (misfits[l] > bears)
                return false;
    }
    return true;
}

} // namespace

bool canTurn(const Design& design, const Crease& crease) {
    Design d = design;
    return turn(d, crease);
}

std::vector<Refold> refoldings(const Case& c, int wrongFold, const Stop& stop) {
    std::vector<int> chain;
    for (const Block& b : c.motion.blocks)
        if (std::find(b.joints.begin(), b.joints.end(), wrongFold) != b.joints.end())
            for (int j : b.joints)
                if (c.linkage.joints[static_cast<size_t>(j)].join < 0)
                    chain.push_back(j);
    std::set<std::string> ids;
    for (int j : chain)
        ids.insert(c.assembly.creases[static_cast<size_t>(j)].id);
    std::vector<int> turns; // the newest first
    for (size_t i = chain.size(); i-- > 0;)
        if (canTurn(c.design, c.assembly.creases[static_cast<size_t>(chain[i])]))
            turns.push_back(chain[i]);
    std::vector<Refold> out;
    int foldings = 0;
    std::vector<size_t> pick;
    // All choices of so many of them, in order.
    const auto choose = [&](auto&& self, size_t from, size_t left) -> void {
        if (stop || foldings >= mostFoldings)
            return;
        if (left == 0) {
            Refold r{{}, c.design};
            for (size_t i : pick) {
                r.creases.push_back(turns[i]);
                turn(r.design, c.assembly.creases[static_cast<size_t>(turns[i])]);
            }
            ++foldings;
            if (closes(r.design, ids, stop))
                out.push_back(std::move(r));
            return;
        }
        for (size_t i = from; i + left <= turns.size(); ++i) {
            pick.push_back(i);
            self(self, i + 1, left - 1);
            pick.pop_back();
        }
    };
    for (size_t many = 1; many <= 3 && out.empty() && !stop; ++many)
        choose(choose, 0, many);
    return out;
}

} // namespace hl::proving
