// Joins and motion: how the maker holds panels to one another, and how the card is moved.
#include "core/assemble/crossing.h"
#include "core/assemble/lined.h"
#include "core/assemble/lines.h"
#include "core/assemble/sheets.h"
#include "core/assembly/adhesive.h"
#include "core/design/limits.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>
#include <optional>
#include <set>
#include <tuple>

namespace hl::assembling {
namespace {

constexpr double leastHold = 0.1; // mm

Vec2 flatOf(const Point& p) { return {p.x.mm(), p.y.mm()}; }

// A panel's outline as it comes to lie on another, counter-clockwise.
Ring laid(const Panel& panel, const Rigid& place) {
    Ring out;
    for (const Vec2& p : panel.outline)
        out.push_back(place.at(p).head<2>());
    if (areaOf(out) < 0)
        std::reverse(out.begin(), out.end());
    return out;
}

// Pushed into one another: the lines lie on one another from their lower ends on.
Trouble placedCrossing(const JoinSpec& spec, const Assembly& a, Join& join) {
    auto crossing = sheetCrossingOf(spec, a);
    if (!crossing)
        return crossing.problem();
    join.along = crossing->landing.up();
    join.at = crossing->landing.from;
    join.place = matchLines(crossing->held.from, crossing->held.up(), join.at, join.along,
                            spec.onFace == spec.ontoFace);
    return {};
}

Trouble placedPlainly(const JoinSpec& spec, const Assembly& a, Join& join) {
    // Edges are meant as they come to lie: turned over, a panel has its own left edge at the right.
    const bool flip = spec.onFace == spec.ontoFace;
    std::string word = spec.line;
    if (flip)
        for (auto [one, other] :
             {std::pair{"left", "right"}, {"right", "left"}, {"top", "bottom"}, {"bottom", "top"}})
            if (spec.line == one)
                word = other;
    auto mine = lineOn(a, join.tab, word, "join " + spec.id);
    if (!mine)
        return mine.problem();
    auto theirs = lineOn(a, join.landing, spec.ontoLine, "join " + spec.id);
    if (!theirs)
        return theirs.problem();
    join.along = theirs->second;
    // Into the landing.
    Vec2 inward = leftOf(join.along), middle = Vec2::Zero();
    const Ring& under = a.panels[join.landing].outline;
    for (const Vec2& p : under)
        middle += p / static_cast<double>(under.size());
    if ((middle - theirs->first).dot(inward) < -1e-9)
        inward = -inward;
    join.at = theirs->first + spec.off.mm() * inward + spec.along.mm() * join.along;
    const double turn = spec.turn.inside() * (flip == spec.ontoFace ? -1 : 1);
    const Vec2 way = Eigen::Rotation2Dd(-turn) * mine->second;
    join.place = matchLines(mine->first, way, join.at, join.along, flip);
    // Turned end for end where it would lie beside the paper, and so lies on it.
    const Panel &held = a.panels[static_cast<size_t>(join.tab)],
                &paper = a.panels[static_cast<size_t>(join.landing)];
    const Rigid turned = matchLines(mine->first, -way, join.at, join.along, flip);
    if (spec.turn.count == 0 && sharedArea(laid(held, join.place), paper.outline, {}) < 1e-6 &&
        sharedArea(laid(held, turned), paper.outline, {}) > 0.5 * areaOf(held.outline))
        join.place = turned;
    for (const Crease& c : a.creases)
        if (a.panels[join.tab].role == Role::Tab && (c.left == join.tab || c.right == join.tab))
            join.crease = c.id;
    return {};
}

// Half a turn about a crease, in the flat coordinates of its part.
Rigid foldedOver(const Crease& c) {
    const Vec2 d = c.dir();
    Rigid r;
    r.turn << 2 * d.x() * d.x() - 1, 2 * d.x() * d.y(), 0, 2 * d.x() * d.y(), 2 * d.y() * d.y() - 1,
        0, 0, 0, -1;
    r.shift.head<2>() = c.from - (r.turn.topLeftCorner<2, 2>() * c.from).eval();
    return r;
}

// Where every panel lies in the landing's coordinates when all on the way from there is folded
// flat. The creases of `open` stay as they are.
std::vector<std::optional<Rigid>> foldedFlat(const Assembly& a, int landing,
                                             const std::set<int>& open) {
    std::vector<std::optional<Rigid>> at(a.panels.size());
    at[static_cast<size_t>(landing)] = Rigid();
    std::vector<int> next{landing};
    const auto reach = [&](int panel, const Rigid& place) {
        auto& known = at[static_cast<size_t>(panel)];
        if (known)
            return;
        known = place;
        next.push_back(panel);
    };
    for (size_t i = 0; i < next.size(); ++i) {
        const int here = next[i];
        const Rigid place = *at[static_cast<size_t>(here)];
        for (size_t k = 0; k < a.creases.size(); ++k) {
            const Crease& c = a.creases[k];
            if (c.left == here || c.right == here)
                reach(c.left == here ? c.right : c.left,
                      open.count(static_cast<int>(k)) ? place : place * foldedOver(c));
        }
        for (const Join& j : a.joins)
            if (j.landing == here)
                reach(j.tab, place * j.place);
            else if (j.tab == here)
                reach(j.landing, place * j.place.inverse());
    }
    return at;
}

// Placed by closing: what is held already folds flat, and the panel is glued where it comes to lie.
// Its own sheet's folds are folded over or left open, whichever keeps it within the landing.
Trouble placedByClosing(const JoinSpec& spec, const Assembly& a, Join& join) {
    const std::string place = "join " + spec.id;
    const Panel& held = a.panels[static_cast<size_t>(join.tab)];
    const Panel& under = a.panels[static_cast<size_t>(join.landing)];
    if (traitsOf(spec.kind).slides || traitsOf(spec.kind).turns)
        return Problem{place, "what slides or turns has no place of its own when the card closes",
                       "name the lines that lie on one another"};
    const std::vector<int>& own = a.parts[static_cast<size_t>(held.part)].creases;
    constexpr size_t most = 8; // folds that are tried both ways
    const auto stuck = [&](int panel) {
        return panel == join.tab || std::any_of(a.joins.begin(), a.joins.end(), [&](const Join& j) {
                   return j.tab == panel || j.landing == panel;
               });
    };
    // Those that land first, of them those that are glued by the side that is told, then by those
    // in which what is free of it is folded up, then by the one that least sticks out.
    std::tuple<bool, bool, int, double> best{false, false, -static_cast<int>(own.size()) - 1, 0};
    double lies = 0; // mm2 on the landing
    for (unsigned tried = 0; tried < 1u << std::min(own.size(), most); ++tried) {
        std::set<int> open;
        for (size_t k = 0; k < std::min(own.size(), most); ++k)
            if (tried >> k & 1u)
                open.insert(own[k]);
        const auto at = foldedFlat(a, join.landing, open);
        const auto& here = at[static_cast<size_t>(join.tab)];
        if (!here)
            return Problem{place, "nothing else holds its sheet, so closing puts it nowhere",
                           "glue another panel of it first"};
        const double on = sharedArea(laid(held, *here), under.outline, under.apertures);
        double out = 0;
        for (int p : a.parts[static_cast<size_t>(held.part)].panels) {
            const Panel& one = a.panels[static_cast<size_t>(p)];
            if (const auto& there = at[static_cast<size_t>(p)])
                out += areaOf(one.outline) - sharedArea(laid(one, *there), under.outline, {});
        }
        const bool face = (here->turn(2, 2) < 0) == spec.ontoFace;
        const auto loose = std::count_if(open.begin(), open.end(), [&](int k) {
            const Crease& c = a.creases[static_cast<size_t>(k)];
            return !stuck(c.left) && !stuck(c.right);
        });
        const std::tuple now{on > 0.5 * areaOf(held.outline), face == spec.onFace,
                             -static_cast<int>(loose), std::round(-1e4 * out) / 1e4};
        if (now <= best)
            continue;
        best = now;
        lies = on;
        join.place = *here;
    }
    if (lies < 0.5)
        return Problem{place,
                       "closed, its panel comes to lie beside the panel it is to be glued to",
                       "name another panel to hold it, or the lines that lie on one another"};
    join.onFace = (join.place.turn(2, 2) < 0) == spec.ontoFace;
    join.at = join.place.at(held.outline.front()).head<2>();
    join.along = (join.place.turn * Vec3(1, 0, 0)).head<2>();
    return {};
}

// What of an adhesive zone lies on the landing: said plainly, a panel is glued where it lies on the
// other one, and hangs free beyond. All of it where next to nothing does: that is to be told.
std::vector<Ring> onLanding(const Assembly& a, const Join& join, const std::vector<Ring>& zone) {
    const Rigid back = join.place.inverse();
    Ring paper;
    for (const Vec2& p : a.panels[join.landing].outline)
        paper.push_back(back.at(p).head<2>());
    if (areaOf(paper) < 0)
        std::reverse(paper.begin(), paper.end());
    std::vector<Ring> out;
    double whole = 0, carries = 0;
    for (const Ring& ring : zone) {
        whole += areaOf(ring);
        Ring shared = common(ring, paper);
        if (shared.size() < 3 || areaOf(shared) < 1e-3)
            continue;
        carries += areaOf(shared);
        out.push_back(std::move(shared));
    }
    return carries > 0.2 * whole ? out : zone;
}

// By points and a turn.
Trouble placedBy(const JoinSpec& spec, const Assembly& a, Join& join) {
    Vec2 hold(0, 0), along(1, 0);
    for (const Crease& c : a.creases)
        if (a.panels[join.tab].role == Role::Tab && (c.left == join.tab || c.right == join.tab)) {
            hold = c.from;
            along = c.dir();
            join.crease = c.id;
        }
    if (!spec.hold.empty())
        hold = flatOf(spec.hold[0]);
    if (spec.hold.size() > 1) {
        along = flatOf(spec.hold[1]) - hold;
        if (spec.hold.size() > 2 || along.norm() < leastHold)
            return Problem{"join " + spec.id, "what is held has no direction",
                           "give hold one point, or two that differ"};
        along.normalize();
    }
    const Turn turn = exactTurn(spec.turn.inside());
    join.at = flatOf(spec.at);
    join.along = {turn.cos, turn.sin};
    join.place = matchLines(hold, along, join.at, join.along, spec.onFace == spec.ontoFace);
    return {};
}

} // namespace

Trouble buildJoins(const Design& d, AssemblyBuilder& out) {
    std::set<std::string> ids;
    for (const JoinSpec& spec : d.joins) {
        const std::string place = "join " + spec.id;
        if (spec.id.empty() || !ids.insert(spec.id).second)
            return Problem{place, "the id is missing or used twice",
                           "give every join an id of its own"};
        const Assembly& a = out.made();
        const int held = a.panel(spec.panel), landing = a.panel(spec.onto);
        for (auto& [panel, id] : {std::pair{held, spec.panel}, {landing, spec.onto}})
            if (panel < 0)
                return Problem{place, "there is no panel “" + id + "”",
                               "name a panel of a part, such as card.page-left"};
        if (held == landing)
            return Problem{place, "a panel cannot be held by itself", "name another landing"};
        if (spec.from.count > spec.to.count)
            return Problem{place, "its range runs backwards", "swap from and to"};
        Join join;
        join.id = spec.id;
        join.kind = spec.kind;
        join.tab = held;
        join.landing = landing;
        join.onFace = spec.onFace;
        const bool closing = spec.line == "closing";
        if (!closing && spec.line.empty() != spec.ontoLine.empty())
            return Problem{place, "it names one line of the two that lie on one another",
                           "name both, such as line left and onto_line right"};
        if (spec.crossing && (!traitsOf(spec.kind).through || !spec.hinged))
            return Problem{place, "sheets that are pushed into one another turn in their slits",
                           "make it a slot that is hinged, or take crossing back"};
        if (spec.crossing && spec.along.count != 0)
            return Problem{place, "sheets that cross stand on one level, and it says along",
                           "take along back to nought"};
        if (Trouble t = spec.crossing       ? placedCrossing(spec, a, join)
                        : closing           ? placedByClosing(spec, a, join)
                        : spec.line.empty() ? placedBy(spec, a, join)
                                            : placedPlainly(spec, a, join))
            return t;
        if (Trouble t = fits(spec.zone, a.panels[held].outline, d.units))
            return t->in(place);
        if (!spec.line.empty() && traitsOf(spec.kind).sticks)
            join.adhesive = onLanding(a, join, ringsOf(spec.zone, a.panels[held].outline));
        else if (spec.zone.kind != Zone::Whole) {
            join.adhesive = ringsOf(spec.zone, a.panels[held].outline);
            if (join.adhesive.empty())
                return Problem{place, "nothing of the adhesive zone lies on the panel",
                               "make the zone smaller or larger, so that it does"};
        }
        const JoinTraits& traits = traitsOf(spec.kind);
        join.moves = traits.turns || traits.slides || (traits.hinges && spec.hinged);
        join.low = spec.from.inside();
        join.high = spec.to.inside();
        join.play = traits.slides && !traits.turns ? spec.play.mm() : 0;
        if (join.moves && join.low == join.high) { // free unless a range is given
            join.low = traits.low;
            join.high = traits.high;
        }
        out.join(join);
    }
    tieTabs(ids, out);
    linePanels(ids, out);
    return {};
}

Trouble buildMotion(const Design& d, AssemblyBuilder& out) {
    if (d.motion.empty())
        return {};
    if (d.motion.size() > limits::stages)
        return Problem{"motion", "it has more than " + numberText(limits::stages) + " stages",
                       "leave some out"};
    std::vector<Stage> stages;
    for (size_t i = 0; i < d.motion.size(); ++i) {
        const StageSpec& s = d.motion[i];
        const std::string place = "motion, stage " + numberText(i + 1);
        const Assembly& a = out.made();
        const int crease = a.crease(s.drive), join = a.join(s.drive);
        if (crease < 0 && (join < 0 || !a.joins[static_cast<size_t>(join)].moves))
            return Problem{place, "nothing that moves is called “" + s.drive + "”",
                           "name a crease, a pivot or a slide"};
        const bool slide = crease < 0 && traitsOf(a.joins[static_cast<size_t>(join)].kind).slides;
        for (const Measure& m : {s.from, s.to}) {
            if ((m.quantity == Quantity::Length) != slide)
                return Problem{place,
                               slide ? "a slide is driven by a distance"
                                     : "a fold or pivot is driven by an angle",
                               slide ? "write it like \"12 mm\"" : "write it like \"90 deg\""};
            if (crease >= 0 && (m.degrees() < 0 || m.degrees() > 180))
                return Problem{place, "the angle between two panels is 0 to 180 degrees",
                               "keep from and to within that"};
            if (m.count > 2'000'000'000 && slide)
                return Problem{place, "the distance is out of reach", "stay below 2 m"};
        }
        auto value = [&](const Measure& m) { return slide ? m.mm() : m.degrees(); };
        if (s.together && i == 0)
            return Problem{place, "there is no stage before to go together with",
                           "leave out together"};
        if (s.from == s.to && !s.together)
            return Problem{place, "the stage moves nothing", "let from and to differ"};
        stages.push_back({s.drive, value(s.from), value(s.to), s.together});
    }
    out.drive(stages);
    return {};
}

} // namespace hl::assembling
