#include "core/edit/grip.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>

namespace hl::edit {
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

constexpr std::int64_t leastPanel = 1'000'000; // nm

// The line that a thing is told by; null where it is not.
SayLine* lineOf(Design& d, const std::string& owner) {
    SayLine* line = nullptr;
    if (owner == "card")
        line = formOf(d).row ? &d.card.say : nullptr;
    else if (StructureSpec* s = d.structure(owner))
        line = s->count == 1 ? &s->say : nullptr;
    else if (FreePart* p = d.part(owner))
        line = &p->say;
    return line && line->panels.size() > 1 ? line : nullptr;
}

// A score's place from the start of its line.
std::int64_t placeOf(const SayLine& line, int score) {
    std::int64_t sum = 0;
    for (int i = 0; i <= score; ++i)
        sum += line.panels[static_cast<size_t>(i)].count;
    return sum;
}

void moveScore(SayLine& line, int score, std::int64_t by) {
    line.panels[static_cast<size_t>(score)].count += by;
    line.panels[static_cast<size_t>(score) + 1].count -= by;
}

// The score that moves a crease across itself as far as it goes itself.
std::optional<Grip> scoreGrip(const Design& design, const std::string& owner,
                              const std::string& crease, const std::string& part,
                              const FlatLine& line) {
    Design d = design;
    const SayLine* told = lineOf(d, owner);
    if (!told)
        return {};
    const Vec2 way = rightOf((line.to - line.from).normalized());
    std::optional<Grip> best;
    for (int i = 0; i + 1 < static_cast<int>(told->panels.size()); ++i) {
        Design next = design;
        moveScore(*lineOf(next, owner), i, static_cast<std::int64_t>(nudge * 1e6));
        auto made = assemble(next);
        auto moved = made ? creaseIn(*made, crease, part) : std::nullopt;
        if (!moved)
            continue;
        const double rate =
            Vec2((moved->from + moved->to - line.from - line.to) / 2).dot(way) / nudge;
        if (std::fabs(rate) > 0.5 && (!best || std::fabs(rate) > std::fabs(best->rate) + 1e-6))
            best = Grip{owner, "score " + numberText(i + 1),
                        i,     Measure{Quantity::Length, placeOf(*told, i)},
                        way,   rate};
    }
    return best;
}

} // namespace

void setGrip(Design& d, const Grip& g, const Measure& m) {
    if (g.score < 0)
        (*d.setOf(g.structure))[g.parameter] = m;
    else if (SayLine* line = lineOf(d, g.structure))
        moveScore(*line, g.score, m.count - placeOf(*line, g.score));
}

std::optional<Measure> gripIn(const Design& design, const Grip& g) {
    Design d = design;
    if (g.score >= 0) {
        const SayLine* line = lineOf(d, g.structure);
        return line ? std::optional(Measure{Quantity::Length, placeOf(*line, g.score)})
                    : std::nullopt;
    }
    const auto* set = d.setOf(g.structure);
    const auto it = set ? set->find(g.parameter) : decltype(set->end()){};
    return set && it != set->end() ? std::optional(it->second) : std::nullopt;
}

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
    auto line = made ? creaseIn(*made, crease, part) : std::nullopt;
    if (!line)
        return {};
    if (auto score = scoreGrip(design, owner, crease, part, *line))
        return score;
    if (!f)
        return {};
    const auto values = measuresOf(design, owner);
    if (!values)
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
                best = Grip{owner, p.name, -1, now, way, rate};
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
    if (g.score >= 0) {
        // Both panels stay.
        Design d = design;
        const SayLine* line = lineOf(d, g.structure);
        if (!line)
            return g.start;
        const auto i = static_cast<size_t>(g.score);
        const std::int64_t now = placeOf(*line, g.score);
        m.count = std::clamp(m.count, now - line->panels[i].count + leastPanel,
                             now + line->panels[i + 1].count - leastPanel);
        return m;
    }
    const Family* f = familyOf(design, g.structure);
    const Parameter* p = f ? f->parameter(g.parameter) : nullptr;
    if (p)
        m.count = std::clamp(m.count, p->least.count, p->most.count);
    return m;
}

} // namespace hl::edit
