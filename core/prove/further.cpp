#include "core/prove/further.h"
#include "core/assemble/assemble.h"
#include "core/measure/number.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <map>

namespace hl::proving {
namespace {

constexpr double borne = 0.5, on = 1, flat = 180; // mm of misfit, degrees

// The motion that the card has, told as a maker's, and after it all folds that do not lie flat then
// opened on together; empty where none is left or other things than folds of pages move.
std::vector<StageSpec> goingOn(const Assembly& a) {
    std::vector<StageSpec> out;
    std::map<std::string, double> ends, been; // in the order of their names
    const auto degrees = [](double d) { return Measure::fromDegrees(d); };
    if (a.crease("card.spine") < 0) // a lone base has no page that could be opened
        return {};
    for (const Stage& s : a.motion) {
        if (a.crease(s.drive) < 0)
            return {};
        out.push_back({s.drive, degrees(s.from), degrees(s.to), s.together});
        ends[s.drive] = s.to;
        been[s.drive] = std::max({been[s.drive], s.from, s.to});
    }
    const size_t before = out.size();
    for (auto& [drive, end] : ends)
        if (been[drive] < flat - on)
            out.push_back({drive, degrees(end), degrees(flat), out.size() > before});
    return out.size() > before ? out : std::vector<StageSpec>();
}

} // namespace

std::optional<Further> openedFurther(const Case& c, const Stop& stop) {
    if (c.design.card.say.empty() || !c.design.motion.empty())
        return std::nullopt;
    Design d = c.design;
    d.motion = goingOn(c.assembly);
    if (d.motion.empty())
        return std::nullopt;
    for (SayScore& s : d.card.say.scores)
        s.shown.reset();
    d.card.shown.reset();
    auto made = assemble(d);
    if (!made)
        return std::nullopt;
    const Case further(d, *made, stop.flag);
    if (stop)
        return std::nullopt;
    // Where the last stage begins.
    const auto& legs = further.linkage.course.legs();
    const auto stage = std::find_if(legs.begin(), legs.end(),
                                    [&](auto& l) { return l.begin == legs.back().begin; });
    const double from = stage->begin;
    double to = further.last();
    Further out;
    for (const Pose& p : further.poses) {
        const auto worst = std::max_element(p.misfits.begin(), p.misfits.end());
        if (p.opening <= from || worst == p.misfits.end() || *worst <= borne)
            continue;
        to = std::min(to, std::max(from, p.opening - 1));
        const Loop& loop = further.linkage.loops[static_cast<size_t>(worst - p.misfits.begin())];
        out.because = "there the " + sayPanel(further, loop.held) + " is taut.";
        break;
    }
    const Evidence e(further, stop);
    for (const Finding& f : prove(e, stop, {}, false)) {
        const double at = std::max(from, f.openingFrom);
        // How it stands there is no matter: it is not displayed so.
        if (f.severity != Severity::Stop || f.openingTo <= from + on || at >= to ||
            f.rule == "stance")
            continue;
        to = at;
        out.because = f.message;
    }
    if (stop || to < from + on)
        return std::nullopt;
    out.flat = out.because.empty() && to > further.last() - 1e-6;
    out.to = stage->shown(std::min(to, stage->end));
    const bool alike = std::all_of(stage, legs.end(), [&](const Course::Leg& l) {
        return std::abs(l.shown(to) - out.to) < 0.05;
    });
    out.upTo = alike ? numberText(out.to, 1) + "°" : "where it is " + sayOpening(further, to, to);
    return out;
}

} // namespace hl::proving
