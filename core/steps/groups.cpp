#include "core/steps/groups.h"
#include "core/prove/seen.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::steps {
namespace {

constexpr double sharedLeast = 0.5; // mm2 of two places that count

Ring counterclockwise(Ring ring) {
    if (areaOf(ring) < 0)
        std::reverse(ring.begin(), ring.end());
    return ring;
}

std::string unitIdOf(const Case& c, const Part& p) {
    if (!p.structure.empty())
        return p.structure;
    return c.design.part(p.id) ? p.id : "card";
}

// A flat piece that one join holds and on which nothing of the core stands.
bool isFigure(const Case& c, int part, const std::vector<std::vector<int>>& held,
              const std::vector<std::vector<int>>& holds) {
    const Part& p = c.assembly.parts[static_cast<size_t>(part)];
    if (!p.creases.empty() || p.panels.size() != 1 || held[static_cast<size_t>(part)].size() != 1 ||
        unitIdOf(c, p) == "card")
        return false;
    const Join& j = c.assembly.joins[static_cast<size_t>(held[static_cast<size_t>(part)].front())];
    return traitsOf(j.kind).sticks && !j.moves && holds[static_cast<size_t>(part)].empty();
}

} // namespace

std::vector<Ring> stuckOn(const Assembly& a, const Join& j) {
    std::vector<Ring> out;
    for (const Ring& sticky : adhesiveOf(a, j)) {
        Ring ring;
        for (const Vec2& p : sticky)
            ring.push_back(j.place.at(p).head<2>());
        out.push_back(counterclockwise(std::move(ring)));
    }
    return out;
}

bool sharePlace(const Assembly& a, const Join& one, const Join& other) {
    if (one.landing != other.landing || one.ontoFace() != other.ontoFace())
        return false;
    for (const Ring& p : stuckOn(a, one))
        for (const Ring& q : stuckOn(a, other))
            if (sharedArea(p, q, {}) > sharedLeast)
                return true;
    return false;
}

Groups::Groups(const Case& c, const std::vector<FlatState>& flats) {
    sort(c);
    hang(c);
    if (!flats.empty())
        cover(c, flats.front());
}

void Groups::sort(const Case& c) {
    const Assembly& a = c.assembly;
    std::vector<std::vector<int>> held(a.parts.size()), holds(a.parts.size());
    for (size_t i = 0; i < a.joins.size(); ++i) {
        const Panel &tab = a.panels[static_cast<size_t>(a.joins[i].tab)],
                    &under = a.panels[static_cast<size_t>(a.joins[i].landing)];
        held[static_cast<size_t>(tab.part)].push_back(static_cast<int>(i));
        if (tab.rides < 0 && !a.parts[static_cast<size_t>(tab.part)].creases.empty())
            holds[static_cast<size_t>(under.part)].push_back(static_cast<int>(i));
    }
    std::map<std::string, int> known;
    of_.assign(a.parts.size(), -1);
    for (size_t i = 0; i < a.parts.size(); ++i) {
        const Part& p = a.parts[i];
        const bool rides =
            !p.panels.empty() && a.panels[static_cast<size_t>(p.panels.front())].rides >= 0;
        pieces_.push_back(rides && !p.loose.empty()                       ? Piece::Film
                          : rides                                         ? Piece::Mat
                          : isFigure(c, static_cast<int>(i), held, holds) ? Piece::Figure
                                                                          : Piece::Core);
        if (pieces_.back() != Piece::Core)
            continue;
        const auto [it, fresh] = known.try_emplace(unitIdOf(c, p), static_cast<int>(all_.size()));
        if (fresh)
            all_.push_back({it->first, {}, {}, {}, 0, 0});
        all_[static_cast<size_t>(it->second)].parts.push_back(static_cast<int>(i));
        of_[i] = it->second;
    }
}

void Groups::hang(const Case& c) {
    const Assembly& a = c.assembly;
    const std::vector<Rigid> shown = displayedAt(c);
    for (size_t i = 0; i < a.joins.size(); ++i) {
        const Join& j = a.joins[i];
        const int mine = of(a.panels[static_cast<size_t>(j.tab)].part),
                  other = of(a.panels[static_cast<size_t>(j.landing)].part);
        if (mine < 0 || other < 0)
            continue;
        if (mine == other)
            all_[static_cast<size_t>(mine)].inner.push_back(static_cast<int>(i));
        else {
            all_[static_cast<size_t>(mine)].outer.push_back(static_cast<int>(i));
            hosts_.emplace_back(other, mine);
        }
    }
    std::sort(hosts_.begin(), hosts_.end());
    hosts_.erase(std::unique(hosts_.begin(), hosts_.end()), hosts_.end());
    for (size_t n = 0; n < all_.size(); ++n) // longest way from what holds nothing up
        for (const auto& [host, guest] : hosts_)
            if (all_[static_cast<size_t>(guest)].depth <= all_[static_cast<size_t>(host)].depth &&
                all_[static_cast<size_t>(host)].depth < static_cast<int>(all_.size()))
                all_[static_cast<size_t>(guest)].depth = all_[static_cast<size_t>(host)].depth + 1;
    for (Group& u : all_) {
        double sum = 0;
        int count = 0;
        for (int part : u.parts)
            for (int panel : a.parts[static_cast<size_t>(part)].panels)
                for (const Vec2& p : a.panels[static_cast<size_t>(panel)].outline) {
                    sum += shown[static_cast<size_t>(panel)].at(p).y();
                    ++count;
                }
        u.rear = count ? sum / count : 0;
    }
}

void Groups::cover(const Case& c, const FlatState& flat) {
    const Assembly& a = c.assembly;
    std::set<std::pair<int, int>> over; // the one below, the one over it
    for (size_t u = 0; u < all_.size(); ++u)
        for (int join : all_[u].outer) {
            const Join& j = a.joins[static_cast<size_t>(join)];
            // On which side of its landing it lies, seen from above.
            const bool up = flat.place[static_cast<size_t>(j.landing)].turn(2, 2) > 0;
            const int side = up == j.ontoFace() ? 1 : -1;
            for (const auto& [k, number] : flat.with(j.tab)) {
                const int unit = of(a.panels[static_cast<size_t>(k)].part);
                if (unit < 0 || unit == static_cast<int>(u) ||
                    all_[static_cast<size_t>(unit)].id == "card" || flat.above(k, j.tab) != side)
                    continue;
                over.insert({static_cast<int>(u), unit});
            }
        }
    const auto spans =
        [&](int unit) { // it holds on to two panels, and so lies over what is between
            std::set<int> on;
            for (int join : all_[static_cast<size_t>(unit)].outer)
                on.insert(a.joins[static_cast<size_t>(join)].landing);
            return on.size() > 1;
        };
    // What lies over one another by turns is closed at once, or reached from the side.
    for (const auto& [below, above] : over)
        if (spans(above) && !over.count({above, below}))
            shuts_.push_back({below, above});
}

std::vector<int> Groups::order() const {
    const auto n = all_.size();
    std::vector<std::set<int>> before(n); // of each what has to go first
    for (const auto& [host, guest] : hosts_)
        before[static_cast<size_t>(guest)].insert(host);
    for (const Shuts& s : shuts_) {
        before[static_cast<size_t>(s.second)].insert(s.first);
        before[static_cast<size_t>(s.first)].erase(
            s.second); // it goes on its host while that is loose
    }
    std::vector<int> out;
    std::vector<char> done(n);
    const auto earlier = [&](int x, int y) { // of two that may go next
        const Group &p = all_[static_cast<size_t>(x)], &q = all_[static_cast<size_t>(y)];
        if (p.depth != q.depth)
            return p.depth < q.depth;
        if (std::fabs(p.rear - q.rear) > 1)
            return p.rear > q.rear;
        return x < y;
    };
    while (out.size() < n) {
        int next = -1, anyway = -1;
        for (size_t i = 0; i < n; ++i) {
            if (done[i])
                continue;
            const int me = static_cast<int>(i);
            if (anyway < 0 || earlier(me, anyway))
                anyway = me;
            const bool ready = std::all_of(before[i].begin(), before[i].end(), [&](int b) {
                return done[static_cast<size_t>(b)] != 0;
            });
            if (ready && (next < 0 || earlier(me, next)))
                next = me;
        }
        if (next < 0) // a circle: they are reached from the side, or closed at once
            next = anyway;
        done[static_cast<size_t>(next)] = 1;
        out.push_back(next);
    }
    return out;
}

} // namespace hl::steps
