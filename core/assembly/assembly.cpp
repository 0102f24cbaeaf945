#include "core/assembly/assembly.h"
#include <algorithm>

namespace hl {
namespace {

template<class Items> int indexOf(const Items& items, const std::string& id) {
    auto it = std::find_if(items.begin(), items.end(), [&](auto& i) { return i.id == id; });
    return it == items.end() ? -1 : static_cast<int>(it - items.begin());
}

Vec2 flat(const Vec3& v) { return {v.x(), v.y()}; }

// The seat on the panel `panel` of crease `c`. A tab hands over to the panel that it is glued to:
// paper lies there, on either side of the tab's crease.
Seat seatOn(const Assembly& a, const Crease& c, int panel, bool onLeft) {
    Seat seat{panel, c.from, c.dir(), {}, 0};
    if (a.panels[panel].role == Role::Tab) {
        const Join* g = a.joinOf(panel);
        if (g && g->kind == JoinKind::Glue) {
            seat.panel = g->landing;
            seat.origin = flat(g->place.at(c.from));
            seat.along = flat(g->place.turn * lift(c.dir()));
        }
    }
    seat.inward = onLeft ? leftOf(seat.along) : rightOf(seat.along);
    for (const Vec2& p : a.panels[seat.panel].outline)
        seat.room = std::max(seat.room, (p - seat.origin).dot(seat.inward));
    return seat;
}

} // namespace

int Assembly::panel(const std::string& id) const { return indexOf(panels, id); }
int Assembly::crease(const std::string& id) const { return indexOf(creases, id); }
int Assembly::part(const std::string& id) const { return indexOf(parts, id); }

int Assembly::join(const std::string& id) const { return indexOf(joins, id); }

const Join* Assembly::joinOf(int tab) const {
    auto it = std::find_if(joins.begin(), joins.end(), [&](auto& g) { return g.tab == tab; });
    return it == joins.end() ? nullptr : &*it;
}

std::vector<std::pair<Vec2, Vec2>> Crease::stretches() const {
    std::vector<std::pair<Vec2, Vec2>> out;
    Vec2 at = from;
    for (auto& [a, b] : gaps) {
        out.emplace_back(at, from + a * dir());
        at = from + b * dir();
    }
    out.emplace_back(at, to);
    return out;
}

const char* heldBy(JoinKind kind) {
    static const char* const words[] = {"glued to", "put through", "pivoted on", "sliding on"};
    return words[static_cast<int>(kind)];
}

Host hostOf(const Assembly& a, int crease) {
    const Crease& c = a.creases[crease];
    const bool tabbed = a.panels[c.left].role == Role::Tab || a.panels[c.right].role == Role::Tab;
    return {c.id, seatOn(a, c, c.left, true), seatOn(a, c, c.right, false), c.length(),
            !tabbed && c.fold == Fold::Mountain};
}

} // namespace hl
