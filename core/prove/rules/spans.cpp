// Spans: film and thread that are too short for the motion, that catch the edges of their window,
// or whose slack looks out of the closed card.
#include "core/fold/span.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double stretches = 0.1;   // mm that film gives before it tears or holds the card back
constexpr double unseen = 0.2;      // mm
constexpr double roomInWindow = 2;  // mm, by which film is narrower than its window
constexpr double bendsEasily = 20;  // mm, the radius from which craft wire hardly resists
constexpr double bowKnownFrom = 10; // degrees, from where it shows which way it bows

// How far it is from `at` to the edge of the closed card in that direction, mm.
double roomTo(const ClosedCard& card, const Vec2& at, const Vec2& way) {
    double room = 1e300;
    for (int k = 0; k < 2; ++k)
        if (std::fabs(way[k]) > 1e-9)
            room =
                std::min(room, ((way[k] > 0 ? card.cardHigh : card.cardLow)[k] - at[k]) / way[k]);
    return std::max(0.0, room);
}

void tooShort(const Case& c, const Span& s, std::vector<Finding>& out) {
    double from = 1e300, to = -1e300, at = 0, most = 0;
    for (const Pose& pose : c.poses) {
        const double apart = shapeOf(pose, s, Vec3(0, -1, 0), 2).apart;
        if (apart <= s.length + stretches)
            continue;
        from = std::min(from, pose.opening);
        to = std::max(to, pose.opening);
        if (apart > most) {
            most = apart;
            at = pose.opening;
        }
    }
    if (most <= 0)
        return;
    Finding f = Finding::of("spans", Severity::Stop, from, to, at, most - s.length);
    nameIn(f, c, s.panels[0]);
    nameIn(f, c, s.panels[1]);
    f.parts.push_back(s.id);
    const auto [needed, there] = sayApart(c, most, s.length);
    f.message = capital(sayOwner(c.design, s.structure)) + " is too short " +
                sayOpening(c, from, to) + ": " + there + " are free between its ends, which come " +
                needed + " apart" + (s.window <= 0 && !s.thread ? " round the fold" : "") +
                ". It tears, or keeps the card from opening.";
    f.remedy = "Make it longer by " + sayAmount(c, most - s.length) + ".";
    // What is free of it grows as the whole does; of a thread they are the same.
    const StructureSpec* spec = c.design.structure(s.structure);
    if (spec && (s.thread || spec->set.count("left") + spec->set.count("right") == 2)) {
        const auto held = spec->set.find("held");
        const double ends = s.thread ? 0 : 2 * (held == spec->set.end() ? 6 : held->second.mm());
        f.action = Remedy{s.structure, "length", Measure::fromMm(std::ceil(2 * (most + ends)) / 2)};
    }
    out.push_back(f);
}

void looksOut(const Evidence& e, const Span& s, std::vector<Finding>& out) {
    const Case& c = e.c;
    const FlatState* flat = e.closed.flat;
    if (!flat)
        return;
    const auto lies = [&](int end) {
        const Rigid& at = flat->place[static_cast<size_t>(s.panels[end])];
        return Vec2(at.at((s.edges[end].first + s.edges[end].second) / 2).head<2>());
    };
    const Vec2 a = lies(0), b = lies(1), middle = (a + b) / 2;
    const Vec2 fold = flat->place[static_cast<size_t>(s.panels[0])].at(s.fold).head<2>();
    const double slack = (s.length - (a - b).norm()) / 2; // how far the loop reaches
    if (slack <= 0 || (middle - fold).norm() < 1e-6)
        return;
    const Vec2 away = (middle - fold).normalized();
    double room = 0;
    if (s.thread) { // it can be laid in whatever way there is room
        for (const Vec2& way : {away, Vec2(-away), leftOf(away), rightOf(away)})
            room = std::max(room, roomTo(e.closed, middle, way));
    } else { // it goes where it bows to
        const auto open = std::find_if(c.poses.begin(), c.poses.end(), [&](const Pose& p) {
            return p.opening >= c.first() + bowKnownFrom;
        });
        if (open == c.poses.end())
            return;
        const SpanShape shape = shapeOf(*open, s, Vec3(0, -1, 0), 2);
        const Rigid& first = open->panels[static_cast<size_t>(s.panels[0])];
        const Vec3 fromFold =
            first.at((s.edges[0].first + s.edges[0].second) / 2) - first.at(s.fold);
        room = roomTo(e.closed, middle, shape.way.dot(fromFold) < 0 ? Vec2(-away) : away);
    }
    if (slack <= room + unseen)
        return;
    Finding f =
        Finding::of("spans", Severity::Caution, c.first(), c.first(), c.first(), slack - room);
    nameIn(f, c, s.panels[0]);
    f.parts.push_back(s.id);
    f.message = capital(sayOwner(c.design, s.structure)) + " looks out of the closed card by " +
                sayAmount(c, slack - room) +
                (s.thread ? ", however it is laid." : ": it bows there.");
    f.remedy = s.thread ? "Make it shorter, or put its holes nearer to the fold."
                        : "Make it shorter, or hold its ends further from that edge.";
    out.push_back(f);
}

// Wire is stiff: bent into a narrow loop it springs back, and opens the card.
void resists(const Case& c, const Span& s, std::vector<Finding>& out) {
    double least = 1e300, at = 0;
    for (const Pose& pose : c.poses) {
        const double apart = shapeOf(pose, s, Vec3(0, -1, 0), 2).apart;
        if (apart >= least)
            continue;
        least = apart;
        at = pose.opening;
    }
    const double half = halfAngleOf(std::clamp(least, 1e-3, s.length), s.length);
    const double radius = half > 0 ? s.length / (2 * half) : 1e300; // of the arc
    if (radius > bendsEasily)
        return;
    Finding f = Finding::of("spans", Severity::Note, c.first(), c.last(), at, radius);
    nameIn(f, c, s.panels[0]);
    nameIn(f, c, s.panels[1]);
    f.parts.push_back(s.id);
    f.message = capital(sayOwner(c.design, s.structure)) + " is bent to a radius of " +
                sayAmount(c, radius) + " " + sayOpening(c, at, at) +
                ": wire resists that, and presses the card open.";
    f.remedy = "Bend it once by hand before it goes in, take thinner wire or thread, or put its "
               "holes at different distances from the fold.";
    out.push_back(f);
}

} // namespace

void spans(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    for (const Span& s : c.assembly.spans) {
        if (stop)
            return;
        tooShort(c, s, out);
        looksOut(e, s, out);
        if (s.wire)
            resists(c, s, out);
        const double width = (s.edges[0].second - s.edges[0].first).norm();
        if (!s.thread && s.window > 0 && width > s.window - roomInWindow) {
            Finding f = Finding::of("spans", Severity::Caution, c.first(), c.last(),
                                    c.assembly.display.at, width - s.window + roomInWindow);
            nameIn(f, c, s.panels[0]);
            f.parts.push_back(s.id);
            f.message = capital(sayOwner(c.design, s.structure)) + " is " + sayAmount(c, width) +
                        " wide in a window of " + sayAmount(c, s.window) +
                        ": it catches the edges when it bows.";
            f.remedy = "Keep it " + sayAmount(c, roomInWindow) + " narrower than the window.";
            if (s.window > roomInWindow + 3)
                f.action = Remedy{s.structure, "width",
                                  Measure::fromMm(std::floor(2 * (s.window - roomInWindow)) / 2)};
            out.push_back(f);
        }
    }
}

} // namespace hl
