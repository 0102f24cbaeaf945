#include "core/assembly/congruent.h"
#include <algorithm>
#include <cmath>
#include <functional>

namespace hl::assembly {
namespace {

using Laying = std::function<Vec2(const Vec2&)>;

// Whether a ring, laid down, is another one, from whichever corner that begins.
bool sameRing(const Ring& a, const Ring& b, const Laying& laid, double within) {
    if (a.size() != b.size())
        return false;
    for (size_t shift = 0; shift < b.size(); ++shift) {
        size_t i = 0;
        while (i < a.size() && (laid(a[i]) - b[(i + shift) % b.size()]).norm() <= within)
            ++i;
        if (i == a.size())
            return true;
    }
    return false;
}

bool sameHoles(const std::vector<Ring>& a, const std::vector<Ring>& b, const Laying& laid,
               double within) {
    std::vector<bool> used(b.size(), false);
    return std::all_of(a.begin(), a.end(), [&](const Ring& hole) {
        for (size_t k = 0; k < b.size(); ++k)
            if (!used[k] && sameRing(hole, b[k], laid, within)) {
                used[k] = true;
                return true;
            }
        return false;
    });
}

Paper backwards(Paper p) {
    const auto over = [](Ring& ring) {
        for (Vec2& q : ring)
            q.x() = -q.x();
        std::reverse(ring.begin(), ring.end());
    };
    over(p.outline);
    for (Ring& hole : p.apertures)
        over(hole);
    return p;
}

} // namespace

bool congruent(const Paper& a, const Paper& other, bool turnedOver, double within, TurnedBy turns) {
    const Paper b = turnedOver ? backwards(other) : other;
    const size_t n = a.outline.size();
    if (n < 3 || n != b.outline.size() || a.apertures.size() != b.apertures.size())
        return false;
    // The longest edge says the turn best.
    size_t longest = 0;
    const auto edge = [](const Ring& r, size_t i) -> Vec2 { return r[(i + 1) % r.size()] - r[i]; };
    for (size_t i = 1; i < n; ++i)
        if (edge(a.outline, i).norm() > edge(a.outline, longest).norm())
            longest = i;
    const Vec2 way = edge(a.outline, longest).normalized(), from = a.outline[longest];
    for (size_t i = 0; i < n; ++i) {
        if (std::fabs(edge(b.outline, i).norm() - edge(a.outline, longest).norm()) > 2 * within)
            continue;
        const Vec2 along = edge(b.outline, i).normalized(), to = b.outline[i];
        if (turns == TurnedBy::Half && std::fabs(leftOf(way).dot(along)) > 1e-6)
            continue;
        const Laying laid = [&](const Vec2& p) -> Vec2 {
            const Vec2 d = p - from;
            return to + way.dot(d) * along + leftOf(way).dot(d) * leftOf(along);
        };
        if (sameRing(a.outline, b.outline, laid, within) &&
            sameHoles(a.apertures, b.apertures, laid, within))
            return true;
    }
    return false;
}

} // namespace hl::assembly
