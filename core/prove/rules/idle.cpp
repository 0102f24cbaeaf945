// Idle: a structure that never leaves what it stands on, however far the card is opened, and
// creases that never fold. The first is no structure at all, the second a score too many.
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::proving {
namespace {

constexpr double unseenIdle = 0.05;           // mm
constexpr double foldsAtAll = 0.1 * pi / 180; // radians: less is no fold

// How far the panels of a structure get off the planes of what it stands on, mm.
double risesBy(const Case& c, const std::vector<int>& mine, const std::vector<int>& hosts) {
    double most = 0;
    for (const Pose& pose : c.poses)
        for (int i : mine) {
            double least = 1e300; // off the nearest of the hosts' planes
            for (int h : hosts) {
                const Plane plane = planeOf(pose.panels[h]);
                double off = 0;
                for (const Vec2& p : c.assembly.panels[i].outline)
                    off = std::max(off, std::fabs(plane.height(pose.panels[i].at(p))));
                least = std::min(least, off);
            }
            if (least < 1e299)
                most = std::max(most, least);
            if (most > unseenIdle)
                return most;
        }
    return most;
}

} // namespace

void idle(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    std::map<std::string, std::vector<int>> owned;
    for (size_t i = 0; i < c.assembly.panels.size(); ++i)
        owned[ownerOf(c.assembly.panels[i].id)].push_back(static_cast<int>(i));
    for (const StructureSpec& s : c.design.structures) {
        const Family* f = family(s.kind);
        if (stop || !f || f->ground == Ground::Panel || f->dresses || owned[s.id].empty())
            continue;
        std::vector<int> hosts = owned[ownerOf(s.on)];
        if (risesBy(c, owned[s.id], hosts) > unseenIdle)
            continue;
        Finding found =
            Finding::of("idle.structure", Severity::Caution, c.first(), c.last(), c.first());
        for (int i : owned[s.id])
            nameIn(found, c, i);
        found.message = capital(sayOwner(c.design, s.id)) +
                        " never rises: at every opening all of it lies in what it stands on.";
        found.remedy = "See whether its mountains and valleys are meant so, or stand it on a fold "
                       "that opens.";
        out.push_back(found);
    }
    for (size_t k = 0; k < c.assembly.creases.size() && !stop; ++k) {
        const Crease& crease = c.assembly.creases[k];
        const bool flaps =
            std::count(c.linkage.flaps.begin(), c.linkage.flaps.end(), static_cast<int>(k)) > 0;
        if (crease.bend || flaps || c.linkage.loose[crease.left] ||
            std::any_of(c.poses.begin(), c.poses.end(),
                        [&](const Pose& p) { return std::fabs(p.angles[k]) > foldsAtAll; }))
            continue;
        Finding found = Finding::of("idle.fold", Severity::Note, c.first(), c.last(), c.first());
        nameIn(found, c, crease.left);
        nameIn(found, c, crease.right);
        found.message = "The " + sayCrease(c, static_cast<int>(k)) + " never folds, at no opening.";
        found.remedy = "Leave its score out, unless it is meant to help the paper along.";
        out.push_back(found);
    }
}

} // namespace hl::proving
