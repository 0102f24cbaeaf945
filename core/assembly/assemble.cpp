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
        if (!family(s.kind)) {
            std::string known;
            for (auto& f : families())
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

Trouble checkMeasures(const Design& d, const StructureSpec& s) {
    const Family& f = *family(s.kind);
    for (auto& [name, m] : s.set) {
        const std::string place = structurePlace(s) + ", measure " + name;
        const Parameter* p = f.parameter(name);
        if (!p) {
            std::string known;
            for (auto& q : f.parameters)
                known += (known.empty() ? "" : ", ") + q.name;
            return Problem{place, "a " + f.name + " has no such measure", "use one of: " + known};
        }
        if (m.quantity != p->fallback.quantity)
            return Problem{place,
                           p->fallback.quantity == Quantity::Length ? "a length is needed"
                                                                    : "an angle is needed",
                           "the default is " + exactText(p->fallback, d.units)};
        if (m.count < p->least.count)
            return Problem{place,
                           exactText(m, d.units) + " is below the least, " +
                               exactText(p->least, d.units),
                           "raise it"};
        if (m.count > p->most.count)
            return Problem{
                place, exactText(m, d.units) + " is above the most, " + exactText(p->most, d.units),
                "lower it"};
    }
    return {};
}

struct Placed {
    Host host;
    Values values;
};

Result<Placed> place(const StructureSpec& s, const Assembly& made) {
    const int crease = made.crease(s.on);
    if (crease < 0)
        return Problem{structurePlace(s), "its host, the crease “" + s.on + "”, does not exist",
                       "stand it on a crease such as card.spine"};
    Host host = hostOf(made, crease);
    if (host.left.panel == host.right.panel)
        return Problem{structurePlace(s), "the crease “" + s.on + "” has paper on one side only",
                       "stand it on another crease"};
    Values set;
    for (auto& [name, m] : s.set)
        set[name] = m.inside();
    return Placed{host, family(s.kind)->complete(set, host)};
}

Result<Assembly> assembleUntil(const Design& d, const std::string& stop) {
    for (auto& check : {checkCard, checkNames})
        if (Trouble t = check(d))
            return *t;
    AssemblyBuilder out;
    if (Trouble t = buildCard(d, out))
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
        if (Trouble t = checkMeasures(d, s))
            return *t;
        auto placed = place(s, out.made());
        if (!placed)
            return placed.problem();
        for (auto& [name, v] : placed->values)
            if (!std::isfinite(v) || (family(s.kind)->parameter(name)->least.count > 0 && v <= 0))
                return Problem{structurePlace(s) + ", measure " + name,
                               "it follows from the others and comes out as " + std::to_string(v),
                               "change the measures it follows from, or set it"};
        StructureSpec named = s;
        if (named.stock.empty())
            named.stock = d.card.stock;
        if (named.name.empty())
            named.name = family(s.kind)->name + " " + s.id;
        family(s.kind)->build(named, placed->values, placed->host, out);
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

Result<Values> measuresOf(const Design& design, const std::string& structure) {
    const StructureSpec* s = design.structure(structure);
    if (!s)
        return Problem{"structure " + structure, "there is no such structure", "check the id"};
    auto before = assembleUntil(design, structure);
    if (!before)
        return before.problem();
    auto placed = place(*s, *before);
    if (!placed)
        return placed.problem();
    return placed->values;
}

} // namespace hl
