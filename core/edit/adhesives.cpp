#include "core/edit/adhesives.h"
#include "core/assemble/assemble.h"
#include "core/steps/adhesives.h"
#include <algorithm>

namespace hl::edit {

Result<Design> setAdhesive(const Design& design, const std::string& of, const std::string& kind) {
    const auto& alike = steps::alikeGlued();
    if (std::find(alike.begin(), alike.end(), of) == alike.end()) {
        const auto made = assemble(design);
        if (!made)
            return made.problem();
        const bool glued = std::any_of(made->joins.begin(), made->joins.end(), [&](const Join& j) {
            const Panel& held = made->panels[static_cast<size_t>(j.tab)];
            const Part& part = made->parts[static_cast<size_t>(held.part)];
            return traitsOf(j.kind).sticks &&
                   (of == j.id || of == held.id || of == part.id || of == part.structure);
        });
        if (!glued)
            return Problem{"adhesive", "nothing that is glued is called “" + of + "”",
                           "name a join, a tab, a part or a structure, or say tabs, mats, figures "
                           "or sheets"};
    }
    Design d = design;
    d.adhesives.erase(std::remove_if(d.adhesives.begin(), d.adhesives.end(),
                                     [&](const AdhesiveSpec& a) { return a.of == of; }),
                      d.adhesives.end());
    if (kind == "auto")
        return d;
    std::string known;
    for (const steps::AdhesiveKind& k : steps::adhesiveKinds()) {
        if (kind == k.id && kind != "fastener") {
            d.adhesives.push_back({of, kind});
            return d;
        }
        known +=
            k.id == std::string("fastener") ? "" : (known.empty() ? "" : ", ") + std::string(k.id);
    }
    return Problem{"adhesive", "there is no adhesive “" + kind + "”",
                   "use one of: " + known + ", or auto"};
}

} // namespace hl::edit
