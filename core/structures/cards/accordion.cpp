// Accordion: any number of pages with alternating folds.
#include "core/structures/cards/row.h"

namespace hl::structures {
namespace {

Values completeAccordion(Values v, const Host&) {
    v.try_emplace("pages", 4);
    return v;
}

size_t pages(const Values& v) { return static_cast<size_t>(v.at("pages")); }

CardSheet sheetAccordion(const Values& v, const Host& card) {
    std::vector<Fold> folds;
    for (size_t i = 0; i + 1 < pages(v); ++i)
        folds.push_back(i % 2 == 0 ? Fold::Valley : Fold::Mountain);
    return pagesInARow(std::vector<double>(pages(v), card.left.room), folds, card.length);
}

Trouble buildAccordion(const StructureSpec&, const Values& v, const Host&, AssemblyBuilder& out) {
    std::vector<Stage> motion;
    for (size_t i = 1; i < pages(v); ++i)
        motion.push_back({foldId(i), 0, 180, i > 1});
    out.drive(motion);
    out.display(75, "stands on the zigzag");
    return {};
}

} // namespace

Family accordion() {
    Family f = cardForm("accordion", "accordion",
                        "Pages in a row with alternating folds, drawn out by both ends.");
    f.parameters = {countOf("pages", 2, 12, "how many pages")
                        .unless("four")
                        .why("one page has no fold", "more pages are too thick to fold together")};
    f.complete = completeAccordion;
    f.sheet = sheetAccordion;
    f.build = buildAccordion;
    return f;
}

} // namespace hl::structures
