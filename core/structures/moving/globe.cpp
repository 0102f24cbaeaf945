// Globe: a solid of two caps with n corners and 2 n side panels that an elastic band raises. With r
// from the middle of a cap to its edges, L the length of a side and w its edge at the girdle, at a
// height t between the caps the girdle lies q = r + sqrt(L^2 - t^2 / 4) from the axis, and
// 2 tan(180 / n) q - w are left between two sides: pressed flat t = 0, and where nothing is left it
// stops. Both halves are alike: one seam by a tab all along, on either half the opposite one, the
// others by half a tab from each.
#include "core/assembly/builder.h"
#include "core/measure/number.h"
#include "core/structures/parameters.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

constexpr double gram = 0.00980665;        // N
constexpr double remembered = 15 * degree; // how far its folds stay bent when it was pressed flat

double toEdges(double side, double corners) { return side / (2 * std::tan(pi / corners)); }

Values completeGlobe(Values v, const Host& host) {
    const double reach = 0.45 * std::min(host.length, host.left.room);
    v.try_emplace("corners", 6);
    const double n = v["corners"];
    if (!v.count("side"))
        v["side"] = v.count("panel") ? 2 * std::tan(pi / n) * 0.56 * v["panel"]
                                     : 2 * std::tan(pi / n) * 0.36 * reach;
    const double r = toEdges(v["side"], n);
    v.try_emplace("panel", std::max(3.0, reach - r));
    v.try_emplace("girdle", 2 * std::tan(pi / n) * (r + 0.6 * v["panel"]));
    v.try_emplace("tab", std::min(10.0, 0.3 * v["panel"]));
    v.try_emplace("hook", 5);
    v.try_emplace("band", std::round(0.72 * (r + v["panel"] - v["hook"])));
    v.try_emplace("pull", 150);
    v.try_emplace("across", host.length / 2);
    v.try_emplace("along", host.left.room / 2);
    v.try_emplace("turn", 0);
    return v;
}

struct GlobeSize {
    int n = 6;
    double side, panel, girdle, tab, hook, r;
    explicit GlobeSize(const Values& v)
        : n(static_cast<int>(std::lround(v.at("corners")))), side(v.at("side")),
          panel(v.at("panel")), girdle(v.at("girdle")), tab(v.at("tab")), hook(v.at("hook")),
          r(toEdges(side, n)) {}
    double reach() const { return r + panel; }
    double slope(double wide) const { return std::min(tab, 0.25 * wide); } // of a tab's ends
    Vec2 out(int i) const {
        const Turn t = exactTurn(2 * pi * i / n);
        return {t.cos, t.sin};
    }
    // In a half's flat coordinates, of its side i: so far from the middle, so far along its edge.
    Vec2 at(int i, double off, double along) const { return off * out(i) + along * leftOf(out(i)); }
    // How far its sides may lean from flat: to where neighbours meet, or until they stand upright.
    double mostLean() const {
        const double q = girdle / (2 * std::tan(pi / n));
        return std::acos(std::clamp((q - r) / panel, 0.0, 1.0));
    }
};

// One of the two pieces.
struct Half {
    int cap = -1;
    std::vector<int> sides, tabs, girdles; // tabs and their folds; -1: it has none there
};

// The slits by which the band gets into its holes, from the left (1) or right (-1) edge of two
// sides, and of the tab that lies inside one of them. Of the two halves they lie on one another.
void slitForBand(AssemblyBuilder& out, const GlobeSize& z, const Half& h, const std::string& name,
                 double from) {
    const auto halfWidth = [&](double off) {
        return (z.side + (z.girdle - z.side) * (off - z.r) / z.panel) / 2;
    };
    for (const int i : {0, z.n / 2}) {
        const double off = z.reach() - z.hook;
        out.mark(name + "-slit-" + numberText(i + 1), LineKind::Slit,
                 {z.at(i, off, from * halfWidth(off)), z.at(i, off, 0)});
        if (h.tabs[static_cast<size_t>(i)] >= 0 && z.hook < z.tab - 1)
            out.mark(name + "-tab-slit-" + numberText(i + 1), LineKind::Slit,
                     {z.at(i, z.reach() + z.hook, from * (z.girdle / 2 - z.slope(z.girdle))),
                      z.at(i, z.reach() + z.hook, 0)});
    }
}

// One piece: a cap with its sides, on each of them half a tab, on side `whole` all of it, and none
// on the one opposite to it; `slits` says from which edge the band gets in.
Half addHalf(AssemblyBuilder& out, const GlobeSize& z, const std::string& name, int whole,
             double slits) {
    Half h;
    Ring cap;
    for (int i = 0; i < z.n; ++i)
        cap.push_back(z.at(i, z.r, -z.side / 2));
    h.cap = out.panel(name + "-cap", Role::Wall, cap);
    for (int i = 0; i < z.n; ++i) {
        const std::string number = numberText(i + 1);
        h.sides.push_back(out.panel(name + "-side-" + number, Role::Wall,
                                    {z.at(i, z.r, -z.side / 2), z.at(i, z.reach(), -z.girdle / 2),
                                     z.at(i, z.reach(), z.girdle / 2), z.at(i, z.r, z.side / 2)}));
        out.crease(name + "-fold-" + number, h.cap, h.sides.back(), z.at(i, z.r, -z.side / 2),
                   z.at(i, z.r, z.side / 2), Fold::Mountain);
        out.lastCrease().rest = -remembered;
    }
    for (int i = 0; i < z.n; ++i) {
        const std::string number = numberText(i + 1);
        h.tabs.push_back(-1);
        h.girdles.push_back(-1);
        if (i == (whole + z.n / 2) % z.n)
            continue;
        const double from = -z.girdle / 2, to = i == whole ? z.girdle / 2 : 0;
        const double slope = z.slope(to - from);
        h.tabs.back() =
            out.panel(name + "-tab-" + number, Role::Tab,
                      {z.at(i, z.reach(), from), z.at(i, z.reach() + z.tab, from + slope),
                       z.at(i, z.reach() + z.tab, to - slope), z.at(i, z.reach(), to)});
        h.girdles.back() =
            out.crease(name + "-girdle-" + number, h.sides[static_cast<size_t>(i)], h.tabs.back(),
                       z.at(i, z.reach(), from), z.at(i, z.reach(), to), Fold::Mountain);
        out.lastCrease().rest = 2 * remembered - pi;
    }
    slitForBand(out, z, h, name, slits);
    return h;
}

// Glues the tabs of one half inside the sides of the other, which lies turned over: its side -i on
// this one's side i, and left is right. Seam by seam, as it is put together: the first all along,
// one way round to the second, and last the others, which close it.
void closeSeams(AssemblyBuilder& out, const GlobeSize& z, const Half& lower, const Half& upper) {
    const auto glue = [&](const Half& of, const Half& onto, int i) {
        const int tab = of.tabs[static_cast<size_t>(i)], other = (z.n - i) % z.n;
        if (tab >= 0)
            out.glue(tab, of.girdles[static_cast<size_t>(i)],
                     onto.sides[static_cast<size_t>(other)], z.at(other, z.reach(), z.girdle / 2),
                     -leftOf(z.out(other)), true, false);
    };
    for (int seam = 0; seam < z.n; ++seam) {
        glue(lower, upper, seam);
        glue(upper, lower, (z.n - seam) % z.n);
    }
}

Trouble buildGlobe(const StructureSpec& spec, const Values& v, const Host& host,
                   AssemblyBuilder& out) {
    const GlobeSize z(v);
    if (z.n % 2)
        return Problem{"structure " + spec.id + ", measure corners",
                       "with " + numberText(z.n) +
                           " corners no two sides face one another, to hook the band to",
                       "make it " + numberText(z.n + 1)};
    const double flat = 2 * std::tan(pi / z.n) * z.reach();
    if (z.girdle > flat - 0.5)
        return beyond(spec, host, "girdle", z.girdle, "above the most, " + inUnit(host, flat - 0.5),
                      "the sides would lie over one another when it is pressed flat",
                      "make it narrower");
    constexpr double leastLean = 20 * degree; // from flat: it would be no solid
    const double flare = 2 * std::tan(pi / z.n) * (z.r + z.panel * std::cos(leastLean));
    if (z.girdle > flare)
        return beyond(spec, host, "girdle", z.girdle, "above the most, " + inUnit(host, flare),
                      "its sides meet before it rises by a third", "make it narrower");
    if (z.hook > z.panel - 3)
        return beyond(spec, host, "hook", z.hook, "above the most, " + inUnit(host, z.panel - 3),
                      "the hooks would lie on the cap", "bring them nearer to the girdle");
    if (z.tab > 0.9 * z.panel)
        return beyond(spec, host, "tab", z.tab, "above the most, " + inUnit(host, 0.9 * z.panel),
                      "it would reach over the cap's fold", "make it shallower");
    out.part(spec.id, "lower half of " + spec.name, spec.id, spec.stock);
    const Half lower = addHalf(out, z, "lower", 0, 1);
    out.part(spec.id + ".upper", "upper half of " + spec.name, spec.id, spec.stock);
    const Half upper = addHalf(out, z, "upper", z.n / 2, -1);
    const double turn = v.at("turn");
    const Turn t = exactTurn(turn);
    const Vec2 middle =
        host.left.origin + v.at("across") * host.left.along + v.at("along") * host.left.inward;
    const Vec2 way = t.cos * host.left.along + t.sin * host.left.inward;
    // It spins on its fastener, which changes nothing: it is as round as that.
    out.lay(lower.cap, {0, 0}, {1, 0}, host.left.panel, middle, way, true).kind = JoinKind::Pivot;
    closeSeams(out, z, lower, upper);
    Elastic band;
    band.id = spec.id + ".band";
    band.name = "band of " + spec.name;
    band.structure = spec.id;
    band.length = v.at("band");
    band.pull = v.at("pull") * gram;
    for (int end = 0; end < 2; ++end) {
        const int side = end * z.n / 2;
        band.panels[end] = lower.sides[static_cast<size_t>(side)];
        band.hooks[end] = z.at(side, z.reach() - z.hook, 0);
    }
    out.elastic(std::move(band));
    for (int i = 0; i < z.n; ++i) {
        const int next = (i + 1) % z.n;
        Seam seam;
        seam.structure = spec.id;
        seam.panels[0] = lower.sides[static_cast<size_t>(i)];
        seam.panels[1] = lower.sides[static_cast<size_t>(next)];
        seam.places[0] = z.at(i, z.reach(), z.girdle / 2);
        seam.places[1] = z.at(next, z.reach(), -z.girdle / 2);
        seam.along = 1 / std::cos(pi / z.n);
        out.seam(std::move(seam));
    }
    Stage rises;
    rises.drive = out.made().creases[static_cast<size_t>(lower.girdles.front())].id;
    rises.from = 0;
    rises.to = rises.widest = 2 * z.mostLean() / degree;
    rises.springs = true;
    out.alsoDrive(rises);
    return {};
}

} // namespace

Family globe() {
    Family f;
    f.id = f.name = "globe";
    f.purpose = "A solid of two caps and their sides that an elastic band raises by itself.";
    f.shelf = "What moves";
    f.ground = Ground::Panel;
    f.host = "card.page-right";
    f.form = "petal";
    f.standsOn = {"panel"};
    f.across = false;
    f.standsOpen = f.banded = true;
    f.since = 13;
    f.parameters = {
        countOf("corners", 4, 12, "of its caps, an even number").unless("six"),
        lengthOf("side", 5, 300, "of a cap").unless("what leaves the sides their length"),
        lengthOf("panel", 5, 500, "of a side, from its cap to the girdle")
            .unless("what the panel has room for"),
        lengthOf("girdle", 5, 500, "edge of a side at the girdle")
            .unless("what lets neighbours meet at four fifths of its height"),
        lengthOf("tab", 3, 60, "depth of the tabs inside the girdle")
            .grows(Parameter::Scale::Kept)
            .unless("10 mm, or three tenths of a shorter side"),
        lengthOf("hook", 2, 100, "from the girdle to the holes of the band")
            .grows(Parameter::Scale::Kept)
            .unless("5 mm"),
        lengthOf("band", 5, 1000, "length of the slack band from hook to hook; a knot shortens it")
            .unless("a little over a third of what it has to span pressed flat"),
        countOf("pull", 1, 5000, "of the band at twice its length, in grams as a scale shows them")
            .unless("150 g")
            .why("a band pulls", "no band that is hooked through paper pulls harder"),
    };
    const auto middle = middleParameters("its");
    f.parameters.insert(f.parameters.end(), middle.begin(), middle.end());
    f.parameters.push_back(turnParameter("of its sides on the panel"));
    f.complete = completeGlobe;
    f.build = buildGlobe;
    return f;
}

} // namespace hl::structures
