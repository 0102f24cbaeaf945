// Slits: whether what lies on a panel leaves its slits open for what goes through them. Mats are
// slit along with their panel; anything else that is stuck there has to keep clear.
#include "core/prove/slits.h"
#include "core/assembly/open_slits.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <cmath>

namespace hl {
namespace {

constexpr double unseenCover = 0.5; // mm of a slit

// What a join sticks on one side of a panel: of the one it holds or of the one it lies on.
struct Cover {
    int panel; // that lies there
    Rigid in;  // from its coordinates into those of the slit panel
};
std::optional<Cover> coverOf(const Join& j, int panel, bool face) {
    if (!traitsOf(j.kind).sticks)
        return std::nullopt;
    if (j.landing == panel && j.ontoFace() == face)
        return Cover{j.tab, j.place};
    if (j.tab == panel && j.onFace == face)
        return Cover{j.landing, j.place.inverse()};
    return std::nullopt;
}

// How much of a slit the cover shuts, mm.
double shuts(const Assembly& a, const OpenSlit& slit, const Cover& cover) {
    const Panel& p = a.panels[static_cast<size_t>(cover.panel)];
    const Rigid back = cover.in.inverse();
    const OpenSlit there{back.at(slit.from).head<2>(), back.at(slit.to).head<2>()};
    const auto within = stretchWithin(there, p.outline);
    if (!within)
        return 0;
    const Vec2 way = (there.to - there.from).normalized(),
               middle = there.from + (within->first + within->second) / 2 * way;
    if (!onPaper(p.outline, p.apertures, middle) ||
        slitAt(a.parts[static_cast<size_t>(p.part)], middle, way))
        return 0;
    return within->second - within->first;
}

} // namespace

void slits(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    const Assembly& a = c.assembly;
    for (size_t i = 0; i < a.panels.size() && !stop; ++i)
        for (bool face : {true, false})
            for (const OpenSlit& slit : openSlits(a, static_cast<int>(i), face)) {
                if (slit.join < 0)
                    continue; // nothing is known to go through
                const Join& through = a.joins[static_cast<size_t>(slit.join)];
                for (const Join& j : a.joins) {
                    const auto cover = coverOf(j, static_cast<int>(i), face);
                    if (!cover || cover->panel == through.tab)
                        continue;
                    const double shut = shuts(a, slit, *cover);
                    if (shut <= unseenCover)
                        continue;
                    Finding f = Finding::of("slits.covered", Severity::Stop, c.first(), c.last(),
                                            c.first(), shut);
                    nameIn(f, c, cover->panel);
                    nameIn(f, c, through.tab);
                    nameIn(f, c, static_cast<int>(i));
                    f.message = "The " + sayPanel(c, cover->panel) + " covers " +
                                sayAmount(c, shut) + " of the slit in the " +
                                sayPanel(c, static_cast<int>(i)) + " through which the " +
                                sayPanel(c, through.tab) + " goes.";
                    f.remedy = "Move one of them, or slit or cut open what lies over it there.";
                    out.push_back(f);
                }
            }
}

} // namespace hl
