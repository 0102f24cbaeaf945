// Solids that are put together seam by seam: what goes in before they are shut.
#include "core/steps/orderer.h"
#include <algorithm>

namespace hl::steps {

void Orderer::banded(int unit, const std::vector<int>& rings) {
    const std::string& id = groups_.all()[static_cast<size_t>(unit)].id;
    const auto band = std::find_if(a_.elastics.begin(), a_.elastics.end(),
                                   [&](const Elastic& e) { return e.structure == id; });
    // It is hooked through what is open yet: after the last of the seams at its second hook.
    size_t hooked = rings.size();
    if (band != a_.elastics.end()) {
        fastenFirst(unit);
        for (size_t n = 0; n < rings.size(); ++n)
            for (int panel : {join(rings[n]).tab, join(rings[n]).landing})
                if (panel == band->panels[1])
                    hooked = n + 1;
        hooked = std::min(hooked, rings.size() - std::min<size_t>(rings.size(), 2));
    }
    for (size_t n = 0; n <= rings.size(); ++n) {
        if (n == hooked && band != a_.elastics.end())
            hookBand(*band, unit);
        if (n + 1 < rings.size() && n + 1 != hooked && oneSeam(rings[n], rings[n + 1])) {
            chain(seamed(rings[n], rings[n + 1], unit), unit);
            ++n;
        } else if (n < rings.size()) {
            chain(single(rings[n], unit, Reach::Collapsed), unit);
        }
    }
}

// Two half tabs of one seam: each hangs on the panel that the other goes onto.
bool Orderer::oneSeam(int one, int other) const {
    const auto hangsOn = [&](const Join& j) {
        const int crease = j.crease.empty() ? -1 : a_.crease(j.crease);
        if (crease < 0)
            return -1;
        const Crease& c = a_.creases[static_cast<size_t>(crease)];
        return c.left == j.tab ? c.right : c.left;
    };
    return hangsOn(join(one)) == join(other).landing && hangsOn(join(other)) == join(one).landing;
}

WorkStep& Orderer::seamed(int one, int other, int unit) {
    std::string tabs;
    WorkStep& s = together("glue." + join(one).id, Do::Glue, {one, other}, {unit}, tabs);
    s.reach = Reach::Collapsed;
    s.title = capital("glue " + tabs);
    s.text = "Fold it flat, so that this seam lies outermost. Put " + with(s.adhesive) + " on " +
             tabs + " and close the seam: the " + sayPanel(c_, join(one).tab) + " goes on " +
             onto(join(one)) + ", the " + sayPanel(c_, join(other).tab) + " on " +
             onto(join(other)) + ", fold to fold.";
    s.why = reachWhy(s.reach);
    heapUp({one, other});
    return s;
}

// What a solid turns on goes through it from inside, before it is shut; it is spread outside later.
void Orderer::fastenFirst(int unit) {
    for (int i : groups_.all()[static_cast<size_t>(unit)].outer) {
        const Join& j = join(i);
        if (!traitsOf(j.kind).turns)
            continue;
        WorkStep& s = add("insert." + j.id + ".fastener", Do::Insert, takes::insert);
        s.parts = {partId(partOf(j.tab))};
        needPart(s, partOf(j.tab));
        s.title = "Put the fastener in";
        s.text = "Put the fastener through the hole of the " + sayPanel(c_, j.tab) +
                 " from inside, so that its prongs stick out.";
        s.why = "Once " + unitName(unit) + " is shut nothing gets in any more.";
        chain(s, unit);
    }
}

void Orderer::hookBand(const Elastic& band, int unit) {
    WorkStep& s = add("insert." + band.id, Do::Insert, 3 * takes::insert);
    s.parts = {partId(partOf(band.panels[0]))};
    for (int panel : band.panels)
        needPart(s, partOf(panel));
    s.title = capital("hook the " + band.name);
    s.text = "Slip the " + band.name + ", " + sayAmount(c_, band.length) +
             " long from hook to hook, through the slit of the " + sayPanel(c_, band.panels[0]) +
             " into its hole, and across through the open seams to that of the " +
             sayPanel(c_, band.panels[1]) + ".";
    s.check =
        "Press it flat and let go: it rises by itself and its seams nearly close. If it stays "
        "low, knot the band shorter or take another; if the sides are drawn upright, a longer "
        "one.";
    s.why = "It is tried and exchanged while there is a way in.";
    s.caution = "A stretched band that slips off flies: keep it away from eyes.";
    chain(s, unit);
}

} // namespace hl::steps
