#include "core/exports/exports.h"
#include "core/exports/writers.h"
#include "core/files/atomic_save.h"
#include "core/files/dxf_net.h"
#include "core/files/svg_outline.h"
#include <algorithm>
#include <cctype>

namespace hl::exports {
namespace {

// Where the extension begins: at its dot, or at the end of a name without one.
size_t extensionOf(const std::string& path) {
    const size_t dot = path.find_last_of("./");
    return dot == std::string::npos || path[dot] == '/' ? path.size() : dot;
}

} // namespace

const std::vector<Purpose>& purposes() {
    static const std::vector<Purpose> table = {
        {Exports::Sheets, "Export sheets", "parts", true},
        {Exports::Machine, "Files for a cutting machine", "card", true, true},
        {Exports::Lists, "Tables of parts, cuts and scores", "card", true, false, false, true},
        {Exports::Model, "Model of the card", "card", true},
        {Exports::Report, "Report of the proof", "report"},
        {Exports::BuildSheet, "Build sheet", "card", false, false, true},
    };
    return table;
}

const Purpose& purposeOf(Exports what) {
    for (const Purpose& p : purposes())
        if (p.what == what)
            return p;
    return purposes().front();
}

const std::vector<Exporter>& exporters() {
    static const std::vector<Exporter> table = {
        {"svg", Exports::Sheets, "SVG drawing", writeSheetsSvg},
        {"pdf", Exports::Sheets, "PDF for printing", writeSheetsPdf},
        {"html", Exports::Report, "HTML page", writeReportHtml},
        {"pdf", Exports::Report, "PDF for printing", writeReportPdf},
        {"svg", Exports::Machine, "SVG for a cutting machine", writeMachineSvg},
        {"dxf", Exports::Machine, "DXF for a cutting machine", writeMachineDxf},
        {"csv", Exports::Lists, "Tables of parts, cuts and scores", writeLists},
        {"pdf", Exports::BuildSheet, "PDF booklet", writeBuildSheetPdf},
        {"html", Exports::BuildSheet, "HTML page", writeBuildSheetHtml},
        {"gltf", Exports::Model, "glTF model that opens", writeModel},
    };
    return table;
}

const Exporter* exporter(const std::string& id, Exports what) {
    for (auto& e : exporters())
        if (e.id == id && e.what == what)
            return &e;
    return nullptr;
}

std::vector<std::string> PreparedExport::paths() const {
    std::vector<std::string> out;
    for (const File& f : files)
        out.push_back(f.path);
    return out;
}

Trouble PreparedExport::write() const {
    for (const File& f : files)
        if (Trouble t = saveFile(f.path, f.bytes))
            return t;
    return {};
}

Result<PreparedExport> prepareExport(const std::string& path, const Exporter& exporter,
                                     const ExportInput& input) {
    if (Trouble t = canBeFile(path)) // also where only files beside it are written
        return *t;
    auto made = exporter.write(input);
    if (!made)
        return made.problem();
    const size_t dot = extensionOf(path);
    PreparedExport out{{}, std::move(made->remarks)};
    for (Exported::File& f : made->files)
        out.files.push_back(
            {path.substr(0, dot) + f.suffix + path.substr(dot), std::move(f.bytes)});
    return out;
}

const std::vector<Importer>& importers() {
    static const std::vector<Importer> table = {{"svg", "SVG drawing", outlineFromSvg},
                                                {"dxf", "DXF drawing", outlineFromDxf}};
    return table;
}

Result<std::vector<Point>> importOutline(const std::string& path) {
    std::string extension = path.substr(std::min(extensionOf(path) + 1, path.size()));
    std::transform(extension.begin(), extension.end(), extension.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    std::string known;
    for (const Importer& i : importers()) {
        known += (known.empty() ? "" : ", ") + std::string(i.id);
        if (extension != i.id)
            continue;
        auto text = readFile(path);
        if (!text)
            return text.problem();
        auto outline = i.outline(*text);
        if (!outline)
            return outline.problem().in(path);
        return outline;
    }
    return Problem{path, "outlines are not read from such files", "use one of: " + known};
}

} // namespace hl::exports
