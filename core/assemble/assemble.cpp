// Design -> assembly: the card's own part first, then free parts, then every structure after its
// host, then the joins a maker placed.
#include "core/assemble/assemble.h"
#include "core/assemble/course.h"
#include "core/assemble/crossing.h"
#include "core/assemble/placing.h"
#include "core/assemble/queue.h"
#include "core/assemble/said.h"
#include "core/assemble/sheets.h"
#include "core/assemble/silhouettes.h"
#include "core/design/limits.h"
#include "core/design/stiffness.h"
#include "core/measure/free_thread.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

namespace hl::assembling {
namespace {

constexpr double smallestCard = 20, largestCard = 1000; // mm

Trouble checkCard(const Design& d) {
    for (auto& [name, m] : {std::pair{"width", d.card.width}, {"height", d.card.height}})
        if (m.mm() < smallestCard || m.mm() > largestCard)
            return Problem{std::string("card, ") + name,
                           exactText(m, d.units) + " is no size for a card",
                           "give a closed size between 20 mm and 1000 mm"};
    const Family* form = family(d.card.form);
    if (!form || form->ground != Ground::Form) {
        return Problem{"card, form", "there is no form of card “" + d.card.form + "”",
                       "use one of: " + knownFamilies(true)};
    }
    if (!d.stock(d.card.stock))
        return Problem{"card", "the stock “" + d.card.stock + "” is not in the list of stocks",
                       "add it under stocks or name one that is there"};
    return {};
}

Trouble checkNames(const Design& d) {
    std::set<std::string> seen{"card"};
    for (auto& s : d.structures) {
        if (s.id.empty() || s.id.find('.') != std::string::npos)
            return Problem{"structures", "“" + s.id + "” is no usable id",
                           "use letters, digits and hyphens"};
        if (!seen.insert(s.id).second)
            return Problem{structurePlace(s), "the id is used twice",
                           "give every structure an id of its own"};
        if (!family(s.kind) || family(s.kind)->ground == Ground::Form) {
            return Problem{structurePlace(s), "there is no structure “" + s.kind + "”",
                           "use one of: " + knownFamilies(false)};
        }
        if (!s.stock.empty() && !d.stock(s.stock))
            return Problem{structurePlace(s),
                           "the stock “" + s.stock + "” is not in the list of stocks",
                           "add it under stocks or name one that is there"};
    }
    for (auto& p : d.parts) {
        const std::string place = "part " + p.id;
        if (p.id.empty() || p.id.find('.') != std::string::npos)
            return Problem{"parts", "“" + p.id + "” is no usable id",
                           "use letters, digits and hyphens"};
        if (!seen.insert(p.id).second)
            return Problem{place, "the id is used twice", "give every part an id of its own"};
        if (!p.stock.empty() && !d.stock(p.stock))
            return Problem{place, "the stock “" + p.stock + "” is not in the list of stocks",
                           "add it under stocks or name one that is there"};
    }
    // Those of a series have ids of their own, "box1-2".
    for (auto& s : d.structures)
        for (const std::string& id : seen)
            if (s.count != 1 && id.size() > s.id.size() + 1 && id.rfind(s.id + "-", 0) == 0 &&
                id.find_first_not_of("0123456789", s.id.size() + 1) == std::string::npos)
                return Problem{structurePlace(s),
                               "it is a series, and one of it would be called like “" + id + "”",
                               "give one of the two another id"};
    return {};
}

// The closed card as a host: the spine's length, and how far the pages reach.
Host cardOf(const Design& d) {
    const bool side = d.card.spine == SpineSide::Left;
    Host h;
    h.on = "card";
    h.left.room = h.right.room = side ? d.card.width.mm() : d.card.height.mm();
    h.length = side ? d.card.height.mm() : d.card.width.mm();
    h.units = d.units;
    h.up = upOf(d);
    h.caliper = d.paper(d.card.stock).caliper.mm();
    return h;
}

// What has to be folded and kept grows with the panels and with the way they go.
Trouble checkExtent(const Assembly& a) {
    double samples = 1;
    for (const Stage& s : a.motion)
        samples += s.together ? 0 : std::ceil(std::fabs(s.to - s.from));
    if (static_cast<double>(a.panels.size()) * samples <= double(limits::poses))
        return {};
    return Problem{"the design",
                   countText(a.panels.size(), "one panel", "panels") + " on a motion of " +
                       numberText(samples - 1, 0) + " degrees or mm are too many to fold",
                   "leave out some structures or stages, or make it two designs"};
}

// "box2" before "box10": digits by their value, all else by its letters.
bool before(const std::string& a, const std::string& b) {
    size_t i = 0, k = 0;
    auto digit = [](const std::string& s, size_t at) {
        return at < s.size() && s[at] >= '0' && s[at] <= '9';
    };
    while (i < a.size() && k < b.size()) {
        if (!digit(a, i) || !digit(b, k)) {
            if (a[i] != b[k])
                return a[i] < b[k];
            ++i;
            ++k;
            continue;
        }
        auto number = [&](const std::string& s, size_t& at) {
            while (at < s.size() && s[at] == '0')
                ++at;
            const size_t from = at;
            while (digit(s, at))
                ++at;
            return s.substr(from, at - from);
        };
        const std::string x = number(a, i), y = number(b, k);
        if (x != y)
            return x.size() != y.size() ? x.size() < y.size() : x < y;
    }
    return i == a.size() && k == b.size() ? a < b : i == a.size();
}

// What is the same card is the same assembly, in whatever order it is listed: by name.
Design inOrder(Design d) {
    auto byId = [](const auto& a, const auto& b) { return before(a.id, b.id); };
    std::stable_sort(d.structures.begin(), d.structures.end(), byId);
    std::stable_sort(d.parts.begin(), d.parts.end(), byId);
    std::stable_sort(d.joins.begin(), d.joins.end(), byId);
    return d;
}

// Where the maker shows the card: where a motion in stages ends, if that leaves it at the opening
// that is told; else at a place of its first stage.
Trouble shownAt(const Design& d, AssemblyBuilder& out) {
    const std::vector<Stage>& motion = out.made().motion;
    const auto spine = std::find_if(motion.rbegin(), motion.rend(),
                                    [](auto& s) { return s.drive == "card.spine"; });
    const double at = d.card.shown ? d.card.shown->degrees() : 0;
    double end = 0;
    int stages = 0;
    for (const Stage& s : motion)
        if (!s.together) {
            end += std::fabs(s.to - s.from);
            ++stages;
        }
    if (stages > 1 &&
        (!d.card.shown || spine == motion.rend() || std::fabs(spine->to - at) < 1e-9)) {
        out.display(end, "stands where its motion ends");
        return {};
    }
    if (!d.card.shown)
        return {};
    const Stage& first = motion.front();
    if (first.drive == "card.spine" && first.from < first.to && (at > first.to || at < first.from))
        return Problem{"card, shown",
                       "the card opens to " + numberText(first.to, 1) +
                           "°, and is to be shown at " + numberText(at, 1) + "°",
                       "show it at an opening that it reaches"};
    out.display(at, "stands as the maker shows it");
    return {};
}

Result<Assembly> assembleUntil(const Design& given, const std::string& stop,
                               AllValues* all = nullptr);

// In order, and slit where sheets are pushed into one another, which takes the sheets alone.
Result<Design> readyToBuild(const Design& given) {
    const Design d = inOrder(given);
    if (std::none_of(d.joins.begin(), d.joins.end(), [](auto& j) { return j.crossing; }))
        return d;
    Design bare = d;
    bare.structures.clear();
    bare.joins.clear();
    bare.zones.clear();
    bare.motion.clear();
    bare.edges.clear();
    bare.card.shown.reset();
    auto sheets = assembleUntil(bare, "");
    if (!sheets)
        return sheets.problem();
    return slitWhereCrossed(d, *sheets);
}

// The card itself and the blanks of the maker's own.
Trouble buildGround(const Design& d, AssemblyBuilder& out, AllValues* all) {
    if (Trouble t = checkMeasures(d, "card"))
        return t;
    const Family& form = *family(d.card.form);
    const Host card = cardOf(d);
    const Values values = valuesOf(form, d.card.set, card);
    if (Trouble t = checkValues(d, form, "card", values))
        return t;
    if (all)
        (*all)["card"] = values;
    std::vector<CardSheet> sheets{form.sheet(values, card)};
    if (!d.card.say.empty()) {
        if (!formOf(d).row)
            return Problem{"card, say", "only a card of pages is told by a line",
                           "set its form to pages, or remove the line"};
        auto said = cardSheets(d.card.say, card.length);
        if (!said)
            return said.problem();
        sheets = *said;
    }
    if (Trouble t = buildCard(d, sheets, out))
        return t;
    StructureSpec named;
    named.id = named.kind = "card";
    named.name = "Card";
    named.stock = d.card.stock;
    named.say = d.card.say;
    if (Trouble t = form.build(named, values, card, out))
        return t;
    out.upright(0, upOf(d));
    for (auto& p : d.parts)
        if (Trouble t = buildFreePart(d, p, out))
            return t;
    return {};
}

// Structures that stand on one another in a circle, as they are listed.
Problem circle(const Design& listed, const Queue& waiting) {
    std::string ring;
    const StructureSpec* first = nullptr;
    for (auto& s : listed.structures)
        if (waiting.has(s.id)) {
            first = first ? first : &s;
            ring += (ring.empty() ? "" : ", ") + s.id;
        }
    return {structurePlace(*first), "hosts run in a circle (" + ring + ")",
            "stand one of them on card.spine"};
}

// What is cut and joined once all that stands is there.
Trouble glueAll(const Design& d, AssemblyBuilder& out) {
    for (auto& step : {cutEdges, buildJoins})
        if (Trouble t = step(d, out))
            return t;
    return {};
}

// How the card is displayed unless the maker says it.
void displayed(const Design& d, AssemblyBuilder& out) {
    if (out.made().crease("card.spine") < 0 && !out.made().motion.front().drive.empty())
        out.display(90, "rises as far as its folds rest by themselves");
    const bool open = std::any_of(d.structures.begin(), d.structures.end(), [](auto& s) {
        return familyOf(s).standsOpen && ownerOf(s.on) == "card";
    });
    const bool half = std::any_of(d.structures.begin(), d.structures.end(), [](auto& s) {
        return !familyOf(s).standsOpen && familyOf(s).ground != Ground::Panel &&
               ownerOf(s.on) == "card";
    });
    if (formOf(d).plain && d.motion.empty() && open && !half && out.made().motion.front().to >= 180)
        out.display(180, "lies open with what stands on it");
}

// How stiff each fold is, by its paper.
void stiffen(const Design& d, AssemblyBuilder& out) {
    for (size_t i = 0; i < out.made().creases.size(); ++i) {
        Crease& c = out.creaseAt(static_cast<int>(i));
        c.torque = foldTorque(stockOf(d, out.made().parts[static_cast<size_t>(c.part)]));
    }
}

// `all` takes the measures in force of whatever is built.
Result<Assembly> assembleUntil(const Design& given, const std::string& stop, AllValues* all) {
    longWork("assemble");
    const auto ready = readyToBuild(given);
    if (!ready)
        return ready.problem();
    const Design& d = *ready;
    for (auto& check : {checkCard, checkNames})
        if (Trouble t = check(d))
            return *t;
    AssemblyBuilder out;
    if (Trouble t = buildGround(d, out, all))
        return *t;
    Queue waiting(d);
    bool glued = false; // what the maker joins, and the edges cut
    while (!waiting.empty()) {
        const StructureSpec* next = waiting.next(glued);
        if (!next && glued)
            return circle(given, waiting);
        if (!next) {
            glued = true;
            if (Trouble t = glueAll(d, out))
                return *t;
            continue;
        }
        if (next->id == stop)
            break;
        if (Trouble t = buildStructure(d, *next, out, all))
            return *t;
        if (familyOf(*next).dresses)
            if (Trouble t = cutEdgesOf(d, next->id, out))
                return *t;
        waiting.done(*next);
    }
    if (stop.empty()) {
        if (Trouble t = glued ? Trouble{} : glueAll(d, out))
            return *t;
        for (auto& finish : {zoneTabs, buildMotion})
            if (Trouble t = finish(d, out))
                return *t;
        stiffen(d, out);
    }
    if (formOf(d).row && d.motion.empty())
        out.drive(courseOf(out.made()));
    displayed(d, out);
    if (Trouble t = shownAt(d, out))
        return *t;
    if (Trouble t = checkExtent(out.made()))
        return *t;
    return out.made();
}

} // namespace

Result<Assembly> assemble(const Design& design, AllValues* measures) {
    AllValues own;
    AllValues& all = measures ? *measures : own;
    auto made = assembleUntil(design, "", &all);
    if (made)
        made->measures = all;
    return made;
}

Result<Values> measuresOf(const Design& design, const std::string& structure) {
    const Family* form = family(design.card.form);
    if (structure == "card" && form && form->ground == Ground::Form)
        return valuesOf(*form, design.card.set, cardOf(design));
    const StructureSpec* s = design.structure(structure);
    if (!s)
        return Problem{"structure " + structure, "there is no such structure", "check the id"};
    auto before = assembleUntil(design, structure);
    if (!before)
        return before.problem();
    auto placed = placeOf(design, *s, *before);
    if (!placed)
        return placed.problem();
    return placed->values;
}

Result<std::vector<StructureSpec>> membersOf(const Design& design, const std::string& series) {
    const StructureSpec* s = design.structure(series);
    if (!s)
        return Problem{"structure " + series, "there is no such structure", "check the id"};
    auto before = assembleUntil(design, series);
    if (!before)
        return before.problem();
    AssemblyBuilder out(*before);
    std::vector<StructureSpec> members;
    if (Trouble t = buildStructure(inOrder(design), *s, out, nullptr, &members))
        return *t;
    return members;
}

Result<AllValues> allMeasuresOf(const Design& design) {
    AllValues all;
    auto made = assemble(design, &all);
    if (!made)
        return made.problem();
    return all;
}

} // namespace hl::assembling
