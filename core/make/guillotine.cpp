#include "core/make/guillotine.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <numeric>
#include <random>
#include <set>
#include <tuple>

namespace hl {
namespace {

constexpr double same = 1e-6; // mm: sides that are that near are alike

bool fits(double piece, double room) { return piece <= room + same; }
bool alike(double a, double b) { return std::fabs(a - b) <= same; }

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
        grow(out, blocks_, free_[0], !(alike(all.width, width_) && alike(all.height, height_)), 0,
             0);
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
            return alike(side, all) || fits(side + least, all);
        };
        return (beside(w, width_) && beside(h, height_)) ||
               (turns && beside(h, width_) && beside(w, height_));
    }
    bool join() {
        if (free_.size() == 1) {
            const Block& b = blocks_[static_cast<size_t>(free_[0])];
            return (alike(b.width, width_) && alike(b.height, height_)) ||
                   (b.turns && alike(b.height, width_) && alike(b.width, height_));
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
                        if (!alike(common, side ? b.high(bt) : b.wide(bt)))
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

// How free rectangles are chosen and what becomes of the rest.
struct Rules {
    enum Choice { Area, ShortSide, LongSide, Side } choice = Area;
    enum Split { Largest, Level, Upright, ShortLeft } split = Largest;
    bool smallSheets = false; // a new sheet is the smallest that will do, not the largest
};

// One plan in the making.
class Filling {
  public:
    Filling(const std::vector<CutPiece>& pieces, const std::vector<SheetKind>& kinds)
        : pieces_(pieces), kinds_(kinds), used_(kinds.size(), 0) {}

    void run(const std::vector<int>& order, const Rules& rules) {
        for (int i : order)
            if (!place(i, rules) && !(open(i, rules) && place(i, rules)))
                out_.missing.push_back(i);
    }
    Packing& result() { return out_; }

  private:
    bool place(int i, const Rules& rules) {
        const CutPiece& p = pieces_[static_cast<size_t>(i)];
        double best = 1e300;
        size_t sheet = 0, node = 0;
        bool turned = false;
        for (size_t s = 0; s < out_.sheets.size(); ++s)
            for (size_t n = 0; n < out_.sheets[s].nodes.size(); ++n) {
                const CutNode& room = out_.sheets[s].nodes[n];
                if (room.piece >= 0 || room.first >= 0)
                    continue;
                for (bool t : {false, true}) {
                    if (t && !p.turns)
                        continue;
                    const double w = t ? p.height : p.width, h = t ? p.width : p.height;
                    if (!fits(w, room.width) || !fits(h, room.height))
                        continue;
                    const double dx = room.width - w, dy = room.height - h;
                    double rank = 0;
                    switch (rules.choice) {
                    case Rules::Area:
                        rank = room.width * room.height - w * h;
                        break;
                    case Rules::ShortSide:
                        rank = std::min(dx, dy);
                        break;
                    case Rules::LongSide:
                        rank = std::max(dx, dy);
                        break;
                    case Rules::Side: // a strip of its own width before anything else
                        rank = alike(dx, 0) || alike(dy, 0) ? -1e6 + dx + dy
                                                            : room.width * room.height;
                        break;
                    }
                    if (rank < best) {
                        best = rank;
                        sheet = s;
                        node = n;
                        turned = t;
                    }
                }
            }
        if (best > 1e299)
            return false;
        put(out_.sheets[sheet].nodes, static_cast<int>(node), i, turned, rules);
        return true;
    }
    // The piece comes to lie in the lower left corner.
    void put(std::vector<CutNode>& nodes, int node, int piece, bool turned, const Rules& rules) {
        const CutPiece& p = pieces_[static_cast<size_t>(piece)];
        const double w = turned ? p.height : p.width, h = turned ? p.width : p.height;
        const CutNode room = nodes[static_cast<size_t>(node)];
        const double dx = room.width - w, dy = room.height - h;
        bool level = false; // the level cut comes first, and goes all the way
        switch (rules.split) {
        case Rules::Largest:
            level = std::max(dx * h, room.width * dy) > std::max(dx * room.height, w * dy);
            break;
        case Rules::Level:
            level = true;
            break;
        case Rules::Upright:
            break;
        case Rules::ShortLeft:
            level = dx < dy;
            break;
        }
        for (int n = 0; n < 2; ++n) {
            const bool upright = (n == 0) != level;
            if (alike(upright ? dx : dy, 0))
                continue;
            node = part(nodes, node, upright, upright ? room.x + w : room.y + h);
        }
        CutNode& last = nodes[static_cast<size_t>(node)];
        last.piece = piece;
        last.turned = turned;
    }
    // Cuts a node; the nearer part.
    int part(std::vector<CutNode>& nodes, int node, bool upright, double at) {
        const CutNode whole = nodes[static_cast<size_t>(node)];
        CutNode near = whole, far = whole;
        if (upright) {
            near.width = at - whole.x;
            far.x = at;
            far.width = whole.x + whole.width - at;
        } else {
            near.height = at - whole.y;
            far.y = at;
            far.height = whole.y + whole.height - at;
        }
        const int first = static_cast<int>(nodes.size());
        nodes.push_back(near);
        nodes.push_back(far);
        CutNode& n = nodes[static_cast<size_t>(node)];
        n.first = first;
        n.second = first + 1;
        n.acrossX = upright;
        n.at = at;
        return first;
    }
    // A further sheet that this piece goes on; offcuts before whole ones, the smallest first.
    bool open(int i, const Rules& rules) {
        const CutPiece& p = pieces_[static_cast<size_t>(i)];
        int best = -1;
        const auto rank = [&](size_t k) {
            const double area = kinds_[k].width * kinds_[k].height;
            return std::pair(!kinds_[k].offcut,
                             kinds_[k].offcut || rules.smallSheets ? area : -area);
        };
        for (size_t k = 0; k < kinds_.size(); ++k) {
            const SheetKind& s = kinds_[k];
            if (s.count >= 0 && used_[k] >= s.count)
                continue;
            if (!(fits(p.width, s.width) && fits(p.height, s.height)) &&
                !(p.turns && fits(p.height, s.width) && fits(p.width, s.height)))
                continue;
            if (best < 0 || rank(k) < rank(static_cast<size_t>(best)))
                best = static_cast<int>(k);
        }
        if (best < 0)
            return false;
        const SheetKind& s = kinds_[static_cast<size_t>(best)];
        ++used_[static_cast<size_t>(best)];
        CutSheet sheet{best, {}};
        sheet.nodes.push_back({0, 0, s.width, s.height, -1, false, -1, -1, false, 0});
        out_.sheets.push_back(std::move(sheet));
        return true;
    }

    const std::vector<CutPiece>& pieces_;
    const std::vector<SheetKind>& kinds_;
    std::vector<int> used_;
    Packing out_;
};

// Every way to lay a few pieces: of each set of them the boxes that joins of joins can make, none
// of which is within another. Complete, because any guillotine layout, pushed together, is such a
// join.
class Exact {
  public:
    explicit Exact(const std::vector<CutPiece>& pieces) : pieces_(pieces) {
        for (size_t i = 0; i < pieces.size(); ++i)
            alone(static_cast<int>(i));
    }
    // The cuts by which a set of pieces (as bits) comes out of a sheet; empty where it does not.
    std::vector<CutNode> nodes(unsigned set, double width, double height) {
        for (int b : boxes(set)) {
            const Block& box = blocks_[static_cast<size_t>(b)];
            if (fits(box.width, width) && fits(box.height, height)) {
                std::vector<CutNode> out;
                lay(out, b, 0, 0, width, height);
                return out;
            }
        }
        return {};
    }

  private:
    void alone(int i) {
        const CutPiece& p = pieces_[static_cast<size_t>(i)];
        std::vector<int>& own = known_[1u << i];
        for (bool t : {false, true}) {
            if (t && (!p.turns || alike(p.width, p.height)))
                continue;
            Block b;
            b.width = t ? p.height : p.width;
            b.height = t ? p.width : p.height;
            b.piece = i;
            b.firstTurned = t; // of a single piece: how it lies
            own.push_back(static_cast<int>(blocks_.size()));
            blocks_.push_back(b);
        }
    }
    const std::vector<int>& boxes(unsigned set) {
        if (auto it = known_.find(set); it != known_.end())
            return it->second;
        std::vector<Block> all;
        const unsigned lowest = set & (~set + 1);
        for (unsigned sub = (set - 1) & set; sub; sub = (sub - 1) & set) {
            if (!(sub & lowest))
                continue; // the other half is looked at with it
            const std::vector<int> ones = boxes(sub), others = boxes(set ^ sub);
            for (int a : ones)
                for (int b : others)
                    for (bool side : {true, false}) {
                        const Block &p = blocks_[static_cast<size_t>(a)],
                                    &q = blocks_[static_cast<size_t>(b)];
                        Block both;
                        both.first = a;
                        both.second = b;
                        both.sideBySide = side;
                        both.width = side ? p.width + q.width : std::max(p.width, q.width);
                        both.height = side ? std::max(p.height, q.height) : p.height + q.height;
                        all.push_back(both);
                    }
        }
        std::sort(all.begin(), all.end(), [](const Block& a, const Block& b) {
            return std::tie(a.width, a.height) < std::tie(b.width, b.height);
        });
        std::vector<int> kept;
        double lowestHigh = 1e300;
        for (const Block& b : all) {
            if (b.height >= lowestHigh - 1e-12)
                continue;
            lowestHigh = b.height;
            kept.push_back(static_cast<int>(blocks_.size()));
            blocks_.push_back(b);
        }
        return known_[set] = kept;
    }
    // Lays a box in the lower left corner of some room, and cuts off what is left.
    void lay(std::vector<CutNode>& nodes, int which, double x, double y, double w, double h) {
        const Block b = blocks_[static_cast<size_t>(which)];
        size_t here = nodes.size();
        nodes.push_back({x, y, w, h, -1, false, -1, -1, false, 0});
        const auto cut = [&](bool upright, double at, double far) {
            CutNode& n = nodes[here];
            n.acrossX = upright;
            n.at = at;
            n.first = static_cast<int>(nodes.size());
            CutNode near = n, rest = n;
            near.first = near.second = rest.first = rest.second = -1;
            if (upright) {
                near.width = at - n.x;
                rest.x = at;
                rest.width = far;
            } else {
                near.height = at - n.y;
                rest.y = at;
                rest.height = far;
            }
            n.second = n.first + 1;
            const size_t next = static_cast<size_t>(n.first);
            nodes.push_back(near);
            nodes.push_back(rest);
            here = next;
        };
        const double dx = w - b.width, dy = h - b.height;
        const bool levelFirst = w * dy > dx * h; // the larger rest stays whole
        for (bool upright : {!levelFirst, levelFirst})
            if (upright ? dx > same : dy > same)
                cut(upright, upright ? x + b.width : y + b.height, upright ? dx : dy);
        if (b.piece >= 0) {
            nodes[here].piece = b.piece;
            nodes[here].turned = b.firstTurned;
            return;
        }
        const Block& one = blocks_[static_cast<size_t>(b.first)];
        const double at = b.sideBySide ? one.width : one.height;
        const CutNode room = nodes[here];
        nodes[here].acrossX = b.sideBySide;
        nodes[here].at = (b.sideBySide ? room.x : room.y) + at;
        const auto below = [&](int block, double px, double py, double pw, double ph) {
            const int index = static_cast<int>(nodes.size());
            lay(nodes, block, px, py, pw, ph);
            return index;
        };
        const int first = below(b.first, room.x, room.y, b.sideBySide ? at : room.width,
                                b.sideBySide ? room.height : at);
        const int second =
            below(b.second, b.sideBySide ? room.x + at : room.x,
                  b.sideBySide ? room.y : room.y + at, b.sideBySide ? room.width - at : room.width,
                  b.sideBySide ? room.height : room.height - at);
        nodes[here].first = first;
        nodes[here].second = second;
    }

    const std::vector<CutPiece>& pieces_;
    std::vector<Block> blocks_;
    std::map<unsigned, std::vector<int>> known_;
};

// What a packing is worth, the less the better: what is missing, whole sheets, their area, then how
// little of what is left is one large rectangle, and how many cuts it takes.
using Worth = std::tuple<size_t, int, double, double, int>;

Worth worthOf(const Packing& p, const std::vector<SheetKind>& kinds) {
    double area = 0;
    int cuts = 0;
    for (const CutSheet& s : p.sheets) {
        const SheetKind& k = kinds[static_cast<size_t>(s.kind)];
        area += k.offcut ? 0 : k.width * k.height;
        for (const CutNode& n : s.nodes)
            cuts += n.first >= 0;
    }
    // To the square centimetre: a hair more of rest is not worth another cut.
    return {p.missing.size(), wholeSheets(p, kinds), std::round(area),
            -std::round(largestLeft(p) / 100), cuts};
}

// All ways to share a few pieces out among sheets.
class Sharing {
  public:
    Sharing(const std::vector<CutPiece>& pieces, const std::vector<SheetKind>& kinds)
        : kinds_(kinds), exact_(pieces), used_(kinds.size(), 0) {}
    void run(unsigned rest, Packing& best, Worth& worth, const std::atomic<bool>* cancel) {
        if (cancel && *cancel)
            return;
        if (!rest) {
            const Worth w = worthOf(now_, kinds_);
            if (w < worth) {
                worth = w;
                best = now_;
            }
            return;
        }
        if (wholeSheets(now_, kinds_) > std::get<1>(worth) && std::get<0>(worth) == 0)
            return;
        const unsigned lowest = rest & (~rest + 1);
        for (unsigned set = rest; set; set = (set - 1) & rest) {
            if (!(set & lowest))
                continue;
            for (size_t k = 0; k < kinds_.size(); ++k) {
                if (kinds_[k].count >= 0 && used_[k] >= kinds_[k].count)
                    continue;
                std::vector<CutNode> nodes = exact_.nodes(set, kinds_[k].width, kinds_[k].height);
                if (nodes.empty())
                    continue;
                now_.sheets.push_back({static_cast<int>(k), std::move(nodes)});
                ++used_[k];
                run(rest & ~set, best, worth, cancel);
                --used_[k];
                now_.sheets.pop_back();
            }
        }
        // Or no sheet is left for it.
        int index = 0;
        while (!(lowest >> index & 1u))
            ++index;
        if (now_.missing.size() < std::get<0>(worth)) {
            now_.missing.push_back(index);
            run(rest & ~lowest, best, worth, cancel);
            now_.missing.pop_back();
        }
    }

  private:
    const std::vector<SheetKind>& kinds_;
    Exact exact_;
    std::vector<int> used_;
    Packing now_;
};

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

} // namespace

int wholeSheets(const Packing& p, const std::vector<SheetKind>& kinds) {
    return static_cast<int>(std::count_if(p.sheets.begin(), p.sheets.end(), [&](auto& s) {
        return !kinds[static_cast<size_t>(s.kind)].offcut;
    }));
}

double largestLeft(const Packing& p) {
    double most = 0;
    for (const CutSheet& s : p.sheets)
        for (const CutNode& n : s.nodes)
            if (n.piece < 0 && n.first < 0)
                most = std::max(most, n.width * n.height);
    return most;
}

Packing packed(const std::vector<CutPiece>& pieces, const std::vector<SheetKind>& kinds, int tries,
               const std::atomic<bool>* cancel, const std::function<void(double)>& progress) {
    Packing best;
    if (pieces.empty())
        return best;
    if (fillsOne(pieces, kinds, best, cancel))
        return best;
    best.missing.resize(pieces.size());
    std::iota(best.missing.begin(), best.missing.end(), 0);
    Worth worth = worthOf(best, kinds);
    const auto consider = [&](Packing& p) {
        const Worth w = worthOf(p, kinds);
        if (w < worth) {
            worth = w;
            best = std::move(p);
        }
    };
    std::vector<int> order(pieces.size());
    std::iota(order.begin(), order.end(), 0);
    const auto of = [&](int i) -> const CutPiece& { return pieces[static_cast<size_t>(i)]; };
    const std::array<std::function<double(int)>, 5> sizes{
        [&](int i) { return of(i).width * of(i).height; },
        [&](int i) { return std::max(of(i).width, of(i).height); },
        [&](int i) { return of(i).height * 1e4 + of(i).width; },
        [&](int i) { return of(i).width * 1e4 + of(i).height; },
        [&](int i) { return of(i).width + of(i).height; }};
    std::mt19937 random(20261125);
    const int plain = 5 * 4 * 4 * 2;
    // Many pieces take longer each time: the work stays about the same.
    const int runs = std::max(
        40, static_cast<int>(tries * std::min(1.0, 60.0 / static_cast<double>(pieces.size()))));
    for (int n = 0; n < runs && !(cancel && *cancel); ++n) {
        // First each rule with each order; then orders a little mixed.
        const int m = n < plain ? n : static_cast<int>(random() % static_cast<unsigned>(plain));
        Rules rules;
        rules.choice = static_cast<Rules::Choice>(m / 5 % 4);
        rules.split = static_cast<Rules::Split>(m / 20 % 4);
        rules.smallSheets = m / 80;
        std::vector<double> size(pieces.size());
        for (size_t i = 0; i < size.size(); ++i) {
            size[i] = sizes[static_cast<size_t>(m % 5)](static_cast<int>(i));
            if (n >= plain)
                size[i] *= std::uniform_real_distribution<double>(0.7, 1.3)(random);
        }
        std::vector<int> mine = order;
        std::stable_sort(mine.begin(), mine.end(), [&](int a, int b) {
            return size[static_cast<size_t>(a)] > size[static_cast<size_t>(b)];
        });
        Filling filling(pieces, kinds);
        filling.run(mine, rules);
        consider(filling.result());
        if (progress)
            progress(static_cast<double>(n + 1) / runs);
    }
    // A few pieces: all that is possible.
    if (pieces.size() <= 6 && kinds.size() <= 12 && !(cancel && *cancel)) {
        Sharing sharing(pieces, kinds);
        sharing.run((1u << pieces.size()) - 1, best, worth, cancel);
    }
    return best;
}

} // namespace hl
