#include "core/edit/tell.h"
#include "core/assemble/assemble.h"
#include "core/design/limits.h"
#include "core/design/tiles.h"
#include "core/edit/checked.h"
#include "core/edit/closed_size.h"
#include "core/edit/draw.h"
#include "core/edit/edit.h"
#include "core/edit/groups.h"
#include "core/edit/motion_line.h"
#include "core/edit/named.h"
#include "core/fold/resting.h"
#include "core/make/parts_list.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cctype>
#include <cmath>
#include <sstream>
#include <tuple>

namespace hl {
namespace {

constexpr const char* ofCard =
    "title, occasion, motion, size, spine, form, say, stock, envelope, mail, "
    "units, shown, stands, front, meant, step, edge.SIDE";
constexpr const char* ofStructure =
    "name, on, to, stock, say, text, typeface, count, each, gap, change.MEASURE, edge.SIDE";
constexpr const char* ofPart = "name, stock, size, say, edge.SIDE";
constexpr const char* ofJoin = "kind, panel, onto, zone, line, onto_line, off, along, side, "
                               "onto_side, turn, hinged, crossing, from, to, play";
constexpr const char* ofPaper = "name, weight, caliper, face, back, grain, pattern, "
                                "repeat, ink, accent, clear, fitted";

using Text = std::string;

Problem no(const Text& place, const Text& what, const Text& remedy) {
    return Problem{place, what, remedy};
}

template<class E> Trouble choose(E& out, const Text& place, const Text& text) {
    Text known;
    for (size_t i = 0; i < wordsOf<E>().size(); ++i) {
        if (wordsOf<E>()[i] == text) {
            out = static_cast<E>(i);
            return {};
        }
        known += (i ? ", " : "") + wordsOf<E>()[i];
    }
    return no(place, "“" + text + "” means nothing here", "use one of: " + known);
}

Trouble length(Measure& out, const Text& place, const Text& text, Unit unit) {
    auto m = parsePlace(text, Quantity::Length, unit);
    if (!m)
        return m.problem().in(place);
    out = *m;
    return {};
}

Trouble words(Text& out, const Text& place, const Text& text) {
    if (limits::charactersOf(text) > limits::text)
        return no(place, "it is longer than " + numberText(limits::text) + " characters",
                  "shorten it");
    out = text;
    return {};
}

// Another thing of the design, by its id or by what it is called.
Trouble thing(const Design& d, Text& out, const Text& place, const Text& text) {
    auto id = idOf(d, text);
    return id ? words(out, place, *id) : id.problem().in(place);
}

Trouble flag(bool& out, const Text& place, const Text& text, const Text& yes, const Text& other) {
    if (text != yes && text != other)
        return no(place, "“" + text + "” means nothing here", "use " + yes + " or " + other);
    out = text == yes;
    return {};
}

Trouble number(double& out, const Text& place, const Text& text) {
    std::string_view rest = text;
    const auto v = takeNumber(rest);
    if (!v || !rest.empty())
        return no(place, "“" + text + "” is no number", "write it like 240");
    out = *v;
    return {};
}

Trouble measure(Design& d, const Text& id, const Text& name, const Text& text, const char* others) {
    const Family* f = familyOf(d, id);
    const Text place = (id == "card" ? "card" : "structure " + id) + ", measure " + name;
    if (!f)
        return no(place, "its family is unknown", "choose another");
    const Parameter* p = f->parameter(name);
    if (!p) {
        Problem known = noSuchMeasure(*f, place);
        known.remedy += "; besides: " + Text(others);
        return known;
    }
    if (text == "auto") {
        d.setOf(id)->erase(name);
        return {};
    }
    auto m = readMeasure(*p, text, d.units);
    if (!m)
        return m.problem().in(place);
    (*d.setOf(id))[name] = *m;
    return {};
}

Trouble said(SayLine& out, const Text& place, const Text& text, Unit unit) {
    if (text == "auto" || text.empty()) {
        out = {};
        return {};
    }
    auto line = parseSayLine(text, unit);
    if (!line)
        return line.problem().in(place);
    out = *line;
    return {};
}

Trouble paperIs(Design& d, Text& out, const Text& place, const Text& text) {
    if (!text.empty() && !d.stock(text)) {
        Text known;
        for (const Stock& s : d.stocks)
            known += (known.empty() ? "" : ", ") + s.id;
        return no(place, "there is no paper “" + text + "”", "use one of: " + known);
    }
    out = text;
    return {};
}

Trouble size(Measure& width, Measure& height, const Text& place, const Text& text, Unit unit) {
    auto s = parseCardSize(text, unit);
    if (!s)
        return s.problem().in(place);
    std::tie(width, height) = *s;
    return {};
}

// A motion in stages ends where the card is shown, and any motion that is told reaches so far.
void endAt(std::vector<StageSpec>& motion, const Measure& shown) {
    const bool staged = std::any_of(motion.begin(), motion.end(),
                                    [&](auto& s) { return !s.together && &s != motion.data(); });
    const auto last = std::find_if(motion.rbegin(), motion.rend(),
                                   [](auto& s) { return s.drive == "card.spine"; });
    if (last != motion.rend() && (staged || last->to.degrees() < shown.degrees()))
        last->to = shown;
}

Trouble tellFront(Design& d, const Text& place, const Text& text) {
    Text& front = d.card.front;
    front.clear();
    if (text == "auto")
        return {};
    if (text == "left" || text == "right" || text == "behind")
        return words(front, place, text);
    Text id;
    if (Trouble t = thing(d, id, place, text))
        return t;
    const auto made = assemble(d);
    if (made && !d.structure(id) && made->part(id) < 0 && made->panel(id) < 0 &&
        made->crease(id) < 0)
        return no(place, "“" + text + "” is nothing that one can look at",
                  "name a panel, a part, a structure or a fold, a side (left, right, behind), or "
                  "auto");
    return words(front, place, id);
}

Trouble tellShown(Design& d, const Text& place, const Text& text) {
    std::optional<Measure>& shown = d.card.shown;
    shown.reset();
    if (text == "auto")
        return {};
    if (text == "half open") {
        shown = Measure::fromDegrees(90);
    } else if (text == "flat open") {
        shown = Measure::fromDegrees(180);
    } else if (text == "by itself") {
        Design bare = d;
        bare.motion.clear();
        auto made = assemble(bare);
        if (!made)
            return made.problem();
        shown = Measure::fromDegrees(std::round(restingPlace(Case(bare, *made))));
    } else {
        auto a = parseAngle(text);
        if (!a)
            return a.problem().in(place);
        shown = a->measure;
    }
    endAt(d.motion, *shown);
    return {};
}

// A line that says no height leaves the card's own.
std::pair<Measure, Measure> followedSize(const CardSpec& c) {
    const bool top = c.spine == SpineSide::Top;
    auto [width, height] = closedSizeOf(c.say, top);
    if ((top ? width : height).count == 0)
        (top ? width : height) = top ? c.width : c.height;
    return {width, height};
}

Trouble tellCard(Design& d, const Text& key, const Text& text) {
    CardSpec& c = d.card;
    const Text place = "card, " + key;
    if (key == "title")
        return words(d.title, place, text);
    if (key == "occasion")
        return words(c.occasion, place, text);
    if (key == "size") {
        c.follows = text == "auto" && !c.say.empty();
        if (c.follows)
            std::tie(c.width, c.height) = followedSize(c);
        return c.follows ? Trouble{} : size(c.width, c.height, place, text, d.units);
    }
    if (key == "spine")
        return choose(c.spine, place, text);
    if (key == "units")
        return choose(d.units, place, text);
    if (key == "form") {
        if (c.form != text) {
            const SayLine line = text == "pages" ? lineOfCard(d) : SayLine();
            c.set.clear();
            c.say = line;
        }
        c.form = text;
        return {};
    }
    if (key == "say") {
        if (Trouble t = said(c.say, place, text, d.units))
            return t;
        if (!c.say.empty() && c.form != "pages") {
            c.form = "pages";
            c.set.clear();
        }
        if (c.follows)
            std::tie(c.width, c.height) = followedSize(c);
        return {};
    }
    if (key == "stock")
        return paperIs(d, c.stock, place, text);
    if (key == "envelope") {
        c.envelope.reset();
        if (text == "none" || text.empty())
            return {};
        c.envelope.emplace();
        return size(c.envelope->first, c.envelope->second, place, text, d.units);
    }
    if (key == "mail")
        return words(c.mail, place, text);
    if (key == "step") {
        c.step.reset();
        if (text == "auto")
            return {};
        c.step.emplace();
        if (Trouble t = length(*c.step, place, text, d.units))
            return t;
        if (c.step->mm() < 0 || c.step->mm() > 200)
            return no(place, "a border is 0 to 200 mm wide", "give it like 3 mm");
        return {};
    }
    if (key == "shown")
        return tellShown(d, place, text);
    if (key == "stands")
        return choose(c.stands, place, text);
    if (key == "front")
        return tellFront(d, place, text);
    if (key == "motion") {
        auto stages = parseMotion(d, text);
        if (!stages)
            return stages.problem();
        d.motion = *stages;
        return {};
    }
    if (key == "meant") { // a list of ids; "none" empties it
        c.meant.clear();
        Text said;
        const auto add = [&]() -> Trouble {
            Text id;
            said.erase(said.find_last_not_of(' ') + 1);
            if (!said.empty() && said != "none") {
                if (Trouble t = thing(d, id, place, said))
                    return t;
                c.meant.push_back(id);
            }
            said.clear();
            return {};
        };
        // Ids may have spaces between them instead of commas; what things are called has some.
        const auto made = assemble(d);
        const auto known = [&](const Text& one) {
            return !made || one == "card" || one == "none" || d.structure(one) ||
                   made->part(one) >= 0 || made->panel(one) >= 0;
        };
        bool commas = text.find(',') != Text::npos;
        std::istringstream spaced(text);
        for (Text one; !commas && spaced >> one;)
            commas = !known(one);
        for (char ch : text + ",") {
            const bool space = std::isspace(static_cast<unsigned char>(ch));
            if (ch == ',' || (space && (!commas || said.empty()))) {
                if (Trouble t = add())
                    return t;
            } else {
                said += ch;
            }
        }
        for (const Text& one : c.meant)
            if (!known(one))
                return no(place, "there is nothing called “" + one + "”",
                          "name a panel, a part or a structure");
        return {};
    }
    return measure(d, "card", key, text, ofCard);
}

Trouble tellChange(Design& d, StructureSpec& s, const Text& name, const Text& text) {
    const Text place = "structure " + s.id + ", change." + name;
    const Family* f = family(s.kind);
    const Parameter* p = f ? f->parameter(name) : nullptr;
    const bool panel = panelOfLine(s.say, name).has_value();
    if (!p && !panel)
        return f ? noSuchMeasure(*f, place) : no(place, "its family is unknown", "choose another");
    auto& all = s.changes;
    all.erase(std::remove_if(all.begin(), all.end(), [&](auto& c) { return c.id == name; }),
              all.end());
    if (text == "none")
        return {};
    ChangeSpec c;
    c.id = name;
    if (!text.empty() && (text[0] == 'x' || text[0] == '*')) {
        const size_t from = text.find_first_not_of("x* ");
        if (Trouble t = number(c.ratio, place, from == Text::npos ? "" : text.substr(from)))
            return t;
        if (c.ratio < 0.01 || c.ratio > 100)
            return no(place, "“" + text + "” is no ratio", "write it like x 0.9");
    } else {
        auto step = parsePlace(text, panel ? Quantity::Length : p->least.quantity, d.units);
        if (!step)
            return step.problem().in(place);
        c.step = *step;
    }
    all.push_back(c);
    return {};
}

Trouble tellStructure(Design& d, StructureSpec& s, const Text& key, const Text& text) {
    const Text place = "structure " + s.id + ", " + key;
    if (key == "name")
        return words(s.name, place, text);
    if (key == "on")
        return thing(d, s.on, place, text);
    if (key == "to")
        return thing(d, s.to, place, text);
    if (key == "stock")
        return paperIs(d, s.stock, place, text);
    if (key == "say") {
        if (const Family* f = family(s.kind); !f || !f->line)
            return no(place, "only a strip or a cut-out box is told by a line", "set its measures");
        return said(s.say, place, text, d.units);
    }
    for (auto& [name, out] : {std::pair{"text", &s.text}, {"typeface", &s.typeface}})
        if (key == name)
            return s.kind == "words" || s.kind == "film" || s.kind == "thread"
                       ? words(*out, place, text)
                       : no(place, "only words, film and thread are told this", "add words for it");
    if (key == "count") {
        double n = 0;
        if (Trouble t = text == "auto" ? Trouble{} : number(n, place, text))
            return t;
        if (n < 0 || n > 60 || n != static_cast<int>(n))
            return no(place, "“" + text + "” is no number of a series", "give 1 to 60, or auto");
        s.count = static_cast<int>(n);
        return {};
    }
    if (key == "each")
        return choose(s.each, place, text);
    const Family* own = family(s.kind); // pillars have a gap of their own
    if (key == "gap" && !(own && own->parameter(key))) {
        s.gap.reset();
        if (text == "auto")
            return {};
        auto m = parseLength(text, d.units);
        if (!m)
            return m.problem().in(place);
        s.gap = m->measure;
        s.each = Each::Gap;
        return {};
    }
    if (key.rfind("change.", 0) == 0)
        return tellChange(d, s, key.substr(7), text);
    return measure(d, s.id, key, text, ofStructure);
}

Trouble tellPart(Design& d, FreePart& p, const Text& key, const Text& text) {
    const Text place = "part " + p.id + ", " + key;
    if (key == "name")
        return words(p.name, place, text);
    if (key == "stock")
        return paperIs(d, p.stock, place, text);
    if (key == "say") {
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
    if (key == "size")
        return size(p.width, p.height, place, text, d.units);
    return no(place, "a part has no such thing", Text("use one of: ") + ofPart);
}

// Turns that have a name, in degrees; the last has none.
constexpr std::pair<const char*, int> turns[] = {
    {"none", 0}, {"quarter", 90}, {"half", 180}, {"three quarters", 270}, {"", 0}};

Trouble tellJoin(Design& d, JoinSpec& j, const Text& key, const Text& text) {
    const Text place = "join " + j.id + ", " + key;
    if (key == "kind")
        return choose(j.kind, place, text);
    for (auto& [name, out] : {std::pair{"panel", &j.panel}, {"onto", &j.onto}})
        if (key == name)
            return thing(d, *out, place, text);
    for (auto& [name, out] : {std::pair{"line", &j.line}, {"onto_line", &j.ontoLine}})
        if (key == name)
            return words(*out, place, text);
    for (auto& [name, out] : {std::pair{"off", &j.off}, {"along", &j.along}})
        if (key == name)
            return length(*out, place, text, d.units);
    if (key == "turn") {
        const auto& [word, degrees] = *std::find_if(std::begin(turns), std::end(turns) - 1,
                                                    [&](auto& t) { return text == t.first; });
        auto m = parsePlace(*word ? numberText(degrees) : text, Quantity::Angle, d.units);
        if (!m)
            return m.problem().in(place);
        j.turn = *m;
        return {};
    }
    if (key == "zone") {
        auto z = parseZone(text, d.units);
        if (!z)
            return z.problem().in("join " + j.id);
        j.zone = *z;
        return {};
    }
    if (key == "side")
        return flag(j.onFace, place, text, "face", "back");
    if (key == "onto_side")
        return flag(j.ontoFace, place, text, "face", "back");
    if (key == "hinged")
        return flag(j.hinged, place, text, "yes", "no");
    if (key == "crossing") {
        if (Trouble t = flag(j.crossing, place, text, "yes", "no"))
            return t;
        if (j.crossing) {
            j.kind = JoinKind::Slot;
            j.hinged = true;
        }
        return {};
    }
    if (key == "from" || key == "to") {
        auto m = parsePlace(text, travelOf(j), d.units);
        if (!m)
            return m.problem().in(place);
        (key == "from" ? j.from : j.to) = *m;
        return {};
    }
    if (key == "play") {
        auto m = parsePlace(text, Quantity::Length, d.units);
        if (!m)
            return m.problem().in(place);
        if (m->count < 0 || !traitsOf(j.kind).slides || traitsOf(j.kind).turns)
            return no(place,
                      m->count < 0 ? "play is no less than nothing" : "only a slide has play",
                      m->count < 0 ? "write it like 1 mm" : "make it a slide, or leave play out");
        j.play = *m;
        return {};
    }
    return no(place, "a join has no such thing", Text("use one of: ") + ofJoin);
}

Trouble tellPaper(Stock& s, const Text& key, const Text& text) {
    const Text place = "paper " + s.id + ", " + key;
    if (key == "name")
        return words(s.name, place, text);
    if (key == "grain")
        return choose(s.grain, place, text);
    if (key == "weight") {
        double w = 0;
        if (Trouble t = number(w, place, text))
            return t;
        if (w < 20 || w > 3000)
            return no(place, "paper weighs 20 to 3000 g/m2", "give its weight in g/m2");
        s.weight = w;
        return {};
    }
    if (key == "caliper") {
        auto m = parseLength(text, Unit::Millimetre);
        if (!m)
            return m.problem().in(place);
        if (m->measure.mm() < 0.02 || m->measure.mm() > 5)
            return no(place, "paper is 0.02 to 5 mm thick", "give its thickness, like 0.3 mm");
        s.caliper = m->measure;
        return {};
    }
    if (key == "clear")
        return flag(s.clear, place, text, "yes", "no");
    if (key == "fitted")
        return flag(s.fitted, place, text, "yes", "no");
    if (key == "pattern") {
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
    if (key == "repeat") {
        s.repeat = Measure::fromMm(0);
        if (text == "auto")
            return {};
        auto m = parseLength(text, Unit::Millimetre);
        if (!m)
            return m.problem().in(place);
        if (m->measure.mm() < 1 || m->measure.mm() > 1000)
            return no(place, "a pattern repeats every 1 to 1000 mm", "give it like 20 mm");
        s.repeat = m->measure;
        return {};
    }
    if ((key == "ink" || key == "accent") && text == "auto") {
        (key == "ink" ? s.ink : s.accent).clear();
        return {};
    }
    if (key == "face" || key == "back" || key == "ink" || key == "accent") {
        if (text.size() != 7 || text[0] != '#' ||
            !std::all_of(text.begin() + 1, text.end(),
                         [](unsigned char c) { return std::isxdigit(c); }))
            return no(place, "“" + text + "” is no colour", "write it like #f3ecdc");
        (key == "face" ? s.face : key == "back" ? s.back : key == "ink" ? s.ink : s.accent) = text;
        return {};
    }
    return no(place, "a paper has no such thing", Text("use one of: ") + ofPaper);
}

// The silhouette of an edge of a panel, a part or a structure: "edge.top".
Trouble tellEdge(Design& d, const Text& id, const Text& key, const Text& text) {
    const Text place = id + ", " + key;
    Zone::Edge edge{};
    if (Trouble t = choose(edge, place, key.substr(5)))
        return t;
    auto& all = d.edges;
    all.erase(std::remove_if(all.begin(), all.end(),
                             [&](auto& e) { return e.of == id && e.edge == edge; }),
              all.end());
    if (text == "none" || text.empty())
        return {};
    auto read = parseEdge(text, d.units);
    if (!read)
        return read.problem().in(place);
    all.push_back(*read);
    all.back().of = id;
    all.back().edge = edge;
    return {};
}

// Where the tab of a structure sticks.
Trouble tellTab(Design& d, const Text& id, const Text& text) {
    auto& all = d.zones;
    all.erase(std::remove_if(all.begin(), all.end(), [&](auto& z) { return z.tab == id; }),
              all.end());
    auto z = parseZone(text == "none" ? "whole" : text, d.units);
    if (!z)
        return z.problem().in(id);
    if (z->kind != Zone::Whole)
        all.push_back({id, *z});
    return {};
}

// What a panel, a line or a single one of a series is called.
Trouble tellName(Design& d, const Text& id, const Text& text) {
    const auto made = assemble(d);
    if (!made)
        return made.problem();
    if (!isDrawnLine(d, id) && made->panel(id) < 0 && made->crease(id) < 0 && made->part(id) < 0)
        return no(id, "there is nothing of that id", "use an id or a name that parts prints");
    Text name;
    if (Trouble t = words(name, id + ", name", text))
        return t;
    auto& all = d.names;
    all.erase(std::remove_if(all.begin(), all.end(), [&](auto& n) { return n.of == id; }),
              all.end());
    if (!name.empty())
        all.push_back({id, name});
    return {};
}

Trouble tellOne(Design& d, const Text& id, const Text& key, const Text& text) {
    if (key == "name" && (id.find('.') != Text::npos || seriesOf(d, id) != id))
        return tellName(d, id, text);
    if (key.rfind("edge.", 0) == 0)
        return tellEdge(d, id, key, text);
    if (key == "zone" && id.find('.') != Text::npos)
        return tellTab(d, id, text);
    if (id == "card")
        return tellCard(d, key, text);
    if (StructureSpec* s = d.structure(id))
        return tellStructure(d, *s, key, text);
    if (FreePart* p = d.part(id))
        return tellPart(d, *p, key, text);
    if (JoinSpec* j = d.join(id))
        return tellJoin(d, *j, key, text);
    if (d.group(id))
        return tellGroup(d, id, key, text);
    for (Stock& s : d.stocks)
        if (s.id == id)
            return tellPaper(s, key, text);
    Text known = "card";
    const auto list = [&](const auto& all) {
        for (auto& one : all)
            known += ", " + one.id;
    };
    list(d.structures), list(d.parts), list(d.joins), list(d.groups), list(d.stocks);
    return no(id, "there is nothing of that id", "use one of: " + known);
}

} // namespace

Trouble endsInPaper(const Design& d, const Text& id) {
    auto made = assemble(d);
    if (!made)
        return made.problem();
    for (const Part& part : made->parts)
        for (const Mark& m : part.marks) {
            const Text local = m.id.substr(m.id.find('.') + 1), fold = "fold-";
            if (m.kind != LineKind::Slit && !m.off && ownerOf(m.id) == id &&
                local.rfind(fold, 0) == 0)
                return Problem{id + ", score " + local.substr(fold.size()),
                               "it ends inside the paper, where nothing folds",
                               "lead it from edge to edge, or slit the rest of it, like slit at "
                               "50 from 40 to 60"};
        }
    return {};
}

SayLine lineOfCard(const Design& d) {
    auto made = assemble(d);
    if (!made || made->parts.empty() || ownerOf(made->parts[0].id) != "card")
        return {};
    size_t sheets = 0, pages = 0;
    for (const Part& p : made->parts)
        sheets += ownerOf(p.id) == "card";
    for (const Panel& p : made->panels)
        pages += p.role == Role::Page && p.part == 0;
    // Rings and interlocked sheets are more than a row.
    if (sheets != 1 || d.card.form == "single")
        return {};
    for (const ListedPart& p : partsList(d, *made))
        if (p.id == made->parts[0].id && p.say.panels.size() == pages)
            return p.say;
    return {};
}

Result<Design> tell(const Design& design, const Text& id, const Told& told) {
    Design d = design;
    bool said = false;
    for (auto& [key, text] : told) {
        if (Trouble t = tellOne(d, id, key, text))
            return *t;
        said = said || key == "say";
    }
    if (said)
        if (Trouble t = endsInPaper(d, id))
            return *t;
    return checked(d);
}

Result<Design> tellStock(const Design& design, const Text& id, const Told& told) {
    Design d = design;
    for (Stock& s : d.stocks)
        for (auto& [key, text] : told)
            if (s.id == id)
                if (Trouble t = tellPaper(s, key, text))
                    return *t;
    return checked(d);
}

} // namespace hl
