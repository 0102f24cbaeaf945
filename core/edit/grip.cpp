#include "core/edit/grip.h"
#include "core/edit/edit.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double nudge = 0.01; // mm or degrees
constexpr double least = 0.05; // mm per mm: slower than that is no grip

Vec2 flat(const Vec3& v) { return {v.x(), v.y()}; }

Measure nudged(const Measure& m, double by) {
    return m.quantity == Quantity::Length ? Measure::fromMm(m.mm() + by)
                                          : Measure::fromDegrees(m.degrees() + by);
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
    const StructureSpec* s = design.structure(ownerOf(crease));
    auto made = assemble(design);
    if (!s || !made)
        return {};
    auto line = creaseIn(*made, crease, part);
    auto values = measuresOf(design, s->id);
    if (!line || !values)
        return {};
    const Vec2 dir = (line->to - line->from).normalized();
    std::optional<Grip> best;
    for (bool lengthwise : {false, true}) {
        const Vec2 way = lengthwise ? dir : rightOf(dir);
        for (const Parameter& p : family(s->kind)->parameters) {
            if (p.follows && !s->set.count(p.name))
                continue;
            const double v = values->at(p.name);
            const Measure now = p.fallback.quantity == Quantity::Length
                                    ? Measure::fromMm(v)
                                    : Measure::fromDegrees(v * 180 / pi);
            Design d = design;
            d.structure(s->id)->set[p.name] = nudged(now, nudge);
            auto next = assemble(d);
            auto moved = next ? creaseIn(*next, crease, part) : std::nullopt;
            if (!moved)
                continue;
            const Vec2 by = lengthwise
                                ? Vec2(moved->to - line->to)
                                : Vec2((moved->from + moved->to - line->from - line->to) / 2);
            const double rate = by.dot(way) / nudge;
            if (std::fabs(rate) > least &&
                (!best || std::fabs(rate) > std::fabs(best->rate) + 1e-6))
                best = Grip{s->id, p.name, now, way, rate};
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
    const StructureSpec* s = design.structure(g.structure);
    const Parameter* p = s ? family(s->kind)->parameter(g.parameter) : nullptr;
    if (p)
        m.count = std::clamp(m.count, p->least.count, p->most.count);
    return m;
}

} // namespace hl
