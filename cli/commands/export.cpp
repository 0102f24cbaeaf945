// Parts at true scale.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/edit/sheet_format.h"
#include "core/exports/exports.h"
#include "core/prove/seen.h"

namespace hl::cli {
namespace {

// What a format is written for: sheets to print unless it is said, or it writes something else.
const Exporter* exporterFor(const std::string& to, bool machine) {
    if (machine)
        return exporter(to, Exports::Machine);
    for (const Purpose& p : purposes())
        if (const Exporter* e = p.told ? exporter(to, p.what) : nullptr)
            return e;
    return nullptr;
}

int exportParts(const std::string& path, const std::string& to, bool machine, bool dashed,
                const std::string& sheet, const std::string& drawer, const std::string& out,
                int copies, bool force) {
    if (Trouble t = canBeFile(out))
        return refuse(*t);
    const Exporter* e = exporterFor(to, machine);
    if (!e)
        return refuse({"--machine", to + " is no format for a cutting machine", "take svg or dxf"});
    auto bench = layOutBench(path, drawer);
    if (!bench)
        return refuse(bench.problem());
    const Design* d = &bench->design;
    auto format = readSheetFormat(sheet, d->units);
    if (!format)
        return refuse(format.problem().in("--sheet"));
    format->margin = bench->workshop.drawer.printer.margin;
    auto made = assemble(*d);
    if (!made)
        return refuse(made.problem());
    // Which way is up matters to what is planned of printed papers alone.
    std::vector<Vec2> upright;
    for (const Stock& s : d->stocks)
        if (purposeOf(e->what).upright && upright.empty() &&
            !(s.pattern.empty() && s.image.empty()))
            upright = uprightOn(Case(*d, *made, nullptr, bench->workshop));
    return writeExport(out, *e,
                       {*d,
                        *made,
                        *format,
                        nullptr,
                        nullptr,
                        drawer.empty() ? nullptr : &bench->workshop.drawer,
                        upright.empty() ? nullptr : &upright,
                        nullptr,
                        dashed,
                        {},
                        copies},
                       force, {path, drawer});
}

} // namespace

Run declareExport(CLI::App& options) {
    struct ExportGiven {
        std::string file, to, sheet = "a4", out, drawer;
        int copies = 1;
        bool force = false, machine = false, dashed = false;
    };
    auto given = std::make_shared<ExportGiven>();
    std::vector<std::string> formats;
    for (auto& e : exporters())
        if (purposeOf(e.what).told &&
            std::find(formats.begin(), formats.end(), e.id) == formats.end())
            formats.push_back(e.id);
    options.add_option("FILE", given->file)->required();
    options.add_option("--to", given->to)->required()->check(CLI::IsMember(formats));
    options.add_option("--sheet", given->sheet,
                       "paper to lay out on: a4, letter, a3, 12x12, or a size like 300 x 200 mm");
    auto* machine = options.add_flag("--machine", given->machine,
                                     "for a cutting machine: svg or dxf, a file for each mat");
    options.add_flag("--dashed", given->dashed, "scores for the machine as rows of short cuts")
        ->needs(machine);
    options.add_option("--drawer", given->drawer,
                       "the papers and tools there are, a file of `drawer`");
    options.add_option("--copies", given->copies, "of lists: so many cards")
        ->check(CLI::Range(1, 200));
    addForce(options, given->force);
    options.add_option("-o,--output", given->out)->required();
    return [given] {
        return exportParts(given->file, given->to, given->machine, given->dashed, given->sheet,
                           given->drawer, given->out, given->copies, given->force);
    };
}

} // namespace hl::cli
