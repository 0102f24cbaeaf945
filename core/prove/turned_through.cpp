#include "core/prove/turned_through.h"
#include "core/prove/slits.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double besideFold = 0.3;      // mm into the flap: where paper is looked for first
constexpr double step = 0.5;            // mm between places along the fold, and away from it
constexpr double leastAlong = 1;        // mm of fold on paper: less is a corner that meets a corner
constexpr double leastDepth = 1;        // mm of paper beyond the fold that bend out of the way
constexpr double leastGlued = 1;        // mm2
constexpr double turned = 2 * pi / 180; // radians from which a fold is folded

// A panel that lies fast over another's face or back, straight on it or with paper in between.
struct Layer {
    int panel = 0;
    bool face = false;           // of the panel it lies over
    Rigid place;                 // its flat coordinates in those of that panel
    const Join* stuck = nullptr; // how it is held by that panel itself
};

class Turns {
  public:
    explicit Turns(const Case& c, const Film& film)
        : c_(c), film_(film), hung_(c.assembly.panels.size()) {
        for (const Span& s : c.assembly.spans)
            for (int panel : s.hung)
                hung_[panel] = true;
    }

    std::vector<Push> run(const Stop& stop) {
        for (size_t k = 0; k < c_.assembly.creases.size() && !stop; ++k) {
            const Crease& crease = c_.assembly.creases[k];
            for (auto [fast, flap] :
                 {std::pair{crease.left, crease.right}, std::pair{crease.right, crease.left}})
                for (const Layer& l : layersOver(fast))
                    if (l.panel != flap)
                        look(static_cast<int>(k), fast, flap, l);
        }
        return std::move(out_);
    }

  private:
    // What lies over either side of a panel, glued face to face without foam in between.
    std::vector<Layer> layersOver(int panel) const {
        std::vector<Layer> all;
        for (bool face : {true, false}) {
            std::vector<Layer> open{{panel, face, Rigid{}}};
            std::vector<bool> seen(c_.assembly.panels.size());
            seen[panel] = true;
            while (!open.empty()) {
                const Layer under = open.back(); // of which the side `face` looks away from `panel`
                open.pop_back();
                for (const Join& j : c_.assembly.joins) {
                    if (!traitsOf(j.kind).sticks || std::fabs(j.place.shift.z()) > 1e-9)
                        continue;
                    const bool held = j.tab == under.panel;
                    if (!held && j.landing != under.panel)
                        continue;
                    const int other = held ? j.landing : j.tab;
                    if ((held ? j.onFace : j.ontoFace()) != under.face || seen[other] ||
                        hung_[other])
                        continue;
                    seen[other] = true;
                    // Of the other one the side that looks on, away from what it lies on.
                    const bool onward = !(held ? j.ontoFace() : j.onFace);
                    const Rigid place = under.place * (held ? j.place.inverse() : j.place);
                    open.push_back({other, onward, place});
                    all.push_back(
                        {other, face, place, !held && under.panel == panel ? &j : nullptr});
                }
            }
        }
        return all;
    }

    // How much paper of both there is beyond a place on the fold, mm, to a hundredth; 0 where they
    // part.
    double beyond(int flap, const Layer& l, const Vec2& on, const Vec2& into) const {
        const Panel &mover = c_.assembly.panels[flap], &still = c_.assembly.panels[l.panel];
        const Rigid back = l.place.inverse();
        const auto both = [&](double d) {
            const Vec2 p = on + d * into;
            return onPaper(mover.outline, mover.apertures, p) &&
                   onPaper(still.outline, still.apertures, back.at(p).head<2>());
        };
        if (!both(besideFold) ||
            slitDistance(c_.assembly.parts[still.part], back.at(on).head<2>()) < throughSlit)
            return 0;
        double depth = besideFold, past = besideFold + step;
        for (; both(past); past += step)
            depth = past;
        while (past - depth > 0.01)
            (both((depth + past) / 2) ? depth : past) = (depth + past) / 2;
        return depth;
    }

    // Whether a layer is glued to the flap as well, which then could not move at all: landings
    // tell.
    bool gluedTo(int flap, const Layer& l) const {
        if (!l.stuck)
            return false;
        const Panel& mover = c_.assembly.panels[flap];
        const std::vector<Ring> adhesive = adhesiveOf(c_.assembly, *l.stuck);
        return std::any_of(adhesive.begin(), adhesive.end(), [&](const Ring& ring) {
            Ring there;
            for (const Vec2& p : ring)
                there.push_back(l.place.at(p).head<2>());
            return sharedArea(there, mover.outline, mover.apertures) > leastGlued;
        });
    }

    void look(int crease, int fast, int flap, const Layer& l) {
        std::vector<int> frames;
        for (int f = 0; f < film_.frames(); ++f)
            if (const double value = film_.pose(f).angles[crease];
                std::fabs(value) > turned && (value > 0) == l.face && // a valley: to the face
                !film_.binds(f, flap) && !film_.binds(f, l.panel))
                frames.push_back(f);
        if (frames.empty())
            return;
        const Crease& k = c_.assembly.creases[crease];
        const Vec2 into = flap == k.left ? leftOf(k.dir()) : rightOf(k.dir());
        double along = 0, most = 0;
        Vec2 where = k.from;
        for (const auto& [from, to] : k.stretches()) {
            const double length = (to - from).norm();
            const int places = std::max(1, static_cast<int>(length / step));
            for (int i = 0; i < places; ++i) {
                const Vec2 on = from + (i + 0.5) / places * (to - from);
                const double depth = beyond(flap, l, on, into);
                along += depth > 0 ? length / places : 0;
                if (depth > most) {
                    most = depth;
                    where = on;
                }
            }
        }
        if (along < leastAlong || most < leastDepth || gluedTo(flap, l))
            return;
        Push t{flap, l.panel, film_.opening(frames.front()), film_.opening(frames.back()), 0,
               0,    {}};
        for (int f : frames) {
            const double value = std::fabs(film_.pose(f).angles[crease]);
            const double depth = value < pi / 2 ? most * std::sin(value) : most;
            if (depth > t.depth + film_.gives(f, flap)) {
                t.depth = depth;
                t.worst = film_.opening(f);
                t.where = film_.pose(f).panels[fast].at(where);
            }
        }
        if (t.depth >= leastDepth)
            out_.push_back(t);
    }

    const Case& c_;
    const Film& film_;
    std::vector<bool> hung_; // on threads: they lie on nothing
    std::vector<Push> out_;
};

} // namespace

std::vector<Push> turnedThrough(const Case& c, const Film& film, const Stop& stop) {
    return Turns(c, film).run(stop);
}

} // namespace hl::proving
