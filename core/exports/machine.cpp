// Mats for a cutting machine, as SVG and as DXF: one file each, inner cuts, scores, outlines and
// labels as layers in this order.
#include "core/make/machine.h"
#include "core/design/design.h"
#include "core/exports/writers.h"
#include "core/files/atomic_save.h"
#include "core/make/cut_plan.h"
#include "core/measure/number.h"
#include "core/picture/markup.h"
#include <algorithm>
#include <cstdlib>
#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>
#include <filesystem>
#include <memory>
#include <unistd.h>

namespace hl::exports {
namespace {

MachineJob jobOf(const ExportInput& in) {
    return machineJob(partsList(in.design, in.assembly),
                      in.drawer ? in.drawer->machine : CuttingMachine(), in.design.units,
                      in.dashed);
}

std::string suffixOf(size_t n) { return n == 0 ? "" : "-" + numberText(n + 1); }

std::string svgMat(const MachineMat& mat, const std::string& title) {
    const auto mm = [](double v) { return numberText(v, 4); };
    std::string out = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg "
                      "xmlns=\"http://www.w3.org/2000/svg\" width=\"" +
                      mm(mat.width) + "mm\" height=\"" + mm(mat.height) + "mm\" viewBox=\"0 0 " +
                      mm(mat.width) + " " + mm(mat.height) + "\">\n<title>" +
                      escaped(title + ", " + mat.paper) + "</title>\n";
    for (const MachineLayerName& layer : machineLayers()) {
        out += std::string("<g id=\"") + layer.id + "\" fill=\"none\" stroke=\"" + layer.colour +
               "\" stroke-width=\"0.1\">\n";
        for (const MachineLine& l : mat.lines) {
            if (l.layer != layer.layer)
                continue;
            out += "<path d=\"";
            for (size_t i = 0; i < l.points.size(); ++i)
                out +=
                    (i ? " L" : "M") + mm(l.points[i].x()) + " " + mm(mat.height - l.points[i].y());
            out += l.closed ? " Z\"/>\n" : "\"/>\n";
        }
        if (layer.layer == MachineLayer::Labels)
            for (const MachineLabel& l : mat.labels)
                out += "<text x=\"" + mm(l.at.x()) + "\" y=\"" + mm(mat.height - l.at.y()) +
                       "\" font-size=\"" + mm(l.height * 1.4) + "\" fill=\"" + layer.colour +
                       "\" stroke=\"none\">" + escaped(l.text) + "</text>\n";
        out += "</g>\n";
    }
    return out + "</svg>\n";
}

// Letters beyond plain ones as \U+XXXX, which readers of the format know.
std::string dxfText(const std::string& text) {
    std::string out;
    for (size_t i = 0; i < text.size();) {
        const auto c = static_cast<unsigned char>(text[i]);
        const size_t more = c < 0x80 ? 0 : c >= 0xF0 ? 3 : c >= 0xE0 ? 2 : 1;
        unsigned long v = c < 0x80 ? c : c & (0x3F >> more);
        for (size_t k = 1; k <= more && i + k < text.size(); ++k)
            v = v << 6 | (static_cast<unsigned char>(text[i + k]) & 0x3F);
        i += more + 1;
        if (v < 0x80) {
            out += v < 0x20 ? ' ' : static_cast<char>(v);
            continue;
        }
        constexpr char hex[] = "0123456789ABCDEF";
        out += "\\U+";
        for (int shift = 12; shift >= 0; shift -= 4)
            out += hex[v >> shift & 15];
    }
    return out;
}

Result<std::string> dxfMat(const MachineMat& mat) {
    // The library writes to a file and nothing else.
    std::string path = (std::filesystem::temp_directory_path() / "mat-XXXXXX").string();
    const int made = mkstemp(path.data());
    if (made < 0)
        return Problem{path, "no file can be made there",
                       "make room in the folder for temporary "
                       "files"};
    close(made);
    DL_Dxf dxf;
    const std::unique_ptr<DL_WriterA> out(dxf.out(path.c_str(), DL_Codes::AC1009));
    if (!out) {
        std::filesystem::remove(path);
        return Problem{path, "it cannot be written", "make room in the folder for temporary files"};
    }
    dxf.writeHeader(*out);
    out->dxfString(9, "$INSUNITS");
    out->dxfInt(70, 4); // millimetres
    out->sectionEnd();
    out->sectionTables();
    out->tableLinetypes(1);
    dxf.writeLinetype(*out, DL_LinetypeData("CONTINUOUS", "Solid line", 0, 0, 0.0));
    out->tableEnd();
    const auto& layers = machineLayers();
    out->tableLayers(static_cast<int>(layers.size()) + 1);
    const auto attributes = [&](size_t n) {
        constexpr int colours[] = {1, 4, 7, 6}; // of the format's own: red, cyan, black, magenta
        return DL_Attributes(layers[n].id, colours[n % 4], -1, "CONTINUOUS", 1.0);
    };
    dxf.writeLayer(*out, DL_LayerData("0", 0), DL_Attributes("", 7, -1, "CONTINUOUS", 1.0));
    for (size_t n = 0; n < layers.size(); ++n)
        dxf.writeLayer(*out, DL_LayerData(layers[n].id, 0), attributes(n));
    out->tableEnd();
    out->sectionEnd();
    out->sectionEntities();
    for (size_t n = 0; n < layers.size(); ++n) {
        for (const MachineLine& l : mat.lines) {
            if (l.layer != layers[n].layer)
                continue;
            dxf.writePolyline(
                *out, DL_PolylineData(static_cast<int>(l.points.size()), 0, 0, l.closed ? 1 : 0),
                attributes(n));
            for (const Vec2& p : l.points)
                dxf.writeVertex(*out, DL_VertexData(p.x(), p.y(), 0, 0));
            dxf.writePolylineEnd(*out);
        }
        if (layers[n].layer == MachineLayer::Labels)
            for (const MachineLabel& l : mat.labels)
                dxf.writeText(*out,
                              DL_TextData(l.at.x(), l.at.y(), 0, l.at.x(), l.at.y(), 0, l.height,
                                          1.0, 0, 0, 0, dxfText(l.text), "STANDARD", 0.0),
                              attributes(n));
    }
    out->sectionEnd();
    out->dxfEOF();
    out->close();
    auto bytes = readFile(path);
    std::filesystem::remove(path);
    return bytes;
}

} // namespace

Result<Exported> writeMachineSvg(const ExportInput& in) {
    const MachineJob job = jobOf(in);
    Exported out;
    out.remarks = job.remarks;
    out.remarks.push_back(machineCaution());
    for (size_t n = 0; n < job.mats.size(); ++n)
        out.files.push_back({suffixOf(n), svgMat(job.mats[n], in.design.title)});
    return out;
}

Result<Exported> writeMachineDxf(const ExportInput& in) {
    const MachineJob job = jobOf(in);
    Exported out;
    out.remarks = job.remarks;
    out.remarks.push_back(machineCaution());
    for (size_t n = 0; n < job.mats.size(); ++n) {
        auto mat = dxfMat(job.mats[n]);
        if (!mat)
            return mat.problem();
        out.files.push_back({suffixOf(n), std::move(*mat)});
    }
    return out;
}

} // namespace hl::exports
