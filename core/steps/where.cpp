#include "core/steps/where.h"
#include "core/assembly/adhesive.h"
#include "core/measure/number.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>

namespace hl::steps {
namespace {

constexpr double parallel = 0.01; // sine of the angle between two lines
constexpr double nothing = 0.05;  // mm

// An edge of a panel by where it is when the part stands upright: "bottom".
const char* edgeWord(const Vec2& outward, const Vec2& up) {
    const double rise = outward.dot(up), aside = rightOf(up).dot(outward);
    if (std::fabs(rise) > std::fabs(aside))
        return rise > 0 ? "top" : "bottom";
    return aside > 0 ? "right" : "left";
}

struct Distance {
    double mm = 1e300;
    std::string from;
};

// The nearest crease of the panel that runs along a line, else, or where it lies right on one, the
// nearest such edge.
Distance beside(const Case& c, int panel, const Vec2& at, const Vec2& along) {
    const Assembly& a = c.assembly;
    Distance out;
    for (size_t k = 0; k < a.creases.size(); ++k) {
        const Crease& crease = a.creases[k];
        if ((crease.left != panel && crease.right != panel) || crease.bend ||
            std::fabs(leftOf(along).dot(crease.dir())) > parallel)
            continue;
        const double d = std::fabs(leftOf(along).dot(crease.from - at));
        if (d < out.mm)
            out = {d, "the " + sayCrease(c, static_cast<int>(k))};
    }
    if (out.mm < nothing)
        return out;
    const bool crease = out.mm < 1e299;
    const Panel& p = a.panels[static_cast<size_t>(panel)];
    const Vec2 up = a.parts[static_cast<size_t>(p.part)].up;
    for (size_t i = 0; i < p.outline.size(); ++i) {
        const Vec2 from = p.outline[i], d = p.outline[(i + 1) % p.outline.size()] - from;
        if (d.norm() < 1 || std::fabs(leftOf(along).dot(d.normalized())) > parallel)
            continue;
        const double by = std::fabs(leftOf(along).dot(from - at));
        if (by < (crease ? nothing : out.mm))
            out = {by, std::string("its ") + edgeWord(rightOf(d.normalized()), up) + " edge"};
    }
    return out;
}

// What of the held panel lies on the join's line: its crease, a fold or an edge of it, or neither.
std::string lineOf(const Case& c, const Join& j, const Vec2& along) {
    if (!j.crease.empty())
        return "its crease";
    const Rigid back = j.place.inverse();
    const Vec2 at = back.at(j.at).head<2>(), way = (back.turn * lift(along)).head<2>();
    const Distance near = beside(c, j.tab, at, way);
    return near.mm > nothing                 ? "its middle"
           : near.from.rfind("its ", 0) == 0 ? near.from
                                             : "its fold";
}

// Of a crease that runs along nothing of its landing both ends: how far beside the nearest upright
// fold or edge, and how far above the bottom.
std::string askew(const Case& c, const Join& j, const Crease& crease) {
    const Panel& under = c.assembly.panels[static_cast<size_t>(j.landing)];
    const Vec2 up = c.assembly.parts[static_cast<size_t>(under.part)].up, level = rightOf(up);
    const Unit unit = c.design.units;
    double bottom = 1e300;
    for (const Vec2& p : under.outline)
        bottom = std::min(bottom, up.dot(p));
    const auto end = [&](const Vec2& flat) {
        const Vec2 p = j.place.at(flat).head<2>();
        Distance aside = beside(c, j.landing, p, up);
        double high = up.dot(p) - bottom;
        std::string from = "the bottom edge";
        if (aside.mm > 1e299) { // no edge of it is upright
            aside = beside(c, j.landing, p, level);
            high = aside.mm;
            from = aside.from;
            return sayLength(high, unit) + " from " + from;
        }
        return (aside.mm < nothing ? "right on " + aside.from
                                   : sayLength(aside.mm, unit) + " from " + aside.from) +
               " and " + (high < nothing ? "at " + from : sayLength(high, unit) + " above " + from);
    };
    return "its crease begins " + end(crease.from) + ", and ends " + end(crease.to);
}

} // namespace

std::string whereText(const Case& c, const Join& j) {
    const Assembly& a = c.assembly;
    const Panel &held = a.panels[static_cast<size_t>(j.tab)],
                &under = a.panels[static_cast<size_t>(j.landing)];
    const Unit unit = c.design.units;
    const Vec2 along = j.along.norm() > 0.5 ? Vec2(j.along.normalized()) : Vec2(1, 0);
    const Distance away = beside(c, j.landing, j.at, along);
    if (const int crease = a.crease(j.crease); crease >= 0 && away.mm > 1e299) // it runs askew
        return askew(c, j, a.creases[static_cast<size_t>(crease)]);
    std::string out;
    const std::string its = lineOf(c, j, along);
    if (away.mm < nothing)
        out = its + " right on " + away.from;
    else if (away.mm < 1e299)
        out = its + " " + sayLength(away.mm, unit) + " from " + away.from;
    // From the nearer end of the panel to the nearer end of what is held.
    double low = 1e300, high = -1e300;
    for (const Vec2& p : held.outline) {
        const double s = along.dot(j.place.at(p).head<2>());
        low = std::min(low, s);
        high = std::max(high, s);
    }
    if (const int crease = a.crease(j.crease); crease >= 0) {
        const Crease& k = a.creases[static_cast<size_t>(crease)];
        const double s = along.dot(j.place.at(k.from).head<2>()),
                     t = along.dot(j.place.at(k.to).head<2>());
        low = std::min(s, t);
        high = std::max(s, t);
    }
    double first = 1e300, last = -1e300;
    for (const Vec2& p : under.outline) {
        first = std::min(first, along.dot(p));
        last = std::max(last, along.dot(p));
    }
    const Vec2 up = a.parts[static_cast<size_t>(under.part)].up;
    const bool near = low - first <= last - high;
    const double by = near ? low - first : last - high;
    const std::string edge = edgeWord(near ? Vec2(-along) : along, up);
    if (by >= -nothing)
        out += (out.empty() ? "" : ", ") + std::string("its end ") +
               (by < nothing ? "at the " : sayLength(by, unit) + " from the ") + edge + " edge";
    return out;
}

std::string marginsText(const Case& c, const Join& j) {
    const Assembly& a = c.assembly;
    const Panel &held = a.panels[static_cast<size_t>(j.tab)],
                &under = a.panels[static_cast<size_t>(j.landing)];
    const Vec2 up = a.parts[static_cast<size_t>(under.part)].up, aside = rightOf(up);
    const auto extent = [](const Ring& ring, const Vec2& way, const Rigid* place) {
        std::pair<double, double> out{1e300, -1e300};
        for (const Vec2& p : ring) {
            const double s = way.dot(place ? Vec2(place->at(p).head<2>()) : p);
            out = {std::min(out.first, s), std::max(out.second, s)};
        }
        return out;
    };
    const auto [l, r] = extent(held.outline, aside, &j.place);
    const auto [b, t] = extent(held.outline, up, &j.place);
    const auto [left, right] = extent(under.outline, aside, nullptr);
    const auto [bottom, top] = extent(under.outline, up, nullptr);
    const double borders[] = {l - left, right - r, b - bottom, top - t};
    const auto [least, most] = std::minmax_element(std::begin(borders), std::end(borders));
    const Unit unit = c.design.units;
    if (*most - *least < 0.1 && *least >= -nothing)
        return *most < nothing ? "flush with its edges"
                               : "an even border of " + sayLength(*most, unit) + " all round";
    // From behind, left and right change places.
    const bool face = j.ontoFace();
    const auto side = [&](double by, const char* edge) {
        return by < -nothing  ? sayLength(-by, unit) + " beyond its " + edge + " edge"
               : by < nothing ? std::string("flush with its ") + edge + " edge"
                              : sayLength(by, unit) + " from its " + edge + " edge";
    };
    return side(face ? borders[0] : borders[1], "left") + " and " + side(borders[2], "bottom");
}

std::string zoneText(const Case& c, const Join& j) {
    const double part = heldPart(c.assembly, j);
    if (j.adhesive.empty() || part > 0.99)
        return "all of the " + sayPanel(c, j.tab);
    if (j.adhesive.size() == 2) {     // with a channel between
        std::pair<Vec2, Vec2> box[2]; // low and high corner
        for (size_t i = 0; i < 2; ++i) {
            box[i] = {j.adhesive[i].front(), j.adhesive[i].front()};
            for (const Vec2& p : j.adhesive[i])
                box[i] = {box[i].first.cwiseMin(p), box[i].second.cwiseMax(p)};
        }
        for (int axis : {0, 1}) {
            const double gap = std::max(box[0].first[axis] - box[1].second[axis],
                                        box[1].first[axis] - box[0].second[axis]);
            if (gap > 1)
                return std::string("two strips ") +
                       (axis == 0 ? "side by side" : "one above the other") + ", " +
                       sayLength(gap, c.design.units) + " apart, on the " + sayPanel(c, j.tab);
        }
    }
    return "only where it is hatched, " + numberText(100 * part, 0) + " percent of the " +
           sayPanel(c, j.tab);
}

} // namespace hl::steps
