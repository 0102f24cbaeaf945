// Single fold: two pages and a spine, at the side or at the top.
#include "core/structures/cards/row.h"

namespace hl::structures {
namespace {

Values completeSingle(Values v, const Host&) {
    v.try_emplace("opens", pi);
    return v;
}

CardSheet sheetSingle(const Values&, const Host& card) {
    return pagesInARow({card.left.room, card.left.room}, {Fold::Valley}, card.length);
}

Trouble buildSingle(const StructureSpec&, const Values& v, const Host&, AssemblyBuilder& out) {
    const double opens = v.at("opens") / degree;
    out.drive({{"card.spine", 0, opens, false}});
    out.display(std::min(90.0, opens), "stands with the pages half open");
    return {};
}

} // namespace

Family singleFold() {
    Family f = cardForm("single", "single fold", "One sheet folded once: the plain card.");
    f.parameters = {angleOf("opens", 30, 180, "how far the hand opens it")
                        .unless("flat open")
                        .why("nothing could be seen in it", "the pages lie flat")};
    f.plain = true;
    f.complete = completeSingle;
    f.sheet = sheetSingle;
    f.build = buildSingle;
    return f;
}

} // namespace hl::structures
