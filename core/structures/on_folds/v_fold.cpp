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
#include "core/assembly/tab.h"
#include "core/structures/parameters.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

constexpr double nominalBase = 57.15; // mm
constexpr double deg = degree;

Values completeVFold(Values v, const Host& host) {
    v.try_emplace("place", host.length / 2);
    if (v.count("beta_left") && v.count("beta_right") &&
        !(v.count("alpha_left") && v.count("alpha_right"))) { // the alpha that lets it close flat
        if (!v.count("alpha_right"))
            v.try_emplace("alpha_left", 45 * deg);
        const bool left = v.count("alpha_left");
        const double known = left ? v["alpha_left"] : v["alpha_right"];
        const double more = (left ? 1 : -1) * (v["beta_left"] - v["beta_right"]);
        const double turned = host.ridge ? -1 : 1;
        // Which way the V opens decides the sign, and is decided by both alphas.
        double other = known + turned * more;
        if (known + other > 180 * deg)
            other = known - turned * more > 180 * deg - known ? known - turned * more
                                                              : std::nan(""); // neither way closes
        v[left ? "alpha_right" : "alpha_left"] = other;
    }
    v.try_emplace("alpha_left", v.count("alpha_right") ? v["alpha_right"] : 45 * deg);
    v.try_emplace("alpha_right", v["alpha_left"]);
    const double al = v["alpha_left"], ar = v["alpha_right"];
    // Backwards (see above), or over a ridge, where the bases fold down instead of up, the
    // closing condition changes sides.
    const bool backwards = al + ar > 180 * deg;
    const double shift = backwards != host.ridge ? ar - al : al - ar;
    // Lying open, the centre crease of an even V-fold stands at 90 degrees plus the lean, and
    // cos beta = cos alpha cos(elevation).
    v.try_emplace("lean", 0);
    v.try_emplace("beta_left", v.count("beta_right")
                                   ? v["beta_right"] - shift
                                   : std::acos(std::cos(al) * std::cos(90 * deg + v["lean"])));
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
    v.try_emplace("tab", tabDepth(host, 0.3 * std::min(v["base_left"], v["base_right"])));
    return v;
}

Trouble buildVFold(const StructureSpec& spec, const Values& v, const Host& host,
                   AssemblyBuilder& out) {
    const bool backwards = v.at("alpha_left") + v.at("alpha_right") > 180 * deg;
    // Lying open, the panels' sectors must span the angle between the bases, by either way round.
    const double bases = std::min(v.at("alpha_left") + v.at("alpha_right"),
                                  360 * deg - v.at("alpha_left") - v.at("alpha_right"));
    const double sectors = v.at("beta_left") + v.at("beta_right");
    auto degrees = [](double a) {
        return show(Measure::of(Quantity::Angle, a), Unit::Millimetre).text;
    };
    if (!host.ridge && (sectors < bases - 1e-9 || sectors > 360 * deg - bases + 1e-9))
        return Problem{"structure " + spec.id + ", measure beta_left",
                       "the two panels' angles together, " + degrees(sectors) +
                           (sectors < bases
                                ? ", are below the least, " + degrees(bases)
                                : ", are above the most, " + degrees(360 * deg - bases)) +
                           ": the card could not open flat",
                       "widen the panels' angles, or bring the alphas closer to the fold"};
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
    return {};
}

} // namespace

Family vFold() {
    Family f;
    f.id = "v-fold";
    f.name = "V-fold";
    f.purpose = "Two panels that sweep up from an apex on the fold; the classic backdrop or prow.";
    f.shelf = "Angled folds";
    f.across = false;
    f.alongFold = true;
    f.handy = 1;
    const std::string low = "a sharper corner cannot be folded";
    f.parameters = {
        lengthOf("place", 0, 1000, "from the start of the fold to the apex")
            .grows(Parameter::Scale::Along)
            .unless("the middle of the fold"),
        angleOf("alpha_left", 5, 175,
                "from the fold to the left base crease; above 90 degrees the "
                "V opens toward the start of the fold")
            .unless("45 degrees, or the same as the right"),
        angleOf("alpha_right", 5, 175, "from the fold to the right base crease")
            .unless("the same as the left", true),
        angleOf("lean", -60, 60,
                "how far it leans from upright with the card open: to the back, "
                "or below 0 to the front")
            .unless("upright")
            .why("it would lie on the page", "it would lie on the page"),
        angleOf("beta_left", 5, 175, "of the left panel at the apex")
            .unless("what the lean asks for, or what lets it close flat")
            .why(low, low),
        angleOf("beta_right", 5, 175, "of the right panel at the apex")
            .unless("what lets it close flat: alpha_left + beta_left = alpha_right + beta_right "
                    "(with alphas above 90 degrees, or over a ridge: beta_left - alpha_left = "
                    "beta_right - alpha_right)",
                    true)
            .why(low, low),
        lengthOf("base_left", 5, 1000, "length of the left base crease")
            .grows(Parameter::Scale::Lesser)
            .unless("2 1/4 in, or six tenths of the paper there"),
        lengthOf("base_right", 5, 1000, "length of the right base crease")
            .grows(Parameter::Scale::Lesser)
            .unless("the same as the left, or six tenths of the paper there", true),
        lengthOf("height", 3, 1000, "length of the centre crease")
            .grows(Parameter::Scale::Lesser)
            .unless("eight tenths of the shorter base"),
        lengthOf("edge", 3, 1000, "length of the two outer edges")
            .grows(Parameter::Scale::Lesser)
            .unless("the same as height", true),
        tabParameter(),
    };
    f.standsOn = {"spine", "valley crease", "ridge"};
    f.ground = Ground::AnyFold;
    f.relations = {{"alpha_left", "alpha_right", "beta_left", "beta_right"}};
    f.complete = completeVFold;
    f.build = buildVFold;
    return f;
}

} // namespace hl::structures
