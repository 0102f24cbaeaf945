#include "core/files/exports.h"
#include "core/design/design.h"
#include "core/files/atomic_save.h"

namespace hl {

Result<std::string> writeSvg(const Design& design, const std::vector<Sheet>& sheets);
Result<std::string> writePdf(const Design& design, const std::vector<Sheet>& sheets);

const std::vector<Exporter>& exporters() {
    static const std::vector<Exporter> table = {
        {"svg", "SVG drawing", writeSvg},
        {"pdf", "PDF for printing", writePdf},
    };
    return table;
}

const Exporter* exporter(const std::string& id) {
    for (auto& e : exporters())
        if (e.id == id)
            return &e;
    return nullptr;
}

Result<std::vector<std::string>> exportDesign(const Design& design, const Exporter& exporter,
                                              const SheetFormat& format, const std::string& path) {
    auto made = assemble(design);
    if (!made)
        return made.problem();
    const std::vector<Sheet> sheets = layOut(design, *made, format);
    auto bytes = exporter.write(design, sheets);
    if (!bytes)
        return bytes.problem();
    if (Trouble t = saveFile(path, *bytes))
        return *t;
    std::vector<std::string> remarks;
    for (const Sheet& s : sheets)
        if (s.oversize)
            remarks.push_back(made->parts[s.parts.front()].name + " does not fit on " +
                              format.name + "; it has a sheet of its own size (" + s.title + ").");
    return remarks;
}

} // namespace hl
