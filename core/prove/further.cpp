#include "core/prove/further.h"
#include "core/assemble/assemble.h"
#include "core/measure/number.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>

namespace hl {

std::optional<Further> openedFurther(const Case& c, const Stop& stop) {
    constexpr double forgiven = 0.5, on = 1; // mm of misfit, degrees
    if (c.design.card.say.empty() || !c.design.motion.empty() || !c.linkage.course.plain())
        return std::nullopt;
    Design d = c.design;
    std::optional<Measure> shown;
    for (SayScore& s : d.card.say.scores) {
        if (!s.shown || (shown && !(*shown == *s.shown)) || s.shown->degrees() > 180 - on)
            return std::nullopt;
        shown = s.shown;
        s.shown.reset();
    }
    if (!shown)
        return std::nullopt;
    d.card.shown = shown;
    auto made = assemble(d);
    if (!made)
        return std::nullopt;
    const Case further(d, *made, stop.flag);
    if (stop || !further.linkage.course.plain())
        return std::nullopt;
    const double from = shown->degrees();
    Further out;
    for (const Pose& p : further.poses) {
        const auto worst = std::max_element(p.misfits.begin(), p.misfits.end());
        if (p.opening <= from || worst == p.misfits.end() || *worst <= forgiven)
            continue;
        out.to = std::max(from, p.opening - 1);
        const Loop& loop = further.linkage.loops[static_cast<size_t>(worst - p.misfits.begin())];
        out.because = "there the " + sayPanel(further, loop.held) + " is taut.";
        break;
    }
    const Evidence e(further, stop);
    for (const Finding& f : prove(e, stop, {}, false)) {
        const double at = std::max(from, f.openingFrom);
        if (f.severity != Severity::Stop || f.openingTo <= from + on || at >= out.to)
            continue;
        out.to = at;
        out.because = f.message;
    }
    if (stop || out.to < from + on)
        return std::nullopt;
    return out;
}

} // namespace hl
