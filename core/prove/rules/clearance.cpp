// Clearance: panels of different structures that come closer together than paper can be trusted to.
// What lies over one another when the card is flat comes together there; for such a pair only the
// displayed state counts, and a near pass: close in the middle of the motion and farther away both
// before and after. Any other pair must keep its distance, but for the way to a flat state, where
// edges may meet. What stands on something may touch it, and so may blanks that are joined.
#include "core/prove/curves.h"
#include "core/prove/evidence.h"
#include "core/prove/foam.h"
#include "core/prove/openings.h"
#include "core/prove/saying.h"
#include "core/prove/slits.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>
#include <set>
#include <tuple>

namespace hl::proving {
namespace {

class Distances {
  public:
    Distances(const Evidence& e, const Stop& stop) : e_(e), c_(e.c), film_(e.film), stop_(stop) {
        for (const Join& j : c_.assembly.joins)
            joined_.insert({std::min(j.tab, j.landing), std::max(j.tab, j.landing)});
        const auto& panels = c_.assembly.panels;
        for (const Panel& p : panels)
            owner_.push_back(ownerOf(p.id));
        raised_ = raisedBy(c_.assembly);
        // What is held fast on the same panel never moves against one another.
        body_.resize(panels.size());
        std::iota(body_.begin(), body_.end(), 0);
        for (bool more = true; more;) {
            more = false;
            for (const Join& j : c_.assembly.joins) {
                const int low = std::min(body_[j.tab], body_[j.landing]);
                if (!j.moves && body_[j.tab] != body_[j.landing]) {
                    body_[j.tab] = body_[j.landing] = low;
                    more = true;
                }
            }
        }
        for (const Join& j : c_.assembly.joins)
            if (!j.moves && panels[j.tab].role != Role::Tab)
                lies_.emplace(j.tab, std::pair(j.landing, j.ontoFace()));
        // What lies on something that lies on a panel lies on that side of the panel too.
        for (size_t deep = 0, known = 0; lies_.size() > known && deep < panels.size(); ++deep) {
            known = lies_.size();
            for (const auto& [held, on] : std::multimap(lies_)) {
                const auto further = lies_.equal_range(on.first);
                for (auto l = further.first; l != further.second; ++l) {
                    const auto mine = lies_.equal_range(held);
                    if (held != l->second.first &&
                        std::none_of(mine.first, mine.second,
                                     [&](auto& m) { return m.second == l->second; })) {
                        lies_.emplace(held, l->second);
                        break;
                    }
                }
            }
        }
        for (const Crease& c : c_.assembly.creases)
            for (auto [wall, tab] : {std::pair{c.left, c.right}, {c.right, c.left}}) {
                for (const Join* j : c_.assembly.joinsOf(tab))
                    if (!j->moves)
                        stands_.emplace(wall, std::pair(j->landing, j->ontoFace()));
                // A valley folds toward the faces, a mountain toward the backs.
                if (!c.either)
                    stands_.emplace(wall, std::pair(tab, c.fold == Fold::Valley));
            }
    }

    // Whether one stands on the one side of a panel and the other lies fast on its other side: the
    // panel is between them, and its paper keeps them apart.
    bool parted(int a, int b) const {
        for (auto [wall, held] : {std::pair{a, b}, {b, a}}) {
            const auto lie = lies_.equal_range(held), stand = stands_.equal_range(wall);
            for (auto l = lie.first; l != lie.second; ++l)
                for (auto s = stand.first; s != stand.second; ++s)
                    if (l->second.first == s->second.first && l->second.second != s->second.second)
                        return true;
        }
        return false;
    }

    std::vector<Near> run() {
        const std::vector<bool> gives = givesWay(c_);
        std::map<std::pair<std::string, std::string>, bool> strangers;
        film_.nearPairs(farthest, [&](int i, int k) {
            const int a = film_.pieces()[i].panel, b = film_.pieces()[k].panel;
            if (stop_ || owner_[a] == owner_[b] || owner_[a] == "card" || owner_[b] == "card" ||
                gives[a] || gives[b] || body_[a] == body_[b] || parted(a, b) ||
                joined_.count({std::min(a, b), std::max(a, b)}))
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
    static constexpr double meets = 0.005; // mm: no distance at all
    static constexpr double noise = 1e-6;  // mm
    static constexpr double farthest = 3;  // mm: more than any two kinds of paper ask for
    // How close two panels may come: both calipers, and no less than half a millimetre.
    double leastOf(int a, int b) const {
        return std::clamp(caliperOf(c_, a) + caliperOf(c_, b), 0.5, farthest - 1);
    }

    // Where two panels were nearest when they were last looked at closely. The same places are no
    // nearer than the panels are in any other frame, and what lies between them in the direction
    // from the one to the other no farther.
    struct Nearest {
        bool any = false;
        Vec3 across = Vec3::Zero(); // from the one to the other, in the first one's coordinates
        Vec3 from, to;              // each in its panel's coordinates
        double distance = 0;

        void set(const Gap& g, const Rigid& mine, const Rigid& other) {
            const Rigid back = mine.inverse();
            any = true;
            distance = g.distance;
            across = g.distance > 0 ? Vec3(back.turn * (g.to - g.from) / g.distance) : Vec3::Zero();
            from = back * g.from;
            to = other.inverse() * g.to;
        }
        double atMost(const Rigid& mine, const Rigid& other) const {
            return (mine * from - other * to).norm();
        }
    };

    struct Close {
        int frame;
        double least; // mm, at the least
        Vec3 way;     // from the first panel to the second
    };

    void pair(int a, int b, double least) {
        const std::vector<Close> close = closeFrames(a, b, least);
        const int pa = film_.pieces()[a].panel, pb = film_.pieces()[b].panel;
        Near n = close.empty() ? Near{} : nearestOf(pa, pb, close);
        if (close.empty() || n.from > n.to)
            return;
        auto names = std::minmax(owner_[pa], owner_[pb]);
        auto [it, fresh] = found_.try_emplace({names.first, names.second}, n);
        if (!fresh && n.distance < it->second.distance) {
            n.from = std::min(n.from, it->second.from);
            n.to = std::max(n.to, it->second.to);
            it->second = n;
        }
    }

    // The frames, in order, in which two pieces are closer than that. None at all where they
    // collide, which is another matter, or only meet at their edges, as they are meant to.
    std::vector<Close> closeFrames(int a, int b, double least) {
        const int pa = film_.pieces()[a].panel, pb = film_.pieces()[b].panel;
        // The pieces are drawn in by half the caliper each.
        const double drawn = marginOf(c_, pa) + marginOf(c_, pb);
        const double margin = std::max(marginOf(c_, pa), marginOf(c_, pb));
        std::vector<Close> close;
        Nearest pieces, whole;
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
            const Rigid &mine = film_.pose(f).panels[static_cast<size_t>(pa)],
                        &other = film_.pose(f).panels[static_cast<size_t>(pb)];
            const Polygon p = film_.polygon(f, a), q = film_.polygon(f, b);
            const double low = std::max(
                {apart(p, *q.plane), apart(q, *p.plane), between(p, q, mine.turn * pieces.across)});
            if (low > least + drawn)
                continue;
            const Vec3 way = mine.turn * whole.across;
            if (whole.any && low > noise) { // often that says enough
                const double bound = std::max(low - drawn, beyond(pa, pb, {f, 0, way}));
                if (bound >= least)
                    continue;
                const double most = whole.atMost(mine, other);
                const bool touching = whole.distance < meets && most < meets &&
                                      pieces.atMost(mine, other) <= margin + meets;
                if (most < least && (bound >= meets || touching)) {
                    close.push_back({f, bound, way});
                    continue;
                }
            }
            const Gap in = gapOf(p, q);
            if (in.distance <= 0)
                return {};
            pieces.set(in, mine, other);
            if (in.distance >= least + drawn)
                continue;
            const Gap g = wholeGap(pa, pb, f);
            whole.set(g, mine, other);
            // Drawn in, both edges draw back. An edge that stands on a face does so alone. Corners
            // may meet at any angle.
            if (g.distance < meets && (in.distance > margin + meets ||
                                       (atCorner(pa, f, g.from) && atCorner(pb, f, g.to))))
                return {};
            if (g.distance < least)
                close.push_back({f, g.distance, mine.turn * whole.across});
        }
        return close;
    }

    // Whether a frame is next to a flat state.
    bool onTheWay(int frame) const {
        constexpr double way = 10; // degrees that count as the way there
        return std::any_of(e_.flats.begin(), e_.flats.end(), [&](const FlatState& flat) {
            return std::fabs(flat.opening - film_.opening(frame)) < way;
        });
    }

    // The nearest of the close frames that count: not those on the way to where both lie flat.
    Near nearestOf(int pa, int pb, const std::vector<Close>& close) {
        const bool lie = std::any_of(e_.flats.begin(), e_.flats.end(), [&](const FlatState& f) {
            return f.overlap(pa, pb) != nullptr;
        });
        const bool foam =
            raised_[static_cast<size_t>(pa)] > 0 || raised_[static_cast<size_t>(pb)] > 0;
        const double shown = c_.assembly.display.at;
        Near n{pa, pb, 1e300, -1e300, 0, 1e300, {}};
        for (size_t k = 0; k < close.size();) {
            size_t end = k;
            while (end + 1 < close.size() && close[end + 1].frame == close[end].frame + 1)
                ++end;
            const int first = close[k].frame, last = close[end].frame;
            // A stretch that reaches a flat state or the motion's end is the way there. What comes
            // to lie on foam meets it a little before all is flat, or slides past it there.
            const bool pass = !(foam && (lie || (onTheWay(first) && onTheWay(last)))) &&
                              first > 0 && last + 1 < film_.frames() && !film_.flat(first - 1) &&
                              !film_.flat(last + 1);
            const bool displayed = film_.opening(first) <= shown && shown <= film_.opening(last);
            for (; k <= end; ++k)
                if (pass || (!lie && !onTheWay(close[k].frame)) ||
                    (displayed && std::fabs(film_.opening(close[k].frame) - shown) <= 1))
                    take(close[k], n);
        }
        return n;
    }
    void take(const Close& c, Near& n) {
        const double at = film_.opening(c.frame);
        n.from = std::min(n.from, at);
        n.to = std::max(n.to, at);
        if (c.least >= n.distance - noise || beyond(n.a, n.b, c) >= n.distance - noise)
            return;
        if (const Gap g = wholeGap(n.a, n.b, c.frame); g.distance < n.distance - noise) {
            n.distance = g.distance;
            n.at = at;
            n.where = (g.from + g.to) / 2;
        }
    }

    bool atCorner(int panel, int frame, const Vec3& place) const {
        const Ring& ring = c_.assembly.panels[panel].outline;
        const Rigid& at = film_.pose(frame).panels[panel];
        return std::any_of(ring.begin(), ring.end(),
                           [&](const Vec2& p) { return (at.at(p) - place).norm() < 2 * meets; });
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

    // Another one: how far q lies beyond p along a direction.
    static double between(const Polygon& p, const Polygon& q, const Vec3& way) {
        double mine = -1e300, other = 1e300;
        for (int i = 0; i < p.count; ++i)
            mine = std::max(mine, way.dot(p.corners[i]));
        for (int i = 0; i < q.count; ++i)
            other = std::min(other, way.dot(q.corners[i]));
        return other - mine;
    }

    // The same of the whole panels, in a frame.
    double beyond(int a, int b, const Close& c) const {
        const auto& panels = film_.pose(c.frame).panels;
        double mine = -1e300, other = 1e300;
        for (const Vec2& p : c_.assembly.panels[static_cast<size_t>(a)].outline)
            mine = std::max(mine, c.way.dot(panels[static_cast<size_t>(a)].at(p)));
        for (const Vec2& p : c_.assembly.panels[static_cast<size_t>(b)].outline)
            other = std::min(other, c.way.dot(panels[static_cast<size_t>(b)].at(p)));
        return other - mine;
    }

    // Of the whole panels, which several pairs of their pieces ask for.
    Gap wholeGap(int a, int b, int frame) {
        auto [known, fresh] = whole_.try_emplace({a, b, frame});
        Gap& best = known->second;
        if (!fresh)
            return best;
        const Pose& pose = film_.pose(frame);
        forPieces(c_.assembly.panels[a], pose.panels[a], c_.assembly.panels[b], pose.panels[b],
                  [&](const Polygon& p, const Polygon& q) {
                      if (apart(p, *q.plane) >= best.distance ||
                          apart(q, *p.plane) >= best.distance)
                          return;
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
    // Panel: the panels it lies fast on, or stands on by a tab, and whether on their faces.
    std::multimap<int, std::pair<int, bool>> lies_, stands_;
    std::vector<int> body_; // of every panel, the first panel that it is fast on
    std::vector<std::string> owner_;
    std::vector<double> raised_; // mm
    std::map<std::pair<std::string, std::string>, Near> found_;
    std::map<std::tuple<int, int, int>, Gap> whole_; // by panels and frame
};

Finding found(const char* code, const Case& c, const Near& n, const char* remedy) {
    Finding f = Finding::of(code, Severity::Caution, n.from, n.to, n.at, n.distance);
    f.where = n.where;
    f.remedy = remedy;
    nameIn(f, c, n.a);
    nameIn(f, c, n.b);
    return f;
}

} // namespace

void clearance(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    for (const Near& n : tightOpenings(e, stop)) {
        Finding f = found("clearance.opening", c, n,
                          "Make the opening larger all round, or what goes through it smaller.");
        f.message = "The " + sayPanel(c, n.a) + " goes through the opening in the " +
                    sayPanel(c, n.b) +
                    (n.distance < 0.005 ? " with nothing to spare "
                                        : " with only " + sayAmount(c, n.distance) + " to spare ") +
                    sayOpening(c, n.at, n.at) + ": it is likely to catch on the edge.";
        out.push_back(f);
    }
    for (const Near& n : Distances(e, stop).run()) {
        Finding f = found("clearance.near", c, n, "Move them further apart, or make one smaller.");
        f.message = "The " + sayPanel(c, n.a) + " and the " + sayPanel(c, n.b) + " come within " +
                    sayAmount(c, n.distance) + " of one another " + sayOpening(c, n.at, n.at) +
                    ", less than paper can be trusted to keep.";
        out.push_back(f);
    }
}

} // namespace hl::proving
