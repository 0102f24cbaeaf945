#include "core/prove/curves.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl {
namespace {

// Whether `upper` stands on `lower`, or on something that does.
bool standsOn(const Design& d, std::string upper, const std::string& lower) {
    for (size_t depth = 0; depth <= d.structures.size(); ++depth) {
        const StructureSpec* s = d.structure(seriesOf(d, upper));
        if (!s)
            return false;
        // Those of a series stand on one another, unless they stand side by side.
        if (s->count != 1 && s->each != Each::Gap && seriesOf(d, lower) == s->id)
            return true;
        upper = ownerOf(s->on);
        if (upper == lower || (!s->to.empty() && ownerOf(s->to) == lower))
            return true;
    }
    return false;
}

} // namespace

bool keepApart(const Case& c, const std::string& a, const std::string& b) {
    if (a == b || a == "card" || b == "card" || standsOn(c.design, a, b) ||
        standsOn(c.design, b, a))
        return false;
    if (!c.design.part(a) && !c.design.part(b))
        return true;
    const auto& panels = c.assembly.panels;
    auto joined = [&](const std::string& p, const std::string& q) {
        return std::any_of(c.assembly.joins.begin(), c.assembly.joins.end(), [&](const Join& j) {
            const std::string x = ownerOf(panels[j.tab].id), y = ownerOf(panels[j.landing].id);
            return (x == p && y == q) || (x == q && y == p);
        });
    };
    if (joined(a, b))
        return false;
    return std::none_of(panels.begin(), panels.end(), [&](const Panel& third) {
        const std::string t = ownerOf(third.id);
        return t != "card" && t != a && t != b && joined(a, t) && joined(t, b);
    });
}

double clearanceIn(const Case& c, const Pose& pose) {
    const auto& panels = c.assembly.panels;
    const std::vector<bool> gives = givesWay(c);
    std::vector<std::string> owner;
    std::vector<Box> boxes(panels.size());
    for (size_t i = 0; i < panels.size(); ++i) {
        owner.push_back(ownerOf(panels[i].id));
        for (const Vec2& q : panels[i].outline)
            boxes[i].take(pose.panels[i].at(q));
    }
    std::map<std::pair<std::string, std::string>, bool> known;
    double least = 1e300;
    for (size_t i = 0; i < panels.size(); ++i)
        for (size_t k = i + 1; k < panels.size(); ++k) {
            if (gives[i] || gives[k] || panels[i].rides >= 0 || panels[k].rides >= 0 ||
                boxes[i].clears(boxes[k], std::min(least, 1e6)))
                continue;
            auto [it, fresh] = known.try_emplace({owner[i], owner[k]}, false);
            if (fresh)
                it->second = keepApart(c, owner[i], owner[k]);
            if (it->second)
                forPieces(panels[i], pose.panels[i], panels[k], pose.panels[k],
                          [&](const Polygon& p, const Polygon& q) {
                              least = std::min(least, gapOf(p, q).distance);
                          });
        }
    return least > 1e200 ? -1 : least;
}

Curves curvesOf(const Evidence& e, const Stop& stop) {
    const Case& c = e.c;
    Curves out;
    const int last = static_cast<int>(c.poses.size()) - 1;
    const int step = std::max(1, last / 60);
    const bool side = c.design.card.spine == SpineSide::Left;
    const double w = c.design.card.width.mm(), h = c.design.card.height.mm();
    const double length = side ? h : w, reach = side ? w : h;
    for (int s = 0; s <= last && !stop; s += step) {
        const Pose& pose = c.poses[s];
        std::vector<Plane> pages;
        for (size_t i = 0; i < pose.panels.size(); ++i)
            if (c.assembly.panels[i].role == Role::Page)
                pages.push_back(planeOf(pose.panels[i]));
        double height = 0, overhang = 0;
        for (size_t i = 0; i < pose.panels.size(); ++i) {
            if (c.linkage.loose[i] || ownerOf(c.assembly.panels[i].id) == "card")
                continue;
            for (const Vec2& q : c.assembly.panels[i].outline) {
                const Vec3 p = pose.panels[i].at(q);
                double least = 1e300;
                for (const Plane& page : pages)
                    least = std::min(least, std::fabs(page.height(p)));
                height = std::max(height, least);
                // Beyond the pages: along the spine, or farther from it than they reach.
                const double y = std::max({0.0, -p.y(), p.y() - length});
                const double r = std::max(0.0, std::hypot(p.x(), p.z()) - reach);
                overhang = std::max(overhang, std::hypot(y, r));
            }
        }
        out.openings.push_back(pose.opening);
        out.misfit.push_back(pose.misfit());
        out.clearance.push_back(clearanceIn(c, pose));
        out.height.push_back(height);
        out.overhang.push_back(overhang);
    }
    return out;
}

} // namespace hl
