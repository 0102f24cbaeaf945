// A sheet that is put together again from all its pieces.
#include "core/make/guillotine_search.h"
#include <algorithm>
#include <map>
#include <numeric>
#include <random>
#include <set>

namespace hl::make {
namespace {

// A piece, or several joined along equal sides, as they would lie: what a sheet is put together
// from again.
struct Block {
    double width = 0, height = 0;
    bool turns = true;
    int piece = -1;
    int first = -1, second = -1; // indices of blocks, joined side by side or one above the other
    bool sideBySide = false;
    bool firstTurned = false, secondTurned = false;

    double wide(bool turned) const { return turned ? height : width; }
    double high(bool turned) const { return turned ? width : height; }
};

// The cuts that part a block lying at (x, y).
int grow(std::vector<CutNode>& nodes, const std::vector<Block>& blocks, int which, bool turned,
         double x, double y) {
    const Block& b = blocks[static_cast<size_t>(which)];
    const int here = static_cast<int>(nodes.size());
    nodes.push_back(
        {x, y, b.wide(turned), b.high(turned), b.piece, turned && b.piece >= 0, -1, -1, false, 0});
    if (b.piece >= 0)
        return here;
    // Turned by a quarter to the left, what lay on the right lies above, and what lay above lies on
    // the left.
    const bool sideBySide = turned != b.sideBySide;
    const bool swapped = turned && !b.sideBySide;
    int one = swapped ? b.second : b.first, other = swapped ? b.first : b.second;
    bool oneTurned = (swapped ? b.secondTurned : b.firstTurned) != turned,
         otherTurned = (swapped ? b.firstTurned : b.secondTurned) != turned;
    const Block& near = blocks[static_cast<size_t>(one)];
    const double at = sideBySide ? near.wide(oneTurned) : near.high(oneTurned);
    const int first = grow(nodes, blocks, one, oneTurned, x, y);
    const int second =
        grow(nodes, blocks, other, otherTurned, sideBySide ? x + at : x, sideBySide ? y : y + at);
    CutNode& n = nodes[static_cast<size_t>(here)];
    n.first = first;
    n.second = second;
    n.acrossX = sideBySide;
    n.at = (sideBySide ? x : y) + at;
    return here;
}

// Puts pieces together that fill a sheet to the last corner: two that share a whole side become
// one, until one is left. Long sides are joined first, or sides that few share. Gives up after so
// many steps.
class Puzzle {
  public:
    Puzzle(const std::vector<CutPiece>& pieces, const std::vector<int>& which, double width,
           double height)
        : width_(width), height_(height) {
        for (int i : which) {
            const CutPiece& p = pieces[static_cast<size_t>(i)];
            Block b;
            b.width = p.width;
            b.height = p.height;
            b.turns = p.turns;
            b.piece = i;
            free_.push_back(static_cast<int>(blocks_.size()));
            blocks_.push_back(b);
        }
    }
    // Starts anew, with what is known to fail; the seed decides among equals.
    bool solve(int steps, unsigned seed) {
        left_ = steps;
        random_.seed(seed);
        byRare_ = seed % 6 == 1;
        return join();
    }
    std::vector<CutNode> nodes() const {
        std::vector<CutNode> out;
        const Block& all = blocks_[static_cast<size_t>(free_[0])];
        grow(out, blocks_, free_[0],
             !(sidesAlike(all.width, width_) && sidesAlike(all.height, height_)), 0, 0);
        return out;
    }

  private:
    struct Pair {
        double rank;
        size_t i, j;
        bool iTurned, jTurned, sideBySide;
    };

    // Whether a block can be part of the whole: beside it there is nothing, or room for the least.
    bool onSheet(double w, double h, bool turns, double least) const {
        const auto beside = [&](double side, double all) {
            return sidesAlike(side, all) || cutFits(side + least, all);
        };
        return (beside(w, width_) && beside(h, height_)) ||
               (turns && beside(h, width_) && beside(w, height_));
    }
    bool join() {
        if (free_.size() == 1) {
            const Block& b = blocks_[static_cast<size_t>(free_[0])];
            return (sidesAlike(b.width, width_) && sidesAlike(b.height, height_)) ||
                   (b.turns && sidesAlike(b.height, width_) && sidesAlike(b.width, height_));
        }
        std::vector<long long> now = state();
        if (failed_.count(now) || --left_ < 0)
            return false;
        std::map<long long, int> sharing; // how many sides have a length
        const auto key = [](double v) { return std::llround(v * 1e5); };
        for (int f : free_) {
            const Block& b = blocks_[static_cast<size_t>(f)];
            ++sharing[key(b.width)];
            ++sharing[key(b.height)];
        }
        double least = 1e300; // of all sides
        for (int f : free_)
            least = std::min({least, blocks_[static_cast<size_t>(f)].width,
                              blocks_[static_cast<size_t>(f)].height});
        std::vector<Pair> pairs;
        std::uniform_real_distribution<double> any(0, 0.9);
        for (size_t i = 0; i < free_.size(); ++i)
            for (size_t j = i + 1; j < free_.size(); ++j) {
                const Block &a = blocks_[static_cast<size_t>(free_[i])],
                            &b = blocks_[static_cast<size_t>(free_[j])];
                // Turning both is turning the whole; of two that may not turn only one way is left.
                for (int way = 0; way < 4; ++way) {
                    const bool at = way & 1, bt = way & 2;
                    if ((at && !a.turns) || (bt && !b.turns) || (at && bt && a.turns && b.turns))
                        continue;
                    for (bool side : {true, false}) {
                        const double common = side ? a.high(at) : a.wide(at);
                        if (!sidesAlike(common, side ? b.high(bt) : b.wide(bt)))
                            continue;
                        const double longer =
                            side ? a.wide(at) + b.wide(bt) : a.high(at) + b.high(bt);
                        if (onSheet(side ? longer : common, side ? common : longer,
                                    a.turns && b.turns, least))
                            pairs.push_back({byRare_ ? sharing[key(common)] + any(random_)
                                                     : -common * common * (0.5 + any(random_)),
                                             i, j, at, bt, side});
                    }
                }
            }
        std::sort(pairs.begin(), pairs.end(),
                  [](const Pair& p, const Pair& q) { return p.rank < q.rank; });
        const std::vector<int> before = free_;
        for (const Pair& p : pairs) {
            const int one = before[p.i], other = before[p.j];
            const Block a = blocks_[static_cast<size_t>(one)],
                        b = blocks_[static_cast<size_t>(other)];
            Block both;
            both.first = one;
            both.second = other;
            both.firstTurned = p.iTurned;
            both.secondTurned = p.jTurned;
            both.sideBySide = p.sideBySide;
            both.width = p.sideBySide ? a.wide(p.iTurned) + b.wide(p.jTurned) : a.wide(p.iTurned);
            both.height = p.sideBySide ? a.high(p.iTurned) : a.high(p.iTurned) + b.high(p.jTurned);
            both.turns = a.turns && b.turns;
            free_ = before;
            free_.erase(free_.begin() + static_cast<std::ptrdiff_t>(p.j));
            free_[p.i] = static_cast<int>(blocks_.size());
            blocks_.push_back(both);
            if (join())
                return true;
            blocks_.pop_back();
            if (left_ < 0)
                break;
        }
        free_ = before;
        if (left_ >= 0)
            failed_.insert(std::move(now));
        return false;
    }
    // The sizes of all blocks there are, whichever they are: the same again need not be tried
    // again.
    std::vector<long long> state() const {
        std::vector<long long> sizes;
        for (int f : free_) {
            const Block& b = blocks_[static_cast<size_t>(f)];
            long long w = std::llround(b.width * 1e4), h = std::llround(b.height * 1e4);
            if (b.turns && h < w)
                std::swap(w, h);
            sizes.push_back((w << 31 ^ h) * 2 + b.turns);
        }
        std::sort(sizes.begin(), sizes.end());
        return sizes;
    }

    double width_, height_;
    std::set<std::vector<long long>> failed_;
    std::mt19937 random_;
    bool byRare_ = false;
    std::vector<Block> blocks_;
    std::vector<int> free_;
    int left_ = 0;
};

} // namespace

// One sheet that the pieces fill to the last corner, where there is such a one.
bool fillsOne(const std::vector<CutPiece>& pieces, const std::vector<SheetKind>& kinds,
              Packing& out, const std::atomic<bool>* cancel) {
    double area = 0;
    for (const CutPiece& p : pieces)
        area += p.width * p.height;
    std::vector<int> all(pieces.size());
    std::iota(all.begin(), all.end(), 0);
    for (size_t k = 0; k < kinds.size(); ++k) {
        const double sheet = kinds[k].width * kinds[k].height;
        if (kinds[k].count == 0 || std::fabs(area - sheet) > 1e-6 * sheet)
            continue;
        Puzzle puzzle(pieces, all, kinds[k].width, kinds[k].height);
        for (unsigned seed = 0; seed < 40 && !(cancel && *cancel); ++seed) {
            if (!puzzle.solve(seed < 30 ? 200 : 3000, seed))
                continue;
            out = {};
            out.sheets.push_back({static_cast<int>(k), puzzle.nodes()});
            return true;
        }
    }
    return false;
}

} // namespace hl::make
