#include "core/prove/never_meet.h"
#include <algorithm>
#include <cmath>
#include <tuple>

namespace hl::proving {
namespace {

bool flatOn(const Join& j) {
    return traitsOf(j.kind).sticks && std::fabs(j.place.shift.z()) <= 1e-9;
}

} // namespace

std::vector<bool> neverMeet(const Assembly& a) {
    std::vector<bool> never(a.panels.size() * a.panels.size(), false);
    for (const Join& j : a.joins)
        if (!traitsOf(j.kind).through && flatOn(j))
            never[pairOf(a, j.tab, j.landing)] = true;
    for (const Crease& k : a.creases) {
        constexpr double nanometre = 1e-6;
        const Vec2 left = leftOf(k.dir());
        for (auto [panel, beyond, side] :
             {std::tuple{k.left, k.right, 1}, std::tuple{k.right, k.left, -1}}) {
            const Ring& ring = a.panels[panel].outline;
            if (!std::all_of(ring.begin(), ring.end(), [&, side = side](const Vec2& p) {
                    return side * left.dot(p - k.from) > -nanometre;
                }))
                continue;
            never[pairOf(a, panel, beyond)] = true;
            for (const Join& j : a.joins)
                if (flatOn(j)) {
                    if (j.tab == beyond)
                        never[pairOf(a, panel, j.landing)] = true;
                    else if (j.landing == beyond)
                        never[pairOf(a, panel, j.tab)] = true;
                }
        }
    }
    return never;
}

} // namespace hl::proving
