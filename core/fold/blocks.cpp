#include "core/fold/blocks.h"
#include "core/fold/closure.h"
#include <algorithm>
#include <numeric>
#include <set>

namespace hl::fold {
namespace {

constexpr size_t smallest = 6; // joints that one loop of rigid panels can settle

class Splitter {
  public:
    explicit Splitter(const Linkage& k) : k_(k), known_(k.joints.size()), general_(known_.size()) {
        unsigned seed = 2166136261u;
        for (size_t i = 0; i < known_.size(); ++i) {
            const Joint& j = k.joints[i];
            known_[i] = j.driven;
            seed = seed * 1664525u + 1013904223u;
            const double part = 0.15 + 0.6 * (seed >> 8) / double(1u << 24);
            general_[i] = j.freedom == Freedom::Slide ? 40 * part
                          : j.high > 0                ? 3 * part
                                                      : -3 * part;
        }
    }

    std::vector<Block> split() {
        std::vector<int> waiting(k_.loops.size());
        std::iota(waiting.begin(), waiting.end(), 0);
        while (!waiting.empty()) {
            const size_t before = waiting.size();
            auto alone = [&](int l) {
                const std::vector<int> u = unknowns({l});
                if (u.size() > smallest || rank({l}, u) < static_cast<int>(u.size()))
                    return false;
                settle({l});
                return true;
            };
            waiting.erase(std::remove_if(waiting.begin(), waiting.end(), alone), waiting.end());
            if (waiting.size() != before || waiting.empty())
                continue;
            const std::vector<int> together = smallestSet(waiting);
            settle(together);
            waiting.erase(std::remove_if(waiting.begin(), waiting.end(),
                                         [&](int l) {
                                             return std::count(together.begin(), together.end(), l);
                                         }),
                          waiting.end());
        }
        return blocks_;
    }

  private:
    std::vector<int> unknowns(const std::vector<int>& loops) const {
        std::set<int> out;
        for (int l : loops)
            for (const LoopHinge& h : k_.loops[l].hinges)
                if (!known_[h.joint])
                    out.insert(h.joint);
        return {out.begin(), out.end()};
    }
    int rank(const std::vector<int>& loops, const std::vector<int>& joints) const {
        return joints.empty() ? 0 : rankOf(derivatives(k_, loops, joints, general_));
    }
    int freedom(const std::vector<int>& loops) const {
        const std::vector<int> u = unknowns(loops);
        return static_cast<int>(u.size()) - rank(loops, u);
    }
    void settle(const std::vector<int>& loops) {
        blocks_.push_back({unknowns(loops), loops});
        for (int j : blocks_.back().joints)
            known_[j] = true;
    }

    // Grows a set of loops from `start` until it settles its joints. Where nothing does, that is
    // all that hangs together: every fold in it has a say in what the springs decide.
    std::pair<std::vector<int>, int> grow(int start, const std::vector<int>& waiting) const {
        std::vector<int> set{start};
        int left = freedom(set);
        while (left > 0) {
            const std::vector<int> mine = unknowns(set);
            int chosen = -1, after = 0;
            for (int l : waiting) {
                if (std::count(set.begin(), set.end(), l))
                    continue;
                const std::vector<int> u = unknowns({l});
                if (std::none_of(u.begin(), u.end(), [&](int j) {
                        return std::binary_search(mine.begin(), mine.end(), j);
                    }))
                    continue;
                std::vector<int> with = set;
                with.push_back(l);
                const int f = freedom(with);
                if (chosen < 0 || f < after) {
                    chosen = l;
                    after = f;
                }
                if (after < left)
                    break; // good enough: looking on would only cost time
            }
            if (chosen < 0)
                break;
            set.push_back(chosen);
            left = after;
        }
        return {set, left};
    }

    std::vector<int> smallestSet(const std::vector<int>& waiting) const {
        constexpr size_t mostStarts = 12;
        std::vector<int> best, loosest;
        for (size_t i = 0; i < std::min(mostStarts, waiting.size()); ++i) {
            auto [set, left] = grow(waiting[i], waiting);
            if (left == 0 && (best.empty() || set.size() < best.size()))
                best = set;
            if (loosest.empty())
                loosest = set;
        }
        return best.empty() ? loosest : best;
    }

    const Linkage& k_;
    std::vector<bool> known_;
    std::vector<double> general_;
    std::vector<Block> blocks_;
};

} // namespace

std::vector<Block> blocksOf(const Linkage& k) { return Splitter(k).split(); }

} // namespace hl::fold
