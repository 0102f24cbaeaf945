// Aperture: an area taken out of a panel of any structure. It may reach over a fold into the next
// panel of the same sheet, which then does not fold there, and past an edge, which then runs round
// it.
#include "core/assembly/builder.h"
#include "core/structures/layers/shape.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

constexpr double leastFold = 2; // mm of a fold that have to be left

Values completeAperture(Values v, const Host& host) {
    v.try_emplace("shape", 0);
    v.try_emplace("width", std::min(25.4, 0.4 * host.length));
    v.try_emplace("height", static_cast<CutShape>(std::lround(v["shape"])) == CutShape::Circle
                                ? v["width"]
                                : std::min(25.4, 0.4 * host.left.room));
    v.try_emplace("corners", 6);
    v.try_emplace("across", host.length / 2);
    v.try_emplace("along", host.left.room / 2);
    v.try_emplace("turn", 0);
    return v;
}

// The stretches of a crease that lie within a ring or along its edge, in mm from its start.
std::vector<std::pair<double, double>> within(const Crease& c, const Ring& ring) {
    constexpr double on = 1e-6; // mm
    const Vec2 dir = c.dir(), off = leftOf(dir);
    std::vector<double> at{0, c.length()};
    const auto meets = [&](const Vec2& p) {
        if (const double t = dir.dot(p - c.from); t > 0 && t < c.length())
            at.push_back(t);
    };
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 &p = ring[i], &q = ring[(i + 1) % ring.size()];
        const double a = off.dot(p - c.from), b = off.dot(q - c.from);
        if (std::fabs(a) < on)
            meets(p);
        else if (std::fabs(b) >= on && (a > 0) != (b > 0))
            meets(p + (q - p) * (a / (a - b)));
    }
    std::sort(at.begin(), at.end());
    std::vector<std::pair<double, double>> out;
    for (size_t i = 0; i + 1 < at.size(); ++i)
        if (at[i + 1] - at[i] > on &&
            offPaper(ring, {}, c.from + (at[i] + at[i + 1]) / 2 * dir) < on)
            out.emplace_back(at[i], at[i + 1]);
    return out;
}

double folded(const Crease& c) {
    double sum = c.length();
    for (const auto& [a, b] : c.gaps)
        sum -= b - a;
    return sum;
}

Trouble buildAperture(const StructureSpec& spec, const Values& v, const Host& host,
                      AssemblyBuilder& out) {
    const Ring shape = shapeOf(static_cast<CutShape>(std::lround(v.at("shape"))), v.at("width"),
                               v.at("height"), static_cast<int>(v.at("corners")), spec.outline);
    if (areaOf(shape) < 1)
        return Problem{"structure " + spec.id + ", outline", "the shape has no area",
                       "give it three or more corners in order"};
    const Turn turn = exactTurn(v.at("turn"));
    const Vec2 middle =
        host.left.origin + v.at("across") * host.left.along + v.at("along") * host.left.inward;
    const Vec2 right = turn.cos * host.left.along + turn.sin * host.left.inward,
               up = -turn.sin * host.left.along + turn.cos * host.left.inward;
    Ring ring;
    for (const Vec2& p : shape)
        ring.push_back(middle + p.x() * right + p.y() * up);
    if (areaOf(ring) < 0)
        std::reverse(ring.begin(), ring.end());
    const std::string place = "structure " + spec.id;
    const Assembly& a = out.made();
    const Part& sheet =
        a.parts[static_cast<size_t>(a.panels[static_cast<size_t>(host.left.panel)].part)];
    const auto cut = [&](int panel) {
        const Panel& p = a.panels[static_cast<size_t>(panel)];
        return sharedArea(ring, p.outline, p.apertures) > 1e-3;
    };
    if (!cut(host.left.panel))
        return Problem{place + ", measure across",
                       "it lies beside its panel, which is " + inUnit(host, host.length) + " by " +
                           inUnit(host, host.left.room),
                       "move it onto the panel"};
    // Panels lie side by side in their sheet: what it reaches over is cut as well.
    const std::vector<int> panels = sheet.panels, creases = sheet.creases;
    for (int k : creases) {
        const Crease& c = a.creases[static_cast<size_t>(k)];
        if (!cut(c.left) && !cut(c.right))
            continue;
        const double before = folded(c);
        for (const auto& [from, to] : within(c, ring))
            out.leaveUnfolded(k, from, to);
        if (folded(c) < std::min(leastFold, before))
            return Problem{place + ", measure width",
                           "it takes the whole fold beside it, so nothing would hold there",
                           "leave at least " + inUnit(host, leastFold) +
                               " of the fold: make it smaller or move it"};
    }
    for (int panel : panels)
        if (cut(panel) && !out.take(panel, ring))
            return Problem{place + ", measure width", "it cuts its panel in two",
                           "make it smaller, or move it away from the edge"};
    return {};
}

} // namespace

Family aperture() {
    Family f;
    f.id = f.name = "aperture";
    f.purpose = "A window in any panel; it may reach over a fold, or past an edge.";
    f.shelf = "Cut from the page";
    f.ground = Ground::Panel;
    f.host = "card.page-right";
    f.standsOn = {"page", "wall"};
    f.laid = Family::Laid::Sized;
    f.parameters = shapeParameters("1 in, or less on a narrower panel",
                                   "1 in, or less on a lower panel; of a circle the width");
    f.complete = completeAperture;
    f.build = buildAperture;
    return f;
}

} // namespace hl::structures
