// The table of inspectors, in the order in which they are seen.
#include "app/inspect/inspectors.h"

namespace hl::app {
namespace {

bool card(const Design&, const std::string& owner) { return owner == "card"; }
bool structure(const Design& d, const std::string& owner) { return d.structure(owner); }
bool group(const Design& d, const std::string& owner) { return d.group(owner); }
bool blank(const Design& d, const std::string& owner) { return d.part(owner); }
bool drawable(const Design& d, const std::string& owner) {
    return card(d, owner) || blank(d, owner);
}

bool solid(const Design& d, const std::string& owner) {
    return structure(d, owner) || blank(d, owner);
}

QString formOf(const Design& d, const std::string&) { return q(d.card.form); }

} // namespace

const std::vector<Inspector>& inspectors() {
    static const std::vector<Inspector> table{
        {"card", card, inspectCard, formOf, Inspector::Where::Card},
        {"post", card, inspectPost, nullptr, Inspector::Where::Card},
        {"papers", card, inspectPapers, nullptr, Inspector::Where::Card},
        {"card-line", card, inspectCardLine, nullptr, Inspector::Where::Elsewhere},
        {"structure", structure, inspectStructure, structureShape},
        {"group", group, inspectGroup, groupShape},
        {"blank", blank, inspectBlank, blankShape},
        {"lines", drawable, inspectLines, linesShape},
        {"tabs", blank, inspectTabs, tabsShape},
        {"edges", solid, inspectEdges, edgesShape},
    };
    return table;
}

} // namespace hl::app
