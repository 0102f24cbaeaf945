// What is told of the card.
#include "core/assemble/assemble.h"
#include "core/edit/closed_size.h"
#include "core/edit/motion_line.h"
#include "core/edit/tell.h"
#include "core/edit/told_values.h"
#include "core/fold/resting.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cctype>
#include <cmath>
#include <sstream>
#include <tuple>

namespace hl::edit::telling {
namespace {

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

Trouble tellSize(Design& d, CardSpec& c, const Text& place, const Text& text) {
    c.follows = text == "auto" && !c.say.empty();
    if (c.follows)
        std::tie(c.width, c.height) = followedSize(c);
    return c.follows ? Trouble{} : size(c.width, c.height, place, text, d.units);
}

Trouble tellForm(Design& d, CardSpec& c, const Text&, const Text& text) {
    if (c.form != text) {
        const Family* form = family(text);
        const SayLine line = form && form->row ? lineOfCard(d) : SayLine();
        c.set.clear();
        c.say = line;
    }
    c.form = text;
    return {};
}

Trouble tellLine(Design& d, CardSpec& c, const Text& place, const Text& text) {
    if (Trouble t = said(c.say, place, text, d.units))
        return t;
    if (!c.say.empty() && !formOf(d).row) {
        c.form = familyThat(&Family::row).id;
        c.set.clear();
    }
    if (c.follows)
        std::tie(c.width, c.height) = followedSize(c);
    return {};
}

Trouble tellEnvelope(Design& d, CardSpec& c, const Text& place, const Text& text) {
    c.envelope.reset();
    if (text == "none" || text.empty())
        return {};
    c.envelope.emplace();
    return size(c.envelope->first, c.envelope->second, place, text, d.units);
}

Trouble tellStep(Design& d, CardSpec& c, const Text& place, const Text& text) {
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

Trouble tellMotion(Design& d, CardSpec&, const Text&, const Text& text) {
    auto stages = parseMotion(d, text);
    if (!stages)
        return stages.problem();
    d.motion = *stages;
    return {};
}

// A list of ids; "none" empties it.
Trouble tellMeant(Design& d, CardSpec& c, const Text& place, const Text& text) {
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

const Table<CardSpec>& cardTable() {
    using C = CardSpec;
    static const Table<C> rows{
        {"title", [](Design& d, C&, const Text& place,
                     const Text& text) { return words(d.title, place, text); }},
        wordsAt("occasion", &C::occasion),
        {"motion", tellMotion},
        {"size", tellSize},
        choiceAt("spine", &C::spine),
        {"form", tellForm},
        {"say", tellLine},
        paperAt("stock", &C::stock),
        {"envelope", tellEnvelope},
        wordsAt("mail", &C::mail),
        {"units", [](Design& d, C&, const Text& place,
                     const Text& text) { return choose(d.units, place, text); }},
        {"shown", [](Design& d, C&, const Text& place,
                     const Text& text) { return tellShown(d, place, text); }},
        choiceAt("stands", &C::stands),
        {"front", [](Design& d, C&, const Text& place,
                     const Text& text) { return tellFront(d, place, text); }},
        {"meant", tellMeant},
        {"step", tellStep},
    };
    return rows;
}

} // namespace

Trouble tellCard(Design& d, const Text& key, const Text& text) {
    if (const Row<CardSpec>* row = rowOf(cardTable(), key))
        return row->set(d, d.card, "card, " + key, text);
    return measure(d, "card", key, text, keysOf(cardTable()) + ", edge.SIDE");
}

} // namespace hl::edit::telling
