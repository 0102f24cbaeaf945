// What is told of a part of the maker's own, of a join, and of a paper.
#include "core/design/tiles.h"
#include "core/edit/told_values.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include <algorithm>
#include <cctype>

namespace hl::edit::telling {
namespace {

using P = FreePart;
using J = JoinSpec;

Trouble tellPartLine(Design& d, P& p, const Text& place, const Text& text) {
    p.outline.clear();
    if (Trouble t = said(p.say, place, text, d.units))
        return t;
    // What held the whole sheet holds its first panel, and the other way round.
    const Text whole = p.id + ".sheet", first = p.id + ".panel-1";
    for (JoinSpec& j : d.joins)
        for (Text* panel : {&j.panel, &j.onto})
            if (*panel == (p.say.panels.size() > 1 ? whole : first))
                *panel = p.say.panels.size() > 1 ? first : whole;
    return {};
}

// Turns that have a name, in degrees; the last has none.
constexpr std::pair<const char*, int> turns[] = {
    {"none", 0}, {"quarter", 90}, {"half", 180}, {"three quarters", 270}, {"", 0}};

Trouble tellTurn(Design& d, J& j, const Text& place, const Text& text) {
    const auto& [word, degrees] = *std::find_if(std::begin(turns), std::end(turns) - 1,
                                                [&](auto& t) { return text == t.first; });
    auto m = parsePlace(*word ? numberText(degrees) : text, Quantity::Angle, d.units);
    if (!m)
        return m.problem().in(place);
    j.turn = *m;
    return {};
}

Trouble tellCrossing(Design&, J& j, const Text& place, const Text& text) {
    if (Trouble t = flag(j.crossing, place, text, "yes", "no"))
        return t;
    if (j.crossing) {
        j.kind = JoinKind::Slot;
        j.hinged = true;
    }
    return {};
}

Trouble tellPlay(Design& d, J& j, const Text& place, const Text& text) {
    auto m = parsePlace(text, Quantity::Length, d.units);
    if (!m)
        return m.problem().in(place);
    if (m->count < 0 || !traitsOf(j.kind).slides || traitsOf(j.kind).turns)
        return no(place, m->count < 0 ? "play is no less than nothing" : "only a slide has play",
                  m->count < 0 ? "write it like 1 mm" : "make it a slide, or leave play out");
    j.play = *m;
    return {};
}

Row<J> travelAt(const char* key, Measure J::*at) {
    return {key, [at](Design& d, J& j, const Text& place, const Text& text) -> Trouble {
                auto m = parsePlace(text, travelOf(j), d.units);
                if (!m)
                    return m.problem().in(place);
                j.*at = *m;
                return {};
            }};
}

const Table<P>& partTable() {
    static const Table<P> rows{
        wordsAt("name", &P::name),
        paperAt("stock", &P::stock),
        {"size", [](Design& d, P& p, const Text& place,
                    const Text& text) { return size(p.width, p.height, place, text, d.units); }},
        {"say", tellPartLine},
    };
    return rows;
}

const Table<J>& joinTable() {
    static const Table<J> rows{
        choiceAt("kind", &J::kind),
        thingAt("panel", &J::panel),
        thingAt("onto", &J::onto),
        {"zone",
         [](Design& d, J& j, const Text&, const Text& text) -> Trouble {
             auto z = parseZone(text, d.units);
             if (!z)
                 return z.problem().in("join " + j.id);
             j.zone = *z;
             return {};
         }},
        wordsAt("line", &J::line),
        wordsAt("onto_line", &J::ontoLine),
        lengthAt("off", &J::off),
        lengthAt("along", &J::along),
        flagAt("side", &J::onFace, "face", "back"),
        flagAt("onto_side", &J::ontoFace, "face", "back"),
        {"turn", tellTurn},
        flagAt("hinged", &J::hinged),
        {"crossing", tellCrossing},
        travelAt("from", &J::from),
        travelAt("to", &J::to),
        {"play", tellPlay},
    };
    return rows;
}

// A length in millimetres, whatever the design's unit, within what is known of paper.
Trouble bounded(Measure& out, double least, double most, const Text& place, const Text& text,
                const Text& what, const Text& remedy) {
    auto m = parseLength(text, Unit::Millimetre);
    if (!m)
        return m.problem().in(place);
    if (m->measure.mm() < least || m->measure.mm() > most)
        return no(place, what, remedy);
    out = m->measure;
    return {};
}

Trouble tellWeight(Design&, Stock& s, const Text& place, const Text& text) {
    double w = 0;
    if (Trouble t = number(w, place, text))
        return t;
    if (w < 20 || w > 3000)
        return no(place, "paper weighs 20 to 3000 g/m2", "give its weight in g/m2");
    s.weight = w;
    return {};
}

Trouble tellPattern(Design&, Stock& s, const Text& place, const Text& text) {
    if (text == "none" || text.empty()) {
        s.pattern.clear();
        return {};
    }
    const Tile* p = tile(text);
    if (!p)
        return no(place, "there is no pattern “" + text + "”", "use one of: " + knownTiles());
    if (s.pattern != text) // its own colours, until others are told
        s.face = p->face;
    s.pattern = text;
    return {};
}

// A colour; `mayGo`: "auto" gives it back to the pattern.
Row<Stock> colourAt(const char* key, Text Stock::*at, bool mayGo = false) {
    return {key, [=](Design&, Stock& s, const Text& place, const Text& text) -> Trouble {
                if (mayGo && text == "auto") {
                    (s.*at).clear();
                    return {};
                }
                if (text.size() != 7 || text[0] != '#' ||
                    !std::all_of(text.begin() + 1, text.end(),
                                 [](unsigned char c) { return std::isxdigit(c); }))
                    return no(place, "“" + text + "” is no colour", "write it like #f3ecdc");
                s.*at = text;
                return {};
            }};
}

const Table<Stock>& paperTable() {
    static const Table<Stock> rows{
        wordsAt("name", &Stock::name),
        {"weight", tellWeight},
        {"caliper",
         [](Design&, Stock& s, const Text& place, const Text& text) {
             return bounded(s.caliper, 0.02, 5, place, text, "paper is 0.02 to 5 mm thick",
                            "give its thickness, like 0.3 mm");
         }},
        colourAt("face", &Stock::face),
        colourAt("back", &Stock::back),
        choiceAt("grain", &Stock::grain),
        {"pattern", tellPattern},
        {"repeat",
         [](Design&, Stock& s, const Text& place, const Text& text) {
             s.repeat = Measure::fromMm(0);
             return text == "auto"
                        ? Trouble{}
                        : bounded(s.repeat, 1, 1000, place, text,
                                  "a pattern repeats every 1 to 1000 mm", "give it like 20 mm");
         }},
        colourAt("ink", &Stock::ink, true),
        colourAt("accent", &Stock::accent, true),
        flagAt("clear", &Stock::clear),
        flagAt("fitted", &Stock::fitted),
        {"stiffness",
         [](Design&, Stock& s, const Text& place, const Text& text) -> Trouble {
             if (text == "auto") {
                 s.stiffness = 0;
                 return {};
             }
             double torque = 0;
             if (Trouble t = number(torque, place, text))
                 return t;
             if (torque < 0.001 || torque > 100)
                 return no(place, "a fold resists with 0.001 to 100 N mm per radian and mm",
                           "card is about 0.1; auto takes it from the thickness");
             s.stiffness = torque;
             return {};
         }},
    };
    return rows;
}

template<class T>
Trouble tellBy(const Table<T>& table, Design& d, T& t, const Text& kind, const Text& key,
               const Text& text, const char* besides = "") {
    const Text place = kind + " " + t.id + ", " + key;
    if (const Row<T>* row = rowOf(table, key))
        return row->set(d, t, place, text);
    return no(place, "a " + kind + " has no such thing", "use one of: " + keysOf(table) + besides);
}

} // namespace

Trouble tellPart(Design& d, FreePart& p, const Text& key, const Text& text) {
    return tellBy(partTable(), d, p, "part", key, text, ", edge.SIDE");
}

Trouble tellJoin(Design& d, JoinSpec& j, const Text& key, const Text& text) {
    return tellBy(joinTable(), d, j, "join", key, text);
}

Trouble tellPaper(Design& d, Stock& s, const Text& key, const Text& text) {
    return tellBy(paperTable(), d, s, "paper", key, text);
}

} // namespace hl::edit::telling
