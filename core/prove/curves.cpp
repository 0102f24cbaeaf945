#include "core/prove/curves.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::proving {
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

namespace {

// What has to keep apart, found out once for all poses.
class Apart {
  public:
    explicit Apart(const Case& c) : c_(c) {
        std::map<std::string, int> number;
        const std::vector<bool> gives = givesWay(c);
        for (size_t i = 0; i < gives.size(); ++i) {
            const Panel& p = c.assembly.panels[i];
            const std::string owner = ownerOf(p.id);
            const auto [it, fresh] = number.try_emplace(owner, static_cast<int>(names_.size()));
            if (fresh)
                names_.push_back(owner);
            if (!gives[i] && p.rides < 0)
                counted_.emplace_back(i, it->second);
        }
        known_.assign(names_.size() * names_.size(), -1);
    }
    // The smallest clearance in a pose, mm; below 0 when nothing has to keep apart.
    double in(const Pose& pose) {
        const auto& panels = c_.assembly.panels;
        std::vector<Box> boxes(counted_.size());
        for (size_t i = 0; i < boxes.size(); ++i)
            for (const Vec2& q : panels[counted_[i].first].outline)
                boxes[i].take(pose.panels[counted_[i].first].at(q));
        double least = 1e300;
        const auto far = [&](const Box& p, const Box& q) {
            return p.clears(q, std::min(least, 1e6));
        };
        for (size_t i = 0; i < boxes.size(); ++i)
            for (size_t k = i + 1; k < boxes.size(); ++k) {
                if (far(boxes[i], boxes[k]) || !keep(counted_[i].second, counted_[k].second))
                    continue;
                const auto [a, b] = std::pair{counted_[i].first, counted_[k].first};
                forPieces(panels[a], pose.panels[a], panels[b], pose.panels[b],
                          [&](const Polygon& p, const Polygon& q) {
                              if (!far(boxOf(p), boxOf(q)))
                                  least = std::min(least, gapOf(p, q).distance);
                          });
            }
        return least > 1e200 ? -1 : least;
    }

  private:
    static Box boxOf(const Polygon& p) {
        Box out;
        for (int i = 0; i < p.count; ++i)
            out.take(p.corners[i]);
        return out;
    }
    bool keep(int a, int b) {
        signed char& known =
            known_[static_cast<size_t>(a) * names_.size() + static_cast<size_t>(b)];
        if (known < 0)
            known = keepApart(c_, names_[static_cast<size_t>(a)], names_[static_cast<size_t>(b)]);
        return known > 0;
    }

    const Case& c_;
    std::vector<std::string> names_;              // of owners
    std::vector<std::pair<size_t, int>> counted_; // panels, and the number of their owner
    std::vector<signed char> known_;              // by pairs of owners; -1: not asked yet
};

} // namespace

double clearanceIn(const Case& c, const Pose& pose) { return Apart(c).in(pose); }

Curves curvesOf(const Evidence& e, const Stop& stop) {
    const Case& c = e.c;
    Curves out;
    Apart apart(c);
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
        out.clearance.push_back(apart.in(pose));
        out.height.push_back(height);
        out.overhang.push_back(overhang);
    }
    return out;
}

} // namespace hl::proving
