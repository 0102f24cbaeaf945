// What no sheet takes, and by how much it is too large.
#include "core/design/design.h"
#include "core/make/blank_shape.h"
#include "core/make/cut_planner.h"
#include "core/measure/number.h"
#include <algorithm>

namespace hl::make::planning {

void Planner::shave(Ordered& b) {
    const ListedPart& p = o_.parts[b.parts[0]];
    const TabSides tabs = tabSides(o_.assembly, p);
    for (const SheetKind& k : kinds_)
        for (bool turned : {false, true}) {
            if (k.count == 0 || b.lie == !turned)
                continue;
            const double w = turned ? k.height : k.width, h = turned ? k.width : k.height;
            const double dx = std::max(0.0, b.width - w), dy = std::max(0.0, b.height - h);
            if ((dx > hairline && (!tabs.across || dx > sliver)) ||
                (dy > hairline && (!tabs.along || dy > sliver)))
                continue;
            b.width -= dx;
            b.height -= dy;
            remark(p.name + ": its tab loses " + sayLength(std::max(dx, dy), o_.design.units) +
                   ", because the sheet is that much short.");
            return;
        }
}

void Planner::miss(size_t listed, const std::string& why, const std::string& nearest) {
    const std::string& name = o_.parts[listed].name;
    for (MissingPart& m : plan_.missing)
        if (m.part == name && m.why == why) {
            ++m.count;
            return;
        }
    plan_.missing.push_back({name, 1, why, nearest});
}

void Planner::tooLarge(const Ordered& b) {
    const ListedPart& p = o_.parts[b.parts[0]];
    const Unit unit = o_.design.units;
    // The sheet that falls short by least.
    double best = 1e300, shortBy = 0;
    const SheetKind* nearest = nullptr;
    bool across = true;
    for (const SheetKind& k : kinds_)
        for (bool turned : {false, true}) {
            if (b.lie == !turned)
                continue;
            const double dx = b.width - (turned ? k.height : k.width),
                         dy = b.height - (turned ? k.width : k.height);
            const double sum = std::max(dx, 0.0) + std::max(dy, 0.0);
            if (sum < best) {
                best = sum;
                nearest = &k;
                across = dx > hairline;
                shortBy = std::max(dx, dy);
            }
        }
    const bool gone = nearest && best <= hairline;
    std::string why =
        !nearest ? "the drawer has no sheets of this paper"
        : gone   ? "all sheets that take it are used up"
                 : sizeText(b.width, b.height, unit) + " is more than any sheet of this paper";
    std::string nearestSheet = "a sheet of at least " + sizeText(b.width, b.height, unit);
    for (const Usual& u : usualSheets(unit))
        if (fits(b.width, b.height, u.width, u.height) ||
            fits(b.height, b.width, u.width, u.height)) {
            nearestSheet = std::string("a sheet of ") + u.name;
            break;
        }
    if (nearest && !gone) {
        nearestSheet += "; " + sizeText(nearest->width, nearest->height, unit) + " is " +
                        sayLength(shortBy, unit) + " short";
        if (across && !p.say.gives.empty())
            nearestSheet += ", which " + givingText(p.say) + " could give";
        else if (across && p.say.panels.size() > 1)
            nearestSheet += ", which a panel of it could give, once one is named that gives";
    }
    miss(b.parts[0], why, nearestSheet);
}

} // namespace hl::make::planning
