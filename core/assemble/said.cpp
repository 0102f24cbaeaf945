#include "core/assemble/said.h"
#include "core/measure/number.h"
#include "core/structures/cards/row.h"
#include <algorithm>
#include <cmath>

namespace hl::assembling {
namespace {

LineKind kindOf(SayFold fold) {
    return fold == SayFold::Valley     ? LineKind::Valley
           : fold == SayFold::Mountain ? LineKind::Mountain
                                       : LineKind::Either;
}

Point pointAt(double x, double y) { return {Measure::fromMm(x), Measure::fromMm(y)}; }

// On whole nanometres, as the ends of scores are: corners and scores meet exactly.
void add(Ring& ring, const Vec2& exact) {
    const Vec2 p(Measure::fromMm(exact.x()).mm(), Measure::fromMm(exact.y()).mm());
    if (ring.empty() || (ring.back() - p).norm() > 1e-7)
        ring.push_back(p);
}

// Without corners at which the outline goes straight on.
Ring simplified(const Ring& ring) {
    Ring out;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 &a = ring[(i + ring.size() - 1) % ring.size()], &p = ring[i],
                   &b = ring[(i + 1) % ring.size()];
        if (std::fabs(leftOf((p - a).normalized()).dot(b - p)) > 1e-7)
            out.push_back(p);
    }
    return out;
}

double lowOf(const SayLine& line, size_t n) {
    return line.raised.empty() ? 0 : line.raised[n].mm();
}

std::string scoreName(size_t score) { return "fold-" + numberText(score + 1); }

std::string nameOfFold(size_t score) { return foldName(score + 1); }

} // namespace

SaidSheet saidSheet(const SayLine& line, size_t first, size_t last, double x0, double height,
                    std::string (*named)(size_t)) {
    SaidSheet out;
    const auto heightAt = [&](size_t n) { return line.heightAt(n, height); };
    for (size_t i = first; i <= last; ++i) {
        add(out.outline, {x0 + line.startOf(i), lowOf(line, i)});
        add(out.outline, {x0 + line.startOf(i + 1), lowOf(line, i)});
    }
    for (size_t i = last + 1; i-- > first;) {
        add(out.outline, {x0 + line.startOf(i + 1), lowOf(line, i) + heightAt(i).second});
        add(out.outline, {x0 + line.startOf(i), lowOf(line, i) + heightAt(i).first});
    }
    out.outline = simplified(out.outline);
    for (size_t i = first; i < last; ++i) {
        const SayScore& s = line.scores[i];
        const double x = x0 + line.startOf(i + 1);
        double low = std::max(lowOf(line, i), lowOf(line, i + 1));
        double high = std::min(lowOf(line, i) + heightAt(i).second,
                               lowOf(line, i + 1) + heightAt(i + 1).first);
        if (s.from)
            low = std::max(low, s.from->mm());
        if (s.to)
            high = std::min(high, s.to->mm());
        LineSpec l;
        l.id = named(i);
        l.kind = kindOf(s.fold);
        l.points = {pointAt(x, low), pointAt(x, high)};
        l.rest = s.shown;
        out.lines.push_back(l);
    }
    int n = 0;
    for (const SaySlit& s : line.slits) {
        LineSpec l;
        l.id = "slit-" + numberText(++n);
        l.kind = LineKind::Slit;
        l.points = s.across ? std::vector{pointAt(x0 + s.from.mm(), s.at.mm()),
                                          pointAt(x0 + s.to.mm(), s.at.mm())}
                            : std::vector{pointAt(x0 + s.at.mm(), s.from.mm()),
                                          pointAt(x0 + s.at.mm(), s.to.mm())};
        const double middle = (l.points[0].x.mm() + l.points[1].x.mm()) / 2 - x0;
        if (middle >= line.startOf(first) - 1e-9 && middle <= line.startOf(last + 1) + 1e-9)
            out.lines.push_back(l);
    }
    return out;
}

namespace {

// What cannot be built of a line, whatever it is for.
Trouble unsound(const SayLine& line, double height) {
    for (size_t i = 0; i < line.panels.size(); ++i) {
        const auto [left, right] = line.heightAt(i, height);
        if (line.panels[i].mm() < 0.5)
            return Problem{"score list, panel " + numberText(i + 1),
                           "it is " + (line.panels[i].count > 0 ? std::string("too narrow to fold")
                                                                : std::string("gone")),
                           "make it 0.5 mm or wider"};
        if (std::min(left, right) < 1)
            return Problem{"score list, panel " + numberText(i + 1), "it has no height",
                           "say its height, like height 68"};
    }
    for (size_t i = 0; i + 1 < line.panels.size(); ++i) {
        const double low = std::max(lowOf(line, i), lowOf(line, i + 1));
        const double high = std::min(lowOf(line, i) + line.heightAt(i, height).second,
                                     lowOf(line, i + 1) + line.heightAt(i + 1, height).first);
        const SayScore& s = line.scores[i];
        const double from = s.from ? std::max(low, s.from->mm()) : low,
                     to = s.to ? std::min(high, s.to->mm()) : high;
        if (to - from < 1)
            return Problem{"score list, score " + numberText(i + 1),
                           "the panels beside it hang together by less than 1 mm",
                           "let them overlap along the score"};
    }
    return {};
}

} // namespace

Result<FreePart> workedOut(const FreePart& part) {
    if (part.say.empty())
        return part;
    if (!part.outline.empty())
        return Problem{"part " + part.id, "it has an outline and a score list",
                       "remove the one or the other"};
    for (const SayScore& s : part.say.scores)
        if (s.hinge)
            return Problem{"part " + part.id + ", score list", "a hinge joins two parts",
                           "make two parts of it, the first with a tab"};
    const double height = part.height.mm();
    if (Trouble t = unsound(part.say, height))
        return t->in("part " + part.id);
    FreePart out = part;
    out.say = {};
    const SaidSheet sheet =
        saidSheet(part.say, 0, part.say.panels.size() - 1, 0, height, scoreName);
    for (const Vec2& p : sheet.outline)
        out.outline.push_back(pointAt(p.x(), p.y()));
    out.lines = sheet.lines;
    out.lines.insert(out.lines.end(), part.lines.begin(), part.lines.end());
    return out;
}

Result<std::vector<CardSheet>> cardSheets(const SayLine& say, double height) {
    if (Trouble t = unsound(say, height))
        return t->in("card");
    const double x0 = -say.panels[0].mm();
    std::vector<CardSheet> out;
    for (size_t first = 0; first < say.panels.size();) {
        size_t last = first;
        while (last < say.scores.size() && !say.scores[last].hinge)
            ++last;
        const SaidSheet sheet = saidSheet(say, first, last, x0, height, nameOfFold);
        CardSheet s;
        s.outline = sheet.outline;
        for (const LineSpec& l : sheet.lines) {
            const Vec2 from(l.points[0].x.mm(), l.points[0].y.mm()),
                to(l.points[1].x.mm(), l.points[1].y.mm());
            if (l.kind == LineKind::Slit)
                s.slits.push_back({l.id, Fold::Valley, from, to});
            else
                s.folds.push_back({l.id,
                                   l.kind == LineKind::Mountain ? Fold::Mountain : Fold::Valley,
                                   from, to, l.kind == LineKind::Either});
        }
        for (size_t i = first; i <= last; ++i) {
            const std::string name = say.panels.size() == 1 ? "base"
                                     : i == 0               ? "page-left"
                                     : i == 1               ? "page-right"
                                                            : "page-" + numberText(i + 1);
            s.pages.emplace_back(first == last ? "sheet"
                                 : i == first  ? foldName(i + 1) + "-left"
                                               : foldName(i) + "-right",
                                 name);
        }
        if (first > 0) {
            const SayScore& joint = say.scores[first - 1];
            const double low = std::max(lowOf(say, first - 1), lowOf(say, first));
            const double high =
                std::min(lowOf(say, first - 1) + say.heightAt(first - 1, height).second,
                         lowOf(say, first) + say.heightAt(first, height).first);
            const double x = x0 + say.startOf(first);
            s.hinge =
                CardSheet::Hinge{{foldName(first),
                                  joint.fold == SayFold::Mountain ? Fold::Mountain : Fold::Valley,
                                  {x, low},
                                  {x, high},
                                  joint.fold == SayFold::Either},
                                 joint.hinge->mm(),
                                 joint.hingeRight};
        }
        out.push_back(s);
        first = last + 1;
    }
    return out;
}

} // namespace hl::assembling
