#include "core/edit/groups.h"
#include "core/assemble/assemble.h"
#include "core/design/limits.h"
#include "core/edit/edit.h"
#include "core/edit/named.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>

namespace hl::edit {
namespace {

using Members = std::vector<std::string>;

bool among(const Members& all, const std::string& id) {
    return std::find(all.begin(), all.end(), id) != all.end();
}

// Whether it lies on another one of them, and so goes where that goes.
bool rides(const Design& d, const Members& all, const StructureSpec& s) {
    return among(all, seriesOf(d, ownerOf(s.on)));
}

// What is wrong with holding those as one.
Trouble unfit(const Design& d, const Members& members) {
    const auto made = assemble(d);
    if (!made)
        return made.problem();
    const Case c(d, *made);
    const StructureSpec* first = nullptr;
    size_t there = 0;
    for (const std::string& id : members) {
        const StructureSpec* s = d.structure(id);
        const auto laid = s ? laidOf(c, id) : std::nullopt;
        if (!laid || laid->pattern)
            return Problem{"group, " + id,
                           s ? callName(d, *s) + " is nothing that is laid on a panel"
                             : "there is no structure of that name",
                           "take toppers, words and openings"};
        there += std::count(members.begin(), members.end(), id) == 1;
        if (rides(d, members, *s))
            continue;
        first = first ? first : s;
        if (s->on != first->on)
            return Problem{"group, " + id,
                           callName(d, *s) + " lies on the " + placeName(d, s->on) + ", " +
                               callName(d, *first) + " on the " + placeName(d, first->on),
                           "hold together what lies on one panel"};
    }
    if (there < 2 || there < members.size())
        return Problem{"group",
                       there < members.size() ? "one of them is named twice"
                                              : "one figure alone is no group",
                       "name two or more, each once"};
    return {};
}

Members listed(const Design& d, const std::string& text, Trouble& trouble) {
    Members out;
    std::string word;
    for (char ch : text + ",") {
        if (ch != ',') {
            word += ch;
            continue;
        }
        word.erase(0, word.find_first_not_of(' '));
        word.erase(word.find_last_not_of(' ') + 1);
        if (auto id = idOf(d, word))
            out.push_back(*id);
        else
            trouble = id.problem();
        word.clear();
    }
    return out;
}

Trouble named(GroupSpec& g, const std::string& name) {
    if (limits::charactersOf(name) > limits::text)
        return Problem{"group, name",
                       "it is longer than " + numberText(limits::text) + " characters",
                       "shorten it"};
    g.name = name;
    return {};
}

void scale(StructureSpec& s, const Values& now, double by) {
    for (const char* name : {"width", "height"})
        if (now.count(name))
            s.set[name] = Measure::fromMm(now.at(name) * by);
    for (const char* name : {"adhesive_from", "adhesive_to", "channel"})
        if (s.set.count(name))
            s.set[name] = Measure::fromMm(now.at(name) * by);
}

// What lies on others of a group keeps its place on them, which are `grows` times as large now.
void followHosts(Design& d, const Case& before, const GroupSpec& g, double grows) {
    auto made = assemble(d);
    for (const std::string& id : g.members) {
        StructureSpec* s = d.structure(id);
        const auto laid = laidOf(before, id);
        const int host = made && s && laid ? made->panel(s->on) : -1;
        if (host < 0 || !rides(d, g.members, *s))
            continue;
        const Seat& side = hostOnPanel(*made, host).left;
        const Vec2 off = grows * laid->middle() - side.origin;
        s->set["across"] = Measure::fromMm(off.dot(side.along));
        s->set["along"] = Measure::fromMm(off.dot(side.inward));
    }
}

} // namespace

Result<std::pair<Design, std::string>> holdAsOne(const Design& design, const std::string& name,
                                                 const Members& members) {
    if (Trouble t = unfit(design, members))
        return *t;
    Design d = design;
    GroupSpec g;
    if (Trouble t = named(g, name))
        return *t;
    for (int n = 1; g.id.empty(); ++n)
        if (const std::string id = "group" + numberText(n);
            !d.group(id) && !d.structure(id) && !d.part(id) && !d.join(id))
            g.id = id;
    g.members = members;
    for (GroupSpec& other : d.groups)
        other.members.erase(std::remove_if(other.members.begin(), other.members.end(),
                                           [&](auto& m) { return among(members, m); }),
                            other.members.end());
    d.groups.push_back(g);
    dropMembers(d);
    return std::pair{d, g.id};
}

Design letEachGo(const Design& design, const std::string& group) {
    Design d = design;
    d.groups.erase(
        std::remove_if(d.groups.begin(), d.groups.end(), [&](auto& g) { return g.id == group; }),
        d.groups.end());
    return d;
}

void dropMembers(Design& d) {
    for (GroupSpec& g : d.groups)
        g.members.erase(std::remove_if(g.members.begin(), g.members.end(),
                                       [&](auto& m) { return !d.structure(m); }),
                        g.members.end());
    d.groups.erase(std::remove_if(d.groups.begin(), d.groups.end(),
                                  [](auto& g) { return g.members.size() < 2; }),
                   d.groups.end());
}

std::vector<std::string> lowestOf(const Design& d, const GroupSpec& g) {
    std::vector<std::string> out;
    for (const std::string& id : g.members)
        if (const StructureSpec* s = d.structure(id); s && !rides(d, g.members, *s))
            out.push_back(id);
    return out;
}

std::optional<Laid> laidAsOne(const Case& c, const GroupSpec& g) {
    std::optional<Laid> out;
    const double turn = g.turn.inside();
    Vec2 low(1e300, 1e300), high(-1e300, -1e300);
    for (const std::string& id : lowestOf(c.design, g)) {
        const auto laid = laidOf(c, id);
        if (!laid || laid->pattern || (out && out->host != laid->host))
            continue;
        if (!out) {
            out = laid;
            out->turn = turn;
            out->behind = false;
        }
        for (int i = 0; i < 4; ++i) {
            const Vec2 at = laid->corner(i) - out->origin;
            const Vec2 own(at.dot(out->way()), at.dot(leftOf(out->way())));
            low = low.cwiseMin(own);
            high = high.cwiseMax(own);
        }
    }
    if (!out)
        return out;
    const Vec2 middle = (low + high) / 2;
    const Vec2 at = middle.x() * out->way() + middle.y() * leftOf(out->way());
    out->structure = g.id;
    out->sized = false;
    out->across = at.dot(out->right);
    out->along = at.dot(out->up);
    out->width = high.x() - low.x();
    out->height = high.y() - low.y();
    return out;
}

void layTo(Design& d, const Case& before, const Laid& start,
           const std::map<std::string, Measure>& set) {
    const GroupSpec* g = before.design.group(start.structure);
    if (!g) {
        if (auto* own = d.setOf(start.structure))
            for (auto& [name, m] : set)
                (*own)[name] = m;
        return;
    }
    const auto value = [&](const char* name, double without) {
        const auto it = set.find(name);
        return it == set.end() ? without : it->second.inside();
    };
    const double turns = value("turn", start.turn) - start.turn,
                 grows = value("height", start.height) / start.height;
    const Vec2 to(value("across", start.across), value("along", start.along));
    for (const std::string& id : g->members) {
        StructureSpec* s = d.structure(id);
        const auto laid = laidOf(before, id);
        const auto* now = before.assembly.measuresOf(id);
        if (!s || !laid || !now)
            continue;
        if (grows != 1)
            scale(*s, *now, grows);
        if (rides(before.design, g->members, *s))
            continue;
        const Vec2 off = laid->middle() - start.middle();
        const Vec2 own(off.dot(start.right), off.dot(start.up));
        const Vec2 at = to + grows * (std::cos(turns) * own + std::sin(turns) * leftOf(own));
        s->set["across"] = Measure::fromMm(at.x());
        s->set["along"] = Measure::fromMm(at.y());
        if (turns != 0)
            s->set["turn"] = Measure::of(
                Quantity::Angle,
                std::remainder(now->at("turn") + (laid->behind ? -turns : turns), 2 * pi));
    }
    if (const auto turn = set.find("turn"); turn != set.end())
        if (GroupSpec* own = d.group(g->id))
            own->turn = turn->second;
    if (grows != 1)
        followHosts(d, before, *g, grows);
}

Trouble tellGroup(Design& d, const std::string& id, const std::string& key,
                  const std::string& text) {
    const std::string place = "group " + id + ", " + key;
    if (key == "name")
        return named(*d.group(id), text);
    if (key == "members") {
        Trouble trouble;
        const Members members = listed(d, text, trouble);
        if (!trouble)
            trouble = unfit(d, members);
        if (!trouble)
            d.group(id)->members = members;
        return trouble;
    }
    const bool angle = key == "turn";
    if (!angle && key != "across" && key != "along" && key != "height")
        return Problem{place, "a group has no " + key,
                       "use name, members, across, along, turn or height"};
    const auto read = parsePlace(text, angle ? Quantity::Angle : Quantity::Length, d.units);
    if (!read)
        return read.problem().in(place);
    if (key == "height" && read->mm() < 1)
        return Problem{place, "it has to be higher than that", "give 1 mm at the least"};
    const auto made = assemble(d);
    if (!made)
        return made.problem();
    const Case c(d, *made);
    const auto laid = laidOf(c, id);
    if (!laid)
        return Problem{place, "none of it lies on a panel", "let each go, and hold them anew"};
    layTo(d, c, *laid, {{key, *read}});
    return {};
}

} // namespace hl::edit
