#include "core/edit/copies.h"
#include "core/assemble/assemble.h"
#include "core/assembly/assembly.h"
#include "core/edit/edit.h"
#include "core/edit/groups.h"
#include "core/edit/papers.h"
#include "core/files/hlantern.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::edit {
namespace {

std::vector<std::string> groupOf(const Design& d, const std::string& id) {
    std::vector<std::string> group{id};
    for (auto& s : standingOn(d, id))
        group.push_back(s);
    return group;
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

// Adds copies of a structure and of all that stands on it, taken from another design or an earlier
// state of the same, to `d` with new ids; it stands on `on`. Returns its new id.
std::string addGroup(Design& d, const Design& from, const std::string& first, const std::string& on,
                     std::map<std::string, std::string>& renamed) {
    const std::vector<StructureSpec> group = specsOf(from, first);
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
        if (s.id == first)
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

std::string addGroup(Design& d, const Design& from, const std::string& first,
                     const std::string& on) {
    std::map<std::string, std::string> renamed;
    return addGroup(d, from, first, on, renamed);
}

// The copies of what a group holds are a group as well. Its id; empty where not all were copied.
std::string regroup(Design& d, const GroupSpec& g,
                    const std::map<std::string, std::string>& renamed) {
    std::vector<std::string> copies;
    for (const std::string& id : g.members) {
        const auto it = renamed.find(id);
        if (it != renamed.end())
            copies.push_back(it->second);
    }
    if (copies.size() < g.members.size())
        return {};
    auto held = holdAsOne(d, g.name, copies);
    if (!held)
        return {};
    d = held->first;
    d.group(held->second)->turn = g.turn;
    return held->second;
}

// A second group beside the first, where there is room to its right or left; else a little off it.
Copied duplicateGroup(const Design& design, const GroupSpec& g) {
    auto made = assemble(design);
    if (!made)
        return made.problem();
    const Case c(design, *made);
    const auto laid = laidOf(c, g.id);
    const Problem no{callName(g), "it could not be copied", "copy its figures one by one"};
    if (!laid)
        return no;
    double across = laid->across + laid->width;
    if (across + laid->width / 2 > laid->size.x())
        across = laid->across - laid->width;
    if (across < laid->width / 2)
        across = laid->across + (laid->across < laid->size.x() / 2 ? 5 : -5);
    Design d = design;
    std::map<std::string, std::string> renamed;
    for (const std::string& id : lowestOf(design, g)) {
        const std::string copy = addGroup(d, design, id, design.structure(id)->on, renamed);
        if (const auto one = laidOf(c, id))
            d.structure(copy)->set["across"] = Measure::fromMm(one->across + across - laid->across);
    }
    if (made = assemble(d); !made)
        return made.problem();
    const std::string copy = regroup(d, g, renamed);
    if (copy.empty())
        return no;
    return std::pair{d, copy};
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

} // namespace

Copied duplicateStructure(const Design& design, const std::string& id) {
    if (const GroupSpec* g = design.group(id))
        return duplicateGroup(design, *g);
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
    if (const GroupSpec* g = design.group(id))
        return Problem{callName(*g), "a group stands nowhere along a fold", "duplicate it instead"};
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

std::string copyStructure(const Design& design, const std::string& id) {
    const GroupSpec* group = design.group(id);
    const std::vector<std::string> first =
        group ? lowestOf(design, *group) : std::vector<std::string>{id};
    if (first.empty() || !design.structure(first.front()))
        return {};
    // All of the design but what is drawn on its card and what else stands there.
    Design d = design;
    d.title = group ? callName(*group) : callName(design, *design.structure(id));
    d.card = {};
    d.card.width = design.card.width;
    d.card.height = design.card.height;
    d.card.spine = design.card.spine;
    d.card.stock = design.card.stock;
    const Family& f = *family(design.structure(first.front())->kind);
    if (!f.form.empty()) {
        d.card.form = f.form;
        if (design.card.form == f.form)
            d.card.set = design.card.set;
    }
    d.parts.clear();
    d.joins.clear();
    d.motion.clear();
    d.structures.clear();
    d.groups.clear();
    for (const std::string& one : first) {
        const std::vector<StructureSpec> all = specsOf(design, one);
        d.structures.insert(d.structures.end(), all.begin(), all.end());
        d.structure(one)->on = f.host;
    }
    if (group)
        d.groups = {*group};
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
    std::map<std::string, std::string> renamed;
    for (const StructureSpec& s : from->structures)
        if (!from->structure(seriesOf(*from, ownerOf(s.on)))) {
            const Family& f = *family(s.kind);
            const bool onPanel = made->panel(on) >= 0;
            const bool suits = !on.empty() && onPanel == (f.ground == Ground::Panel);
            const std::string id = addGroup(d, *from, s.id, suits ? on : f.host, renamed);
            if (first.empty())
                first = id;
        }
    std::string held;
    for (const GroupSpec& g : from->groups)
        held = regroup(d, g, renamed);
    if (auto after = assemble(d); !after)
        return after.problem();
    if (!held.empty())
        return std::pair{d, held};
    placeFreely(d, first);
    return std::pair{d, first};
}

} // namespace hl::edit
