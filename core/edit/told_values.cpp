#include "core/edit/told_values.h"
#include "core/design/limits.h"
#include "core/edit/closed_size.h"
#include "core/edit/edit.h"
#include "core/edit/named.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include "core/structures/family.h"
#include <tuple>

namespace hl::edit::telling {

Problem no(const Text& place, const Text& what, const Text& remedy) {
    return Problem{place, what, remedy};
}

Trouble oneOfWords(size_t& out, const std::vector<Text>& known, const Text& place,
                   const Text& text) {
    Text all;
    for (size_t i = 0; i < known.size(); ++i) {
        if (known[i] == text) {
            out = i;
            return {};
        }
        all += (i ? ", " : "") + known[i];
    }
    return no(place, "“" + text + "” means nothing here", "use one of: " + all);
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

Trouble measure(Design& d, const Text& id, const Text& name, const Text& text, const Text& others) {
    const Family* f = familyOf(d, id);
    const Text place = (id == "card" ? "card" : "structure " + id) + ", measure " + name;
    if (!f)
        return no(place, "its family is unknown", "choose another");
    const Parameter* p = f->parameter(name);
    if (!p) {
        Problem known = noSuchMeasure(*f, place);
        known.remedy += "; besides: " + others;
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

} // namespace hl::edit::telling
