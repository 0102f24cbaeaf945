// Sheets as a PDF at 1:1, one page for each.
#include "core/design/design.h"
#include "core/exports/writers.h"
#include "core/picture/pages.h"

namespace hl::exports {

Result<Exported> writeSheetsPdf(const ExportInput& in) {
    Exported out;
    PdfPages pages(in.design.title);
    for (const Sheet& s : sheetsOf(in, out.remarks)) {
        pages.page(s.width, s.height);
        pages.paint(pictureOf(s));
    }
    auto bytes = pages.finish();
    if (!bytes)
        return bytes.problem();
    out.files.push_back({"", *bytes});
    return out;
}

} // namespace hl::exports
