// Stand: the base is folded under itself and glued to a double foot, so that the page stands at a
// right angle on it.
#include "core/structures/cards/row.h"

namespace hl::structures {
namespace {

Values completeStand(Values v, const Host& card) {
    v.try_emplace("foot", 0.4 * card.left.room);
    v.try_emplace("opens", 90 * degree);
    return v;
}

CardSheet sheetStand(const Values& v, const Host& card) {
    return pagesInARow({card.left.room, v.at("foot"), v.at("foot")}, {Fold::Valley, Fold::Mountain},
                       card.length);
}

Trouble buildStand(const StructureSpec& spec, const Values& v, const Host& card,
                   AssemblyBuilder& out) {
    const double foot = v.at("foot");
    if (foot > card.left.room + 1e-9)
        return beyond(spec, card, "foot", foot, "above the most, " + inUnit(card, card.left.room),
                      "it would stick out of the closed card", "make it shorter");
    const int upper = pageOf(out.made(), 2), under = pageOf(out.made(), 3);
    out.lay(under, {foot, 0}, {0, 1}, upper, {foot, 0}, {0, 1}, false, false);
    const double opens = v.at("opens") / degree;
    out.drive({{"card.spine", 0, opens, false}, {"card.fold-2", 0, 0, true}});
    out.display(opens, "stands on its double foot");
    return {};
}

} // namespace

Family stand() {
    Family f = cardForm("stand", "stand",
                        "A page on a foot that is folded under itself, standing at a right angle.");
    f.parameters = {
        lengthOf("foot", 10, 1000, "from the spine to the end of the foot")
            .unless("four tenths of the card")
            .why("a shorter foot does not hold the page up", "no card is that large"),
        angleOf("opens", 45, 120, "the angle at which the page stands")
            .unless("a right angle")
            .why("the page would fall forward", "the page would fall back"),
    };
    f.props = f.foot = true;
    f.complete = completeStand;
    f.sheet = sheetStand;
    f.build = buildStand;
    return f;
}

} // namespace hl::structures
