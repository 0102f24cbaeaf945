// A table on which cut plans are carried out, cut by cut.
#pragma once
#include "core/make/blank_shape.h"
#include "core/make/cut_plan.h"
#include "core/make/trays.h"
#include <QString>
#include <algorithm>
#include <cmath>

namespace hl::test {

inline constexpr double touching = 1e-6; // mm

inline bool alike(const SheetArea& a, const SheetArea& b) {
    return std::fabs(a.x - b.x) < touching && std::fabs(a.y - b.y) < touching &&
           std::fabs(a.width - b.width) < touching && std::fabs(a.height - b.height) < touching;
}

// Carries the cuts of a sheet out on a table; what is wrong, or nothing.
inline QString carriedOut(const PlannedSheet& s) {
    std::vector<SheetArea> table{{0, 0, s.width, s.height}};
    for (const GuillotineCut& c : s.cuts) {
        auto it =
            std::find_if(table.begin(), table.end(), [&](auto& p) { return alike(p, c.piece); });
        if (it == table.end())
            return "a piece that is cut does not lie on the table";
        SheetArea one = *it, other = *it;
        double& low = c.acrossX ? one.width : one.height;
        const double whole = low, at = c.at - (c.acrossX ? one.x : one.y);
        if (!(at > touching && at < whole - touching))
            return "a cut misses its piece";
        // The fence stays where it is for cuts that nobody can tell apart from it.
        if (std::fabs(c.fence - at) > hairline && std::fabs(c.fence - (whole - at)) > hairline)
            return "the fence stands where neither side of the cut is";
        low = at;
        (c.acrossX ? other.x : other.y) = c.at;
        (c.acrossX ? other.width : other.height) = whole - at;
        *it = one;
        table.push_back(other);
    }
    std::vector<SheetArea> promised = s.left;
    promised.insert(promised.end(), s.trays.begin(), s.trays.end());
    for (const SheetArea& tray : s.trays)
        if (std::min(tray.width, tray.height) < leastHeld - touching)
            return "fingers cannot hold a strip";
    for (const CutBlank& b : s.blanks) {
        if (b.tray < 0) {
            promised.push_back(b.at);
            continue;
        }
        if (size_t(b.tray) >= s.trays.size())
            return "a small thing lies on no strip";
        const SheetArea& on = s.trays[size_t(b.tray)];
        if (b.at.x < on.x - touching || b.at.y < on.y - touching ||
            b.at.x + b.at.width > on.x + on.width + touching ||
            b.at.y + b.at.height > on.y + on.height + touching)
            return "a small thing lies beside its strip";
        for (const CutBlank& o : s.blanks)
            if (&o != &b && o.tray == b.tray && o.at.x < b.at.x + b.at.width - touching &&
                b.at.x < o.at.x + o.at.width - touching &&
                o.at.y < b.at.y + b.at.height - touching &&
                b.at.y < o.at.y + o.at.height - touching)
                return "two small things lie on one another";
    }
    if (promised.size() != table.size())
        return QString("%1 pieces lie on the table, %2 are promised")
            .arg(table.size())
            .arg(promised.size());
    for (const SheetArea& p : promised) {
        auto it = std::find_if(table.begin(), table.end(), [&](auto& t) { return alike(t, p); });
        if (it == table.end())
            return "a piece that is promised does not come off the sheet";
        table.erase(it);
    }
    return {};
}

} // namespace hl::test
