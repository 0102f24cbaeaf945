// Tube: four pages glued into a ring, which lies flat as a parallelogram. Its front may be faceted
// round an aperture: at both front edges two beaks share a slit and pop inward.
#include "core/assembly/tab.h"
#include "core/measure/number.h"
#include "core/structures/cards/row.h"
#include "core/structures/cut_outs/beak.h"
#include <cmath>

namespace hl::structures {
namespace {

enum Front { Plain, Faceted };

Values completeTube(Values v, const Host& card) {
    const double w = card.left.room;
    v.try_emplace("side", w / 4);
    v.try_emplace("face", Plain);
    v.try_emplace("facet", 0.6 * std::min(v["side"], (w - v["side"]) / 3));
    v.try_emplace("facet_height", std::min(1.5 * v["facet"], 0.25 * card.length));
    v.try_emplace("tab", tabDepth(card, 0.8 * v["side"]));
    return v;
}

CardSheet sheetTube(const Values& v, const Host& card) {
    const double side = v.at("side"), front = std::max(1.0, card.left.room - side);
    CardSheet s = pagesInARow({front, side, front, side},
                              {Fold::Valley, Fold::Valley, Fold::Valley}, card.length);
    if (v.at("face") == Faceted) {
        // An aperture that leaves the facets a rim.
        const double f = v.at("facet") + 4, h = v.at("facet_height"), y = card.length / 2;
        const double a = side + f, b = side + front - f, slope = std::min(f, (b - a) / 4);
        s.apertures = {{{a, y},
                        {a + slope, y - h},
                        {b - slope, y - h},
                        {b, y},
                        {b - slope, y + h},
                        {a + slope, y + h}}};
    }
    return s;
}

Trouble buildTube(const StructureSpec& spec, const Values& v, const Host& card,
                  AssemblyBuilder& out) {
    const double w = card.left.room, side = v.at("side"), front = w - side;
    if (side > w / 2 + 1e-9)
        return beyond(spec, card, "side", side, "above the most, " + inUnit(card, w / 2),
                      "the sides would be wider than the front", "make it narrower");
    const Assembly& a = out.made();
    const int last = pageOf(a, 4), first = pageOf(a, 1);
    const double end = 2 * side + front;
    out.within(0, "card");
    const Vec2 from(end, 0), to(end, card.length);
    const int tab = out.panel("ring-tab", Role::Tab,
                              tabOutline(from, to, v.at("tab"), false, 70 * degree, 70 * degree));
    const int fold = out.crease("ring-fold", last, tab, from, to, Fold::Valley);
    out.glue(tab, fold, first, {-front, 0}, {0, 1}, false);
    if (v.at("face") == Faceted) {
        const double f = v.at("facet"), h = v.at("facet_height");
        if (f > 0.9 * side)
            return beyond(spec, card, "facet", f, "above the most, " + inUnit(card, 0.9 * side),
                          "the slit would cut through the side", "make it smaller");
        if (f > front / 3)
            return beyond(spec, card, "facet", f, "above the most, " + inUnit(card, front / 3),
                          "no aperture would be left between the facets", "make it smaller");
        if (h > 0.45 * card.length)
            return beyond(spec, card, "facet_height", h,
                          "above the most, " + inUnit(card, 0.45 * card.length),
                          "no paper would be left above and below", "make it lower");
        for (int n : {2, 3})
            if (Trouble t = cutMouth(
                    out, a.crease(foldId(static_cast<size_t>(n))), "card", "facet-" + numberText(n),
                    {card.length / 2 - h, card.length / 2, card.length / 2 + h, f}))
                return t;
    }
    out.drive({{"card.spine", 0, 180, false}});
    out.display(90, "stands as a tube");
    return {};
}

} // namespace

Family tube() {
    Family f =
        cardForm("tube", "tube",
                 "Four pages glued into a ring that stands as a tube and lies flat to either "
                 "side.");
    f.parameters = {
        lengthOf("side", 5, 1000, "width of the two sides").unless("a quarter of the card"),
        choiceOf("face", {"plain", "faceted"}, "whether the front has an aperture between facets")
            .unless("plain"),
        lengthOf("facet", 3, 500, "how far the facets reach from the front edges")
            .unless("six tenths of the side or a fifth of the front"),
        lengthOf("facet_height", 3, 500, "from the middle of a facet to its end")
            .grows(Parameter::Scale::Along)
            .unless("half as much again as the facet"),
        tabParameter(),
    };
    f.complete = completeTube;
    f.sheet = sheetTube;
    f.build = buildTube;
    return f;
}

} // namespace hl::structures
