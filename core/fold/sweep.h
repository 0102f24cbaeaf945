// One block followed through the course: begun on a branch, then from sample to sample.
#pragma once
#include "core/fold/pressed.h"
#include "core/fold/sharing.h"
#include "core/fold/starts.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <atomic>
#include <cmath>
#include <set>

namespace hl::fold {

// Follows one block, whose hosts are already known at every sample.
class Sweep {
  public:
    Sweep(const Linkage& k, size_t block, Motion& motion)
        : k_(k), block_(motion.blocks[block]), m_(motion), last_(k.course.last()),
          known_(static_cast<size_t>(last_) + 1), pressed_(k, block_, motion, hosts_),
          springs_(motion.springs[block]), open_(motion.open[block]) {
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
    static constexpr double good = branch::good, forgiven = branch::forgiven;
    static constexpr double snapRange = 3 * pi / 180;
    // A fold that turns more per sample wants smaller steps.
    static constexpr double wideStep = 20 * pi / 180;
    static bool stopped(const std::atomic<bool>* cancel) { return cancel && cancel->load(); }

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
            pressed_.foldFlat(best);
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
            if (!pressed_.pressFlat(s, to))
                shareOut(k_, block_, to);
            fillTied(k_, to);
            misfitsOf(k_, block_, to, m_.misfits[s]);
            return;
        }
        for (int l : block_.loops)
            m_.misfits[s][l] = left;
    }
    Rests restsIn(const std::vector<double>& values) const { return restsAt(k_, m_, values); }

    bool still(int a, int b) const { // the hosts stay as they are
        return std::all_of(hosts_.begin(), hosts_.end(),
                           [&](int j) { return m_.values[a][j] == m_.values[b][j]; });
    }
    // Beyond a flat state a branch cannot be followed; it has to be found anew.
    bool goesOn(int from, int to) const {
        if (!pressed_.flat(from) || still(from, to) || hosts_.empty())
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
        if (springs_ && pressed_.foldedUp(s))
            for (int c : block_.joints)
                if (!std::isnan(m_.flat[c]))
                    trial[c] = m_.flat[c];
        const bool snapped = pressed_.flat(s) && (snapFlat(k_, block_, trial, snapRange) ||
                                                  (springs_ && pressed_.snapPartly(trial)));
        if (!snapped) {
            left = solve(trial);
            if (pressed_.pressFlat(s, trial))
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
    Pressed pressed_;
    std::vector<bool>::reference springs_, open_;
};

} // namespace hl::fold
