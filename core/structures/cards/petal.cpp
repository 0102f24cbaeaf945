// Petal square: four flaps close over what lies on the base.
#include "core/structures/cards/row.h"
#include <algorithm>

namespace hl::structures {
namespace {

double most(const Host& card) { return std::min(card.left.room, card.length) / 2; }

Values completePetal(Values v, const Host& card) {
    v.try_emplace("petal", most(card));
    return v;
}

CardSheet sheetPetal(const Values& v, const Host& card) {
    const double w = card.left.room, h = card.length, r = v.at("petal");
    CardSheet s;
    s.outline = {{0, 0}, {w / 2, -r},    {w, 0}, {w + r, h / 2},
                 {w, h}, {w / 2, h + r}, {0, h}, {-r, h / 2}};
    s.folds = {{"spine", Fold::Valley, {0, 0}, {0, h}},
               {"fold-2", Fold::Valley, {w, 0}, {w, h}},
               {"fold-3", Fold::Valley, {0, 0}, {w, 0}},
               {"fold-4", Fold::Valley, {w, h}, {0, h}}};
    s.pages = {{"spine-left", "page-left"},
               {"spine-right", "page-right"},
               {"fold-2-right", "page-3"},
               {"fold-3-right", "page-4"},
               {"fold-4-right", "page-5"}};
    return s;
}

Trouble buildPetal(const StructureSpec& spec, const Values& v, const Host& card,
                   AssemblyBuilder& out) {
    if (v.at("petal") > most(card) + 1e-9)
        return beyond(spec, card, "petal", v.at("petal"),
                      "above the most, " + inUnit(card, most(card)),
                      "opposite petals would meet before they lie flat", "make it shorter");
    out.drive({{"card.spine", 0, 180, false},
               {"card.fold-2", 0, 180, true},
               {"card.fold-3", 0, 180, true},
               {"card.fold-4", 0, 180, true}});
    out.display(180, "lies open like a flower");
    return {};
}

} // namespace

Family petal() {
    Family f = cardForm("petal", "petal square",
                        "A base with four flaps that close over what lies inside.");
    f.parameters = {lengthOf("petal", 5, 500, "from the base to the tip of a petal")
                        .grows(Parameter::Scale::Lesser)
                        .unless("half the shorter side of the card")};
    f.lies = true;
    f.complete = completePetal;
    f.sheet = sheetPetal;
    f.build = buildPetal;
    return f;
}

} // namespace hl::structures
