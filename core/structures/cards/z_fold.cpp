// Z-fold: the front page is creased and folded back on itself.
#include "core/structures/cards/row.h"

namespace hl::structures {
namespace {

Values completeZFold(Values v, const Host& card) {
    const double w = card.left.room;
    v.try_emplace("front", v.count("flap") ? std::max(w / 2, v["flap"]) : w / 2);
    v.try_emplace("flap", v["front"]);
    return v;
}

CardSheet sheetZFold(const Values& v, const Host& card) {
    return pagesInARow({card.left.room, v.at("front"), v.at("flap")},
                       {Fold::Valley, Fold::Mountain}, card.length);
}

Trouble buildZFold(const StructureSpec& spec, const Values& v, const Host& card,
                   AssemblyBuilder& out) {
    if (v.at("front") > card.left.room + 1e-9)
        return beyond(spec, card, "front", v.at("front"),
                      "above the most, " + inUnit(card, card.left.room),
                      "it would stick out of the closed card", "make it narrower");
    if (v.at("flap") > v.at("front") + 1e-9)
        return beyond(spec, card, "flap", v.at("flap"),
                      "above the most, " + inUnit(card, v.at("front")),
                      "folded back it would stick out past the spine", "make it narrower");
    out.drive({{"card.spine", 0, 180, false}, {"card.fold-2", 0, 180, true}});
    out.display(75, "stands on the zigzag");
    return {};
}

} // namespace

Family zFold() {
    Family f = cardForm("z-fold", "Z-fold",
                        "A front page folded back on itself, which stands on the zigzag.");
    f.parameters = {
        lengthOf("front", 10, 1000, "from the spine to the fold of the front page")
            .unless("half the card, or as wide as a wider flap"),
        lengthOf("flap", 10, 1000, "the part that is folded back")
            .unless("as wide as the front", true),
    };
    f.complete = completeZFold;
    f.sheet = sheetZFold;
    f.build = buildZFold;
    return f;
}

} // namespace hl::structures
