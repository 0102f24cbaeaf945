#include "core/assembly/builder.h"
#include <algorithm>

namespace hl {

void AssemblyBuilder::part(const std::string& id, const std::string& name,
                           const std::string& structure, const std::string& stock) {
    made_.parts.push_back({id, name, structure, stock, {}, {}});
}

int AssemblyBuilder::panel(const std::string& name, Role role, std::vector<Vec2> outline) {
    double twiceArea = 0;
    for (size_t i = 0; i < outline.size(); ++i) {
        const Vec2 &p = outline[i], &q = outline[(i + 1) % outline.size()];
        twiceArea += p.x() * q.y() - p.y() * q.x();
    }
    if (twiceArea < 0)
        std::reverse(outline.begin(), outline.end());
    const int index = static_cast<int>(made_.panels.size());
    Part& part = made_.parts.back();
    part.panels.push_back(index);
    made_.panels.push_back(
        {part.id + "." + name, static_cast<int>(made_.parts.size()) - 1, role, outline, {}});
    return index;
}

int AssemblyBuilder::crease(const std::string& name, int left, int right, Vec2 from, Vec2 to,
                            Fold fold, bool driven) {
    const int index = static_cast<int>(made_.creases.size());
    Part& part = made_.parts.back();
    part.creases.push_back(index);
    made_.creases.push_back({part.id + "." + name, static_cast<int>(made_.parts.size()) - 1, left,
                             right, from, to, fold, driven});
    return index;
}

void AssemblyBuilder::glue(int tab, int crease, int landing, Vec2 origin, Vec2 along,
                           bool faceDown) {
    const Crease& c = made_.creases[crease];
    made_.glues.push_back({made_.panels[tab].id, tab, landing,
                           matchLines(c.from, c.dir(), origin, along, faceDown), faceDown, c.id});
}

} // namespace hl
