// Landings: whether everything that is held comes to lie on paper, on one panel, where nothing else
// is glued, and with enough of it. All is compared in flat coordinates: corners tell by how much a
// tab reaches past the paper, the shared area how much of it carries. A tongue needs a slit.
#include "core/measure/number.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include "core/prove/slits.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::proving {
namespace {

constexpr double unseenLandings = 0.05, forgivenLandings = 0.5; // mm
constexpr double leastTab = 3;                                  // mm of depth on plain card
constexpr double plainCaliper = 0.3;                            // mm

Ring counterClockwise(Ring ring) {
    if (areaOf(ring) < 0)
        std::reverse(ring.begin(), ring.end());
    return ring;
}

std::vector<Ring> convex(const Ring& ring) {
    return isConvex(ring) ? std::vector<Ring>{ring} : convexPieces(ring, {});
}

// Where something is glued: on which side of which panel, in that panel's flat coordinates.
struct Patch {
    int join = 0, panel = 0;
    bool face = true;
    std::vector<Ring> rings;
    Vec2 low = Vec2::Constant(1e300), high = -low; // round them

    Patch(int join, int panel, bool face, std::vector<Ring> glued)
        : join(join), panel(panel), face(face), rings(std::move(glued)) {
        for (const Ring& ring : rings)
            for (const Vec2& p : ring) {
                low = low.cwiseMin(p);
                high = high.cwiseMax(p);
            }
    }
    bool clears(const Patch& b) const {
        return (low.array() > b.high.array()).any() || (b.low.array() > high.array()).any();
    }
};

class Landings {
  public:
    Landings(const Evidence& e, std::vector<Finding>& out) : e_(e), c_(e.c), out_(out) {}

    void look() {
        const auto& joins = c_.assembly.joins;
        for (size_t i = 0; i < joins.size(); ++i) {
            const Join& j = joins[i];
            if (traitsOf(j.kind).through)
                tongue(j);
            else if (traitsOf(j.kind).turns)
                pivot(j);
            else if (traitsOf(j.kind).sticks)
                glued(static_cast<int>(i));
        }
        twice();
    }

  private:
    void report(const char* code, const Join& j, Severity severity, double amount,
                const std::string& message, const std::string& remedy) {
        Finding f = Finding::of(code, severity, c_.first(), c_.last(), (c_.first() + c_.last()) / 2,
                                amount);
        f.message = message;
        f.remedy = remedy;
        nameIn(f, c_, j.tab);
        nameIn(f, c_, j.landing);
        out_.push_back(f);
    }
    static Severity grave(double amount) {
        return amount > forgivenLandings ? Severity::Stop : Severity::Caution;
    }

    void tongue(const Join& j) {
        const int part = c_.assembly.panels[j.landing].part;
        const Part& under = c_.assembly.parts[part];
        const double off = slitDistance(under, j.at, j.along);
        // The tongue's crease, or its width, along the slit.
        const int crease = c_.assembly.crease(j.crease);
        double long_ = 0;
        if (crease >= 0) {
            long_ = c_.assembly.creases[crease].length();
        } else {
            double low = 1e300, high = -1e300;
            for (const Vec2& p : c_.assembly.panels[j.tab].outline) {
                low = std::min(low, j.along.dot(j.place.at(p).head<2>()));
                high = std::max(high, j.along.dot(j.place.at(p).head<2>()));
            }
            long_ = high - low;
        }
        const auto [common, unslit] = throughPaper(c_.assembly, j);
        if (off > forgivenLandings && unslit > common - forgivenLandings) {
            report("landing.no-slit", j, Severity::Stop, off < 100 ? off : long_,
                   "The " + sayPanel(c_, j.tab) + " is to be put through the " +
                       sayPanel(c_, j.landing) +
                       (off < 100
                            ? ", but the nearest slit lies " + sayAmount(c_, off) + " beside it."
                            : ", but there is no slit for it."),
                   "Cut a slit where the tongue goes through, as long as its crease.");
            return;
        }
        const double room = common - unslit;
        if (unslit > forgivenLandings &&
            (crease < 0 || hasSlits(c_.assembly.parts[c_.assembly.panels[j.tab].part])))
            report("landing.unslit", j, Severity::Stop, unslit,
                   "Where the " + sayPanel(c_, j.tab) + " goes through the " +
                       sayPanel(c_, j.landing) + ", " + sayAmount(c_, unslit) +
                       " of paper meet paper: neither of them is slit there.",
                   "Let their slits meet: one from below, one from above, each half as long as "
                   "they are high there.");
        else if (unslit > forgivenLandings)
            report("landing.slit-short", j, Severity::Stop, long_ - room,
                   "The " + sayPanel(c_, j.tab) + " is " + sayAmount(c_, long_) +
                       " wide, but its slit in the " + sayPanel(c_, j.landing) +
                       " leaves it only " + sayApart(c_, room, long_).first + ".",
                   "Make the slit as long as the tongue is wide, or the tongue narrower.");
    }

    void pivot(const Join& j) {
        const Panel& under = c_.assembly.panels[j.landing];
        const bool slot = traitsOf(j.kind).slides;
        double off = 0;
        for (double way : slot ? std::vector{j.low, j.high} : std::vector{0.0})
            off = std::max(off, offPaper(under.outline, under.apertures, j.at + way * j.along));
        if (off > unseenLandings)
            report("landing.fastener", j, grave(off), off,
                   std::string("The ") + (slot ? "slot for the pin" : "pivot") + " of the " +
                       sayPanel(c_, j.tab) + " lies " + sayAmount(c_, off) + " off the " +
                       sayPanel(c_, j.landing) + ".",
                   "Move it onto the paper.");
    }

    void glued(int index) {
        const Join& j = c_.assembly.joins[index];
        if (c_.assembly.panels[j.tab].hung)
            return;                                 // on a thread, not on the page
        if (c_.assembly.panels[j.tab].rides >= 0) { // it lies within its panel by how it is made
            for (const Ring& sticky : adhesiveOf(c_.assembly, j)) {
                Ring ring;
                for (const Vec2& corner : sticky)
                    ring.push_back(j.place.at(corner).head<2>());
                patches_.emplace_back(index, j.landing, j.ontoFace(),
                                      convex(counterClockwise(ring)));
            }
            return;
        }
        const Panel& under = c_.assembly.panels[j.landing];
        double amount = 0, whole = 0, shared = 0;
        Vec2 farthest = Vec2::Zero(), farthestHeld = farthest;
        std::vector<Ring> rings;
        // What carries no adhesive may stick out.
        for (const Ring& sticky : adhesiveOf(c_.assembly, j)) {
            Ring ring;
            for (const Vec2& corner : sticky) {
                const Vec3 p = j.place.at(corner);
                ring.emplace_back(p.x(), p.y());
                const double off = offPaper(under.outline, under.apertures, ring.back());
                if (off > amount) {
                    amount = off;
                    farthest = ring.back();
                    farthestHeld = corner;
                }
            }
            ring = counterClockwise(ring);
            whole += areaOf(ring);
            shared += sharedArea(ring, under.outline, under.apertures);
            patches_.emplace_back(index, j.landing, j.ontoFace(), convex(ring));
            patches_.emplace_back(index, j.tab, j.onFace, convex(sticky));
            rings.push_back(std::move(ring));
        }
        const double carries = whole > 0 ? shared / whole : 0;
        if (amount > unseenLandings)
            missed(j, amount, carries, farthest, farthestHeld);
        else
            for (const Ring& ring : rings)
                overOpenings(j, ring, carries);
        narrow(j);
    }

    void missed(const Join& j, double amount, double carries, const Vec2& at, const Vec2& atHeld) {
        const std::string it = "The " + sayPanel(c_, j.tab),
                          where = "the " + sayPanel(c_, j.landing);
        const std::string sticks = sticksTo(j, atHeld);
        if (carries < 1e-6)
            return report("landing.misses", j, grave(std::max(amount, 1.0)), std::max(amount, 1.0),
                          it + " misses " + where + " it is glued to altogether: it lies " +
                              sayAmount(c_, amount) + " beside the paper." + sticks,
                          "Move it onto paper.");
        const int crease = creaseBetween(j.landing, at);
        if (crease >= 0)
            return report("landing.across-fold", j, grave(amount), amount,
                          it + ", glued to " + where + ", reaches " + sayAmount(c_, amount) +
                              " across the " + sayCrease(c_, crease) +
                              ", which could no longer fold." + sticks,
                          "Move it back behind the crease, or make it smaller.");
        report("landing.beyond", j, grave(amount), amount,
               it + " reaches " + sayAmount(c_, amount) + " past " + where +
                   " it is glued to, at every opening." + sticks,
               "Move the structure inward, or make it or its tab smaller.");
    }

    // Corners on paper say nothing of what lies between them: adhesive over an opening reaches what
    // lies beyond it, and where a cut-out was taken from the sheet it glues the cut-out down.
    void overOpenings(const Join& j, const Ring& ring, double carries) {
        const Panel& under = c_.assembly.panels[j.landing];
        double width = 0;
        Vec2 middle = Vec2::Zero();
        for (const Paper& free : without(ring, {}, under.outline))
            take(free.outline, width, middle);
        for (const Ring& hole : under.apertures)
            for (const Ring& piece : convex(ring))
                for (const Ring& open : convex(counterClockwise(hole)))
                    take(overlapOf(piece, open), width, middle);
        if (width <= unseenLandings)
            return;
        const Vec3 held = j.place.inverse() * lift(middle);
        const std::string it = "The " + sayPanel(c_, j.tab), sticks = sticksTo(j, held.head<2>());
        for (int other : c_.assembly.parts[under.part].panels) {
            const Panel& p = c_.assembly.panels[other];
            if (other == j.landing || other == j.tab || !onPaper(p.outline, p.apertures, middle))
                continue;
            report("landing.holds-down", j, grave(width), width,
                   it + ", glued to the " + sayPanel(c_, j.landing) + ", lies over the " +
                       sayPanel(c_, other) + " as well, " + sayAmount(c_, width) +
                       " of it: glued down, that could no longer move." + sticks,
                   "Leave it free of adhesive, or move one of them.");
            nameIn(out_.back(), c_, other);
            return;
        }
        report("landing.over-opening", j, grave(width), width,
               it + " is glued over an opening in the " + sayPanel(c_, j.landing) + ", " +
                   sayAmount(c_, width) + " wide: only " +
                   numberText(static_cast<int>(std::floor(100 * carries))) +
                   " percent of it lie on paper." + sticks,
               "Leave the opening free of adhesive, or move one of them.");
    }
    static void take(const Ring& free, double& width, Vec2& middle) {
        if (free.size() < 3 || widthOf(free) <= width)
            return;
        width = widthOf(free);
        middle = centroidOf(free);
    }

    // The crease of a panel beyond which a point beside it lies on other paper of the part; -1.
    int creaseBetween(int panel, const Vec2& at) const {
        for (size_t k = 0; k < c_.assembly.creases.size(); ++k) {
            const Crease& crease = c_.assembly.creases[k];
            if (crease.left != panel && crease.right != panel)
                continue;
            const Panel& other =
                c_.assembly.panels[crease.left == panel ? crease.right : crease.left];
            if (onPaper(other.outline, other.apertures, at))
                return static_cast<int>(k);
        }
        return -1;
    }

    // What adhesive beyond the landing would stick to when the card is closed.
    std::string sticksTo(const Join& j, const Vec2& at) const {
        if (!e_.closed.flat)
            return "";
        const FlatState& f = *e_.closed.flat;
        const Vec2 p = f.place[j.tab].at(at).head<2>();
        // The side of the adhesive, as seen in the flat state.
        const int side = (j.onFace ? 1 : -1) * (f.place[j.tab].turn(2, 2) > 0 ? 1 : -1);
        for (size_t r = 0; r < f.pieces.size(); ++r) {
            const int other = static_cast<int>(r);
            if (other == j.tab || other == j.landing || f.above(other, j.tab) != side)
                continue;
            for (const Ring& piece : f.pieces[r])
                if (onPaper(piece, {}, p))
                    return " Closed, its adhesive would stick to the " + sayPanel(c_, other) + ".";
        }
        return "";
    }

    void narrow(const Join& j) {
        const Panel& tab = c_.assembly.panels[j.tab];
        if (tab.role != Role::Tab)
            return;
        const int crease = c_.assembly.crease(j.crease);
        double depth = 0;
        if (crease >= 0) {
            const Crease& k = c_.assembly.creases[crease];
            for (const Vec2& p : tab.outline)
                depth = std::max(depth, std::fabs(leftOf(k.dir()).dot(p - k.from)));
        } else {
            depth = widthOf(tab.outline);
        }
        const double caliper = caliperOf(c_, j.tab);
        const double least = leastTab * std::clamp(caliper / plainCaliper, 1.0, 1.8);
        if (depth < least - 1e-6)
            report("landing.shallow", j, Severity::Caution, depth,
                   "The " + sayPanel(c_, j.tab) + " is only " + sayApart(c_, depth, least).first +
                       " deep; paper of " + sayAmount(c_, caliper) + " wants at least " +
                       sayApart(c_, depth, least).second + " to hold.",
                   "Make the tab deeper, or take thinner paper.");
    }

    // Whether the one end of a strip is its floor, and the other is glued down on that.
    bool closesRing(const Patch& a, const Patch& b, double shared) const {
        const Panel &one = c_.assembly.panels[c_.assembly.joins[a.join].tab],
                    &other = c_.assembly.panels[c_.assembly.joins[b.join].tab];
        const auto areaOfAll = [](const Patch& p) {
            double area = 0;
            for (const Ring& r : p.rings)
                area += areaOf(r);
            return area;
        };
        const double least = std::min(areaOfAll(a), areaOfAll(b)),
                     most = std::max(areaOfAll(a), areaOfAll(b));
        return one.part == other.part && shared > 0.99 * least && most > 1.5 * least;
    }

    // Two things glued to the same place of the same side.
    void twice() {
        std::map<std::pair<int, bool>, std::vector<size_t>> sides; // what is glued on each
        for (size_t i = 0; i < patches_.size(); ++i)
            sides[{patches_[i].panel, patches_[i].face}].push_back(i);
        for (size_t i = 0; i < patches_.size(); ++i)
            for (size_t k : sides[{patches_[i].panel, patches_[i].face}]) {
                if (k <= i)
                    continue;
                const Patch &a = patches_[i], &b = patches_[k];
                if (a.join == b.join || a.clears(b))
                    continue;
                double width = 0, area = 0;
                for (const Ring& p : a.rings)
                    for (const Ring& q : b.rings) {
                        const Ring shared = overlapOf(p, q);
                        if (!shared.empty()) {
                            width = std::max(width, widthOf(shared));
                            area += areaOf(shared);
                        }
                    }
                if (closesRing(a, b, area))
                    continue;
                if (width <= forgivenLandings || shareApex(a, b) || onMat(a, b) || onMat(b, a))
                    continue;
                const Join &x = c_.assembly.joins[a.join], &y = c_.assembly.joins[b.join];
                const std::string one = other(y, a.panel), two = other(x, a.panel);
                report("landing.twice", y, Severity::Caution, width,
                       (one == two ? "Two things that are called " + one
                                   : "The " + one + " and the " + two) +
                           " are both glued to the same place of the " + sayPanel(c_, a.panel) +
                           ": their landings overlap by " + sayAmount(c_, width) + ".",
                       "Move one of them, or make its tab smaller.");
                nameIn(out_.back(), c_, x.tab);
            }
    }
    // Tabs that fan out from one point of the fold lie over one another there, and may.
    bool shareApex(const Patch& a, const Patch& b) const {
        const Join &x = c_.assembly.joins[a.join], &y = c_.assembly.joins[b.join];
        const int p = c_.assembly.crease(x.crease), q = c_.assembly.crease(y.crease);
        if (p < 0 || q < 0 || x.landing != y.landing)
            return false;
        const Crease &u = c_.assembly.creases[p], &v = c_.assembly.creases[q];
        const bool parallel = std::fabs(leftOf(x.along).dot(y.along)) < 0.02;
        for (const Vec2& s : {u.from, u.to})
            for (const Vec2& t : {v.from, v.to})
                if (!parallel && (x.place.at(s) - y.place.at(t)).norm() < unseenLandings)
                    return true;
        return false;
    }
    // A flat piece glued where a mat lies sticks to the mat; and so does anything where the mat
    // goes under it, else it would stop short of it.
    bool onMat(const Patch& mat, const Patch& on) const {
        const int m = c_.assembly.joins[mat.join].tab, p = c_.assembly.joins[on.join].tab;
        const StructureSpec* s =
            c_.design.structure(c_.assembly.parts[c_.assembly.panels[m].part].structure);
        return c_.assembly.panels[m].rides >= 0 &&
               (!s || familyOf(*s).covers ||
                c_.assembly.parts[c_.assembly.panels[p].part].creases.empty());
    }
    std::string other(const Join& j, int panel) const {
        return sayPanel(c_, j.tab == panel ? j.landing : j.tab);
    }

    const Evidence& e_;
    const Case& c_;
    std::vector<Finding>& out_;
    std::vector<Patch> patches_;
};

} // namespace

void landing(const Evidence& e, const Stop&, std::vector<Finding>& out) { Landings(e, out).look(); }

} // namespace hl::proving
