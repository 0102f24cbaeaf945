// The cut plan: which sheets, which guillotine cuts, what is left.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/dress/seen.h"
#include "core/files/workshop.h"
#include "core/make/cut_plan.h"
#include <iostream>

namespace hl::cli {
namespace {

struct Given {
    std::string file, drawer;
    bool json = false, take = false;
    int copies = 1;
};

double rounded(double v) { return std::round(v * 1e6) / 1e6 + 0.0; }

Json areaJson(const SheetArea& a) {
    return {{"x_mm", rounded(a.x)},
            {"y_mm", rounded(a.y)},
            {"width_mm", rounded(a.width)},
            {"height_mm", rounded(a.height)}};
}

Json planJson(const CutPlan& plan, const std::vector<ListedPart>& parts, const Trimmer& trimmer) {
    Json out = {{"sheets", Json::array()}, {"missing", Json::array()}};
    for (const PlannedSheet& s : plan.sheets) {
        Json one = {{"paper", s.paper},
                    {"width_mm", rounded(s.width)},
                    {"height_mm", rounded(s.height)},
                    {"offcut", s.offcut},
                    {"blanks", Json::array()},
                    {"cuts", Json::array()},
                    {"left", Json::array()},
                    {"knife", Json::array()}};
        for (const CutBlank& b : s.blanks) {
            Json j = {{"part", b.part}};
            j.update(areaJson(b.at));
            j["turned"] = b.turned;
            j["mirrored"] = b.mirrored;
            j["gang"] = b.gang < 0 ? Json() : Json(b.gang);
            one["blanks"].push_back(j);
            for (const std::string& w : knifeWork(parts[b.listed], trimmer, Unit::Millimetre))
                one["knife"].push_back({{"part", b.part}, {"what", w}});
        }
        int n = 0;
        for (const GuillotineCut& c : s.cuts)
            one["cuts"].push_back({{"n", ++n},
                                   {"piece", areaJson(c.piece)},
                                   {"across", c.acrossX ? "x" : "y"},
                                   {"at_mm", rounded(c.at)},
                                   {"fence_mm", rounded(c.fence)}});
        for (const SheetArea& a : s.left)
            one["left"].push_back(areaJson(a));
        out["sheets"].push_back(one);
    }
    for (const MissingPart& m : plan.missing)
        out["missing"].push_back(
            {{"part", m.part}, {"count", m.count}, {"why", m.why}, {"nearest", m.nearest}});
    out["fence_settings"] = plan.fenceSettings;
    out["remarks"] = plan.remarks;
    return out;
}

int cuts(const Given& g) {
    auto bench = layOutBench(g.file, g.drawer);
    if (!bench)
        return refuse(bench.problem());
    auto made = assemble(bench->design);
    if (!made)
        return refuse(made.problem());
    const std::vector<ListedPart> parts = partsList(bench->design, *made);
    // Which way is up matters to printed papers alone; then the card is folded for it.
    std::vector<Vec2> upright;
    for (const Stock& s : bench->design.stocks)
        if (upright.empty() && !(s.pattern.empty() && s.image.empty()))
            upright = uprightOn(Case(bench->design, *made, nullptr, bench->workshop));
    const Drawer& drawer = bench->workshop.drawer;
    CutOrder order{bench->design,
                   *made,
                   parts,
                   g.drawer.empty() ? nullptr : &drawer,
                   upright.empty() ? nullptr : &upright,
                   g.copies};
    const CutPlan plan = planCuts(order);
    if (g.json)
        print(planJson(plan, parts, drawer.trimmer));
    else
        std::cout << cutsText(plan, parts, bench->design.units, drawer.trimmer);
    if (g.take) {
        bench->workshop.drawer = drawerAfter(drawer, plan);
        if (Trouble t = saveFile(g.drawer, workshopToText(bench->workshop)))
            return refuse(*t);
    }
    return plan.missing.empty() ? Done : Fails;
}

} // namespace

Run declareCuts(CLI::App& options) {
    auto given = std::make_shared<Given>();
    options.add_option("FILE", given->file)->required();
    auto* drawer = options.add_option("--drawer", given->drawer,
                                      "the papers and tools there are, a file of `drawer`");
    options.add_option("--copies", given->copies, "so many cards")->check(CLI::Range(1, 200));
    options.add_flag("--json", given->json, "in mm, from the lower left corner of each sheet");
    options
        .add_flag("--take", given->take,
                  "takes the sheets out of the drawer, and puts back what is left")
        ->needs(drawer);
    return [given] { return cuts(*given); };
}

} // namespace hl::cli
