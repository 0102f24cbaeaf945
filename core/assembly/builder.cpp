#include "core/assembly/builder.h"
#include "core/design/design.h"
#include <algorithm>

namespace hl {

void AssemblyBuilder::part(const std::string& id, const std::string& name,
                           const std::string& structure, const std::string& stock) {
    part_ = static_cast<int>(made_.parts.size());
    owner_ = ownerOf(id);
    made_.parts.push_back({id, name, structure, stock, {}, {}, {}, {}});
}

void AssemblyBuilder::within(int part, const std::string& owner) {
    part_ = part;
    owner_ = owner;
}

void AssemblyBuilder::setPaper(Panel& panel, Ring outline, std::vector<Ring> apertures) {
    if (areaOf(outline) < 0)
        std::reverse(outline.begin(), outline.end());
    panel.pieces = convexPieces(outline, apertures);
    panel.outline = std::move(outline);
    panel.apertures = std::move(apertures);
}

int AssemblyBuilder::panel(const std::string& name, Role role, Ring outline,
                           std::vector<Ring> apertures) {
    const int index = static_cast<int>(made_.panels.size());
    made_.parts[part_].panels.push_back(index);
    Panel panel;
    panel.id = owner_ + "." + name;
    panel.part = part_;
    panel.role = role;
    setPaper(panel, std::move(outline), std::move(apertures));
    made_.panels.push_back(std::move(panel));
    return index;
}

int AssemblyBuilder::crease(const std::string& name, int left, int right, Vec2 from, Vec2 to,
                            Fold fold) {
    const int index = static_cast<int>(made_.creases.size());
    made_.parts[part_].creases.push_back(index);
    Crease c;
    c.id = owner_ + "." + name;
    c.part = part_;
    c.left = left;
    c.right = right;
    c.from = from;
    c.to = to;
    c.fold = fold;
    c.rest = fold == Fold::Valley ? pi / 2 : -pi / 2;
    made_.creases.push_back(std::move(c));
    return index;
}

void AssemblyBuilder::mark(const std::string& name, LineKind kind, std::vector<Vec2> points,
                           bool off) {
    made_.parts[part_].marks.push_back({owner_ + "." + name, kind, std::move(points), off});
}

bool AssemblyBuilder::take(int panel, const Ring& away) {
    Panel& p = made_.panels[panel];
    std::vector<Paper> left = without(p.outline, p.apertures, away);
    constexpr double crumb = 0.01; // mm2 of rounding
    left.erase(std::remove_if(left.begin(), left.end(),
                              [](const Paper& x) { return areaOf(x.outline) < crumb; }),
               left.end());
    if (left.size() != 1)
        return false;
    setPaper(p, std::move(left[0].outline), std::move(left[0].apertures));
    return true;
}

void AssemblyBuilder::leaveUnfolded(int crease, double from, double to) {
    auto& gaps = made_.creases[crease].gaps;
    gaps.emplace_back(from, to);
    std::sort(gaps.begin(), gaps.end());
    for (size_t i = 0; i + 1 < gaps.size();)
        if (gaps[i + 1].first <= gaps[i].second) {
            gaps[i].second = std::max(gaps[i].second, gaps[i + 1].second);
            gaps.erase(gaps.begin() + static_cast<long>(i) + 1);
        } else {
            ++i;
        }
}

Join& AssemblyBuilder::lay(int held, Vec2 hold, Vec2 way, int landing, Vec2 origin, Vec2 along,
                           bool onFace, bool ontoFace, double raised) {
    Join join;
    join.id = made_.panels[held].id;
    join.tab = held;
    join.landing = landing;
    join.place = matchLines(hold, way, origin, along, onFace == ontoFace);
    join.place.shift.z() += ontoFace ? raised : -raised;
    join.onFace = onFace;
    join.at = origin;
    join.along = along;
    made_.joins.push_back(join);
    return made_.joins.back();
}

void AssemblyBuilder::glue(int tab, int crease, int landing, Vec2 origin, Vec2 along, bool onFace,
                           bool ontoFace) {
    const Crease c = made_.creases[crease];
    Join& join = lay(tab, c.from, c.dir(), landing, origin, along, onFace, ontoFace);
    join.crease = c.id;
    // A tab is trimmed where its landing is short of paper, as long as its crease lies on it.
    Panel& p = made_.panels[tab];
    if (p.role != Role::Tab)
        return;
    const Rigid back = join.place.inverse();
    Ring paper;
    for (const Vec2& q : made_.panels[landing].outline)
        paper.push_back(back.at(q).head<2>());
    if (areaOf(paper) < 0)
        std::reverse(paper.begin(), paper.end());
    const Ring trimmed = common(p.outline, paper);
    auto kept = [&](const Vec2& end) {
        return std::any_of(trimmed.begin(), trimmed.end(),
                           [&](const Vec2& q) { return (q - end).norm() < 1e-5; });
    };
    if (kept(c.from) && kept(c.to) && areaOf(trimmed) > 0.2 * areaOf(p.outline) &&
        areaOf(trimmed) < areaOf(p.outline) - 1e-3)
        setPaper(p, trimmed, {});
}

void AssemblyBuilder::tie(int crease, int to, double ratio, int halfTurns) {
    made_.ties.push_back({crease, to, ratio, halfTurns});
}

} // namespace hl
