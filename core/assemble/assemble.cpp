// Design -> assembly: the card's own part first, then free parts, then every structure after its
// host, then the joins a maker placed.
#include "core/assemble/assemble.h"
#include "core/assemble/course.h"
#include "core/assemble/said.h"
#include "core/assemble/sheets.h"
#include "core/design/limits.h"
#include "core/measure/number.h"
#include "core/structures/naming.h"
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
    return {};
}

// Checks what is set for a structure, or for "card", against its family.
Trouble checkMeasures(const Design& d, const std::string& id) {
    const Family& f = *familyOf(d, id);
    for (auto& [name, m] : *d.setOf(id)) {
        const std::string place = (id == "card" ? "card" : "structure " + id) + ", measure " + name;
        const Parameter* p = f.parameter(name);
        if (!p)
            return noSuchMeasure(f, place);
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

// What is up in flat coordinates in which the spine runs along y: with the spine at the top, it is
// the way back to it.
Vec2 upOf(const Design& d) { return d.card.spine == SpineSide::Top ? Vec2(-1, 0) : Vec2(0, 1); }

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
    const bool onPanel =
        f.ground == Ground::Panel || (f.ground == Ground::Anywhere && made.crease(s.on) < 0);
    if (onPanel) {
        const int panel = made.panel(s.on);
        if (panel < 0)
            return Problem{where,
                           std::string("its host, the ") +
                               (f.ground == Ground::Panel ? "panel" : "fold or panel") + " “" +
                               s.on + "”, does not exist",
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
                           "the crease “" + s.on + "” is a ridge, and " + oneOf(f) +
                               " needs the inside of a fold",
                           "stand it on a valley crease such as card.spine"};
        if (f.ground == Ground::Ridge && !out.host.ridge)
            return Problem{where,
                           "the crease “" + s.on + "” is no ridge, and " + oneOf(f) +
                               " goes round the outside of a fold",
                           "put it on a mountain crease, such as fold-2 of a Z-fold card"};
        const Crease& c = made.creases[crease];
        if (f.ground == Ground::OneSheetFold &&
            (out.host.left.panel != c.left || out.host.right.panel != c.right))
            return Problem{where,
                           "two papers meet at the crease “" + s.on + "”, and " + oneOf(f) +
                               " is cut from one",
                           "cut it from a fold within one part, such as card.spine"};
    }
    if (!s.to.empty()) { // its right end stands on another fold
        const int other = made.crease(s.to);
        if (onPanel || f.ground != Ground::Anywhere || other < 0)
            return Problem{where,
                           other < 0 ? "the fold for its other end, “" + s.to + "”, does not exist"
                                     : "its two ends cannot stand on two folds",
                           "name a fold such as card.fold-2, or leave it out"};
        out.host.right = hostOf(made, other).right;
    }
    out.host.caliper = d.paper(s.stock).caliper.mm();
    out.host.units = d.units;
    // A strip that says how high it is, is as wide along its fold.
    if (!s.say.empty() && !s.set.count("width")) {
        double high = 0;
        for (size_t i = 0; i < s.say.panels.size(); ++i) {
            const double low = s.say.raised.empty() ? 0 : s.say.raised[i].mm();
            high = std::max(
                {high, low + s.say.heightAt(i, 0).first, low + s.say.heightAt(i, 0).second});
        }
        if (high > 0) {
            auto set = s.set;
            set["width"] = Measure::fromMm(high);
            if (!onPanel)
                out.host.up = upOf(d);
            out.values = valuesOf(f, set, out.host);
            return out;
        }
    }
    if (!onPanel)
        out.host.up = upOf(d);
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

// One of a series, from 0, with its measures changed and its host the one before.
Result<StructureSpec> nthOf(const StructureSpec& s, int n, const StructureSpec& last,
                            const Placed& first, const Design& d) {
    StructureSpec out = s;
    out.id = s.id + "-" + numberText(n + 1);
    out.count = 1;
    const Family& f = *family(s.kind);
    for (const ChangeSpec& c : s.changes) {
        const Parameter* p = f.parameter(c.id);
        const std::string place = structurePlace(s) + ", changes, " + c.id;
        if (!p)
            return noSuchMeasure(f, place);
        if (p->least.quantity != c.step.quantity && c.step.count != 0)
            return Problem{place, "the step is of another kind than the measure",
                           "give it like the measure itself"};
        const Measure start = Measure::of(p->least.quantity, first.values.at(c.id));
        double v = static_cast<double>(start.count);
        for (int i = 0; i < n; ++i)
            v = v * c.ratio + static_cast<double>(c.step.count);
        const Measure now{p->least.quantity, std::llround(v)};
        if (now.count < p->least.count || now.count > p->most.count)
            return Problem{place,
                           "number " + numberText(n + 1) + " of the series would be " +
                               measureText(*p, now, d.units),
                           "change by less, or make fewer"};
        out.set[c.id] = now;
    }
    const bool along = s.each == Each::Gap;
    if (!along) {
        const char* const fold = s.each == Each::Tip ? ".tip" : ".right-foot";
        out.on = last.id + fold;
        out.set.erase("place");
    }
    return out;
}

// The room that a series at equal gaps has, and what follows from it: how many, or the gap.
struct Row {
    int count = 1;
    double gap = 0, start = 0;
};
Result<Row> rowOf(const StructureSpec& s, const Placed& p, const Design& d) {
    const auto width = p.values.find("width");
    if (width == p.values.end())
        return Problem{structurePlace(s), "it has no width along its fold, so there are no gaps",
                       "let each of the series stand on the last one's foot or tip"};
    const double w = width->second, room = p.host.length;
    Row row;
    row.count = s.count;
    if (s.count == 0) { // as many as fit with the gap, at both ends too
        if (!s.gap)
            return Problem{structurePlace(s),
                           "neither the number nor the gap of the series is given",
                           "give one of them"};
        row.count = static_cast<int>(std::floor((room - s.gap->mm()) / (w + s.gap->mm()) + 1e-9));
    }
    const double left = room - row.count * w;
    row.gap = s.gap && s.count != 0 ? s.gap->mm() : left / (row.count + 1);
    const double taken = row.count * w + (row.count - 1) * row.gap;
    if (row.count < 1 || row.gap < -1e-9 || taken > room + 1e-6)
        return Problem{structurePlace(s),
                       "the series runs off its fold: " + numberText(std::max(1, row.count)) +
                           " of " + sayLength(w, d.units) +
                           (s.gap ? " with gaps of " + sayLength(s.gap->mm(), d.units) : "") +
                           " need " + sayLength(std::max(taken, w), d.units) + ", the fold is " +
                           sayLength(room, d.units) + " long",
                       "make fewer or narrower ones, or a smaller gap"};
    row.start = (room - taken) / 2;
    return row;
}

Trouble buildOne(const Design& d, const StructureSpec& s, const Placed& placed,
                 AssemblyBuilder& out) {
    StructureSpec named = s;
    if (named.stock.empty())
        named.stock = d.card.stock;
    const Family& kind = *family(s.kind);
    if (named.name.empty())
        named.name = callName(d, s);
    const size_t parts = out.made().parts.size();
    if (Trouble t = kind.build(named, placed.values, placed.host, out))
        return t;
    if (placed.host.crease >= 0 && kind.across)
        out.upright(parts, upOf(d));
    return {};
}

// A structure, or all of a series.
Trouble buildStructure(const Design& d, const StructureSpec& given, AssemblyBuilder& out,
                       AllValues* all) {
    StructureSpec s = given;
    if (Trouble t = checkMeasures(d, s.id))
        return t;
    auto placed = place(d, s, out.made());
    if (!placed)
        return placed.problem();
    int count = s.count;
    Row row;
    if (s.count != 1 && s.each == Each::Gap) {
        auto r = rowOf(s, *placed, d);
        if (!r)
            return r.problem();
        row = *r;
        count = row.count;
        s.set["place"] = Measure::fromMm(row.start);
        placed = place(d, s, out.made());
        if (!placed)
            return placed.problem();
    } else if (s.count < 1) {
        return Problem{structurePlace(s), "a series of none", "give its number, or equal gaps"};
    }
    if (Trouble t = checkValues(d, s.id, placed->values))
        return t;
    if (all)
        (*all)[s.id] = placed->values;
    const Placed first = *placed;
    StructureSpec last = s;
    if (Trouble t = buildOne(d, s, first, out))
        return t;
    for (int n = 1; n < count; ++n) {
        auto next = nthOf(s, n, last, first, d);
        if (!next)
            return next.problem();
        if (s.each == Each::Gap)
            next->set["place"] =
                Measure::fromMm(row.start + n * (first.values.at("width") + row.gap));
        next->name = callName(d, s) + ", " + numberText(n + 1);
        auto stands = place(d, *next, out.made());
        if (!stands)
            return stands.problem();
        // Its bounds are those of its family; it is listed under the first one's id.
        if (Trouble t = buildOne(d, *next, *stands, out))
            return t;
        last = *next;
    }
    return {};
}

// `all` takes the measures in force of whatever is built.
Result<Assembly> assembleUntil(const Design& given, const std::string& stop,
                               AllValues* all = nullptr) {
    const Design d = inOrder(given);
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
    std::vector<CardSheet> sheets{form.sheet(values, card)};
    if (!d.card.say.empty()) {
        if (d.card.form != "pages")
            return Problem{"card, say", "only a card of pages is told by a line",
                           "set its form to pages, or remove the line"};
        auto said = cardSheets(d.card.say, card.length);
        if (!said)
            return said.problem();
        sheets = *said;
    }
    if (Trouble t = buildCard(d, sheets, out))
        return *t;
    StructureSpec named;
    named.id = named.kind = "card";
    named.name = "Card";
    named.stock = d.card.stock;
    named.say = d.card.say;
    if (Trouble t = form.build(named, values, card, out))
        return *t;
    out.upright(0, upOf(d));
    for (auto& p : d.parts)
        if (Trouble t = buildFreePart(d, p, out))
            return *t;
    std::vector<const StructureSpec*> waiting;
    for (auto& s : d.structures)
        waiting.push_back(&s);
    // "box1-3" of a series belongs to box1.
    auto standsOn = [&](const StructureSpec& other, const std::string& owner) {
        return other.id == owner || (other.count != 1 && owner.rfind(other.id + "-", 0) == 0);
    };
    while (!waiting.empty()) {
        // Next in design order whose host stands already.
        auto ready = std::find_if(waiting.begin(), waiting.end(), [&](const StructureSpec* s) {
            const std::string owner = ownerOf(s->on);
            return std::none_of(waiting.begin(), waiting.end(),
                                [&](const StructureSpec* o) { return standsOn(*o, owner); });
        });
        if (ready == waiting.end()) {
            std::string ring;
            const StructureSpec* first = nullptr; // as they are listed
            for (auto& s : given.structures)
                for (auto* w : waiting)
                    if (w->id == s.id) {
                        first = first ? first : w;
                        ring += (ring.empty() ? "" : ", ") + s.id;
                    }
            return Problem{structurePlace(*first), "hosts run in a circle (" + ring + ")",
                           "stand one of them on card.spine"};
        }
        const StructureSpec& s = **ready;
        if (s.id == stop)
            break;
        if (Trouble t = buildStructure(d, s, out, all))
            return *t;
        waiting.erase(ready);
    }
    if (stop.empty())
        for (auto& finish : {buildJoins, buildMotion})
            if (Trouble t = finish(d, out))
                return *t;
    if (d.card.form == "pages" && d.motion.empty())
        out.drive(courseOf(out.made()));
    const bool open = std::any_of(d.structures.begin(), d.structures.end(), [](auto& s) {
        return family(s.kind)->standsOpen && ownerOf(s.on) == "card";
    });
    const bool half = std::any_of(d.structures.begin(), d.structures.end(), [](auto& s) {
        return !family(s.kind)->standsOpen && family(s.kind)->ground != Ground::Panel &&
               ownerOf(s.on) == "card";
    });
    if (d.card.form == "single" && d.motion.empty() && open && !half &&
        out.made().motion.front().to >= 180)
        out.display(180, "lies open with what stands on it");
    if (d.card.shown) {
        const Stage& first = out.made().motion.front();
        const double at = d.card.shown->degrees();
        if (first.drive == "card.spine" && first.from < first.to &&
            (at > first.to || at < first.from))
            return Problem{"card, shown",
                           "the card opens to " + numberText(first.to, 1) +
                               "°, and is to be shown at " + numberText(at, 1) + "°",
                           "show it at an opening that it reaches"};
        out.display(at, "stands as the maker shows it");
    }
    if (Trouble t = checkExtent(out.made()))
        return *t;
    return out.made();
}

} // namespace

Result<Assembly> assemble(const Design& design, AllValues* measures) {
    return assembleUntil(design, "", measures);
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

Result<AllValues> allMeasuresOf(const Design& design) {
    AllValues all;
    auto made = assemble(design, &all);
    if (!made)
        return made.problem();
    return all;
}

} // namespace hl
