#include "core/edit/handle.h"
#include "core/assemble/assemble.h"
#include "core/structures/family.h"

namespace hl::edit {
namespace {

constexpr double handleNudge = 0.05; // mm or degrees
constexpr double slowest = 0.1;      // mm per mm: slower than that is no handle

} // namespace

Vec3 handlePoint(const Case& folded, const Pose& pose, const std::string& id) {
    const Assembly& a = folded.assembly;
    if (const int c = a.crease(id); c >= 0) {
        const Crease& k = a.creases[c];
        return pose.panels[k.left].at((k.from + k.to) / 2);
    }
    const int p = a.panel(id);
    if (p < 0)
        return Vec3::Zero();
    Vec2 middle(0, 0);
    for (const Vec2& q : a.panels[p].outline)
        middle += q / static_cast<double>(a.panels[p].outline.size());
    return pose.panels[p].at(middle);
}

std::vector<Handle> handlesOf(const Case& folded, const std::string& id, double opening,
                              const std::string& only) {
    const std::string owner = ownerOf(id);
    const Design& design = folded.design;
    const Family* f = familyOf(design, owner);
    const auto* values = folded.assembly.measuresOf(owner);
    std::vector<Handle> out;
    if (!f || !values)
        return out;
    const Vec3 here = handlePoint(folded, poseAt(folded.linkage, folded.motion, opening), id);
    for (const Parameter& p : f->parameters) {
        const bool set = design.setOf(owner)->count(p.name) > 0;
        if (p.least.quantity == Quantity::Count || (!only.empty() && p.name != only) ||
            (only.empty() && p.follows && !set))
            continue;
        const Measure start = Measure::of(p.least.quantity, values->at(p.name));
        Design d = design;
        Measure& m = (*d.setOf(owner))[p.name];
        m = start;
        m.count += p.least.quantity == Quantity::Length ? Measure::fromMm(handleNudge).count
                                                        : Measure::fromDegrees(handleNudge).count;
        auto made = assemble(d);
        if (!made)
            continue;
        const Case next(d, *made);
        if (opening > next.last())
            continue;
        const Vec3 there = handlePoint(next, poseAt(next.linkage, next.motion, opening), id);
        const Vec3 rate = (there - here) / handleNudge;
        if (rate.norm() > slowest && rate.norm() < 100)
            out.push_back({owner, p.name, start, rate});
    }
    return out;
}

} // namespace hl::edit
