// Clearance: panels of different structures that come closer to one another than paper can be
// trusted to.
//
// What lies over one another when the card is flat comes together there; for such a pair only the
// displayed state counts, and a near pass: close in the middle of the motion and farther away both
// before and after. Any other pair must keep its distance, but for the way to a flat state, where
// edges may meet. What stands on something may touch it, and so may blanks that are joined.
#include "core/prove/curves.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

namespace hl {
namespace {

struct Near {
    int a = 0, b = 0; // panels
    double from = 0, to = 0, at = 0, distance = 1e300;
    Vec3 where = Vec3::Zero();
};

class Search {
  public:
    Search(const Evidence& e, const Stop& stop) : e_(e), c_(e.c), film_(e.film), stop_(stop) {
        for (const Join& j : c_.assembly.joins)
            joined_.insert({std::min(j.tab, j.landing), std::max(j.tab, j.landing)});
        const auto& panels = c_.assembly.panels;
        for (const Panel& p : panels)
            owner_.push_back(ownerOf(p.id));
    }

    std::vector<Near> run() {
        const std::vector<bool> gives = givesWay(c_);
        std::map<std::pair<std::string, std::string>, bool> strangers;
        film_.nearPairs(farthest, [&](int i, int k) {
            const int a = film_.pieces()[i].panel, b = film_.pieces()[k].panel;
            if (stop_ || owner_[a] == owner_[b] || owner_[a] == "card" || owner_[b] == "card" ||
                gives[a] || gives[b] || joined_.count({std::min(a, b), std::max(a, b)}))
                return;
            auto [it, fresh] = strangers.try_emplace({owner_[a], owner_[b]}, true);
            if (fresh)
                it->second = keepApart(c_, owner_[a], owner_[b]);
            if (it->second)
                pair(i, k, leastOf(a, b));
        });
        std::vector<Near> out;
        for (auto& [owners, near] : found_)
            out.push_back(near);
        return out;
    }

  private:
    static constexpr double farthest = 3; // mm: more than any two kinds of paper ask for
    // How close two panels may come: both calipers, and no less than half a millimetre.
    double leastOf(int a, int b) const {
        return std::clamp(caliperOf(c_, a) + caliperOf(c_, b), 0.5, farthest - 1);
    }

    void pair(int a, int b, double least) {
        const int pa = film_.pieces()[a].panel, pb = film_.pieces()[b].panel;
        const bool lie = std::any_of(e_.flats.begin(), e_.flats.end(), [&](const FlatState& f) {
            return f.overlap(pa, pb) != nullptr;
        });
        // The pieces are drawn in by half the caliper each.
        const double drawn = marginOf(c_, pa) + marginOf(c_, pb);
        std::vector<std::pair<double, Gap>> close; // by frame
        std::vector<bool> isClose(static_cast<size_t>(film_.frames()));
        for (int f = 0; f < film_.frames() && !stop_; ++f) {
            const int reel = f / Film::reelLength;
            if (f % Film::reelLength == 0 &&
                film_.reel(reel, a).clears(film_.reel(reel, b), least + drawn)) {
                f += Film::reelLength - 1;
                continue;
            }
            if (film_.binds(f, pa) || film_.binds(f, pb) || film_.flat(f) ||
                film_.box(f, a).clears(film_.box(f, b), least + drawn))
                continue;
            const Polygon p = film_.polygon(f, a), q = film_.polygon(f, b);
            if (apart(p, *q.plane) > least + drawn || apart(q, *p.plane) > least + drawn)
                continue;
            Gap g = gapOf(p, q);
            if (g.distance <= 0)
                return; // they collide, which is another matter
            if (g.distance < least + drawn)
                g = wholeGap(pa, pb, f);
            if (g.distance <= 1e-9 && !lie)
                g.distance = 0;
            if (g.distance >= least)
                continue;
            isClose[f] = true;
            close.emplace_back(film_.opening(f), g);
        }
        if (close.empty())
            return;
        const double shown = c_.assembly.display.at;
        constexpr double way = 10; // degrees next to a flat state that count as the way there
        Near n{pa, pb, 1e300, -1e300, 0, 1e300, {}};
        auto take = [&](double at, const Gap& g) {
            n.from = std::min(n.from, at);
            n.to = std::max(n.to, at);
            if (g.distance < n.distance) {
                n.distance = g.distance;
                n.at = at;
                n.where = (g.from + g.to) / 2;
            }
        };
        size_t k = 0;
        for (int f = 0; f < film_.frames();) {
            if (!isClose[f]) {
                ++f;
                continue;
            }
            int end = f;
            while (end + 1 < film_.frames() && isClose[end + 1])
                ++end;
            // A stretch that reaches a flat state or the motion's end is the way there.
            const bool pass =
                f > 0 && end + 1 < film_.frames() && !film_.flat(f - 1) && !film_.flat(end + 1);
            const bool displayed = film_.opening(f) <= shown && shown <= film_.opening(end);
            auto onTheWay = [&](int i) { // to a flat state
                return std::any_of(e_.flats.begin(), e_.flats.end(), [&](const FlatState& flat) {
                    return std::fabs(flat.opening - film_.opening(i)) < way;
                });
            };
            for (int i = f; i <= end; ++i, ++k)
                if (pass || (!lie && !onTheWay(i)) ||
                    (displayed && std::fabs(close[k].first - shown) <= 1))
                    take(close[k].first, close[k].second);
            f = end + 1;
        }
        if (n.from > n.to)
            return;
        auto names = std::minmax(owner_[pa], owner_[pb]);
        auto [it, fresh] = found_.try_emplace({names.first, names.second}, n);
        if (!fresh && n.distance < it->second.distance) {
            n.from = std::min(n.from, it->second.from);
            n.to = std::max(n.to, it->second.to);
            it->second = n;
        }
    }

    // A lower bound of the distance: of corners from the plane, when all are on one side.
    static double apart(const Polygon& p, const Plane& plane) {
        double low = 1e300, high = -1e300;
        for (int i = 0; i < p.count; ++i) {
            const double h = plane.height(p.corners[i]);
            low = std::min(low, h);
            high = std::max(high, h);
        }
        return std::max({low, -high, 0.0});
    }

    Gap wholeGap(int a, int b, int frame) const {
        const Pose& pose = film_.pose(frame);
        Gap best;
        forPieces(c_.assembly.panels[a], pose.panels[a], c_.assembly.panels[b], pose.panels[b],
                  [&](const Polygon& p, const Polygon& q) {
                      const Gap g = gapOf(p, q);
                      if (g.distance < best.distance)
                          best = g;
                  });
        return best;
    }

    const Evidence& e_;
    const Case& c_;
    const Film& film_;
    const Stop& stop_;
    std::set<std::pair<int, int>> joined_;
    std::vector<std::string> owner_;
    std::map<std::pair<std::string, std::string>, Near> found_;
};

} // namespace

void clearance(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    for (const Near& n : Search(e, stop).run()) {
        Finding f = Finding::of("clearance", Severity::Caution, n.from, n.to, n.at, n.distance);
        f.where = n.where;
        nameIn(f, c, n.a);
        nameIn(f, c, n.b);
        const std::string names = "The " + sayPanel(c, n.a) + " and the " + sayPanel(c, n.b);
        f.message = (n.distance < 0.005 ? names + " touch "
                                        : names + " come within " + sayAmount(c, n.distance) +
                                              " of one another ") +
                    sayOpening(c, n.at, n.at) + ", less than paper can be trusted to keep.";
        f.remedy = "Move them further apart, or make one of them smaller.";
        out.push_back(f);
    }
}

} // namespace hl
