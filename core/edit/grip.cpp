#include "core/edit/grip.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double nudge = 0.01; // mm or degrees
constexpr double least = 0.05; // mm per mm: slower than that is no grip
constexpr double most = 20;    // mm per mm: faster is a jump, as from a tab to a band

Vec2 flat(const Vec3& v) { return {v.x(), v.y()}; }

Measure nudged(const Measure& m, double by) {
    return m.quantity == Quantity::Length  ? Measure::fromMm(m.mm() + by)
           : m.quantity == Quantity::Angle ? Measure::fromDegrees(m.degrees() + by)
                                           : m;
}

} // namespace

std::optional<FlatLine> creaseIn(const Assembly& a, const std::string& crease,
                                 const std::string& part) {
    const int ci = a.crease(crease), pi = a.part(part);
    if (ci < 0 || pi < 0)
        return {};
    const Crease& c = a.creases[ci];
    if (c.part == pi)
        return FlatLine{c.from, c.to};
    for (const Join& g : a.joins)
        if (g.crease == crease && a.panels[g.landing].part == pi)
            return FlatLine{flat(g.place.at(c.from)), flat(g.place.at(c.to))};
    return {};
}

std::optional<Grip> gripOf(const Design& design, const std::string& crease,
                           const std::string& part) {
    const std::string owner = ownerOf(crease);
    const Family* f = familyOf(design, owner);
    auto made = assemble(design);
    if (!f || !made)
        return {};
    auto line = creaseIn(*made, crease, part);
    auto values = measuresOf(design, owner);
    if (!line || !values)
        return {};
    const Vec2 dir = (line->to - line->from).normalized();
    std::optional<Grip> best;
    for (bool lengthwise : {false, true}) {
        const Vec2 way = lengthwise ? dir : rightOf(dir);
        for (const Parameter& p : f->parameters) {
            if ((p.follows && !design.setOf(owner)->count(p.name)) ||
                p.least.quantity == Quantity::Count)
                continue;
            const Measure now = Measure::of(p.least.quantity, values->at(p.name));
            Design d = design;
            (*d.setOf(owner))[p.name] = nudged(now, nudge);
            auto next = assemble(d);
            auto moved = next ? creaseIn(*next, crease, part) : std::nullopt;
            if (!moved)
                continue;
            const Vec2 by = lengthwise
                                ? Vec2(moved->to - line->to)
                                : Vec2((moved->from + moved->to - line->from - line->to) / 2);
            const double rate = by.dot(way) / nudge;
            if (std::fabs(rate) > least && std::fabs(rate) < most &&
                (!best || std::fabs(rate) > std::fabs(best->rate) + 1e-6))
                best = Grip{owner, p.name, now, way, rate};
        }
        if (best)
            break;
    }
    return best;
}

Measure dragged(const Grip& g, const Vec2& moved, const Design& design, bool fine) {
    Measure m = nudged(g.start, moved.dot(g.way) / g.rate);
    if (!fine) {
        const std::int64_t step = m.quantity == Quantity::Angle ? 500'000'000
                                  : design.units == Unit::Inch  ? nmPerInch / 16
                                                                : 500'000;
        m.count = static_cast<std::int64_t>(
                      std::llround(static_cast<double>(m.count) / static_cast<double>(step))) *
                  step;
    }
    const Family* f = familyOf(design, g.structure);
    const Parameter* p = f ? f->parameter(g.parameter) : nullptr;
    if (p)
        m.count = std::clamp(m.count, p->least.count, p->most.count);
    return m;
}

} // namespace hl
