#include "core/assemble/placing.h"
#include "core/assembly/tangled.h"
#include "core/measure/number.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>

namespace hl::assembling {

std::string structurePlace(const StructureSpec& s) { return "structure " + s.id; }

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

Values valuesOf(const Family& f, const std::map<std::string, Measure>& set, const Host& host) {
    Values values;
    for (auto& [name, m] : set)
        values[name] = m.inside();
    return f.complete(values, host);
}

// A measure that nobody set can come out as what it cannot be.
Trouble checkValues(const Design& d, const Family& f, const std::string& place,
                    const Values& values) {
    for (const Parameter& p : f.parameters) {
        const double v = values.at(p.name);
        if (std::isfinite(v) && (p.least.count <= 0 || v > 0))
            continue;
        return Problem{place + ", measure " + p.name,
                       "it follows from the others and comes out as " +
                           (std::isfinite(v)
                                ? measureText(p, Measure::of(p.least.quantity, v), d.units)
                                : "no number"),
                       "change the measures it follows from, or set it"};
    }
    return {};
}

Result<Placed> placeOf(const Design& d, const StructureSpec& s, const Assembly& made) {
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
    if (d.card.step)
        out.host.step = d.card.step->mm();
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

namespace {

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
        const auto changed = [&](std::int64_t first) {
            double v = static_cast<double>(first);
            for (int i = 0; i < n; ++i)
                v = v * c.ratio + static_cast<double>(c.step.count);
            return std::llround(v);
        };
        if (const auto panel = panelOfLine(s.say, c.id)) { // of a line, a panel
            Measure& now = out.say.panels[*panel];
            now.count = changed(now.count);
            if (now.mm() < 0.1 || now.mm() > 1000 || c.step.quantity != Quantity::Length)
                return Problem{place,
                               "panel " + numberText(*panel + 1) + " of number " +
                                   numberText(n + 1) + " of the series would be " +
                                   sayLength(now.mm(), d.units) + " wide",
                               "change by less, or make fewer"};
            continue;
        }
        if (!p)
            return noSuchMeasure(f, place);
        if (p->least.quantity != c.step.quantity && c.step.count != 0)
            return Problem{place, "the step is of another kind than the measure",
                           "give it like the measure itself"};
        const Measure start = Measure::of(p->least.quantity, first.values.at(c.id));
        const Measure now{p->least.quantity, changed(start.count)};
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
struct EvenRow {
    int count = 1;
    double gap = 0, start = 0;
};
Result<EvenRow> rowOf(const StructureSpec& s, const Placed& p, const Design& d) {
    const auto width = p.values.find("width");
    if (width == p.values.end())
        return Problem{structurePlace(s), "it has no width along its fold, so there are no gaps",
                       "let each of the series stand on the last one's foot or tip"};
    const double w = width->second, room = p.host.length;
    EvenRow row;
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

} // namespace

// A structure, or all of a series.
Trouble buildStructure(const Design& d, const StructureSpec& given, AssemblyBuilder& out,
                       AllValues* all, std::vector<StructureSpec>* members) {
    StructureSpec s = given;
    if (Trouble t = checkMeasures(d, s.id))
        return t;
    Ring drawn;
    for (const Point& p : s.outline)
        drawn.emplace_back(p.x.mm(), p.y.mm());
    if (Trouble t = tangled(structurePlace(s) + ", outline", drawn))
        return t;
    auto placed = placeOf(d, s, out.made());
    if (!placed)
        return placed.problem();
    int count = s.count;
    EvenRow row;
    if (s.count != 1 && s.each == Each::Gap) {
        auto r = rowOf(s, *placed, d);
        if (!r)
            return r.problem();
        row = *r;
        count = row.count;
        s.set["place"] = Measure::fromMm(row.start);
        placed = placeOf(d, s, out.made());
        if (!placed)
            return placed.problem();
    } else if (s.count < 1) {
        return Problem{structurePlace(s), "a series of none", "give its number, or equal gaps"};
    }
    if (Trouble t = checkValues(d, *family(s.kind), structurePlace(s), placed->values))
        return t;
    if (all)
        (*all)[s.id] = placed->values;
    const Placed first = *placed;
    StructureSpec last = s;
    if (members) {
        members->push_back(s);
        members->back().count = 1;
        members->back().changes.clear();
        members->back().gap.reset();
    }
    if (Trouble t = buildOne(d, s, first, out))
        return t;
    for (int n = 1; n < count; ++n) {
        auto next = nthOf(s, n, last, first, d);
        if (!next)
            return next.problem();
        if (s.each == Each::Gap) {
            const double by = n * (first.values.at("width") + row.gap);
            next->set["place"] = Measure::fromMm(row.start + by);
            if (const auto right = first.values.find("right_place"); right != first.values.end())
                next->set["right_place"] = Measure::fromMm(right->second + by);
        }
        const std::string* own = d.nameOf(next->id);
        next->name = own ? *own : callName(d, s) + " " + numberText(n + 1);
        auto stands = placeOf(d, *next, out.made());
        if (!stands)
            return stands.problem();
        if (Trouble t =
                checkValues(d, *family(s.kind), structurePlace(s) + ", number " + numberText(n + 1),
                            stands->values))
            return t;
        if (Trouble t = buildOne(d, *next, *stands, out))
            return t;
        last = *next;
        if (members) {
            members->push_back(*next);
            members->back().changes.clear();
            members->back().gap.reset();
        }
    }
    return {};
}

} // namespace hl::assembling
