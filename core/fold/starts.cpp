#include "core/fold/starts.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <cmath>

namespace hl::fold {

double missOf(const Linkage& k, const Block& block, const std::vector<double>& values) {
    double most = 0;
    for (int l : block.loops)
        most = std::max(most, missOf(k, k.loops[l], values));
    return most;
}

Rests restsAt(const Linkage& k, const Motion& m, const std::vector<double>& values) {
    const bool driven = k.spine >= 0 && k.joints[k.spine].driven;
    return {&m.flat, driven ? (pi - std::fabs(values[k.spine])) / 2 : pi};
}

double findBranch(const Linkage& k, const Block& block, std::vector<double>& values, Sides sides,
                  bool springs, const Rests& rests) {
    static constexpr double sizes[] = {90 * pi / 180, 45 * pi / 180, 135 * pi / 180};
    // Creases that may fold to both sides: each way of them is tried.
    std::vector<int> open;
    for (int c : block.joints)
        if (k.joints[c].join < 0 && k.joints[c].low < 0 && k.joints[c].high > 0 && open.size() < 5)
            open.push_back(c);
    // With sides free: two sizes on either side.
    const size_t n = block.joints.size(), choices = sides == Sides::Kept ? 3 : 4;
    const size_t own = sides == Sides::Kept ? 3 : 2;
    constexpr size_t enough = 9; // starts that all end no closer than forgiven: it closes no better
    constexpr size_t mostSprings = 4; // settling is slow, and one energy valley the rule
    size_t tries = 1;
    for (size_t i = 0; i < std::min<size_t>(n, 4); ++i)
        tries *= choices;
    const size_t ways = size_t{1} << open.size();
    tries *= ways;
    std::vector<double> best;
    double least = 1e300, leastEnergy = 1e300;
    unsigned seed = 12345;
    size_t settled = 0;
    for (size_t t = 0; t < tries && (springs ? settled < mostSprings : least > branch::good); ++t) {
        if (!springs && t >= enough * ways && least < branch::forgiven)
            break;
        std::vector<double> trial = values;
        size_t digits = t / ways;
        for (int c : block.joints) {
            size_t choice;
            if (n <= 4) {
                choice = digits % choices;
                digits /= choices;
            } else { // too many to enumerate: a fixed sequence of mixtures
                seed = seed * 1664525u + 1013904223u;
                choice = (seed >> 16) % choices;
            }
            const Joint& j = k.joints[c];
            if (j.freedom == Freedom::Fold && j.join < 0) {
                const bool valley = (j.high > 0) == (choice < own);
                trial[c] = valley ? sizes[choice % own] : -sizes[choice % own];
                for (size_t i = 0; i < open.size(); ++i)
                    if (open[i] == c && t >> i & 1)
                        trial[c] = -trial[c];
            } else { // a quarter, the middle, or three quarters of its range
                const double middle = (j.low + j.high) / 2, half = (j.high - j.low) / 2;
                trial[c] = middle + half * (choice == 0 ? 0 : choice == 1 ? -0.5 : 0.5);
            }
        }
        if (springs) {
            if (t == 0)
                for (int c : block.joints)
                    trial[c] = rests.of(k, c);
            relax(k, block, trial, rests);
        }
        double miss = closeBlock(k, block, trial, sides);
        if (springs && miss < 1) { // near enough for the springs to close the rest
            settle(k, block, trial, rests);
            miss = missOf(k, block, trial);
            ++settled;
        }
        const double energy = springs ? energyOf(k, block.joints, trial, rests) : 0;
        if (miss < least - branch::good ||
            (springs && miss < least + branch::good && energy < leastEnergy - 1e-9)) {
            least = std::min(miss, least);
            leastEnergy = energy;
            best = trial;
        }
    }
    if (!best.empty())
        values = best;
    return least;
}

} // namespace hl::fold
