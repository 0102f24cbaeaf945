// Closed footprint: by how much the closed parts stick out past the closed card and past its
// envelope, and which of them show where a page is shorter than the card.
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double unseenFootprint = 0.05, forgivenFootprint = 0.5; // mm
constexpr double surelyMeant = 10; // mm: what shows by more is meant to be seen

struct Edges { // how far past each edge of a rectangle
    double start = 0, end = 0, open = 0, spine = 0;
    double most() const {
        return std::hypot(std::max({start, end, 0.0}), std::max({open, spine, 0.0}));
    }
    std::string say(bool topFold) const {
        const double worst = std::max({start, end, open, spine});
        if (worst == open)
            return topFold ? "bottom edge" : "edge opposite the spine";
        if (worst == spine)
            return "spine";
        if (topFold)
            return worst == start ? "left edge" : "right edge";
        return worst == start ? "bottom edge" : "top edge";
    }
};

Edges past(const Vec2& p, const Vec2& low, const Vec2& high) {
    return {low.y() - p.y(), p.y() - high.y(), low.x() - p.x(), p.x() - high.x()};
}

// By how much a place of a panel lies beyond the pages that hide it from one side, mm; 0 where they
// reach beyond it on both sides, or where the panel has none on one side: it is meant to be seen.
// Pages count with the rectangle round them: an opening cut into one is no edge.
double peeps(const Evidence& e, const std::vector<int>& pages, int panel, const Vec2& p) {
    const FlatState& f = *e.closed.flat;
    double most = 0;
    for (int side : {1, -1}) {
        Vec2 low = Vec2::Constant(1e300), high = -low;
        for (int page : pages) {
            if (!f.overlap(panel, page) || f.above(page, panel) == -side)
                continue;
            for (const Ring& r : f.pieces[page])
                for (const Vec2& q : r) {
                    low = low.cwiseMin(q);
                    high = high.cwiseMax(q);
                }
        }
        if (low.x() > high.x())
            return 0;
        most = std::max(most, past(p, low, high).most());
    }
    return most;
}

// Whether the maker said that it sticks out: the panel, its part or whatever it belongs to.
bool isMeant(const Case& c, const Part& part, int panel) {
    const auto& meant = c.design.card.meant;
    auto named = [&](const std::string& id) {
        return std::find(meant.begin(), meant.end(), id) != meant.end();
    };
    return !meant.empty() && (named(part.id) || named(part.structure) ||
                              (panel >= 0 && (named(c.assembly.panels[panel].id) ||
                                              named(ownerOf(c.assembly.panels[panel].id)))));
}

// Where a chain does not close by far, nobody knows where its panels lie.
std::vector<bool> nowhereOf(const Case& c) {
    std::vector<bool> nowhere(c.assembly.panels.size());
    std::vector<std::vector<int>> moved;
    for (size_t l = 0; l < c.linkage.loops.size(); ++l)
        if (c.poses.front().misfits[l] > mostShared) {
            if (moved.empty())
                moved = movedByLoops(c);
            for (int panel : moved[l])
                nowhere[panel] = true;
        }
    return nowhere;
}

// How a part lies in the closed card.
struct Lying {
    Edges worst;             // past the card's edges
    std::vector<int> beyond; // panels that are
    int farthest = -1;       // of them
    double shows = 0;        // past the pages that hide it, mm
    int shown = -1;          // the panel that does
};
Lying lyingOf(const Evidence& e, const Part& part, const std::vector<bool>& nowhere,
              const std::vector<int>& pages) {
    const ClosedCard& card = e.closed;
    Lying out;
    for (int i : part.panels) {
        if (nowhere[i] || e.c.assembly.panels[static_cast<size_t>(i)].rides >= 0)
            continue;
        double most = 0;
        for (const Ring& ring : card.flat->pieces[i])
            for (const Vec2& p : ring) {
                const Edges over = past(p, card.cardLow, card.cardHigh);
                most = std::max(most, over.most());
                if (over.most() > out.worst.most()) {
                    out.worst = over;
                    out.farthest = i;
                }
                const double by = peeps(e, pages, i, p);
                if (by > out.shows) {
                    out.shows = by;
                    out.shown = i;
                }
            }
        if (most > unseenFootprint)
            out.beyond.push_back(i);
    }
    return out;
}

Finding sticksOut(const Evidence& e, const Part& part, const Lying& lies) {
    const Case& c = e.c;
    const bool topFold = c.design.card.spine == SpineSide::Top;
    const double amount = lies.worst.most();
    Finding f = Finding::of("overhang.sticks-out",
                            amount > forgivenFootprint ? Severity::Stop : Severity::Caution,
                            c.first(), c.first(), c.first(), amount);
    for (int i : lies.beyond)
        nameIn(f, c, i);
    f.message = "The " + sayPanel(c, lies.farthest) + " sticks out past the " +
                lies.worst.say(topFold) + " of the closed card by " + sayAmount(c, amount) + ".";
    f.remedy = "Make it lower or shorter, or move it away from that edge.";
    if (part.id == "card" || part.id.rfind("card.", 0) == 0) { // the size may be what is wrong
        const Vec2 size = e.closed.size();
        f.remedy = "Make it lower or shorter, or let the closed card be " +
                   sayAmount(c, topFold ? size.y() : size.x()) + " wide and " +
                   sayAmount(c, topFold ? size.x() : size.y()) + " high.";
    }
    return f;
}

Finding showsBeside(const Case& c, const Lying& lies) {
    Finding f = Finding::of("overhang.shows", Severity::Caution, c.first(), c.first(), c.first(),
                            lies.shows);
    nameIn(f, c, lies.shown);
    f.message = "The " + sayPanel(c, lies.shown) +
                " shows at the edge of the closed card: one "
                "of the outer pages is shorter there by " +
                sayAmount(c, lies.shows) + ".";
    f.remedy = "Make it shorter, move it toward the spine, or let it show on purpose.";
    return f;
}

Finding tooLarge(const Case& c, const ClosedCard& card, double beyond) {
    const bool topFold = c.design.card.spine == SpineSide::Top;
    Finding f =
        Finding::of("overhang.envelope", Severity::Stop, c.first(), c.first(), c.first(), beyond);
    f.parts = {"card"};
    const Vec2 s = card.size();
    f.message = "The closed card (" + sayAmount(c, topFold ? s.y() : s.x()) + " by " +
                sayAmount(c, topFold ? s.x() : s.y()) + ", " + sayAmount(c, card.thickness) +
                " thick) is too large for its envelope by " + sayAmount(c, beyond) + ".";
    f.remedy = "Take a larger envelope, or a smaller card.";
    return f;
}

} // namespace

void footprint(const Evidence& e, const Stop&, std::vector<Finding>& out) {
    const Case& c = e.c;
    const ClosedCard& card = e.closed;
    if (!card.flat)
        return;
    const std::vector<bool> nowhere = nowhereOf(c);
    std::vector<int> pages;
    for (size_t i = 0; i < c.assembly.panels.size(); ++i)
        if (c.assembly.panels[i].role == Role::Page)
            pages.push_back(static_cast<int>(i));
    for (const Part& part : c.assembly.parts) {
        // What stands on the spine is to be hidden when the card is closed.
        const StructureSpec* s = c.design.structure(part.structure);
        const bool inside = s && s->on == "card.spine";
        const Lying lies = lyingOf(e, part, nowhere, pages);
        if (isMeant(c, part, lies.farthest))
            continue;
        if (lies.worst.most() > unseenFootprint && lies.farthest >= 0)
            out.push_back(sticksOut(e, part, lies));
        else if (inside && lies.shows > forgivenFootprint && lies.shows < surelyMeant &&
                 lies.shown >= 0)
            out.push_back(showsBeside(c, lies));
    }
    if (!c.design.card.envelope)
        return;
    const auto& [width, height] = *c.design.card.envelope;
    const double beyond = beyondEnvelope(card, width.mm(), height.mm());
    if (beyond > unseenFootprint)
        out.push_back(tooLarge(c, card, beyond));
}

} // namespace hl::proving
