// Reach: how far the card can be opened and closed. Where some openings close and others bind
// beyond what paper forgives, the hand is stopped in between.
#include "core/prove/bending.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>

namespace hl::proving {
namespace {

constexpr double forgivenReach = 0.5; // mm

// A slide that runs off the panel that it lies on: what the maker says of its way is further than
// there is paper to hold it.
void slidesOff(const Case& c, std::vector<Finding>& out) {
    constexpr double holds = 0.5; // the part of it that has to stay over the paper
    for (const Join& j : c.assembly.joins) {
        if (!traitsOf(j.kind).slides)
            continue;
        const Panel &held = c.assembly.panels[static_cast<size_t>(j.tab)],
                    &under = c.assembly.panels[static_cast<size_t>(j.landing)];
        const auto over = [&](double way) {
            double area = 0;
            for (const Ring& piece : held.pieces) {
                Ring ring;
                for (const Vec2& p : piece)
                    ring.push_back(j.place.at(p).head<2>() + way * j.along);
                if (areaOf(ring) < 0)
                    std::reverse(ring.begin(), ring.end());
                for (const Ring& paper : under.pieces)
                    area += areaOf(overlapOf(paper, ring));
            }
            return area;
        };
        const double first = over(j.low);
        if (first <= 0)
            continue;                     // it never lies on it: something else is told
        double from = j.low, to = j.high; // the last place where it is held
        if (over(to) >= holds * first)
            continue;
        while (to - from > 0.05)
            (over((from + to) / 2) >= holds * first ? from : to) = (from + to) / 2;
        Finding f = Finding::of("reach.slides-off", Severity::Stop, c.first(), c.last(), c.last(),
                                j.high - from);
        nameIn(f, c, j.tab);
        nameIn(f, c, j.landing);
        f.message = "The " + sayPanel(c, j.tab) + " slides off the " + sayPanel(c, j.landing) +
                    ": from " + sayAmount(c, from) +
                    " of its way on, less than half of it lies "
                    "there, and it is to go " +
                    sayAmount(c, j.high - from) + " further.";
        f.remedy = "Let it slide less far, or begin further from the edge.";
        out.push_back(f);
    }
}

} // namespace

void reach(const Evidence& e, const Stop&, std::vector<Finding>& out) {
    const Case& c = e.c;
    slidesOff(c, out);
    const int last = static_cast<int>(c.poses.size()) - 1;
    // A loop whose paper bends as far as it has to goes on: that is told as a misfit.
    std::vector<bool> stops(c.linkage.loops.size());
    for (size_t l = 0; l < stops.size(); ++l) {
        const auto worst =
            std::max_element(c.poses.begin(), c.poses.end(), [&](const Pose& p, const Pose& q) {
                return p.misfits[l] < q.misfits[l];
            });
        if (worst == c.poses.end() || worst->misfits[l] <= forgivenReach)
            continue;
        const auto bent = bendingOf(c, c.linkage.loops[l], *worst, worst->misfits[l]);
        stops[l] = !bent || bent->way == Bent::TooFar;
    }
    auto goes = [&](int s) {
        const auto& miss = c.poses[s].misfits;
        for (size_t l = 0; l < miss.size(); ++l)
            if (stops[l] && miss[l] > forgivenReach)
                return false;
        return true;
    };
    int stuck = 0;
    for (int s = 0; s <= last; ++s)
        stuck += !goes(s);
    if (stuck == 0 || stuck > last)
        return;
    // The longest stretch that the card can be moved through, and who stops it at either end.
    int from = 0, to = -1;
    for (int s = 0; s <= last;) {
        int end = s;
        while (end <= last && goes(end))
            ++end;
        if (end - s > to - from + 1) {
            from = s;
            to = end - 1;
        }
        s = end + 1;
    }
    Finding f =
        Finding::of("reach.ends", Severity::Stop, c.first(), c.last(), c.poses[from].opening);
    std::string who;
    for (int s : {from - 1, to + 1}) {
        if (s < 0 || s > last)
            continue;
        const auto& miss = c.poses[s].misfits;
        const auto worst = std::max_element(miss.begin(), miss.end());
        const Loop& loop = c.linkage.loops[static_cast<size_t>(worst - miss.begin())];
        f.amount = std::max(f.amount, *worst);
        nameIn(f, c, loop.held);
        const int crease = loop.crease >= 0 ? loop.crease
                           : loop.join >= 0 ? c.assembly.crease(c.assembly.joins[loop.join].crease)
                                            : -1;
        const std::string name =
            crease >= 0 ? "the " + sayCrease(c, crease) : "the " + sayPanel(c, loop.held);
        if (who.find(name) == std::string::npos)
            who += (who.empty() ? "" : " and ") + name;
    }
    f.openingFrom = from > 0 ? c.first() : c.poses[to].opening;
    f.openingTo = to < last ? c.last() : c.poses[from].opening;
    f.message = "The card can only be moved " +
                (from == to ? sayOpening(c, c.poses[from].opening, c.poses[from].opening)
                            : sayOpening(c, c.poses[from].opening, c.poses[to].opening)) +
                ": further, " + who + " cannot follow.";
    f.remedy = "Make both ways round that crease equally long, or move the card only that far.";
    out.push_back(f);
}

} // namespace hl::proving
