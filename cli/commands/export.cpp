// Parts at true scale.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/exports/exports.h"
#include <iostream>

namespace hl::cli {
namespace {

int exportParts(const std::string& path, const std::string& to, const std::string& sheet,
                const std::string& out, bool force) {
    if (Trouble t = mayWrite(out, force, {path}))
        return refuse(*t);
    const Exporter* e = exporter(to);
    const SheetFormat* format = sheetFormat(sheet);
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    auto made = assemble(*d);
    if (!made)
        return refuse(made.problem());
    auto remarks = hl::exportTo(out, *e, {*d, *made, *format});
    if (!remarks)
        return refuse(remarks.problem());
    for (auto& r : *remarks)
        std::cerr << r << "\n";
    return Done;
}

} // namespace

Run declareExport(CLI::App& options) {
    struct Given {
        std::string file, to, sheet = "a4", out;
        bool force = false;
    };
    auto given = std::make_shared<Given>();
    std::vector<std::string> formats;
    for (auto& e : exporters())
        if (e.what == Exports::Sheets)
            formats.push_back(e.id);
    options.add_option("FILE", given->file)->required();
    options.add_option("--to", given->to)->required()->check(CLI::IsMember(formats));
    options.add_option("--sheet", given->sheet, "paper to lay out on")
        ->check(CLI::IsMember(ids(sheetFormats())));
    addForce(options, given->force);
    options.add_option("-o,--output", given->out)->required();
    return [given] {
        return exportParts(given->file, given->to, given->sheet, given->out, given->force);
    };
}

} // namespace hl::cli
