// What is told of a structure or of a series of them.
#include "core/edit/told_values.h"
#include "core/measure/place.h"
#include "core/structures/family.h"
#include <algorithm>

namespace hl::edit::telling {
namespace {

using S = StructureSpec;

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

Trouble tellCount(Design&, S& s, const Text& place, const Text& text) {
    double n = 0;
    if (Trouble t = text == "auto" ? Trouble{} : number(n, place, text))
        return t;
    if (n < 0 || n > 60 || n != static_cast<int>(n))
        return no(place, "“" + text + "” is no number of a series", "give 1 to 60, or auto");
    s.count = static_cast<int>(n);
    return {};
}

Trouble tellGap(Design& d, S& s, const Text& place, const Text& text) {
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

Row<S> textAt(const char* key, Text S::*at) {
    return {key, [at](Design&, S& s, const Text& place, const Text& text) {
                return familyOf(s).texts ? words(s.*at, place, text)
                                         : no(place, "only words, film and thread are told this",
                                              "add words for it");
            }};
}

const Table<S>& structureTable() {
    static const Table<S> rows{
        wordsAt("name", &S::name),
        thingAt("on", &S::on),
        thingAt("to", &S::to),
        paperAt("stock", &S::stock),
        {"say",
         [](Design& d, S& s, const Text& place, const Text& text) {
             return familyOf(s).line ? said(s.say, place, text, d.units)
                                     : no(place, "only a strip or a cut-out box is told by a line",
                                          "set its measures");
         }},
        textAt("text", &S::text),
        textAt("typeface", &S::typeface),
        {"count", tellCount},
        choiceAt("each", &S::each),
        {"gap", tellGap},
    };
    return rows;
}

} // namespace

Trouble tellStructure(Design& d, StructureSpec& s, const Text& key, const Text& text) {
    if (key.rfind("change.", 0) == 0)
        return tellChange(d, s, key.substr(7), text);
    // A measure of its family goes before: pillars have a gap of their own.
    const Row<S>* row = familyOf(s).parameter(key) ? nullptr : rowOf(structureTable(), key);
    if (row)
        return row->set(d, s, "structure " + s.id + ", " + key, text);
    return measure(d, s.id, key, text, keysOf(structureTable()) + ", change.MEASURE, edge.SIDE");
}

} // namespace hl::edit::telling
