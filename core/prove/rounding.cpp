#include "core/prove/rounding.h"
#include "core/assemble/assemble.h"
#include "core/design/measures.h"
#include "core/fold/limit.h"
#include "core/fold/sharing.h"
#include "core/measure/number.h"
#include "core/prove/prove.h"
#include "core/prove/saying.h"
#include "core/prove/sensitivity.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <numeric>
#include <optional>
#include <set>

namespace hl::proving {
namespace {

constexpr int places = 8;
constexpr double noticed = 0.1;  // mm
constexpr double unmoved = 0.01; // mm
constexpr double more = 0.5;     // mm, degrees or grams by which a finding has to grow to be told

struct Worst {
    double misfit = 0, opening = 0;
    int held = -1, landing = -1; // panels
    double beyond = 0;           // mm by which closed parts stick out
    double moved = 0;            // mm from where a corner is as designed; tabs are left out
    std::string problem;
    std::vector<double> misfits; // of every loop
};

Result<Design> heldBare(const Design& design) {
    const auto mat = [](const StructureSpec& s) {
        const Family* f = family(s.kind);
        return f && f->dresses;
    };
    Design d = design;
    auto& all = d.structures;
    all.erase(std::remove_if(all.begin(), all.end(), mat), all.end());
    for (const StructureSpec& s : all)
        for (const std::string& on : {s.on, s.to})
            if (!d.structure(ownerOf(on)) && design.structure(ownerOf(on)))
                return heldDesign(design);
    const auto gone = [&](const std::string& of) {
        return design.structure(ownerOf(of)) && !d.structure(ownerOf(of));
    };
    d.edges.erase(
        std::remove_if(d.edges.begin(), d.edges.end(), [&](auto& e) { return gone(e.of); }),
        d.edges.end());
    d.zones.erase(
        std::remove_if(d.zones.begin(), d.zones.end(), [&](auto& z) { return gone(z.tab); }),
        d.zones.end());
    return heldDesign(d);
}

// Whether the one is made of the same panels, creases and joins as the other, but for mats, which
// come last.
bool sameBare(const Assembly& bare, const Assembly& whole) {
    const auto begins = [](auto& p, auto& q) {
        return p.size() <= q.size() && std::equal(p.begin(), p.end(), q.begin(),
                                                  [](auto& x, auto& y) { return x.id == y.id; });
    };
    return begins(bare.panels, whole.panels) && begins(bare.creases, whole.creases) &&
           begins(bare.joins, whole.joins) && bare.creases.size() == whole.creases.size() &&
           std::all_of(whole.panels.begin() + static_cast<long>(bare.panels.size()),
                       whole.panels.end(), [](const Panel& p) { return p.rides >= 0; });
}

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
    for (size_t i = 0; i < d.card.smooth.size(); ++i) { // they end where slits do
        const std::string name = "smooth " + numberText(i + 1);
        out.push_back({"card", name + " from", &d.card.smooth[i].first});
        out.push_back({"card", name + " to", &d.card.smooth[i].second});
    }
    for (NamedMeasure& m : drawnMeasures(d))
        out.push_back(std::move(m));
    return out;
}

// The measures that rounding changes.
std::vector<Rounded> changedBy(Design exact, const Rounding& r) {
    std::vector<Rounded> out;
    Design rounded = r.design;
    const std::vector<NamedMeasure> now = measuresIn(exact), shown = measuresIn(rounded);
    for (size_t m = 0; m < now.size() && m < shown.size(); ++m)
        if (!(*now[m].measure == *shown[m].measure))
            out.push_back({now[m].owner, now[m].name, *now[m].measure, *shown[m].measure, 0});
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

// By how much corners lie elsewhere; panels that have another number of corners have moved.
double movedFrom(const Assembly& a, const Pose& at, const Assembly& b, const Pose& now) {
    double most = 0;
    for (size_t i = 0; i < b.panels.size(); ++i) { // those of a, but for mats
        const Panel &p = a.panels[i], &q = b.panels[i];
        if (p.role == Role::Tab)
            continue;
        if (p.outline.size() != q.outline.size())
            return 1e300;
        for (size_t k = 0; k < p.outline.size(); ++k)
            most = std::max(
                most, (at.panels[i].at(p.outline[k]) - now.panels[i].at(q.outline[k])).norm());
    }
    return most;
}

// How far closed parts stick out past the closed card, mm.
double beyondOf(const Pose& pose, const Assembly& a, int root, const CardSpec& card) {
    const bool top = card.spine == SpineSide::Top;
    const double reach = (top ? card.height : card.width).mm(),
                 length = (top ? card.width : card.height).mm();
    const Rigid back = pose.panels[root].inverse();
    double most = 0;
    for (size_t i = 0; i < a.panels.size(); ++i)
        for (const Vec2& q : a.panels[i].outline) {
            const Vec3 p = back * pose.panels[i].at(q); // the root page lies at negative x
            most = std::max({most, p.x(), -reach - p.x(), -p.y(), p.y() - length});
        }
    return most;
}

// Folds a design that differs a little from the case: the same linkage, so that its motion starts
// from the case's.
Worst worstOf(const Case& c, const Design& d, const std::atomic<bool>* cancel) {
    Worst w;
    auto made = assemble(d);
    w.problem = made ? "" : made.problem().text();
    if (!made)
        return w;
    *made = withStagesOf(std::move(*made), c.assembly);
    // Where the motion ends because a chain is taut, a shorter one only ends a little earlier.
    constexpr double ends = 0.85;
    const double last =
        c.first() + (tautAtEnd(c.linkage, c.motion) < 0 ? 1 : ends) * (c.last() - c.first());
    const Linkage k = linkageOf(*made);
    if (!sameBare(*made, c.assembly) || k.joints.size() != c.linkage.joints.size() ||
        k.loops.size() != c.linkage.loops.size()) {
        w.problem = "drawn lines would divide the paper into other panels.";
        return w;
    }
    Motion moving = c.motion;
    moving.open.assign(moving.blocks.size(), true); // what closes as designed need not any more
    Pose pose;
    for (int n = 0; n <= places && !(cancel && *cancel); ++n) {
        const Pose& near = c.poses[n * (c.poses.size() - 1) / places];
        if (near.opening > last + 1e-9)
            break;
        pose = near;
        closeAll(k, moving, near.opening, pose.angles);
        placeAll(k, moving, pose);
        w.moved = std::max(w.moved, movedFrom(c.assembly, near, *made, pose));
        if (n == 0)
            w.beyond = beyondOf(pose, *made, k.root, d.card);
        w.misfits.resize(pose.misfits.size());
        for (size_t l = 0; l < pose.misfits.size(); ++l)
            w.misfits[l] = std::max(w.misfits[l], pose.misfits[l]);
        for (size_t l = 0; l < pose.misfits.size(); ++l)
            if (pose.misfits[l] > w.misfit) {
                w.misfit = pose.misfits[l];
                w.opening = near.opening;
                w.held = k.loops[l].held;
                w.landing = k.loops[l].landing;
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

// Whose measures can be to blame: of the loops that miss most, all that they run through. Each
// measure is folded by itself, so few are looked at.
std::set<std::string> ownersOfMisfits(const Rounding& r, const Case& c) {
    constexpr size_t most = 8;
    std::vector<size_t> loops(r.misfits.size());
    std::iota(loops.begin(), loops.end(), size_t{0});
    const auto about = [&](size_t l) { return std::lround(r.misfits[l] / noticed); };
    std::stable_sort(loops.begin(), loops.end(),
                     [&](size_t a, size_t b) { return about(a) > about(b); });
    std::set<std::string> out{"card"};
    for (size_t l : loops) {
        if (out.size() > most || r.misfits[l] < noticed)
            break;
        const Loop& loop = c.linkage.loops[l];
        std::vector<int> panels{loop.held, loop.landing};
        for (const LoopHinge& h : loop.hinges)
            panels.insert(panels.end(), {c.linkage.joints[static_cast<size_t>(h.joint)].left,
                                         c.linkage.joints[static_cast<size_t>(h.joint)].right});
        for (int panel : panels)
            out.insert(ownerOf(c.assembly.panels[static_cast<size_t>(panel)].id));
        if (loop.join >= 0)
            out.insert(c.assembly.joins[static_cast<size_t>(loop.join)].id);
    }
    return out;
}

} // namespace

Exact exactOf(const Case& c) {
    auto held = heldBare(c.design);
    return held ? std::make_shared<const Design>(std::move(*held)) : nullptr;
}

Rounding roundedTo(const Case& c, const Ruler& ruler, const std::atomic<bool>* cancel) {
    return roundedTo(c, exactOf(c), ruler, cancel);
}

Rounding roundedTo(const Case& c, const Exact& exact, const Ruler& ruler,
                   const std::atomic<bool>* cancel) {
    Rounding out;
    out.ruler = &ruler;
    out.exact = exact;
    if (!exact || c.poses.empty())
        return out;
    Design& all = out.design = *exact;
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
        ++out.changed;
        m = shown;
    }
    for (const Pose& p : c.poses)
        out.before = std::max(out.before, p.misfit());
    out.misfit = out.before;
    if (out.changed == 0)
        return out;
    const Worst w = worstOf(c, all, cancel);
    out.problem = w.problem;
    if (!out.problem.empty())
        return out;
    out.moved = w.moved;
    out.misfits = w.misfits;
    out.misfit = w.misfit;
    out.opening = w.opening;
    out.held = w.held;
    out.landing = w.landing;
    out.overhang = w.beyond - beyondOf(c.poses.front(), c.assembly, c.linkage.root, c.design.card);
    return out;
}

std::vector<Brought> broughtBy(const Rounding& r, const Evidence& e, const Stop& stop) {
    std::vector<Brought> out;
    if (r.moved <= unmoved || r.binds() || !r.problem.empty() || stop)
        return out;
    auto made = assemble(r.design);
    if (!made)
        return out;
    const Case rounded(r.design, *made, e.c, stop.flag);
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
                out.push_back({std::move(f), had.value_or(0)});
        }
    }
    std::stable_sort(out.begin(), out.end(),
                     [](auto& a, auto& b) { return a.finding.severity > b.finding.severity; });
    return out;
}

std::vector<Rounded> toBlame(const Rounding& r, const Case& c, const Stop& stop) {
    std::vector<Rounded> out;
    if (!r.exact || r.misfit < r.before + noticed)
        return out;
    constexpr int most = 40; // measures that are folded each: of more, none is named
    std::vector<Rounded> changed = changedBy(*r.exact, r);
    const auto mine = [owners = ownersOfMisfits(r, c)](auto& one) {
        return owners.count(one.structure) > 0;
    };
    if (std::count_if(changed.begin(), changed.end(), mine) > most)
        return out;
    for (Rounded& one : changed) {
        if (stop || !mine(one))
            continue;
        one.misfit = worstOf(c, withOne(*r.exact, one), stop.flag).misfit - r.before;
        if (one.misfit > noticed)
            out.push_back(one);
    }
    std::stable_sort(out.begin(), out.end(), [](auto& a, auto& b) { return a.misfit > b.misfit; });
    return out;
}
std::vector<Rounded> toBlame(const Brought& it, const Rounding& r, const Case& c,
                             const Stop& stop) {
    std::vector<Rounded> out;
    if (!r.exact || !r.problem.empty())
        return out;
    const std::optional<double> had = it.before > 0 ? std::optional(it.before) : std::nullopt;
    for (const Rounded& one : changedBy(*r.exact, r)) {
        if (stop || std::none_of(it.finding.parts.begin(), it.finding.parts.end(),
                                 [&](auto& part) { return ownerOf(part) == one.structure; }))
            continue;
        const Design d = withOne(*r.exact, one);
        auto made = assemble(d);
        if (!made || !sameBare(*made, c.assembly))
            continue;
        const Case alone(d, *made, c, stop.flag);
        const Evidence e(alone, stop);
        std::vector<Finding> found;
        for (const Rule& rule : rules())
            if (it.finding.rule == rule.id && !stop)
                rule.run(e, stop, found);
        if (std::any_of(found.begin(), found.end(), [&](const Finding& f) {
                return f.parts == it.finding.parts && f.severity != Severity::Note &&
                       worse(f, had, noticed);
            }))
            out.push_back(one);
    }
    return out;
}

std::string sayNotRounded(const std::vector<Rounded>& careful, const Design& design) {
    std::string names;
    for (size_t i = 0; i < std::min<size_t>(3, careful.size()); ++i) {
        std::string name = careful[i].parameter;
        std::replace(name.begin(), name.end(), '_', ' ');
        names += (i ? ", the " : "the ") + name + " of " + sayOwner(design, careful[i].structure) +
                 " (" + exactText(careful[i].exact, design.units) + ")";
    }
    return names.empty() ? "Mark it from the printed pattern instead of with a ruler."
                         : "Do not round " + names + ": mark it from the printed pattern.";
}

std::string sayRounding(const Rounding& r, const Case& c) {
    if (r.changed == 0 || !r.ruler)
        return {};
    const std::string when =
        "With " + countText(r.changed, "the one measure that lies", "measures that lie") +
        " beside the ruler's marks set to " + std::string(r.ruler->name);
    if (!r.problem.empty())
        return when + ", the design cannot be made: " + r.problem + " " +
               sayNotRounded({}, c.design);
    std::string out = when + ", corners lie up to " + sayAmount(c, r.moved) + " elsewhere";
    if (r.held >= 0 && r.landing >= 0 && r.binds())
        out += ", and the " + sayPanel(c, r.held) + " misses the " + sayPanel(c, r.landing) +
               " by up to " + sayAmount(c, r.misfit) + " (" + sayAmount(c, r.before) +
               " as designed) " + sayOpening(c, r.opening, r.opening);
    else
        out += "; everything still meets where it should";
    out += ".";
    if (r.overhang > 0.05)
        out += " Closed, it sticks out by " + sayAmount(c, r.overhang) + " more.";
    return out;
}

} // namespace hl::proving
