// Slits: whether what lies on a panel leaves its slits open for what goes through them. Mats are
// slit along with their panel; anything else that is stuck there has to keep clear.
#include "core/prove/slits.h"
#include "core/assembly/open_slits.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
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

// Sheets that are pushed into one another part all along one line: above its own slit each goes
// through the other's. What is stuck across that line beyond a sheet's own slit is in the way too.
void acrossCrossings(const Case& c, std::vector<Finding>& out) {
    const Assembly& a = c.assembly;
    constexpr double reach = 2000, beside = 0.3; // mm
    for (const Join& j : a.joins) {
        if (!traitsOf(j.kind).through || !j.moves || j.along.norm() < 0.5)
            continue;
        const Rigid back = j.place.inverse();
        const Vec2 at = back.at(j.at).head<2>(),
                   way = (back.turn * lift(j.along)).head<2>().normalized();
        const std::vector<OpenSlit> own = openSlits(a, j.tab, true);
        const auto along = [&](const OpenSlit& s) {
            return std::fabs(leftOf(way).dot(s.from - at)) < beside &&
                   std::fabs(leftOf(way).dot(s.to - at)) < beside;
        };
        if (std::none_of(own.begin(), own.end(), along))
            continue; // a tongue, which is not slit itself
        const OpenSlit line{at - reach * way, at + reach * way};
        for (bool face : {true, false})
            for (const Join& k : a.joins) {
                const auto cover = coverOf(k, j.tab, face);
                if (!cover || cover->panel == j.landing)
                    continue;
                const Family* of = familyOf(
                    c.design,
                    a.parts[static_cast<size_t>(a.panels[static_cast<size_t>(cover->panel)].part)]
                        .structure);
                if (of && of->covers)
                    continue; // mats end there or are slit with their panel
                const double shut = shuts(a, line, *cover);
                if (shut <= unseenCover)
                    continue;
                Finding f = Finding::of("slits.covered", Severity::Stop, c.first(), c.last(),
                                        c.first(), shut);
                nameIn(f, c, cover->panel);
                nameIn(f, c, j.landing);
                nameIn(f, c, j.tab);
                f.message = "The " + sayPanel(c, cover->panel) + " covers " + sayAmount(c, shut) +
                            " of the line along which the " + sayPanel(c, j.landing) +
                            " goes through the " + sayPanel(c, j.tab) + ".";
                f.remedy = "Move it to one side of that line, or slit it there as well.";
                out.push_back(f);
            }
    }
}

} // namespace

void slits(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    const Assembly& a = c.assembly;
    acrossCrossings(c, out);
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

} // namespace hl::proving
