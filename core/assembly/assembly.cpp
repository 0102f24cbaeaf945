#include "core/assembly/assembly.h"
#include "core/design/design.h"
#include <algorithm>

namespace hl::assembly {

Assembly::Assembly() = default;
Assembly::~Assembly() = default;
Assembly::Assembly(const Assembly&) = default;
Assembly::Assembly(Assembly&&) noexcept = default;
Assembly& Assembly::operator=(const Assembly&) = default;
Assembly& Assembly::operator=(Assembly&&) noexcept = default;

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
        const auto held = a.joinsOf(panel);
        const auto glued = std::find_if(held.begin(), held.end(),
                                        [](const Join* j) { return traitsOf(j->kind).sticks; });
        if (glued != held.end()) {
            const Join* g = *glued;
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

const std::map<std::string, double>* Assembly::measuresOf(const std::string& structure) const {
    const auto it = measures.find(structure);
    return it == measures.end() ? nullptr : &it->second;
}
int Assembly::join(const std::string& id) const { return indexOf(joins, id); }

std::vector<const Join*> Assembly::joinsOf(int tab) const {
    std::vector<const Join*> out;
    for (const Join& j : joins)
        if (j.tab == tab)
            out.push_back(&j);
    return out;
}

std::vector<Ring> adhesiveOf(const Assembly& a, const Join& j) {
    if (!j.adhesive.empty())
        return j.adhesive;
    const Panel& held = a.panels[j.tab];
    return held.apertures.empty() ? std::vector<Ring>{held.outline} : held.pieces;
}

const Stock& stockOf(const Design& design, const Part& part) { return design.paper(part.stock); }

const Stock& stockOf(const Design& design, const Assembly& a, int panel) {
    return stockOf(design, a.parts[a.panels[panel].part]);
}

std::vector<std::pair<Vec2, Vec2>> Crease::stretches() const {
    std::vector<std::pair<Vec2, Vec2>> out;
    Vec2 at = from;
    const auto add = [&](const Vec2& end) {
        if ((end - at).norm() > 1e-9) // a gap may begin or end where the crease does
            out.emplace_back(at, end);
    };
    for (auto& [a, b] : gaps) {
        add(from + a * dir());
        at = from + b * dir();
    }
    add(to);
    return out;
}

namespace {

// Where a line beside a fold runs over the paper of a seat's panel, in mm along the fold.
void paperBeside(const Assembly& a, const Seat& seat,
                 std::vector<std::pair<double, double>>& paper) {
    constexpr double beside = 0.4; // mm
    const Panel& p = a.panels[static_cast<size_t>(seat.panel)];
    const Vec2 from = seat.origin + beside * seat.inward;
    std::vector<double> at;
    const auto meet = [&](const Ring& ring) {
        for (size_t i = 0; i < ring.size(); ++i) {
            const Vec2 q = ring[i] - from, r = ring[(i + 1) % ring.size()] - from;
            const double u = seat.inward.dot(q), v = seat.inward.dot(r);
            if ((u > 0) != (v > 0))
                at.push_back(seat.along.dot(q + (r - q) * (u / (u - v))));
        }
    };
    meet(p.outline);
    for (const Ring& r : p.apertures)
        meet(r);
    std::sort(at.begin(), at.end());
    for (size_t i = 0; i + 1 < at.size(); i += 2) // in and out by turns
        paper.emplace_back(at[i], at[i + 1]);
}

std::optional<std::pair<double, double>> windowOver(const Assembly& a, const Host& h) {
    std::vector<std::pair<double, double>> paper;
    paperBeside(a, h.left, paper);
    paperBeside(a, h.right, paper);
    std::sort(paper.begin(), paper.end());
    std::optional<std::pair<double, double>> longest;
    double end = paper.empty() ? 0 : paper.front().second;
    for (const auto& [from, to] : paper) {
        if (from > end + 1 && (!longest || from - end > longest->second - longest->first))
            longest = {end, from};
        end = std::max(end, to);
    }
    return longest;
}

} // namespace

Host hostOf(const Assembly& a, int crease) {
    const Crease& c = a.creases[crease];
    Host h;
    h.on = c.id;
    h.crease = crease;
    h.length = c.length();
    h.left = seatOn(a, c, c.left, true);
    if (c.partner >= 0) {
        const Crease& other = a.creases[c.partner];
        h.right = seatOn(a, other, other.right, false);
        return h;
    }
    h.right = seatOn(a, c, c.right, false);
    const bool tabbed = a.panels[c.left].role == Role::Tab || a.panels[c.right].role == Role::Tab;
    h.ridge = (!tabbed || c.hinge) && c.fold == Fold::Mountain;
    h.window = windowOver(a, h);
    return h;
}

Host hostOnPanel(const Assembly& a, int panel) {
    Host h;
    h.on = a.panels[panel].id;
    h.up = a.parts[a.panels[panel].part].up;
    const Vec2 across = rightOf(h.up);
    double left = 1e300, right = -1e300, low = 1e300, high = -1e300;
    for (const Vec2& p : a.panels[panel].outline) {
        left = std::min(left, across.dot(p));
        right = std::max(right, across.dot(p));
        low = std::min(low, h.up.dot(p));
        high = std::max(high, h.up.dot(p));
    }
    h.left = h.right = {panel, left * across + low * h.up, across, h.up, high - low};
    h.length = right - left;
    h.outline = a.panels[panel].outline;
    h.apertures = a.panels[panel].apertures;
    return h;
}

} // namespace hl::assembly
