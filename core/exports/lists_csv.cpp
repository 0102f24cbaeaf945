// Parts, cuts and scores as tables that any spreadsheet reads.
#include "core/exports/writers.h"
#include "core/files/drawer_csv.h"
#include "core/make/plan.h"
#include "core/measure/number.h"

namespace hl::exports {
namespace {

std::string mmText(double v) { return numberText(v, 4); }

} // namespace

Result<Exported> writeLists(const ExportInput& in) {
    const Plan plan = planOf(in.design, in.assembly,
                             {in.fromDrawer ? in.drawer : nullptr, in.upright, in.copies, in.cuts,
                              in.drawer ? &in.drawer->board : nullptr});
    const std::vector<ListedPart>& parts = plan.parts;
    const CutPlan& cuts = plan.cuts;
    Exported out;
    std::string text = csvRow({"part", "paper", "count", "width_mm", "height_mm", "line"});
    for (const ListedPart& p : parts)
        text += csvRow({p.name, p.paper, numberText(in.copies * p.count), mmText(p.blank.x()),
                        mmText(p.blank.y()),
                        p.say.panels.size() > 1 ? panelsText(p.say, Unit::Millimetre) : ""});
    out.files.push_back({"-parts", text});
    text =
        csvRow({"sheet", "paper", "sheet_width_mm", "sheet_height_mm", "cut", "piece_x_mm",
                "piece_y_mm", "piece_width_mm", "piece_height_mm", "across", "at_mm", "fence_mm"});
    int sheet = 0;
    for (const PlannedSheet& s : cuts.sheets) {
        ++sheet;
        int n = 0;
        for (const GuillotineCut& c : s.cuts)
            text += csvRow({numberText(sheet), s.paper, mmText(s.width), mmText(s.height),
                            numberText(++n), mmText(c.piece.x), mmText(c.piece.y),
                            mmText(c.piece.width), mmText(c.piece.height), c.acrossX ? "x" : "y",
                            mmText(c.at), mmText(c.fence)});
    }
    out.files.push_back({"-cuts", text});
    for (const MissingPart& m : cuts.missing)
        out.remarks.push_back(m.part + ": " + m.why + ".");
    text = csvRow(
        {"part", "count", "step", "do", "edge", "at_mm", "from_mm", "to_mm", "face", "crease"});
    for (const BlankScores& b : plan.scores) {
        int n = 0;
        for (const ScoreStep& s : b.steps) {
            const bool placed = s.edge && s.what != ScoreStep::Turn && s.what != ScoreStep::Flip;
            text += csvRow({b.part, numberText(b.count), numberText(++n), doName(s.what),
                            s.edge ? edgeName(*s.edge) : "", placed ? mmText(s.at) : "",
                            placed ? mmText(s.from) : "", placed ? mmText(s.to) : "",
                            s.face ? "face" : "back", s.crease});
        }
    }
    out.files.push_back({"-scores", text});
    return out;
}

} // namespace hl::exports
