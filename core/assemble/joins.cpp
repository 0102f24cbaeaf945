// Joins and motion: how the maker holds panels to one another, and how the card is moved.
#include "core/assemble/sheets.h"
#include "core/assembly/adhesive.h"
#include "core/design/limits.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace hl {
namespace {

constexpr double leastHold = 0.1; // mm

Vec2 flatOf(const Point& p) { return {p.x.mm(), p.y.mm()}; }

} // namespace

namespace {

// A line of a panel by its name: a crease of it, or an edge of the rectangle round it.
Result<std::pair<Vec2, Vec2>> lineOn(const Assembly& a, int panel, const std::string& word,
                                     const std::string& place) {
    const Panel& p = a.panels[panel];
    Vec2 low = p.outline.front(), high = low;
    for (const Vec2& q : p.outline) {
        low = low.cwiseMin(q);
        high = high.cwiseMax(q);
    }
    const Vec2 middle = (low + high) / 2;
    if (word == "left")
        return std::pair{Vec2(low.x(), middle.y()), Vec2(0, 1)};
    if (word == "right")
        return std::pair{Vec2(high.x(), middle.y()), Vec2(0, 1)};
    if (word == "middle")
        return std::pair{middle, Vec2(0, 1)};
    if (word == "bottom")
        return std::pair{Vec2(middle.x(), low.y()), Vec2(1, 0)};
    if (word == "top")
        return std::pair{Vec2(middle.x(), high.y()), Vec2(1, 0)};
    std::string known;
    for (const Crease& c : a.creases) {
        if (c.left != panel && c.right != panel)
            continue;
        const std::string local = c.id.substr(c.id.find('.') + 1);
        if (word == c.id || word == local) {
            Vec2 way = c.dir(); // up, or to the right
            if (way.y() < -1e-9 || (std::fabs(way.y()) <= 1e-9 && way.x() < 0))
                way = -way;
            return std::pair<Vec2, Vec2>{(c.from + c.to) / 2, way};
        }
        known += ", " + local;
    }
    return Problem{place, "the panel “" + p.id + "” has no line “" + word + "”",
                   "use left, right, top, bottom, middle" + known};
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
    join.place = matchLines(mine->first, mine->second, join.at, join.along, flip);
    for (const Crease& c : a.creases)
        if (a.panels[join.tab].role == Role::Tab && (c.left == join.tab || c.right == join.tab))
            join.crease = c.id;
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
        if (spec.line.empty() != spec.ontoLine.empty())
            return Problem{place, "it names one line of the two that lie on one another",
                           "name both, such as line left and onto_line right"};
        if (Trouble t = spec.line.empty() ? placedBy(spec, a, join) : placedPlainly(spec, a, join))
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
        if (join.moves && join.low == join.high) { // free unless a range is given
            join.low = traits.low;
            join.high = traits.high;
        }
        out.join(join);
    }
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

} // namespace hl
