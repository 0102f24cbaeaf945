// Adding, breaking up, renaming and removing things by their ids.
#include "core/assemble/assemble.h"
#include "core/edit/checked.h"
#include "core/edit/draw.h"
#include "core/edit/edit.h"
#include "core/edit/papers.h"
#include "core/edit/tell.h"
#include "core/measure/number.h"

namespace hl::edit {
namespace {

using Text = std::string;

} // namespace

Result<std::pair<Design, Text>> addPart(const Design& design, const Text& id, const Text& line) {
    auto said = parseSayLine(line, design.units);
    if (!said)
        return said.problem();
    Design d = design;
    FreePart p;
    p.id = id;
    for (int n = 1; p.id.empty(); ++n)
        if (const Text free = "part" + numberText(n); !d.part(free) && !d.structure(free))
            p.id = free;
    if (said->panels.size() == 1 && said->slits.empty() && said->slope.empty()) { // a plain blank
        p.width = said->panels[0];
        if (!said->heights.empty())
            p.height = said->heights[0];
    } else {
        p.say = *said;
    }
    d.parts.push_back(p);
    if (Trouble t = endsInPaper(d, p.id))
        return *t;
    auto made = checked(d);
    if (!made)
        return made.problem();
    return std::pair{d, p.id};
}

Result<std::pair<Design, Text>> addJoin(const Design& design, const Text& panel, const Text& onto,
                                        const Told& told) {
    Design d = design;
    JoinSpec j;
    for (int n = 1; j.id.empty(); ++n)
        if (const Text free = "join" + numberText(n); !d.join(free))
            j.id = free;
    j.panel = panel;
    j.onto = onto;
    j.line = j.ontoLine = "middle";
    // Placed by closing, whichever side comes to lie there; where both do, the back.
    j.onFace = std::none_of(told.begin(), told.end(), [](auto& one) {
        return one.first == "line" && one.second == "closing";
    });
    d.joins.push_back(j);
    auto made = tell(d, j.id, told);
    if (!made)
        return made.problem();
    return std::pair{*made, j.id};
}

Result<Design> breakUp(const Design& design, const Text& series) {
    auto members = membersOf(design, series);
    if (!members)
        return members.problem();
    if (members->size() < 2)
        return Problem{"structure " + series, "it is no series", "choose one that is"};
    Design d = design;
    *d.structure(series) = members->front();
    for (size_t i = 1; i < members->size(); ++i) {
        if (d.structure((*members)[i].id))
            return Problem{"structure " + (*members)[i].id, "there is one of that id already",
                           "give it another id first"};
        d.structures.push_back((*members)[i]);
    }
    return checked(d);
}

Result<Design> rename(const Design& design, const Text& id, const Text& name) {
    return tell(design, id, {{id == "card" ? "title" : "name", name}});
}

Result<Design> removeThing(const Design& design, const Text& id) {
    if (design.structure(id))
        return checked(removeStructure(design, id));
    if (const GroupSpec* g = design.group(id)) {
        Design d = design;
        for (const Text& member : g->members)
            d = removeStructure(d, member);
        return checked(d);
    }
    if (design.stock(id))
        return removePaper(design, id);
    return removeDrawn(design, id);
}

} // namespace hl::edit
