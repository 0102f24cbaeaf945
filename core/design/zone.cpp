#include "core/design/zone.h"
#include <algorithm>
#include <cctype>
#include <sstream>

namespace hl::design {
namespace {

struct Word {
    const char* word;
    bool edge, size;
};
// In the order of the kinds.
constexpr Word kinds[] = {{"whole", false, false}, {"band", true, true},    {"third", true, false},
                          {"half", true, false},   {"margin", false, true}, {"spots", false, true},
                          {"clear", true, true}};
constexpr const char* edges[] = {"left", "right", "top", "bottom"};

} // namespace

Result<Zone> parseZone(const std::string& text, Unit unit) {
    std::istringstream in(text);
    std::string word, number;
    Zone z;
    bool known = false, edge = false;
    while (in >> word) {
        std::transform(word.begin(), word.end(), word.begin(),
                       [](unsigned char c) { return std::tolower(c); });
        const auto k = std::find_if(std::begin(kinds), std::end(kinds),
                                    [&](auto& row) { return word == row.word; });
        const auto e = std::find(std::begin(edges), std::end(edges), word);
        if (k != std::end(kinds) && !known) {
            z.kind = static_cast<Zone::Kind>(k - std::begin(kinds));
            known = true;
        } else if (e != std::end(edges) && !edge) {
            z.edge = static_cast<Zone::Edge>(e - std::begin(edges));
            edge = true;
        } else {
            number += (number.empty() ? "" : " ") + word;
        }
    }
    const Problem how{
        "zone", "“" + text + "” is no adhesive zone",
        "write whole, band left 10 mm, third right, half top, margin 8 mm, spots 6 mm "
        "or clear top 12 mm"};
    const Word& row = kinds[z.kind];
    if (!known || edge != row.edge || number.empty() == row.size)
        return how;
    if (row.size) {
        auto m = parseLength(number, unit);
        if (!m)
            return m.problem().in("zone");
        if (m->measure.count <= 0)
            return Problem{"zone", "it has no width", "give it more than nought"};
        z.size = m->measure;
    }
    return z;
}

std::string zoneText(const Zone& z, Unit unit) {
    const Word& row = kinds[z.kind];
    std::string out = row.word;
    if (row.edge)
        out += std::string(" ") + edges[z.edge];
    if (row.size)
        out += " " + exactText(z.size, unit);
    return out;
}

} // namespace hl::design
