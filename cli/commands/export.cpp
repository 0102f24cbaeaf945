// Parts at true scale.
#include "cli/common.h"
#include "core/files/exports.h"
#include <iostream>

namespace hl::cli {
namespace {

int exportTo(const std::string& path, const std::string& to, const std::string& sheet,
             const std::string& out, bool force) {
    if (Trouble t = mayWrite(out, force, {path}))
        return refuse(*t);
    const Exporter* e = exporter(to);
    const SheetFormat* format = sheetFormat(sheet);
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    auto remarks = exportDesign(*d, *e, *format, out);
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
    options.add_option("FILE", given->file)->required();
    options.add_option("--to", given->to)->required()->check(CLI::IsMember(ids(exporters())));
    options.add_option("--sheet", given->sheet, "paper to lay out on")
        ->check(CLI::IsMember(ids(sheetFormats())));
    addForce(options, given->force);
    options.add_option("-o,--output", given->out)->required();
    return [given] {
        return exportTo(given->file, given->to, given->sheet, given->out, given->force);
    };
}

} // namespace hl::cli
