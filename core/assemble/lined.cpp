#include "core/assemble/lined.h"
#include <algorithm>
#include <cmath>

namespace hl::assembling {

// Two tabs that are glued on one another, each held by nothing but its own fold, and these folds
// one line: they stand in the middle between the two panels that they are tabs of. Without that
// each pair would be free to lean to either side, and what is free takes long to settle.
void tieTabs(const std::set<std::string>& ours, AssemblyBuilder& out) {
    constexpr double coincide = 0.05; // mm
    const Assembly& a = out.made();
    std::vector<int> folds(a.panels.size()), held(a.panels.size()), fold(a.panels.size(), -1);
    for (size_t k = 0; k < a.creases.size(); ++k)
        for (const int panel : {a.creases[k].left, a.creases[k].right}) {
            ++folds[static_cast<size_t>(panel)];
            fold[static_cast<size_t>(panel)] = static_cast<int>(k);
        }
    for (const Join& j : a.joins)
        ++held[static_cast<size_t>(j.tab)], ++held[static_cast<size_t>(j.landing)];
    const auto leaf = [&](int panel) {
        return folds[static_cast<size_t>(panel)] == 1 && held[static_cast<size_t>(panel)] == 1 &&
               panel != a.root;
    };
    for (const Join& j : a.joins) {
        if (j.moves || !ours.count(j.id) || !leaf(j.tab) || !leaf(j.landing) ||
            j.place.turn(2, 2) > 0) // they go on in one another's plane: nothing is mirrored
            continue;
        const int mine = fold[static_cast<size_t>(j.tab)],
                  other = fold[static_cast<size_t>(j.landing)];
        const Crease &c = a.creases[static_cast<size_t>(mine)],
                     &k = a.creases[static_cast<size_t>(other)];
        const auto beside = [&](const Vec2& p) {
            return std::fabs(leftOf(k.dir()).dot(j.place.at(p).head<2>() - k.from));
        };
        const bool tied = std::any_of(a.ties.begin(), a.ties.end(), [&](const Tie& t) {
            return t.crease == mine || t.crease == other;
        });
        if (tied || c.fold != k.fold || c.either || k.either || c.rest != k.rest ||
            c.stiffness != k.stiffness || beside(c.from) > coincide || beside(c.to) > coincide)
            continue;
        out.tie(mine, other);
    }
}

// A plain sheet that is glued flat on a panel, within its edges and over most of it, lines it: what
// else is glued there is glued to the lining.
void linePanels(const std::set<std::string>& ours, AssemblyBuilder& out) {
    constexpr double onEdge = 0.05; // mm
    const Assembly& a = out.made();
    std::vector<int> held(a.panels.size());
    for (const Join& j : a.joins)
        ++held[static_cast<size_t>(j.tab)];
    std::vector<std::pair<int, int>> found;
    for (const Join& j : a.joins) {
        const Panel &sheet = a.panels[static_cast<size_t>(j.tab)],
                    &under = a.panels[static_cast<size_t>(j.landing)];
        if (!ours.count(j.id) || j.moves || !traitsOf(j.kind).sticks || under.role == Role::Tab ||
            a.parts[static_cast<size_t>(sheet.part)].panels.size() != 1 ||
            held[static_cast<size_t>(j.tab)] != 1 ||
            areaOf(sheet.outline) < areaOf(under.outline) / 2 ||
            std::any_of(sheet.outline.begin(), sheet.outline.end(), [&](const Vec2& p) {
                return offPaper(under.outline, {}, j.place.at(p).head<2>()) > onEdge;
            }))
            continue;
        found.emplace_back(j.tab, j.landing);
    }
    for (const auto& [sheet, under] : found)
        out.ride(sheet, under);
}

} // namespace hl::assembling
