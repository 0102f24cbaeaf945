#include "core/fold/limit.h"
#include "core/fold/closure.h"
#include "core/fold/energy.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <cmath>

namespace hl::fold {
namespace {

constexpr double forgivenByPaper = 0.5; // mm of misfit that paper bears
constexpr double closesExactly = 1e-6;  // mm
constexpr double finestTurn = 1e-4;     // degrees
constexpr double leastRise = 2;         // degrees
constexpr double furtherOn = 3;         // degrees beyond the end at which it is tried

// Which joints of the linkage one of them moves, by the blocks that come after it.
std::vector<char> movedBy(const Linkage& k, const Motion& m, int driver) {
    std::vector<char> out(k.joints.size());
    out[static_cast<size_t>(driver)] = 1;
    for (const Block& b : m.blocks) {
        const bool moved = std::any_of(b.loops.begin(), b.loops.end(), [&](int l) {
            const auto& all = k.loops[static_cast<size_t>(l)].hinges;
            return std::any_of(all.begin(), all.end(), [&](const LoopHinge& h) {
                return out[static_cast<size_t>(h.joint)] != 0;
            });
        });
        if (moved)
            for (int j : b.joints)
                out[static_cast<size_t>(j)] = 1;
    }
    return out;
}

// The largest miss of the loops that the driver moves, and which loop it is.
std::pair<double, int> missBy(const Linkage& k, const Motion& m, const std::vector<char>& moved,
                              const std::vector<double>& values) {
    std::pair<double, int> out{0, -1};
    for (const Block& b : m.blocks)
        for (int l : b.loops) {
            const Loop& loop = k.loops[static_cast<size_t>(l)];
            if (std::none_of(loop.hinges.begin(), loop.hinges.end(), [&](const LoopHinge& h) {
                    return moved[static_cast<size_t>(h.joint)] != 0;
                }))
                continue;
            out = std::max(out, {missOf(k, loop, values), l});
        }
    return out;
}

// Sets the driver and lets the rest follow from where it is.
void moveTo(const Linkage& k, const Motion& m, int driver, double value,
            std::vector<double>& values) {
    values[static_cast<size_t>(driver)] = value;
    fillTied(k, values);
    for (const Block& b : m.blocks)
        moveToClosure(k, b, values);
    fillTied(k, values);
}

// Where, of its stage, what rises by itself comes to rest: the least energy among the samples, and
// between them where it no longer falls. The value of the joint that is looked at.
double restOf(const Linkage& k, const Motion& m, const Course::Leg& leg) {
    const std::vector<double>& places = k.course.samples();
    const auto driver = static_cast<size_t>(leg.joint);
    std::vector<size_t> stage;
    for (size_t s = 0; s < places.size(); ++s)
        if (places[s] >= leg.begin - 1e-9 && places[s] <= leg.end + 1e-9)
            stage.push_back(s);
    std::vector<double> held;
    for (const size_t s : stage)
        held.push_back(energyHeld(k, m.values[s]));
    const auto least =
        static_cast<size_t>(std::min_element(held.begin(), held.end()) - held.begin());
    std::vector<double> values = m.values[stage[least]];
    if (least == 0 || least + 1 == stage.size())
        return values[driver];
    constexpr double aside = 3e-4; // radians to either side between which the slope is taken
    const auto slope = [&](double at) {
        double energy[2];
        for (const int side : {0, 1}) {
            std::vector<double> trial = values;
            moveTo(k, m, leg.joint, at + (side ? aside : -aside), trial);
            energy[side] = energyHeld(k, trial);
        }
        return energy[1] - energy[0];
    };
    // Regula falsi between the two neighbours (Illinois).
    double low = m.values[stage[least - 1]][driver], high = m.values[stage[least + 1]][driver];
    double atLow = slope(low), atHigh = slope(high), found = values[driver];
    for (int turn = 0; turn < 20 && atLow * atHigh < 0; ++turn) {
        const double next = high - atHigh * (high - low) / (atHigh - atLow), now = slope(next);
        const bool still = std::fabs(next - found) < 1e-9;
        found = next;
        if (still || now == 0)
            break;
        if (now * atHigh < 0) {
            low = high;
            atLow = atHigh;
        } else {
            atLow /= 2;
        }
        high = next;
        atHigh = now;
    }
    return found;
}

std::vector<Stage> foundStages(const Assembly& a, const Linkage& k, const Motion& m) {
    std::vector<Stage> out = a.motion;
    const auto& legs = k.course.legs();
    for (size_t i = 0; i < out.size() && i < legs.size(); ++i) {
        const Course::Leg& leg = legs[i];
        if (out[i].springs) {
            // Even what does not rise is looked at a little way off flat.
            const double range = out[i].to - out[i].from,
                         part = (restOf(k, m, leg) - leg.from) / (leg.to - leg.from);
            out[i].to = out[i].from +
                        std::clamp(part, std::min(1.0, leastRise / std::fabs(range)), 1.0) * range;
        }
        if (!out[i].assumed)
            continue;
        const std::vector<char> moved = movedBy(k, m, leg.joint);
        const auto misses = [&](size_t s) {
            double most = 0;
            for (size_t l = 0; l < k.loops.size(); ++l) {
                const auto& all = k.loops[l].hinges;
                if (std::any_of(all.begin(), all.end(), [&](const LoopHinge& h) {
                        return moved[static_cast<size_t>(h.joint)] != 0;
                    }))
                    most = std::max(most, m.misfits[s][l]);
            }
            return most;
        };
        // The samples from the closed state on that close, and the first that does not.
        size_t s = 0;
        while (s < m.values.size() && misses(s) <= closesExactly)
            ++s;
        if (s < 2 || s >= m.values.size() ||
            *std::max_element(m.misfits.back().begin(), m.misfits.back().end()) <= forgivenByPaper)
            continue;
        double good = m.values[s - 1][static_cast<size_t>(leg.joint)],
               bad = m.values[s][static_cast<size_t>(leg.joint)];
        std::vector<double> values = m.values[s - 1];
        while (std::fabs(bad - good) > finestTurn * pi / 180) {
            std::vector<double> trial = values;
            const double middle = (good + bad) / 2;
            moveTo(k, m, leg.joint, middle, trial);
            if (missBy(k, m, moved, trial).first <= closesExactly) {
                good = middle;
                values = std::move(trial);
            } else {
                bad = middle;
            }
        }
        const double part = (good - leg.from) / (leg.to - leg.from);
        out[i].to = out[i].from + part * (out[i].to - out[i].from);
    }
    return out;
}

bool anyFound(const Assembly& a) {
    return std::any_of(a.motion.begin(), a.motion.end(),
                       [](const Stage& s) { return s.assumed || s.springs; });
}

} // namespace

Assembly withFoundStages(Assembly a, const std::atomic<bool>* cancel) {
    if (!anyFound(a))
        return a;
    const Linkage k = linkageOf(a);
    const Motion m = motionOf(k, cancel);
    if (!(cancel && *cancel))
        endAtTaut(a, k, m);
    return a;
}

bool endAtTaut(Assembly& a, const Linkage& k, const Motion& m) {
    if (!anyFound(a))
        return false;
    std::vector<Stage> found = foundStages(a, k, m);
    if (std::equal(found.begin(), found.end(), a.motion.begin(),
                   [](const Stage& x, const Stage& y) { return x.to == y.to; }))
        return false;
    a.motion = std::move(found);
    const double end = linkageOf(a).course.end();
    if (a.crease("card.spine") >= 0 && a.display.at > end) {
        a.display.at = end;
        a.display.words = "stands where its motion ends";
    }
    return true;
}

Assembly withStagesOf(Assembly a, const Assembly& like) {
    const auto drives = [](const Stage& x, const Stage& y) { return x.drive == y.drive; };
    if (!std::equal(a.motion.begin(), a.motion.end(), like.motion.begin(), like.motion.end(),
                    drives)) { // its row is opened in an order
        a.motion = like.motion;
        a.display = like.display;
        return a;
    }
    for (size_t i = 0; i < std::min(a.motion.size(), like.motion.size()); ++i)
        if ((a.motion[i].assumed || a.motion[i].springs) && a.motion[i].to != like.motion[i].to) {
            a.motion[i].to = like.motion[i].to;
            a.display = like.display;
        }
    return a;
}

int tautAtEnd(const Linkage& k, const Motion& m) {
    const auto& legs = k.course.legs();
    if (legs.empty() || m.values.empty())
        return -1;
    std::vector<double> values = m.values.back();
    std::vector<char> moved(k.joints.size());
    bool tried = false;
    for (const Course::Leg& leg : legs) {
        if (leg.end < legs.back().end - 1e-9 ||
            k.joints[static_cast<size_t>(leg.joint)].freedom != Freedom::Fold)
            continue;
        const std::vector<char> mine = movedBy(k, m, leg.joint);
        for (size_t j = 0; j < mine.size(); ++j)
            moved[j] = static_cast<char>(moved[j] | mine[j]);
        const double step = (leg.to > leg.from ? 1 : -1) * furtherOn * pi / 180;
        const Bounds b = boundsOf(k.joints[static_cast<size_t>(leg.joint)]);
        const double to = leg.to + step;
        if (to < b.low || to > b.high)
            continue; // it is open all the way
        values[static_cast<size_t>(leg.joint)] = to;
        tried = true;
    }
    if (!tried)
        return -1;
    if (missBy(k, m, moved, m.values.back()).first > forgivenByPaper)
        return -1; // it does not even close there
    fillTied(k, values);
    for (const Block& b : m.blocks)
        moveToClosure(k, b, values);
    const auto [miss, loop] = missBy(k, m, moved, values);
    return miss > closesExactly * 100 ? loop : -1;
}

} // namespace hl::fold
