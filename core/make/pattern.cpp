#include "core/make/pattern.h"
#include "core/assembly/holes.h"
#include "core/design/design.h"
#include "core/make/parts_list.h"
#include "core/structures/layers/words.h"
#include <algorithm>
#include <cmath>
#include <polyclipping/clipper.hpp>

namespace hl::make {
namespace {

constexpr double unitsPerMm = 1e6; // the clipper counts in nanometres
constexpr double hatchSpacing = 2.2;

ClipperLib::Path toClipper(const std::vector<Vec2>& ring) {
    ClipperLib::Path path;
    for (const Vec2& p : ring)
        path.emplace_back(std::llround(p.x() * unitsPerMm), std::llround(p.y() * unitsPerMm));
    return path;
}

std::vector<Vec2> fromClipper(const ClipperLib::Path& path) {
    std::vector<Vec2> ring;
    for (auto& p : path)
        ring.emplace_back(static_cast<double>(p.X) / unitsPerMm,
                          static_cast<double>(p.Y) / unitsPerMm);
    return ring;
}

Vec2 middle(const std::vector<Vec2>& ring) {
    Vec2 sum(0, 0);
    for (const Vec2& p : ring)
        sum += p;
    return sum / static_cast<double>(ring.size());
}

// The name, the paper and the side of the adhesive, on the largest panel that no other part covers.
void label(Pattern& out, const Design& design, const Assembly& a, const Part& part) {
    auto covered = [&](int panel) {
        return std::any_of(a.joins.begin(), a.joins.end(),
                           [&](const Join& g) { return g.landing == panel; });
    };
    int chosen = part.panels.front();
    double best = -1;
    bool onFace = false, onBack = false;
    for (int i : part.panels) {
        for (const Join* g : a.joinsOf(i))
            if (traitsOf(g->kind).sticks)
                (g->onFace ? onFace : onBack) = true;
        const double score = areaOf(a.panels[i].outline) * (covered(i) ? 0.3 : 1);
        if (a.panels[i].role != Role::Tab && score > best + 1e-9) {
            best = score;
            chosen = i;
        }
    }
    const Vec2 at = middle(a.panels[chosen].outline);
    Vec2 room(0, 0);
    for (const Vec2& p : a.panels[chosen].outline)
        room = room.cwiseMax(2 * (p - at).cwiseAbs());
    out.captions.push_back({labelled(at, part.name, 3.4), -1.2, room});
    out.captions.push_back({labelled(at, stockOf(design, part).name, 2.4), 2.4, room});
    // The line it is told by, where one tells it: what is read is what was typed.
    const std::string said = saidOf(a, part, design.units);
    const bool told = said.size() > 0 && 1.3 * static_cast<double>(said.size()) < 2 * room.x();
    if (told)
        out.captions.push_back({labelled(at, said, 2.4), 5.6, room});
    if (onFace || onBack)
        out.captions.push_back({labelled(at,
                                         onFace && onBack ? "glue face and back as marked"
                                         : onFace         ? "glue on this side"
                                                          : "glue on the back",
                                         2.4),
                                told ? 8.8 : 5.6, room});
}

Pattern patternOf(const Design& design, const Assembly& a, int index) {
    const Part& part = a.parts[index];
    Pattern out;
    out.part = index;
    for (auto& ring : outlineOf(a, part)) {
        if (out.strokes.empty())
            out.low = out.high = ring.front();
        for (const Vec2& p : ring) {
            out.low = out.low.cwiseMin(p);
            out.high = out.high.cwiseMax(p);
        }
        out.strokes.push_back(drawn(Line::Cut, ring, true, part.id));
    }
    for (int i : part.creases) {
        const Crease& c = a.creases[i];
        for (auto& [from, to] : c.stretches())
            if (!c.bend)
                out.strokes.push_back(
                    drawn(c.either ? Line::Score : lineOf(c.fold), {from, to}, false, c.id));
    }
    for (const Mark& m : part.marks)
        out.strokes.push_back(drawn(lineOf(m.kind), m.points, false, m.id));
    for (const Hole& h : holesOf(a, part)) // with a cross to set the punch by
        for (const Vec2& arm : {Vec2(holeAcross, 0), Vec2(0, holeAcross), Vec2(0, 0)})
            out.strokes.push_back(
                arm.norm() > 0 ? drawn(Line::Score, {h.at - arm, h.at + arm}, false, h.join)
                               : drawn(Line::Cut, rimOf(h.at, h.to, holeAcross), true, h.join));
    for (const Join& g : a.joins) {
        // A mat is stuck all over, and its even border says where.
        if (a.panels[g.tab].rides >= 0)
            continue;
        if (a.panels[g.tab].part == index && traitsOf(g.kind).sticks)
            for (const Ring& sticky : adhesiveOf(a, g))
                for (Shape& s : hatch(sticky, hatchSpacing, a.panels[g.tab].id))
                    out.strokes.push_back(s);
        if (a.panels[g.landing].part != index || traitsOf(g.kind).turns)
            continue;
        // How far a slide runs: a line.
        if (traitsOf(g.kind).slides) {
            out.strokes.push_back(
                drawn(Line::Score, {g.at + g.low * g.along, g.at + g.high * g.along}, false, g.id));
            continue;
        }
        // Where a tab of another part will come to lie.
        std::vector<Vec2> ring;
        for (const Vec2& p : a.panels[g.tab].outline) {
            const Vec3 q = g.place.at(p);
            ring.emplace_back(q.x(), q.y());
        }
        out.strokes.push_back(drawn(Line::Score, ring, true, g.crease.empty() ? g.id : g.crease));
        out.captions.push_back(
            {labelled(middle(ring), a.parts[a.panels[g.tab].part].name, 2.4), 0.8, {0, 0}});
    }
    label(out, design, a, part);
    return out;
}

} // namespace

Line lineOf(LineKind kind) {
    return kind == LineKind::Slit     ? Line::Cut
           : kind == LineKind::Either ? Line::Score
           : kind == LineKind::Valley ? Line::Valley
                                      : Line::Mountain;
}

Line lineOf(Fold fold) { return fold == Fold::Valley ? Line::Valley : Line::Mountain; }

std::vector<std::vector<Vec2>> outlineOf(const Assembly& a, const Part& part) {
    ClipperLib::Clipper clipper;
    for (int i : part.panels) {
        clipper.AddPath(toClipper(a.panels[i].outline), ClipperLib::ptSubject, true);
        for (auto& hole : a.panels[i].apertures)
            clipper.AddPath(toClipper(hole), ClipperLib::ptClip, true);
    }
    for (const Ring& loose : part.loose)
        clipper.AddPath(toClipper(loose), ClipperLib::ptSubject, true);
    ClipperLib::Paths solution;
    clipper.Execute(ClipperLib::ctDifference, solution, ClipperLib::pftNonZero,
                    ClipperLib::pftNonZero);
    std::vector<std::vector<Vec2>> rings;
    for (auto& path : solution)
        rings.push_back(fromClipper(path));
    std::stable_sort(rings.begin(), rings.end(),
                     [](auto& x, auto& y) { return std::fabs(areaOf(x)) > std::fabs(areaOf(y)); });
    return rings;
}

std::vector<Shape> hatch(const std::vector<Vec2>& outline, double spacing,
                         const std::string& owner) {
    std::vector<Shape> out;
    const Vec2 along = Vec2(1, 1).normalized(), across = leftOf(along);
    double low = 1e300, high = -1e300;
    for (const Vec2& p : outline) {
        low = std::min(low, p.dot(across));
        high = std::max(high, p.dot(across));
    }
    for (double level = (std::floor(low / spacing) + 0.5) * spacing; level < high;
         level += spacing) {
        std::vector<double> crossings;
        for (size_t i = 0; i < outline.size(); ++i) {
            const Vec2 &p = outline[i], &q = outline[(i + 1) % outline.size()];
            const double hp = p.dot(across) - level, hq = q.dot(across) - level;
            if ((hp < 0) != (hq < 0))
                crossings.push_back((p + (q - p) * (hp / (hp - hq))).dot(along));
        }
        std::sort(crossings.begin(), crossings.end());
        for (size_t i = 0; i + 1 < crossings.size(); i += 2)
            if (crossings[i + 1] - crossings[i] > 0.3)
                out.push_back(drawn(Line::Adhesive,
                                    {crossings[i] * along + level * across,
                                     crossings[i + 1] * along + level * across},
                                    false, owner));
    }
    const Vec2 m = middle(outline);
    const double arm = 1.2;
    for (const Vec2& d : {Vec2(arm, arm), Vec2(arm, -arm)})
        out.push_back(drawn(Line::Adhesive, {m - d, m + d}, false, owner));
    return out;
}

std::vector<Pattern> patternsOf(const Design& design, const Assembly& assembly) {
    std::vector<Pattern> out;
    for (size_t i = 0; i < assembly.parts.size(); ++i)
        out.push_back(patternOf(design, assembly, static_cast<int>(i)));
    for (const Printed& words : printedWords(design, assembly)) {
        const Panel& panel = assembly.panels[static_cast<size_t>(words.panel)];
        Pattern& pattern = out[static_cast<size_t>(panel.part)];
        for (const Paper& letter : words.letters) {
            pattern.strokes.push_back(drawn(Line::Label, letter.outline, true, panel.id));
            for (const Ring& hole : letter.apertures)
                pattern.strokes.push_back(drawn(Line::Label, hole, true, panel.id));
        }
    }
    return out;
}

} // namespace hl::make
