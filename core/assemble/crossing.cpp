#include "core/assemble/crossing.h"
#include "core/assemble/lines.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>

namespace hl::assembling {
namespace {

constexpr double leastDepth = 1;           // mm of a slit
constexpr const char* slitOf = "slit-of-"; // a join, the id of its slits

Point pointOf(const Vec2& p) { return {Measure::fromMm(p.x()), Measure::fromMm(p.y())}; }

// How far a line reaches within a ring, measured along it from `p`; none where it misses it.
void reach(const Ring& ring, const Vec2& p, const Vec2& way, double& low, double& high) {
    const Vec2 aside = leftOf(way);
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 a = ring[i] - p, b = ring[(i + 1) % ring.size()] - p;
        const double u = aside.dot(a), v = aside.dot(b);
        if (std::fabs(u) > 1e-7 && std::fabs(v) > 1e-7 && (u > 0) == (v > 0))
            continue;
        for (double t : {std::fabs(u - v) < 1e-7 ? 0 : u / (u - v),
                         std::fabs(u - v) < 1e-7 ? 1 : u / (u - v)}) {
            const double at = way.dot(a + t * (b - a));
            low = std::min(low, at);
            high = std::max(high, at);
        }
    }
}

// Where a line runs on the sheet of a panel. It has to leave paper on both sides.
Result<SheetCrossing::Way> wayOf(const Assembly& a, const std::string& id, const std::string& word,
                                 double off, const std::string& place) {
    const int panel = a.panel(id);
    if (panel < 0)
        return Problem{place, "there is no panel “" + id + "”",
                       "name a panel of a part, such as card.page-left"};
    auto line = lineOn(a, panel, word, place);
    if (!line)
        return line.problem();
    const auto& [at, way] = *line;
    const int part = a.panels[static_cast<size_t>(panel)].part;
    Vec2 middle = Vec2::Zero(), aside = leftOf(way);
    const Ring& own = a.panels[static_cast<size_t>(panel)].outline;
    for (const Vec2& p : own)
        middle += p / static_cast<double>(own.size());
    if ((middle - at).dot(aside) < -1e-9) // as everywhere, `off` is measured into the panel
        aside = -aside;
    const Vec2 from = at + off * aside;
    double low = 1e300, high = -1e300, left = 0, right = 0;
    for (const Panel& p : a.panels) {
        if (p.part != part)
            continue;
        reach(p.outline, from, way, low, high);
        for (const Vec2& q : p.outline) {
            left = std::max(left, leftOf(way).dot(q - from));
            right = std::max(right, -leftOf(way).dot(q - from));
        }
    }
    if (std::min(left, right) < leastDepth || high - low < 2 * leastDepth)
        return Problem{place, "along “" + word + "” the sheet cannot be slit: it would be cut off",
                       "name a crease, or the middle, that leaves paper on both sides"};
    return SheetCrossing::Way{from + low * way, from + high * way};
}

// Takes the stretch from `a` to `b` out of a score of a line whose heights run up from 0.
void endAt(SayScore& score, double a, double b, double low, double high) {
    if (a <= low + 1e-6)
        score.from = Measure::fromMm(b);
    else if (b >= high - 1e-6)
        score.to = Measure::fromMm(a);
}

// One slit in the sheet of `panel`, from `from` to `to` of its flat coordinates.
Trouble slit(Design& d, const std::string& panel, const std::string& id, const Vec2& from,
             const Vec2& to, const SheetCrossing::Way& way, const std::string& place) {
    FreePart* part = d.part(ownerOf(panel));
    SayLine* say = part                  ? part->say.empty() ? nullptr : &part->say
                   : !d.card.say.empty() ? &d.card.say
                                         : nullptr;
    if (say) {
        const double x0 = part ? 0 : -say->panels[0].mm();
        const double x = from.x() - x0, a = std::min(from.y(), to.y()),
                     b = std::max(from.y(), to.y());
        if (std::fabs(from.x() - to.x()) > 1e-6)
            return Problem{place, "a sheet that is told by a line is slit along its scores",
                           "name a crease of it, or left, right or middle"};
        say->slits.push_back({false, Measure::fromMm(x), Measure::fromMm(a), Measure::fromMm(b)});
        for (size_t i = 0; i < say->scores.size(); ++i)
            if (std::fabs(say->startOf(i + 1) - x) < 1e-6)
                endAt(say->scores[i], a, b, std::min(way.from.y(), way.to.y()),
                      std::max(way.from.y(), way.to.y()));
        return {};
    }
    LineSpec line;
    line.id = id;
    line.kind = LineKind::Slit;
    line.points = {pointOf(from), pointOf(to)};
    if (!part) {
        if (std::fabs(from.x()) < 1e-6 && std::fabs(to.x()) < 1e-6)
            return Problem{place, "the spine of this card stays whole",
                           "make it a card of pages, told by a line"};
        d.card.lines.push_back(line);
        return {};
    }
    // A crease along the slit ends where the slit begins.
    for (LineSpec& l : part->lines) {
        if (l.kind == LineKind::Slit || l.points.size() != 2)
            continue;
        const Vec2 p(l.points[0].x.mm(), l.points[0].y.mm()),
            q(l.points[1].x.mm(), l.points[1].y.mm());
        const Vec2 dir = (to - from).normalized();
        if (std::fabs(leftOf(dir).dot(p - from)) > 1e-6 ||
            std::fabs(leftOf(dir).dot(q - from)) > 1e-6)
            continue;
        for (Point* end : {&l.points[0], &l.points[1]}) {
            const double t = dir.dot(Vec2(end->x.mm(), end->y.mm()) - from);
            if (t > -1e-6 && t < (to - from).norm() + 1e-6)
                *end = (Vec2(end->x.mm(), end->y.mm()) - way.from).norm() <
                               (Vec2(end->x.mm(), end->y.mm()) - way.to).norm()
                           ? pointOf((from - way.from).norm() < 1e-6 ? to : from)
                           : pointOf((to - way.to).norm() < 1e-6 ? from : to);
        }
    }
    part->lines.push_back(line);
    return {};
}

} // namespace

Result<SheetCrossing> sheetCrossingOf(const JoinSpec& join, const Assembly& a) {
    const std::string place = "join " + join.id;
    auto held = wayOf(a, join.panel, join.line, 0, place);
    if (!held)
        return held.problem();
    auto landing = wayOf(a, join.onto, join.ontoLine, join.off.mm(), place);
    if (!landing)
        return landing.problem();
    return SheetCrossing{*held, *landing};
}

bool isOfCrossing(const std::string& line) { return line.rfind(slitOf, 0) == 0; }

Result<Design> slitWhereCrossed(const Design& design, const Assembly& sheets) {
    Design d = design;
    for (const JoinSpec& j : design.joins) {
        if (!j.crossing)
            continue;
        auto crossing = sheetCrossingOf(j, sheets);
        if (!crossing)
            return crossing.problem();
        const auto& [held, landing] = *crossing;
        const std::string place = "join " + j.id, id = slitOf + j.id;
        const double deep = crossing->depth();
        if (Trouble t = slit(d, j.onto, id, landing.from, landing.from + deep * landing.up(),
                             landing, place))
            return *t;
        if (Trouble t = slit(d, j.panel, id, held.from + deep * held.up(), held.to, held, place))
            return *t;
    }
    return d;
}

} // namespace hl::assembling
