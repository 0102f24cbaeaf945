#include "core/fold/motion.h"
#include "core/fold/sharing.h"
#include "core/fold/springs.h"
#include "core/fold/sweep.h"
#include "core/measure/free_thread.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <cmath>

namespace hl::fold {
namespace {

bool stopped(const std::atomic<bool>* cancel) { return cancel && cancel->load(); }

// Joins to block b those later blocks that hold it, else all that it touches, and puts the rest in
// an order in which each needs only what comes before.
void join(const Linkage& k, Motion& m, size_t b, const Sweep& sweep) {
    std::vector<Block> rest(m.blocks.begin() + static_cast<long>(b), m.blocks.end());
    std::vector<size_t> taken;
    for (size_t i = 1; i < rest.size(); ++i)
        if (sweep.touches(rest[i]) && sweep.holds(rest[i]))
            taken.push_back(i);
    for (size_t i = 1; taken.empty() && i < rest.size(); ++i)
        if (sweep.touches(rest[i]))
            taken.push_back(i);
    auto absorb = [&](size_t into, size_t from) {
        Block &a = rest[into], &c = rest[from];
        a.loops.insert(a.loops.end(), c.loops.begin(), c.loops.end());
        a.joints.insert(a.joints.end(), c.joints.begin(), c.joints.end());
        std::sort(a.joints.begin(), a.joints.end());
        rest.erase(rest.begin() + static_cast<long>(from));
    };
    for (size_t i = taken.size(); i-- > 0;)
        absorb(0, taken[i]);
    std::vector<int> owner(k.joints.size(), -1); // the block of the rest that settles a joint
    m.blocks.resize(b);
    while (!rest.empty()) {
        std::fill(owner.begin(), owner.end(), -1);
        for (size_t i = 0; i < rest.size(); ++i)
            for (int j : rest[i].joints)
                owner[j] = static_cast<int>(i);
        auto needs = [&](size_t i) { // another block of the rest, -1: none
            for (int l : rest[i].loops)
                for (const LoopHinge& h : k.loops[l].hinges)
                    if (owner[h.joint] >= 0 && owner[h.joint] != static_cast<int>(i))
                        return owner[h.joint];
            return -1;
        };
        size_t ready = 0;
        while (ready < rest.size() && needs(ready) >= 0)
            ++ready;
        if (ready == rest.size()) { // they need one another
            absorb(0, static_cast<size_t>(needs(0)));
            continue;
        }
        m.blocks.push_back(rest[ready]);
        rest.erase(rest.begin() + static_cast<long>(ready));
    }
    m.springs.resize(b);
    m.springs.resize(m.blocks.size(), false);
    m.open.resize(b);
    m.open.resize(m.blocks.size(), false);
}

} // namespace

double Pose::misfit() const {
    return misfits.empty() ? 0 : *std::max_element(misfits.begin(), misfits.end());
}

namespace {

// What nothing holds lies as it rests while there is room. As the pages close they press it flat:
// it stays within the angle between them, folded onto its neighbour if it rests nearer to that, or
// unfolded.
void restFlaps(const Linkage& k, std::vector<double>& values) {
    const bool driven = k.spine >= 0 && k.joints[k.spine].driven;
    const double room = driven ? pi - std::fabs(values[k.spine]) : pi;
    for (int j : k.flaps) {
        const Joint& joint = k.joints[j];
        values[j] = joint.rest;
        if (joint.freedom != Freedom::Fold || joint.join >= 0)
            continue;
        const double folded = joint.high > 0 ? joint.high : joint.low;
        const bool onto = std::fabs(joint.rest) >= std::fabs(folded) / 2 - 1e-9;
        const double flat = onto ? folded : 0;
        values[j] = flat + std::clamp(joint.rest - flat, -room, room);
    }
}

} // namespace

Motion motionOf(const Linkage& k, const std::atomic<bool>* cancel) {
    longWork("fold");
    Motion m;
    const size_t samples = k.course.samples().size();
    m.values.assign(samples, std::vector<double>(k.joints.size()));
    m.misfits.assign(samples, std::vector<double>(k.loops.size()));
    m.blocks = k.blocks;
    m.springs.assign(k.blocks.size(), false);
    m.open.assign(k.blocks.size(), false);
    m.flat.assign(k.joints.size(), std::nan(""));
    for (size_t s = 0; s < samples; ++s) {
        k.course.drive(k.course.samples()[s], m.values[s]);
        restFlaps(k, m.values[s]);
        fillTied(k, m.values[s]);
    }
    for (size_t b = 0; b < m.blocks.size() && !stopped(cancel);) {
        Sweep sweep(k, b, m);
        sweep.tryOut();
        if (sweep.wantsMore(m.blocks, b + 1)) {
            join(k, m, b, sweep);
            continue;
        }
        sweep.run(cancel);
        ++b;
    }
    return m;
}

Motion motionLike(const Motion& other, const Linkage& k, const std::atomic<bool>* cancel) {
    longWork("fold");
    const auto& samples = k.course.samples();
    if (samples.size() != other.values.size())
        return motionOf(k, cancel); // a course of another length
    Motion m = other;
    m.open.assign(m.blocks.size(), true); // any of them may not close any more
    for (size_t s = 0; s < samples.size() && !stopped(cancel); ++s) {
        closeAll(k, m, samples[s], m.values[s]);
        // Without pages nothing presses the closed card flat but the hand.
        if (k.spine < 0 && s == 0)
            for (size_t j = 0; j < m.flat.size(); ++j)
                if (!std::isnan(m.flat[j]))
                    m.values[s][j] = m.flat[j];
        for (const Block& b : m.blocks)
            misfitsOf(k, b, m.values[s], m.misfits[s]);
    }
    return m;
}

void closeAll(const Linkage& k, const Motion& m, double opening, std::vector<double>& values) {
    k.course.drive(opening, values);
    fillTied(k, values);
    for (size_t b = 0; b < m.blocks.size(); ++b) {
        if (m.springs[b])
            settle(k, m.blocks[b], values, restsAt(k, m, values));
        else
            moveToClosure(k, m.blocks[b], values);
        if (m.open[b] && missOf(k, m.blocks[b], values) > closed)
            shareOut(k, m.blocks[b], values);
    }
    fillTied(k, values);
}

namespace {

void place(const Linkage& k, const Motion& m, Pose& p) {
    placePanels(k, p.angles, p.panels);
    std::vector<int> open;
    for (size_t l = 0; l < k.loops.size(); ++l)
        if (p.misfits[l] > closed)
            open.push_back(static_cast<int>(l));
    spread(k, m.blocks, open, p.angles, p.panels);
    p.panels.resize(k.assembly->panels.size()); // bodies without paper are nobody's matter
}

} // namespace

void placeAll(const Linkage& k, const Motion& m, Pose& p) {
    p.misfits.resize(k.loops.size());
    for (const Block& b : m.blocks)
        misfitsOf(k, b, p.angles, p.misfits);
    place(k, m, p);
}

Pose poseAt(const Linkage& k, const Motion& m, double opening) {
    Pose p;
    p.opening = std::clamp(opening, k.course.begin(), k.course.end());
    const auto& samples = k.course.samples();
    const int below = k.course.below(p.opening);
    const double part = (p.opening - samples[below]) / (samples[below + 1] - samples[below]);
    if (part == 0 || part == 1) {
        const auto s = static_cast<size_t>(below + static_cast<int>(part));
        p.angles = m.values[s];
        p.misfits = m.misfits[s];
        place(k, m, p);
        return p;
    }
    p.angles = m.values[below];
    for (size_t c = 0; c < p.angles.size(); ++c)
        p.angles[c] += part * (m.values[below + 1][c] - p.angles[c]);
    closeAll(k, m, p.opening, p.angles);
    placeAll(k, m, p);
    return p;
}

} // namespace hl::fold
