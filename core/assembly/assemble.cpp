// Design -> assembly: the card's own part first, then free parts, then every structure after its
// host, then the joins a maker placed.
#include "core/assembly/assembly.h"
#include "core/assembly/sheets.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace hl {
namespace {

constexpr double smallestCard = 20, largestCard = 1000; // mm

std::string structurePlace(const StructureSpec& s) { return "structure " + s.id; }

Trouble checkCard(const Design& d) {
    for (auto& [name, m] : {std::pair{"width", d.card.width}, {"height", d.card.height}})
        if (m.mm() < smallestCard || m.mm() > largestCard)
            return Problem{std::string("card, ") + name,
                           exactText(m, d.units) + " is no size for a card",
                           "give a closed size between 20 mm and 1000 mm"};
    const Family* form = family(d.card.form);
    if (!form || form->ground != Ground::Form) {
        std::string known;
        for (auto& f : families())
            if (f.ground == Ground::Form)
                known += (known.empty() ? "" : ", ") + f.id;
        return Problem{"card, form", "there is no form of card “" + d.card.form + "”",
                       "use one of: " + known};
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
            std::string known;
            for (auto& f : families())
                if (f.ground != Ground::Form)
                    known += (known.empty() ? "" : ", ") + f.id;
            return Problem{structurePlace(s), "there is no structure “" + s.kind + "”",
                           "use one of: " + known};
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
    return {};
}

// Checks what is set for a structure, or for "card", against its family.
Trouble checkMeasures(const Design& d, const std::string& id) {
    const Family& f = *familyOf(d, id);
    for (auto& [name, m] : *d.setOf(id)) {
        const std::string place = (id == "card" ? "card" : "structure " + id) + ", measure " + name;
        const Parameter* p = f.parameter(name);
        if (!p) {
            std::string known;
            for (auto& q : f.parameters)
                known += (known.empty() ? "" : ", ") + q.name;
            return Problem{place, "a " + f.name + " has no such measure",
                           known.empty() ? "remove it" : "use one of: " + known};
        }
        static const char* const needed[] = {"a length is needed", "an angle is needed",
                                             "a number is needed"};
        if (m.quantity != p->least.quantity)
            return Problem{place, needed[static_cast<int>(p->least.quantity)],
                           "the default is " + measureText(*p, p->fallback, d.units)};
        if (m.count < p->least.count)
            return Problem{place,
                           measureText(*p, m, d.units) + " is below the least, " +
                               measureText(*p, p->least, d.units) + ": " + p->leastWhy,
                           "raise it"};
        if (m.count > p->most.count)
            return Problem{place,
                           measureText(*p, m, d.units) + " is above the most, " +
                               measureText(*p, p->most, d.units) + ": " + p->mostWhy,
                           "lower it"};
    }
    return {};
}

struct Placed {
    Host host;
    Values values;
};

Values valuesOf(const Family& f, const std::map<std::string, Measure>& set, const Host& host) {
    Values values;
    for (auto& [name, m] : set)
        values[name] = m.inside();
    return f.complete(values, host);
}

// A measure that nobody set can come out as what it cannot be.
Trouble checkValues(const Design& d, const std::string& id, const Values& values) {
    for (const Parameter& p : familyOf(d, id)->parameters) {
        const double v = values.at(p.name);
        if (std::isfinite(v) && (p.least.count <= 0 || v > 0))
            continue;
        const std::string place = id == "card" ? "card" : structurePlace(*d.structure(id));
        return Problem{place + ", measure " + p.name,
                       "it follows from the others and comes out as " +
                           (std::isfinite(v)
                                ? measureText(p, Measure::of(p.least.quantity, v), d.units)
                                : "no number"),
                       "change the measures it follows from, or set it"};
    }
    return {};
}

Result<Placed> place(const Design& d, const StructureSpec& s, const Assembly& made) {
    const Family& f = *family(s.kind);
    const std::string where = structurePlace(s);
    Placed out;
    if (f.ground == Ground::Panel) {
        const int panel = made.panel(s.on);
        if (panel < 0)
            return Problem{where, "its host, the panel “" + s.on + "”, does not exist",
                           "lay it on a panel such as card.page-right"};
        out.host = hostOnPanel(made, panel);
    } else {
        const int crease = made.crease(s.on);
        if (crease < 0)
            return Problem{where, "its host, the crease “" + s.on + "”, does not exist",
                           "stand it on a crease such as card.spine"};
        out.host = hostOf(made, crease);
        if (out.host.left.panel == out.host.right.panel)
            return Problem{where, "the crease “" + s.on + "” has paper on one side only",
                           "stand it on another crease"};
        if (f.ground == Ground::Fold && out.host.ridge)
            return Problem{where,
                           "the crease “" + s.on + "” is a ridge, and a " + f.name +
                               " needs the inside of a fold",
                           "stand it on a valley crease such as card.spine"};
        if (f.ground == Ground::Ridge && !out.host.ridge)
            return Problem{where,
                           "the crease “" + s.on + "” is no ridge, and a " + f.name +
                               " goes round the outside of a fold",
                           "put it on a mountain crease, such as fold-2 of a Z-fold card"};
        const Crease& c = made.creases[crease];
        if (f.ground == Ground::OneSheetFold &&
            (out.host.left.panel != c.left || out.host.right.panel != c.right))
            return Problem{where,
                           "two papers meet at the crease “" + s.on + "”, and a " + f.name +
                               " is cut from one",
                           "cut it from a fold within one part, such as card.spine"};
    }
    const Stock* stock = d.stock(s.stock.empty() ? d.card.stock : s.stock);
    out.host.caliper = stock->caliper.mm();
    out.values = valuesOf(f, s.set, out.host);
    return out;
}

// The closed card as a host: the spine's length, and how far the pages reach.
Host cardOf(const Design& d) {
    const bool side = d.card.spine == SpineSide::Left;
    Host h;
    h.on = "card";
    h.left.room = h.right.room = side ? d.card.width.mm() : d.card.height.mm();
    h.length = side ? d.card.height.mm() : d.card.width.mm();
    h.caliper = d.stock(d.card.stock) ? d.stock(d.card.stock)->caliper.mm() : 0.3;
    return h;
}

using AllValues = std::map<std::string, Values>;

// `all` takes the measures in force of whatever is built.
Result<Assembly> assembleUntil(const Design& d, const std::string& stop, AllValues* all = nullptr) {
    for (auto& check : {checkCard, checkNames})
        if (Trouble t = check(d))
            return *t;
    AssemblyBuilder out;
    if (Trouble t = checkMeasures(d, "card"))
        return *t;
    const Family& form = *family(d.card.form);
    const Host card = cardOf(d);
    const Values values = valuesOf(form, d.card.set, card);
    if (Trouble t = checkValues(d, "card", values))
        return *t;
    if (all)
        (*all)["card"] = values;
    if (Trouble t = buildCard(d, form.sheet(values, card), out))
        return *t;
    StructureSpec named;
    named.id = named.kind = "card";
    named.name = "Card";
    named.stock = d.card.stock;
    if (Trouble t = form.build(named, values, card, out))
        return *t;
    for (auto& p : d.parts)
        if (Trouble t = buildFreePart(d, p, out))
            return *t;
    std::vector<const StructureSpec*> waiting;
    for (auto& s : d.structures)
        waiting.push_back(&s);
    while (!waiting.empty()) {
        // Next in design order whose host stands already.
        auto ready = std::find_if(waiting.begin(), waiting.end(), [&](const StructureSpec* s) {
            const std::string owner = ownerOf(s->on);
            return std::none_of(waiting.begin(), waiting.end(),
                                [&](const StructureSpec* o) { return o->id == owner; });
        });
        if (ready == waiting.end()) {
            std::string ring;
            for (auto* s : waiting)
                ring += (ring.empty() ? "" : ", ") + s->id;
            return Problem{structurePlace(*waiting.front()), "hosts run in a circle (" + ring + ")",
                           "stand one of them on card.spine"};
        }
        const StructureSpec& s = **ready;
        if (s.id == stop)
            break;
        if (Trouble t = checkMeasures(d, s.id))
            return *t;
        auto placed = place(d, s, out.made());
        if (!placed)
            return placed.problem();
        if (Trouble t = checkValues(d, s.id, placed->values))
            return *t;
        if (all)
            (*all)[s.id] = placed->values;
        StructureSpec named = s;
        if (named.stock.empty())
            named.stock = d.card.stock;
        if (named.name.empty())
            named.name = family(s.kind)->name + " " + s.id;
        if (Trouble t = family(s.kind)->build(named, placed->values, placed->host, out))
            return *t;
        waiting.erase(ready);
    }
    if (stop.empty())
        for (auto& finish : {buildJoins, buildMotion})
            if (Trouble t = finish(d, out))
                return *t;
    return out.made();
}

} // namespace

Result<Assembly> assemble(const Design& design) { return assembleUntil(design, ""); }

const Family* familyOf(const Design& design, const std::string& structure) {
    const std::string* kind = design.kindOf(structure);
    return kind ? family(*kind) : nullptr;
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
    auto placed = place(design, *s, *before);
    if (!placed)
        return placed.problem();
    return placed->values;
}

Result<std::map<std::string, Values>> allMeasuresOf(const Design& design) {
    AllValues all;
    auto made = assembleUntil(design, "", &all);
    if (!made)
        return made.problem();
    return all;
}

} // namespace hl
