#include "core/edit/ways.h"
#include "core/assemble/assemble.h"
#include "core/measure/number.h"
#include "core/prove/prove.h"
#include "core/prove/saying.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::edit {
namespace {

constexpr size_t mostOpen = 6;      // folds: every further one doubles the ways
constexpr double closes = 0.5;      // mm: paper bends that far
constexpr double sameAngle = 0.001; // radians

// A fold that may go either way, as it is told in the design: a score of a line, or a drawn line.
// Those of a series share one.
struct Open {
    std::string words;
    SayFold* score = nullptr;
    LineKind* drawn = nullptr;

    void tell(bool mountain) const {
        if (score)
            *score = mountain ? SayFold::Mountain : SayFold::Valley;
        else
            *drawn = mountain ? LineKind::Mountain : LineKind::Valley;
    }
};

// The score of a line that a crease is: of a part's creases those that are scored stand in order.
SayFold* scoreOf(SayLine& line, const Assembly& a, int crease) {
    size_t n = 0;
    for (int k :
         a.parts[static_cast<size_t>(a.creases[static_cast<size_t>(crease)].part)].creases) {
        if (k == crease)
            return n < line.scores.size() ? &line.scores[n].fold : nullptr;
        n += !a.creases[static_cast<size_t>(k)].bend;
    }
    return nullptr;
}

// Of the card's line folds are counted over all its sheets: the spine, fold 2 and so on.
SayFold* foldOfCard(SayLine& line, const std::string& local) {
    const std::string head = "fold-";
    size_t n = 0;
    if (local.rfind(head, 0) == 0)
        n = static_cast<size_t>(std::atoi(local.c_str() + head.size())) - 1;
    else if (local != "spine")
        return nullptr;
    return n < line.scores.size() ? &line.scores[n].fold : nullptr;
}

std::vector<Open> openIn(Design& d, const Assembly& a) {
    std::vector<Open> out;
    auto add = [&](const std::string& words, SayFold* score, LineKind* drawn) {
        if ((!score && !drawn) || (score && *score != SayFold::Either))
            return;
        for (const Open& o : out)
            if (o.score == score && o.drawn == drawn)
                return;
        out.push_back({words, score, drawn});
    };
    for (size_t k = 0; k < a.creases.size(); ++k) {
        const Crease& c = a.creases[k];
        if (!c.either || c.bend)
            continue;
        const std::string owner = ownerOf(c.id), local = c.id.substr(owner.size() + 1);
        StructureSpec* s = d.structure(seriesOf(d, owner));
        FreePart* p = d.part(owner);
        const std::string words =
            spokenName(local) + (owner == "card" ? "" : " of " + sayOwner(d, owner));
        if (s) {
            add(words, scoreOf(s->say, a, static_cast<int>(k)), nullptr);
            continue;
        }
        if (owner == "card" && !d.card.say.empty())
            add(words, foldOfCard(d.card.say, local), nullptr);
        else if (p && !p->say.empty())
            add(words, scoreOf(p->say, a, static_cast<int>(k)), nullptr);
        if (std::vector<LineSpec>* lines = d.linesOf(owner))
            for (LineSpec& l : *lines)
                if (l.kind == LineKind::Either &&
                    (local == l.id || local.rfind(l.id + "-", 0) == 0))
                    add(words, nullptr, &l.kind);
    }
    return out;
}

// Whether two ways come to the same poses at both ends and in the middle.
bool alike(const Case& a, const Case& b) {
    const size_t last = a.motion.values.size() - 1;
    for (size_t s : {size_t{0}, last / 2, last})
        for (size_t j = 0; j < a.motion.values[s].size(); ++j)
            if (std::fabs(a.motion.values[s][j] - b.motion.values[s][j]) > sameAngle)
                return false;
    return true;
}

double worstOf(const Case& c) {
    double worst = 0;
    for (const Pose& p : c.poses)
        worst = std::max(worst, p.misfit());
    return worst;
}

} // namespace

Result<std::vector<Way>> waysToFold(const Design& design, const Workshop& workshop,
                                    const std::atomic<bool>* cancel) {
    auto made = assemble(design);
    if (!made)
        return made.problem();
    Design first = design;
    const size_t open = openIn(first, *made).size();
    if (open == 0)
        return Problem{"ways", "every fold is told, valley or mountain",
                       "let a fold go either way: E in a score list"};
    if (open > mostOpen)
        return Problem{"ways",
                       numberText(open) + " folds may go either way, which are too many to try",
                       "tell some of them, so that at most " + numberText(mostOpen) + " are left"};
    std::vector<Way> out;
    for (size_t way = 0; way < size_t{1} << open && !(cancel && *cancel); ++way) {
        Way w;
        w.design = design;
        const std::vector<Open> folds = openIn(w.design, *made);
        for (size_t i = 0; i < folds.size(); ++i) {
            const bool mountain = way >> i & 1;
            folds[i].tell(mountain);
            w.words += (i ? ", " : "") + folds[i].words + (mountain ? " mountain" : " valley");
        }
        auto told = assemble(w.design);
        if (!told)
            continue;
        w.folded = std::make_shared<const Case>(w.design, *told, cancel, workshop);
        if (cancel && *cancel)
            break;
        if (!w.folded->motion.wrongFolds.empty() || worstOf(*w.folded) > closes ||
            std::any_of(out.begin(), out.end(),
                        [&](const Way& o) { return alike(*o.folded, *w.folded); }))
            continue;
        for (const Finding& f : prove(*w.folded, cancel))
            w.stops += f.severity == Severity::Stop;
        out.push_back(std::move(w));
    }
    if (out.empty())
        return Problem{"ways",
                       "with none of the " + numberText(size_t{1} << open) +
                           " ways to fold it does the card close",
                       "check its measures: what misses by how much is told by the proof"};
    std::stable_sort(out.begin(), out.end(),
                     [](const Way& a, const Way& b) { return a.stops < b.stops; });
    return out;
}

} // namespace hl::edit
