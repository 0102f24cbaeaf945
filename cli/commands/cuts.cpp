// The cut plan: which sheets, which guillotine cuts, what is left.
#include "cli/common.h"
#include "cli/working.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/files/workshop.h"
#include "core/make/plan.h"
#include "core/measure/measure.h"
#include "core/measure/number.h"
#include "core/prove/seen.h"
#include <cmath>
#include <iostream>

namespace hl::cli {
namespace {

struct CutsGiven {
    std::string file, drawer;
    bool json = false, take = false;
    int copies = 1;
    std::vector<std::string> turned, asDrawn, kept;
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
    const std::vector<std::string> sheets = sheetIds(plan);
    for (const PlannedSheet& s : plan.sheets) {
        const std::string& id = sheets[out["sheets"].size()];
        Json one = {{"id", id},
                    {"paper", s.paper},
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
            j["strip"] = b.tray < 0 ? Json() : Json(b.tray);
            one["blanks"].push_back(j);
            if (b.tray >= 0)
                continue;
            for (const std::string& w : knifeWork(parts[b.listed], trimmer, Unit::Millimetre))
                one["knife"].push_back({{"part", b.part}, {"what", w}});
        }
        int n = 0;
        for (const GuillotineCut& c : s.cuts)
            one["cuts"].push_back({{"n", ++n},
                                   {"id", id + "." + numberText(n)},
                                   {"piece", areaJson(c.piece)},
                                   {"across", c.acrossX ? "x" : "y"},
                                   {"at_mm", rounded(c.at)},
                                   {"fence_mm", rounded(c.fence)}});
        one["strips"] = Json::array();
        for (size_t t = 0; t < s.trays.size(); ++t) {
            Json strip = areaJson(s.trays[t]);
            strip["parts"] = trayText(s, t, parts);
            one["strips"].push_back(strip);
        }
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

// "Ivory card=210x297": one sheet of that size that stays in the drawer.
Result<std::pair<std::string, size_t>> keptSheet(const std::string& text, const Drawer& drawer) {
    const size_t equals = text.rfind('=');
    const DrawerPaper* paper =
        equals == std::string::npos ? nullptr : drawer.paper(text.substr(0, equals));
    if (!paper)
        return Problem{"--keep", "“" + text + "” names no paper of the drawer",
                       "write it like \"Ivory card=210 x 297 mm\""};
    auto size = parseCardSize(text.substr(equals + 1), Unit::Millimetre);
    if (!size)
        return size.problem().in("--keep");
    for (size_t i = 0; i < paper->sheets.size(); ++i)
        if (std::fabs(paper->sheets[i].width - size->first.mm()) < 0.05 &&
            std::fabs(paper->sheets[i].height - size->second.mm()) < 0.05)
            return std::pair{paper->name, i};
    return Problem{"--keep", "the drawer has no such sheet of " + paper->name,
                   "give a size that `drawer` lists"};
}

Result<CutWishes> wishesOf(const CutsGiven& g, const std::vector<ListedPart>& parts,
                           const Drawer& drawer) {
    CutWishes out;
    for (const auto* list : {&g.turned, &g.asDrawn})
        for (const std::string& name : *list) {
            if (std::none_of(parts.begin(), parts.end(), [&](auto& p) { return p.name == name; }))
                return Problem{list == &g.turned ? "--turned" : "--as-drawn",
                               "there is no part “" + name + "”", "give a name that `parts` lists"};
            out.turned[name] = list == &g.turned;
        }
    for (const std::string& text : g.kept) {
        auto kept = keptSheet(text, drawer);
        if (!kept)
            return kept.problem();
        out.kept.push_back(*kept);
    }
    return out;
}

int cuts(const CutsGiven& g) {
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
    auto wishes = wishesOf(g, parts, drawer);
    if (!wishes)
        return refuse(wishes.problem());
    CutOrder order{bench->design,
                   *made,
                   parts,
                   g.drawer.empty() ? nullptr : &drawer,
                   upright.empty() ? nullptr : &upright,
                   g.copies,
                   *wishes};
    const CutPlan plan = planCuts(order, nullptr, progress());
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
    auto given = std::make_shared<CutsGiven>();
    options.add_option("FILE", given->file)->required();
    auto* drawer = options.add_option("--drawer", given->drawer,
                                      "the papers and tools there are, a file of `drawer`");
    options.add_option("--copies", given->copies, "so many cards")->check(CLI::Range(1, 200));
    options.add_option("--turned", given->turned, "parts that lie turned by a quarter");
    options.add_option("--as-drawn", given->asDrawn, "parts that do not");
    options
        .add_option("--keep", given->kept,
                    "a sheet that stays in the drawer, like \"Ivory card=210 x 297 mm\"")
        ->needs(drawer);
    options.add_flag("--json", given->json, "in mm, from the lower left corner of each sheet");
    options
        .add_flag("--take", given->take,
                  "takes the sheets out of the drawer, and puts back what is left")
        ->needs(drawer);
    return [given] { return cuts(*given); };
}

} // namespace hl::cli
