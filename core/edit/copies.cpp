#include "core/edit/copies.h"
#include "core/assemble/assemble.h"
#include "core/assembly/assembly.h"
#include "core/edit/edit.h"
#include "core/edit/papers.h"
#include "core/files/hlantern.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl {
namespace {

std::vector<std::string> groupOf(const Design& d, const std::string& id) {
    std::vector<std::string> group{id};
    for (auto& s : standingOn(d, id))
        group.push_back(s);
    return group;
}

std::string swapSides(const std::string& name) {
    for (auto& [a, b] : {std::pair<std::string, std::string>{"left", "right"}, {"right", "left"}})
        if (const size_t at = name.find(a); at != std::string::npos)
            return name.substr(0, at) + b + name.substr(at + a.size());
    return name;
}

// The group in an order in which hosts come first.
std::vector<StructureSpec> specsOf(const Design& d, const std::string& id) {
    std::vector<StructureSpec> out;
    std::vector<std::string> waiting = groupOf(d, id);
    // Of another one of the group that has not come yet.
    const auto early = [&](const StructureSpec& s, const std::string& host) {
        const std::string owner = host.empty() ? host : seriesOf(d, ownerOf(host));
        return owner != s.id && std::find(waiting.begin(), waiting.end(), owner) != waiting.end();
    };
    while (!waiting.empty())
        for (size_t i = 0; i < waiting.size(); ++i) {
            const StructureSpec& s = *d.structure(waiting[i]);
            if (s.id != id && (early(s, s.on) || early(s, s.to)))
                continue;
            out.push_back(s);
            waiting.erase(waiting.begin() + static_cast<long>(i));
            break;
        }
    return out;
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

// Adds copies of a structure and of all that stands on it, taken from another design or an earlier
// state of the same, to `d` with new ids; it stands on `on`. Returns its new id.
std::string addGroup(Design& d, const Design& from, const std::string& first,
                     const std::string& on) {
    const std::vector<StructureSpec> group = specsOf(from, first);
    std::map<std::string, std::string> renamed;
    // What belongs to one of them, or to one of its series.
    const auto renameIn = [&](std::string& of) {
        const auto it = of.empty() ? renamed.end() : renamed.find(seriesOf(from, ownerOf(of)));
        if (it == renamed.end())
            return false;
        of = it->second + of.substr(it->first.size());
        return true;
    };
    for (StructureSpec s : group) {
        const std::string id = freeId(d, s.kind);
        renamed[s.id] = id;
        if (renamed.size() == 1)
            s.on = on;
        else
            renameIn(s.on);
        renameIn(s.to);
        s.id = id;
        d.structures.push_back(s);
    }
    // With their silhouettes and the zones of their tabs.
    for (EdgeSpec e : from.edges)
        if (renameIn(e.of))
            d.edges.push_back(e);
    for (ZoneSpec z : from.zones)
        if (renameIn(z.tab))
            d.zones.push_back(z);
    return renamed[group.front().id];
}

Problem unknown(const std::string& id) {
    return {"structure " + id, "there is no such structure", "select one first"};
}

// The measure along the host, and how much of it one copy takes.
struct Row {
    std::string place;
    double at = 0, takes = 0, length = 0;
};

Result<Row> rowOf(const Design& d, const std::string& id) {
    const StructureSpec& s = *d.structure(id);
    const Family& f = *family(s.kind);
    auto values = measuresOf(d, id);
    auto made = assemble(d);
    if (!values || !made)
        return (values ? made.problem() : values.problem());
    Row row;
    const bool panel = f.ground == Ground::Panel;
    row.place = panel ? "across" : "place";
    if (!f.parameter(row.place))
        return Problem{"structure " + id, "it stands nowhere along its host",
                       "duplicate it instead"};
    row.at = values->at(row.place);
    // A strip stands on a fold or along the edge of a panel.
    row.length = made->panel(s.on) >= 0 ? hostOnPanel(*made, made->panel(s.on)).length
                                        : hostOf(*made, made->crease(s.on)).length;
    if (values->count("pillars") && values->count("gap"))
        row.takes =
            values->at("pillars") * (values->at("width") + values->at("gap")) - values->at("gap");
    else if (values->count("width"))
        row.takes = values->at("width");
    else // what its own panels take along the host, lying flat
        for (auto& p : made->panels)
            if (ownerOf(p.id) == id)
                for (auto& a : p.outline)
                    for (auto& b : p.outline)
                        row.takes = std::max(row.takes, std::fabs(a.y() - b.y()));
    return row;
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

} // namespace

Copied duplicateStructure(const Design& design, const std::string& id) {
    if (!design.structure(id))
        return unknown(id);
    Design d = design;
    const std::string copy = addGroup(d, design, id, d.structure(id)->on);
    if (auto made = assemble(d); !made)
        return made.problem();
    placeFreely(d, copy);
    return std::pair{d, copy};
}

Copied arrayStructure(const Design& design, const std::string& id, int count, const Measure& gap) {
    if (!design.structure(id))
        return unknown(id);
    if (count < 2 || count > 50)
        return Problem{"array", numberText(count) + " is no number of copies", "give 2 to 50"};
    auto row = rowOf(design, id);
    if (!row)
        return row.problem();
    const double pitch = row->takes + gap.mm();
    const double middle = row->place == "across" ? row->takes / 2 : 0;
    const double end = row->at - middle + (count - 1) * pitch + row->takes;
    if (end > row->length + 1e-6)
        return Problem{"array",
                       "the last one would end " + sayLength(end - row->length, design.units) +
                           " past the end of its host",
                       "take fewer, a smaller gap, or start nearer to the beginning"};
    Design d = design;
    for (int n = 1; n < count; ++n) {
        const std::string copy = addGroup(d, design, id, d.structure(id)->on);
        d.structure(copy)->set[row->place] = Measure::fromMm(row->at + n * pitch);
    }
    d.structure(id)->set[row->place] = Measure::fromMm(row->at);
    if (auto made = assemble(d); !made)
        return made.problem();
    return std::pair{d, id};
}

Copied mirrorStructure(const Design& design, const std::string& id) {
    if (!design.structure(id))
        return unknown(id);
    Design d = design;
    const std::vector<std::string> group = groupOf(d, id);
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
            auto made = assemble(design);
            const double length = hostOnPanel(*made, made->panel(s.on)).length;
            if (values->count("across"))
                set["across"] = Measure::fromMm(length - values->at("across"));
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

std::string copyStructure(const Design& design, const std::string& id) {
    if (!design.structure(id))
        return {};
    // All of the design but what is drawn on its card and what else stands there.
    Design d = design;
    d.title = callName(design, *design.structure(id));
    d.card = {};
    d.card.width = design.card.width;
    d.card.height = design.card.height;
    d.card.spine = design.card.spine;
    d.card.stock = design.card.stock;
    const Family& f = *family(design.structure(id)->kind);
    if (!f.form.empty()) {
        d.card.form = f.form;
        if (design.card.form == f.form)
            d.card.set = design.card.set;
    }
    d.parts.clear();
    d.joins.clear();
    d.motion.clear();
    d.structures = specsOf(design, id);
    d.structures.front().on = f.host;
    dropShapes(d, [&](const std::string& of) { return !d.structure(ownerOf(of)); });
    dropNames(d, [&](const std::string& of) { return !d.structure(seriesOf(d, ownerOf(of))); });
    return designToText(d);
}

Copied pasteStructure(const Design& design, const std::string& text, const std::string& on) {
    auto from = designFromText(text);
    if (!from)
        return Problem{"paste", "the clipboard holds no structure", "copy one first"};
    if (from->structures.empty())
        return Problem{"paste", "the design on the clipboard has no structures", "copy one first"};
    const auto made = assemble(design);
    if (!made)
        return made.problem();
    Design d = design;
    // Another paper here may have the same id: what is pasted keeps its own.
    for (StructureSpec& s : from->structures)
        if (const Stock* paper = from->stock(s.stock))
            s.stock = takePaper(d, *paper, &*from);
    // As many groups as stand on nothing of the fragment.
    std::string first;
    for (const StructureSpec& s : from->structures)
        if (!from->structure(seriesOf(*from, ownerOf(s.on)))) {
            const Family& f = *family(s.kind);
            const bool onPanel = made->panel(on) >= 0;
            const bool suits = !on.empty() && onPanel == (f.ground == Ground::Panel);
            const std::string id = addGroup(d, *from, s.id, suits ? on : f.host);
            if (first.empty())
                first = id;
        }
    if (auto after = assemble(d); !after)
        return after.problem();
    placeFreely(d, first);
    return std::pair{d, first};
}

} // namespace hl
