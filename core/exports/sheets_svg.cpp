// Sheets as an SVG drawing.
#include "core/design/design.h"
#include "core/exports/writers.h"
#include "core/picture/svg.h"

namespace hl::exports {

std::vector<Sheet> sheetsOf(const ExportInput& in, std::vector<std::string>& remarks) {
    std::vector<Sheet> sheets = layOut(in.design, in.assembly, in.format, in.printed);
    for (const Sheet& s : sheets)
        if (s.oversize)
            remarks.push_back(in.assembly.parts[static_cast<size_t>(s.parts.front())].name +
                              " does not fit on " + in.format.name +
                              "; it has a sheet of its own size (" + s.title + ").");
    return sheets;
}

Result<Exported> writeSheetsSvg(const ExportInput& in) {
    Exported out;
    std::vector<Picture> pages;
    for (const Sheet& s : sheetsOf(in, out.remarks))
        pages.push_back(pictureOf(s));
    out.files.push_back({"", svgDrawing(in.design.title, pages)});
    return out;
}

} // namespace hl::exports
