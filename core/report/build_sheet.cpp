#include "core/report/build_sheet.h"
#include "core/make/pattern.h"
#include "core/make/score_plan.h"
#include "core/measure/number.h"
#include "core/prove/rounding.h"
#include "core/prove/saying.h"
#include "core/report/pictures.h"
#include "core/report/plan_pictures.h"
#include <algorithm>
#include <map>

namespace hl {
namespace {

using Piece = BuildSheet::Piece;

const Stock& stockCalled(const Design& d, const std::string& name) {
    for (const Stock& s : d.stocks)
        if (s.name == name)
            return s;
    return d.paper("");
}

BuildSheet::Section papers(const BuildOrder& o, const CutPlan& cuts) {
    const Design& d = o.folded.design;
    BuildSheet::Section out{"Papers", {}};
    Piece p;
    std::map<std::string, std::map<std::string, int>> sheets; // paper -> size -> number
    for (const PlannedSheet& s : cuts.sheets)
        ++sheets[s.paper][(s.offcut ? "offcut " : "") + sayLength(s.width, d.units) + " x " +
                          sayLength(s.height, d.units)];
    for (auto& [paper, sizes] : sheets) {
        const Stock& stock = stockCalled(d, paper);
        std::string line = paper + ", " + numberText(stock.weight, 0) + " g/m2: ";
        bool first = true;
        for (auto& [size, n] : sizes) {
            line += (first ? "" : ", ") + numberText(n) + " of " + size;
            first = false;
        }
        p.lines.push_back(line);
    }
    for (const MissingPart& m : cuts.missing)
        p.lines.push_back("Missing: " + m.part + ", " + m.why + "; nearest: " + m.nearest + ".");
    out.pieces.push_back(std::move(p));
    return out;
}

BuildSheet::Section cutting(const BuildOrder& o, const std::vector<ListedPart>& parts,
                            const CutPlan& cuts) {
    const Design& d = o.folded.design;
    const Trimmer trimmer = o.drawer ? o.drawer->trimmer : Trimmer();
    BuildSheet::Section out{"Cut", {}};
    int n = 0;
    for (const PlannedSheet& s : cuts.sheets) {
        Piece p;
        p.title = "Sheet " + numberText(++n) + ": " + s.paper;
        p.picture = cutOverview(s, stockCalled(d, s.paper).face, d.units, 80, 80);
        p.lines = cutLines(s, parts, d.units, trimmer);
        out.pieces.push_back(std::move(p));
    }
    if (const auto cautions = cautionsOf(cuts, parts, trimmer); !cautions.empty())
        out.pieces.push_back({"", std::nullopt, cautions});
    return out;
}

BuildSheet::Section scoring(const BuildOrder& o, const std::vector<ListedPart>& parts) {
    const Design& d = o.folded.design;
    const ScoringBoard board = o.drawer ? o.drawer->board : ScoringBoard();
    BuildSheet::Section out{"Score and fold", {}};
    const Ruler& ruler = o.folded.workshop.rulerFor(d.units);
    const double finest = static_cast<double>(ruler.step) * 1e-6;
    const std::vector<BlankScores> plan = planScores(parts, board, d.units);
    for (const BlankScores& b : plan) {
        if (b.steps.empty())
            continue;
        Piece p;
        p.title = (b.count > 1 ? numberText(b.count) + " x " : "") + b.part;
        const ListedPart& part = parts[b.listed];
        const Stock& stock = stockCalled(d, part.paper);
        p.picture =
            boardPicture(b, part, b.steps.size(), board, stock.face, stock.back, d.units, 80, 56);
        std::string text = scoresText({b}, d.units, finest);
        // The first line is the title again.
        for (size_t at = text.find('\n') + 1; at < text.size();) {
            const size_t end = text.find('\n', at);
            std::string line = text.substr(at, end - at);
            line.erase(0, line.find_first_not_of(' '));
            p.lines.push_back(std::move(line));
            at = end == std::string::npos ? text.size() : end + 1;
        }
        if (part.say.panels.size() > 1)
            p.lines.push_back("As a line: " + panelsText(part.say, d.units));
        if (const std::string high = slantText(part, d.units); !high.empty())
            p.lines.push_back(capital(high) + ".");
        out.pieces.push_back(std::move(p));
    }
    if (offMarks(plan, finest))
        out.pieces.push_back(
            {"", std::nullopt, {sayRounding(roundedTo(o.folded, ruler), o.folded)}});
    return out;
}

BuildSheet::Section gluing(const BuildOrder& o) {
    const Case& c = o.folded;
    const Assembly& a = c.assembly;
    BuildSheet::Section out{"Glue", {}};
    const std::vector<Pattern> patterns = patternsOf(c.design, a);
    for (size_t i = 0; i < a.parts.size(); ++i) {
        const Part& part = a.parts[i];
        Piece p;
        p.title = part.name;
        for (const Join& j : a.joins) {
            const Panel& held = a.panels[static_cast<size_t>(j.tab)];
            if (static_cast<size_t>(held.part) != i || held.rides >= 0)
                continue;
            const JoinTraits& how = traitsOf(j.kind);
            const std::string onto = sayPanel(c, j.landing);
            p.lines.push_back(
                (how.sticks    ? "glue the "
                 : how.through ? "put the "
                               : "fasten the ") +
                sayPanel(c, j.tab) + (how.through ? " through the " : " to the ") + onto +
                (j.ontoFace() ? "" : ", on its back") +
                (j.adhesive.empty() || !how.sticks ? "" : ", only where it is hatched"));
        }
        if (p.lines.empty())
            continue;
        Picture map;
        const Vec2 size = patterns[i].high - patterns[i].low;
        map.width = size.x() + 4;
        map.height = size.y() + 4;
        map.caption = part.name;
        for (Shape s : patterns[i].strokes) {
            for (Vec2& q : s.points)
                q = Vec2(q.x() - patterns[i].low.x() + 2, patterns[i].high.y() - q.y() + 2);
            map.items.push_back(std::move(s));
        }
        p.picture = map;
        out.pieces.push_back(std::move(p));
    }
    return out;
}

BuildSheet::Section dressing(const BuildOrder& o) {
    const Case& c = o.folded;
    BuildSheet::Section out{"Dress", {}};
    Piece p;
    const Assembly& a = c.assembly;
    for (const Part& part : a.parts) {
        const Panel& first = a.panels[static_cast<size_t>(part.panels.front())];
        if (first.rides < 0 || first.hung)
            continue;
        const std::string line = part.name + ": " + stockOf(c.design, part).name;
        if (part.loose.empty()) {
            p.lines.push_back(line);
            continue;
        }
        const Panel& last = a.panels[static_cast<size_t>(part.panels.back())];
        p.lines.push_back(line + ", its ends on the " + sayPanel(c, first.rides) + " and the " +
                          sayPanel(c, last.rides) + "; of the rest only its middle may be sticky");
    }
    for (const Span& s : a.spans)
        if (!s.hung.empty())
            p.lines.push_back(s.name + ": hang " + numberText(s.hung.size()) +
                              " on it, evenly, before its ends are glued down behind their holes");
    if (!p.lines.empty())
        out.pieces.push_back(std::move(p));
    return out;
}

BuildSheet::Section cautions(const BuildOrder& o) {
    BuildSheet::Section out{"Mind", {}};
    Piece p;
    if (o.findings)
        for (const Finding& f : *o.findings)
            p.lines.push_back(f.message + (f.remedy.empty() ? "" : " " + f.remedy));
    if (!p.lines.empty())
        out.pieces.push_back(std::move(p));
    return out;
}

} // namespace

BuildSheet buildSheetOf(const BuildOrder& o) {
    const Case& c = o.folded;
    BuildSheet out;
    out.title = c.design.title;
    out.about = sayLength(c.design.card.width.mm(), c.design.units) + " x " +
                sayLength(c.design.card.height.mm(), c.design.units) +
                (c.design.card.occasion.empty() ? "" : ", " + c.design.card.occasion);
    if (o.seen && o.seen->width > 0) {
        out.card.width = 150;
        out.card.height = 150.0 * o.seen->height / o.seen->width;
        Image image;
        image.pixels = o.seen;
        image.at = Vec2(0, 0);
        image.across = Vec2(out.card.width, 0);
        image.down = Vec2(0, out.card.height);
        out.card.items.emplace_back(std::move(image));
    } else {
        out.card =
            standingOf(c, std::clamp(c.assembly.display.at, c.first(), c.last()), {}, 150, 100);
    }
    const std::vector<ListedPart> parts = partsList(c.design, c.assembly);
    const CutPlan cuts = planCuts({c.design, c.assembly, parts, o.drawer, o.upright});
    for (BuildSheet::Section s : {papers(o, cuts), cutting(o, parts, cuts), scoring(o, parts),
                                  gluing(o), dressing(o), cautions(o)})
        if (!s.pieces.empty())
            out.sections.push_back(std::move(s));
    return out;
}

} // namespace hl
