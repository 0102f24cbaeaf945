// The crease between a half top and its rib lies on that of the other half: together they host
// like one crease. Legs and ribs stay parallel to the bisector, so the half tops stay parallel to
// the panels below, and the crease opens by the same angle as the host.
#include "core/structures/on_folds/tier.h"
#include "core/assembly/tab.h"
#include "core/measure/number.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

enum Joined { Glue, Tongues };

constexpr double tierCut = 70 * degree;

// A tongue: a neck as wide as its slit, shoulders that catch behind it, and a taper to lead it in.
Ring tongue(const Vec2& from, const Vec2& to, double depth, bool onLeft) {
    const Vec2 d = (to - from).normalized(), n = onLeft ? leftOf(d) : rightOf(d);
    const double neck = std::min(1.5, 0.3 * depth),
                 catchBy = std::min(2.0, 0.15 * (to - from).norm());
    return {from,
            from + neck * n,
            from + neck * n - catchBy * d,
            from + depth * n + catchBy * d,
            to + depth * n - catchBy * d,
            to + neck * n + catchBy * d,
            to + neck * n,
            to};
}

// The walls of one half in a band with its leg: from the leg's edges along the fold, `near` the one
// at its low end. Where the bands of both halves meet, each half has one closing tab, so that the
// two are alike: turned by half a turn one is the other.
struct Band {
    int front = -1, back = -1; // the panels at the far ends
    int frontHinge = -1, backHinge = -1, frontFold = -1, backFold = -1;
    int seam = -1, tab = -1; // the closing tab and its crease
};
Band addBand(AssemblyBuilder& out, const TierSize& z, const std::string& suffix, bool left, int leg,
             double slant, double corner) {
    const double h = z.height, whole = 2 * h + z.reach, w = z.width, e = (w - z.leg) / 2,
                 c = z.front;
    const int n = c > 0 ? 4 : 2;
    Band b;
    auto at = [&](double x, double y) { return Vec2(left ? x : whole - x, y); };
    auto panel = [&](const std::string& name, double y0, double y1) {
        return out.panel(name + suffix, Role::Wall, {at(0, y0), at(h, y0), at(h, y1), at(0, y1)});
    };
    // A fold across the band at y; `inner` is the panel nearer to the leg.
    auto fold = [&](const std::string& name, int inner, int outer, double y, bool low) {
        const bool innerLeft = low == left; // of the way from foot to top
        return out.crease(name + suffix, innerLeft ? inner : outer, innerLeft ? outer : inner,
                          at(0, y), at(h, y), Fold::Mountain);
    };
    for (const bool low : {true, false}) {
        const std::string side = low ? "front" : "back";
        // Counted from the left leg in front, from the right one behind, as a chain round.
        const bool first = low == left;
        const double way = low ? -1 : 1, start = low ? e : w - e;
        int& end = low ? b.front : b.back;
        end = panel(side + "-" + numberText(first ? 1 : n), start, start + way * slant);
        int& hinge = low ? b.frontHinge : b.backHinge;
        hinge = fold(side + (first ? "-hinge-a" : "-hinge-b"), leg, end, start, low);
        out.creaseAt(hinge).most = corner;
        double y = start + way * slant;
        if (c > 0) {
            const int inner = end;
            end = panel(side + "-" + numberText(first ? 2 : 3), y, y + way * c);
            (low ? b.frontFold : b.backFold) =
                fold(side + "-fold-" + numberText(first ? 1 : 3), inner, end, y, low);
            y += way * c;
        }
        if (!first)
            continue;
        // The closing tab, right of its crease, which begins at the foot.
        const double depth = std::min({z.tab, 0.4 * z.leg, 0.8 * slant});
        b.tab = out.panel(side + "-tab" + suffix, Role::Tab,
                          tabOutline(at(0, y), at(h, y), depth, false, tierCut, tierCut));
        b.seam = out.crease(side + "-fold-" + numberText(n / 2) + suffix, end, b.tab, at(0, y),
                            at(h, y), Fold::Mountain);
    }
    return b;
}

// One half. Its strip runs leg, half top, rib on the left and is mirrored on the right.
struct TierHalf {
    int legTab, leg, top, rib, ribTab = -1, foot, edge, topCrease, ribFoot = -1;
};
TierHalf addHalf(AssemblyBuilder& out, const TierSize& z, const std::string& suffix, bool tongues,
                 bool left) {
    const double h = z.height, d = z.reach, w = z.width, e = (w - z.leg) / 2, c = z.front;
    const double whole = 2 * h + d;
    auto at = [&](double x, double y) { return Vec2(left ? x : whole - x, y); };
    const std::string side = left ? "left-" : "right-";
    TierHalf k{};
    const double inset = tongues ? std::min(4.0, 0.2 * z.leg) : 0; // the tongue is narrower
    const Vec2 f0 = at(0, e + inset), f1 = at(0, w - e - inset);
    k.legTab = out.panel(side + (tongues ? "tongue" : "tab") + suffix, Role::Tab,
                         tongues ? tongue(f0, f1, z.tab, left)
                                 : tabOutline(f0, f1, z.tab, left, tierCut, tierCut));
    k.leg = out.panel(side + "leg" + suffix, Role::Wall,
                      {at(0, e), at(h, e), at(h, w - e), at(0, w - e)});
    Ring top{at(h, e)};
    if (c > 0)
        top.push_back(at(h + d - c, 0));
    top.push_back(at(h + d, 0));
    top.push_back(at(h + d, w));
    if (c > 0)
        top.push_back(at(h + d - c, w));
    top.push_back(at(h, w - e));
    k.top = out.panel(side + "top" + suffix, Role::Wall, top);
    k.rib = out.panel(side + "rib" + suffix, Role::Wall,
                      {at(h + d, 0), at(whole, 0), at(whole, w), at(h + d, w)});
    auto crease = [&](const std::string& n, int outer, int inner, const Vec2& a, const Vec2& b) {
        return left ? out.crease(n, outer, inner, a, b, Fold::Mountain)
                    : out.crease(n, inner, outer, a, b, Fold::Mountain);
    };
    k.foot = crease(side + "foot" + suffix, k.legTab, k.leg, f0, f1);
    k.edge = crease(side + "edge" + suffix, k.leg, k.top, at(h, e), at(h, w - e));
    k.topCrease =
        crease((left ? "top" : "top-right") + suffix, k.top, k.rib, at(h + d, 0), at(h + d, w));
    if (!tongues) {
        const Vec2 a = at(whole, 0), b = at(whole, w);
        k.ribTab = out.panel(side + "rib-tab" + suffix, Role::Tab,
                             tabOutline(a, b, std::min(z.tab, 0.8 * d), !left, tierCut, tierCut));
        k.ribFoot = crease(side + "rib-foot" + suffix, k.rib, k.ribTab, a, b);
    }
    return k;
}

// Its leg and its rib on the panel below, or its tongue through a slit there.
void standHalf(AssemblyBuilder& out, const StructureSpec& spec, const TierSize& z,
               const std::string& suffix, bool tongues, const TierHalf& half, const Seat& seat,
               bool left) {
    const Vec2 foot = seat.origin + z.reach * seat.inward + z.place * seat.along;
    const Crease crease = out.made().creases[half.foot];
    const double start = crease.from.y();
    out.glue(half.legTab, half.foot, seat.panel, foot + start * seat.along, seat.along, !tongues,
             !tongues);
    if (!tongues) {
        out.glue(half.ribTab, half.ribFoot, seat.panel, seat.origin + z.place * seat.along,
                 seat.along, true);
        return;
    }
    // Made as a join of its own kind, with its slit in the landing.
    out.lastJoin().kind = JoinKind::Slot;
    out.within(out.made().panels[seat.panel].part, spec.id);
    out.mark(std::string(left ? "left" : "right") + "-slit" + suffix, LineKind::Slit,
             {foot + start * seat.along, foot + (start + crease.length()) * seat.along});
}

// Each half's closing tab goes behind the other half's wall; `corner` as in addTier.
void closeBands(AssemblyBuilder& out, const TierSize& z, const Band& l, const Band& r, double slant,
                double corner) {
    const double w = z.width, e = (w - z.leg) / 2, c = z.front;
    const double whole = 2 * z.height + z.reach, y0 = e - slant - c, y1 = w - e + slant + c;
    out.glue(l.tab, l.seam, r.front, {whole, y0}, {-1, 0}, true, false);
    out.glue(r.tab, r.seam, l.back, {0, y1}, {1, 0}, true, false);
    if (c <= 0)
        return;
    const double ratio = (pi / 2 - corner) / corner;
    out.tie(l.frontFold, l.frontHinge, ratio);
    out.tie(r.frontFold, l.frontHinge, ratio);
    out.tie(r.frontHinge, l.frontHinge);
    out.tie(r.backFold, r.backHinge, ratio);
    out.tie(l.backFold, r.backHinge, ratio);
    out.tie(l.backHinge, r.backHinge);
}

} // namespace

int addTier(AssemblyBuilder& out, const StructureSpec& spec, const Host& host, const TierSize& z,
            const std::string& suffix, bool tongues) {
    const double h = z.height, d = z.reach, w = z.width, e = (w - z.leg) / 2, c = z.front;
    // "-2" is the second stage.
    const std::string stage =
        spec.name + (suffix.empty() ? "" : ", " + ordinal(std::stoi(suffix.substr(1))) + " stage");
    out.part(suffix.empty() ? spec.id : spec.id + ".left" + suffix, stage + ", left half", spec.id,
             spec.stock);
    const double slant = std::hypot(d - c, e);
    // Open, a leg and the wall beside it turn by this angle, the next corner by the rest of 90.
    const double corner = std::atan2(d - c, e);
    const TierHalf l = addHalf(out, z, suffix, tongues, true);
    const Band lb = z.apart ? Band{} : addBand(out, z, suffix, true, l.leg, slant, corner);
    out.part(spec.id + ".right" + suffix, stage + ", right half", spec.id, spec.stock);
    const TierHalf r = addHalf(out, z, suffix, tongues, false);
    const Band rb = z.apart ? Band{} : addBand(out, z, suffix, false, r.leg, slant, corner);
    out.creaseAt(l.topCrease).partner = r.topCrease;
    // Rib on rib, faces together.
    out.lay(l.rib, {h + d, 0}, {0, 1}, r.rib, {h, 0}, {0, 1}, true);
    standHalf(out, spec, z, suffix, tongues, l, host.left, true);
    standHalf(out, spec, z, suffix, tongues, r, host.right, false);
    out.tie(r.foot, l.foot); // both legs lean alike
    if (tongues) { // and nothing but evenness keeps the tops parallel to what they stand on
        out.tie(l.edge, l.foot, -1, -1);
        out.tie(r.edge, l.foot, -1, -1);
        out.tie(r.topCrease, l.topCrease); // and the rib in the middle
    }
    if (!z.apart) {
        closeBands(out, z, lb, rb, slant, corner);
        return l.topCrease;
    }
    // Walls of their own: from leg to leg, each half of them as long as its edges of the top.
    std::vector<double> widths;
    widths = c > 0 ? std::vector<double>{slant, c, c, slant} : std::vector<double>{slant, slant};
    const double tab = std::min(z.tab, 0.4 * z.leg), whole = 2 * h + d;
    const LegEdge leftNear{l.leg, {h, e}, {0, e}}, leftFar{l.leg, {h, w - e}, {0, w - e}};
    const LegEdge rightNear{r.leg, {whole - h, e}, {whole, e}},
        rightFar{r.leg, {whole - h, w - e}, {whole, w - e}};
    addWall(out, spec, "front" + suffix, widths, h, tab, Fold::Mountain, leftNear, rightNear,
            corner);
    addWall(out, spec, "back" + suffix, widths, h, tab, Fold::Mountain, rightFar, leftFar, corner);
    return l.topCrease;
}

std::vector<Parameter> tierParameters() {
    return {
        choiceOf("corners", {"4", "6", "8"}, "of the top, in plan").unless("6"),
        placeParameter(),
        lengthOf("width", 8, 1000, "along the fold, at the rib")
            .grows(Parameter::Scale::Along)
            .unless("2 in, or half of a shorter fold"),
        lengthOf("reach", 4, 500, "from the fold to the legs")
            .unless("1 in, or three tenths of a narrower page"),
        lengthOf("leg", 4, 1000, "of the legs along the fold")
            .grows(Parameter::Scale::Along)
            .unless("half the width; with four corners the width", true)
            .why("a narrower leg does not carry the top", "no card is that large"),
        lengthOf("height", 3, 500, "of each tier").unless("3/4 in, or what fits"),
        choiceOf("walls", {"banded", "apart"},
                 "in a band with each half, or two parts of their own")
            .unless("banded"),
        choiceOf("joined", {"glue", "tongues"},
                 "how the legs are held: by tabs, or by tongues "
                 "through slits with a catch")
            .unless("glue"),
        tabParameter(),
    };
}

Values completeTier(Values v, const Host& host) {
    const double room = std::min(host.left.room, host.right.room);
    v.try_emplace("corners", 1);
    completeAlong(v, host, 0.5);
    v.try_emplace("reach", std::min(25.4, 0.3 * room));
    v.try_emplace("leg", v["corners"] == 0 ? v["width"] : 0.5 * v["width"]);
    v.try_emplace("height", std::min(19.05, 0.25 * room));
    v.try_emplace("walls", 0);
    v.try_emplace("joined", Glue);
    v.try_emplace("tab", tabDepth(host, std::min(0.6 * v["reach"], 0.45 * v["leg"])));
    return v;
}

TierSize tierSize(const Values& v) {
    TierSize z;
    z.corners = 4 + 2 * static_cast<int>(v.at("corners"));
    z.place = v.at("place");
    z.width = v.at("width");
    z.reach = v.at("reach");
    z.leg = v.at("leg");
    z.front = z.corners == 8 ? 0.45 * z.reach : 0;
    z.height = v.at("height");
    z.tab = v.at("tab");
    z.apart = v.at("walls") == 1;
    return z;
}

Trouble checkTier(const StructureSpec& spec, const Values& v, const Host& host) {
    const TierSize z = tierSize(v);
    if (z.leg > z.width + 1e-9)
        return beyond(spec, host, "leg", z.leg, "above the most, " + inUnit(host, z.width),
                      "the legs cannot be wider than the top", "make it narrower");
    if (z.corners == 4 && z.leg < z.width - 1e-9)
        return beyond(spec, host, "leg", z.leg, "below the least, " + inUnit(host, z.width),
                      "with four corners the legs are as wide as the top", "let it follow");
    if (z.corners > 4 && z.leg > 0.9 * z.width)
        return beyond(spec, host, "leg", z.leg, "above the most, " + inUnit(host, 0.9 * z.width),
                      "the corners at the fold would be flat", "make it narrower");
    return {};
}

namespace {

Trouble buildTier(const StructureSpec& spec, const Values& v, const Host& host,
                  AssemblyBuilder& out) {
    if (Trouble t = checkTier(spec, v, host))
        return t;
    addTier(out, spec, host, tierSize(v), "", v.at("joined") == Tongues);
    return {};
}

} // namespace

Family tier() {
    Family f;
    f.id = f.name = "tier";
    f.purpose =
        "A round or square stage on legs, with walls all round; its top carries the next one.";
    f.standsOn = {"spine", "valley crease"};
    f.parameters = tierParameters();
    f.complete = completeTier;
    f.build = buildTier;
    f.standsOpen = true;
    return f;
}

} // namespace hl::structures
