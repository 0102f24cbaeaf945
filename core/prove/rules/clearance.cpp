// Clearance: panels of different structures that come closer together than paper can be trusted to.
// What lies over one another when the card is flat comes together there; for such a pair only the
// displayed state counts, and a near pass: close in the middle of the motion and farther away both
// before and after. Any other pair must keep its distance, but for the way to a flat state, where
// edges may meet. What stands on something may touch it, and so may blanks that are joined.
#include "core/prove/curves.h"
#include "core/prove/evidence.h"
#include "core/prove/foam.h"
#include "core/prove/saying.h"
#include "core/prove/slits.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>
#include <set>
#include <tuple>

namespace hl {
namespace {

struct Near {
    int a = 0, b = 0; // panels
    double from = 0, to = 0, at = 0, distance = 1e300;
    Vec3 where = Vec3::Zero();
};

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
    static constexpr double farthest = 3;  // mm: more than any two kinds of paper ask for
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
        Vec3 across =
            Vec3::Zero(); // where the one was last seen from the other, in its coordinates
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
            const Mat3& turn = film_.pose(f).panels[static_cast<size_t>(pa)].turn;
            if (apart(p, *q.plane) > least + drawn || apart(q, *p.plane) > least + drawn ||
                between(p, q, turn * across) > least + drawn)
                continue;
            Gap g = gapOf(p, q);
            if (g.distance <= 0)
                return; // they collide, which is another matter
            across = turn.transpose() * (g.to - g.from) / g.distance;
            const double in = g.distance;
            if (in < least + drawn)
                g = wholeGap(pa, pb, f);
            // What only meets at its edges is meant to; drawn in, both edges draw back. An edge
            // that stands on a face does so alone. Corners may meet at any angle.
            if (g.distance < meets && (in > std::max(marginOf(c_, pa), marginOf(c_, pb)) + meets ||
                                       (atCorner(pa, f, g.from) && atCorner(pb, f, g.to))))
                return;
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
            auto onTheWay = [&](int i) { // to a flat state
                return std::any_of(e_.flats.begin(), e_.flats.end(), [&](const FlatState& flat) {
                    return std::fabs(flat.opening - film_.opening(i)) < way;
                });
            };
            // A stretch that reaches a flat state or the motion's end is the way there. What comes
            // to lie on foam meets it a little before all is flat, or slides past it there.
            const bool foam =
                raised_[static_cast<size_t>(pa)] > 0 || raised_[static_cast<size_t>(pb)] > 0;
            const bool pass = !(foam && (lie || (onTheWay(f) && onTheWay(end)))) && f > 0 &&
                              end + 1 < film_.frames() && !film_.flat(f - 1) &&
                              !film_.flat(end + 1);
            const bool displayed = film_.opening(f) <= shown && shown <= film_.opening(end);
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

// What goes through an opening with too little room at its edges.
class Windows {
  public:
    Windows(const Evidence& e, const Stop& stop) : c_(e.c), film_(e.film), stop_(stop) {}

    std::vector<Near> run() {
        const auto& panels = c_.assembly.panels;
        const std::vector<bool> gives = givesWay(c_);
        for (size_t w = 0; w < panels.size(); ++w)
            for (size_t p = 0; p < panels.size() && !panels[w].apertures.empty() && !stop_; ++p)
                if (p != w && panels[w].rides < 0 && panels[p].rides < 0 && !gives[w] &&
                    !gives[p] && !hangTogether(int(w), int(p)))
                    look(int(w), int(p));
        return std::move(out_);
    }

  private:
    bool hangTogether(int a, int b) const {
        auto same = [&](int x, int y) { return (x == a && y == b) || (x == b && y == a); };
        return std::any_of(c_.assembly.creases.begin(), c_.assembly.creases.end(),
                           [&](const Crease& k) { return same(k.left, k.right); }) ||
               std::any_of(c_.assembly.joins.begin(), c_.assembly.joins.end(),
                           [&](const Join& j) { return same(j.tab, j.landing); });
    }

    void look(int window, int through) {
        const double least = std::clamp(caliperOf(c_, window) + caliperOf(c_, through), 0.5, 2.0);
        Near n{through, window, 1e300, -1e300, 0, 1e300, {}};
        for (int f = 0; f < film_.frames() && !stop_; ++f) {
            if (film_.flat(f) || film_.binds(f, window) || film_.binds(f, through))
                continue;
            const Rigid there =
                film_.pose(f).panels[window].inverse() * film_.pose(f).panels[through];
            for (const Ring& piece : c_.assembly.panels[through].pieces)
                cut(piece, there, window, f, least, n);
        }
        if (n.from <= n.to)
            out_.push_back(n);
    }

    static constexpr double meets = 0.05; // mm
    // How far a place in an opening is from its rim, mm; 0 outside of it.
    static double roomIn(const Ring& ring, const Vec2& p) {
        double room = onPaper(ring, {}, p) ? 1e300 : 0;
        for (size_t i = 0; i < ring.size() && room > 0; ++i)
            room = std::min(room, segmentDistance(p, ring[i], ring[(i + 1) % ring.size()]));
        return room;
    }

    void cut(const Ring& piece, const Rigid& there, int window, int f, double least, Near& n) {
        constexpr double clear = 0.5; // mm that it reaches on both sides of the opening
        std::vector<Vec2> ends;
        double up = 0, down = 0;
        for (size_t i = 0; i < piece.size(); ++i) {
            const Vec3 p = there.at(piece[i]), q = there.at(piece[(i + 1) % piece.size()]);
            up = std::max(up, p.z());
            down = std::max(down, -p.z());
            if ((p.z() < 0) != (q.z() < 0))
                ends.push_back((p + (q - p) * (p.z() / (p.z() - q.z()))).head<2>());
        }
        if (ends.size() != 2 || up < clear || down < clear)
            return;
        const Vec2 middle = (ends[0] + ends[1]) / 2;
        for (const Ring& hole : c_.assembly.panels[window].apertures) {
            Ring ring = hole;
            if (areaOf(ring) < 0)
                std::reverse(ring.begin(), ring.end());
            if (roomIn(ring, middle) < meets) // it touches the rim, or is outside
                continue;
            for (const Vec2& end : ends) {
                const double room = roomIn(ring, end);
                if (room >= least)
                    continue;
                n.from = std::min(n.from, film_.opening(f));
                n.to = std::max(n.to, film_.opening(f));
                if (room < n.distance) {
                    n.distance = room;
                    n.at = film_.opening(f);
                    n.where = film_.pose(f).panels[window].at(end);
                }
            }
        }
    }

    const Case& c_;
    const Film& film_;
    const Stop& stop_;
    std::vector<Near> out_;
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
    for (const Near& n : Windows(e, stop).run()) {
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

} // namespace hl
