#include "core/prove/rounding.h"
#include "core/fold/closure.h"
#include "core/prove/sensitivity.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr int places = 8;
constexpr double noticed = 0.1; // mm

struct Worst {
    double misfit = 0, opening = 0;
    int loop = -1;
    double reach = 0; // mm of the farthest closed corner from the spine
};

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
    if (!made)
        return w;
    const Linkage k = linkageOf(*made);
    const bool same =
        k.joints.size() == c.linkage.joints.size() && k.loops.size() == c.linkage.loops.size();
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
        if (n == 0)
            w.reach = reachOf(pose, *made, k.root);
        for (size_t l = 0; l < pose.misfits.size(); ++l)
            if (pose.misfits[l] > w.misfit) {
                w.misfit = pose.misfits[l];
                w.opening = near.opening;
                w.loop = static_cast<int>(l);
            }
    }
    return w;
}

std::int64_t nearest(std::int64_t count, std::int64_t step) {
    const std::int64_t half = count < 0 ? -step / 2 : step / 2;
    return (count + half) / step * step;
}

} // namespace

Rounding roundedTo(const Case& c, const Ruler& ruler, const std::atomic<bool>* cancel) {
    Rounding out;
    out.ruler = &ruler;
    auto exact = heldDesign(c.design);
    if (!exact || c.poses.empty())
        return out;
    Design all = *exact;
    std::vector<Rounded> changed;
    std::vector<std::string> ids{"card"};
    for (const StructureSpec& s : all.structures)
        ids.push_back(s.id);
    for (const std::string& id : ids)
        for (auto& [name, m] : *all.setOf(id)) {
            if (m.quantity == Quantity::Count)
                continue;
            const std::int64_t step =
                m.quantity == Quantity::Length ? ruler.step : 500'000'000; // half a degree
            Measure shown = m;
            shown.count = nearest(m.count, step);
            if (shown.count == 0 && m.count != 0)
                shown.count = m.count > 0 ? step : -step; // nobody scores a panel away
            if (shown == m)
                continue;
            changed.push_back({id, name, m, shown, 0});
            m = shown;
        }
    out.changed = static_cast<int>(changed.size());
    for (const Pose& p : c.poses)
        out.before = std::max(out.before, p.misfit());
    out.misfit = out.before;
    if (changed.empty())
        return out;
    const Worst w = worstOf(c, all, cancel);
    out.misfit = w.misfit;
    out.opening = w.opening;
    out.loop = w.loop;
    out.overhang = w.reach - reachOf(c.poses.front(), c.assembly, c.linkage.root);
    if (w.misfit < out.before + noticed || w.loop < 0)
        return out;
    for (Rounded& r : changed) {
        if (cancel && *cancel)
            break;
        Design one = *exact;
        (*one.setOf(r.structure))[r.parameter] = r.shown;
        r.misfit = worstOf(c, one, cancel).misfit - out.before;
        if (r.misfit > noticed)
            out.careful.push_back(r);
    }
    std::stable_sort(out.careful.begin(), out.careful.end(),
                     [](auto& a, auto& b) { return a.misfit > b.misfit; });
    return out;
}

} // namespace hl
