#include "core/assembly/adhesive.h"
#include <algorithm>

namespace hl::assembly {

std::vector<Ring> ringsOf(const Zone& zone, const Ring& outline) {
    Vec2 low = outline.front(), high = low;
    for (const Vec2& p : outline) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    std::vector<Ring> boxes;
    auto box = [&](double x0, double y0, double x1, double y1) {
        if (x1 - x0 > 1e-6 && y1 - y0 > 1e-6)
            boxes.push_back({{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}});
    };
    const double size = zone.size.mm(), w = high.x() - low.x(), h = high.y() - low.y();
    // A stretch next to one edge, as deep as `by` of the panel's extent across it.
    auto beside = [&](Zone::Edge edge, double depth) {
        switch (edge) {
        case Zone::Left:
            return box(low.x(), low.y(), low.x() + std::min(depth, w), high.y());
        case Zone::Right:
            return box(high.x() - std::min(depth, w), low.y(), high.x(), high.y());
        case Zone::Top:
            return box(low.x(), high.y() - std::min(depth, h), high.x(), high.y());
        case Zone::Bottom:
            return box(low.x(), low.y(), high.x(), low.y() + std::min(depth, h));
        }
    };
    const bool sideways = zone.edge == Zone::Left || zone.edge == Zone::Right;
    const double extent = sideways ? w : h;
    switch (zone.kind) {
    case Zone::Whole:
        return {outline};
    case Zone::Band:
        beside(zone.edge, size);
        break;
    case Zone::Third:
        beside(zone.edge, extent / 3);
        break;
    case Zone::Half:
        beside(zone.edge, extent / 2);
        break;
    case Zone::Clear: {
        constexpr Zone::Edge opposite[] = {Zone::Right, Zone::Left, Zone::Bottom, Zone::Top};
        beside(opposite[zone.edge], std::max(0.0, extent - size));
        break;
    }
    case Zone::Margin: {
        const double m = std::min({size, w / 2, h / 2});
        box(low.x(), low.y(), low.x() + m, high.y());
        box(high.x() - m, low.y(), high.x(), high.y());
        box(low.x() + m, low.y(), high.x() - m, low.y() + m);
        box(low.x() + m, high.y() - m, high.x() - m, high.y());
        break;
    }
    case Zone::Spots: {
        const double s = std::min({size, w / 2, h / 2});
        for (double x : {low.x(), high.x() - s})
            for (double y : {low.y(), high.y() - s})
                box(x, y, x + s, y + s);
        break;
    }
    }
    std::vector<Ring> out;
    for (const Ring& b : boxes) {
        Ring shared = common(outline, b);
        if (shared.size() >= 3 && areaOf(shared) > 1e-3)
            out.push_back(std::move(shared));
    }
    return out;
}

std::vector<Ring> ringsOf(const Paper& paper) {
    return paper.apertures.empty() ? std::vector<Ring>{paper.outline}
                                   : convexPieces(paper.outline, paper.apertures);
}

Trouble fits(const Zone& zone, const Ring& outline, Unit unit) {
    Vec2 low = outline.front(), high = low;
    for (const Vec2& p : outline) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    const Vec2 size = high - low;
    const bool sideways = zone.edge == Zone::Left || zone.edge == Zone::Right;
    const double room =
        zone.kind == Zone::Band || zone.kind == Zone::Clear     ? (sideways ? size.x() : size.y())
        : zone.kind == Zone::Margin || zone.kind == Zone::Spots ? size.minCoeff() / 2
                                                                : 1e300;
    if (zone.size.mm() <= room + 1e-9)
        return {};
    return Problem{"zone",
                   exactText(zone.size, unit) + " is more than the panel has room for, " +
                       sayLength(room, unit),
                   "make it narrower"};
}

double heldPart(const Assembly& a, const Join& j) {
    const Panel& held = a.panels[static_cast<size_t>(j.tab)];
    double all = areaOf(held.outline), sticky = 0;
    for (const Ring& hole : held.apertures)
        all += areaOf(hole);
    for (const Ring& ring : adhesiveOf(a, j))
        sticky += std::fabs(areaOf(ring));
    return all > 0 ? std::min(1.0, sticky / all) : 0;
}

} // namespace hl::assembly
