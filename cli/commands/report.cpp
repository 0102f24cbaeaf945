// The proof with pictures, as html or pdf.
#include "core/report/report.h"
#include "cli/common.h"

namespace hl::cli {
namespace {

int report(const std::string& path, const std::string& shop, const std::string& out, bool force) {
    if (Trouble t = mayWrite(out, force, {path, shop}))
        return refuse(*t);
    auto bench = layOutBench(path, shop);
    if (!bench)
        return refuse(bench.problem());
    const Proved proved(*bench, true);
    if (Trouble t = writeReport(proved.evidence, proved.findings, out))
        return refuse(*t);
    return Done;
}

} // namespace

Run declareReport(CLI::App& options) {
    struct Given {
        std::string file, shop, out;
        bool force = false;
    };
    auto given = std::make_shared<Given>();
    options.add_option("FILE", given->file)->required();
    addWorkshop(options, given->shop);
    addForce(options, given->force);
    options.add_option("-o,--output", given->out, "a name that ends in .html or .pdf")->required();
    return [given] { return report(given->file, given->shop, given->out, given->force); };
}

} // namespace hl::cli
