#include "core/make/blank_shape.h"
#include "core/make/cut_plan.h"
#include <algorithm>
#include <map>

namespace hl::make {

std::optional<Through> scoredThrough(const ListedPart& p) {
    if (p.creases.empty() || !plainRectangle(p))
        return std::nullopt;
    Through t;
    t.upright = runsUpright(p.creases[0].from, p.creases[0].to);
    for (auto& c : p.creases) {
        if (t.upright ? !runsUpright(c.from, c.to) : !runsLevel(c.from, c.to))
            return std::nullopt;
        const double length = t.upright ? p.blank.y() : p.blank.x();
        if (std::fabs((c.to - c.from).norm() - length) > hairline)
            return std::nullopt;
        t.at.push_back({std::lround((t.upright ? c.from.x() : c.from.y()) * 1e3), c.fold});
    }
    std::sort(t.at.begin(), t.at.end());
    return t;
}

TabSides tabSides(const Assembly& a, const ListedPart& p) {
    const int index = a.part(p.id);
    if (index < 0)
        return {};
    const Part& part = a.parts[static_cast<size_t>(index)];
    Vec2 low(1e300, 1e300), high(-1e300, -1e300);
    for (int i : part.panels)
        for (const Vec2& q : a.panels[static_cast<size_t>(i)].outline) {
            low = low.cwiseMin(q);
            high = high.cwiseMax(q);
        }
    // Left, right, below, above.
    bool tab[4] = {true, true, true, true};
    for (int i : part.panels) {
        const Panel& panel = a.panels[static_cast<size_t>(i)];
        if (panel.role == Role::Tab)
            continue;
        for (const Vec2& q : panel.outline) {
            tab[0] = tab[0] && q.x() > low.x() + 4 * sliver;
            tab[1] = tab[1] && q.x() < high.x() - 4 * sliver;
            tab[2] = tab[2] && q.y() > low.y() + 4 * sliver;
            tab[3] = tab[3] && q.y() < high.y() - 4 * sliver;
        }
    }
    return {tab[0] || tab[1], tab[2] || tab[3]};
}

bool isMirrored(const std::vector<ListedPart>& parts, size_t i) {
    const ListedPart& p = parts[i];
    if (plainRectangle(p))
        return false;
    const auto shape = [](const ListedPart& q, bool over, bool turned) {
        std::vector<std::pair<long, long>> corners;
        for (Vec2 v : q.outline) {
            if (over)
                v.x() = q.blank.x() - v.x();
            if (turned)
                v = q.blank - v;
            corners.push_back({std::lround(v.x() * 1e3), std::lround(v.y() * 1e3)});
        }
        std::sort(corners.begin(), corners.end());
        return corners;
    };
    for (size_t k = 0; k < i; ++k) {
        const ListedPart& q = parts[k];
        if (q.paper != p.paper || (q.blank - p.blank).norm() > 1e-3 ||
            q.outline.size() != p.outline.size())
            continue;
        for (bool turned : {false, true})
            if (shape(p, true, turned) == shape(q, false, false))
                return true;
    }
    return false;
}

std::vector<int> gangsOf(const std::vector<ListedPart>& parts) {
    std::vector<int> out(parts.size(), -1);
    // Alike: paper, how the scores run and where, and the length across them.
    using Key = std::pair<std::string, std::pair<bool, std::vector<std::pair<long, std::string>>>>;
    std::map<std::pair<Key, long>, std::vector<size_t>> groups;
    for (size_t i = 0; i < parts.size(); ++i)
        if (auto t = scoredThrough(parts[i])) {
            const double across = t->upright ? parts[i].blank.x() : parts[i].blank.y();
            groups[{{parts[i].paper, {t->upright, t->at}}, std::lround(across * 1e3)}].push_back(i);
        }
    std::map<size_t, std::vector<size_t>> inOrder; // by their first part
    for (auto& [key, members] : groups)
        if (members.size() > 1 || parts[members[0]].count > 1)
            inOrder[members[0]] = members;
    int n = 0;
    for (auto& [first, members] : inOrder) {
        ++n;
        for (size_t i : members)
            out[i] = n;
    }
    return out;
}

} // namespace hl::make
