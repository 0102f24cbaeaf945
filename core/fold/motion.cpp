#include "core/fold/motion.h"
#include "core/fold/sharing.h"
#include "core/fold/springs.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace hl {
namespace {

constexpr double good = 1e-7;    // mm: closed, when a branch is looked for
constexpr double forgiven = 0.5; // mm: paper bends that far, so the branch is the right one
constexpr double snapRange = 3 * pi / 180;
constexpr double wideStep = 20 * pi / 180; // a fold that turns more per sample wants smaller steps

bool stopped(const std::atomic<bool>* cancel) { return cancel && cancel->load(); }

bool isFlat(double angle) { return std::fabs(angle - std::round(angle / pi) * pi) < 1e-12; }

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

// Tries starting values until the block closes. Leaves the best found in `values` and returns its
// misfit. With sides kept the starts are on the creases' own sides, else on either. A block with
// springs takes the closed start with the least energy.
double findBranch(const Linkage& k, const Block& block, std::vector<double>& values, Sides sides,
                  bool springs, const Rests& rests = {}) {
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
    for (size_t t = 0; t < tries && (springs ? settled < mostSprings : least > good); ++t) {
        if (!springs && t >= enough * ways && least < forgiven)
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
        const double energy = springs ? energyOf(k, block, trial, rests) : 0;
        if (miss < least - good ||
            (springs && miss < least + good && energy < leastEnergy - 1e-9)) {
            least = std::min(miss, least);
            leastEnergy = energy;
            best = trial;
        }
    }
    if (!best.empty())
        values = best;
    return least;
}

// Follows one block, whose hosts are already known at every sample.
class Sweep {
  public:
    Sweep(const Linkage& k, size_t block, Motion& motion)
        : k_(k), block_(motion.blocks[block]), m_(motion), last_(k.course.last()),
          known_(static_cast<size_t>(last_) + 1), springs_(motion.springs[block]),
          open_(motion.open[block]) {
        std::set<int> hosts;
        for (int l : block_.loops)
            for (const LoopHinge& h : k.loops[l].hinges)
                if (!mine(h.joint))
                    hosts.insert(h.joint);
        hosts_.assign(hosts.begin(), hosts.end());
    }

    // Whether closing leaves the block free to move, and another block could hold it: then they
    // have to be solved together, and this run was for nothing.
    bool wantsMore(const std::vector<Block>& others, size_t from) const {
        if (!springs_)
            return false;
        for (size_t b = from; b < others.size(); ++b)
            if (touches(others[b]))
                return true;
        return false;
    }
    // Whether a loop of the other block passes a joint of this one.
    bool touches(const Block& other) const {
        for (int l : other.loops)
            for (const LoopHinge& h : k_.loops[l].hinges)
                if (mine(h.joint))
                    return true;
        return false;
    }
    // By how much the freedom of this block shrinks when the other's loops are added, at a sample.
    bool holds(const Block& other) const {
        Block both = block_;
        both.loops.insert(both.loops.end(), other.loops.begin(), other.loops.end());
        std::set<int> joints(block_.joints.begin(), block_.joints.end());
        joints.insert(other.joints.begin(), other.joints.end());
        both.joints.assign(joints.begin(), joints.end());
        auto freedom = [&](const Block& b) {
            return static_cast<int>(b.joints.size()) -
                   rankOf(derivatives(k_, b.loops, b.joints, m_.values[start_]));
        };
        return freedom(both) < freedom(block_);
    }

    // Finds the first branch only.
    void tryOut() {
        if (!block_.joints.empty())
            start_ = begin(0, last_);
    }

    void run(const std::atomic<bool>* cancel) {
        if (block_.joints.empty()) { // a loop that says nothing new
            for (int s = 0; s <= last_; ++s)
                store(s, m_.values[s]);
            return;
        }
        if (known_[start_]) // tried out
            go(start_, 0, last_, cancel);
        for (int low = 0; low <= last_ && !stopped(cancel);) {
            if (known_[low]) {
                ++low;
                continue;
            }
            int high = low;
            while (high < last_ && !known_[high + 1])
                ++high;
            go(begin(low, high), low, high, cancel);
        }
    }

  private:
    void go(int start, int low, int high, const std::atomic<bool>* cancel) {
        for (int s = start + 1; s <= high && !stopped(cancel) && goesOn(s - 1, s); ++s)
            follow(s, -1);
        for (int s = start - 1; s >= low && !stopped(cancel) && goesOn(s + 1, s); --s)
            follow(s, +1);
    }

    // Finds the branch somewhere between two samples, where the hosts are as far from flat as may
    // be, and stores it there.
    int begin(int low, int high) {
        std::vector<int> at;
        for (double part : {0.5, 2 / 3.0, 1 / 3.0, 5 / 6.0, 1 / 6.0, 17 / 18.0, 1 / 18.0})
            at.push_back(low + static_cast<int>(std::lround(part * (high - low))));
        for (const Course::Leg& leg : k_.course.legs()) {
            const int middle = k_.course.below((leg.begin + leg.end) / 2);
            if (middle >= low && middle <= high)
                at.push_back(middle);
        }
        // In few ranks only, so that among equally good ones the given order holds: a chain that is
        // taut where its hosts are widest open shows its way of folding in the middle, not there.
        auto rank = [&](int s) { return std::lround(3 * std::min(general(s), 0.5)); };
        std::stable_sort(at.begin(), at.end(), [&](int a, int b) { return rank(a) > rank(b); });
        at.erase(std::unique(at.begin(), at.end()), at.end());
        int start = at.front();
        double least = 1e300, atFirst = 1e300; // at the most general sample
        std::vector<double> best;
        for (int s : at) {
            std::vector<double> trial = m_.values[s];
            const double miss = findBranch(k_, block_, trial, Sides::Kept, false);
            atFirst = std::min(atFirst, s == at.front() ? miss : atFirst);
            if (miss < least - good) {
                least = miss;
                start = s;
                best = trial;
            }
            if (least < forgiven)
                break;
        }
        if (least > good && atFirst > forgiven)
            blameFolds(at);
        else if (least < good && rankOf(derivatives(k_, block_.loops, block_.joints, best)) <
                                     static_cast<int>(block_.joints.size())) {
            springs_ = true;
            best = m_.values[start];
            findBranch(k_, block_, best, Sides::Kept, true);
            foldFlat(best);
        }
        store(start, best);
        return start;
    }

    // How far from flat the hosts are, as the largest sine; slides and pivots count as general.
    double general(int s) const {
        double most = 0;
        for (int j : hosts_)
            most = std::max(most, k_.joints[j].freedom == Freedom::Fold
                                      ? std::fabs(std::sin(m_.values[s][j]))
                                      : 0.9);
        return most;
    }

    // Nothing closes with the folds as assigned: does it close with some of them reversed?
    void blameFolds(const std::vector<int>& at) {
        constexpr double flat = 1e-6; // radians: a fold that hardly folds has no side
        if (!m_.wrongFolds.empty() &&
            std::find_first_of(m_.wrongFolds.begin(), m_.wrongFolds.end(), block_.joints.begin(),
                               block_.joints.end()) != m_.wrongFolds.end())
            return;
        for (size_t i = 0; i < std::min<size_t>(3, at.size()); ++i) {
            std::vector<double> trial = m_.values[at[i]];
            if (findBranch(k_, block_, trial, Sides::Free, false) > good)
                continue;
            for (int c : block_.joints) {
                const Bounds b = boundsOf(k_.joints[c]);
                if (k_.joints[c].join < 0 && (trial[c] < b.low - flat || trial[c] > b.high + flat))
                    m_.wrongFolds.push_back(c);
            }
            return;
        }
    }

    // `left`: the miss of the block's one loop, where it is known. What does not close shares its
    // misfit out.
    void store(int s, const std::vector<double>& from, double left = -1) {
        std::vector<double>& to = m_.values[s];
        for (int c : block_.joints)
            to[c] = from[c];
        fillTied(k_, to);
        known_[s] = true;
        if (left < 0)
            left = missOf(k_, block_, to);
        if (left > closed) {
            open_ = true;
            if (!pressFlat(s, to))
                shareOut(k_, block_, to);
            fillTied(k_, to);
            misfitsOf(k_, block_, to, m_.misfits[s]);
            return;
        }
        for (int l : block_.loops)
            m_.misfits[s][l] = left;
    }
    // Whether the hosts lie flat, and some of them folded onto one another.
    bool foldedUp(int s) const {
        return flat(s) && std::any_of(hosts_.begin(), hosts_.end(), [&](int j) {
                   return k_.joints[j].freedom == Freedom::Fold &&
                          std::fabs(m_.values[s][j]) > pi - 1e-9;
               });
    }
    // Where the hosts are folded up and all folds of the block nearly lie flat, paper is pressed
    // flat between them, as long as that takes no more misfit than it forgives.
    bool pressFlat(int s, std::vector<double>& values) const {
        constexpr double near = 15 * pi / 180;
        if (!foldedUp(s))
            return false;
        std::vector<double> pressed = values;
        for (int c : block_.joints) {
            const Joint& j = k_.joints[c];
            const double whole = std::round(values[c] / pi) * pi;
            if (j.freedom != Freedom::Fold || std::fabs(values[c] - whole) > near)
                return false;
            pressed[c] = std::clamp(whole, j.low, j.high);
        }
        std::vector<double> misfits(k_.loops.size());
        misfitsOf(k_, block_, pressed, misfits);
        if (*std::max_element(misfits.begin(), misfits.end()) > forgiven)
            return false;
        values = pressed;
        return true;
    }

    Rests restsIn(const std::vector<double>& values) const { return restsAt(k_, m_, values); }

    // Where the course begins with the card closed, paper on springs has to lie flat there: of the
    // ways in which it does the one nearest to how it stands. From then on its folds rest as near
    // to that as the pages press them.
    void foldFlat(std::vector<double>& stands) {
        constexpr size_t most = 14; // folds of which all ways are tried
        const int closedAt = 0;
        if (block_.joints.size() > most || !foldedUp(closedAt))
            return;
        std::vector<double> trial = m_.values[closedAt];
        double least = 1e300;
        std::vector<double> best;
        for (size_t way = 0; way < size_t{1} << block_.joints.size(); ++way) {
            double far = 0;
            for (size_t i = 0; i < block_.joints.size(); ++i) {
                const Joint& j = k_.joints[block_.joints[i]];
                if (j.freedom != Freedom::Fold)
                    return;
                const double bound = j.high > 0 ? j.high : j.low;
                const double folded = std::fabs(std::fabs(bound) - pi) < 1e-9 ? bound : 0;
                trial[block_.joints[i]] = way >> i & 1 ? folded : 0;
                far +=
                    j.stiffness * std::pow(trial[block_.joints[i]] - stands[block_.joints[i]], 2);
            }
            if (far >= least)
                continue;
            fillTied(k_, trial);
            if (missOf(k_, block_, trial) > 1e-9)
                continue;
            least = far;
            best = trial;
        }
        for (int c : block_.joints)
            if (!best.empty())
                m_.flat[c] = best[c];
        if (!best.empty())
            settle(k_, block_, stands, restsIn(stands));
    }

    bool still(int a, int b) const { // the hosts stay as they are
        return std::all_of(hosts_.begin(), hosts_.end(),
                           [&](int j) { return m_.values[a][j] == m_.values[b][j]; });
    }
    bool flat(int s) const { // the hosts lie flat
        return std::all_of(hosts_.begin(), hosts_.end(), [&](int j) {
            return k_.joints[j].freedom != Freedom::Fold || isFlat(m_.values[s][j]);
        });
    }
    // Beyond a flat state a branch cannot be followed; it has to be found anew.
    bool goesOn(int from, int to) const {
        if (!flat(from) || still(from, to) || hosts_.empty())
            return true;
        return !std::all_of(block_.joints.begin(), block_.joints.end(), [&](int j) {
            return k_.joints[j].freedom != Freedom::Fold || isFlat(m_.values[from][j]);
        });
    }

    double solve(std::vector<double>& trial) const {
        double left = -1;
        if (springs_)
            settle(k_, block_, trial, restsIn(trial));
        else
            moveToClosure(k_, block_, trial, Sides::Kept, &left);
        return left;
    }

    // Where only some folds of a block on springs lie flat, those are set exactly flat and the
    // others settle round them. Says whether the loops then close to 1e-9 mm.
    bool snapPartly(std::vector<double>& values) const {
        constexpr double near = 0.3 * pi / 180;
        if (!springs_)
            return false;
        std::vector<double> trial = values;
        Block rest{{}, block_.loops};
        for (int c : block_.joints) {
            const Joint& j = k_.joints[c];
            const double whole = std::round(trial[c] / pi) * pi;
            if (j.freedom != Freedom::Fold || std::fabs(trial[c] - whole) > near)
                rest.joints.push_back(c);
            else
                trial[c] = std::clamp(whole, j.low, j.high);
        }
        if (rest.joints.size() == block_.joints.size())
            return false;
        settle(k_, rest, trial, restsIn(trial));
        for (int l : block_.loops)
            if (missOf(k_, k_.loops[l], trial) > 1e-9)
                return false;
        values = trial;
        return true;
    }

    // Solves at s, whose neighbour s + back is known.
    void follow(int s, int back) {
        std::vector<double>& trial = m_.values[s]; // only the block's own joints are touched
        const auto& last = m_.values[s + back];
        for (int c : block_.joints)
            trial[c] = last[c];
        if (still(s + back, s)) {
            store(s, trial);
            return;
        }
        const bool two = at(s + 2 * back), three = two && at(s + 3 * back);
        for (int c : block_.joints) {
            if (three) // quadratic extrapolation
                trial[c] =
                    3 * last[c] - 3 * m_.values[s + 2 * back][c] + m_.values[s + 3 * back][c];
            else if (two)
                trial[c] = 2 * last[c] - m_.values[s + 2 * back][c];
            const Bounds b = boundsOf(k_.joints[c]);
            trial[c] = std::clamp(trial[c], b.low, b.high);
        }
        double left = -1;
        if (springs_ && foldedUp(s))
            for (int c : block_.joints)
                if (!std::isnan(m_.flat[c]))
                    trial[c] = m_.flat[c];
        if (!(flat(s) && (snapFlat(k_, block_, trial, snapRange) || snapPartly(trial)))) {
            left = solve(trial);
            if (pressFlat(s, trial))
                left = -1;
            // Only a motion that closes has a branch to be kept on.
            if (turned(last, trial) > wideStep && closes(s + back)) {
                creep(s, back, trial);
                left = -1;
            }
        }
        store(s, trial, left);
    }

    // Follows a fast fold in 16 small steps; hosts are interpolated between the two samples.
    void creep(int s, int back, std::vector<double>& trial) const {
        constexpr int steps = 16;
        const std::vector<double>&from = m_.values[s + back], &to = m_.values[s];
        std::vector<double> slow = from;
        for (int n = 1; n <= steps; ++n) {
            const double t = static_cast<double>(n) / steps;
            for (int j : hosts_)
                slow[j] = n == steps ? to[j] : from[j] + t * (to[j] - from[j]);
            solve(slow);
        }
        for (int c : block_.joints)
            trial[c] = slow[c];
    }

    bool closes(int s) const {
        return std::all_of(block_.loops.begin(), block_.loops.end(),
                           [&](int l) { return m_.misfits[s][l] < good; });
    }
    bool at(int s) const { return s >= 0 && s <= last_ && known_[s]; }
    bool mine(int joint) const {
        return std::binary_search(block_.joints.begin(), block_.joints.end(), joint);
    }
    double turned(const std::vector<double>& a, const std::vector<double>& b) const {
        double most = 0;
        for (int c : block_.joints)
            if (k_.joints[c].freedom != Freedom::Slide)
                most = std::max(most, std::fabs(a[c] - b[c]));
        return most;
    }

    const Linkage& k_;
    const Block& block_;
    Motion& m_;
    int last_, start_ = 0;
    std::vector<bool> known_;
    std::vector<int> hosts_; // joints that the block's loops pass and that are known before
    std::vector<bool>::reference springs_, open_;
};

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

} // namespace hl
