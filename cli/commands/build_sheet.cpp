// The build sheet: a booklet for the bench.
#include "cli/common.h"
#include "core/exports/exports.h"
#include "core/picture/png.h"
#include "core/prove/seen.h"
#include <filesystem>
#include <unistd.h>

namespace hl::cli {
namespace {

// The finished card as it will look; null where the window's program is not here to draw it.
std::shared_ptr<const Pixels> seen(const std::string& path) {
    std::string name = (std::filesystem::temp_directory_path() / "hinge-lantern-XXXXXX").string();
    const int file = mkstemp(name.data());
    if (file < 0)
        return nullptr;
    close(file);
    std::shared_ptr<const Pixels> out;
    if (!runBeside({"--picture", path, name, "-1", "1200", "800", "1", "png"}))
        if (auto bytes = readFile(name))
            out = pixelsOf(*bytes);
    std::filesystem::remove(name);
    return out;
}

int buildSheet(const std::string& path, const std::string& drawer, const std::string& out,
               int copies, bool force) {
    if (Trouble t = mayWrite(out, force, {path, drawer}))
        return refuse(*t);
    auto bench = layOutBench(path, drawer);
    if (!bench)
        return refuse(bench.problem());
    const Exporter* e = exporter(out.substr(out.find_last_of('.') + 1), Exports::BuildSheet);
    if (!e)
        return refuse({out, "a build sheet is written as pdf or html", "name the file build.pdf"});
    const Proved proved(*bench, false);
    const Case& c = proved.folded;
    const std::vector<Vec2> upright = uprightOn(c);
    return writeExport(out, *e,
                       {c.design,
                        c.assembly,
                        sheetFormats().front(),
                        &proved.evidence,
                        &proved.findings,
                        drawer.empty() ? nullptr : &bench->workshop.drawer,
                        &upright,
                        seen(path),
                        false,
                        {},
                        copies},
                       force, {path, drawer});
}

} // namespace

Run declareBuildSheet(CLI::App& options) {
    struct BuildSheetGiven {
        std::string file, drawer, out;
        int copies = 1;
        bool force = false;
    };
    auto given = std::make_shared<BuildSheetGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("--drawer", given->drawer,
                       "the papers and tools there are, a file of `drawer`");
    options.add_option("--copies", given->copies, "so many cards")->check(CLI::Range(1, 200));
    addForce(options, given->force);
    options.add_option("-o,--output", given->out, "a name that ends in .pdf or .html")->required();
    return [given] {
        return buildSheet(given->file, given->drawer, given->out, given->copies, given->force);
    };
}

} // namespace hl::cli
