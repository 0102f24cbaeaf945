// Landing: whether every tab comes to lie on paper. Tab and landing are compared in the landing's
// flat coordinates; both are convex, so corners tell by how much.
#include "core/prove/saying.h"
#include <algorithm>

namespace hl {
namespace {

constexpr double unseen = 0.05, forgiven = 0.5; // mm

// How far p lies outside a convex counter-clockwise outline, 0 when inside.
double outside(const std::vector<Vec2>& outline, const Vec2& p) {
    double most = 0;
    for (size_t i = 0; i < outline.size(); ++i) {
        const Vec2 &a = outline[i], &b = outline[(i + 1) % outline.size()];
        if ((b - a).norm() > 1e-9)
            most = std::max(most, (p - a).dot(rightOf((b - a).normalized())));
    }
    return most;
}

} // namespace

void landing(const Case& c, std::vector<Finding>& out) {
    for (const Glue& g : c.assembly.glues) {
        double amount = 0;
        for (const Vec2& corner : c.assembly.panels[g.tab].outline) {
            const Vec3 p = g.place.at(corner);
            amount =
                std::max(amount, outside(c.assembly.panels[g.landing].outline, Vec2(p.x(), p.y())));
        }
        if (amount <= unseen)
            continue;
        Finding f{"landing", amount > forgiven ? Severity::Stop : Severity::Caution,
                  {},        {},
                  0,         180,
                  90,        amount,
                  {},        {},
                  {}};
        nameIn(f, c, g.tab);
        nameIn(f, c, g.landing);
        f.message = "The " + sayPanel(c, g.tab) + " reaches " + sayAmount(c, amount) +
                    " past the " + sayPanel(c, g.landing) + " it is glued to, at every opening.";
        f.remedy = "Move the structure inward, or make it or its tab smaller.";
        out.push_back(f);
    }
}

} // namespace hl
