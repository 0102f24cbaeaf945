#include "core/steps/adhesives.h"
#include "core/design/design.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cctype>
#include <cmath>

namespace hl::steps {
namespace {

constexpr double heavyPaper = 0.4;  // mm
constexpr double largeFace = 2500;  // mm2
constexpr double smallPiece = 2000; // mm2

} // namespace

const std::vector<std::string>& alikeGlued() {
    static const std::vector<std::string> words{"tabs", "mats", "figures", "sheets"};
    return words;
}

std::string alikeOf(const Case& c, const Join& j) {
    const Panel& held = c.assembly.panels[static_cast<size_t>(j.tab)];
    const Family* family =
        familyOf(c.design, c.assembly.parts[static_cast<size_t>(held.part)].structure);
    return held.role == Role::Tab                      ? "tabs"
           : held.rides >= 0                           ? "mats"
           : family && family->ground == Ground::Panel ? "figures"
                                                       : "sheets";
}

const std::string* chosenAdhesive(const Case& c, const Join& j) {
    if (c.design.adhesives.empty() || !traitsOf(j.kind).sticks)
        return nullptr;
    const Panel& held = c.assembly.panels[static_cast<size_t>(j.tab)];
    const Part& part = c.assembly.parts[static_cast<size_t>(held.part)];
    for (const std::string& of : {j.id, held.id, part.id, part.structure, alikeOf(c, j)})
        for (const AdhesiveSpec& a : c.design.adhesives)
            if (!of.empty() && a.of == of)
                return &a.kind;
    return nullptr;
}

std::string adhesiveFor(const Case& c, const Join& j, bool pulled) {
    if (const std::string* chosen = chosenAdhesive(c, j))
        return *chosen;
    const Assembly& a = c.assembly;
    const Panel& held = a.panels[static_cast<size_t>(j.tab)];
    if (traitsOf(j.kind).turns)
        return "fastener";
    if (traitsOf(j.kind).slides)
        return "";
    if (traitsOf(j.kind).through)
        return j.moves ? "" : "plain";
    if (std::fabs(j.place.shift.z()) > 0.2)
        return "foam";
    if (held.rides >= 0)
        return "runner";
    const bool heavy = caliperOf(c, j.tab) >= heavyPaper;
    if (held.role == Role::Tab && pulled)
        return heavy ? "solvent" : "tape";
    if (a.parts[static_cast<size_t>(held.part)].creases.empty() &&
        std::fabs(areaOf(held.outline)) < smallPiece)
        return "runner";
    if (std::fabs(areaOf(held.outline)) > largeFace)
        return "glue";
    return heavy ? "solvent" : "glue";
}

double freeAfter(const AdhesiveKind& kind, const Drawer* drawer) {
    if (!drawer || std::string(kind.id) != "glue")
        return kind.free;
    for (const Adhesive& own : drawer->adhesives) {
        std::string name = own.name;
        std::transform(name.begin(), name.end(), name.begin(),
                       [](unsigned char ch) { return std::tolower(ch); });
        if (name.find("glue") != std::string::npos && name.find("stick") == std::string::npos)
            return own.minutes;
    }
    return kind.free;
}

} // namespace hl::steps
