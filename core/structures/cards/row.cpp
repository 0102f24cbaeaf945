#include "core/structures/cards/row.h"
#include "core/measure/number.h"

namespace hl::structures {

std::string foldName(size_t n) { return n == 1 ? "spine" : "fold-" + numberText(n); }
std::string foldId(size_t n) { return "card." + foldName(n); }

int pageOf(const Assembly& a, int n) {
    return a.panel(n == 1   ? "card.page-left"
                   : n == 2 ? "card.page-right"
                            : "card.page-" + numberText(n));
}

CardSheet pagesInARow(const std::vector<double>& widths, const std::vector<Fold>& folds,
                      double length) {
    CardSheet s;
    s.pages = {{"spine-left", "page-left"}, {"spine-right", "page-right"}};
    double x = 0;
    for (size_t i = 0; i < folds.size(); ++i) {
        s.folds.push_back({foldName(i + 1), folds[i], {x, 0}, {x, length}});
        if (i > 0)
            s.pages.emplace_back(foldName(i + 1) + "-right", "page-" + numberText(i + 2));
        x += widths[i + 1];
    }
    s.outline = {{-widths[0], 0}, {x, 0}, {x, length}, {-widths[0], length}};
    return s;
}

Family cardForm(const std::string& id, const std::string& name, const std::string& purpose) {
    Family f;
    f.id = id;
    f.name = name;
    f.purpose = purpose;
    f.ground = Ground::Form;
    f.shelf = "Cards";
    f.host = "card";
    f.standsOn = {"card"};
    return f;
}

} // namespace hl::structures
