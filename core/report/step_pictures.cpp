#include "core/report/step_pictures.h"
#include "core/prove/saying.h"
#include "core/report/pictures.h"
#include "core/report/plan_pictures.h"
#include "core/steps/partial.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace hl::report {
namespace {

constexpr double wide = 130, high = 95; // mm
constexpr double aroundIt = 4;          // mm

} // namespace

Picture glueMap(const Pattern& pattern, const std::string& caption) {
    Picture map;
    const Vec2 size = pattern.high - pattern.low;
    map.width = size.x() + aroundIt;
    map.height = size.y() + aroundIt;
    map.caption = caption;
    for (Shape s : pattern.strokes) {
        for (Vec2& q : s.points)
            q = Vec2(q.x() - pattern.low.x() + aroundIt / 2,
                     pattern.high.y() - q.y() + aroundIt / 2);
        map.items.push_back(std::move(s));
    }
    return map;
}

StepPainter::StepPainter(const Case& c, const Plan& plan, const steps::Work& work,
                         const Drawer* drawer, bool inItsPapers)
    : c_(c), plan_(plan), work_(work), drawer_(drawer), patterns_(patternsOf(c.design, c.assembly)),
      inItsPapers_(inItsPapers) {}

const Stock& StepPainter::paper(const std::string& name) const {
    for (const Stock& s : c_.design.stocks)
        if (s.name == name)
            return s;
    return c_.design.paper("");
}

StepPictures StepPainter::of(size_t step, const Stop& stop) const {
    const steps::WorkStep& s = work_.steps.at(step);
    switch (s.what) {
    case steps::Do::Cut:
        return cut(s);
    case steps::Do::Score:
        return score(s);
    case steps::Do::Snip:
    case steps::Do::Fold:
        return flat(s);
    case steps::Do::Mat:
    case steps::Do::Figure:
        return laid(s);
    default:
        return standing(step, stop);
    }
}

StepPictures StepPainter::cut(const steps::WorkStep& s) const {
    // The sheet on which most of the step's parts lie; of several alike the first.
    const PlannedSheet* best = nullptr;
    size_t most = 0;
    for (const PlannedSheet& sheet : plan_.cuts.sheets) {
        size_t on = 0;
        for (const CutBlank& b : sheet.blanks)
            for (const std::string& id : plan_.parts[b.listed].ids)
                on += std::find(s.parts.begin(), s.parts.end(), id) != s.parts.end();
        if (on > most) {
            most = on;
            best = &sheet;
        }
    }
    if (!best)
        return flat(s);
    const std::string face = paper(best->paper).face;
    return {cutOverview(*best, face, c_.design.units, wide, high),
            cutPicture(*best, best->cuts.size(), face, c_.design.units, wide, high)};
}

StepPictures StepPainter::score(const steps::WorkStep& s) const {
    for (const BlankScores& b : plan_.scores) {
        const ListedPart& p = plan_.parts[b.listed];
        if (p.ids.empty() || s.parts.empty() || p.ids.front() != s.parts.front())
            continue;
        const Stock& stock = paper(p.paper);
        const ScoringBoard board = drawer_ ? drawer_->board : ScoringBoard();
        const auto at = [&](size_t n) {
            return boardPicture(b, p, n, board, stock.face, stock.back, c_.design.units, wide,
                                high);
        };
        return {at(0), at(b.steps.size())};
    }
    return flat(s);
}

StepPictures StepPainter::flat(const steps::WorkStep& s) const {
    const int part = s.parts.empty() ? -1 : c_.assembly.part(s.parts.front());
    if (part < 0)
        return {};
    const auto i = static_cast<size_t>(part);
    Picture map = glueMap(patterns_[i], c_.assembly.parts[i].name);
    return {map, map};
}

StepPictures StepPainter::laid(const steps::WorkStep& s) const {
    const Assembly& a = c_.assembly;
    const int first = s.joins.empty() ? -1 : a.join(s.joins.front());
    if (first < 0)
        return flat(s);
    const int on = a.joins[static_cast<size_t>(first)].landing;
    const bool face = a.joins[static_cast<size_t>(first)].ontoFace();
    const Panel& under = a.panels[static_cast<size_t>(on)];
    // As the panel lies before the maker, upright; from behind if it is its back.
    const Vec2 up = a.parts[static_cast<size_t>(under.part)].up, aside = rightOf(up);
    const auto seen = [&](const Vec2& p) {
        return Vec2((face ? 1 : -1) * aside.dot(p), -up.dot(p));
    };
    Vec2 low(1e300, 1e300), most(-1e300, -1e300);
    const auto meet = [&](const Vec2& p) {
        low = low.cwiseMin(p);
        most = most.cwiseMax(p);
    };
    std::vector<Ring> pieces;
    for (const std::string& id : s.joins) {
        const Join& j = a.joins[static_cast<size_t>(a.join(id))];
        if (j.landing != on)
            continue;
        Ring ring;
        for (const Vec2& p : a.panels[static_cast<size_t>(j.tab)].outline)
            ring.push_back(seen(j.place.at(p).head<2>()));
        for (const Vec2& p : ring)
            meet(p);
        pieces.push_back(std::move(ring));
    }
    Ring outline;
    for (const Vec2& p : under.outline)
        outline.push_back(seen(p));
    for (const Vec2& p : outline)
        meet(p);
    const Vec2 shift = Vec2(aroundIt / 2, aroundIt / 2) - low;
    const auto drawnAt = [&](const Ring& ring) {
        Ring out;
        for (const Vec2& p : ring)
            out.push_back(p + shift);
        return out;
    };
    Picture before;
    before.width = most.x() - low.x() + aroundIt;
    before.height = most.y() - low.y() + aroundIt;
    before.caption = capital(sayPanel(c_, on)) + (face ? "" : ", its back");
    Shape panel = drawn(Line::Cut, drawnAt(outline), true);
    panel.fill = {Tint::Paper, 0.1, Line::Cut, 0};
    before.items.emplace_back(panel);
    for (const Ring& hole : under.apertures) {
        Ring ring;
        for (const Vec2& p : hole)
            ring.push_back(seen(p));
        Shape opening = drawn(Line::Cut, drawnAt(ring), true);
        opening.fill = {Tint::Ground, 0, Line::Cut, 0};
        before.items.emplace_back(opening);
    }
    StepPictures out{before, before};
    for (const Ring& ring : pieces) {
        Shape piece;
        piece.points = drawnAt(ring);
        piece.line = {Tint::Accent, 0, Line::Cut, 0};
        piece.width = 0.4;
        piece.dashes = {2, 1.5};
        out.before.items.emplace_back(piece); // where it will lie
        piece.dashes.clear();
        piece.fill = {Tint::Paper, 0.6, Line::Cut, 0};
        out.after.items.emplace_back(piece);
    }
    return out;
}

StepPictures StepPainter::standing(size_t step, const Stop& stop) const {
    const steps::WorkStep& s = work_.steps[step];
    const auto folded = [&](size_t count) {
        return std::make_unique<const Case>(
            c_.design, steps::partialOf(c_.assembly, steps::madeBy(work_, count)), stop.flag);
    };
    const auto now = folded(step + 1);
    if (stop)
        return {};
    const bool there = std::all_of(s.joins.begin(), s.joins.end(), [&](const std::string& id) {
        return now->assembly.join(id) >= 0;
    });
    if (!there) // it is not on the card yet
        return flat(s);
    std::vector<std::string> held;
    for (const std::string& id : s.joins)
        held.push_back(
            now->assembly
                .panels[static_cast<size_t>(
                    now->assembly.joins[static_cast<size_t>(now->assembly.join(id))].tab)]
                .id);
    const auto at = [](const Case& c, double part) {
        return c.first() + part * (c.last() - c.first());
    };
    StepPictures out;
    const double shown = std::clamp(now->assembly.display.at, now->first(), now->last());
    if (s.what == steps::Do::Check || s.what == steps::Do::Wait) {
        out.before = standingOf(*now, at(*now, s.what == steps::Do::Wait ? 0 : 0.15), {}, wide,
                                high, inItsPapers_);
        out.after = standingOf(*now, shown, {}, wide, high, inItsPapers_);
        return out;
    }
    // Laid down with the card open; closed onto what faces up.
    const auto earlier = folded(step);
    if (stop)
        return {};
    out.before = standingOf(*earlier, at(*earlier, s.what == steps::Do::Close ? 0.3 : 0.9), held,
                            wide, high, inItsPapers_);
    out.after = standingOf(*now, s.what == steps::Do::Close ? shown : at(*now, 0.9), held, wide,
                           high, inItsPapers_);
    return out;
}

namespace {

// Another picture in this one, its upper left corner at `at`.
void put(Picture& onto, const Picture& p, const Vec2& at) {
    for (Item item : p.items) {
        if (auto* shape = std::get_if<Shape>(&item)) {
            for (Vec2& q : shape->points)
                q += at;
        } else if (auto* words = std::get_if<Words>(&item)) {
            words->at += at;
        } else if (auto* image = std::get_if<Image>(&item)) {
            image->at += at;
            for (Ring& ring : image->clip)
                for (Vec2& q : ring)
                    q += at;
        }
        onto.items.push_back(std::move(item));
    }
}

} // namespace

Picture stacked(const StepPictures& pictures) {
    constexpr double arrow = 10; // mm
    const Picture &one = pictures.before, &other = pictures.after;
    if (one.items.empty() || one.items.size() == other.items.size())
        if (one.width == other.width && one.caption == other.caption)
            return other;
    Picture out;
    out.width = std::max(one.width, other.width);
    out.height = one.height + arrow + other.height;
    put(out, one, {(out.width - one.width) / 2, 0});
    const Vec2 tip(out.width / 2, one.height + arrow - 1);
    out.line({tip.x(), one.height + 1}, tip, {Tint::Ink, 0, Line::Cut, 0}, 0.5);
    for (double side : {-2.0, 2.0})
        out.line(tip, tip + Vec2(side, -3), {Tint::Ink, 0, Line::Cut, 0}, 0.5);
    put(out, other, {(out.width - other.width) / 2, one.height + arrow});
    out.caption = other.caption;
    return out;
}

} // namespace hl::report
