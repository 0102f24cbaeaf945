#include "core/prove/crossings.h"
#include "core/prove/foam.h"
#include "core/prove/never_meet.h"
#include "core/prove/slits.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double finest = 1 / 64.; // degrees: nothing is looked at closer
// Degrees between two panels at which the one meets the other on its foam: pages bend round it up
// to the first, with care up to the second.
constexpr double foamPressed = 15, foamSteep = 25;
// Foam that paper bears however near to its fold it lies, and with care, mm.
constexpr double foamThin = 1.5, foamBorne = 3;

// With what it takes to look closer.
struct Met : Hit {
    Met(const Hit& h, double before, double after, int ofA, int ofB)
        : Hit(h), edgeBefore(before), edgeAfter(after), pieceA(ofA), pieceB(ofB) {}

    double edgeBefore, edgeAfter; // frames next to the first and the last
    int pieceA, pieceB;
};

class Crossings {
  public:
    Crossings(const Evidence& e, const Stop& stop) : e_(e), c_(e.c), film_(e.film), stop_(stop) {
        const size_t n = c_.assembly.panels.size();
        hitOf_.assign(n * n, -1);
        slotted_.assign(n * n, false);
        foam_ = raisedBy(c_.assembly);
        never_ = neverMeet(c_.assembly);
        for (const Join& j : c_.assembly.joins)
            if (traitsOf(j.kind).through)
                slotted_[key(j.tab, j.landing)] = true;
    }

    std::vector<Met> run() {
        const std::vector<bool> gives = givesWay(c_);
        film_.nearPairs(0, [&](int a, int b) {
            const int p = film_.pieces()[a].panel, q = film_.pieces()[b].panel;
            if (p != q && !gives[p] && !gives[q] && !never_[key(p, q)] && !stop_)
                pair(a, b);
        });
        for (Met& h : hits_)
            if (!h.swap)
                deepen(h);
        hits_.erase(
            std::remove_if(hits_.begin(), hits_.end(), [&](Met& h) { return givenWayTo(h); }),
            hits_.end());
        return std::move(hits_);
    }

  private:
    size_t key(int a, int b) const { return pairOf(c_.assembly, a, b); }

    double gives(int frame, int a, int b) const {
        return film_.gives(frame, a) + film_.gives(frame, b);
    }
    static bool inOnePlane(const Lie& l) { return l.first == 0 && l.second == 0; }

    void pair(int a, int b) {
        const int pa = film_.pieces()[a].panel, pb = film_.pieces()[b].panel;
        auto looked = [&](int f) {
            return !film_.flat(f) && !film_.binds(f, pa) && !film_.binds(f, pb);
        };
        auto lie = [&](int f) { return lieOf(film_.polygon(f, a), film_.polygon(f, b)); };
        Lie before;
        int aside = 0, level = -1; // the side before both came to lie in one plane, and that frame
        bool known = false;        // whether one side in `before` is that of the frame before
        bool whole = false;        // whether all of it is
        for (int f = 0; f < film_.frames(); ++f) {
            // A reel on which they keep apart is passed over; its last step ends on the next one's
            // first frame.
            if (f % Film::reelLength == 0 &&
                film_.reel(f / Film::reelLength, a).clears(film_.reel(f / Film::reelLength, b))) {
                f += Film::reelLength - 1;
                known = false;
                continue;
            }
            bool step = f > 0 && looked(f - 1), apart = film_.box(f, a).clears(film_.box(f, b));
            // On the way here they may have met all the same.
            if (step && apart)
                step = !waysClear(film_.box(f - 1, a), film_.box(f, a), film_.box(f - 1, b),
                                  film_.box(f, b));
            if (!looked(f) || (apart && !step)) {
                known = false;
                continue;
            }
            // Most pairs go on as they are, one of them on one side of the other.
            if (known && step && before.first != 2 && before.first != 0 &&
                sideOf(film_.polygon(f, a), *film_.polygon(f, b).plane) == before.first) {
                before.second = 2; // not looked at: it tells nothing
                whole = false;
                continue;
            }
            if (known && step && before.second != 2 && before.second != 0 &&
                sideOf(film_.polygon(f, b), *film_.polygon(f, a).plane) == before.second) {
                before.first = 2;
                whole = false;
                continue;
            }
            const Lie now = lie(f);
            if (step) {
                if (!known || !whole)
                    before = lie(f - 1);
                const double slack = std::max(gives(f - 1, pa, pb), gives(f, pa, pb));
                if (!now.crosses() && !before.crosses() && !stayApart(before, now))
                    between(a, b, film_.opening(f - 1), before, film_.opening(f), now, slack);
                if (inOnePlane(now) && !inOnePlane(before)) {
                    aside = before.first;
                    level = f;
                } else if (inOnePlane(before) && !inOnePlane(now) && level >= 0 &&
                           aside * now.first == -1) {
                    if (const auto where =
                            sharedMiddle(film_.polygon(level, a), film_.polygon(level, b)))
                        swapped(a, b, film_.opening(level), *where, film_.opening(level - 1),
                                film_.opening(f), slack);
                }
            }
            if (!step || !inOnePlane(now))
                level = -1;
            if (now.crosses())
                meet(a, b, f);
            before = now;
            known = whole = true;
        }
    }

    void between(int a, int b, double from, const Lie& x, double to, const Lie& y, double slack) {
        const double mid = (from + to) / 2;
        const Pose pose = poseAt(c_.linkage, c_.motion, mid);
        const Polygon p = film_.place(a, pose, cornersA_, planeA_),
                      q = film_.place(b, pose, cornersB_, planeB_);
        const Lie now = lieOf(p, q);
        if (now.crosses()) {
            if (auto cross = deepest(film_.pieces()[a].panel, film_.pieces()[b].panel, pose, slack))
                note(a, b, mid, *cross, false, from, to);
            return;
        }
        if (to - from < finest || inOnePlane(now)) {
            // They change sides at once: they have changed places if they lie over one another.
            if (x.first * y.first == -1 && x.second * y.second == -1)
                if (const auto where = sharedMiddle(p, q))
                    swapped(a, b, mid, *where, from, to, slack);
            return;
        }
        if (!stayApart(x, now))
            between(a, b, from, x, mid, now, slack);
        if (!stayApart(now, y))
            between(a, b, mid, now, to, y, slack);
    }

    // How far the two get past one another on the side on which they get less far.
    void swapped(int a, int b, double at, const Vec3& where, double from, double to, double slack) {
        double up = 0, down = 0;
        for (int f = 0; f < film_.frames(); ++f) {
            const Polygon r = film_.polygon(f, a), s = film_.polygon(f, b);
            const double h = s.plane->height(r.corners[0]);
            up = std::max(up, h);
            down = std::max(down, -h);
        }
        if (std::min(up, down) > slack)
            note(a, b, at, {std::min(up, down), where}, true, from, to);
    }

    void meet(int a, int b, int frame) {
        const int pa = film_.pieces()[a].panel, pb = film_.pieces()[b].panel;
        const double at = film_.opening(frame);
        if (auto cross = deepest(pa, pb, film_.pose(frame), gives(frame, pa, pb)))
            note(a, b, at, *cross, false, frame > 0 ? film_.opening(frame - 1) : at,
                 frame + 1 < film_.frames() ? film_.opening(frame + 1) : at);
    }

    // Drawn in, panels part a little before they do as a whole, and that may be where they cross
    // deepest. Between two frames the deepest place is looked for by golden sections.
    void deepen(Met& h) const {
        auto take = [&](double at, const Crossing& cross) {
            if (cross.depth > h.depth) {
                h.depth = cross.depth;
                h.worst = at;
                h.where = cross.where;
            }
        };
        auto look = [&](int f) {
            if (f < 0 || f >= film_.frames() || film_.flat(f) || film_.binds(f, h.a) ||
                film_.binds(f, h.b))
                return false;
            const auto cross = deepest(h.a, h.b, film_.pose(f), gives(f, h.a, h.b));
            if (cross)
                take(film_.opening(f), *cross);
            return cross.has_value();
        };
        int f = 0;
        while (f < film_.frames() && film_.opening(f) < h.first)
            ++f;
        for (int before = f - 1; look(before);)
            --before;
        while (f < film_.frames() && film_.opening(f) <= h.last)
            ++f;
        while (look(f))
            ++f;
        // The frames next to the worst place, within what is looked at.
        int below = 0;
        while (below + 1 < film_.frames() && film_.opening(below + 1) < h.worst - 1e-9)
            ++below;
        int above = below;
        while (above + 1 < film_.frames() && film_.opening(above) <= h.worst + 1e-9)
            ++above;
        const double slack = std::max(gives(below, h.a, h.b), gives(above, h.a, h.b));
        auto depthAt = [&](double at) {
            const auto cross = deepest(h.a, h.b, poseAt(c_.linkage, c_.motion, at), slack);
            if (cross)
                take(at, *cross);
            return cross ? cross->depth : 0.0;
        };
        constexpr double golden = 0.6180339887498949;
        constexpr double near = 0.01; // degrees
        double from = film_.opening(below), to = film_.opening(above);
        double x = to - golden * (to - from), y = from + golden * (to - from);
        double atX = depthAt(x), atY = depthAt(y);
        while (to - from > near && !stop_) {
            if (atX > atY || (atX == atY && h.worst < y)) {
                to = y;
                y = x;
                atY = atX;
                x = to - golden * (to - from);
                atX = depthAt(x);
            } else {
                from = x;
                x = y;
                atX = atY;
                y = from + golden * (to - from);
                atY = depthAt(y);
            }
        }
    }

    // Whether the two meet where a fold holds the one down beside the other, not under it: thin
    // foam is met steeply there, and paper gives.
    bool besideItsFold(const Met& h, const FlatState& flat, const Pose& pose, double foam) const {
        const auto cross = deepest(h.a, h.b, pose, 0);
        const Vec3 place = cross ? cross->where : h.where;
        for (auto [raised, panel] : {std::pair{h.a, h.b}, {h.b, h.a}})
            if (foam_[raised] > 0) {
                const HeldDown held = heldDown(c_, flat, pose, raised, panel, place);
                if (!held.under && held.away < foam / std::tan(foamPressed * pi / 180))
                    return true;
            }
        return false;
    }

    // Where the card is flat, what comes to lie on something raised lies so much higher, and paper
    // goes round it, as long as nothing has to go deeper than both are raised and it is met near
    // enough to flat.
    bool givenWayTo(Met& h) const {
        const double foam = foam_[h.a] + foam_[h.b];
        if (foam <= 0 || h.depth > foam + 1e-6)
            return false;
        const FlatState* nearest = nullptr;
        for (const FlatState& f : e_.flats)
            if (f.overlap(h.a, h.b) && (!nearest || std::fabs(f.opening - h.worst) <
                                                        std::fabs(nearest->opening - h.worst)))
                nearest = &f;
        if (!nearest)
            return false;
        double steep = 0; // degrees at which it is met
        for (double at : {h.first, h.last}) {
            const Pose pose = poseAt(c_.linkage, c_.motion, at);
            double there = standingOff(c_, *nearest, pose, h.a, h.b);
            if (there > foamPressed && foam <= foamBorne && besideItsFold(h, *nearest, pose, foam))
                there = std::min(there, foam <= foamThin ? 0 : foamSteep);
            steep = std::max(steep, there);
        }
        h.over = steep <= foamSteep;
        return steep <= foamPressed;
    }

    // The deepest crossing of two whole panels, unless it is forgiven.
    // `gives`: what paper gives way there, mm.
    std::optional<Crossing> deepest(int a, int b, const Pose& pose, double gives) const {
        std::optional<Crossing> most;
        Crossing whole; // of what goes through paper that is not slit there
        const bool slotted = slotted_[key(a, b)];
        forPieces(c_.assembly.panels[a], pose.panels[a], c_.assembly.panels[b], pose.panels[b],
                  [&](const Polygon& p, const Polygon& q) {
                      auto cross = crossingOf(p, q);
                      if (cross && (!most || cross->depth > most->depth))
                          most = cross;
                      if (cross && slotted)
                          unslit(a, b, pose, *cross, whole);
                  });
        if (!most || most->depth <= gives || (slotted && whole.depth < throughSlit))
            return {};
        return slotted ? whole : most;
    }

    // Adds how much of what two sheets have in common is slit in neither of them, mm.
    void unslit(int a, int b, const Pose& pose, const Crossing& cross, Crossing& out) const {
        constexpr double step = 0.5; // mm
        const int parts =
            std::max(1, static_cast<int>(std::ceil((cross.to - cross.from).norm() / step)));
        const double each = (cross.to - cross.from).norm() / parts;
        for (int n = 0; n < parts; ++n) {
            const Vec3 at = cross.from + (n + 0.5) / parts * (cross.to - cross.from);
            if (slitAt(a, pose, at) || slitAt(b, pose, at))
                continue;
            out.where =
                out.depth > 0 ? (out.where * out.depth + at * each) / (out.depth + each) : at;
            out.depth += each;
        }
    }
    bool slitAt(int panel, const Pose& pose, const Vec3& at) const {
        const Vec3 p = pose.panels[panel].inverse() * at;
        return slitDistance(c_.assembly.parts[c_.assembly.panels[panel].part], p.head<2>()) <
               throughSlit;
    }

    void note(int a, int b, double at, const Crossing& cross, bool swap, double from, double to) {
        const int pa = film_.pieces()[a].panel, pb = film_.pieces()[b].panel;
        int& index = hitOf_[key(pa, pb)];
        if (index < 0) {
            index = static_cast<int>(hits_.size());
            Hit h{pa, pb, at, at, at, -1, cross.where, swap};
            h.slotted = slotted_[key(pa, pb)];
            hits_.push_back({h, from, to, a, b});
        }
        Met& h = hits_[index];
        if (at <= h.first) {
            h.first = at;
            h.edgeBefore = from;
        }
        if (at >= h.last) {
            h.last = at;
            h.edgeAfter = to;
        }
        if (cross.depth > h.depth) {
            h.depth = cross.depth;
            h.worst = at;
            h.where = cross.where;
            h.swap = swap;
        }
    }

    const Evidence& e_;
    const Case& c_;
    const Film& film_;
    const Stop& stop_;
    std::vector<Met> hits_;
    std::vector<int> hitOf_;
    std::vector<bool> slotted_, never_; // pairs: pushed through one another; that cannot meet
    std::vector<double> foam_;
    std::vector<Vec3> cornersA_, cornersB_;
    Plane planeA_, planeB_;
};

// The opening between a free and a hit one at which the hit begins, to a tenth of a degree.
double edgeOf(const Evidence& e, const Met& h, double free, double hit) {
    std::vector<Vec3> p, q;
    Plane a, b;
    while (std::fabs(free - hit) > 0.1) {
        const double mid = (free + hit) / 2;
        const Pose pose = poseAt(e.c.linkage, e.c.motion, mid);
        const bool crosses =
            lieOf(e.film.place(h.pieceA, pose, p, a), e.film.place(h.pieceB, pose, q, b)).crosses();
        (crosses ? hit : free) = mid;
    }
    return hit;
}

} // namespace

std::vector<Hit> crossingsOf(const Evidence& e, const Stop& stop) {
    std::vector<Hit> out;
    for (Met& h : Crossings(e, stop).run()) {
        h.first = std::min(edgeOf(e, h, h.edgeBefore, h.first), h.worst);
        h.last = std::max(edgeOf(e, h, h.edgeAfter, h.last), h.worst);
        out.push_back(h);
    }
    return out;
}

} // namespace hl::proving
