#include "core/assemble/silhouettes.h"
#include "core/assembly/adhesive.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <functional>
#include <set>

namespace hl::assembling {
namespace {

constexpr int chords = 12; // of one bow

std::string localName(const std::string& id) { return id.substr(id.find('.') + 1); }

// How many of a shape look well on an edge of that length.
int countOf(const EdgeSpec& e, double length) {
    if (e.count > 0)
        return e.count;
    const double each = (e.shape == EdgeShape::Scallops ? 2.5 : 3) * std::max(0.5, e.depth.mm());
    const int n = std::clamp(static_cast<int>(std::lround(length / each)), 1, 60);
    switch (e.shape) {
    case EdgeShape::Hills:
        return 3;
    case EdgeShape::Battlements: // with a merlon at both ends
        return std::max(1, n | 1);
    default:
        return n;
    }
}

// A bow of `n` bays, each as `in` says for u from -1 to 1.
std::vector<Vec2> bays(double length, int n, const std::function<double(double)>& in) {
    std::vector<Vec2> out;
    const int steps = n * chords;
    for (int i = 0; i <= steps; ++i) {
        const double s = static_cast<double>(i) / chords, bay = std::min(std::floor(s), n - 1.0);
        out.emplace_back(length * i / steps, in(2 * (s - bay) - 1));
    }
    return out;
}

// Arches side by side, rising from the edge's own line to its depth at their feet.
std::vector<Vec2> arches(double length, double depth, int n) {
    std::vector<Vec2> out;
    const double half = length / n / 2;
    for (int k = 0; k < n; ++k)
        for (int i = k > 0; i <= 2 * chords; ++i) {
            const double turn = pi * i / (2 * chords);
            out.emplace_back((2 * k + 1) * half - half * std::cos(turn),
                             depth * (1 - std::sin(turn)));
        }
    return out;
}

// Hills of unequal height, each in front of the one before.
std::vector<Vec2> hills(double length, double depth, int n) {
    static constexpr double heights[] = {0.72, 1, 0.55, 0.86, 0.64};
    std::vector<Vec2> out;
    const int steps = std::max(2, n) * chords;
    for (int i = 0; i <= steps; ++i) {
        const double s = static_cast<double>(i) / steps;
        double high = 0;
        for (int k = 0; k < n; ++k) {
            const double u = (s - (k + 0.5) / n) * n / 1.15;
            high = std::max(high, heights[k % 5] * std::cos(std::min(std::fabs(u), 1.0) * pi / 2));
        }
        out.emplace_back(length * s, depth * (1 - high));
    }
    return out;
}

// The corners alone: a quarter circle, or straight across.
std::vector<Vec2> corners(double length, double depth, bool round) {
    const double r = std::min(depth, length / 2);
    std::vector<Vec2> out;
    const int steps = round ? chords : 1;
    for (int i = 0; i <= steps; ++i) {
        const double t = pi / 2 * i / steps;
        out.emplace_back(round ? r * (1 - std::cos(t)) : r * i,
                         round ? r * (1 - std::sin(t)) : r * (1 - i));
    }
    for (int i = steps; i >= 0; --i)
        if (const Vec2 p = out[static_cast<size_t>(i)]; length - p.x() > out.back().x() + 1e-9)
            out.emplace_back(length - p.x(), p.y());
    return out;
}

// The panels that an edge belongs to: one, or all of a part.
Result<std::vector<int>> panelsOf(const Assembly& a, const EdgeSpec& e, const std::string& place) {
    if (const int p = a.panel(e.of); p >= 0)
        return std::vector<int>{p};
    int part = a.part(e.of), parts = 0;
    for (size_t i = 0; part < 0 && i < a.parts.size(); ++i)
        if (ownerOf(a.parts[i].id) == e.of && ++parts > 1)
            return Problem{place, "“" + e.of + "” is made of several parts",
                           "name one of its parts, such as " + a.parts[i].id};
    std::vector<int> out;
    for (int p : part >= 0 ? a.parts[static_cast<size_t>(part)].panels : std::vector<int>{})
        out.push_back(p);
    if (out.empty())
        return Problem{place, "there is no panel or part “" + e.of + "”",
                       "name one, such as card.page-right"};
    return out;
}

// The stretches of a segment inside a ring, as parts of it from 0 to 1.
std::vector<std::pair<double, double>> inside(const Vec2& from, const Vec2& to, const Ring& ring) {
    std::vector<double> at{0, 1};
    const Vec2 way = to - from;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 p = ring[i], edge = ring[(i + 1) % ring.size()] - p;
        const double det = way.x() * edge.y() - way.y() * edge.x();
        if (std::fabs(det) < 1e-12)
            continue;
        const Vec2 off = p - from;
        const double t = (off.x() * edge.y() - off.y() * edge.x()) / det,
                     u = (off.x() * way.y() - off.y() * way.x()) / det;
        if (t > 0 && t < 1 && u >= -1e-12 && u <= 1 + 1e-12)
            at.push_back(t);
    }
    std::sort(at.begin(), at.end());
    std::vector<std::pair<double, double>> out;
    for (size_t i = 0; i + 1 < at.size(); ++i) {
        if (at[i + 1] - at[i] < 1e-9 ||
            offPaper(ring, {}, from + (at[i] + at[i + 1]) / 2 * way) > 0)
            continue;
        if (!out.empty() && at[i] - out.back().second < 1e-9)
            out.back().second = at[i + 1];
        else
            out.emplace_back(at[i], at[i + 1]);
    }
    return out;
}

// Shortens a crease to what is left of it.
Trouble shorten(AssemblyBuilder& out, int crease, const Ring& away, const std::set<int>& mine,
                const std::string& place) {
    Crease& c = out.creaseAt(crease);
    const auto gone = inside(c.from, c.to, away);
    if (gone.empty())
        return {};
    const double length = c.length();
    double lost = 0;
    for (auto& [a, b] : gone)
        lost += (b - a) * length;
    const Assembly& made = out.made();
    // A tab is cut along with the whole of its part, but not with a panel alone.
    const auto keeps = [&](int p) {
        return made.panels[static_cast<size_t>(p)].role == Role::Tab && mine.count(p) == 0;
    };
    const bool tab = keeps(c.left) || keeps(c.right);
    if (tab || length - lost < std::max(1.0, 0.3 * length))
        return Problem{place, std::string("along that edge runs a ") + (tab ? "tab" : "fold"),
                       "cut another edge, or cut in less"};
    const Vec2 from = c.from, way = c.to - c.from;
    for (auto& [a, b] : gone) { // seen from the old start
        if (a <= 1e-9)
            c.from = from + b * way;
        else if (b >= 1 - 1e-9)
            c.to = from + a * way;
        else
            out.leaveUnfolded(crease, a * length, b * length);
    }
    const double shift = (c.from - from).norm();
    for (auto& [a, b] : c.gaps) {
        a -= shift;
        b -= shift;
    }
    return {};
}

// An edge of a panel or part: along it from its left or lower end, and in from it, as the part
// stands upright, mm.
struct Side {
    Vec2 along, in;
    double from = 1e300, to = -1e300, edge = 1e300;
};
Side sideOf(const Assembly& a, const std::vector<int>& panels, Zone::Edge which) {
    Side s;
    const Vec2 up = a.parts[static_cast<size_t>(a.panels[static_cast<size_t>(panels.front())].part)]
                        .up,
               right = rightOf(up);
    s.along = which == Zone::Top || which == Zone::Bottom ? right : up;
    s.in = which == Zone::Top      ? Vec2(-up)
           : which == Zone::Bottom ? up
           : which == Zone::Left   ? right
                                   : Vec2(-right);
    const auto isTab = [&](int p) {
        return panels.size() > 1 && a.panels[static_cast<size_t>(p)].role == Role::Tab;
    };
    for (int p : panels)
        for (const Vec2& q : isTab(p) ? Ring{} : a.panels[static_cast<size_t>(p)].outline) {
            s.from = std::min(s.from, s.along.dot(q));
            s.to = std::max(s.to, s.along.dot(q));
            s.edge = std::min(s.edge, s.in.dot(q));
        }
    return s;
}

// The structure that an edge belongs to; of a series the first.
std::string ownedBy(const Design& d, const EdgeSpec& e) { return seriesOf(d, ownerOf(e.of)); }

std::string edgePlace(const EdgeSpec& e) {
    return "edge " + wordsOf<Zone::Edge>()[static_cast<size_t>(e.edge)] + " of " + e.of;
}

// What of adhesive is left where paper is cut away.
std::vector<Ring> stickingBeside(const std::vector<Ring>& adhesive, const Ring& away) {
    std::vector<Ring> out;
    for (const Ring& ring : adhesive)
        for (const Paper& p : without(ring, {}, away))
            for (Ring& piece : ringsOf(p))
                out.push_back(std::move(piece));
    return out;
}

Trouble cutEdge(const EdgeSpec& e, AssemblyBuilder& out, Unit unit) {
    const std::string place = edgePlace(e);
    auto panels = panelsOf(out.made(), e, place);
    if (!panels)
        return panels.problem();
    const Assembly& a = out.made();
    const Side side = sideOf(a, *panels, e.edge);
    const Vec2 along = side.along, in = side.in;
    const double from = side.from, to = side.to, edge = side.edge;
    const std::vector<Vec2> profile = profileOf(e, to - from);
    for (size_t i = 0; i < profile.size(); ++i)
        if (profile[i].x() < (i > 0 ? profile[i - 1].x() : 0) - 1e-6 ||
            profile[i].x() > to - from + 1e-6)
            return Problem{place,
                           "its points run from " + sayLength(profile.front().x(), unit) + " to " +
                               sayLength(profile.back().x(), unit) + ", the edge is " +
                               sayLength(to - from, unit) + " long",
                           "keep them along the edge, in order"};
    constexpr double beyond = 500; // mm: what lies to both sides, as tabs do, ends as the edge does
    Ring away;
    auto at = [&](double s, double depth) {
        away.push_back((from + s) * along + (edge + depth) * in);
    };
    at(-beyond, -1);
    at(-beyond, profile.front().y());
    for (const Vec2& p : profile)
        at(p.x(), p.y());
    at(to - from + beyond, profile.back().y());
    at(to - from + beyond, -1);
    if (areaOf(away) < 0)
        std::reverse(away.begin(), away.end());
    const std::set<int> mine(panels->begin(), panels->end());
    for (size_t k = 0; k < a.creases.size(); ++k)
        if (mine.count(a.creases[k].left) || mine.count(a.creases[k].right))
            if (Trouble t = shorten(out, static_cast<int>(k), away, mine, place))
                return t;
    for (int p : *panels)
        if (!out.take(p, away))
            return Problem{place,
                           "it would leave nothing of the " +
                               spokenName(localName(out.made().panels[static_cast<size_t>(p)].id)) +
                               ", or cut it in two",
                           "cut in less"};
    for (size_t k = 0; k < a.joins.size(); ++k)
        if (mine.count(a.joins[k].tab) && !a.joins[k].adhesive.empty()) {
            std::vector<Ring> left = stickingBeside(a.joins[k].adhesive, away);
            if (left.empty())
                return Problem{place, "it would leave nothing of what is stuck", "cut in less"};
            out.joinAt(static_cast<int>(k)).adhesive = std::move(left);
        }
    return {};
}

} // namespace

Result<double> edgeLength(const Assembly& a, const EdgeSpec& e) {
    auto panels = panelsOf(a, e, edgePlace(e));
    if (!panels)
        return panels.problem();
    const Side s = sideOf(a, *panels, e.edge);
    return s.to - s.from;
}

std::vector<Vec2> profileOf(const EdgeSpec& e, double length) {
    const double d = e.depth.mm();
    const int n = countOf(e, length);
    switch (e.shape) {
    case EdgeShape::Hills:
        return hills(length, d, n);
    case EdgeShape::Waves:
        return bays(length, n, [d](double u) { return d * (1 - std::cos(pi * u)) / 2; });
    case EdgeShape::Scallops:
        return arches(length, d, n);
    case EdgeShape::Points:
        return bays(length, n, [d](double u) { return d * std::fabs(u); });
    case EdgeShape::Battlements: {
        std::vector<Vec2> out;
        const int teeth = 2 * ((n + 1) / 2) - 1; // odd
        for (int i = 0; i < teeth; ++i)
            for (double s : {0.0, 1.0})
                out.emplace_back(length * (i + s) / teeth, i % 2 ? d : 0);
        return out;
    }
    case EdgeShape::Arch:
        return arches(length, d, 1);
    case EdgeShape::Round:
        return corners(length, d, true);
    case EdgeShape::Snip:
        return corners(length, d, false);
    case EdgeShape::Drawn:
        break;
    }
    std::vector<Vec2> out;
    for (const Point& p : e.points)
        out.emplace_back(p.x.mm(), p.y.mm());
    return out;
}

Trouble cutEdges(const Design& d, AssemblyBuilder& out) {
    std::set<std::pair<std::string, int>> seen;
    for (const EdgeSpec& e : d.edges) {
        if (!seen.insert({e.of, e.edge}).second)
            return Problem{"edges", "an edge of “" + e.of + "” is cut twice", "remove one of them"};
        if (const StructureSpec* s = d.structure(ownedBy(d, e)); s && familyOf(*s).dresses)
            continue;
        if (Trouble t = cutEdge(e, out, d.units))
            return t;
    }
    return {};
}

Trouble cutEdgesOf(const Design& d, const std::string& structure, AssemblyBuilder& out) {
    for (const EdgeSpec& e : d.edges)
        if (ownedBy(d, e) == structure)
            if (Trouble t = cutEdge(e, out, d.units))
                return t;
    return {};
}

Trouble zoneTabs(const Design& d, AssemblyBuilder& out) {
    for (const ZoneSpec& z : d.zones) {
        const int index = out.made().join(z.tab);
        const std::string place = "zone of " + z.tab;
        if (index < 0)
            return Problem{place, "there is no such tab", "name a tab that is glued"};
        Join& join = out.joinAt(index);
        const Ring& outline = out.made().panels[static_cast<size_t>(join.tab)].outline;
        if (Trouble t = fits(z.zone, outline, d.units))
            return t->in(place);
        join.adhesive = z.zone.kind == Zone::Whole ? std::vector<Ring>{} : ringsOf(z.zone, outline);
    }
    return {};
}

} // namespace hl::assembling
