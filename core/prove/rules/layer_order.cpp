// Layer order: where everything lies flat, layers must lie in an order that the motion leads to.
//
// Two panels that lie over one another have an order on either side of the flat state, seen from
// the root page. It must be one order, and the same one on both sides of a flat state in the middle
// of a motion. And a panel that lies across a crease must be above both of its panels or below
// both: between them it would be cut by the crease (the taco and tortilla conditions of flat
// folding). And everything has to lie flat where the card is closed: what stands on a fold that is
// open then does not.
#include "core/prove/evidence.h"
#include "core/prove/foam.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <map>
#include <set>

namespace hl::proving {
namespace {

constexpr double unseenLayerOrder = 0.05; // mm
constexpr double across = 0.5; // mm that a panel has to reach across a crease on either side

class Layers {
  public:
    Layers(const Evidence& e, std::vector<Finding>& out)
        : c_(e.c), out_(out), gives_(givesWay(e.c)), soft_(heldBySprings(e.c)) {
        for (const Join& j : c_.assembly.joins)
            if (traitsOf(j.kind).through) {
                const int a = c_.assembly.panels[j.tab].part,
                          b = c_.assembly.panels[j.landing].part;
                slotted_.insert({std::min(a, b), std::max(a, b)});
            } else if (traitsOf(j.kind).sticks) {
                joined_.insert({std::min(j.tab, j.landing), std::max(j.tab, j.landing)});
            }
        const std::vector<double> raised = raisedBy(c_.assembly);
        for (size_t i = 0; i < raised.size(); ++i)
            if (raised[i] > 0)
                gives_[i] = true; // foam is pressed flat
    }

    void look(const FlatState& f) {
        turnTo(f);
        for (const Overlap& o : f.overlaps) {
            if (excused(o.a, o.b) || joined_.count({o.a, o.b}))
                continue;
            const bool mixed = o.before == 2 || o.after == 2;
            const bool turned = o.before * o.after == -1;
            if (mixed || turned)
                tell(o.a, o.b, widthOf(o.shared), -1);
        }
        for (size_t k = 0; k < c_.assembly.creases.size(); ++k)
            crossed(static_cast<int>(k));
    }

    // What does not lie flat in the closed card, and how far it stands off the others, by whose it
    // is.
    void standsUp(const FlatState& f) {
        turnTo(f);
        std::map<std::string, std::vector<int>> upright;
        for (size_t i = 0; i < f.pieces.size(); ++i)
            if (f.pieces[i].empty() && !gives_[i] && !binds_[i])
                upright[ownerOf(c_.assembly.panels[i].id)].push_back(static_cast<int>(i));
        for (auto& [owner, panels] : upright) {
            double most = 0;
            int highest = panels.front();
            for (int i : panels) {
                double low = 0, high = 0;
                for (const Vec2& p : c_.assembly.panels[i].outline) {
                    low = std::min(low, f.place[i].at(p).z());
                    high = std::max(high, f.place[i].at(p).z());
                }
                if (std::max(high, -low) > most) {
                    most = std::max(high, -low);
                    highest = i;
                }
            }
            if (most < unseenLayerOrder)
                continue;
            Finding finding = Finding::of("layers.stands-up", Severity::Stop, f.opening, f.opening,
                                          f.opening, most);
            nameIn(finding, c_, highest);
            for (int i : panels)
                if (i != highest)
                    nameIn(finding, c_, i);
            finding.message = "Closed, the " + sayPanel(c_, highest) +
                              " does not lie flat: it stands up by " + sayAmount(c_, most) + ".";
            finding.remedy = "Let it stand on a fold that closes with the card.";
            out_.push_back(finding);
        }
    }

  private:
    void turnTo(const FlatState& f) {
        flat_ = &f;
        const Pose near = poseAt(c_.linkage, c_.motion, f.opening);
        binds_.assign(c_.assembly.panels.size(), false);
        std::vector<std::vector<int>> moved;
        for (size_t l = 0; l < c_.linkage.loops.size(); ++l)
            if (near.misfits[l] > mostShared) {
                if (moved.empty())
                    moved = movedByLoops(c_);
                for (int panel : moved[l])
                    binds_[panel] = true;
            }
    }
    bool excused(int a, int b) const {
        const int p = c_.assembly.panels[a].part, q = c_.assembly.panels[b].part;
        return binds_[a] || binds_[b] || gives_[a] || gives_[b] ||
               slotted_.count({std::min(p, q), std::max(p, q)}) > 0;
    }

    void crossed(int k) {
        const Crease& crease = c_.assembly.creases[k];
        const int left = crease.left, right = crease.right;
        if (flat_->pieces[left].empty() || flat_->pieces[right].empty() || !crease.gaps.empty())
            return;
        const Rigid& at = flat_->place[left];
        const Vec2 from = at.at(crease.from).head<2>(), to = at.at(crease.to).head<2>();
        const Vec2 dir = (to - from).normalized(), normal = leftOf(dir);
        for (const auto& [other, overlap] : flat_->with(left)) {
            if (other == right)
                continue;
            const int l = flat_->above(other, left), t = flat_->above(other, right);
            if (l * t != -1 || excused(other, left) || excused(other, right) ||
                !reachesAcross(other, from, to, dir, normal))
                continue;
            tell(other, left, widthOf(flat_->overlaps[overlap].shared), k);
        }
    }

    // Whether a panel covers some of the crease and reaches over it to both sides.
    bool reachesAcross(int panel, const Vec2& from, const Vec2& to, const Vec2& dir,
                       const Vec2& normal) const {
        const Vec2 start = from + across * dir, end = to - across * dir;
        if ((end - start).dot(dir) <= across)
            return false;
        const Ring band{start - across * normal, end - across * normal, end + across * normal,
                        start + across * normal};
        for (const Ring& piece : flat_->pieces[panel]) {
            const Ring in = overlapOf(piece, band);
            double low = 0, high = 0;
            for (const Vec2& p : in) {
                low = std::min(low, normal.dot(p - from));
                high = std::max(high, normal.dot(p - from));
            }
            if (low < -0.9 * across && high > 0.9 * across)
                return true;
        }
        return false;
    }

    void tell(int a, int b, double amount, int crease) {
        // Once for each pair of parts. What only its folds hold can be laid the right way by hand.
        const std::pair<int, int> parts =
            std::minmax(c_.assembly.panels[a].part, c_.assembly.panels[b].part);
        const Severity severity = soft_[a] || soft_[b] ? Severity::Caution : Severity::Stop;
        auto [told, fresh] = told_.try_emplace(parts, severity);
        if (!fresh && told->second >= severity)
            return;
        told->second = severity;
        Finding f = Finding::of(crease < 0 ? "layers.order" : "layers.within-fold", severity,
                                flat_->opening, flat_->opening, flat_->opening, amount);
        nameIn(f, c_, a);
        nameIn(f, c_, b);
        const std::string when = sayOpening(c_, flat_->opening, flat_->opening);
        f.message = crease < 0 ? "Where the card lies flat, " + when + ", the " + sayPanel(c_, a) +
                                     " would have to pass through the " + sayPanel(c_, b) +
                                     ": over " + sayAmount(c_, amount) +
                                     " they lie in an order that the motion cannot lead to."
                               : "Where the card lies flat, " + when + ", the " + sayPanel(c_, a) +
                                     " would lie between the panels of the " +
                                     sayCrease(c_, crease) + ", which would cut through it.";
        f.remedy = "Let one of them end before the other, or turn its fold the other way.";
        out_.push_back(f);
    }

    const Case& c_;
    std::vector<Finding>& out_;
    std::vector<bool> gives_, binds_, soft_;
    std::set<std::pair<int, int>> slotted_, joined_;
    std::map<std::pair<int, int>, Severity> told_;
    const FlatState* flat_ = nullptr;
};

} // namespace

void layer_order(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    Layers layers(e, out);
    for (const FlatState& f : e.flats)
        if (!stop)
            layers.look(f);
    if (e.closed.flat && !stop)
        layers.standsUp(*e.closed.flat);
}

} // namespace hl::proving
