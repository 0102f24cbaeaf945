// V-fold: two panels joined by a centre crease, standing on two base creases that meet the host
// crease in one point, the apex. All four creases run through the apex, so the linkage is
// spherical; it closes flat when
//   alpha_left + beta_left = alpha_right + beta_right,
// alpha being the angle from the fold to a base crease and beta the angle of a panel at the apex.
// The face side is the outer side of the V, so the centre crease is a mountain.
//
// With alphas above 90 degrees the V opens toward the start of the fold. That is the same
// structure on the same fold run backwards: sides swapped and alphas replaced by 180 - alpha.
#include "core/assembly/builder.h"
#include "core/design/design.h"
#include "core/structures/family.h"
#include "core/structures/tab.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double nominalBase = 57.15, nominalTab = 9.525; // mm
constexpr double deg = pi / 180;

Values complete(Values v, const Host& host) {
    v.try_emplace("place", host.length / 2);
    v.try_emplace("alpha_left", v.count("alpha_right") ? v["alpha_right"] : 45 * deg);
    v.try_emplace("alpha_right", v["alpha_left"]);
    const double al = v["alpha_left"], ar = v["alpha_right"];
    // Backwards (see above), or over a ridge, where the bases fold down instead of up, the
    // closing condition changes sides.
    const bool backwards = al + ar > 180 * deg;
    const double shift = backwards != host.ridge ? ar - al : al - ar;
    v.try_emplace("beta_left", v.count("beta_right") ? v["beta_right"] - shift : 90 * deg);
    v.try_emplace("beta_right", v["beta_left"] + shift);
    const double ahead = al + ar > 180 * deg ? v["place"] : host.length - v["place"];
    auto fits = [&](double alpha, double room) {
        const double along =
            std::max(0.8 * ahead, 1.0) / std::max(std::fabs(std::cos(alpha)), 0.05);
        return std::max(5.0, std::min({nominalBase, 0.6 * room / std::sin(alpha), along}));
    };
    v.try_emplace("base_left", fits(al, host.left.room));
    v.try_emplace("base_right", std::min(v["base_left"], fits(ar, host.right.room)));
    v.try_emplace("height", 0.8 * std::min(v["base_left"], v["base_right"]));
    v.try_emplace("edge", v["height"]);
    v.try_emplace("tab", std::min(nominalTab, 0.3 * std::min(v["base_left"], v["base_right"])));
    return v;
}

void build(const StructureSpec& spec, const Values& v, const Host& host, AssemblyBuilder& out) {
    const bool backwards = v.at("alpha_left") + v.at("alpha_right") > 180 * deg;
    struct Half {
        double alpha, beta, base;
        Seat seat;
    };
    Half left{v.at("alpha_left"), v.at("beta_left"), v.at("base_left"), host.left};
    Half right{v.at("alpha_right"), v.at("beta_right"), v.at("base_right"), host.right};
    const double at = v.at("place");
    const Vec2 apexLeft = left.seat.origin + at * left.seat.along;
    const Vec2 apexRight = right.seat.origin + at * right.seat.along;
    left.seat.origin = apexLeft;
    right.seat.origin = apexRight;
    if (backwards) {
        std::swap(left, right);
        for (Half* h : {&left, &right}) {
            h->alpha = 180 * deg - h->alpha;
            h->seat.along = -h->seat.along;
        }
    }
    out.part(spec.id, spec.name, spec.id, spec.stock);
    const Vec2 apex(0, 0), centre(0, v.at("height"));
    const double edge = v.at("edge"), tab = v.at("tab");
    auto baseEnd = [](const Half& h, double side) {
        return Vec2(side * h.base * std::sin(h.beta), h.base * std::cos(h.beta));
    };
    const Vec2 leftEnd = baseEnd(left, -1), rightEnd = baseEnd(right, 1);
    const Vec2 up(0, edge);
    // At the apex a tab must not cross the fold: the two tabs share the angle between the bases.
    auto apexCut = [](const Half& h) { return std::clamp(0.85 * h.alpha, 5 * deg, 70 * deg); };
    int leftTab = out.panel("left-tab", Role::Tab,
                            tabOutline(apex, leftEnd, tab, true, apexCut(left), 70 * deg));
    int leftPanel = out.panel("left-panel", Role::Wall, {apex, centre, leftEnd + up, leftEnd});
    int rightPanel = out.panel("right-panel", Role::Wall, {apex, rightEnd, rightEnd + up, centre});
    int rightTab = out.panel("right-tab", Role::Tab,
                             tabOutline(apex, rightEnd, tab, false, apexCut(right), 70 * deg));
    int leftBase = out.crease("left-base", leftTab, leftPanel, apex, leftEnd, Fold::Mountain);
    out.crease("centre", leftPanel, rightPanel, apex, centre, Fold::Mountain);
    int rightBase = out.crease("right-base", rightPanel, rightTab, apex, rightEnd, Fold::Mountain);
    auto onPage = [](const Half& h) -> Vec2 {
        return std::cos(h.alpha) * h.seat.along + std::sin(h.alpha) * h.seat.inward;
    };
    out.glue(leftTab, leftBase, left.seat.panel, left.seat.origin, onPage(left), true);
    out.glue(rightTab, rightBase, right.seat.panel, right.seat.origin, onPage(right), true);
}

} // namespace

Family vFold() {
    auto mm = [](double v) { return Measure::fromMm(v); };
    auto dg = [](double v) { return Measure::fromDegrees(v); };
    return {"v-fold",
            "V-fold",
            "Two panels that sweep up from an apex on the fold; the classic backdrop or prow.",
            {
                {"place", mm(88.9), mm(0), mm(1000), "from the start of the fold to the apex",
                 "the middle of the fold"},
                {"alpha_left", dg(45), dg(5), dg(175), "from the fold to the left base crease",
                 "45 degrees, or the same as the right"},
                {"alpha_right", dg(45), dg(5), dg(175), "from the fold to the right base crease",
                 "the same as the left", true},
                {"beta_left", dg(90), dg(5), dg(175), "of the left panel at the apex",
                 "90 degrees, which stands upright, or what lets it close flat"},
                {"beta_right", dg(90), dg(5), dg(175), "of the right panel at the apex",
                 "what lets it close flat: alpha_left + beta_left = alpha_right + beta_right (with "
                 "alphas "
                 "above 90 degrees, or over a ridge: beta_left - alpha_left = beta_right - "
                 "alpha_right)",
                 true},
                {"base_left", mm(nominalBase), mm(5), mm(1000), "length of the left base crease",
                 "2 1/4 in, or six tenths of the paper there"},
                {"base_right", mm(nominalBase), mm(5), mm(1000), "length of the right base crease",
                 "the same as the left, or six tenths of the paper there", true},
                {"height", mm(45.72), mm(3), mm(1000), "length of the centre crease",
                 "eight tenths of the shorter base"},
                {"edge", mm(45.72), mm(3), mm(1000), "length of the two outer edges",
                 "the same as height", true},
                {"tab", mm(nominalTab), mm(3), mm(60), "depth of the tabs",
                 "3/8 in, or three tenths of a short base", true},
            },
            {"spine", "valley crease", "ridge"},
            complete,
            build};
}

} // namespace hl
