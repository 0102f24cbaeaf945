// Strength: where paper of this kind is likely to tear, buckle, crack or spring.
//
// The bounds grow with the caliper and the weight; they are rules of thumb of ours, stated here in
// one place, not measured properties of a stock:
//   a strip between two cuts       at least 10 calipers and 2 mm
//   between letters that are cut   at least  2 calipers and 0.5 mm
//   a crease beside a cut          at least  8 calipers and 1.5 mm
//   two creases side by side       at least  6 calipers and 1.5 mm, on stiff stock 12 calipers
//   paper beyond the end of a slit at least 10 calipers and 3 mm
//   an unsupported panel           on stock below 200 g/m2 at most 0.4 mm across per g/m2
#include "core/measure/number.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include "core/prove/slits.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double stiff = 300, light = 200, cracks = 160; // g/m2
constexpr double spanPerGram = 0.4;                      // mm per g/m2
constexpr double needle = -0.97;                         // the cosine of a tip of 14 degrees

struct Edge {
    Vec2 from, to;
    int crease = -1;     // -1: a cut
    bool letter = false; // of words that are cut out
    Vec2 dir() const { return (to - from).normalized(); }
    double length() const { return (to - from).norm(); }
};

class Sheet {
  public:
    Sheet(const Evidence& e, int part, std::vector<Finding>& out)
        : c_(e.c), part_(e.c.assembly.parts[part]), out_(out) {
        stock_ = &stockOf(c_.design, part_);
    }

    void look() {
        if (c_.assembly.panels[static_cast<size_t>(part_.panels.front())].rides >= 0)
            return; // a mat carries nothing, and what it lies on holds it together
        for (int p : part_.panels) {
            if (c_.assembly.panels[p].role == Role::Tab)
                continue; // how deep it has to be is a matter of landings
            edges(p);
            strips(p);
            if (stock_->weight < light)
                span(p);
        }
        slitEnds();
        grain();
    }

  private:
    double atLeast(double calipers, double mm) const {
        return std::max(mm, calipers * stock_->caliper.mm());
    }

    void tell(const char* code, std::vector<int> panels, double amount, const std::string& message,
              const std::string& remedy) {
        Finding f = Finding::of(code, Severity::Caution, c_.first(), c_.last(), c_.first(), amount);
        for (int p : panels)
            nameIn(f, c_, p);
        f.message = message;
        f.remedy = remedy;
        out_.push_back(f);
    }

    // The panel's edges, counter-clockwise with the paper on the left; which are creases?
    void edges(int panel) {
        const Panel& p = c_.assembly.panels[panel];
        edges_.clear();
        next_.clear();
        before_.clear();
        const bool lettered = std::any_of(
            c_.design.structures.begin(), c_.design.structures.end(), [&](const StructureSpec& s) {
                const auto as = s.set.find("as");
                return familyOf(s).lettering && s.on == p.id && as != s.set.end() &&
                       as->second.count == 1; // cut out
            });
        auto ring = [&](const Ring& r, bool hole) {
            const bool turned = hole && areaOf(r) > 0;
            const size_t first = edges_.size(), n = r.size();
            for (size_t i = 0; i < n; ++i) {
                next_.push_back(first + (turned ? i + n - 1 : i + 1) % n);
                before_.push_back(first + (turned ? i + 1 : i + n - 1) % n);
                Edge e{r[i], r[(i + 1) % r.size()], -1, hole && lettered};
                if (turned)
                    std::swap(e.from, e.to);
                const Vec2 mid = (e.from + e.to) / 2;
                for (int k : part_.creases) {
                    const Crease& crease = c_.assembly.creases[k];
                    if ((crease.left == panel || crease.right == panel) &&
                        segmentDistance(mid, crease.from, crease.to) < 1e-3)
                        e.crease = k;
                }
                edges_.push_back(e);
            }
        };
        ring(p.outline, false);
        for (const Ring& r : p.apertures)
            ring(r, true);
    }

    // Whether the paper between an edge and another widens all the way from an end of the first,
    // where a chain of edges begins that leads to the other; and more than a needle does.
    bool tapers(size_t first, size_t other) const {
        constexpr size_t chain = 24; // edges, as of a bow
        const Edge& a = edges_[first];
        for (const bool ahead : {true, false}) {
            const Vec2 corner = ahead ? a.to : a.from;
            const Vec2 back = ahead ? Vec2(-a.dir()) : a.dir();
            double wide = -1e-9;
            bool met = false;
            size_t at = first;
            for (size_t n = 0; n < chain; ++n) {
                const size_t next = ahead ? next_[at] : before_[at];
                if (next == first || next == at)
                    break;
                const Edge& e = edges_[next];
                const Vec2 end = ahead ? e.to : e.from;
                const double away = leftOf(a.dir()).dot(end - corner);
                if (away < wide)
                    break;
                wide = away;
                at = next;
                met |= at == other;
                if (away < leastBetween(a, e)) // not yet as wide as paper has to be
                    continue;
                if (met && back.dot((end - corner).normalized()) < -needle)
                    return true;
                break;
            }
        }
        return false;
    }

    // The narrowest place between two edges that face one another across paper.
    void strips(int panel) {
        double worst = 0, width = 0;
        const Edge *one = nullptr, *two = nullptr;
        for (size_t i = 0; i < edges_.size(); ++i)
            for (size_t k = i + 1; k < edges_.size(); ++k) {
                const Edge &a = edges_[i], &b = edges_[k];
                // Paper lies to the left of both: they face when they run against each other.
                if (a.dir().dot(b.dir()) > -0.86)
                    continue;
                // Two that run apart from one corner are a tip, which bears nothing: only a needle
                // is told.
                if (tapers(i, k) || tapers(k, i))
                    continue;
                const double s = a.dir().dot(b.from - a.from), t = a.dir().dot(b.to - a.from);
                const double low = std::max(0.0, std::min(s, t)),
                             high = std::min(a.length(), std::max(s, t));
                const double least = leastBetween(a, b);
                if (high - low < 0.5 * least)
                    continue;
                // The distance over the middle of what faces.
                const Vec2 at = a.from + a.dir() * (low + high) / 2, n = leftOf(a.dir());
                const double across = b.dir().dot(n);
                const Vec2 d = b.from - at;
                const double along = -b.dir().dot(a.dir());
                const double h = d.dot(n) + across * d.dot(a.dir()) / along;
                if (h <= 1e-6 || h >= least || least - h <= worst)
                    continue;
                worst = least - h;
                width = h;
                one = &a;
                two = &b;
            }
        if (!one)
            return;
        const std::string it = "the " + sayPanel(c_, panel);
        const std::string least = sayAmount(c_, leastBetween(*one, *two));
        const int creases = (one->crease >= 0) + (two->crease >= 0);
        if (creases == 0)
            tell("strength.narrow", {panel}, width,
                 capital(it) + " is only " + sayAmount(c_, width) +
                     " wide between two cuts; this stock wants " + least + " or it tears.",
                 "Make the strip wider, or take stronger paper.");
        else if (creases == 1)
            tell("strength.fold-near-cut", {panel}, width,
                 "The " + sayCrease(c_, std::max(one->crease, two->crease)) + " runs " +
                     sayAmount(c_, width) + " from a cut of " + it + "; this stock wants " + least +
                     " or the edge breaks away.",
                 "Move the crease or the cut.");
        else
            tell("strength.folds-near", {panel}, width,
                 "The " + sayCrease(c_, one->crease) + " and the " + sayCrease(c_, two->crease) +
                     " are " + sayAmount(c_, width) + " apart; " +
                     (stock_->weight >= stiff ? "stiff" : "this") + " stock wants " + least +
                     " between two folds.",
                 stock_->weight >= stiff ? "Take lighter stock, or move the folds apart."
                                         : "Move the folds apart.");
    }

    double leastBetween(const Edge& a, const Edge& b) const {
        if (a.letter && b.letter) // nothing pulls at what lies between two letters
            return atLeast(2, 0.5);
        const int creases = (a.crease >= 0) + (b.crease >= 0);
        if (creases == 0)
            return atLeast(10, 2);
        if (creases == 1)
            return atLeast(8, 1.5);
        return atLeast(stock_->weight >= stiff ? 12 : 6, 1.5);
    }

    void span(int panel) {
        const Panel& p = c_.assembly.panels[panel];
        // What is glued on another panel all over is carried by it.
        if (p.role == Role::Tab || !c_.assembly.joinsOf(panel).empty())
            return;
        Vec2 low = p.outline.front(), high = low;
        for (const Vec2& q : p.outline) {
            low = low.cwiseMin(q);
            high = high.cwiseMax(q);
        }
        const double across = isConvex(p.outline) ? widthOf(p.outline) : (high - low).minCoeff();
        const double most = spanPerGram * stock_->weight;
        if (across <= most)
            return;
        for (const Join& j : c_.assembly.joins)
            if (j.landing == panel && c_.assembly.panels[j.tab].role != Role::Tab)
                return; // a layer stiffens it
        tell("strength.buckles", {panel}, across,
             "The " + sayPanel(c_, panel) + " is " + sayAmount(c_, across) + " across; paper of " +
                 numberText(static_cast<int>(stock_->weight)) + " g/m² buckles beyond about " +
                 sayAmount(c_, most) + ".",
             "Glue a layer on it, or take heavier stock.");
    }

    void slitEnds() {
        std::vector<Edge> cuts; // of all panels, without what lies on slits
        for (int p : part_.panels) {
            edges(p);
            for (const Edge& e : edges_)
                if (e.crease < 0 && slitDistance(part_, (e.from + e.to) / 2) > 1e-3)
                    cuts.push_back(e);
        }
        const double least = atLeast(10, 3);
        for (const Mark& m : part_.marks) {
            if (m.kind != LineKind::Slit || m.points.size() < 2)
                continue;
            for (bool first : {true, false}) {
                const Vec2 end = first ? m.points.front() : m.points.back();
                const Vec2 before = first ? m.points[1] : m.points[m.points.size() - 2];
                const Vec2 way = (end - before).normalized();
                double nearest = 1e300;
                for (const Edge& e : cuts) {
                    const double d = segmentDistance(end, e.from, e.to);
                    // Only what lies ahead: a tear goes on where the slit points.
                    const Vec2 mid = (e.from + e.to) / 2;
                    const double t = std::clamp((end - e.from).dot(e.dir()), 0.0, e.length());
                    const Vec2 foot = e.from + t * e.dir();
                    if (way.dot(foot - end) > -1e-6 || way.dot(mid - end) > 0)
                        nearest = std::min(nearest, d);
                }
                for (const Mark& other : part_.marks)
                    if (&other != &m && other.kind == LineKind::Slit)
                        for (size_t i = 0; i + 1 < other.points.size(); ++i) {
                            const double d =
                                segmentDistance(end, other.points[i], other.points[i + 1]);
                            const Vec2 mid = (other.points[i] + other.points[i + 1]) / 2;
                            if (way.dot(mid - end) > 0.2 * d)
                                nearest = std::min(nearest, d);
                        }
                if (nearest > 1e-3 && nearest < least - 1e-6) {
                    tell("strength.slit-near-cut", {panelAt(end)}, nearest,
                         "The slit " + m.id.substr(m.id.find('.') + 1) + " of " + part_.name +
                             " ends " + sayAmount(c_, nearest) +
                             " before a cut; this stock wants " + sayAmount(c_, least) +
                             " there or it tears on.",
                         "Let the slit end earlier.");
                    out_.back().line = m.id;
                }
            }
        }
    }

    int panelAt(const Vec2& p) const {
        int best = part_.panels.front();
        double least = 1e300;
        for (int i : part_.panels) {
            const double off = offPaper(c_.assembly.panels[i].outline, {}, p);
            if (off < least) {
                least = off;
                best = i;
            }
        }
        return best;
    }

    // Fibres that lie across the longest fold break in it.
    void grain() {
        if (stock_->grain == Grain::Unknown || stock_->weight < cracks || part_.creases.empty())
            return;
        const int longest =
            *std::max_element(part_.creases.begin(), part_.creases.end(), [&](int a, int b) {
                return c_.assembly.creases[a].length() < c_.assembly.creases[b].length();
            });
        const Crease& k = c_.assembly.creases[longest];
        // Parts are drawn with the spine along y; upright is as the card stands.
        const bool top = c_.design.card.spine == SpineSide::Top;
        const bool alongY = (stock_->grain == Grain::Upright) != top;
        const double along = std::fabs(alongY ? k.dir().y() : k.dir().x());
        if (along >= 0.70)
            return;
        tell("strength.grain", {k.left, k.right}, k.length(),
             "The grain of " + part_.name + " runs across its longest fold, the " +
                 sayCrease(c_, longest) + " (" + sayAmount(c_, k.length()) +
                 "): the fold cracks and springs open.",
             "Turn the part on the sheet, so that the grain runs along the fold.");
    }

    const Case& c_;
    const Part& part_;
    std::vector<Finding>& out_;
    const Stock* stock_ = nullptr;
    std::vector<Edge> edges_;
    std::vector<size_t> next_, before_; // of every edge the one that goes on from its end
};

// A figure of one panel that stands out far beyond what it is glued on.
void littleHeld(const Case& c, const Join& j, std::vector<Finding>& out) {
    constexpr double well = 0.25; // of the whole figure
    const Panel& p = c.assembly.panels[static_cast<size_t>(j.tab)];
    if (p.role == Role::Tab || p.rides >= 0 || j.adhesive.empty() || !traitsOf(j.kind).sticks ||
        c.assembly.joinsOf(j.tab).size() > 1 ||
        c.assembly.parts[static_cast<size_t>(p.part)].panels.size() > 1)
        return;
    double all = 0, glued = 0;
    for (const Ring& piece : p.pieces)
        all += std::fabs(areaOf(piece));
    for (const Ring& sticky : j.adhesive)
        glued += std::fabs(areaOf(sticky));
    if (glued >= well * all)
        return;
    const double percent = 100 * glued / all;
    Finding f = Finding::of("strength.little-held", Severity::Note, c.first(), c.last(), c.first(),
                            percent);
    f.in = In::Percent;
    nameIn(f, c, j.tab);
    nameIn(f, c, j.landing);
    f.message = "Only " + numberText(static_cast<int>(std::lround(percent))) + " percent of the " +
                sayPanel(c, j.tab) + " are glued to the " + sayPanel(c, j.landing) + ".";
    f.remedy = "Where its foot stands on paper that moves with it, hold it there by a tab as well; "
               "or make it lower.";
    out.push_back(f);
}

} // namespace

void strength(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    for (size_t p = 0; p < e.c.assembly.parts.size() && !stop; ++p)
        Sheet(e, static_cast<int>(p), out).look();
    for (const Join& j : e.c.assembly.joins)
        littleHeld(e.c, j, out);
}

} // namespace hl::proving
