// X-fold twist: two arms hinged along diagonals that run from one point of the fold into opposite
// corners, and a creased panel held by both. With the diagonal at alpha from the fold on the left
// it is at 180 degrees - alpha on the right, so lying open both make one straight line, and the
// panel's sectors add up to 180 degrees. It closes flat when
//   alpha_left + beta_left = alpha_right + beta_right:  beta_left = 180 - alpha, beta_right =
//   alpha.
// The panel lies flat closed and open and turns across the fold in between.
#include "core/assembly/builder.h"
#include "core/structures/parameters.h"
#include "core/structures/tab.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

Values complete(Values v, const Host& host) {
    v.try_emplace("place", host.length / 2);
    v.try_emplace("alpha", 45 * degree);
    const double s = std::sin(v["alpha"]);
    const double ends = std::min(v["place"], host.length - v["place"]);
    // Closed, the panel's corner lies arm cos alpha + height before or behind the point.
    v.try_emplace(
        "arm", std::max(5.0, std::min({44.45, 0.6 * std::min(host.left.room, host.right.room) / s,
                                       0.55 * ends / std::cos(v["alpha"])})));
    v.try_emplace("height", std::max(4.0, std::min(0.8 * v["arm"],
                                                   0.95 * ends - v["arm"] * std::cos(v["alpha"]))));
    v.try_emplace("hold", 0.5 * v["height"]);
    v.try_emplace("tab", tabDepth(host, 0.3 * v["arm"]));
    return v;
}

Trouble build(const StructureSpec& spec, const Values& v, const Host& host, AssemblyBuilder& out) {
    const double alpha = v.at("alpha"), arm = v.at("arm"), height = v.at("height");
    const double hold = v.at("hold"), tab = v.at("tab"), at = v.at("place");
    if (hold > height + 1e-9)
        return beyond(spec, "hold", hold, "above the most, " + inMm(height),
                      "the arms would stick out behind the panel", "make it lower");
    const Vec2 apex(0, 0), up(0, 1);
    const double betaLeft = pi - alpha;
    const Vec2 left = arm * Vec2(-std::sin(betaLeft), std::cos(betaLeft));
    const Vec2 right = arm * Vec2(std::sin(alpha), std::cos(alpha));
    // The panel, its base on the line of both diagonals, a hair above the pages.
    out.part(spec.id, spec.name, spec.id, spec.stock);
    const int a = out.panel("left-half", Role::Wall, {apex, height * up, left + height * up, left});
    const int b =
        out.panel("right-half", Role::Wall, {apex, right, right + height * up, height * up});
    out.crease("centre", a, b, apex, height * up, Fold::Mountain);
    for (bool onLeft : {true, false}) {
        const std::string side = onLeft ? "left" : "right";
        const Vec2 end = onLeft ? left : right;
        const Seat& seat = onLeft ? host.left : host.right;
        out.part(spec.id + "." + side + "-arm", spec.name + ", " + side + " arm", spec.id,
                 spec.stock);
        // The arm lies behind the panel and carries adhesive all over; its tab cannot reach across
        // the fold.
        const double at0 = onLeft ? alpha : pi - alpha;
        const double cutApex = std::clamp(0.85 * at0, 5 * degree, 70 * degree);
        const Vec2 near = apex + 0.04 * end; // clear of the other arm's
        const int t = out.panel(side + "-tab", Role::Tab,
                                tabOutline(near, end, tab, onLeft, cutApex, 70 * degree));
        const int face =
            out.panel(side + "-arm", Role::Wall, {near, near + hold * up, end + hold * up, end});
        const int base = out.crease(side + "-base", onLeft ? t : face, onLeft ? face : t, near, end,
                                    Fold::Mountain);
        out.lay(face, near, end.normalized(), onLeft ? a : b, near, end.normalized(), true, false);
        const Vec2 way = std::cos(at0) * seat.along + std::sin(at0) * seat.inward;
        out.glue(t, base, seat.panel, seat.origin + at * seat.along + near.norm() * way, way, true);
    }
    return {};
}

} // namespace

Family xFold() {
    Family f;
    f.id = "x-fold";
    f.name = "X-fold twist";
    f.purpose =
        "A creased panel on two arms along opposite diagonals, which turns as the card closes.";
    f.shelf = "Angled folds";
    f.standsOn = {"spine", "valley crease"};
    f.parameters = {
        lengthOf("place", 0, 1000, "from the start of the fold to the point where the arms meet")
            .grows(Parameter::Scale::Along)
            .unless("the middle of the fold"),
        angleOf("alpha", 15, 75, "from the fold to the diagonals").unless("45 degrees"),
        lengthOf("arm", 5, 1000, "along a diagonal")
            .grows(Parameter::Scale::Lesser)
            .unless("1 3/4 in, or what fits"),
        lengthOf("height", 3, 1000, "of the panel, along its crease")
            .grows(Parameter::Scale::Lesser)
            .unless("eight tenths of an arm"),
        lengthOf("hold", 2, 1000, "how high the arms reach behind the panel")
            .grows(Parameter::Scale::Lesser)
            .unless("half the height"),
        tabParameter(),
    };
    f.complete = complete;
    f.build = build;
    return f;
}

} // namespace hl
