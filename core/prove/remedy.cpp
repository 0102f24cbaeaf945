// Remedies: one changed measure that makes a finding go away. Every candidate is proved, not
// guessed: first the rule in question over what the change touches, then, for the smallest changes
// that pass, all rules over the whole design. What is offered leaves the finding gone and nothing
// else new or worse.
#include "core/assemble/assemble.h"
#include "core/fold/closure.h"
#include "core/fold/limit.h"
#include "core/prove/anew.h"
#include "core/prove/prove.h"
#include "core/prove/rounding.h"
#include "core/prove/saying.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

namespace hl::proving {
namespace {

constexpr int mostTrials = 400; // of one finding: a search that finds nothing must end
// Of all findings together: poses of panels that are folded for trials. What does not close is
// looked for some two hundred times as long as what does.
constexpr double mostWork = 2e6, doesNotClose = 200;
constexpr double pairsAsMuchAsFolding = 100; // panels
constexpr size_t mostWhole = 5;              // candidates of a finding that are proved whole
constexpr size_t mostFindings = 6;           // the rest keep their general advice

struct Candidate {
    Remedy remedy;
    double size = 0; // of the change against the measure
};

class Remedies {
  public:
    Remedies(const Case& c, const std::vector<Finding>& all, const Finding& wanted,
             const std::atomic<bool>* cancel, double& work)
        : case_(c), all_(all), wanted_(wanted), cancel_(cancel), near_(c.design), work_(work) {
        for (const Rule& r : rules())
            if (wanted.rule == r.id)
                rule_ = &r;
        leaveOutOthers();
        if (auto made = assemble(near_)) {
            nearCase_ = std::make_unique<const Case>(near_, *made, cancel_, case_.workshop);
            rigid_.blocks = nearCase_->motion.blocks;
            rigid_.springs = nearCase_->motion.springs;
            rigid_.flat = nearCase_->motion.flat;
            rigid_.open.assign(rigid_.blocks.size(), false);
            worked(*nearCase_);
            if (!stopped())
                nearBefore_ = about(Evidence(*nearCase_, Stop{cancel_}));
        }
    }

    // The remedies that pass the first look, the smallest change first.
    std::vector<Candidate> candidates() {
        std::vector<Candidate> out;
        for (const std::string& id : involved()) {
            const Family& f = *familyOf(case_.design, id);
            const auto& set = *case_.design.setOf(id);
            for (auto& [name, value] : set)
                if (f.parameter(name)->follows && heals({id, name, {}}))
                    out.push_back({{id, name, {}}, 0});
            const auto* values = case_.assembly.measuresOf(id);
            if (!values)
                continue;
            for (const Parameter& p : f.parameters) {
                // A measure that follows from others is left to them; a number or a choice makes
                // another structure.
                if ((p.follows && !set.count(p.name)) || p.least.quantity == Quantity::Count)
                    continue;
                for (int way : {-1, 1})
                    if (auto r = along(id, p, values->at(p.name), way))
                        out.push_back(*r);
            }
        }
        std::stable_sort(out.begin(), out.end(), [](auto& a, auto& b) { return a.size < b.size; });
        return out;
    }

    // What the whole proof says of the design with the change; nothing where it is no better.
    std::optional<std::vector<Finding>> better(const Remedy& r) {
        const Design d = changed(case_.design, r);
        auto made = assemble(d);
        if (!made || stopped())
            return {};
        const Case next(d, *made, cancel_, case_.workshop);
        worked(next);
        if (stopped() || next.poses.size() != case_.poses.size())
            return {};
        std::vector<Finding> now = prove(next, cancel_);
        if (stopped() || isThere(wanted_, now) || anyNew(now, all_))
            return {};
        return now;
    }

  private:
    bool stopped() const { return cancel_ && *cancel_; }
    void worked(const Case& c) {
        const bool open =
            std::find(c.motion.open.begin(), c.motion.open.end(), true) != c.motion.open.end();
        // Panels meet in pairs: of a large design the rules cost more than the folding.
        const double panels = asManyAs(c.assembly);
        work_ += double(c.poses.size()) * panels *
                 (open ? doesNotClose : 1 + panels / pairsAsMuchAsFolding);
    }
    // Panels, where those with many corners count as the several pieces that they are looked at as.
    static double asManyAs(const Assembly& a) {
        constexpr double ofAPiece = 6; // corners
        return std::accumulate(a.panels.begin(), a.panels.end(), 0.0, [](double all, auto& p) {
            size_t corners = p.outline.size();
            for (const Ring& hole : p.apertures)
                corners += hole.size();
            return all + std::max(1.0, double(corners) / ofAPiece);
        });
    }
    // Of a misfit: whether the change closes what it says in the middle and at the ends of where it
    // was found. That is one closure of each instead of a fold through the whole motion.
    bool closes(const Assembly& made) const {
        constexpr double near = 0.1; // mm
        if (!nearCase_ || wanted_.rule != "misfit")
            return true;
        if (!sameMakeUp(made, nearCase_->assembly))
            return false; // another structure, which nobody asked for
        const Assembly like = withStagesOf(made, nearCase_->assembly);
        const Linkage linkage = linkageOf(like);
        const double from = wanted_.openingFrom, to = wanted_.openingTo;
        for (const double part : {0.5, 0.15, 0.85}) {
            const double at = from + part * (to - from);
            const auto pose = std::min_element(
                nearCase_->poses.begin(), nearCase_->poses.end(), [&](auto& a, auto& b) {
                    return std::fabs(a.opening - at) < std::fabs(b.opening - at);
                });
            std::vector<double> values = pose->angles;
            closeAll(linkage, rigid_, pose->opening, values);
            // What misses elsewhere is another finding's.
            const auto named = [&](int panel) {
                const auto& all = wanted_.panels;
                return std::find(all.begin(), all.end(), made.panels[size_t(panel)].id) !=
                       all.end();
            };
            for (const Loop& loop : linkage.loops)
                if (named(loop.held) && named(loop.landing) && missOf(linkage, loop, values) > near)
                    return false;
        }
        return true;
    }

    static Design changed(Design d, const Remedy& r) {
        auto& set = *d.setOf(r.structure);
        if (r.value)
            set[r.parameter] = *r.value;
        else
            set.erase(r.parameter);
        return d;
    }

    // Whether the finding is gone from what the change touches.
    bool heals(const Remedy& r) {
        if (!rule_ || ++trials_ > mostTrials || work_ > mostWork || stopped())
            return false;
        const Design d = changed(near_, r);
        auto made = assemble(d);
        if (!made)
            return false;
        work_ += 20.0 * asManyAs(*made); // of building it, and a closure or two
        if (!closes(*made))
            return false;
        const Case next(d, *made, cancel_, case_.workshop);
        worked(next);
        if (stopped() || next.poses.size() != case_.poses.size())
            return false;
        const Stop stop{cancel_};
        const Evidence e(next, stop);
        std::vector<Finding> now;
        if (!stop)
            rule_->run(e, stop, now);
        if (stop || isThere(wanted_, now))
            return false;
        return !anyNew(about(e), nearBefore_) && !stop;
    }

    static bool anyNew(const std::vector<Finding>& now, const std::vector<Finding>& before) {
        return std::any_of(now.begin(), now.end(), [&](const Finding& f) {
            return f.severity != Severity::Note && !wasThere(f, before);
        });
    }

    std::vector<Finding> about(const Evidence& e) const {
        return prove(e, Stop{cancel_}, {}, false);
    }

    // Structures that neither are named in the finding nor carry or stand on what is.
    void leaveOutOthers() {
        const Design& d = case_.design;
        if (d.structures.size() < 4 || !d.parts.empty() || !d.motion.empty())
            return;
        std::set<std::string> keep;
        for (const std::string& id : involved())
            keep.insert(id);
        if (keep.empty())
            return;
        for (bool more = true; more;) {
            more = false;
            for (const StructureSpec& s : d.structures) {
                const std::string host = seriesOf(d, ownerOf(s.on));
                if (keep.count(s.id) ? host != "card" && keep.insert(host).second
                                     : keep.count(host) && keep.insert(s.id).second)
                    more = true;
            }
        }
        Design less = d;
        less.structures.erase(
            std::remove_if(less.structures.begin(), less.structures.end(),
                           [&](const StructureSpec& s) { return !keep.count(s.id); }),
            less.structures.end());
        auto made = assemble(less);
        if (!made)
            return;
        // It must still be found there, or the first look would tell nothing.
        const Case c(less, *made, cancel_, case_.workshop);
        const Stop stop{cancel_};
        if (stop)
            return;
        const Evidence e(c, stop);
        std::vector<Finding> now;
        if (rule_ && !stop)
            rule_->run(e, stop, now);
        if (isThere(wanted_, now))
            near_ = less;
    }

    std::vector<std::string> involved() const {
        std::vector<std::string> out;
        for (auto& panel : wanted_.panels) {
            const std::string s = ownerOf(panel);
            if (case_.design.structure(s) && std::find(out.begin(), out.end(), s) == out.end())
                out.push_back(s);
        }
        return out;
    }

    // The ruler's step: half a millimetre, a sixteenth of an inch, a degree.
    std::int64_t grain(const Parameter& p) const {
        if (p.least.quantity == Quantity::Angle)
            return 1'000'000'000;
        return case_.design.units == Unit::Inch ? nmPerInch / 16 : 500'000;
    }

    // The smallest healing change of one measure in one direction, in steps of the ruler, and
    // its size relative to the measure.
    std::optional<Candidate> along(const std::string& id, const Parameter& p, double value,
                                   int way) {
        const bool angle = p.least.quantity == Quantity::Angle;
        const Measure now = Measure::of(p.least.quantity, value);
        const std::int64_t step = grain(p);
        // The first mark of the ruler beyond the present value.
        const std::int64_t mark = way > 0 ? now.count / step + 1 : (now.count - 1) / step;
        auto at = [&](std::int64_t n) {
            return Remedy{id, p.name, Measure{p.least.quantity, (mark + way * n) * step}};
        };
        auto size = [&](std::int64_t n) {
            const double base = angle ? 60e9 : std::max<double>(now.count, 20e6);
            return std::fabs(static_cast<double>(at(n).value->count - now.count)) / base;
        };
        auto allowed = [&](std::int64_t n) {
            const std::int64_t v = at(n).value->count;
            return v >= p.least.count && v <= p.most.count && size(n) <= 0.8;
        };
        std::int64_t failed = -1;
        for (std::int64_t n = 0; allowed(n); n = 2 * n + 3) {
            if (!heals(at(n))) {
                failed = n;
                continue;
            }
            std::int64_t healed = n;
            while (healed - failed > 1) {
                const std::int64_t mid = (healed + failed) / 2;
                (heals(at(mid)) ? healed : failed) = mid;
            }
            return Candidate{at(healed), size(healed)};
        }
        return {};
    }

    const Case& case_;
    const std::vector<Finding>& all_;
    const Finding& wanted_;
    const Rule* rule_ = nullptr;
    const std::atomic<bool>* cancel_;
    Design near_; // what the change touches
    std::unique_ptr<const Case> nearCase_;
    Motion rigid_; // how it is closed, what does not close not being shared out
    std::vector<Finding> nearBefore_;
    int trials_ = 0;
    double& work_; // of all searches
};

std::string say(const Case& c, const Remedy& r) {
    std::string name = r.parameter;
    std::replace(name.begin(), name.end(), '_', ' ');
    const std::string whose = " of " + sayOwner(c.design, r.structure);
    if (!r.value)
        return "Let the " + name + whose + " follow from the other measures.";
    return "Change the " + name + whose + " to " + exactText(*r.value, c.design.units) + ".";
}

// Which measures must not be rounded, where no other change helps.
void blameRounding(const Case& c, Finding& finding, const std::atomic<bool>* cancel) {
    const Stop stop{cancel};
    const Rounding r = roundedTo(c, c.workshop.rulerFor(c.design.units), cancel);
    std::vector<Rounded> careful;
    if (r.binds()) {
        careful = toBlame(r, c, stop);
    } else {
        const Evidence e(c, stop);
        for (const Brought& b : broughtBy(r, e, stop)) {
            Finding as = b.finding;
            as.code = b.code();
            if (finding.sameAs(as))
                careful = toBlame(b, r, c, stop);
        }
    }
    if (!careful.empty())
        finding.remedy = sayNotRounded(careful, c.design);
}

} // namespace

Searched findRemedies(const Case& c, std::vector<Finding>& findings,
                      const std::atomic<bool>* cancel, const std::function<void(double)>& progress,
                      const std::function<size_t()>& wanted) {
    const std::vector<Finding> all = findings;
    const size_t count = std::min(mostFindings, findings.size());
    std::vector<bool> done(findings.size());
    std::vector<Remedy> offered;
    size_t looked = 0;
    double work = 0;
    auto next = [&] { // the one that is looked at, else the first
        const size_t first = wanted ? wanted() : findings.size();
        if (first < findings.size() && !done[first])
            return first;
        size_t i = 0;
        while (i < count && done[i])
            ++i;
        return i < count ? i : findings.size(); // none
    };
    for (size_t i = next(); i < findings.size() && work < mostWork && !(cancel && *cancel);
         i = next()) {
        done[i] = true;
        Finding& f = findings[i];
        ++looked;
        if (f.severity != Severity::Note && !f.action) {
            Remedies search(c, all, all[i], cancel, work);
            size_t whole = 0;
            for (const Candidate& one : search.candidates()) {
                // Never the contrary of what is offered elsewhere.
                if (whole == mostWhole || (cancel && *cancel))
                    break;
                if (std::any_of(offered.begin(), offered.end(), [&](const Remedy& r) {
                        return r.structure == one.remedy.structure &&
                               r.parameter == one.remedy.parameter;
                    }))
                    continue;
                ++whole;
                const auto after = search.better(one.remedy);
                if (!after)
                    continue;
                offered.push_back(one.remedy);
                // The same change may be rid of others as well: it is their remedy too.
                for (size_t k = 0; k < findings.size(); ++k)
                    if (all[k].severity != Severity::Note && !findings[k].action &&
                        !isThere(all[k], *after)) {
                        findings[k].action = one.remedy;
                        findings[k].remedy = say(c, one.remedy);
                        done[k] = true;
                    }
                break;
            }
            if (!f.action && f.rule == "rounding")
                blameRounding(c, f, cancel);
        }
        if (progress)
            progress(std::min(1.0, static_cast<double>(looked) / static_cast<double>(count)));
    }
    size_t left = 0;
    for (size_t i = 0; i < findings.size(); ++i)
        left += !done[i] && findings[i].severity != Severity::Note && !findings[i].action;
    return {looked, left};
}

} // namespace hl::proving
