#include "core/prove/in_plane.h"
#include "core/prove/solids.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double level = 0.05; // mm off the plane that still lie in it
constexpr double rises = 0.5;  // mm above it from which paper is in the way

std::vector<Ring> convex(Ring ring) {
    if (areaOf(ring) < 0)
        std::reverse(ring.begin(), ring.end());
    return isConvex(ring) ? std::vector<Ring>{ring} : convexPieces(ring, {});
}

// What lies on one side of a panel.
struct Lies {
    int panel = 0, on = 0;
    bool face = true; // of what it lies on
    bool moves = false;
    std::vector<Ring> pieces; // in its own flat coordinates
};

std::vector<Lies> lyingOn(const Assembly& a) {
    std::vector<Lies> out;
    for (const Join& j : a.joins) {
        const bool moves = j.moves && !traitsOf(j.kind).through;
        if (traitsOf(j.kind).through)
            continue; // it stands there
        Lies l{j.tab, j.landing, j.ontoFace(), moves, {}};
        // Under what is raised lies its foam.
        const bool foam = !moves && std::fabs(j.place.shift.z()) > level && !j.adhesive.empty();
        for (const Ring& paper : foam ? j.adhesive : std::vector<Ring>{a.panels[j.tab].outline})
            for (const Ring& r : convex(paper))
                l.pieces.push_back(r);
        out.push_back(std::move(l));
    }
    return out;
}

class Search {
  public:
    Search(const Case& c, const Film& film, const Stop& stop)
        : c_(c), film_(film), stop_(stop), lies_(lyingOn(c.assembly)) {}

    std::vector<Push> run() {
        for (const Lies& mover : lies_) {
            if (!mover.moves)
                continue;
            for (const Lies& other : lies_)
                if (&other != &mover && other.on == mover.on && other.face == mover.face &&
                    other.panel != mover.panel && !(other.moves && &other < &mover) &&
                    !held(mover.panel, other.panel))
                    follow(mover.panel, other.panel,
                           [&](int f, Vec2& at) { return shared(mover, other, f, at); });
            for (const Join& j : c_.assembly.joins)
                if (traitsOf(j.kind).through && j.landing == mover.on) {
                    const Crease line = lineOf(j);
                    follow(mover.panel, j.tab,
                           [&](int f, Vec2& at) { return across(mover, line, j.tab, f, at); });
                }
            for (size_t k = 0; k < c_.assembly.creases.size(); ++k) {
                const Crease& crease = c_.assembly.creases[k];
                if (crease.left == mover.on || crease.right == mover.on) {
                    const int beyond = crease.left == mover.on ? crease.right : crease.left;
                    follow(mover.panel, beyond,
                           [&](int f, Vec2& at) { return across(mover, crease, beyond, f, at); });
                }
            }
        }
        return std::move(out_);
    }

  private:
    // Where what is pushed through a panel stands on it, like a fold of the panel.
    Crease lineOf(const Join& j) const {
        double low = 1e300, high = -1e300;
        for (const Vec2& p : c_.assembly.panels[j.tab].outline) {
            const double t = j.along.dot(j.place.at(p).head<2>() - j.at);
            low = std::min(low, t);
            high = std::max(high, t);
        }
        Crease line;
        line.left = j.landing;
        line.right = j.tab;
        line.from = j.at + low * j.along;
        line.to = j.at + high * j.along;
        return line;
    }
    bool held(int a, int b) const { // one by the other
        return std::any_of(c_.assembly.joins.begin(), c_.assembly.joins.end(), [&](const Join& j) {
            return (j.tab == a && j.landing == b) || (j.tab == b && j.landing == a);
        });
    }
    Rigid inLanding(int panel, int on, int frame) const {
        return film_.pose(frame).panels[on].inverse() * film_.pose(frame).panels[panel];
    }
    static Ring placed(const Ring& ring, const Rigid& at) {
        Ring out;
        for (const Vec2& p : ring)
            out.push_back(at.at(p).head<2>());
        if (areaOf(out) < 0)
            std::reverse(out.begin(), out.end());
        return out;
    }

    // The width of what two panels have in common there, mm.
    double shared(const Lies& a, const Lies& b, int f, Vec2& where) const {
        const Rigid atA = inLanding(a.panel, a.on, f), atB = inLanding(b.panel, b.on, f);
        double most = 0;
        for (const Ring& p : a.pieces)
            for (const Ring& q : b.pieces) {
                const Ring both = overlapOf(placed(p, atA), placed(q, atB));
                if (both.empty() || widthOf(both) <= most)
                    continue;
                most = widthOf(both);
                where = centroidOf(both);
            }
        return most;
    }

    // How far a panel has got over a fold of what it lies on, mm, where the paper beyond rises on
    // its side.
    double across(const Lies& a, const Crease& crease, int beyond, int f, Vec2& where) const {
        const Rigid there = inLanding(beyond, a.on, f);
        double up = 0;
        for (const Vec2& p : c_.assembly.panels[beyond].outline)
            up = std::max(up, (a.face ? 1 : -1) * there.at(p).z());
        if (up < rises)
            return 0;
        const Rigid at = inLanding(a.panel, a.on, f);
        // The landing lies left of its crease, or right.
        const Vec2 along = crease.dir(), out = (crease.left == a.on ? -1.0 : 1.0) * leftOf(along);
        double most = 0;
        for (auto& [from, to] : crease.stretches())
            for (const Ring& piece : a.pieces) {
                // Of what lies beside the stretch, how much is beyond it and how much before.
                Ring in = aboveLine(aboveLine(placed(piece, at), from, along), to, -along);
                double over = 0, before = 0;
                for (const Vec2& p : in) {
                    over = std::max(over, out.dot(p - from));
                    before = std::max(before, -out.dot(p - from));
                }
                if (std::min(over, before) > most) {
                    most = std::min(over, before);
                    where = (from + to) / 2;
                }
            }
        return most;
    }

    // What is so all the time is how they were laid, one over the other: told is what is more.
    template<class Depth> void follow(int mover, int other, Depth depth) {
        const int on = std::find_if(lies_.begin(), lies_.end(), [&](const Lies& l) {
                           return l.panel == mover && l.moves;
                       })->on;
        std::vector<double> at(static_cast<size_t>(film_.frames()));
        std::vector<Vec2> places(at.size(), Vec2::Zero());
        double least = 1e300;
        for (int f = 0; f < film_.frames() && !stop_; ++f) {
            at[f] = depth(f, places[f]);
            least = std::min(least, at[f]);
        }
        Push p{mover, other, 1e300, -1e300, 0, 0, Vec3::Zero()};
        for (int f = 0; f < film_.frames() && !stop_; ++f) {
            const double more = at[f] - least;
            if (more <= mostForgiven)
                continue;
            p.first = std::min(p.first, film_.opening(f));
            p.last = std::max(p.last, film_.opening(f));
            if (more > p.depth) {
                p.depth = more;
                p.worst = film_.opening(f);
                p.where = film_.pose(f).panels[on].at(places[f]);
            }
        }
        if (p.first <= p.last)
            out_.push_back(p);
    }

    const Case& c_;
    const Film& film_;
    const Stop& stop_;
    std::vector<Lies> lies_;
    std::vector<Push> out_;
};

} // namespace

std::vector<Push> pushesOf(const Case& c, const Film& film, const Stop& stop) {
    const bool any =
        std::any_of(c.assembly.joins.begin(), c.assembly.joins.end(), [](const Join& j) {
            return traitsOf(j.kind).turns || traitsOf(j.kind).slides;
        });
    return any ? Search(c, film, stop).run() : std::vector<Push>{};
}

} // namespace hl::proving
