// Interlocked pair: two creased sheets, each slit to half its height at the same distance from its
// crease, pushed into one another. Between the slits they make a rhombus, so the pair lies flat at
// 0 and at 180 degrees.
#include "core/structures/cards/row.h"

namespace hl::structures {
namespace {

Values completeInterlocked(Values v, const Host& card) {
    const double w = card.left.room;
    v.try_emplace("slit", w / 2);
    v.try_emplace("second", std::min(w, 2 * v["slit"]));
    v.try_emplace("depth", card.length / 2);
    return v;
}

CardSheet sheetInterlocked(const Values&, const Host& card) {
    return pagesInARow({card.left.room, card.left.room}, {Fold::Valley}, card.length);
}

Trouble buildInterlocked(const StructureSpec& spec, const Values& v, const Host& card,
                         AssemblyBuilder& out) {
    const double s = v.at("slit"), w = v.at("second"), h = card.length, deep = v.at("depth");
    if (s > card.left.room - 5)
        return beyond(spec, card, "slit", s, "above the most, " + inUnit(card, card.left.room - 5),
                      "no paper would be left beside the slit", "bring it nearer to the spine");
    if (w > 2 * s + 1e-9)
        return beyond(spec, card, "second", w, "above the most, " + inUnit(card, 2 * s),
                      "closed it would stick out past the spine", "make it narrower");
    if (w < s + 5)
        return beyond(spec, card, "second", w, "below the least, " + inUnit(card, s + 5),
                      "no paper would be left beside the slit", "make it wider");
    if (2 * s > card.left.room + 1e-9)
        return beyond(spec, card, "slit", s, "above the most, " + inUnit(card, card.left.room / 2),
                      "closed, the second sheet's crease lies twice as far out and would stick out",
                      "bring it nearer to the spine");
    if (deep > h - 5)
        return beyond(spec, card, "depth", deep, "above the most, " + inUnit(card, h - 5),
                      "the sheet would fall apart", "make it shorter");
    const int left = pageOf(out.made(), 1), right = pageOf(out.made(), 2);
    out.within(0, "card");
    for (double x : {-s, s})
        out.mark(x < 0 ? "left-slit" : "right-slit", LineKind::Slit, {{x, h - deep}, {x, h}});
    out.part("card.second", "Second sheet", "", spec.stock);
    const int a = out.panel("second-left", Role::Page, {{-w, 0}, {0, 0}, {0, h}, {-w, h}});
    const int b = out.panel("second-right", Role::Page, {{0, 0}, {w, 0}, {w, h}, {0, h}});
    out.crease("second-fold", a, b, {0, 0}, {0, h}, Fold::Mountain);
    for (double x : {-s, s}) {
        out.mark(x < 0 ? "second-left-slit" : "second-right-slit", LineKind::Slit,
                 {{x, 0}, {x, h - deep}});
        // Toward its crease the second sheet rises from the page.
        Join& join =
            out.lay(x < 0 ? a : b, {x, 0}, {0, 1}, x < 0 ? left : right, {x, 0}, {0, 1}, false);
        join.kind = JoinKind::Slot;
        join.moves = true;
        join.low = 0;
        join.high = pi;
        join.at = {x, h - deep};
        if (x > 0)
            join.along = {0, -1};
    }
    out.drive({{"card.spine", 0, 180, false}});
    out.display(90, "stands as a stepped cascade");
    return {};
}

} // namespace

Family interlocked() {
    Family f =
        cardForm("interlocked", "interlocked pair",
                 "Two creased sheets pushed into one another by slits: a stepped cascade that "
                 "folds flat both ways.");
    f.parameters = {
        lengthOf("slit", 8, 1000, "from the crease to the slits").unless("half the card"),
        lengthOf("second", 10, 1000, "width of the second sheet's pages")
            .unless("as wide as the card, or twice the slits' distance"),
        lengthOf("depth", 5, 1000, "how deep the first sheet is slit; the second is slit the rest")
            .grows(Parameter::Scale::Along)
            .unless("half the height"),
    };
    f.complete = completeInterlocked;
    f.sheet = sheetInterlocked;
    f.build = buildInterlocked;
    return f;
}

} // namespace hl::structures
