// Remedies: one changed measure that makes a finding go away. Every candidate is proved, not
// guessed: the changed design is folded and all rules run over it.
#include "core/prove/prove.h"
#include "core/prove/rounding.h"
#include "core/prove/saying.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace hl {
namespace {

constexpr int mostTrials = 160;    // in all: a search that finds nothing must end
constexpr size_t mostFindings = 6; // the rest keep their general advice

struct Weight { // how bad a proof is: first the finding in question, then everything else
    bool still = false;
    int stops = 0, cautions = 0;
};

Weight weigh(const std::vector<Finding>& all, const Finding& wanted) {
    Weight w;
    for (auto& f : all) {
        w.stops += f.severity == Severity::Stop;
        w.cautions += f.severity == Severity::Caution;
        w.still |= f.rule == wanted.rule && f.parts == wanted.parts;
    }
    return w;
}

class Search {
  public:
    // `trials` counts over all searches and ends them at mostTrials.
    Search(const Case& c, const std::vector<Finding>& all, const Finding& wanted, int& trials,
           const std::atomic<bool>* cancel)
        : case_(c), wanted_(wanted), now_(weigh(all, wanted)), cancel_(cancel), trials_(trials) {}

    // Whether the design with this one change is rid of the finding and no worse otherwise.
    bool heals(const Remedy& r) {
        if (++trials_ > mostTrials || (cancel_ && *cancel_))
            return false;
        Design d = case_.design;
        auto& set = *d.setOf(r.structure);
        if (r.value)
            set[r.parameter] = *r.value;
        else
            set.erase(r.parameter);
        auto made = assemble(d);
        if (!made)
            return false;
        const Case next(d, *made, cancel_, case_.workshop);
        if (next.poses.size() != case_.poses.size())
            return false;
        const Weight w = weigh(prove(next, cancel_), wanted_);
        return !w.still && w.stops < now_.stops + (wanted_.severity != Severity::Stop) &&
               w.stops + w.cautions < now_.stops + now_.cautions;
    }

    std::optional<Remedy> run() {
        std::optional<Remedy> best;
        double least = 1e300;
        for (const std::string& id : involved()) {
            const Family& f = *familyOf(case_.design, id);
            const auto& set = *case_.design.setOf(id);
            for (auto& [name, value] : set)
                if (f.parameter(name)->follows && heals({id, name, {}}))
                    return Remedy{id, name, {}};
            auto values = measuresOf(case_.design, id);
            if (!values)
                continue;
            for (const Parameter& p : f.parameters) {
                // A measure that follows from others is left to them; a number or a choice makes
                // another structure.
                if ((p.follows && !set.count(p.name)) || p.least.quantity == Quantity::Count)
                    continue;
                for (int way : {-1, 1}) {
                    auto r = along(id, p, values->at(p.name), way, least);
                    if (r.second < least) {
                        least = r.second;
                        best = r.first;
                    }
                }
            }
        }
        return best;
    }

  private:
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
    std::pair<std::optional<Remedy>, double> along(const std::string& id, const Parameter& p,
                                                   double value, int way, double least) {
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
            return v >= p.least.count && v <= p.most.count && size(n) <= 0.8 && size(n) < least;
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
            return {at(healed), size(healed)};
        }
        return {{}, 1e300};
    }

    const Case& case_;
    const Finding& wanted_;
    Weight now_;
    const std::atomic<bool>* cancel_;
    int& trials_;
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
        for (const Brought& b : broughtBy(r, e, stop))
            if (finding.message.find(b.finding.message) != std::string::npos)
                careful = toBlame(b, r, c, stop);
    }
    if (!careful.empty())
        finding.remedy = sayNotRounded(careful, c.design);
}

} // namespace

void findRemedies(const Case& c, std::vector<Finding>& findings, const std::atomic<bool>* cancel,
                  const std::function<void(double)>& progress) {
    const std::vector<Finding> all = findings;
    const size_t count = std::min(mostFindings, findings.size());
    int trials = 0;
    for (size_t i = 0; i < count && !(cancel && *cancel); ++i) {
        Finding& f = findings[i];
        if (f.severity != Severity::Note) {
            f.action = Search(c, all, all[i], trials, cancel).run();
            if (f.action)
                f.remedy = say(c, *f.action);
            else if (f.rule == "rounding")
                blameRounding(c, f, cancel);
        }
        if (progress)
            progress(static_cast<double>(i + 1) / static_cast<double>(count));
    }
}

} // namespace hl
