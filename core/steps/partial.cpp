#include "core/steps/partial.h"
#include <algorithm>
#include <numeric>

namespace hl::steps {

namespace {

// The bands of which both hooks are there; `panel` has the new numbers of panels.
std::vector<Elastic> hookedIn(const Assembly& whole, const std::vector<int>& panel) {
    std::vector<Elastic> out;
    for (Elastic e : whole.elastics) {
        for (int& p : e.panels)
            p = panel[static_cast<size_t>(p)];
        if (e.panels[0] >= 0 && e.panels[1] >= 0)
            out.push_back(e);
    }
    return out;
}

} // namespace

Assembly partialOf(const Assembly& whole, const std::set<std::string>& made) {
    // Parts that hang together.
    std::vector<int> group(whole.parts.size());
    std::iota(group.begin(), group.end(), 0);
    const auto of = [&](int part) {
        while (group[static_cast<size_t>(part)] != part)
            part = group[static_cast<size_t>(part)];
        return part;
    };
    const auto partOf = [&](int panel) { return whole.panels[static_cast<size_t>(panel)].part; };
    for (const Join& j : whole.joins)
        if (made.count(j.id)) {
            const int a = of(partOf(j.tab)), b = of(partOf(j.landing));
            group[static_cast<size_t>(std::max(a, b))] = std::min(a, b);
        }
    const int root = of(partOf(whole.root));
    std::vector<int> part(whole.parts.size(), -1), panel(whole.panels.size(), -1),
        crease(whole.creases.size(), -1);
    Assembly out;
    for (size_t i = 0; i < whole.parts.size(); ++i)
        if (of(static_cast<int>(i)) == root) {
            part[i] = static_cast<int>(out.parts.size());
            out.parts.push_back(whole.parts[i]);
        }
    for (size_t i = 0; i < whole.panels.size(); ++i)
        if (part[static_cast<size_t>(whole.panels[i].part)] >= 0) {
            panel[i] = static_cast<int>(out.panels.size());
            out.panels.push_back(whole.panels[i]);
            out.panels.back().part = part[static_cast<size_t>(whole.panels[i].part)];
        }
    const auto moved = [](const std::vector<int>& to, int i) {
        return i < 0 ? -1 : to[static_cast<size_t>(i)];
    };
    for (Panel& p : out.panels)
        p.rides = moved(panel, p.rides);
    for (size_t i = 0; i < whole.creases.size(); ++i)
        if (part[static_cast<size_t>(whole.creases[i].part)] >= 0) {
            crease[i] = static_cast<int>(out.creases.size());
            Crease c = whole.creases[i];
            c.part = part[static_cast<size_t>(c.part)];
            c.left = moved(panel, c.left);
            c.right = moved(panel, c.right);
            out.creases.push_back(std::move(c));
        }
    for (Crease& c : out.creases)
        c.partner = moved(crease, c.partner);
    for (Part& p : out.parts) {
        for (int& i : p.panels)
            i = moved(panel, i);
        for (int& i : p.creases)
            i = moved(crease, i);
    }
    for (const Join& j : whole.joins)
        if (made.count(j.id) && moved(panel, j.tab) >= 0 && moved(panel, j.landing) >= 0) {
            out.joins.push_back(j);
            out.joins.back().tab = moved(panel, j.tab);
            out.joins.back().landing = moved(panel, j.landing);
        }
    for (const Tie& t : whole.ties)
        if (moved(crease, t.crease) >= 0 && moved(crease, t.to) >= 0)
            out.ties.push_back(
                {moved(crease, t.crease), moved(crease, t.to), t.ratio, t.halfTurns});
    out.elastics = hookedIn(whole, panel);
    out.root = moved(panel, whole.root);
    out.motion.clear();
    for (const Stage& s : whole.motion)
        if (s.drive.empty() || out.crease(s.drive) >= 0 || out.join(s.drive) >= 0) {
            out.motion.push_back(s);
            out.motion.back().together = s.together && out.motion.size() > 1;
        }
    if (out.motion.empty())
        out.motion.push_back(out.creases.empty() ? Stage{"", 0, 0, false}
                                                 : Stage{out.creases.front().id, 0, 180, false});
    out.display = whole.display;
    return out;
}

std::set<std::string> madeBy(const Work& work, size_t count) {
    std::set<std::string> out;
    for (size_t i = 0; i < std::min(count, work.steps.size()); ++i)
        out.insert(work.steps[i].joins.begin(), work.steps[i].joins.end());
    return out;
}

} // namespace hl::steps
