#include "core/make/guillotine.h"
#include "core/make/guillotine_search.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>
#include <random>
#include <tuple>

namespace hl::make {
namespace {

// How free rectangles are chosen and what becomes of the rest.
struct FillRules {
    enum Choice { Area, ShortSide, LongSide, Side } choice = Area;
    enum Split { Largest, Level, Upright, ShortLeft } split = Largest;
    bool smallSheets = false; // a new sheet is the smallest that will do, not the largest
};

// One plan in the making.
class CutFilling {
  public:
    CutFilling(const std::vector<CutPiece>& pieces, const std::vector<SheetKind>& kinds)
        : pieces_(pieces), kinds_(kinds), used_(kinds.size(), 0) {}

    void run(const std::vector<int>& order, const FillRules& rules) {
        for (int i : order)
            if (!place(i, rules) && !(open(i, rules) && place(i, rules)))
                out_.missing.push_back(i);
    }
    Packing& result() { return out_; }

  private:
    bool place(int i, const FillRules& rules) {
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
                    if (!cutFits(w, room.width) || !cutFits(h, room.height))
                        continue;
                    const double dx = room.width - w, dy = room.height - h;
                    double rank = 0;
                    switch (rules.choice) {
                    case FillRules::Area:
                        rank = room.width * room.height - w * h;
                        break;
                    case FillRules::ShortSide:
                        rank = std::min(dx, dy);
                        break;
                    case FillRules::LongSide:
                        rank = std::max(dx, dy);
                        break;
                    case FillRules::Side: // a strip of its own width before anything else
                        rank = sidesAlike(dx, 0) || sidesAlike(dy, 0) ? -1e6 + dx + dy
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
    void put(std::vector<CutNode>& nodes, int node, int piece, bool turned,
             const FillRules& rules) {
        const CutPiece& p = pieces_[static_cast<size_t>(piece)];
        const double w = turned ? p.height : p.width, h = turned ? p.width : p.height;
        const CutNode room = nodes[static_cast<size_t>(node)];
        const double dx = room.width - w, dy = room.height - h;
        bool level = false; // the level cut comes first, and goes all the way
        switch (rules.split) {
        case FillRules::Largest:
            level = std::max(dx * h, room.width * dy) > std::max(dx * room.height, w * dy);
            break;
        case FillRules::Level:
            level = true;
            break;
        case FillRules::Upright:
            break;
        case FillRules::ShortLeft:
            level = dx < dy;
            break;
        }
        for (int n = 0; n < 2; ++n) {
            const bool upright = (n == 0) != level;
            if (sidesAlike(upright ? dx : dy, 0))
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
    bool open(int i, const FillRules& rules) {
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
            if (!(cutFits(p.width, s.width) && cutFits(p.height, s.height)) &&
                !(p.turns && cutFits(p.height, s.width) && cutFits(p.width, s.height)))
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

} // namespace

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
    // Many pieces take longer each time: the work stays about the same, however many cards are
    // made.
    const double many = static_cast<double>(pieces.size());
    const int runs = std::min(std::max(40, static_cast<int>(tries * std::min(1.0, 32.0 / many))),
                              std::max(2, static_cast<int>(2e8 / (many * many))));
    for (int n = 0; n < runs && !(cancel && *cancel); ++n) {
        // First each rule with each order; then orders a little mixed.
        const int m = n < plain ? n : static_cast<int>(random() % static_cast<unsigned>(plain));
        FillRules rules;
        rules.choice = static_cast<FillRules::Choice>(m / 5 % 4);
        rules.split = static_cast<FillRules::Split>(m / 20 % 4);
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
        CutFilling filling(pieces, kinds);
        filling.run(mine, rules);
        consider(filling.result());
        if (progress)
            progress(static_cast<double>(n + 1) / runs);
    }
    // A few pieces: all that is possible.
    if (pieces.size() <= 6 && kinds.size() <= 12 && !(cancel && *cancel))
        shareOut(pieces, kinds, best, worth, cancel);
    return best;
}

} // namespace hl::make
