#include "core/prove/rounding.h"
#include "core/design/measures.h"
#include "core/fold/closure.h"
#include "core/prove/prove.h"
#include "core/prove/sensitivity.h"
#include <algorithm>
#include <cmath>
#include <optional>

namespace hl {
namespace {

constexpr int places = 8;
constexpr double noticed = 0.1; // mm
constexpr double unmoved = 0.01; // mm
constexpr double more = 0.5;     // mm, degrees or grams by which a finding has to grow to be told
constexpr size_t asked = 3;      // findings of which it is told which measures bring them about

struct Worst {
    double misfit = 0, opening = 0;
    int held = -1, landing = -1; // panels of the case
    double reach = 0; // mm of the farthest closed corner from the spine
    double moved = 0; // mm from where a corner is as designed; tabs are left out
    std::string problem;
};

// The measures that a maker reads off a ruler.
std::vector<NamedMeasure> measuresIn(Design& d) {
    std::vector<NamedMeasure> out{{"card", "width", &d.card.width},
                                  {"card", "height", &d.card.height}};
    std::vector<std::string> ids{"card"};
    for (const StructureSpec& s : d.structures)
        ids.push_back(s.id);
    for (const std::string& id : ids)
        for (auto& [name, m] : *d.setOf(id))
            if (m.quantity != Quantity::Count)
                out.push_back({id, name, &m});
    for (NamedMeasure& m : drawnMeasures(d))
        out.push_back(std::move(m));
    return out;
}

// The exact design with one measure as the ruler shows it.
Design withOne(const Design& exact, const Rounded& r) {
    Design one = exact;
    for (NamedMeasure& m : measuresIn(one))
        if (m.owner == r.structure && m.name == r.parameter)
            *m.measure = r.shown;
    return one;
}

template<class Things> bool sameNames(const Things& a, const Things& b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end(),
                      [](auto& x, auto& y) { return x.id == y.id; });
}

// By how much corners lie elsewhere; panels that have another number of corners have moved.
double movedFrom(const Assembly& a, const Pose& at, const Assembly& b, const Pose& now) {
    double most = 0;
    for (size_t i = 0; i < a.panels.size(); ++i) {
        const Panel &p = a.panels[i], &q = b.panels[i];
        if (p.role == Role::Tab)
            continue;
        if (p.outline.size() != q.outline.size())
            return 1e300;
        for (size_t k = 0; k < p.outline.size(); ++k)
            most = std::max(most, (at.panels[i].at(p.outline[k]) - now.panels[i].at(q.outline[k]))
                                      .norm());
    }
    return most;
}

double reachOf(const Pose& pose, const Assembly& a, int root) {
    const Rigid back = pose.panels[root].inverse();
    double reach = 0;
    for (size_t i = 0; i < a.panels.size(); ++i)
        for (const Vec2& p : a.panels[i].outline)
            reach = std::max(reach, std::fabs((back * pose.panels[i].at(p)).x()));
    return reach;
}

// Folds a design that differs a little from the case: the same linkage, so that its motion starts
// from the case's.
Worst worstOf(const Case& c, const Design& d, const std::atomic<bool>* cancel) {
    Worst w;
    auto made = assemble(d);
    if (!made) {
        w.problem = made.problem().text();
        return w;
    }
    const Linkage k = linkageOf(*made);
    const bool same = k.joints.size() == c.linkage.joints.size() &&
                      k.loops.size() == c.linkage.loops.size() &&
                      sameNames(made->panels, c.assembly.panels) &&
                      sameNames(made->creases, c.assembly.creases);
    if (!same)
        w.moved = 1e300;
    const Motion own = same ? Motion{} : motionOf(k, cancel);
    for (int n = 0; n <= places && !(cancel && *cancel); ++n) {
        const Pose& near = c.poses[n * (c.poses.size() - 1) / places];
        Pose pose;
        if (same) {
            pose = near;
            closeAll(k, c.motion, near.opening, pose.angles);
            for (size_t l = 0; l < k.loops.size(); ++l)
                pose.misfits[l] = misfitOf(k, k.loops[l], pose.angles);
            placePanels(k, pose.angles, pose.panels);
        } else {
            pose = poseAt(k, own, std::clamp(near.opening, k.course.begin(), k.course.end()));
        }
        if (same)
            w.moved = std::max(w.moved, movedFrom(c.assembly, near, *made, pose));
        if (n == 0)
            w.reach = reachOf(pose, *made, k.root);
        for (size_t l = 0; l < pose.misfits.size(); ++l)
            if (pose.misfits[l] > w.misfit) {
                w.misfit = pose.misfits[l];
                w.opening = near.opening;
                w.held = c.assembly.panel(made->panels[k.loops[l].held].id);
                w.landing = c.assembly.panel(made->panels[k.loops[l].landing].id);
            }
    }
    return w;
}

std::int64_t nearest(std::int64_t count, std::int64_t step) {
    const std::int64_t half = count < 0 ? -step / 2 : step / 2;
    return (count + half) / step * step;
}

// The amount of a finding's counterpart in another proof; nothing where there is none.
std::optional<double> amountOf(const Finding& f, const std::vector<Finding>& other) {
    std::optional<double> out;
    for (const Finding& o : other)
        if (o.parts == f.parts && o.in == f.in)
            out = std::max(out.value_or(0), o.amount);
    return out;
}

// Whether a finding is new or says more than it did, by at least `by`. Clearance is the worse the
// less there is of it.
bool worse(const Finding& f, const std::optional<double>& had, double by) {
    return !had || (f.rule == "clearance" ? f.amount < *had - by : f.amount > *had + by);
}

// Which measures, rounded alone, bring a finding about: of those whose owner it names.
void blame(const Design& exact, const Rounding& r, const Case& c, const Stop& stop, Brought& it) {
    Design all = r.design, held = exact;
    const std::vector<NamedMeasure> shown = measuresIn(all), now = measuresIn(held);
    for (size_t m = 0; m < now.size() && m < shown.size() && !stop; ++m) {
        if (*now[m].measure == *shown[m].measure ||
            std::none_of(it.finding.parts.begin(), it.finding.parts.end(),
                         [&](auto& part) { return ownerOf(part) == now[m].owner; }))
            continue;
        const Rounded one{now[m].owner, now[m].name, *now[m].measure, *shown[m].measure, 0};
        const Design d = withOne(exact, one);
        auto made = assemble(d);
        if (!made)
            continue;
        const Case alone(d, *made, stop.flag, c.workshop);
        const Evidence e(alone, stop);
        for (const Rule& rule : rules()) {
            std::vector<Finding> found;
            if (it.finding.rule != rule.id || stop)
                continue;
            rule.run(e, stop, found);
            const std::optional<double> had =
                it.before > 0 ? std::optional(it.before) : std::nullopt;
            if (std::any_of(found.begin(), found.end(), [&](const Finding& f) {
                    return f.parts == it.finding.parts && f.severity != Severity::Note &&
                           worse(f, had, noticed);
                }))
                it.careful.push_back(one);
        }
    }
}

} // namespace

Rounding roundedTo(const Case& c, const Ruler& ruler, const std::atomic<bool>* cancel) {
    Rounding out;
    out.ruler = &ruler;
    auto exact = heldDesign(c.design);
    if (!exact || c.poses.empty())
        return out;
    Design& all = out.design = *exact;
    std::vector<Rounded> changed;
    for (NamedMeasure& named : measuresIn(all)) {
        Measure& m = *named.measure;
        const std::int64_t step =
            m.quantity == Quantity::Length ? ruler.step : 500'000'000; // half a degree
        Measure shown = m;
        shown.count = nearest(m.count, step);
        if (shown.count == 0 && m.count != 0)
            shown.count = m.count > 0 ? step : -step; // nobody scores a panel away
        if (shown == m)
            continue;
        changed.push_back({named.owner, named.name, m, shown, 0});
        m = shown;
    }
    out.changed = static_cast<int>(changed.size());
    for (const Pose& p : c.poses)
        out.before = std::max(out.before, p.misfit());
    out.misfit = out.before;
    if (changed.empty())
        return out;
    const Worst w = worstOf(c, all, cancel);
    out.problem = w.problem;
    if (!out.problem.empty())
        return out;
    out.moved = w.moved;
    out.misfit = w.misfit;
    out.opening = w.opening;
    out.held = w.held;
    out.landing = w.landing;
    out.overhang = w.reach - reachOf(c.poses.front(), c.assembly, c.linkage.root);
    if (w.misfit < out.before + noticed)
        return out;
    for (Rounded& r : changed) {
        if (cancel && *cancel)
            break;
        r.misfit = worstOf(c, withOne(*exact, r), cancel).misfit - out.before;
        if (r.misfit > noticed)
            out.careful.push_back(r);
    }
    std::stable_sort(out.careful.begin(), out.careful.end(),
                     [](auto& a, auto& b) { return a.misfit > b.misfit; });
    return out;
}

std::vector<Brought> broughtBy(const Rounding& r, const Evidence& e, const Stop& stop) {
    std::vector<Brought> out;
    if (r.moved <= unmoved || !r.problem.empty() || stop)
        return out;
    auto made = assemble(r.design);
    if (!made)
        return out;
    const Case rounded(r.design, *made, stop.flag, e.c.workshop);
    const Evidence after(rounded, stop);
    for (const Rule& rule : rules()) {
        if (!rule.where || std::string(rule.id) == "misfit")
            continue;
        std::vector<Finding> now, before;
        if (!stop)
            rule.run(after, stop, now);
        if (!stop && !now.empty())
            rule.run(e, stop, before);
        if (stop)
            return {};
        for (Finding& f : now) {
            const std::optional<double> had = amountOf(f, before);
            if (f.severity != Severity::Note && worse(f, had, more))
                out.push_back({std::move(f), had.value_or(0), {}});
        }
    }
    std::stable_sort(out.begin(), out.end(), [](auto& a, auto& b) {
        return a.finding.severity > b.finding.severity;
    });
    auto exact = heldDesign(e.c.design);
    for (size_t i = 0; exact && i < std::min(asked, out.size()) && !stop; ++i)
        blame(*exact, r, e.c, stop, out[i]);
    return out;
}

std::string sayCareful(const std::vector<Rounded>& careful, Unit unit) {
    std::string names;
    for (size_t i = 0; i < std::min<size_t>(3, careful.size()); ++i) {
        std::string name = careful[i].parameter;
        std::replace(name.begin(), name.end(), '_', ' ');
        names += (i ? ", the " : "the ") + name + " of " + careful[i].structure + " (" +
                 exactText(careful[i].exact, unit) + ")";
    }
    return names;
}

} // namespace hl
