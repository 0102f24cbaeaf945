// All that is possible with a few pieces.
#include "core/make/guillotine_search.h"
#include <algorithm>
#include <map>

namespace hl::make {
namespace {

// A piece as it lies, or the box round two others side by side or one above the other.
struct Box {
    double width = 0, height = 0;
    int piece = -1;
    bool turned = false;
    int first = -1, second = -1;
    bool sideBySide = false;
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
            const Box& box = blocks_[static_cast<size_t>(b)];
            if (cutFits(box.width, width) && cutFits(box.height, height)) {
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
            if (t && (!p.turns || sidesAlike(p.width, p.height)))
                continue;
            Box b;
            b.width = t ? p.height : p.width;
            b.height = t ? p.width : p.height;
            b.piece = i;
            b.turned = t;
            own.push_back(static_cast<int>(blocks_.size()));
            blocks_.push_back(b);
        }
    }
    const std::vector<int>& boxes(unsigned set) {
        if (auto it = known_.find(set); it != known_.end())
            return it->second;
        std::vector<Box> all;
        const unsigned lowest = set & (~set + 1);
        for (unsigned sub = (set - 1) & set; sub; sub = (sub - 1) & set) {
            if (!(sub & lowest))
                continue; // the other half is looked at with it
            const std::vector<int> ones = boxes(sub), others = boxes(set ^ sub);
            for (int a : ones)
                for (int b : others)
                    for (bool side : {true, false}) {
                        const Box &p = blocks_[static_cast<size_t>(a)],
                                  &q = blocks_[static_cast<size_t>(b)];
                        Box both;
                        both.first = a;
                        both.second = b;
                        both.sideBySide = side;
                        both.width = side ? p.width + q.width : std::max(p.width, q.width);
                        both.height = side ? std::max(p.height, q.height) : p.height + q.height;
                        all.push_back(both);
                    }
        }
        std::sort(all.begin(), all.end(), [](const Box& a, const Box& b) {
            return std::tie(a.width, a.height) < std::tie(b.width, b.height);
        });
        std::vector<int> kept;
        double lowestHigh = 1e300;
        for (const Box& b : all) {
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
        const Box b = blocks_[static_cast<size_t>(which)];
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
            if (upright ? dx > sideHair : dy > sideHair)
                cut(upright, upright ? x + b.width : y + b.height, upright ? dx : dy);
        if (b.piece >= 0) {
            nodes[here].piece = b.piece;
            nodes[here].turned = b.turned;
            return;
        }
        const Box& one = blocks_[static_cast<size_t>(b.first)];
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
    std::vector<Box> blocks_;
    std::map<unsigned, std::vector<int>> known_;
};

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

} // namespace

void shareOut(const std::vector<CutPiece>& pieces, const std::vector<SheetKind>& kinds,
              Packing& best, Worth& worth, const std::atomic<bool>* cancel) {
    Sharing(pieces, kinds).run((1u << pieces.size()) - 1, best, worth, cancel);
}

} // namespace hl::make
