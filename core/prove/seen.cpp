#include "core/prove/seen.h"
#include "core/prove/posture.h"
#include "core/prove/view.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

namespace hl::proving {
namespace {

constexpr double hairAbove = 0.02; // mm

constexpr double alongEdge = 12 * pi / 180; // as near as that an edge says what is up

} // namespace

std::vector<Rigid> displayedAt(const Case& c) {
    const double at = std::clamp(c.assembly.display.at, c.first(), c.last());
    const Pose pose = poseAt(c.linkage, c.motion, at);
    const Rigid stand = stanceOf(putDown(c), spineOpening(c, pose));
    std::vector<Rigid> out;
    for (const Rigid& r : pose.panels)
        out.push_back(stand * r);
    return out;
}

namespace {

// Of every panel how many rays meet it, and how many of them meet which other panel before it.
struct Rays {
    int all = 0;
    std::map<int, int> hidden;
};

// Seen from above by `height` and from the right by `aside`, degrees.
// What is stuck on what, as it is looked at from one side.
struct Stuck {
    std::map<int, bool> byFace;          // panels that are stuck: by the face, else by the back
    std::set<std::pair<int, int>> hides; // the one below, and the one that hides it
    std::set<int> under;                 // what has something stuck on the side looked at
    std::vector<Rigid> drawn;            // where the panels are drawn: a hair above one another
};

// A panel that is stuck flat on the side of another that is looked at hides what lies under it; on
// the other side it is hidden.
template<class Counts>
Stuck stuckIn(const Case& c, const std::vector<Rigid>& at, const Vec3& toViewer, Counts counts) {
    Stuck out;
    out.drawn = at;
    for (const Join& j : c.assembly.joins) {
        const auto held = static_cast<size_t>(j.tab), under = static_cast<size_t>(j.landing);
        if (!counts(held) || c.assembly.panels[held].role == Role::Tab || !traitsOf(j.kind).sticks)
            continue;
        const bool above = (at[under].turn.col(2).dot(toViewer) > 0) == j.ontoFace();
        out.hides.insert(above ? std::pair(j.landing, j.tab) : std::pair(j.tab, j.landing));
        out.byFace[j.tab] = j.onFace;
        out.drawn[held].shift += (above ? hairAbove : -hairAbove) * toViewer;
    }
    for (const auto& [below, above] : out.hides)
        out.under.insert(below);
    // What hides the one hides what that one hides.
    for (size_t known = 0; out.hides.size() > known;) {
        known = out.hides.size();
        for (const auto& [below, above] : std::set(out.hides))
            for (auto more = out.hides.lower_bound({above, -1});
                 more != out.hides.end() && more->first == above; ++more)
                out.hides.insert({below, more->second});
    }
    return out;
}

std::vector<Visible> looked(const Case& c, double height, double aside, std::vector<Rays>& rays) {
    constexpr double stuckOver = 0.01; // of a side: so little is left of one that is glued down
    const std::vector<Rigid> at = displayedAt(c);
    const double e = height * pi / 180, round = aside * pi / 180;
    const Vec3 level(std::sin(round), -std::cos(round), 0);
    const Vec3 toViewer = std::cos(e) * level + std::sin(e) * Vec3::UnitZ();
    const Vec3 up = std::cos(e) * Vec3::UnitZ() - std::sin(e) * level;
    View view(c, at, toViewer, up);
    const auto counts = [&](size_t i) {
        const Panel& p = c.assembly.panels[i];
        // Mats are seen with their panel; a sheet of the maker's own that lines one, for itself.
        const bool mat = p.rides >= 0 && !c.design.part(c.assembly.parts[size_t(p.part)].id);
        return !c.linkage.loose[i] && !mat &&
               !stockOf(c.design, c.assembly, static_cast<int>(i)).clear;
    };
    const Stuck stuck = stuckIn(c, at, toViewer, counts);
    for (size_t i = 0; i < at.size(); ++i)
        if (counts(i))
            view.draw(static_cast<int>(i), c.assembly.panels[i], stuck.drawn[i]);
    std::vector<Visible> out;
    rays.resize(at.size());
    for (size_t i = 0; i < at.size(); ++i) {
        const Panel& p = c.assembly.panels[i];
        if (!counts(i) || p.role == Role::Tab)
            continue;
        double all = 0, seen = 0;
        constexpr double hair = 0.3; // mm: what lies on it is not in front of it
        const auto by = stuck.byFace.find(static_cast<int>(i));
        const bool away =
            by != stuck.byFace.end() && (at[i].turn.col(2).dot(toViewer) < 0) != by->second;
        view.cover(p, at[i], [&](size_t cell, double depth) {
            ++all;
            const int front = view.nearest(cell);
            const bool stuckOn = stuck.hides.count({static_cast<int>(i), front}) > 0;
            const bool shows =
                front == static_cast<int>(i) || (depth > view.depth(cell) - hair && !stuckOn);
            seen += shows;
            if (away)
                return; // it is to be seen from its other side
            ++rays[i].all;
            if (!shows)
                ++rays[i].hidden[front];
        });
        Visible s;
        s.panel = static_cast<int>(i);
        const Vec3 normal = at[i].turn.col(2);
        s.part = all > 0 ? seen / all : 0;
        s.face = normal.dot(toViewer) > 0;
        s.worn = s.face != (s.part < stuckOver && stuck.under.count(s.panel) > 0);
        const Vec3 out3 = s.face ? normal : Vec3(-normal);
        s.faces = p.role == Role::Page ? Faces::Page
                  : out3.z() > lies    ? Faces::Top
                  : -out3.y() > 0.5    ? Faces::Front
                                       : Faces::Side;
        out.push_back(s);
    }
    return out;
}

} // namespace

std::vector<Visible> visibleIn(const Case& c, double height) {
    std::vector<Rays> rays;
    return looked(c, height, 0, rays);
}

std::vector<Seen> seenFromFront(const Case& c, double enough) {
    std::vector<std::string> owner;
    for (const Panel& p : c.assembly.panels)
        owner.push_back(ownerOf(p.id));
    std::vector<Seen> out;
    // Sitting before it, and standing somewhat to the left or right.
    for (const auto& [height, aside] : {std::pair(5.0, 0.0), {28.0, 24.0}, {28.0, -24.0}}) {
        std::vector<Rays> rays;
        looked(c, height, aside, rays);
        for (const StructureSpec& s : c.design.structures) {
            int all = 0, hidden = 0;
            std::map<std::string, int> others;
            for (size_t i = 0; i < rays.size(); ++i) {
                if (owner[i] != s.id)
                    continue;
                all += rays[i].all;
                for (const auto& [before, count] : rays[i].hidden)
                    if (owner[static_cast<size_t>(before)] != s.id) {
                        hidden += count;
                        others[owner[static_cast<size_t>(before)]] += count;
                    }
            }
            if (all == 0)
                continue; // edge on: nothing of it faces the viewer
            Seen seen{s.id, 1 - static_cast<double>(hidden) / all, {}};
            int most = 0;
            for (const auto& [id, count] : others)
                if (count > most) {
                    most = count;
                    seen.behind = id;
                }
            const auto known =
                std::find_if(out.begin(), out.end(), [&](auto& o) { return o.structure == s.id; });
            if (known == out.end())
                out.push_back(seen);
            else if (seen.part > known->part)
                *known = seen;
        }
        if (std::all_of(out.begin(), out.end(), [&](auto& s) { return s.part >= enough; }))
            break;
    }
    return out;
}

std::vector<Vec2> uprightOn(const Case& c) {
    const std::vector<Rigid> at = displayedAt(c);
    std::vector<Vec2> out;
    for (size_t i = 0; i < at.size(); ++i) {
        const Panel& p = c.assembly.panels[i];
        const Vec3 normal = at[i].turn.col(2);
        const Vec3 up = std::fabs(normal.z()) > lies ? Vec3(Vec3::UnitY()) : Vec3(Vec3::UnitZ());
        const Vec3 flat = at[i].turn.transpose() * up;
        Vec2 way(flat.x(), flat.y());
        if (way.norm() < 1e-6)
            way = c.assembly.parts[static_cast<size_t>(p.part)].up;
        way.normalize();
        double best = std::cos(alongEdge);
        Vec2 edge = way;
        for (size_t k = 0; k < p.outline.size(); ++k) {
            const Vec2 d = p.outline[(k + 1) % p.outline.size()] - p.outline[k];
            if (d.norm() < 3) // mm: the corners of a bow
                continue;
            for (const Vec2& along : {Vec2(d.normalized()), leftOf(d.normalized())})
                for (double sign : {1.0, -1.0})
                    if (sign * along.dot(way) > best) {
                        best = sign * along.dot(way);
                        edge = sign * along;
                    }
        }
        out.push_back(edge);
    }
    return out;
}

} // namespace hl::proving
