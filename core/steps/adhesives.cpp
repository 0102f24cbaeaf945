#include "core/steps/adhesives.h"
#include "core/design/design.h"
#include <algorithm>
#include <cctype>
#include <cmath>

namespace hl::steps {
namespace {

constexpr double heavyPaper = 0.4;  // mm
constexpr double largeFace = 2500;  // mm2
constexpr double smallPiece = 2000; // mm2

} // namespace

std::string adhesiveFor(const Case& c, const Join& j, bool pulled) {
    const Assembly& a = c.assembly;
    const Panel& held = a.panels[static_cast<size_t>(j.tab)];
    if (traitsOf(j.kind).slides)
        return "";
    if (traitsOf(j.kind).turns)
        return "fastener";
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
