#include "core/prove/sensitivity.h"
#include "core/assemble/assemble.h"
#include "core/design/measures.h"
#include "core/fold/case.h"
#include "core/fold/limit.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cstdio>

namespace hl::proving {
namespace {

constexpr double error = 0.05;          // mm or degrees
constexpr double asGoodAsClosed = 1e-5; // mm: as near as a chain is closed beside a flat state

struct WorstTab {
    double misfit = 0;
    double opening = 0;
    std::string tab;
};

WorstTab worstIn(const Assembly& a, const Linkage& k, const Motion& m) {
    WorstTab w;
    for (size_t s = 0; s < m.misfits.size(); ++s)
        for (size_t l = 0; l < k.loops.size(); ++l)
            if (m.misfits[s][l] > std::max(asGoodAsClosed, w.misfit))
                w = {m.misfits[s][l], k.course.samples()[s], a.panels[k.loops[l].held].id};
    return w;
}

// The card as it is meant, from which every one that is a little off is folded on.
struct AsDesigned {
    Assembly assembly;
    Linkage linkage;
    Motion motion;

    AsDesigned(const Assembly& a, const std::atomic<bool>* cancel)
        : assembly(withFoundStages(a, cancel)), linkage(linkageOf(assembly)),
          motion(motionOf(linkage, cancel)) {}
    AsDesigned(const AsDesigned&) = delete; // the linkage refers to the assembly
};

// Nothing where the parts then divide otherwise: a line that no longer reaches its edge is no error
// of the hand, and says nothing of how well the rest fits.
std::optional<WorstTab> worstOf(const Assembly& assembled, const AsDesigned& meant,
                                const std::atomic<bool>* cancel) {
    if (!sameMakeUp(assembled, meant.assembly))
        return std::nullopt;
    const Assembly a = withStagesOf(assembled, meant.assembly);
    const Linkage k = linkageOf(a);
    return worstIn(a, k, motionLike(meant.motion, k, cancel));
}

} // namespace

Result<Design> heldDesign(const Design& design) {
    Design out = design;
    auto all = allMeasuresOf(design);
    if (!all)
        return all.problem();
    for (auto& [id, values] : *all) {
        // What follows in a series that changes from one to the next follows in each of them.
        const StructureSpec* s = design.structure(id);
        const bool changing = s && !s->changes.empty();
        for (const Parameter& p : familyOf(design, id)->parameters) {
            if (changing && p.follows)
                continue;
            const Measure m = Measure::of(p.least.quantity, values.at(p.name));
            // One that follows to beyond what can be set is left to follow.
            if (m.count >= p.least.count && m.count <= p.most.count)
                out.setOf(id)->try_emplace(p.name, m);
        }
    }
    return out;
}

Result<std::vector<Sensitivity>> sensitivities(const Design& design,
                                               const std::atomic<bool>* cancel,
                                               const std::function<void(double)>& progress) {
    auto start = heldDesign(design);
    if (!start)
        return start.problem();
    auto whole = assemble(*start);
    if (!whole)
        return whole.problem();
    const AsDesigned meant(*whole, cancel);
    const double before = worstIn(meant.assembly, meant.linkage, meant.motion).misfit;
    size_t done = 0, all = drawnMeasures(*start).size() + start->card.set.size();
    for (const StructureSpec& s : start->structures)
        all += s.set.size();
    const auto next = [&] {
        if (progress)
            progress(double(++done) / double(all));
    };
    std::vector<Sensitivity> out;
    // Drawn things: a line that is drawn elsewhere may divide its part otherwise, so that the
    // loops are no longer the same; only what still assembles counts.
    const size_t drawn = drawnMeasures(*start).size();
    for (size_t i = 0; i < drawn; ++i) {
        const NamedMeasure what = drawnMeasures(*start)[i];
        Sensitivity found{what.owner, what.name, what.measure->quantity, 0, 0, {}};
        bool told = false;
        next();
        for (double by : {-error, error}) {
            if (cancel && *cancel)
                return out;
            Design d = *start;
            drawnMeasures(d)[i].measure->count += found.quantity == Quantity::Length
                                                      ? Measure::fromMm(by).count
                                                      : Measure::fromDegrees(by).count;
            const auto made = assemble(d);
            if (!made)
                continue;
            const auto w = worstOf(*made, meant, cancel);
            told = told || w;
            const double rate = w ? (w->misfit - before) / error : 0;
            if (rate > found.rate)
                found = {what.owner, what.name, found.quantity, rate, w->opening, w->tab};
        }
        if (told)
            out.push_back(found);
    }
    std::vector<std::string> ids{"card"};
    for (const StructureSpec& s : start->structures)
        ids.push_back(s.id);
    for (const std::string& id : ids)
        for (auto& [name, value] : *start->setOf(id)) {
            next();
            if (value.quantity == Quantity::Count)
                continue; // nobody miscounts by a little
            Sensitivity found{id, name, value.quantity, 0, 0, {}};
            if (familyOf(*start, id)->dresses) { // what is only glued on moves no fold
                out.push_back(found);
                continue;
            }
            bool told = false;
            for (double by : {-error, error}) {
                if (cancel && *cancel)
                    return out;
                Design d = *start;
                Measure& m = (*d.setOf(id))[name];
                m.count += value.quantity == Quantity::Length ? Measure::fromMm(by).count
                                                              : Measure::fromDegrees(by).count;
                const auto made = assemble(d);
                if (!made)
                    continue; // at its bound: it cannot be off this way
                const auto w = worstOf(*made, meant, cancel);
                told = told || w;
                const double rate = w ? (w->misfit - before) / error : 0;
                if (rate > found.rate)
                    found = {id, name, value.quantity, rate, w->opening, w->tab};
            }
            if (told)
                out.push_back(found);
        }
    std::stable_sort(out.begin(), out.end(), [](auto& a, auto& b) { return a.rate > b.rate; });
    return out;
}

std::string say(const Sensitivity& s) {
    std::string name = s.parameter;
    std::replace(name.begin(), name.end(), '_', ' ');
    const bool angle = s.quantity == Quantity::Angle;
    const std::string off = (angle ? "0.5 degrees" : "0.5 mm");
    if (s.rate < 1e-3)
        return "The " + name + " of " + s.structure + " may be " + off + " off without any misfit.";
    const std::string moved = numberText(s.rate / 2, 2, 2) + " mm";
    return "The " + name + " of " + s.structure + " " + off + " off makes " + s.tab + " miss by " +
           moved + ".";
}

} // namespace hl::proving
