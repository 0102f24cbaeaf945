// A stack of tiers: each stands on the crease between the half tops of the one below and is
// smaller by the same step all round.
#include "core/measure/number.h"
#include "core/structures/on_folds/tier.h"
#include <algorithm>

namespace hl::structures {
namespace {

Values completeTierStack(Values v, const Host& host) {
    const double room = std::min(host.left.room, host.right.room);
    v.try_emplace("tiers", 3);
    v.try_emplace("width", std::min(76.2, 0.5 * host.length));
    v.try_emplace("reach", std::min(38.1, 0.35 * room));
    v.try_emplace("height", std::min(19.05, 0.55 * room / v["tiers"]));
    v = completeTier(std::move(v), host);
    v.try_emplace("step", std::min(0.7 * v["reach"], 0.35 * v["width"]) / v["tiers"]);
    return v;
}

Trouble buildTierStack(const StructureSpec& spec, const Values& v, const Host& host,
                       AssemblyBuilder& out) {
    if (Trouble t = checkTier(spec, v, host))
        return t;
    const int n = static_cast<int>(v.at("tiers"));
    const double step = v.at("step");
    TierSize z = tierSize(v);
    const double share = z.leg / z.width;
    const double least = std::max(4 / share, 8.0);
    if (z.reach - (n - 1) * step < 4 || z.width - 2 * (n - 1) * step < least)
        return beyond(
            spec, host, "step", step,
            "above the most, " +
                inUnit(host, std::min((z.reach - 4) / (n - 1), (z.width - least) / (2 * (n - 1)))),
            "nothing would be left of the highest tier", "make it smaller");
    Host on = host;
    const bool tongues = v.at("joined") == 1;
    for (int i = 0; i < n; ++i) {
        // The lowest one is glued: a card's page has no room behind it for tongues.
        const int top =
            addTier(out, spec, on, z, i == 0 ? "" : "-" + numberText(i + 1), tongues && i > 0);
        on = hostOf(out.made(), top);
        z.width -= 2 * step;
        z.reach -= step;
        z.leg = share * z.width;
        z.front = z.front > 0 ? 0.45 * z.reach : 0;
        z.place = step;
        z.tab = std::min(z.tab, std::min(0.6 * z.reach, 0.45 * z.leg));
    }
    return {};
}

} // namespace

Family tierStack() {
    Family f;
    f.id = "tier-stack";
    f.name = "stack of tiers";
    f.purpose = "Tier upon tier, each smaller than the one below, like a cake or a lantern.";
    f.standsOn = {"spine", "valley crease"};
    f.parameters = tierParameters();
    f.parameters.insert(f.parameters.begin(),
                        countOf("tiers", 2, 5, "how many")
                            .unless("three")
                            .why("one is a tier", "more are too high to close"));
    f.parameters.push_back(lengthOf("step", 1, 200, "by how much each tier is smaller all round")
                               .unless("so that about a third is left for the highest"));
    f.complete = completeTierStack;
    f.build = buildTierStack;
    f.standsOpen = true;
    return f;
}

} // namespace hl::structures
