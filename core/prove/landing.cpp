// Landing: whether everything that is held comes to lie on paper. Both are compared in the
// landing's flat coordinates: corners tell by how much a tab reaches past the paper, the shared
// area how much of it carries. A tongue needs a slit under it.
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double unseen = 0.05, forgiven = 0.5; // mm

// How far the join's line lies from the nearest slit of the landing's part.
double toSlit(const Case& c, const Join& j) {
    double least = 1e300;
    for (const Mark& m : c.assembly.parts[c.assembly.panels[j.landing].part].marks) {
        if (m.kind != LineKind::Slit)
            continue;
        for (size_t i = 0; i + 1 < m.points.size(); ++i) {
            const Vec2 d = m.points[i + 1] - m.points[i];
            const double t = std::clamp((j.at - m.points[i]).dot(d) / d.squaredNorm(), 0.0, 1.0);
            const double along = std::fabs(leftOf(d.normalized()).dot(j.along)); // 0: parallel
            least = std::min(least, (j.at - m.points[i] - t * d).norm() + 100 * along);
        }
    }
    return least;
}

} // namespace

void landing(const Case& c, std::vector<Finding>& out) {
    for (const Join& j : c.assembly.joins) {
        const Panel &held = c.assembly.panels[j.tab], &under = c.assembly.panels[j.landing];
        auto report = [&](double amount, const std::string& message, const std::string& remedy) {
            Finding f{"landing", amount > forgiven ? Severity::Stop : Severity::Caution,
                      {},        {},
                      c.first(), c.last(),
                      c.first(), amount,
                      message,   remedy,
                      {}};
            f.opening = (c.first() + c.last()) / 2;
            nameIn(f, c, j.tab);
            nameIn(f, c, j.landing);
            out.push_back(f);
        };
        if (j.kind == JoinKind::Slot) {
            const double off = toSlit(c, j);
            if (off > forgiven)
                report(std::min(off, 1000.0),
                       "The " + sayPanel(c, j.tab) + " is to be put through the " +
                           sayPanel(c, j.landing) + ", but there is no slit under it.",
                       "Cut a slit where the tongue goes through, as long as its crease.");
            continue;
        }
        if (j.kind == JoinKind::Pivot) {
            const double off = offPaper(under.outline, under.apertures, j.at);
            if (off > unseen)
                report(off,
                       "The pivot " + j.id + " lies " + sayAmount(c, off) + " off the " +
                           sayPanel(c, j.landing) + ".",
                       "Move it onto the paper.");
            continue;
        }
        if (j.kind == JoinKind::Slide)
            continue;
        double amount = 0;
        Ring ring;
        // What carries no adhesive may stick out.
        for (const Vec2& corner : j.adhesive.empty() ? held.outline : j.adhesive) {
            const Vec3 p = j.place.at(corner);
            ring.emplace_back(p.x(), p.y());
            amount = std::max(amount, offPaper(under.outline, under.apertures, ring.back()));
        }
        // Corners on paper say nothing of apertures between them.
        const double whole = std::fabs(areaOf(ring));
        const double carries =
            whole > 0 ? sharedArea(ring, under.outline, under.apertures) / whole : 0;
        if (amount <= unseen && carries > 0.98)
            continue;
        if (carries < 1e-6)
            report(std::max(amount, 1.0),
                   "The " + sayPanel(c, j.tab) + " misses the " + sayPanel(c, j.landing) +
                       " it is glued to altogether: it lies " + sayAmount(c, amount) +
                       " beside the paper.",
                   "Move it onto paper.");
        else if (amount <= unseen)
            report(carries > 0.7 ? forgiven : 1,
                   "Only " + std::to_string(static_cast<int>(std::lround(100 * carries))) +
                       " percent of the " + sayPanel(c, j.tab) + " lie on paper of the " +
                       sayPanel(c, j.landing) + " it is glued to.",
                   "Move it off the opening in its landing.");
        else
            report(amount,
                   "The " + sayPanel(c, j.tab) + " reaches " + sayAmount(c, amount) + " past the " +
                       sayPanel(c, j.landing) + " it is glued to, at every opening.",
                   "Move the structure inward, or make it or its tab smaller.");
    }
}

} // namespace hl
