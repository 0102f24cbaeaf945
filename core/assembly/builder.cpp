#include "core/assembly/builder.h"
#include <algorithm>

namespace hl {

void AssemblyBuilder::part(const std::string& id, const std::string& name,
                           const std::string& structure, const std::string& stock) {
    made_.parts.push_back({id, name, structure, stock, {}, {}, {}});
}

int AssemblyBuilder::panel(const std::string& name, Role role, Ring outline,
                           std::vector<Ring> apertures) {
    if (areaOf(outline) < 0)
        std::reverse(outline.begin(), outline.end());
    const int index = static_cast<int>(made_.panels.size());
    Part& part = made_.parts.back();
    part.panels.push_back(index);
    std::vector<Ring> pieces = convexPieces(outline, apertures);
    made_.panels.push_back({part.id + "." + name, static_cast<int>(made_.parts.size()) - 1, role,
                            std::move(outline), std::move(apertures), std::move(pieces)});
    return index;
}

int AssemblyBuilder::crease(const std::string& name, int left, int right, Vec2 from, Vec2 to,
                            Fold fold) {
    const double half = fold == Fold::Valley ? pi / 2 : -pi / 2;
    const int index = static_cast<int>(made_.creases.size());
    Part& part = made_.parts.back();
    part.creases.push_back(index);
    made_.creases.push_back({part.id + "." + name, static_cast<int>(made_.parts.size()) - 1, left,
                             right, from, to, fold, {}, half, 1});
    return index;
}

void AssemblyBuilder::mark(const std::string& name, LineKind kind, std::vector<Vec2> points) {
    Part& part = made_.parts.back();
    part.marks.push_back({part.id + "." + name, kind, std::move(points)});
}

void AssemblyBuilder::glue(int tab, int crease, int landing, Vec2 origin, Vec2 along,
                           bool faceDown) {
    const Crease& c = made_.creases[crease];
    Join join;
    join.id = made_.panels[tab].id;
    join.tab = tab;
    join.landing = landing;
    join.place = matchLines(c.from, c.dir(), origin, along, faceDown);
    join.onFace = faceDown;
    join.crease = c.id;
    made_.joins.push_back(join);
}

} // namespace hl
