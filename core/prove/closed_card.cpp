#include "core/prove/closed_card.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <cstdint>
#include <set>

namespace hl::proving {
namespace {

// What comes and goes from cell to cell of a row, in nanometres, so that sums are exact in any
// order. A row has one entry more than the map.
using Steps = std::vector<std::int64_t>;

// Adds `mm` to all cells whose middle lies in a convex ring. A middle on an edge counts for the
// paper on one side of it only, so that a seam between two pieces is no second layer.
void fill(const ThicknessMap& map, Steps& steps, const Ring& ring, double mm) {
    const auto more = static_cast<std::int64_t>(std::llround(mm * 1e6));
    double low = 1e300, high = -1e300;
    for (const Vec2& p : ring) {
        low = std::min(low, p.y());
        high = std::max(high, p.y());
    }
    auto row = [&](double y) { return (y - map.origin.y()) / map.cell - 0.5; };
    const int first = std::max(0, static_cast<int>(std::floor(row(low))));
    const int last = std::min(map.rows - 1, static_cast<int>(std::ceil(row(high))));
    for (int r = first; r <= last; ++r) {
        const double y = map.origin.y() + (r + 0.5) * map.cell;
        double from = 1e300, to = -1e300;
        for (size_t i = 0; i < ring.size(); ++i) {
            // From below, so that both pieces at a seam meet it at the same place.
            const bool up = ring[i].y() < ring[(i + 1) % ring.size()].y();
            const Vec2 &p = ring[up ? i : (i + 1) % ring.size()],
                       &q = ring[up ? (i + 1) % ring.size() : i];
            if ((p.y() < y) == (q.y() < y))
                continue;
            const double x = p.x() + (q.x() - p.x()) * (y - p.y()) / (q.y() - p.y());
            from = std::min(from, x);
            to = std::max(to, x);
        }
        auto column = [&](double x) { return (x - map.origin.x()) / map.cell - 0.5; };
        if (from > to)
            continue;
        const int start = std::max(0, static_cast<int>(std::ceil(column(from))));
        const int end = std::min(map.columns, static_cast<int>(std::ceil(column(to))));
        if (start >= end)
            continue;
        std::int64_t* line = &steps[static_cast<size_t>(r) * (map.columns + 1)];
        line[start] += more;
        line[end] -= more;
    }
}

void sumUp(ThicknessMap& map, const Steps& steps) {
    map.mm.resize(static_cast<size_t>(map.columns) * map.rows);
    for (int r = 0; r < map.rows; ++r) {
        std::int64_t now = 0;
        const std::int64_t* line = &steps[static_cast<size_t>(r) * (map.columns + 1)];
        float* cells = &map.mm[static_cast<size_t>(r) * map.columns];
        for (int k = 0; k < map.columns; ++k)
            cells[k] = static_cast<float>(1e-6 * static_cast<double>(now += line[k]));
    }
}

double areaWithin(const Panel& p) {
    double area = areaOf(p.outline);
    for (const Ring& hole : p.apertures)
        area -= std::fabs(areaOf(hole));
    return area;
}

// Whether the pages lie on one another. A motion that the maker staged may begin flat open: then
// only something else is shut.
bool pagesMeet(const Case& c, const FlatState& f) {
    const int spine = c.assembly.crease("card.spine");
    if (c.design.motion.empty() || spine < 0)
        return true;
    const Crease& k = c.assembly.creases[spine];
    return f.place[k.left].turn.col(2).dot(f.place[k.right].turn.col(2)) < 0;
}

// The size that the maker means, laid over the closed card so that it holds the pages and as much
// of everything else as it can: pages in a row may come to lie on either side of the spine.
void placeMeant(const Case& c, const FlatState& f, ClosedCard& card) {
    Vec2 low = Vec2::Constant(1e300), high = -low;
    for (size_t i = 0; i < f.pieces.size(); ++i)
        if (c.assembly.panels[i].role == Role::Page)
            for (const Ring& ring : f.pieces[i])
                for (const Vec2& p : ring) {
                    low = low.cwiseMin(p);
                    high = high.cwiseMax(p);
                }
    const Vec2 size = card.cardHigh - card.cardLow;
    for (int k : {0, 1}) {
        const double least = high(k) - size(k), most = low(k); // where it may begin
        card.cardLow(k) = least > most ? low(k) : std::clamp(card.low(k), least, most);
        card.cardHigh(k) = card.cardLow(k) + size(k);
    }
}

// Of a row whose size nobody said: the card is what its folded pages cover, and a sheet larger than
// a page on the back of which that is glued.
void placeFolded(const Case& c, const FlatState& f, ClosedCard& card) {
    std::vector<char> counts(f.pieces.size());
    for (size_t i = 0; i < f.pieces.size(); ++i)
        counts[i] = c.assembly.panels[i].role == Role::Page;
    for (const Join& j : c.assembly.joins) {
        const auto held = static_cast<size_t>(j.tab), page = static_cast<size_t>(j.landing);
        counts[held] = counts[held] ||
                       (traitsOf(j.kind).sticks && !j.ontoFace() &&
                        c.assembly.panels[page].role == Role::Page &&
                        c.assembly.panels[held].role == Role::Wall &&
                        areaWithin(c.assembly.panels[held]) >= areaWithin(c.assembly.panels[page]));
    }
    card.cardLow = Vec2::Constant(1e300);
    card.cardHigh = -card.cardLow;
    for (size_t i = 0; i < f.pieces.size(); ++i)
        for (const Ring& ring : f.pieces[i])
            for (const Vec2& p : ring)
                if (counts[i]) {
                    card.cardLow = card.cardLow.cwiseMin(p);
                    card.cardHigh = card.cardHigh.cwiseMax(p);
                }
}

ThicknessMap mapOver(const ClosedCard& card) {
    ThicknessMap map;
    map.origin = card.low;
    map.cell = std::max(0.5, card.size().maxCoeff() / 400);
    map.columns = std::max(1, static_cast<int>(std::ceil(card.size().x() / map.cell)));
    map.rows = std::max(1, static_cast<int>(std::ceil(card.size().y() / map.cell)));
    return map;
}

double foamOf(const Join& j) {
    const double foam = std::fabs(j.place.shift.z());
    return traitsOf(j.kind).sticks && foam > 1e-9 ? foam : 0;
}

// Calls `each` with every convex piece of what a join glues, which is where both are. Foam carries
// what lies over it.
template<class Each> void glued(const FlatState& f, const Join& j, Each each) {
    std::vector<Ring> held;
    if (j.adhesive.empty())
        held = f.pieces[j.tab];
    for (const Ring& sticky : j.adhesive) {
        Ring ring;
        for (const Vec2& p : sticky)
            ring.push_back(f.place[j.tab].at(p).head<2>());
        if (areaOf(ring) < 0)
            std::reverse(ring.begin(), ring.end());
        const auto pieces = isConvex(ring) ? std::vector<Ring>{ring} : convexPieces(ring, {});
        held.insert(held.end(), pieces.begin(), pieces.end());
    }
    for (const Ring& landing : f.pieces[j.landing])
        for (const Ring& h : held)
            if (const Ring shared = overlapOf(landing, h); !shared.empty())
                each(shared);
}

// Whether what a join holds lies between the two pages of a shut fold.
bool between(const Case& c, const FlatState& f, const Crease& fold, bool valley, const Join& join) {
    const Join* down = &join; // the lowest of a pile, which lies on a page or on a wall
    for (size_t deep = 0; deep < c.assembly.joins.size(); ++deep) {
        const auto on = c.assembly.joinsOf(down->landing);
        const auto next = std::find_if(on.begin(), on.end(),
                                       [](const Join* j) { return traitsOf(j->kind).sticks; });
        if (next == on.end())
            break;
        down = *next;
    }
    if (down->landing == fold.left || down->landing == fold.right)
        return down->ontoFace() == valley;
    const int left = f.above(join.tab, fold.left), right = f.above(join.tab, fold.right);
    return f.overlap(join.tab, fold.left) && f.overlap(join.tab, fold.right) &&
           (left * right == -1 || left * right == 0);
}

// By how much foam keeps the two pages of a fold apart at their edge, mm.
double gapeAt(const Case& c, const FlatState& f, int crease, ThicknessMap map) {
    const Crease& fold = c.assembly.creases[static_cast<size_t>(crease)];
    const auto& panels = c.assembly.panels;
    if (panels[static_cast<size_t>(fold.left)].role != Role::Page ||
        panels[static_cast<size_t>(fold.right)].role != Role::Page ||
        f.pieces[static_cast<size_t>(fold.left)].empty() ||
        f.pieces[static_cast<size_t>(fold.right)].empty())
        return 0;
    const Rigid &left = f.place[static_cast<size_t>(fold.left)],
                &right = f.place[static_cast<size_t>(fold.right)];
    if (left.turn.col(2).dot(right.turn.col(2)) > 0)
        return 0; // it is open there
    Steps steps(static_cast<size_t>(map.columns + 1) * map.rows);
    bool any = false;
    for (const Join& j : c.assembly.joins)
        if (foamOf(j) > 0 && between(c, f, fold, fold.fold == Fold::Valley, j)) {
            any = true;
            glued(f, j, [&](const Ring& ring) { fill(map, steps, ring, foamOf(j)); });
        }
    if (!any)
        return 0;
    sumUp(map, steps);
    const Vec2 from = left.at(fold.from).head<2>(),
               normal = leftOf((left.at(fold.to).head<2>() - from).normalized());
    double reach = 0;
    for (int page : {fold.left, fold.right})
        for (const Ring& ring : f.pieces[static_cast<size_t>(page)])
            for (const Vec2& p : ring)
                reach = std::max(reach, std::fabs(normal.dot(p - from)));
    double most = 0;
    for (int r = 0; r < map.rows; ++r)
        for (int k = 0; k < map.columns; ++k)
            if (const double high = map.at(k, r); high > 0) {
                const Vec2 at = map.origin + map.cell * Vec2(k + 0.5, r + 0.5);
                most = std::max(most, high * reach / (std::fabs(normal.dot(at - from)) + high));
            }
    return most;
}

} // namespace

ClosedCard closedCard(const Case& c, const std::vector<FlatState>& flats) {
    ClosedCard card;
    for (const Panel& p : c.assembly.panels)
        card.mass += areaWithin(p) * 1e-6 * stockOf(c.design, c.assembly.parts[p.part]).weight;
    if (flats.empty() || flats.front().opening > c.first() + 1e-9 || !pagesMeet(c, flats.front()))
        return card;
    const FlatState& f = flats.front();
    card.low = Vec2::Constant(1e300);
    card.high = Vec2::Constant(-1e300);
    for (auto& pieces : f.pieces)
        for (const Ring& ring : pieces)
            for (const Vec2& p : ring) {
                card.low = card.low.cwiseMin(p);
                card.high = card.high.cwiseMax(p);
            }
    if (card.low.x() > card.high.x())
        return card;
    card.flat = &f;
    // The root page lies at negative x, its spine along y.
    const double w = c.design.card.width.mm(), h = c.design.card.height.mm();
    const bool top = c.design.card.spine == SpineSide::Top;
    card.cardLow = {-(top ? h : w), 0};
    card.cardHigh = {0, top ? w : h};
    if (c.design.card.follows)
        placeFolded(c, f, card);
    else if (formOf(c.design).row)
        placeMeant(c, f, card);
    ThicknessMap& map = card.map;
    map = mapOver(card);
    Steps steps(static_cast<size_t>(map.columns + 1) * map.rows);
    for (size_t i = 0; i < f.pieces.size(); ++i)
        for (const Ring& ring : f.pieces[i])
            fill(map, steps, ring, caliperOf(c, static_cast<int>(i)));
    for (const Join& j : c.assembly.joins) {
        if (!traitsOf(j.kind).sticks)
            continue;
        const double foam = foamOf(j);
        glued(f, j, [&](const Ring& ring) {
            fill(map, steps, ring, foam > 0 ? foam : c.workshop.adhesive);
        });
    }
    sumUp(map, steps);
    for (float mm : map.mm)
        card.thickness = std::max(card.thickness, static_cast<double>(mm));
    double count = 0;
    for (int r = 0; r < map.rows; ++r)
        for (int k = 0; k < map.columns; ++k)
            if (map.at(k, r) > card.thickness - 1e-4) {
                card.thickest += map.origin + map.cell * Vec2(k + 0.5, r + 0.5);
                ++count;
            }
    if (count > 0)
        card.thickest /= count;
    // Inside is what is not the two covers.
    const int root = c.linkage.root;
    card.inside = std::max(0.0, card.thickness - 2 * caliperOf(c, root));
    for (size_t k = 0; k < c.assembly.creases.size(); ++k)
        card.gape = std::max(card.gape, gapeAt(c, f, static_cast<int>(k), mapOver(card)));
    return card;
}

std::shared_ptr<const Case> foldedUp(const Case& c, const Stop& stop) {
    Assembly a = c.assembly;
    if (a.crease("card.spine") < 0)
        return std::make_shared<const Case>(c.design, std::move(a), stop.flag, c.workshop);
    std::vector<Stage> others;
    std::set<std::string> seen{"card.spine"};
    double opens = 180;
    for (const Stage& s : a.motion)
        if (s.drive == "card.spine")
            opens = std::max(s.from, s.to);
        else if (seen.insert(s.drive).second)
            others.push_back({s.drive, s.from, s.from, true});
    a.motion = {{"card.spine", 0, std::max(1.0, opens), false}};
    a.motion.insert(a.motion.end(), others.begin(), others.end());
    return std::make_shared<const Case>(c.design, std::move(a), stop.flag, c.workshop);
}

Excess excessOver(const ClosedCard& card, const MailClass& mail) {
    const double a = std::max(card.size().x(), card.size().y()),
                 b = std::min(card.size().x(), card.size().y());
    auto over = [](double have, double most) { return std::max(0.0, have - most); };
    return {over(a, std::max(mail.length, mail.width)), over(b, std::min(mail.length, mail.width)),
            over(card.thickness, mail.thickness), over(card.mass, mail.mass)};
}

double beyondEnvelope(const ClosedCard& card, double width, double height) {
    const Vec2 s = card.size() + Vec2::Constant(card.thickness);
    auto over = [&](double w, double h) { return std::max({0.0, s.x() - w, s.y() - h}); };
    return std::min(over(width, height), over(height, width));
}

} // namespace hl::proving
