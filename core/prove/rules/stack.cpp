// Stack: what the closed card's thickness and mass mean: for the pages that wrap it, and for the
// post.
#include "core/measure/number.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>
#include <optional>

namespace hl::proving {
namespace {

constexpr double unseenStack = 0.05, thin = 1.5; // mm

std::string grams(double g) { return numberText(static_cast<int>(std::ceil(g - 1e-9))) + " g"; }

// Whether all pages that lie over or under a panel in the closed card lie on the same side of it.
bool outside(const Case& c, const FlatState& f, int panel) {
    bool over = false, under = false;
    for (auto& [other, index] : f.with(panel)) {
        if (c.assembly.panels[static_cast<size_t>(other)].role != Role::Page)
            continue;
        int side = f.above(other, panel);
        for (const Join* j : c.assembly.joinsOf(panel)) // glued together, neither is higher
            if (side == 0 && j->landing == other)
                side =
                    (f.place[static_cast<size_t>(other)].turn(2, 2) > 0) == j->ontoFace() ? -1 : 1;
        if (side == 0)
            return false; // nobody can tell
        (side > 0 ? over : under) = true;
    }
    return over != under;
}

// The fold that the two outermost pages have in common, in the closed card: they go round what lies
// between them, and are open opposite to it.
struct OuterFold {
    int left = 0, right = 0; // the pages
    Vec2 from, normal;       // away from the fold, into the pages
    double reach = 0;        // mm from the fold to where the longer of them ends
    double away(const Vec2& p) const { return normal.dot(p - from); }
};
std::optional<OuterFold> outerFold(const Case& c, const FlatState& f) {
    std::vector<int> pages;
    for (size_t i = 0; i < c.assembly.panels.size(); ++i)
        if (c.assembly.panels[i].role == Role::Page && !f.pieces[i].empty())
            pages.push_back(static_cast<int>(i));
    const auto outermost = [&](int page, int side) {
        return std::all_of(pages.begin(), pages.end(), [&](int other) {
            return other == page || !f.overlap(page, other) || f.above(page, other) == side;
        });
    };
    for (size_t k = 0; k < c.assembly.creases.size(); ++k) {
        const Crease& fold = c.assembly.creases[k];
        if (c.assembly.panels[static_cast<size_t>(fold.left)].role != Role::Page ||
            c.assembly.panels[static_cast<size_t>(fold.right)].role != Role::Page ||
            !f.overlap(fold.left, fold.right))
            continue;
        const int side = f.above(fold.left, fold.right);
        if (side == 0 || !outermost(fold.left, side) || !outermost(fold.right, -side))
            continue;
        const Rigid& at = f.place[static_cast<size_t>(fold.left)];
        OuterFold out;
        out.left = fold.left;
        out.right = fold.right;
        out.from = at.at(fold.from).head<2>();
        out.normal = leftOf((at.at(fold.to).head<2>() - out.from).normalized());
        if (out.normal.dot(centroidOf(f.pieces[static_cast<size_t>(fold.left)].front()) -
                           out.from) < 0)
            out.normal = -out.normal;
        for (int page : {fold.left, fold.right})
            for (const Ring& ring : f.pieces[static_cast<size_t>(page)])
                for (const Vec2& p : ring)
                    out.reach = std::max(out.reach, out.away(p));
        return out;
    }
    return {};
}

// What lies inside must end short of the pages' edge by as much as the pages lose on their way
// round it.
void wrapped(const Evidence& e, std::vector<Finding>& out) {
    const Case& c = e.c;
    const ClosedCard& card = e.closed;
    if (card.inside < thin)
        return; // a few layers: paper forgives that
    double worst = 0;
    int which = -1;
    const auto fold = outerFold(c, *card.flat);
    if (!fold)
        return; // to and fro: no page goes round all of it
    // A strap that goes round the edge of a page, from its back, is meant to be seen there.
    std::vector<bool> wraps(c.assembly.parts.size());
    for (const Join& j : c.assembly.joins) {
        const Panel &held = c.assembly.panels[static_cast<size_t>(j.tab)],
                    &page = c.assembly.panels[static_cast<size_t>(j.landing)];
        const Part& part = c.assembly.parts[static_cast<size_t>(held.part)];
        if (page.role == Role::Page && !j.ontoFace() && !part.creases.empty() &&
            c.design.part(part.id))
            wraps[static_cast<size_t>(held.part)] = true;
    }
    for (size_t i = 0; i < card.flat->pieces.size(); ++i) {
        if (c.assembly.panels[i].role == Role::Page || c.assembly.panels[i].rides >= 0)
            continue; // a mat ends where its host does, or before
        // What is glued down on one of the two pages goes with it.
        const auto joins = c.assembly.joinsOf(static_cast<int>(i));
        if (std::any_of(joins.begin(), joins.end(), [&](const Join* j) {
                return !j->moves && (j->landing == fold->left || j->landing == fold->right) &&
                       c.assembly.panels[i].role == Role::Tab;
            }))
            continue;
        if (wraps[static_cast<size_t>(c.assembly.panels[i].part)] ||
            outside(c, *card.flat, static_cast<int>(i)))
            continue;
        for (const Ring& ring : card.flat->pieces[i])
            for (const Vec2& p : ring) {
                const double left = fold->reach - fold->away(p); // to the open edge
                if (left >= -unseenStack && card.wrap() - left > worst) {
                    worst = card.wrap() - left;
                    which = static_cast<int>(i);
                }
            }
    }
    if (which < 0 || worst <= unseenStack)
        return;
    Finding f =
        Finding::of("stack.wraps", Severity::Caution, c.first(), c.first(), c.first(), worst);
    nameIn(f, c, which);
    f.message = "Closed, the pages go round " + sayAmount(c, card.inside) +
                " of paper, which takes about " + sayAmount(c, card.wrap()) +
                " from their reach: the " + sayPanel(c, which) + " would show by " +
                sayAmount(c, worst) + ".";
    f.remedy = "Make it narrower by " + sayAmount(c, worst) + ", or the card wider.";
    out.push_back(f);
}

} // namespace

void stack(const Evidence& e, const Stop&, std::vector<Finding>& out) {
    const Case& c = e.c;
    const ClosedCard& card = e.closed;
    if (!card.flat)
        return;
    wrapped(e, out);
    const std::string& wanted = c.design.card.mail;
    if (wanted.empty())
        return;
    const MailClass* mail = c.workshop.mailClass(wanted);
    auto tell = [&](const char* code, double amount, In in, const std::string& message,
                    const std::string& remedy) {
        Finding f = Finding::of(code, Severity::Caution, c.first(), c.first(), c.first(), amount);
        f.in = in;
        f.parts = {"card"};
        f.message = message;
        f.remedy = remedy;
        out.push_back(f);
    };
    if (!mail) {
        tell("stack.mail-unknown", 0, In::Millimetres,
             "The mail class “" + wanted + "” is not in the workshop's table.",
             "Choose one that is, or add it there with the values of the local post.");
        return;
    }
    const Excess over = excessOver(card, *mail);
    const std::string ask = "Take another class (ask the local post), or ";
    if (over.thickness > unseenStack)
        tell("stack.mail-thick", over.thickness, In::Millimetres,
             "Closed, the card is " + sayAmount(c, card.thickness) + " thick, " +
                 sayAmount(c, over.thickness) + " more than " + mail->name + " takes.",
             ask + "spread what lies over the thickest place.");
    if (over.length > unseenStack || over.width > unseenStack)
        tell("stack.mail-large", std::max(over.length, over.width), In::Millimetres,
             "Closed, the card is larger than " + mail->name + " takes by " +
                 sayAmount(c, std::max(over.length, over.width)) + ".",
             ask + "make the card smaller.");
    if (over.mass > 0)
        tell("stack.mail-heavy", over.mass, In::Grams,
             "The card weighs about " + grams(card.mass) + ", " + grams(over.mass) + " more than " +
                 mail->name + " takes.",
             ask + "take lighter stock.");
}

} // namespace hl::proving
