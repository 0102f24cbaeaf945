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
        if (const Glue* g = a.glueOf(panel)) {
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

const Glue* Assembly::glueOf(int tab) const {
    auto it = std::find_if(glues.begin(), glues.end(), [&](auto& g) { return g.tab == tab; });
    return it == glues.end() ? nullptr : &*it;
}

Host hostOf(const Assembly& a, int crease) {
    const Crease& c = a.creases[crease];
    const bool tabbed = a.panels[c.left].role == Role::Tab || a.panels[c.right].role == Role::Tab;
    return {c.id, seatOn(a, c, c.left, true), seatOn(a, c, c.right, false), c.length(),
            !tabbed && c.fold == Fold::Mountain};
}

} // namespace hl
