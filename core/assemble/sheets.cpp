#include "core/assemble/sheets.h"
#include "core/assemble/crossing.h"
#include "core/assemble/said.h"
#include "core/assembly/arrangement.h"
#include "core/assembly/tab.h"
#include "core/design/limits.h"
#include "core/measure/number.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace hl::assembling {
namespace {

constexpr double endCut = 70 * pi / 180; // how far tab corners are snipped back
constexpr double leastLine = 0.1;        // mm

Vec2 flat(const Point& p) { return {p.x.mm(), p.y.mm()}; }

Ring flat(const std::vector<Point>& points) {
    Ring ring;
    for (const Point& p : points)
        ring.push_back(flat(p));
    return ring;
}

std::string placeOf(const std::string& part, const std::string& thing) {
    return (part == "card" ? "card" : "part " + part) + (thing.empty() ? "" : ", " + thing);
}

Trouble checkReach(const std::string& place, const std::vector<Point>& points) {
    if (points.size() > limits::corners)
        return Problem{place, "it has more than " + numberText(limits::corners) + " corners",
                       "simplify it"};
    for (const Point& p : points)
        if (flat(p).cwiseAbs().maxCoeff() > limits::reach)
            return Problem{place, "it reaches further than 10 m", "bring its points nearer"};
    return {};
}

Trouble checkLines(const std::string& part, const std::vector<LineSpec>& lines,
                   const std::vector<std::vector<Point>>& apertures) {
    std::set<std::string> seen;
    for (const LineSpec& l : lines) {
        const std::string place = placeOf(part, "line " + l.id);
        if (l.id.empty() || l.id.find('.') != std::string::npos || l.id == "sheet" ||
            (part == "card" && l.id == "spine"))
            return Problem{place, "“" + l.id + "” is no usable id",
                           "use letters, digits and hyphens"};
        if (!seen.insert(l.id).second)
            return Problem{place, "the id is used twice", "give every line an id of its own"};
        double length = 0;
        for (size_t i = 0; i + 1 < l.points.size(); ++i)
            length += (flat(l.points[i + 1]) - flat(l.points[i])).norm();
        if (l.points.size() < 2 || length < leastLine)
            return Problem{place, "the line has no length", "give it two points that differ"};
        if (Trouble t = checkReach(place, l.points))
            return t;
        if (!(l.stiffness > 0 && l.stiffness <= 1e6))
            return Problem{place, "this is no stiffness",
                           "give a number above 0; 1 is a plain crease"};
    }
    for (auto& ring : apertures)
        if (Trouble t = checkReach(placeOf(part, "apertures"), ring))
            return t;
    for (auto& ring : apertures)
        if (ring.size() < 3 || std::fabs(areaOf(flat(ring))) < leastLine)
            return Problem{placeOf(part, "apertures"), "an aperture has no area",
                           "give it three or more corners, or remove it"};
    return {};
}

Problem crowded(const std::string& place) {
    return {place, "its lines and edges meet more than " + numberText(limits::crossings) + " times",
            "draw fewer lines, or simplify them"};
}

SheetLine drawn(const LineSpec& l) {
    return {l.id, l.kind == LineKind::Slit, flat(l.points), {}, isOfCrossing(l.id)};
}

// Adds the faces and creases of an arrangement; returns the panels by face.
std::vector<int> add(const Arrangement& a, const std::vector<LineSpec>& lines,
                     AssemblyBuilder& out) {
    std::vector<int> panels;
    for (const SheetFace& f : a.faces) {
        const bool page = f.name.rfind("page-", 0) == 0 || f.name == "base";
        panels.push_back(out.panel(f.name, page ? Role::Page : Role::Wall, f.outline, f.apertures));
    }
    for (const SheetCrease& c : a.creases) {
        const LineSpec& spec = lines[static_cast<size_t>(c.line)];
        const Fold fold = spec.kind == LineKind::Mountain ? Fold::Mountain : Fold::Valley;
        out.crease(c.name, panels[c.left], panels[c.right], c.from, c.to, fold);
        Crease& made = out.lastCrease();
        made.either = spec.kind == LineKind::Either;
        made.gaps = c.gaps;
        made.stiffness = spec.stiffness;
        if (spec.rest)
            made.rest = (fold == Fold::Valley ? 1 : -1) * (pi - spec.rest->inside());
    }
    for (size_t i = 0; i < lines.size(); ++i)
        if ((lines[i].kind == LineKind::Slit &&
             !std::count(a.beside.begin(), a.beside.end(), static_cast<int>(i))) ||
            std::count(a.dangling.begin(), a.dangling.end(), static_cast<int>(i)))
            out.mark(lines[i].id, lines[i].kind, flat(lines[i].points));
    for (int i : a.beside)
        if (!lines[static_cast<size_t>(i)].points.empty()) {
            const LineSpec& l = lines[static_cast<size_t>(i)];
            out.mark(l.id, l.kind, flat(l.points), true);
        }
    return panels;
}

// "deck.fold-2-right" -> "deck.panel-3"; all else as it is.
std::string panelName(const std::string& id) {
    const size_t dot = id.find('.');
    const std::string local = id.substr(dot + 1);
    if (local == "fold-1-left")
        return id.substr(0, dot + 1) + "panel-1";
    const std::string head = "fold-", tail = "-right";
    if (local.size() <= head.size() + tail.size() || local.rfind(head, 0) != 0 ||
        local.substr(local.size() - tail.size()) != tail)
        return id;
    std::string_view number(local);
    number = number.substr(head.size(), local.size() - head.size() - tail.size());
    const auto n = takeNumber(number);
    return n && number.empty() ? id.substr(0, dot + 1) + "panel-" + numberText(int(*n) + 1) : id;
}

} // namespace

Ring outlineOf(const FreePart& part) {
    if (!part.outline.empty()) {
        Ring ring = flat(part.outline);
        if (areaOf(ring) < 0)
            std::reverse(ring.begin() + 1, ring.end());
        return ring;
    }
    const double w = part.width.mm(), h = part.height.mm();
    return {{0, 0}, {w, 0}, {w, h}, {0, h}};
}

namespace {

// Where a line drawn on the card lies: the sheet that its middle lies on or nearest to.
size_t sheetOf(const std::vector<CardSheet>& sheets, const LineSpec& line) {
    if (sheets.size() == 1 || line.points.empty())
        return 0;
    const Vec2 middle = (flat(line.points.front()) + flat(line.points.back())) / 2;
    size_t best = 0;
    double least = 1e300;
    for (size_t i = 0; i < sheets.size(); ++i) {
        const double off = offPaper(sheets[i].outline, {}, middle);
        if (off < least) {
            least = off;
            best = i;
        }
    }
    return best;
}

// One sheet of the card; `number` counts from 0. Leaves the panels of its pages in `made`.
// What a sheet is made from: its lines, as they are arranged and as they were drawn, and openings.
struct Drawn {
    std::vector<SheetLine> lines;
    std::vector<LineSpec> specs; // what the form folds, then what is drawn
    std::vector<Ring> apertures;
    Ring outline;
};

Trouble put(const Design& d, const CardSheet::Line& l, LineKind kind, Drawn& out) {
    LineSpec spec;
    spec.id = l.id;
    spec.kind = kind;
    for (const Vec2& p : {l.from, l.to})
        spec.points.push_back({Measure::fromMm(p.x()), Measure::fromMm(p.y())});
    out.lines.push_back({l.id, kind == LineKind::Slit, {l.from, l.to}, {}, false});
    out.specs.push_back(spec);
    for (const LineSpec& mine : d.card.lines)
        if (mine.id == l.id)
            return Problem{"card, line " + l.id, "a fold of the card has that id",
                           "give the line another id"};
    return {};
}

Trouble drawSheet(const Design& d, const std::vector<CardSheet>& sheets, size_t number,
                  Drawn& out) {
    const CardSheet& sheet = sheets[number];
    for (const CardSheet::Line& l : sheet.folds)
        if (Trouble t = put(d, l,
                            l.either                 ? LineKind::Either
                            : l.fold == Fold::Valley ? LineKind::Valley
                                                     : LineKind::Mountain,
                            out))
            return t;
    for (const CardSheet::Line& l : sheet.slits)
        if (Trouble t = put(d, l, LineKind::Slit, out))
            return t;
    if (number == 0 && !sheet.folds.empty())
        for (auto& [from, to] : d.card.smooth) {
            if (from.mm() >= to.mm())
                return Problem{"card, smooth", "a stretch ends before it begins",
                               "give from and to in the order of the spine"};
            out.lines[0].gaps.emplace_back(from.mm(), to.mm());
        }
    for (const LineSpec& l : d.card.lines)
        if (sheetOf(sheets, l) == number) {
            out.lines.push_back(drawn(l));
            out.specs.push_back(l);
        }
    out.apertures = sheet.apertures;
    for (auto& ring : d.card.apertures) {
        LineSpec across;
        across.points = ring;
        if (sheetOf(sheets, across) == number)
            out.apertures.push_back(flat(ring));
    }
    out.outline = sheet.outline;
    if (Trouble t = cutOpen("card, apertures", out.outline, out.apertures))
        return t;
    if (crossings(out.outline, out.apertures, out.lines, limits::crossings + 1) > limits::crossings)
        return crowded("card");
    return {};
}

// Gives the faces the names of the sheet's pages; how many of those there are.
size_t namePages(const CardSheet& sheet, Arrangement& a) {
    size_t pages = 0;
    for (SheetFace& f : a.faces)
        for (auto& [beside, name] : sheet.pages)
            if (f.name == beside) {
                f.name = name;
                ++pages;
                break;
            }
    if (pages == 0 && sheet.pages.size() == 1 && !a.faces.empty()) { // the largest piece of it
        std::max_element(a.faces.begin(), a.faces.end(), [](auto& x, auto& y) {
            return areaOf(x.outline) < areaOf(y.outline);
        })->name = sheet.pages[0].second;
        ++pages;
    }
    return pages;
}

Trouble buildSheet(const Design& d, const std::vector<CardSheet>& sheets, size_t number,
                   AssemblyBuilder& out, std::vector<int>& made) {
    const CardSheet& sheet = sheets[number];
    Drawn drawing;
    if (Trouble t = drawSheet(d, sheets, number, drawing))
        return t;
    Arrangement a = arrange(drawing.outline, drawing.apertures, drawing.lines);
    const bool spined = number > 0 || sheet.folds.empty() ||
                        std::any_of(a.creases.begin(), a.creases.end(),
                                    [](const SheetCrease& c) { return c.name == "spine"; });
    if (namePages(sheet, a) != sheet.pages.size() || !spined)
        return Problem{"card",
                       d.card.smooth.empty() ? "no fold is left between the two pages"
                                             : "the pages hang together where the spine is smooth",
                       "cut slits across the spine at both ends of the smooth stretch, draw the "
                       "creases of the cut-out between them, and keep some of the spine"};
    const std::string nth = numberText(number + 1);
    out.part(number == 0 ? "card" : "card.sheet-" + nth,
             number == 0 ? "Card" : "Card, sheet " + nth, "", d.card.stock);
    add(a, drawing.specs, out);
    for (auto& [beside, name] : sheet.pages)
        made.push_back(out.made().panel("card." + name));
    return {};
}

} // namespace

Trouble buildCard(const Design& d, const std::vector<CardSheet>& sheets, AssemblyBuilder& out) {
    if (Trouble t = checkLines("card", d.card.lines, d.card.apertures))
        return t;
    std::vector<int> pages; // all, in their order
    for (size_t i = 0; i < sheets.size(); ++i) {
        const int before = pages.empty() ? -1 : pages.back();
        const size_t first = pages.size();
        if (Trouble t = buildSheet(d, sheets, i, out, pages))
            return t;
        if (!sheets[i].hinge)
            continue;
        const CardSheet::Line& fold = sheets[i].hinge->fold;
        const bool mine = sheets[i].hinge->mine;
        const int bears = mine ? pages[first] : before, other = mine ? before : pages[first];
        out.within(out.made().panels[static_cast<size_t>(bears)].part, "card");
        const int tab =
            out.panel(fold.id + "-tab", Role::Tab,
                      tabOutline(fold.from, fold.to, sheets[i].hinge->depth, mine, endCut, endCut));
        const int crease = out.crease(fold.id, mine ? tab : bears, mine ? bears : tab, fold.from,
                                      fold.to, fold.fold);
        out.lastCrease().hinge = true;
        out.lastCrease().either = fold.either;
        out.glue(tab, crease, other, fold.from, (fold.to - fold.from).normalized(), true, false);
    }
    // The root is the left page.
    const int spine = out.made().crease("card.spine");
    out.root(spine < 0 ? pages[0] : out.made().creases[spine].left);
    return {};
}

Trouble buildFreePart(const Design& d, const FreePart& given, AssemblyBuilder& out) {
    auto worked = workedOut(given);
    if (!worked)
        return worked.problem();
    const FreePart& part = *worked;
    if (Trouble t = checkLines(part.id, part.lines, part.apertures))
        return t;
    const Ring outline = outlineOf(part);
    if (outline.size() < 3 || areaOf(outline) < 1)
        return Problem{placeOf(part.id, "outline"), "the blank has no area",
                       "give it three or more corners"};
    for (const Vec2& p : outline)
        if (p.cwiseAbs().maxCoeff() > 2000)
            return Problem{placeOf(part.id, "outline"), "the blank reaches further than 2 m",
                           "make it smaller"};
    std::vector<SheetLine> lines;
    for (const LineSpec& l : part.lines)
        lines.push_back(drawn(l));
    std::vector<Ring> apertures;
    for (auto& ring : part.apertures)
        apertures.push_back(flat(ring));
    Ring paper = outline; // edges for tabs are counted on the outline as drawn
    if (Trouble t = cutOpen(placeOf(part.id, "apertures"), paper, apertures))
        return t;
    if (crossings(paper, apertures, lines, limits::crossings + 1) > limits::crossings)
        return crowded(placeOf(part.id, ""));
    const Arrangement a = arrange(paper, apertures, lines);
    if (a.faces.empty())
        return Problem{placeOf(part.id, "outline"), "nothing of the blank is left",
                       "make its apertures smaller"};
    out.part(part.id, callName(part), "", part.stock.empty() ? d.card.stock : part.stock);
    const std::vector<int> panels = add(a, part.lines, out);
    if (!given.say.empty()) // what is told panel by panel is called so
        for (int i : panels)
            out.rename(i, panelName(out.made().panels[i].id));
    std::set<std::string> seen;
    for (const TabSpec& t : part.tabs) {
        const std::string place = placeOf(part.id, "tab " + t.id);
        const int edges = static_cast<int>(outline.size());
        if (t.id.empty() || t.id.find('.') != std::string::npos || !seen.insert(t.id).second)
            return Problem{place, "“" + t.id + "” is no usable id or is used twice",
                           "use letters, digits and hyphens"};
        if (t.edge < 1 || t.edge > edges)
            return Problem{place, "the blank has no edge " + numberText(t.edge),
                           "its edges are 1 to " + numberText(edges)};
        const Vec2 start = outline[static_cast<size_t>(t.edge - 1)],
                   end = outline[static_cast<size_t>(t.edge % edges)];
        const Vec2 dir = (end - start).normalized();
        const double length = (end - start).norm();
        const double from = t.from ? t.from->mm() : 0, to = t.to ? t.to->mm() : length;
        if (from < -1e-6 || to > length + 1e-6 || to - from < 1)
            return Problem{place,
                           "it does not fit on its edge, which is " + sayLength(length, d.units) +
                               " long",
                           "keep from and to between the edge's ends, at least 1 mm apart"};
        if (t.depth.mm() < 1 || t.depth.mm() > 200)
            return Problem{place, "this is no depth of a tab", "give 1 mm to 200 mm"};
        const Vec2 a0 = start + from * dir, a1 = start + to * dir;
        // The panel beside the tab, looked for a hair inside; both ends must have the same one.
        auto beside = [&](double along) {
            const Vec2 p = a0 + along * (a1 - a0) + 1e-3 * leftOf(dir);
            for (size_t f = 0; f < a.faces.size(); ++f)
                if (onPaper(a.faces[f].outline, a.faces[f].apertures, p))
                    return panels[f];
            return -1;
        };
        const int panel = beside(0.5);
        const double hair = 0.01 / (to - from);
        if (panel < 0 || beside(hair) != panel || beside(1 - hair) != panel)
            return Problem{place, "it runs across a crease or a slit of its own part",
                           "end it there (from, to), and give the rest of the edge its own tab"};
        const int tab =
            out.panel(t.id, Role::Tab, tabOutline(a0, a1, t.depth.mm(), false, endCut, endCut));
        out.crease(t.id + "-fold", panel, tab, a0, a1, t.fold);
    }
    return {};
}

} // namespace hl::assembling
