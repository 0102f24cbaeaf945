#include "core/prove/stance.h"
#include "core/measure/measure.h"
#include "core/prove/hull.h"
#include "core/prove/saying.h"
#include "core/prove/solids.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <tuple>

namespace hl::proving {
namespace {

constexpr double degree = pi / 180;
constexpr double aligned = 12;  // degrees from a direction that still count as it
constexpr double firm = 4;      // degrees it bears being tipped: it stays as it is put
constexpr double touches = 0.3; // mm above the ground that count as on it

// The ways in which a card like this is displayed: where its ground may be.
struct Meant {
    std::vector<std::pair<Vec3, std::string>> downs;
};

// What touches the ground below the card as it is put down, by name.
std::string groundName(const Case& c, const Pose& pose, const Vec3& down, const PutDown& put) {
    double ground = -1e300;
    std::vector<double> lowest(c.assembly.panels.size(), -1e300);
    for (size_t i = 0; i < lowest.size(); ++i)
        if (!c.linkage.loose[i])
            for (const Vec2& p : c.assembly.panels[i].outline)
                ground = std::max(ground,
                                  lowest[i] = std::max(lowest[i], down.dot(pose.panels[i].at(p))));
    std::vector<std::string> feet;
    for (size_t i = 0; i < lowest.size(); ++i) {
        if (lowest[i] < ground - touches || c.assembly.panels[i].role == Role::Tab)
            continue;
        if (std::fabs(pose.panels[i].turn.col(2).dot(down)) > std::cos(aligned * degree))
            return {}; // it lies on it
        feet.push_back("the " + sayPanel(c, static_cast<int>(i)));
    }
    return put.posture == Posture::Roof       ? "on its free edges, like a roof"
           : put.posture == Posture::Standing ? "on its bottom edges"
           : feet.empty() || feet.size() > 3  ? "on its edges"
           : feet.size() == 1                 ? "on the edge of " + feet[0]
           : feet.size() == 2                 ? "on the edges of " + feet[0] + " and " + feet[1]
                              : "on the edges of " + feet[0] + ", " + feet[1] + " and " + feet[2];
}

Meant meantFor(const Case& c, const Pose& pose, const PutDown& put) {
    Meant m;
    const bool top = c.design.card.spine == SpineSide::Top;
    const Family& form = formOf(c.design);
    const bool props = form.props;
    const bool lone = c.linkage.spine < 0; // a base that lies, or is stood up
    const Stands chosen = c.design.card.stands;
    const bool lies = form.lies || lone || chosen == Stands::Page;
    if (chosen == Stands::Edge || (!props && !lies) || (lone && chosen != Stands::Page))
        m.downs.emplace_back(top ? Vec3(Vec3::UnitZ()) : Vec3(-Vec3::UnitY()),
                             top ? "on its free edges, like a roof" : "on its bottom edges");
    // A card that is to lie on a page is seen with its right page on the table.
    const int right = chosen == Stands::Page && !props && !lone && !form.lies
                          ? c.assembly.panel("card.page-right")
                          : -1;
    if (right >= 0)
        m.downs.emplace_back(-pose.panels[static_cast<size_t>(right)].turn.col(2), "on its base");
    else if (chosen != Stands::Edge && (props || lies || top))
        for (size_t i = 0; i < pose.panels.size(); ++i)
            if (c.assembly.panels[i].role == Role::Page &&
                // A stand stands on the pages of its foot, an easel on the one that is not propped.
                !(form.foot && static_cast<int>(i) == c.linkage.root) &&
                !(props && !form.foot && static_cast<int>(i) != c.linkage.root))
                for (int side : {1, -1})
                    m.downs.emplace_back(side * pose.panels[i].turn.col(2),
                                         lies || props ? "on its base" : "on one page");
    // As it is looked at comes first.
    if (put.posture != Posture::Cradled || liesFlatOpen(c, pose)) {
        const Vec3 down = -stanceOf(put, spineOpening(c, pose)).turn.row(2).transpose();
        std::string name = groundName(c, pose, down, put);
        for (auto& [other, known] : m.downs)
            if (name.empty() && other.dot(down) > std::cos(aligned * degree))
                name = known;
        m.downs.insert(m.downs.begin(), {down, name.empty() ? "on its base" : name});
    }
    return m;
}

// The corners of all panels that are joined to something, where they are on display, and the panel
// of each.
struct Corners {
    std::vector<Vec3> points;
    std::vector<int> of;
};

// The corners, and with them where the card is heaviest.
Corners weighed(const Case& c, Stance& s) {
    Corners out;
    for (size_t i = 0; i < c.assembly.panels.size(); ++i) {
        const Panel& p = c.assembly.panels[i];
        if (c.linkage.loose[i])
            continue;
        for (const Vec2& q : p.outline) {
            out.points.push_back(s.pose.panels[i].at(q));
            out.of.push_back(static_cast<int>(i));
        }
        const double weight = stockOf(c.design, c.assembly.parts[p.part]).weight;
        for (const Ring& piece : p.pieces) {
            const double m = std::fabs(areaOf(piece)) * 1e-6 * weight;
            s.mass += m;
            s.centre += m * s.pose.panels[i].at(centroidOf(piece));
        }
    }
    if (s.mass > 0)
        s.centre /= s.mass;
    return out;
}

// How it rests on a facet of its hull.
Rest restOn(const Case& c, const Stance& s, const Meant& meant, const Facet& f) {
    Rest r;
    r.down = f.outward;
    r.height = f.offset - f.outward.dot(s.centre);
    r.margin = 1e300;
    for (size_t i = 0; i < f.ring.size(); ++i) {
        const Vec3 &p = f.ring[i], &q = f.ring[(i + 1) % f.ring.size()];
        if ((q - p).norm() < 1e-6)
            continue;
        const Vec3 inward = f.outward.cross((q - p).normalized());
        r.margin = std::min(
            r.margin, std::atan2(inward.dot(s.centre - p), std::max(r.height, 1e-6)) / degree);
    }
    for (auto& [down, name] : meant.downs)
        if (down.dot(f.outward) > std::cos(aligned * degree) && !r.meant) {
            r.meant = true;
            r.name = name;
        }
    if (r.meant)
        return r;
    for (size_t i = 0; i < s.pose.panels.size(); ++i)
        if (c.assembly.panels[i].role == Role::Page &&
            std::fabs(s.pose.panels[i].turn.col(2).dot(f.outward)) > std::cos(aligned * degree))
            r.name = "lying on a page";
    if (r.name.empty())
        r.name = f.outward.y() < -0.9  ? "on its bottom edges"
                 : f.outward.y() > 0.9 ? "on its top edges"
                                       : "tilted over";
    return r;
}

// What hovers, what reaches below the pages, and how high and how upright everything stands.
void heights(const Case& c, const Corners& corners, Stance& s) {
    std::map<int, double> lowest, highest;
    double pages = -1e300;
    s.ground = -1e300;
    for (size_t i = 0; i < corners.points.size(); ++i) {
        const double d = s.down.dot(corners.points[i]);
        const int panel = corners.of[i];
        s.ground = std::max(s.ground, d);
        auto [it, fresh] = lowest.try_emplace(panel, d);
        it->second = std::max(it->second, d);
        auto [top, first] = highest.try_emplace(panel, d);
        top->second = std::min(top->second, d);
        if (c.assembly.panels[panel].role == Role::Page)
            pages = std::max(pages, d);
    }
    for (auto& [panel, d] : lowest) {
        if (c.assembly.panels[panel].role == Role::Page && s.ground - d > touches)
            s.hovering.emplace_back(panel, s.ground - d);
        if (d > pages + touches)
            s.below.emplace_back(panel, d - pages);
    }
    for (auto& [panel, d] : highest) {
        if (c.assembly.panels[panel].role == Role::Tab || c.assembly.panels[panel].rides >= 0)
            continue;
        const double upright = std::fabs(s.pose.panels[panel].turn.col(2).dot(s.down));
        s.standing.push_back({panel, s.ground - d, std::asin(std::min(1.0, upright)) / degree});
    }
}

} // namespace

const Rest* Stance::best() const {
    const Rest* best = nullptr;
    for (const Rest& r : rests)
        if (r.meant && (!best || r.margin > best->margin))
            best = &r;
    for (const Rest& r : rests) // as it is looked at, where it stays so
        if (r.meant && r.margin >= firm && r.down.dot(down) > std::cos(aligned * degree))
            return &r;
    return best;
}

Stance stanceOf(const Case& c) {
    Stance s;
    const double at = std::clamp(c.assembly.display.at, c.first(), c.last());
    s.pose = poseAt(c.linkage, c.motion, at);
    const Corners corners = weighed(c, s);
    s.put = putDown(c);
    const Meant meant = meantFor(c, s.pose, s.put);
    // As it is meant: the first direction; what lies open has none.
    if (!meant.downs.empty())
        s.down = meant.downs.front().first;
    for (const Facet& f : hullOf(corners.points))
        if (Rest r = restOn(c, s, meant, f); r.margin > 0 || r.meant)
            s.rests.push_back(std::move(r));
    const Rest* best = s.best();
    const Vec3 chosen = best ? best->down : s.down;
    const auto rank = [&](const Rest& r) {
        return std::tuple(!r.meant, best && r.down != chosen, -r.margin);
    };
    std::stable_sort(s.rests.begin(), s.rests.end(),
                     [&](const Rest& a, const Rest& b) { return rank(a) < rank(b); });
    best = s.best();
    if (best)
        if (best->margin > 0)
            for (auto& [down, name] : meant.downs) // the exact direction it was meant in
                if (down.dot(best->down) > std::cos(aligned * degree)) {
                    s.down = down;
                    break;
                }
    heights(c, corners, s);
    return s;
}

} // namespace hl::proving
