#include "core/edit/laid.h"
#include "core/assemble/assemble.h"
#include "core/assembly/print_place.h"
#include "core/edit/groups.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>

namespace hl::edit {
namespace {

constexpr double turnsBy = 15 * pi / 180, turnsWithin = 4 * pi / 180;
constexpr double leastSide = 2; // mm

// Half of what it takes up across and along.
Vec2 halfOf(const Laid& l) {
    const double c = std::fabs(std::cos(l.turn)), s = std::fabs(std::sin(l.turn));
    return {(l.width * c + l.height * s) / 2, (l.width * s + l.height * c) / 2};
}

// Other things on the same panel, as stretches along one axis.
struct Others {
    std::vector<std::pair<double, double>> stretches; // from, to
    std::vector<double> middles;
};

Others othersOn(const Case& c, const Laid& l, int axis) {
    Others out;
    const GroupSpec* own = c.design.group(l.structure);
    for (const StructureSpec& s : c.design.structures) {
        if (s.id == l.structure || (own && own == c.design.groupWith(s.id)))
            continue;
        const auto other = laidOf(c, s.id);
        if (!other || other->pattern || other->host != l.host)
            continue;
        const double at = axis ? other->along : other->across, half = halfOf(*other)[axis];
        out.stretches.emplace_back(at - half, at + half);
        out.middles.push_back(at);
    }
    return out;
}

// Draws a place to the nearest thing it can be even with.
struct Drawn {
    double at;
    const char* why;
};
std::optional<Drawn> drawnTo(const Case& c, const Laid& l, int axis, double at, double reach) {
    const double room = l.size[axis], half = halfOf(l)[axis];
    std::vector<Drawn> offers{{room / 2, "middle"}, {half, "edge"}, {room - half, "edge"}};
    const Others others = othersOn(c, l, axis);
    for (double m : others.middles)
        offers.push_back({m, "middle"});
    for (auto& [from, to] : others.stretches) {
        offers.push_back({from + half, "edge"});
        offers.push_back({to - half, "edge"});
        // As far from it as it is from the panel's edge, or from the next one on its other side.
        for (auto& [a, b] : others.stretches) {
            if (a > to) { // another one after it: between the two, or beyond
                offers.push_back({(to + a) / 2, "gap"});
                offers.push_back({b + (a - to) + half, "gap"});
                offers.push_back({from - (a - to) - half, "gap"});
            }
        }
        offers.push_back({to + from + half, "gap"});
        offers.push_back({from - (room - to) - half, "gap"});
        offers.push_back({(to + room) / 2, "gap"});
        offers.push_back({from / 2, "gap"});
    }
    const auto best = std::min_element(offers.begin(), offers.end(), [&](auto& a, auto& b) {
        return std::fabs(a.at - at) < std::fabs(b.at - at) - 1e-9;
    });
    if (std::fabs(best->at - at) > reach)
        return {};
    return *best;
}

double ruled(double v, Unit unit) {
    const double step = unit == Unit::Inch ? 25.4 / 16 : 0.5;
    return std::round(v / step) * step;
}

// A pattern goes by the ruler's steps, and home to the middle.
Dragged shift(const Case& c, const Laid& start, const Vec2& by, double reach, bool fine) {
    Dragged out;
    const double wanted[2] = {start.across + by.dot(start.right), start.along + by.dot(start.up)};
    for (int axis = 0; axis < 2; ++axis) {
        const double at = fine                               ? wanted[axis]
                          : std::fabs(wanted[axis]) <= reach ? 0
                                                             : ruled(wanted[axis], c.design.units);
        out.set[axis ? "shift_up" : "shift_right"] = Measure::fromMm(at);
    }
    return out;
}

Dragged place(const Case& c, const Laid& start, const Vec2& by, double reach, bool fine) {
    if (start.pattern)
        return shift(c, start, by, reach, fine);
    Dragged out;
    const Vec2 wanted(start.across + by.dot(start.right), start.along + by.dot(start.up));
    for (int axis = 0; axis < 2; ++axis) {
        double at = wanted[axis];
        if (!fine) {
            const auto drawn = drawnTo(c, start, axis, at, reach);
            at = drawn ? drawn->at : ruled(at, c.design.units);
            if (drawn) {
                const Vec2 way = axis ? start.right : start.up, off = axis ? start.up : start.right;
                const Vec2 from = start.origin + at * off;
                out.guides.push_back({from, from + start.size[1 - axis] * way, drawn->why});
            }
        }
        out.set[axis ? "along" : "across"] = Measure::fromMm(at);
    }
    return out;
}

// Its middle stays.
Dragged size(const Case& c, const Laid& start, const Vec2& to, double reach, bool fine) {
    Dragged out;
    const Vec2 off = to - start.middle();
    double sides[2] = {2 * std::fabs(off.dot(start.way())),
                       2 * std::fabs(off.dot(leftOf(start.way())))};
    const double own[2] = {start.width, start.height};
    if (!start.sized) { // words and groups keep their shape
        const double grows = std::max(0.1, off.norm() / (Vec2(own[0], own[1]) / 2).norm());
        const auto* values = c.assembly.measuresOf(start.structure);
        const double height = values ? values->at("height") : own[1];
        const double wanted = std::max(leastSide, height * grows);
        out.set["height"] = Measure::fromMm(fine ? wanted : ruled(wanted, c.design.units));
        return out;
    }
    for (int axis = 0; axis < 2; ++axis) {
        double side = std::max(leastSide, sides[axis]);
        if (!fine)
            side = std::fabs(side - sides[1 - axis]) < reach && axis == 1
                       ? out.set["width"].mm() // as wide as high
                       : std::max(leastSide, ruled(side, c.design.units));
        out.set[axis ? "height" : "width"] = Measure::fromMm(side);
    }
    return out;
}

Dragged turn(const Laid& start, const Vec2& from, const Vec2& to, bool fine) {
    const Vec2 a = from - start.middle(), b = to - start.middle();
    double now = start.turn + start.turned + std::atan2(leftOf(a).dot(b), a.dot(b));
    now = std::remainder(now, 2 * pi);
    const double even = std::round(now / turnsBy) * turnsBy;
    if (!fine)
        now = std::fabs(even - now) < turnsWithin ? even : std::round(now * 180 / pi) * pi / 180;
    Dragged out;
    if (start.behind)
        now = -now;
    out.set["turn"] = Measure::fromDegrees(std::round(now * 180 / pi * 1e6) / 1e6);
    return out;
}

} // namespace

Vec2 Laid::way() const { return std::cos(turn) * right + std::sin(turn) * up; }

Vec2 Laid::corner(int i) const {
    const double x = i == 0 || i == 3 ? -width / 2 : width / 2,
                 y = i < 2 ? -height / 2 : height / 2;
    return middle() + x * way() + y * leftOf(way());
}

Vec2 Laid::knob(double beyond) const { return middle() + (height / 2 + beyond) * leftOf(way()); }

namespace {

// The tile in the middle of a mat, if its paper is printed.
std::optional<Laid> patternOf(const Case& c, const std::string& id,
                              const std::vector<Vec2>* upright) {
    const int part = c.assembly.part(id);
    if (part < 0)
        return {};
    // Looked at whenever the card is painted: what the mat does not say is nought.
    const auto& set = c.design.structure(id)->set;
    const auto said = [&](const char* name) {
        const auto it = set.find(name);
        return it == set.end() ? 0.0 : it->second.inside();
    };
    const Part& own = c.assembly.parts[static_cast<size_t>(part)];
    const Print print = printOf(c.design, stockOf(c.design, own));
    if (print.plain() || print.width <= 0)
        return {};
    const PrintPlace at = printPlace(c.design, c.assembly, part, print, upright);
    Laid out;
    out.structure = id;
    out.host = own.panels.front();
    out.pattern = true;
    out.right = at.right;
    out.up = at.up;
    out.across = said("shift_right");
    out.along = said("shift_up");
    out.origin = (at.middle.x() - out.across) * at.right + (at.middle.y() - out.along) * at.up;
    out.turned = said("turn");
    // As large as a tile, but not larger than what is seen of it.
    Vec2 low(1e300, 1e300), high(-1e300, -1e300);
    for (const Vec2& p : c.assembly.panels[static_cast<size_t>(out.host)].outline) {
        low = low.cwiseMin(Vec2(at.right.dot(p), at.up.dot(p)));
        high = high.cwiseMax(Vec2(at.right.dot(p), at.up.dot(p)));
    }
    out.width = out.size.x() = std::min(print.width, high.x() - low.x());
    out.height = out.size.y() = std::min(print.height, high.y() - low.y());
    // The tile whose middle is nearest to the mat's own, and still on it.
    for (int axis = 0; axis < 2; ++axis) {
        const double step = axis ? print.height : print.width,
                     middle = (low[axis] + high[axis]) / 2;
        double there = at.middle[axis] + std::round((middle - at.middle[axis]) / step) * step;
        there = std::clamp(there, low[axis], high[axis]);
        out.origin += (there - at.middle[axis]) * (axis ? at.up : at.right);
    }
    return out;
}

} // namespace

std::optional<Laid> laidOf(const Case& c, const std::string& id, const std::vector<Vec2>* upright) {
    if (const GroupSpec* g = c.design.group(id))
        return laidAsOne(c, *g);
    const StructureSpec* s = c.design.structure(id);
    if (s && familyOf(*s).covers)
        return patternOf(c, id, upright);
    if (!s || familyOf(*s).laid == Family::Laid::No)
        return {};
    const int host = c.assembly.panel(s->on);
    const auto* values = c.assembly.measuresOf(id);
    if (host < 0 || !values)
        return {};
    const Host h = hostOnPanel(c.assembly, host);
    Laid out;
    out.structure = id;
    out.host = host;
    out.origin = h.left.origin;
    out.right = h.left.along;
    out.up = h.left.inward;
    out.size = {h.length, h.left.room};
    out.across = values->at("across");
    out.along = values->at("along");
    out.behind = familyOf(*s).figure && values->at("side") > 0.5;
    out.turn = out.behind ? -values->at("turn") : values->at("turn");
    out.sized = familyOf(*s).laid == Family::Laid::Sized;
    if (out.sized) {
        out.width = values->at("width");
        out.height = values->at("height");
        return out;
    }
    // Words are as large as what is there of them.
    Vec2 low(1e300, 1e300), high(-1e300, -1e300);
    for (const Join& j : c.assembly.joins) {
        const Panel& p = c.assembly.panels[static_cast<size_t>(j.tab)];
        if (j.landing != host || ownerOf(p.id) != id)
            continue;
        for (const Vec2& q : p.outline) {
            const Vec2 off = j.place.at(q).head<2>() - out.middle();
            const Vec2 local(off.dot(out.way()), off.dot(leftOf(out.way())));
            low = low.cwiseMin(local);
            high = high.cwiseMax(local);
        }
    }
    if (low.x() > high.x()) // cut out: nothing of them is paper
        return {};
    out.width = high.x() - low.x();
    out.height = high.y() - low.y();
    return out;
}

Dragged dragLaid(const Case& c, const Laid& start, Hold hold, const Vec2& from, const Vec2& to,
                 double reach, bool fine) {
    switch (hold) {
    case Hold::Corner:
        if (start.pattern) // a tile is as large as its paper says
            break;
        return size(c, start, to, reach, fine);
    case Hold::Knob:
        return turn(start, from, to, fine);
    case Hold::Middle:
        break;
    }
    return place(c, start, to - from, reach, fine);
}

} // namespace hl::edit
