// Closed footprint: by how much the closed parts stick out past the closed card and past its
// envelope, and which of them show where a page is shorter than the card.
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double unseenFootprint = 0.05, forgivenFootprint = 0.5; // mm
constexpr double meant = 10; // mm: what shows by more is meant to be seen

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

} // namespace

void footprint(const Evidence& e, const Stop&, std::vector<Finding>& out) {
    const Case& c = e.c;
    const ClosedCard& card = e.closed;
    if (!card.flat)
        return;
    const bool topFold = c.design.card.spine == SpineSide::Top;
    // Where a chain does not close by far, nobody knows where its panels lie.
    std::vector<bool> nowhere(c.assembly.panels.size());
    std::vector<std::vector<int>> moved;
    for (size_t l = 0; l < c.linkage.loops.size(); ++l)
        if (c.poses.front().misfits[l] > mostShared) {
            if (moved.empty())
                moved = movedByLoops(c);
            for (int panel : moved[l])
                nowhere[panel] = true;
        }
    std::vector<int> pages;
    for (size_t i = 0; i < c.assembly.panels.size(); ++i)
        if (c.assembly.panels[i].role == Role::Page)
            pages.push_back(static_cast<int>(i));
    for (const Part& part : c.assembly.parts) {
        Edges worst;
        std::vector<int> beyond;
        int farthest = -1, shown = -1;
        double shows = 0;
        // What stands on the spine is to be hidden when the card is closed.
        const StructureSpec* s = c.design.structure(part.structure);
        bool inside = s && s->on == "card.spine";
        for (int i : part.panels) {
            if (nowhere[i] || c.assembly.panels[static_cast<size_t>(i)].rides >= 0)
                continue;
            double most = 0;
            for (const Ring& ring : card.flat->pieces[i])
                for (const Vec2& p : ring) {
                    const Edges over = past(p, card.cardLow, card.cardHigh);
                    most = std::max(most, over.most());
                    if (over.most() > worst.most()) {
                        worst = over;
                        farthest = i;
                    }
                    const double by = peeps(e, pages, i, p);
                    if (by > shows) {
                        shows = by;
                        shown = i;
                    }
                }
            if (most > unseenFootprint)
                beyond.push_back(i);
        }
        const double amount = worst.most();
        if (isMeant(c, part, farthest))
            continue;
        if (amount > unseenFootprint && farthest >= 0) {
            Finding f = Finding::of("overhang.sticks-out",
                                    amount > forgivenFootprint ? Severity::Stop : Severity::Caution,
                                    c.first(), c.first(), c.first(), amount);
            for (int i : beyond)
                nameIn(f, c, i);
            f.message = "The " + sayPanel(c, farthest) + " sticks out past the " +
                        worst.say(topFold) + " of the closed card by " + sayAmount(c, amount) + ".";
            f.remedy = "Make it lower or shorter, or move it away from that edge.";
            if (part.id == "card" ||
                part.id.rfind("card.", 0) == 0) { // the size may be what is wrong
                const Vec2 size = card.size();
                f.remedy = "Make it lower or shorter, or let the closed card be " +
                           sayAmount(c, topFold ? size.y() : size.x()) + " wide and " +
                           sayAmount(c, topFold ? size.x() : size.y()) + " high.";
            }
            out.push_back(f);
        } else if (inside && shows > forgivenFootprint && shows < meant && shown >= 0) {
            Finding f = Finding::of("overhang.shows", Severity::Caution, c.first(), c.first(),
                                    c.first(), shows);
            nameIn(f, c, shown);
            f.message = "The " + sayPanel(c, shown) +
                        " shows at the edge of the closed card: one "
                        "of the outer pages is shorter there by " +
                        sayAmount(c, shows) + ".";
            f.remedy = "Make it shorter, move it toward the spine, or let it show on purpose.";
            out.push_back(f);
        }
    }
    if (!c.design.card.envelope)
        return;
    const auto& [width, height] = *c.design.card.envelope;
    const double beyond = beyondEnvelope(card, width.mm(), height.mm());
    if (beyond > unseenFootprint) {
        Finding f = Finding::of("overhang.envelope", Severity::Stop, c.first(), c.first(),
                                c.first(), beyond);
        f.parts = {"card"};
        const Vec2 s = card.size();
        f.message = "The closed card (" + sayAmount(c, topFold ? s.y() : s.x()) + " by " +
                    sayAmount(c, topFold ? s.x() : s.y()) + ", " + sayAmount(c, card.thickness) +
                    " thick) is too large for its envelope by " + sayAmount(c, beyond) + ".";
        f.remedy = "Take a larger envelope, or a smaller card.";
        out.push_back(f);
    }
}

} // namespace hl
