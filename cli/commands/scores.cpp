// The score plan of every blank.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/make/plan.h"
#include "core/measure/number.h"
#include "core/prove/rounding.h"
#include <iostream>

namespace hl::cli {
namespace {

struct ScoresGiven {
    std::string file, drawer, school;
    int copies = 1;
    bool json = false, bothEnds = false;
};

Json planJson(const std::vector<BlankScores>& plan, const std::vector<ListedPart>& parts,
              Unit unit) {
    const auto round = [](double v) { return std::round(v * 1e6) / 1e6 + 0.0; };
    const auto point = [&](const Vec2& p) { return Json::array({round(p.x()), round(p.y())}); };
    Json out = {{"blanks", Json::array()}};
    for (const BlankScores& b : plan) {
        Json one = {{"part", b.part},
                    {"width_mm", round(b.width)},
                    {"height_mm", round(b.height)},
                    {"count", b.count},
                    {"steps", Json::array()},
                    {"settings", b.settings},
                    {"turns", b.turns},
                    {"gang", b.gang < 0 ? Json() : Json(b.gang)}};
        one["id"] = scoreId(parts[b.listed]);
        for (const ScoreStep& s : b.steps) {
            const std::string id =
                one["id"].get<std::string>() + "." + numberText(one["steps"].size() + 1);
            Json j = {{"id", id},
                      {"do", doName(s.what)},
                      {"edge", s.edge ? Json(edgeName(*s.edge)) : Json()},
                      {"at_mm", round(s.at)},
                      {"from_mm", round(s.from)},
                      {"to_mm", round(s.to)},
                      {"face", s.face ? "face" : "back"},
                      {"crease", s.crease}};
            if (!s.edge)
                j["at_mm"] = j["from_mm"] = j["to_mm"] = Json();
            if (s.what != ScoreStep::Turn && s.what != ScoreStep::Flip) {
                j["from"] = point(s.start);
                j["to"] = point(s.end);
                j["said"] = stepText(b, static_cast<size_t>(&s - b.steps.data()), unit);
            }
            if (s.ruler)
                j["ruler"] = true;
            if (s.what == ScoreStep::Score && s.fence != s.at)
                j["fence_mm"] = round(s.fence); // from the fold that lies against the fence
            one["steps"].push_back(j);
        }
        out["blanks"].push_back(one);
    }
    return out;
}

int scores(const ScoresGiven& g) {
    auto bench = layOutBench(g.file, g.drawer);
    if (!bench)
        return refuse(bench.problem());
    auto made = assemble(bench->design);
    if (!made)
        return refuse(made.problem());
    ScoringBoard board = bench->workshop.drawer.board;
    if (!g.school.empty())
        board.school = g.school == "one-face" ? School::OneFace : School::TwoFaces;
    board.bothEnds = board.bothEnds || g.bothEnds;
    const Unit unit = bench->design.units;
    const std::vector<ListedPart> parts = partsList(bench->design, *made);
    const std::vector<BlankScores> plan = planScores(parts, board, unit, g.copies);
    if (g.json)
        print(planJson(plan, parts, unit));
    else {
        const Ruler& ruler = bench->workshop.rulerFor(unit);
        const double finest = static_cast<double>(ruler.step) * 1e-6;
        std::cout << scoresText(plan, unit, finest);
        if (offMarks(plan, finest)) {
            const Case folded(bench->design, *made, nullptr, bench->workshop);
            std::cout << "\n" << sayRounding(roundedTo(folded, ruler), folded) << "\n";
        }
    }
    return Done;
}

} // namespace

Run declareScores(CLI::App& options) {
    auto given = std::make_shared<ScoresGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("--drawer", given->drawer,
                       "the papers and tools there are, a file of `drawer`");
    options.add_option("--school", given->school, "score from both faces, or all from one")
        ->check(CLI::IsMember({"two-faces", "one-face"}));
    options.add_option("--copies", given->copies, "so many cards")->check(CLI::Range(1, 200));
    options.add_flag("--both-ends", given->bothEnds,
                     "what is symmetrical is scored from both its ends, at the same grooves");
    options.add_flag("--json", given->json, "in mm, from the lower left corner of each blank");
    return [given] { return scores(*given); };
}

} // namespace hl::cli
