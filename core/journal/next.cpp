#include "core/journal/next.h"
#include "core/assemble/assemble.h"
#include "core/edit/named.h"
#include "core/edit/tell.h"
#include "core/measure/number.h"
#include <algorithm>

namespace hl::journal {
namespace {

// Whether a design has something of that id or name.
bool has(const Design& d, const Assembly& a, const std::string& subject) {
    const std::string owner = ownerOf(subject);
    return subject == "card" || d.structure(subject) || d.part(subject) || d.join(subject) ||
           a.panel(subject) >= 0 || a.crease(subject) >= 0 || a.part(subject) >= 0 ||
           (owner != subject && (owner == "card" || d.structure(owner) || d.part(owner)));
}

bool usesPaper(const Design& d, const std::string& name) {
    return std::any_of(d.stocks.begin(), d.stocks.end(),
                       [&](const Stock& s) { return s.name == name; }) ||
           d.paper(d.card.stock).name == name;
}

} // namespace

std::vector<NextTime> concerning(const std::vector<NextTime>& notes, const Design& d) {
    const auto made = assemble(d);
    std::vector<NextTime> own, others;
    for (const NextTime& n : notes) {
        const bool mine = !d.title.empty() && n.title == d.title;
        bool concerns = false;
        switch (n.about) {
        case About::Design:
            concerns = mine && (n.subject.empty() || n.subject == d.title);
            break;
        case About::Part:
        case About::Measure:
        case About::Step:
            concerns = mine && (n.about == About::Step || (made && has(d, *made, n.subject)));
            break;
        case About::Paper:
            concerns = usesPaper(d, n.subject);
            break;
        case About::Family:
            concerns = d.card.form == n.subject ||
                       std::any_of(d.structures.begin(), d.structures.end(),
                                   [&](auto& s) { return s.kind == n.subject; });
            break;
        }
        if (concerns)
            (mine ? own : others).push_back(n);
    }
    own.insert(own.end(), others.begin(), others.end());
    return own;
}

Result<Design> carriedOut(const NextTime& note, const Design& design) {
    if (!note.wish)
        return Problem{"note " + numberText(note.id), "it asks for no change",
                       "change it by hand, and tick the note"};
    auto id = idOf(design, note.wish->of);
    if (!id)
        return id.problem();
    return tell(design, *id, {{note.wish->key, note.wish->to}});
}

} // namespace hl::journal
