#include "core/edit/named.h"
#include "core/assemble/assemble.h"
#include "core/fold/case.h"
#include "core/prove/saying.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cctype>

namespace hl::edit {
namespace {

std::string plain(std::string s) {
    for (char& c : s)
        c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    if (s.rfind("the ", 0) == 0)
        s.erase(0, 4);
    return s;
}

bool listed(const Design& d, const std::string& id) {
    const auto has = [&](const auto& all) {
        return std::any_of(all.begin(), all.end(), [&](auto& one) { return one.id == id; });
    };
    return id == "card" || has(d.structures) || has(d.parts) || has(d.joins) || has(d.stocks) ||
           has(d.groups);
}

} // namespace

Result<std::string> idOf(const Design& d, const std::string& said) {
    if (said.empty() || listed(d, said))
        return said;
    const std::string wanted = plain(said);
    std::vector<std::string> found;
    const auto look = [&](const std::string& name, const std::string& id) {
        if (plain(name) == wanted)
            found.push_back(id);
    };
    for (const StructureSpec& s : d.structures)
        look(callName(d, s), s.id);
    for (const FreePart& p : d.parts)
        look(callName(p), p.id);
    for (const GroupSpec& g : d.groups)
        look(callName(g), g.id);
    for (const NameSpec& n : d.names)
        look(n.name, n.of);
    if (found.empty()) {
        auto made = assemble(d);
        if (!made || made->panel(said) >= 0 || made->crease(said) >= 0)
            return said;
        // The first of a row, counted like the others.
        for (auto [counted, id] : {std::pair{"card.fold-1", "card.spine"},
                                   {"card.page-1", "card.page-left"},
                                   {"card.page-2", "card.page-right"}})
            if (said == counted && (made->panel(id) >= 0 || made->crease(id) >= 0))
                return std::string(id);
        const Case c(d, *made);
        for (size_t i = 0; i < c.assembly.panels.size(); ++i)
            look(sayPanel(c, static_cast<int>(i)), c.assembly.panels[i].id);
        for (size_t i = 0; i < c.assembly.creases.size(); ++i)
            look(sayCrease(c, static_cast<int>(i)), c.assembly.creases[i].id);
    }
    if (found.size() < 2)
        return found.empty() ? said : found.front();
    std::string ids;
    for (const std::string& id : found)
        ids += (ids.empty() ? "" : ", ") + id;
    return Problem{said, "several things are called so", "say which by its id: " + ids};
}

} // namespace hl::edit
