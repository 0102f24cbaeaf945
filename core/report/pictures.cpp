#include "core/report/pictures.h"
#include "core/measure/number.h"
#include "core/prove/saying.h"
#include "core/report/dimension.h"
#include "core/report/tints.h"
#include <algorithm>
#include <cmath>

namespace hl::report {
namespace {

Colour severity(Severity s) {
    return {s == Severity::Stop      ? Tint::Stop
            : s == Severity::Caution ? Tint::Caution
                                     : Tint::Note,
            0};
}

std::string whole(double v) { return numberText(static_cast<int>(std::lround(v))); }

// A round number of the maker's units at or above v mm, and no less than can be told.
double roundUp(double v, Unit unit) {
    if (unit == Unit::Inch) {
        double inches = 1 / 16.;
        while (inches * 25.4 < v)
            inches *= 2;
        return inches * 25.4;
    }
    v = std::max(v, 0.5);
    const double ten = std::pow(10, std::floor(std::log10(v)));
    for (double by : {1.0, 2.0, 2.5, 5.0, 10.0})
        if (v <= by * ten + 1e-12)
            return by * ten;
    return 10 * ten;
}

} // namespace

Picture chartOf(const Case& c, const Curves& curves, const std::vector<Finding>& findings,
                double at, double width, double height) {
    Picture p;
    p.width = width;
    p.height = height;
    p.caption = "Clearance, misfit, height and overhang over the opening";
    if (curves.openings.size() < 2)
        return p;
    struct Lane {
        const char* name;
        const std::vector<double>* values;
    };
    const Lane lanes[] = {{"Height", &curves.height},
                          {"Clearance", &curves.clearance},
                          {"Overhang", &curves.overhang},
                          {"Misfit", &curves.misfit}};
    const double left = 25, right = width - 15, bottom = height - 13, top = 3;
    const double from = curves.openings.front(), to = curves.openings.back();
    auto x = [&](double opening) { return left + (right - left) * (opening - from) / (to - from); };
    const double lane = (bottom - top) / 4;
    const double ticks = to - from > 100 ? 30 : to - from > 40 ? 15 : 5;
    for (double t = std::ceil(from / ticks) * ticks; t <= to + 1e-9; t += ticks) {
        p.line({x(t), top}, {x(t), bottom}, rule, 0.15);
        p.write({x(t), bottom + 4}, whole(t) + (c.linkage.course.plain() ? "°" : ""), 2.8, 0,
                quiet);
    }
    for (int i = 0; i < 4; ++i) {
        const double base = top + lane * (i + 1) - 1.5, high = top + lane * i + 2.5;
        const auto& values = *lanes[i].values;
        const double most =
            roundUp(*std::max_element(values.begin(), values.end()), c.design.units);
        auto y = [&](double v) { return base - (base - high) * std::min(1.0, v / most); };
        p.line({left, base}, {right, base}, quiet, 0.2);
        p.write({left - 2, base - lane / 2 + 2.5}, lanes[i].name, 3, 1, ink);
        Shape curve;
        curve.closed = false;
        curve.line = accent;
        curve.width = 0.5;
        bool any = false;
        for (size_t s = 0; s < values.size(); ++s) {
            if (values[s] < 0) { // nothing to measure there
                if (curve.points.size() > 1)
                    p.items.push_back(curve);
                curve.points.clear();
                continue;
            }
            any = true;
            curve.points.emplace_back(x(curves.openings[s]), y(values[s]));
        }
        if (curve.points.size() > 1)
            p.items.push_back(curve);
        p.write({right + 1.5, high + 1}, any ? sayAmount(c, most) : "none", 2.6, -1, quiet);
        p.line({left, high}, {right, high}, rule, 0.15, {0.8, 0.8});
    }
    // Where the findings are, under the lanes.
    double y = bottom + 6.5;
    for (const Finding& f : findings) {
        if (y > height - 1)
            break;
        const double a = x(std::clamp(f.openingFrom, from, to)),
                     b = std::max(a + 0.8, x(std::clamp(f.openingTo, from, to)));
        p.rectangle({a, y - 0.6}, {b, y + 0.6}, severity(f.severity));
        p.mark({x(std::clamp(f.opening, from, to)), y}, 2.2,
               f.severity == Severity::Stop      ? 2
               : f.severity == Severity::Caution ? 1
                                                 : 0,
               severity(f.severity));
        y += 2.4;
    }
    if (at >= from && at <= to) {
        p.line({x(at), top}, {x(at), bottom}, accent, 0.35, {1.4, 1});
        p.mark({x(at), top}, 2, 1, accent);
    }
    return p;
}

Picture mapOf(const Evidence& e, double width, double height) {
    Picture p;
    p.width = width;
    p.height = height;
    p.caption = "Thickness of the closed card";
    const ClosedCard& card = e.closed;
    const Case& c = e.c;
    if (!card.flat || card.thickness <= 0) {
        p.write({width / 2, height / 2}, "The motion does not begin with the closed card.", 3.2, 0,
                quiet);
        return p;
    }
    const bool top = c.design.card.spine == SpineSide::Top;
    // As the card lies: a side fold with its spine at the right, a top fold with it at the top.
    const Vec2 size = top ? Vec2(card.size().y(), card.size().x()) : card.size();
    const double room = width - 34, scale = std::min(room / size.x(), (height - 12) / size.y());
    auto at = [&](double x, double y) -> Vec2 {
        const double u = top ? y - card.low.y() : x - card.low.x();
        const double v = top ? card.high.x() - x : card.high.y() - y;
        return {3 + scale * u, (height - scale * size.y()) / 2 + scale * v};
    };
    const ThicknessMap& map = card.map;
    // Runs of equal thickness over cells of about half a millimetre of the picture.
    const int skip = std::max(1, static_cast<int>(std::lround(0.55 / scale / map.cell)));
    for (int r = 0; r < map.rows; r += skip)
        for (int k = 0; k < map.columns;) {
            const float mm = map.at(k, r);
            int end = k;
            while (end < map.columns && std::fabs(map.at(end, r) - mm) < 1e-3f)
                end += skip;
            end = std::min(end, map.columns);
            if (mm > 1e-6f) {
                const double x0 = map.origin.x() + k * map.cell, y0 = map.origin.y() + r * map.cell;
                const double x1 = std::min(card.high.x(), map.origin.x() + end * map.cell),
                             y1 = std::min(card.high.y(), y0 + skip * map.cell);
                p.rectangle(at(x0, y0), at(x1, y1),
                            {Tint::Heat, mm / static_cast<float>(card.thickness)});
            }
            k = end;
        }
    // The card's own edge over it, dashed: what reaches beyond is seen.
    Shape edge;
    edge.points = {at(card.cardLow.x(), card.cardLow.y()), at(card.cardHigh.x(), card.cardLow.y()),
                   at(card.cardHigh.x(), card.cardHigh.y()),
                   at(card.cardLow.x(), card.cardHigh.y())};
    edge.line = ink;
    edge.width = 0.35;
    edge.dashes = {1.6, 0.9};
    p.items.push_back(edge);
    p.line(at(0, card.cardLow.y()), at(0, card.cardHigh.y()), ink, 0.8);
    const Vec2 thick = at(card.thickest.x(), card.thickest.y());
    p.mark(thick, 3.4, 2, {Tint::Ground, 0});
    p.mark(thick, 2.4, 2, {Tint::Stop, 0});
    // The scale.
    const double x = width - 26;
    for (int i = 0; i < 20; ++i)
        p.rectangle({x, 8 + 40.0 * (19 - i) / 20}, {x + 6, 8 + 40.0 * (20 - i) / 20},
                    {Tint::Heat, (i + 0.5) / 20});
    p.write({x + 8, 10}, sayAmount(c, card.thickness), 3, -1);
    p.write({x + 8, 48}, "0", 3, -1, quiet);
    p.mark({x + 3, 56}, 2.4, 2, {Tint::Stop, 0});
    p.write({x + 6, 57}, "thickest", 2.8, -1, quiet);
    p.line({x, 63}, {x + 5, 63}, ink, 0.8);
    p.write({x + 6, 64}, "spine", 2.8, -1, quiet);
    return p;
}

namespace {

// Where a plane across the spine meets a panel, and how long that is.
struct Cut {
    Vec2 a, b;
    int panel;
    double length;
};

// All cuts at `section` along the spine, of a pose.
std::vector<Cut> cutAcross(const Case& c, const Pose& pose, double section) {
    std::vector<Cut> out;
    for (size_t i = 0; i < pose.panels.size(); ++i) {
        if (c.linkage.loose[i])
            continue;
        for (const Ring& ring : c.assembly.panels[i].pieces) {
            std::vector<Vec2> ends;
            for (size_t k = 0; k < ring.size(); ++k) {
                const Vec3 q = pose.panels[i].at(ring[k]),
                           r = pose.panels[i].at(ring[(k + 1) % ring.size()]);
                const double hq = q.y() - section, hr = r.y() - section;
                if ((hq < 0) == (hr < 0))
                    continue;
                const Vec3 x = q + (r - q) * (hq / (hq - hr));
                ends.emplace_back(x.x(), x.z());
            }
            if (ends.size() >= 2 && (ends[0] - ends[1]).norm() >= 0.05)
                out.push_back({ends[0], ends[1], static_cast<int>(i), (ends[0] - ends[1]).norm()});
        }
    }
    return out;
}

// Lengths along the longest walls, as many as there is room for. `at` puts a place on the picture.
template<class At>
void tellLengths(Picture& p, const Case& c, std::vector<Cut> cuts, const At& at) {
    constexpr size_t most = 9;
    std::stable_sort(cuts.begin(), cuts.end(),
                     [](auto& a, auto& b) { return a.length > b.length; });
    std::vector<Vec2> taken;
    for (const Cut& s : cuts) {
        const Vec2 a = at(s.a), b = at(s.b), mid = (a + b) / 2;
        if (c.assembly.panels[s.panel].role != Role::Wall || (a - b).norm() < 6 ||
            taken.size() == most)
            continue;
        Vec2 n = leftOf((b - a).normalized());
        if (n.y() > 0)
            n = -n;
        const Vec2 where = mid + 2.4 * n;
        if (std::any_of(taken.begin(), taken.end(), [&](const Vec2& t) {
                return std::fabs(t.x() - where.x()) < 12 && std::fabs(t.y() - where.y()) < 3.4;
            }))
            continue;
        taken.push_back(where);
        p.write(where + Vec2(0, 0.9), sayAmount(c, s.length), 2.6,
                n.x() > 0.4    ? -1
                : n.x() < -0.4 ? 1
                               : 0,
                ink);
    }
}

} // namespace

Picture profileOf(const Case& c, double opening, double section, double width, double height) {
    Picture p;
    p.width = width;
    p.height = height;
    p.caption = "Side profile, " + sayAmount(c, section) + " along the spine";
    const std::vector<Cut> cuts = cutAcross(c, poseAt(c.linkage, c.motion, opening), section);
    if (cuts.empty()) {
        p.write({width / 2, height / 2}, "Nothing is cut there.", 3.2, 0, quiet);
        return p;
    }
    Vec2 low = Vec2::Constant(1e300), high = -low;
    for (const Cut& s : cuts)
        for (const Vec2& q : {s.a, s.b}) {
            low = low.cwiseMin(q);
            high = high.cwiseMax(q);
        }
    const Vec2 size = (high - low).cwiseMax(Vec2::Constant(1));
    const double scale = std::min((width - 30) / size.x(), (height - 20) / size.y());
    const Vec2 middle = (low + high) / 2;
    // The opening upward, as the card lies before its maker.
    auto at = [&](const Vec2& q) -> Vec2 {
        return {width / 2 - 7 + scale * (q.x() - middle.x()),
                height / 2 - 5 - scale * (q.y() - middle.y())};
    };
    for (const Cut& s : cuts) {
        const Role role = c.assembly.panels[s.panel].role;
        p.line(at(s.a), at(s.b),
               role == Role::Page  ? ink
               : role == Role::Tab ? quiet
                                   : accent,
               role == Role::Page ? 0.9 : 0.55,
               role == Role::Tab ? std::vector<double>{1, 0.8} : std::vector<double>{});
    }
    tellLengths(p, c, cuts, at);
    const Vec2 l = at({low.x(), low.y()}), h = at({high.x(), high.y()});
    dimension(p, {l.x(), height - 8}, {h.x(), height - 8}, sayAmount(c, size.x()), {0, 1});
    dimension(p, {h.x() + 4, l.y()}, {h.x() + 4, h.y()}, sayAmount(c, size.y()), {1, 0});
    return p;
}

namespace {

// A paper's colour in the shade: 0 in the light, 1 as dark as it gets.
Colour shaded(const std::string& paper, double shade) {
    constexpr double darkest = 0.5;
    Colour out = givenColour(paper);
    std::uint32_t rgb = 0;
    for (int by : {16, 8, 0})
        rgb |= static_cast<std::uint32_t>(std::lround(((out.rgb >> by) & 0xff) *
                                                      (1 - darkest * std::clamp(shade, 0.0, 1.0))))
               << by;
    out.rgb = rgb;
    return out;
}

} // namespace

Picture standingOf(const Case& c, double opening, const std::vector<std::string>& marked,
                   double width, double height, bool inItsPapers) {
    Picture p;
    p.width = width;
    p.height = height;
    p.caption = "The card " + sayOpening(c, opening, opening);
    const Pose pose = poseAt(c.linkage, c.motion, opening);
    // From the front, a quarter turn of the way above and to the side.
    const bool top = c.design.card.spine == SpineSide::Top;
    const Vec3 up = top ? Vec3(-Vec3::UnitX()) : Vec3(Vec3::UnitY());
    const Vec3 side = up.cross(Vec3::UnitZ());
    const Vec3 view = (Vec3::UnitZ() + 0.55 * up + 0.45 * side).normalized();
    const Vec3 right = up.cross(view).normalized(), high = view.cross(right);
    const Vec3 light = (Vec3::UnitZ() + 0.8 * up - 0.5 * side).normalized();
    struct Face {
        std::vector<Vec2> ring;
        double depth, shade;
        bool chosen;
        const std::string* paper;
    };
    std::vector<Face> faces;
    Vec2 low = Vec2::Constant(1e300), most = -low;
    for (size_t i = 0; i < pose.panels.size(); ++i) {
        const Panel& panel = c.assembly.panels[i];
        for (const Ring& piece :
             panel.apertures.empty() ? std::vector<Ring>{panel.outline} : panel.pieces) {
            Face f;
            f.depth = 0;
            for (const Vec2& q : piece) {
                const Vec3 r = pose.panels[i].at(q);
                f.ring.emplace_back(right.dot(r), -high.dot(r));
                f.depth += view.dot(r) / static_cast<double>(piece.size());
                low = low.cwiseMin(f.ring.back());
                most = most.cwiseMax(f.ring.back());
            }
            f.shade = 1 - std::fabs(pose.panels[i].turn.col(2).dot(light));
            if (panel.role == Role::Page)
                f.depth -= 15; // what stands on a page is in front of it
            const Stock& stock = stockOf(c.design, c.assembly, static_cast<int>(i));
            f.paper = pose.panels[i].turn.col(2).dot(view) > 0 ? &stock.face : &stock.back;
            f.chosen = std::find(marked.begin(), marked.end(), panel.id) != marked.end();
            faces.push_back(std::move(f));
        }
    }
    // The painter's order: the farthest first. Good enough for a picture of paper.
    std::stable_sort(faces.begin(), faces.end(),
                     [](const Face& a, const Face& b) { return a.depth < b.depth; });
    const Vec2 size = (most - low).cwiseMax(Vec2::Constant(1));
    const double scale = std::min((width - 8) / size.x(), (height - 8) / size.y());
    const Vec2 shift = Vec2(width, height) / 2 - scale * (low + most) / 2;
    for (Face& f : faces) {
        Shape s;
        for (const Vec2& q : f.ring)
            s.points.push_back(scale * q + shift);
        s.fill = inItsPapers ? shaded(*f.paper, f.shade) : Colour{Tint::Paper, f.shade * 0.7};
        s.line = f.chosen ? Colour{Tint::Stop, 0} : quiet;
        s.width = f.chosen ? 0.6 : 0.2;
        p.items.push_back(s);
    }
    return p;
}

} // namespace hl::report
