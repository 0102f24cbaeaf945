#include "core/edit/zone_grip.h"
#include <algorithm>
#include <cmath>

namespace hl::edit {
namespace {

const Zone* zoneOf(const Design& d, const std::string& join) {
    if (const JoinSpec* j = d.join(join))
        return &j->zone;
    for (const ZoneSpec& z : d.zones)
        if (z.tab == join)
            return &z.zone;
    return nullptr;
}

// The edges from which a zone of that kind is measured inward.
std::vector<Zone::Edge> edgesOf(const Zone& z) {
    switch (z.kind) {
    case Zone::Band:
    case Zone::Clear:
        return {z.edge};
    case Zone::Margin:
        return {Zone::Left, Zone::Right, Zone::Top, Zone::Bottom};
    case Zone::Whole:
    case Zone::Third:
    case Zone::Half:
    case Zone::Spots:
        break;
    }
    return {};
}

Vec2 inwardFrom(Zone::Edge e) {
    switch (e) {
    case Zone::Left:
        return {1, 0};
    case Zone::Right:
        return {-1, 0};
    case Zone::Top:
        return {0, -1};
    case Zone::Bottom:
        break;
    }
    return {0, 1};
}

} // namespace

std::optional<ZoneGrip> zoneGripAt(const Design& design, const Assembly& a, const std::string& part,
                                   const Vec2& at, double reach) {
    const int number = a.part(part);
    std::optional<ZoneGrip> best;
    for (const Join& j : a.joins) {
        const Panel& held = a.panels[static_cast<size_t>(j.tab)];
        const Zone* zone = held.part == number ? zoneOf(design, j.id) : nullptr;
        if (!zone)
            continue;
        Vec2 low = held.outline.front(), high = low;
        for (const Vec2& p : held.outline) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
        if (((at - low).array() < -reach).any() || ((high - at).array() < -reach).any())
            continue;
        for (Zone::Edge e : edgesOf(*zone)) {
            const Vec2 way = inwardFrom(e);
            const Vec2 edge = way.sum() > 0 ? low : high;
            const double off = std::fabs((at - edge).dot(way) - zone->size.mm());
            if (off <= reach) {
                reach = off;
                const double extent = std::fabs((high - low).dot(way));
                best = ZoneGrip{j.id, *zone, way, zone->kind == Zone::Margin ? extent / 2 : extent};
            }
        }
    }
    return best;
}

Zone draggedZone(const ZoneGrip& g, const Vec2& moved, const Design& design, bool fine) {
    const std::int64_t step = design.units == Unit::Inch ? nmPerInch / 16 : 500'000;
    Measure size = Measure::fromMm(g.zone.size.mm() + moved.dot(g.way));
    if (!fine)
        size.count = (size.count + (size.count < 0 ? -step : step) / 2) / step * step;
    Zone out = g.zone;
    out.size = size;
    out.size.count = std::clamp(size.count, step, std::max(step, Measure::fromMm(g.most).count));
    return out;
}

void setZone(Design& design, const std::string& join, const Zone& zone) {
    if (JoinSpec* j = design.join(join))
        j->zone = zone;
    for (ZoneSpec& z : design.zones)
        if (z.tab == join)
            z.zone = zone;
}

} // namespace hl::edit
