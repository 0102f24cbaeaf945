#include "core/edit/tell.h"
#include "core/assemble/assemble.h"
#include "core/edit/checked.h"
#include "core/edit/draw.h"
#include "core/edit/edit.h"
#include "core/edit/groups.h"
#include "core/edit/told_values.h"
#include "core/make/parts_list.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>

namespace hl::edit {
namespace {

using namespace telling;

// The silhouette of an edge of a panel, a part or a structure: "edge.top".
Trouble tellEdge(Design& d, const Text& id, const Text& key, const Text& text) {
    const Text place = id + ", " + key;
    Zone::Edge edge{};
    if (Trouble t = choose(edge, place, key.substr(5)))
        return t;
    auto& all = d.edges;
    all.erase(std::remove_if(all.begin(), all.end(),
                             [&](auto& e) { return e.of == id && e.edge == edge; }),
              all.end());
    if (text == "none" || text.empty())
        return {};
    auto read = parseEdge(text, d.units);
    if (!read)
        return read.problem().in(place);
    all.push_back(*read);
    all.back().of = id;
    all.back().edge = edge;
    return {};
}

// Where the tab of a structure sticks.
Trouble tellTab(Design& d, const Text& id, const Text& text) {
    auto& all = d.zones;
    all.erase(std::remove_if(all.begin(), all.end(), [&](auto& z) { return z.tab == id; }),
              all.end());
    auto z = parseZone(text == "none" ? "whole" : text, d.units);
    if (!z)
        return z.problem().in(id);
    if (z->kind != Zone::Whole)
        all.push_back({id, *z});
    return {};
}

// What a panel, a line or a single one of a series is called.
Trouble tellName(Design& d, const Text& id, const Text& text) {
    const auto made = assemble(d);
    if (!made)
        return made.problem();
    if (!isDrawnLine(d, id) && made->panel(id) < 0 && made->crease(id) < 0 && made->part(id) < 0)
        return no(id, "there is nothing of that id", "use an id or a name that parts prints");
    Text name;
    if (Trouble t = words(name, id + ", name", text))
        return t;
    auto& all = d.names;
    all.erase(std::remove_if(all.begin(), all.end(), [&](auto& n) { return n.of == id; }),
              all.end());
    if (!name.empty())
        all.push_back({id, name});
    return {};
}

Trouble tellOne(Design& d, const Text& id, const Text& key, const Text& text) {
    if (key == "name" && (id.find('.') != Text::npos || seriesOf(d, id) != id))
        return tellName(d, id, text);
    if (key.rfind("edge.", 0) == 0)
        return tellEdge(d, id, key, text);
    if (key == "zone" && id.find('.') != Text::npos)
        return tellTab(d, id, text);
    if (id == "card")
        return tellCard(d, key, text);
    if (StructureSpec* s = d.structure(id))
        return tellStructure(d, *s, key, text);
    if (FreePart* p = d.part(id))
        return tellPart(d, *p, key, text);
    if (JoinSpec* j = d.join(id))
        return tellJoin(d, *j, key, text);
    if (d.group(id))
        return tellGroup(d, id, key, text);
    for (Stock& s : d.stocks)
        if (s.id == id)
            return tellPaper(d, s, key, text);
    Text known = "card";
    const auto list = [&](const auto& all) {
        for (auto& one : all)
            known += ", " + one.id;
    };
    list(d.structures), list(d.parts), list(d.joins), list(d.groups), list(d.stocks);
    return no(id, "there is nothing of that id", "use one of: " + known);
}

} // namespace

Trouble endsInPaper(const Design& d, const Text& id) {
    auto made = assemble(d);
    if (!made)
        return made.problem();
    for (const Part& part : made->parts)
        for (const Mark& m : part.marks) {
            const Text local = m.id.substr(m.id.find('.') + 1), fold = "fold-";
            if (m.kind != LineKind::Slit && !m.off && ownerOf(m.id) == id &&
                local.rfind(fold, 0) == 0)
                return Problem{id + ", score " + local.substr(fold.size()),
                               "it ends inside the paper, where nothing folds",
                               "lead it from edge to edge, or slit the rest of it, like slit at "
                               "50 from 40 to 60"};
        }
    return {};
}

SayLine lineOfCard(const Design& d) {
    auto made = assemble(d);
    if (!made || made->parts.empty() || ownerOf(made->parts[0].id) != "card")
        return {};
    size_t sheets = 0, pages = 0;
    for (const Part& p : made->parts)
        sheets += ownerOf(p.id) == "card";
    for (const Panel& p : made->panels)
        pages += p.role == Role::Page && p.part == 0;
    // Rings and interlocked sheets are more than a row.
    if (sheets != 1 || formOf(d).plain)
        return {};
    for (const ListedPart& p : partsList(d, *made))
        if (p.id == made->parts[0].id && p.say.panels.size() == pages)
            return p.say;
    return {};
}

Result<Design> tell(const Design& design, const Text& id, const Told& told) {
    Design d = design;
    bool said = false;
    for (auto& [key, text] : told) {
        if (Trouble t = tellOne(d, id, key, text))
            return *t;
        said = said || key == "say";
    }
    if (said)
        if (Trouble t = endsInPaper(d, id))
            return *t;
    return checked(d);
}

Result<Design> tellStock(const Design& design, const Text& id, const Told& told) {
    Design d = design;
    for (Stock& s : d.stocks)
        for (auto& [key, text] : told)
            if (s.id == id)
                if (Trouble t = tellPaper(d, s, key, text))
                    return *t;
    return checked(d);
}

} // namespace hl::edit
