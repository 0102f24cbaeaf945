// Spans: film and thread that are too short for the motion, that catch the edges of their window,
// or whose slack looks out of the closed card.
#include "core/assembly/bodies.h"
#include "core/fold/span.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
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
    Finding f = Finding::of("spans.short", Severity::Stop, from, to, at, most - s.length);
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
    Finding f = Finding::of("spans.looks-out", Severity::Caution, c.first(), c.first(), c.first(),
                            slack - room);
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
    Finding f = Finding::of("spans.resists", Severity::Note, c.first(), c.last(), at, radius);
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

// The shortest way from one place to another round the free edges of a flat panel between them;
// along a fold more paper goes on.
double wayRound(const Case& c, size_t panel, const Rigid& at, const Vec3& a, const Vec3& b) {
    constexpr double same = 1e-6; // mm
    const Ring& outline = c.assembly.panels[panel].outline;
    double least = 1e300;
    for (size_t i = 0; i < outline.size(); ++i) {
        const Vec2 &from2 = outline[i], &to2 = outline[(i + 1) % outline.size()];
        const bool folded =
            std::any_of(c.assembly.creases.begin(), c.assembly.creases.end(), [&](const Crease& k) {
                const Vec2 aside = leftOf(k.dir());
                return (k.left == static_cast<int>(panel) || k.right == static_cast<int>(panel)) &&
                       std::fabs(aside.dot(from2 - k.from)) < same &&
                       std::fabs(aside.dot(to2 - k.from)) < same;
            });
        if (folded)
            continue;
        const Vec3 p = at.at(from2), q = at.at(to2);
        double from = 0, to = 1; // the way is convex along an edge
        const auto way = [&](double t) {
            const Vec3 on = p + t * (q - p);
            return (a - on).norm() + (b - on).norm();
        };
        for (int n = 0; n < 40; ++n) {
            const double x = from + (to - from) / 3, y = to - (to - from) / 3;
            const bool nearer = way(x) < way(y);
            (nearer ? to : from) = nearer ? y : x;
        }
        least = std::min(least, way((from + to) / 2));
    }
    return least;
}

// The panel that a span goes through in a pose, without being long enough to go round it; -1: none.
// However it bows, it is no shorter than the straight way from end to end.
int goesThrough(const Case& c, const Span& s, const Pose& pose, const std::vector<int>& bodies) {
    constexpr double clear = 0.5; // mm on both sides
    const auto end = [&](int which) {
        return pose.panels[static_cast<size_t>(s.panels[which])].at(
            (s.edges[which].first + s.edges[which].second) / 2);
    };
    const Vec3 a = end(0), b = end(1);
    for (size_t p = 0; p < c.assembly.panels.size(); ++p) {
        const Panel& panel = c.assembly.panels[p];
        const auto own = [&](int which) {
            return bodies[static_cast<size_t>(s.panels[which])] == bodies[p];
        };
        if (c.linkage.loose[p] || own(0) || own(1) ||
            std::find(s.hung.begin(), s.hung.end(), static_cast<int>(p)) != s.hung.end())
            continue;
        const Rigid back = pose.panels[p].inverse();
        const Vec3 from = back * a, to = back * b;
        if (std::min(from.z(), to.z()) > -clear || std::max(from.z(), to.z()) < clear)
            continue; // both ends are on one side
        const Vec3 on = from + (to - from) * (from.z() / (from.z() - to.z()));
        if (onPaper(panel.outline, panel.apertures, on.head<2>()) &&
            wayRound(c, p, pose.panels[p], a, b) > s.length + stretches)
            return static_cast<int>(p);
    }
    return -1;
}

void meets(const Case& c, const Span& s, const Stop& stop, std::vector<Finding>& out) {
    constexpr size_t looked = 60; // poses
    const std::vector<int> bodies = bodiesOf(c.assembly);
    const size_t each = std::max<size_t>(1, c.poses.size() / looked);
    double from = 1e300, to = -1e300;
    int through = -1;
    for (size_t i = 0; i < c.poses.size() && !stop; i += each) {
        if (liesFlat(c, c.poses[i]))
            continue; // there it is laid aside by hand
        const int panel = goesThrough(c, s, c.poses[i], bodies);
        if (panel < 0)
            continue;
        through = panel;
        from = std::min(from, c.poses[i].opening);
        to = std::max(to, c.poses[i].opening);
    }
    if (through < 0)
        return;
    Finding f = Finding::of("spans.through", Severity::Stop, from, to, (from + to) / 2);
    nameIn(f, c, through);
    f.parts.push_back(s.id);
    f.message = capital(sayOwner(c.design, s.structure)) + " would have to go through the " +
                sayPanel(c, through) + " " + sayOpening(c, from, to) +
                ": it is too short to go round it.";
    f.remedy = "Cut an opening where it passes, hold its end on the other side, or make it longer.";
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
        meets(c, s, stop, out);
        if (s.wire)
            resists(c, s, out);
        const double width = (s.edges[0].second - s.edges[0].first).norm();
        if (!s.thread && s.window > 0 && width > s.window - roomInWindow) {
            Finding f = Finding::of("spans.catches", Severity::Caution, c.first(), c.last(),
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

} // namespace hl::proving
