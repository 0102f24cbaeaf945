// Pages: any row of pages, told by a say-line: own widths, heights and offsets, more than one sheet
// joined by hinge tabs, open at its ends or glued into a ring.
#include "core/assembly/tab.h"
#include "core/measure/number.h"
#include "core/structures/cards/row.h"
#include <algorithm>

namespace hl::structures {
namespace {

enum Ends { Loose, Ringed };

Values completePages(Values v, const Host& card) {
    v.try_emplace("ends", Loose);
    v.try_emplace("tab", tabDepth(card, 0.2 * card.left.room));
    return v;
}

CardSheet sheetPages(const Values&, const Host& card) {
    return pagesInARow({card.left.room, card.left.room}, {Fold::Valley}, card.length);
}

Trouble buildPages(const StructureSpec& spec, const Values& v, const Host&, AssemblyBuilder& out) {
    const Assembly& a = out.made();
    if (a.panel("card.base") >= 0) { // on which something else has to move
        out.drive({{"", 0, 1, false}});
        out.display(0, "lies on the table");
        return {};
    }
    int last = 1;
    while (pageOf(a, last + 1) >= 0)
        ++last;
    if (last < 2)
        return Problem{"card, say", "a card of pages has two or more", "say another page"};
    if (v.at("ends") == Ringed && last < 4)
        return Problem{"card, measure ends", "a ring of " + numberText(last) + " pages cannot move",
                       "say four pages or more, or leave the row open"};
    if (v.at("ends") == Ringed) {
        const int end = pageOf(a, last), start = pageOf(a, 1);
        auto edge = [&](int page, bool right) { // x, low and high of its outer edge
            double x = right ? -1e300 : 1e300, low = 1e300, high = -1e300;
            for (const Vec2& p : a.panels[page].outline)
                x = right ? std::max(x, p.x()) : std::min(x, p.x());
            for (const Vec2& p : a.panels[page].outline)
                if (std::fabs(p.x() - x) < 1e-6) {
                    low = std::min(low, p.y());
                    high = std::max(high, p.y());
                }
            return std::tuple{x, low, high};
        };
        const auto [x1, low1, high1] = edge(end, true);
        const auto [x0, low0, high0] = edge(start, false);
        const double low = std::max(low0, low1), high = std::min(high0, high1);
        if (high - low < 1)
            return Problem{"card, say", "the first and the last page do not meet along an edge",
                           "let them have heights that overlap, or leave the row open"};
        out.within(a.panels[end].part, "card");
        const Vec2 from(x1, low), to(x1, high);
        const int tab =
            out.panel("ring-tab", Role::Tab,
                      tabOutline(from, to, v.at("tab"), false, 70 * degree, 70 * degree));
        const bool mountains =
            std::none_of(a.creases.begin(), a.creases.end(), [](const Crease& c) {
                return ownerOf(c.id) == "card" && c.fold == Fold::Valley;
            });
        const int fold =
            out.crease("ring-fold", end, tab, from, to, mountains ? Fold::Mountain : Fold::Valley);
        out.lastCrease().hinge = true;
        out.glue(tab, fold, start, {x0, low}, {0, 1}, false);
    }
    std::vector<Stage> motion;
    size_t n = 0;
    double first = 180;
    for (size_t i = 1; static_cast<int>(i) < last; ++i) {
        const SayScore* said = i - 1 < spec.say.scores.size() ? &spec.say.scores[i - 1] : nullptr;
        const double opens = said && said->shown ? said->shown->degrees() : 180;
        if (i == 1)
            first = opens;
        motion.push_back({foldId(i), 0, opens, n++ > 0});
        motion.back().assumed = !(said && said->shown);
    }
    if (first < 1) // a fold that stays shut cannot be what the scale is read by
        return Problem{"card, say", "the first fold stays shut on display",
                       "begin the row with a page that opens"};
    out.drive(motion);
    const bool said = std::any_of(spec.say.scores.begin(), spec.say.scores.end(),
                                  [](auto& s) { return s.shown.has_value(); });
    const double at = said ? first : last > 2 ? 75 : 90;
    out.display(at, said       ? "stands as its folds are said"
                    : last > 2 ? "stands on the zigzag"
                               : "stands half open");
    return {};
}

} // namespace

Family pagesForm() {
    Family f = cardForm("pages", "pages",
                        "Any row of pages as one line: own widths and heights, several sheets, "
                        "a base with pleats, a tube.");
    f.parameters = {
        choiceOf("ends", {"open", "ring"}, "whether the last page is glued to the first")
            .unless("open"),
        tabParameter(),
    };
    f.row = true;
    f.complete = completePages;
    f.sheet = sheetPages;
    f.build = buildPages;
    return f;
}

} // namespace hl::structures
