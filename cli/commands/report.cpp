// The proof with pictures, as html or pdf.
#include "cli/common.h"
#include "core/exports/exports.h"

namespace hl::cli {
namespace {

int report(const std::string& path, const std::string& shop, const std::string& out, bool force) {
    if (Trouble t = mayWrite(out, force, {path, shop}))
        return refuse(*t);
    auto bench = layOutBench(path, shop);
    if (!bench)
        return refuse(bench.problem());
    const Exporter* e = exporter(out.substr(out.find_last_of('.') + 1), Exports::Report);
    if (!e)
        return refuse({out, "a report is written as html or pdf", "name the file report.html"});
    const Proved proved(*bench, true);
    const Case& c = proved.folded;
    return writeExport(
        out, *e, {c.design, c.assembly, sheetFormats().front(), &proved.evidence, &proved.findings},
        force, {path, shop});
}

} // namespace

Run declareReport(CLI::App& options) {
    struct ReportGiven {
        std::string file, shop, out;
        bool force = false;
    };
    auto given = std::make_shared<ReportGiven>();
    options.add_option("FILE", given->file)->required();
    addWorkshop(options, given->shop);
    addForce(options, given->force);
    options.add_option("-o,--output", given->out, "a name that ends in .html or .pdf")->required();
    return [given] { return report(given->file, given->shop, given->out, given->force); };
}

} // namespace hl::cli
