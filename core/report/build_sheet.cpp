#include "core/report/build_sheet.h"
#include "core/make/plan.h"
#include "core/measure/number.h"
#include "core/prove/rounding.h"
#include "core/prove/saying.h"
#include "core/report/pictures.h"
#include "core/report/plan_pictures.h"
#include "core/report/step_pictures.h"
#include "core/steps/order.h"
#include "core/steps/words.h"
#include <algorithm>
#include <map>

namespace hl::report {
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

BuildSheet::Section cutting(const BuildOrder& o, const Plan& plan) {
    const Design& d = o.folded.design;
    const std::vector<ListedPart>& parts = plan.parts;
    const CutPlan& cuts = plan.cuts;
    const Trimmer trimmer = o.drawer ? o.drawer->trimmer : Trimmer();
    BuildSheet::Section out{"Cut", {}};
    for (const auto& sheets : sheetsAlike(cuts)) {
        const PlannedSheet& s = cuts.sheets[sheets.first];
        Piece p;
        p.title = sheetTitle(cuts, sheets);
        p.picture = cutOverview(s, stockCalled(d, s.paper).face, d.units, 80, 80);
        p.lines = cutLines(s, parts, d.units, trimmer);
        out.pieces.push_back(std::move(p));
    }
    if (const auto cautions = cautionsOf(cuts, parts, trimmer); !cautions.empty())
        out.pieces.push_back({"", std::nullopt, cautions});
    return out;
}

BuildSheet::Section scoring(const BuildOrder& o, const Plan& made) {
    const std::vector<ListedPart>& parts = made.parts;
    const Design& d = o.folded.design;
    const ScoringBoard board = o.drawer ? o.drawer->board : ScoringBoard();
    BuildSheet::Section out{"Score and fold", {}};
    const Ruler& ruler = o.folded.workshop.rulerFor(d.units);
    const double finest = static_cast<double>(ruler.step) * 1e-6;
    const std::vector<BlankScores>& plan = made.scores;
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

// What follows cutting and scoring, step by step, and how long it takes.
std::vector<BuildSheet::Section> assembling(const BuildOrder& o, const Plan& plan) {
    const Case& c = o.folded;
    const steps::Work work = steps::workOf(c, plan, steps::closedLayers(c), o.drawer);
    BuildSheet::Section order{"Put it together, in this order", {}};
    const StepPainter painter(c, plan, work, o.drawer, false);
    int n = 0;
    for (size_t i = 0; i < work.steps.size(); ++i) {
        const steps::WorkStep& s = work.steps[i];
        if (s.what == steps::Do::Cut || s.what == steps::Do::Score)
            continue; // said above
        Piece p;
        p.title = numberText(++n) + ". " + s.title;
        p.lines = steps::stepLines(s);
        if (s.what != steps::Do::Snip && s.what != steps::Do::Fold && s.what != steps::Do::Wait &&
            s.id != "check.finished") {
            const StepPictures both = painter.of(i);
            const bool laid = s.what == steps::Do::Mat || s.what == steps::Do::Figure;
            p.picture = laid ? both.after : stacked(both);
            if (p.picture->items.empty())
                p.picture.reset();
        }
        order.pieces.push_back(std::move(p));
    }
    const steps::Timetable table = steps::timetableOf(steps::jobOf({{&work, 1}}).tasks);
    return {std::move(order),
            {"Time",
             {{"",
               std::nullopt,
               {"At the bench " + steps::minutesText(table.work) + ", done after " +
                steps::minutesText(table.elapsed) + ", drying included."}}}}};
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
                (c.design.card.occasion.empty() ? "" : ", " + c.design.card.occasion) +
                (o.copies > 1 ? ", " + numberText(o.copies) + " cards" : "");
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
    const Plan plan = planOf(c.design, c.assembly,
                             {o.fromDrawer ? o.drawer : nullptr, o.upright, o.copies, o.cuts,
                              o.drawer ? &o.drawer->board : nullptr});
    out.sections = {papers(o, plan.cuts), cutting(o, plan), scoring(o, plan)};
    for (BuildSheet::Section& s : assembling(o, plan))
        out.sections.push_back(std::move(s));
    out.sections.push_back(cautions(o));
    out.sections.erase(std::remove_if(out.sections.begin(), out.sections.end(),
                                      [](auto& s) { return s.pieces.empty(); }),
                       out.sections.end());
    return out;
}

} // namespace hl::report
