// Left and right exchanged: of a structure and all that stands on it, of a group and all in it.
#include "core/assemble/assemble.h"
#include "core/assembly/assembly.h"
#include "core/edit/copies.h"
#include "core/edit/edit.h"
#include "core/edit/groups.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::edit {
namespace {

std::string swapSides(const std::string& name) {
    for (auto& [a, b] : {std::pair<std::string, std::string>{"left", "right"}, {"right", "left"}})
        if (const size_t at = name.find(a); at != std::string::npos)
            return name.substr(0, at) + b + name.substr(at + a.size());
    return name;
}

// Silhouettes and zones of tabs change sides with the panels that have them.
void mirrorShapes(Design& d, const std::vector<std::string>& group) {
    const auto mirrored = [&](std::string& of) {
        const std::string owner = ownerOf(of);
        if (std::find(group.begin(), group.end(), owner) == group.end())
            return false;
        of = owner + swapSides(of.substr(owner.size()));
        return true;
    };
    const auto swapped = [](Zone::Edge e) {
        return e == Zone::Left ? Zone::Right : e == Zone::Right ? Zone::Left : e;
    };
    for (EdgeSpec& e : d.edges) {
        if (!mirrored(e.of))
            continue;
        e.edge = swapped(e.edge);
        if (e.points.empty() || e.edge == Zone::Left || e.edge == Zone::Right)
            continue;
        const std::int64_t ends = e.points.front().x.count + e.points.back().x.count;
        std::reverse(e.points.begin(), e.points.end());
        for (Point& p : e.points)
            p.x.count = ends - p.x.count;
    }
    for (ZoneSpec& z : d.zones)
        if (mirrored(z.tab))
            z.zone.edge = swapped(z.zone.edge);
    for (NameSpec& n : d.names)
        mirrored(n.of);
}

// The measure that a measure becomes in the mirror: of "left_wall" the "right_wall", of "place" of
// a strip's left end "right_place".
std::string mirrorName(const Family& f, const std::string& name) {
    const std::string other = swapSides(name), right = "right_" + name;
    if (other != name && f.parameter(other))
        return other;
    if (name.rfind("right_", 0) == 0 && f.parameter(name.substr(6)))
        return name.substr(6);
    return f.parameter(right) && !f.parameter("left_" + name) ? right : name;
}

// The length that what lies across a panel is counted back from. What goes to the other side of the
// spine stays as far from it: by the panel there, where that is the left one and of another size.
double lengthInMirror(const Design& design, const std::string& on, bool goes) {
    auto made = assemble(design);
    const std::string beyond = swapSides(on);
    const int there = goes && ownerOf(on) == "card" ? made->panel(beyond) : -1;
    const bool toLeft = there >= 0 && beyond.find("left") != std::string::npos;
    return hostOnPanel(*made, toLeft ? there : made->panel(on)).length;
}

} // namespace

Copied mirrorStructure(const Design& design, const std::string& id) {
    if (const GroupSpec* g = design.group(id)) {
        Copied next = std::pair{design, id};
        for (const std::string& member : lowestOf(design, *g)) {
            next = mirrorStructure(next->first, member);
            if (!next)
                return next;
        }
        next->first.group(id)->turn.count = -g->turn.count;
        next->second = id;
        return next;
    }
    if (!design.structure(id))
        return Problem{"structure " + id, "there is no such structure", "select one first"};
    Design d = design;
    std::vector<std::string> group = standingOn(design, id);
    group.push_back(id);
    for (const std::string& member : group) {
        StructureSpec& s = *d.structure(member);
        if (!s.to.empty())
            return Problem{"structure " + member,
                           "its ends stand on two folds, which have no mirror image",
                           "turn it end for end, or mirror what it stands on and add it anew"};
        const Family& f = *family(s.kind);
        auto values = measuresOf(design, member);
        if (!values)
            return values.problem();
        std::map<std::string, Measure> set;
        for (const Parameter& p : f.parameters) {
            const std::string other = mirrorName(f, p.name);
            // A pair is held as it is now where either was set or they differ: what they would
            // follow looks otherwise in the mirror.
            if (other != p.name && (s.set.count(p.name) || s.set.count(other) ||
                                    std::fabs(values->at(p.name) - values->at(other)) > 1e-9))
                set[other] = Measure::of(p.least.quantity, values->at(p.name));
            else if (s.set.count(p.name))
                set[p.name] = s.set.at(p.name);
        }
        for (auto& relation : f.relations) // one of them follows, as before
            if (std::all_of(relation.begin(), relation.end(),
                            [&](auto& n) { return set.count(n); }))
                for (const std::string& n : relation)
                    if (!s.set.count(mirrorName(f, n))) {
                        set.erase(n);
                        break;
                    }
        if (f.ground == Ground::Panel) {
            if (values->count("across"))
                set["across"] = Measure::fromMm(lengthInMirror(design, s.on, member == id) -
                                                values->at("across"));
            for (const char* way : {"turn", "shift_right"})
                if (const Parameter* p = f.parameter(way); p && values->at(way) != 0)
                    set[way] = Measure::of(p->least.quantity, -values->at(way));
            for (auto& [name, m] : set) { // a side that is chosen
                const auto& words = f.parameter(name)->choices;
                const auto at = static_cast<size_t>(m.count);
                if (at >= words.size())
                    continue;
                const auto there = std::find(words.begin(), words.end(), swapSides(words[at]));
                if (there != words.end())
                    m.count = there - words.begin();
            }
            for (Point& p : s.outline)
                p.x.count = -p.x.count;
        }
        s.set = set;
        for (ChangeSpec& c : s.changes)
            c.id = mirrorName(f, c.id);
        if (member != id)
            s.on = ownerOf(s.on) + swapSides(s.on.substr(ownerOf(s.on).size()));
        else if (ownerOf(s.on) == "card" && f.ground == Ground::Panel)
            s.on = swapSides(s.on);
    }
    mirrorShapes(d, group);
    if (auto made = assemble(d); !made)
        return made.problem();
    return std::pair{d, id};
}

} // namespace hl::edit
