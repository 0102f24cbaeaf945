#include "core/fold/motion.h"
#include "core/fold/closure.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double good = 1e-7; // mm: closed, when a branch is looked for
constexpr double snapRange = 3 * pi / 180;
constexpr double wideStep = 20 * pi / 180; // a fold that turns more per degree wants smaller steps

double driverAngle(double opening) { return (180 - opening) * pi / 180; }

bool stopped(const std::atomic<bool>* cancel) { return cancel && cancel->load(); }

// Tries starting angles until the block closes. Leaves the best found in `angles` and returns its
// misfit. With sides kept the starts are on the creases' own sides, else on either.
double findBranch(const Linkage& k, const Block& block, std::vector<double>& angles, Sides sides) {
    static constexpr double sizes[] = {90 * pi / 180, 45 * pi / 180, 135 * pi / 180};
    // With sides free: two sizes on either side.
    const size_t n = block.creases.size(), choices = sides == Sides::Kept ? 3 : 4;
    const size_t own = sides == Sides::Kept ? 3 : 2;
    size_t tries = 1;
    for (size_t i = 0; i < std::min<size_t>(n, 4); ++i)
        tries *= choices;
    std::vector<double> best;
    double least = 1e300;
    unsigned seed = 12345;
    for (size_t t = 0; t < tries && least > good; ++t) {
        std::vector<double> trial = angles;
        size_t digits = t;
        for (int c : block.creases) {
            size_t choice;
            if (n <= 4) {
                choice = digits % choices;
                digits /= choices;
            } else { // too many to enumerate: a fixed sequence of mixtures
                seed = seed * 1664525u + 1013904223u;
                choice = (seed >> 16) % choices;
            }
            const bool valley = (k.assembly->creases[c].fold == Fold::Valley) == (choice < own);
            trial[c] = valley ? sizes[choice % own] : -sizes[choice % own];
        }
        const double miss = closeBlock(k, block, trial, sides);
        if (miss < least) {
            least = miss;
            best = trial;
        }
    }
    if (!best.empty())
        angles = best;
    return least;
}

// Follows one block, whose hosts are already known at every sample.
class Sweep {
  public:
    Sweep(const Linkage& k, const Block& block, Motion& motion)
        : k_(k), block_(block), m_(motion) {}

    void run(const std::atomic<bool>* cancel) {
        int start = 90;
        double least = 1e300;
        for (int opening : {90, 120, 60, 150, 30, 170, 10}) {
            std::vector<double> trial = m_.angles[opening];
            const double miss = findBranch(k_, block_, trial, Sides::Kept);
            if (miss < least - good) {
                least = miss;
                start = opening;
                best_ = trial;
            }
            if (least < good)
                break;
        }
        if (least > good)
            blameFolds();
        store(start, best_);
        for (int d = start + 1; d <= widestOpening && !stopped(cancel); ++d)
            follow(d, -1);
        for (int d = start - 1; d >= 0 && !stopped(cancel); --d)
            follow(d, +1);
    }

  private:
    // Nothing closes with the folds as assigned: does it close with some of them reversed?
    void blameFolds() {
        constexpr double flat = 1e-6; // radians: a fold that hardly folds has no side
        for (int opening : {90, 150, 30}) {
            std::vector<double> trial = m_.angles[opening];
            if (findBranch(k_, block_, trial, Sides::Free) > good)
                continue;
            for (int c : block_.creases) {
                const Bounds b = boundsOf(k_.assembly->creases[c]);
                if (trial[c] < b.low - flat || trial[c] > b.high + flat)
                    m_.wrongFolds.push_back(c);
            }
            return;
        }
    }

    void store(int d, const std::vector<double>& from) {
        for (int c : block_.creases)
            m_.angles[d][c] = from[c];
        known_[d] = true;
        for (int l : block_.loops)
            m_.misfits[d][l] = misfitOf(k_.loops[l], m_.angles[d]);
    }

    // Solves at d, whose neighbour d + back is known.
    void follow(int d, int back) {
        std::vector<double> trial = m_.angles[d];
        const auto& last = m_.angles[d + back];
        const bool two = at(d + 2 * back), three = two && at(d + 3 * back);
        for (int c : block_.creases) {
            trial[c] = last[c];
            if (three) // quadratic extrapolation
                trial[c] =
                    3 * last[c] - 3 * m_.angles[d + 2 * back][c] + m_.angles[d + 3 * back][c];
            else if (two)
                trial[c] = 2 * last[c] - m_.angles[d + 2 * back][c];
            const Bounds b = boundsOf(k_.assembly->creases[c]);
            trial[c] = std::clamp(trial[c], b.low, b.high);
        }
        const bool end = d == 0 || d == widestOpening;
        if (!(end && snapFlat(k_, block_, trial, snapRange))) {
            moveToClosure(k_, block_, trial);
            // Only a motion that closes has a branch to be kept on.
            if (turned(last, trial) > wideStep && closes(d + back))
                creep(d, back, trial);
        }
        store(d, trial);
    }

    // Follows a fast fold in 16 small steps; hosts are interpolated between the two samples.
    void creep(int d, int back, std::vector<double>& trial) {
        constexpr int steps = 16;
        const std::vector<double>&from = m_.angles[d + back], &to = m_.angles[d];
        std::vector<double> slow = from;
        for (int s = 1; s <= steps; ++s) {
            const double t = static_cast<double>(s) / steps;
            for (size_t c = 0; c < slow.size(); ++c)
                if (!mine(static_cast<int>(c)))
                    slow[c] = s == steps ? to[c] : from[c] + t * (to[c] - from[c]);
            closeBlock(k_, block_, slow);
        }
        trial = slow;
    }

    bool closes(int d) const {
        return std::all_of(block_.loops.begin(), block_.loops.end(),
                           [&](int l) { return m_.misfits[d][l] < good; });
    }
    bool at(int d) const { return d >= 0 && d <= widestOpening && known_[d]; }
    bool mine(int crease) const {
        return std::binary_search(block_.creases.begin(), block_.creases.end(), crease);
    }
    double turned(const std::vector<double>& a, const std::vector<double>& b) const {
        double most = 0;
        for (int c : block_.creases)
            most = std::max(most, std::fabs(a[c] - b[c]));
        return most;
    }

    const Linkage& k_;
    const Block& block_;
    Motion& m_;
    std::vector<double> best_;
    std::vector<bool> known_ = std::vector<bool>(widestOpening + 1);
};

} // namespace

double Pose::misfit() const {
    return misfits.empty() ? 0 : *std::max_element(misfits.begin(), misfits.end());
}

Motion motionOf(const Linkage& k, const std::atomic<bool>* cancel) {
    Motion m;
    m.angles.assign(widestOpening + 1, std::vector<double>(k.assembly->creases.size()));
    m.misfits.assign(widestOpening + 1, std::vector<double>(k.loops.size()));
    for (int d = 0; d <= widestOpening; ++d)
        m.angles[d][k.driver] = driverAngle(d);
    for (const Block& block : k.blocks) {
        if (stopped(cancel))
            break;
        Sweep(k, block, m).run(cancel);
    }
    return m;
}

void closeAll(const Linkage& k, double opening, std::vector<double>& angles) {
    angles[k.driver] = driverAngle(opening);
    for (const Block& block : k.blocks)
        moveToClosure(k, block, angles);
}

Pose poseAt(const Linkage& k, const Motion& m, double opening) {
    Pose p;
    p.opening = std::clamp(opening, 0.0, static_cast<double>(widestOpening));
    const int below = std::min(static_cast<int>(p.opening), widestOpening - 1);
    const double part = p.opening - below;
    if (part == 0 || part == 1) {
        p.angles = m.angles[below + static_cast<int>(part)];
        p.misfits = m.misfits[below + static_cast<int>(part)];
    } else {
        p.angles = m.angles[below];
        for (size_t c = 0; c < p.angles.size(); ++c)
            p.angles[c] += part * (m.angles[below + 1][c] - p.angles[c]);
        closeAll(k, p.opening, p.angles);
        for (const Loop& loop : k.loops)
            p.misfits.push_back(misfitOf(loop, p.angles));
    }
    placePanels(k, p.angles, p.panels);
    return p;
}

} // namespace hl
