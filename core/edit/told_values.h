// What words are read as, and the tables by which things of a design are told: a row for each key.
#pragma once
#include "core/design/design.h"
#include "core/measure/result.h"
#include <functional>
#include <string>
#include <vector>

namespace hl::edit::telling {

using Text = std::string;

Problem no(const Text& place, const Text& what, const Text& remedy);

// Each sets `out` or says at `place` what is wrong.
Trouble length(Measure& out, const Text& place, const Text& text, Unit unit);
Trouble words(Text& out, const Text& place, const Text& text);
// Another thing of the design, by its id or by what it is called.
Trouble thing(const Design& d, Text& out, const Text& place, const Text& text);
Trouble flag(bool& out, const Text& place, const Text& text, const Text& yes, const Text& other);
Trouble number(double& out, const Text& place, const Text& text);
// A measure of a structure or of the card's form; `others` is what else may be told.
Trouble measure(Design& d, const Text& id, const Text& name, const Text& text, const Text& others);
Trouble said(SayLine& out, const Text& place, const Text& text, Unit unit);
Trouble paperIs(Design& d, Text& out, const Text& place, const Text& text);
Trouble size(Measure& width, Measure& height, const Text& place, const Text& text, Unit unit);
// One of the words of an enumeration.
Trouble oneOfWords(size_t& out, const std::vector<Text>& known, const Text& place,
                   const Text& text);
template<class E> Trouble choose(E& out, const Text& place, const Text& text) {
    size_t i = 0;
    if (Trouble t = oneOfWords(i, wordsOf<E>(), place, text))
        return t;
    out = static_cast<E>(i);
    return {};
}

// One word that is told of a thing.
template<class T> struct Row {
    const char* key;
    std::function<Trouble(Design&, T&, const Text& place, const Text& text)> set;
};
template<class T> using Table = std::vector<Row<T>>;

template<class T> const Row<T>* rowOf(const Table<T>& table, const Text& key) {
    for (const Row<T>& row : table)
        if (key == row.key)
            return &row;
    return nullptr;
}
// "name, stock, size"
template<class T> Text keysOf(const Table<T>& table) {
    Text all;
    for (const Row<T>& row : table)
        all += (all.empty() ? "" : ", ") + Text(row.key);
    return all;
}

// Rows that set one member.
template<class T> Row<T> wordsAt(const char* key, Text T::*at) {
    return {key, [at](Design&, T& t, const Text& place, const Text& text) {
                return words(t.*at, place, text);
            }};
}
template<class T> Row<T> thingAt(const char* key, Text T::*at) {
    return {key, [at](Design& d, T& t, const Text& place, const Text& text) {
                return thing(d, t.*at, place, text);
            }};
}
template<class T> Row<T> paperAt(const char* key, Text T::*at) {
    return {key, [at](Design& d, T& t, const Text& place, const Text& text) {
                return paperIs(d, t.*at, place, text);
            }};
}
template<class T> Row<T> lengthAt(const char* key, Measure T::*at) {
    return {key, [at](Design& d, T& t, const Text& place, const Text& text) {
                return length(t.*at, place, text, d.units);
            }};
}
template<class T, class E> Row<T> choiceAt(const char* key, E T::*at) {
    return {key, [at](Design&, T& t, const Text& place, const Text& text) {
                return choose(t.*at, place, text);
            }};
}
template<class T>
Row<T> flagAt(const char* key, bool T::*at, const char* yes = "yes", const char* other = "no") {
    return {key, [=](Design&, T& t, const Text& place, const Text& text) {
                return flag(t.*at, place, text, yes, other);
            }};
}

// The tables, by thing.
Trouble tellCard(Design& d, const Text& key, const Text& text);
Trouble tellStructure(Design& d, StructureSpec& s, const Text& key, const Text& text);
Trouble tellPart(Design& d, FreePart& p, const Text& key, const Text& text);
Trouble tellJoin(Design& d, JoinSpec& j, const Text& key, const Text& text);
Trouble tellPaper(Design& d, Stock& s, const Text& key, const Text& text);

} // namespace hl::edit::telling
