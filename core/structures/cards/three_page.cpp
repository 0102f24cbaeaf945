// Three-page card: a back with a wing on either side. The wings swing in together, or, with a
// bridge between them, alike: then one lies on the back when the other points away from it.
#include "core/structures/cards/row.h"

namespace hl::structures {
namespace {

enum Swing { Together, Alike };

Values completeThreePage(Values v, const Host& card) {
    v.try_emplace("swing", Together);
    v.try_emplace("wing", card.left.room / 2);
    return v;
}

bool alike(const Values& v) { return v.at("swing") == Alike; }

CardSheet sheetThreePage(const Values& v, const Host& card) {
    const double wing = v.at("wing"), back = card.left.room - (alike(v) ? wing : 0);
    return pagesInARow({wing, std::max(1.0, back), wing}, {Fold::Valley, Fold::Valley},
                       card.length);
}

Trouble buildThreePage(const StructureSpec& spec, const Values& v, const Host& card,
                       AssemblyBuilder& out) {
    const double most = alike(v) ? card.left.room - 10 : card.left.room;
    if (v.at("wing") > most + 1e-9)
        return beyond(spec, card, "wing", v.at("wing"), "above the most, " + inUnit(card, most),
                      alike(v) ? "nothing would be left of the back between the wings"
                               : "it would stick out of the closed card",
                      "make it narrower");
    if (alike(v))
        out.drive({{"card.spine", 0, 180, false}, {"card.fold-2", 180, 0, true}});
    else if (v.at("wing") > card.left.room / 2 + 1e-9) // they overlap: one after the other
        out.drive({{"card.spine", 0, 180, false}, {"card.fold-2", 0, 180, false}});
    else
        out.drive({{"card.spine", 0, 180, false}, {"card.fold-2", 0, 180, true}});
    out.display(90, "stands on its wings");
    return {};
}

} // namespace

Family threePage() {
    Family f = cardForm("three-page", "three-page card",
                        "A back with two wings that swing forward; with a bridge it is a tube that "
                        "closes to either side.");
    f.parameters = {
        choiceOf("swing", {"together", "alike"},
                 "whether the wings close toward one another, or stay parallel as a bridge makes "
                 "them")
            .unless("together"),
        lengthOf("wing", 10, 1000, "width of the wings").unless("half the card"),
    };
    f.complete = completeThreePage;
    f.sheet = sheetThreePage;
    f.build = buildThreePage;
    return f;
}

} // namespace hl::structures
