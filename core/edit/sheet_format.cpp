#include "core/edit/sheet_format.h"
#include "core/edit/edit.h"

namespace hl::edit {

Result<SheetFormat> readSheetFormat(const std::string& text, Unit unit) {
    if (const SheetFormat* known = sheetFormat(text))
        return *known;
    std::string ids;
    for (const SheetFormat& f : sheetFormats())
        ids += f.id + ", ";
    auto size = parseCardSize(text, unit);
    if (!size)
        return Problem{"sheet", "there is no sheet format “" + text + "”",
                       "use one of: " + ids + "or a size like 300 x 200 mm"};
    constexpr double least = 50, most = 2000; // mm
    for (const Measure& m : {size->first, size->second})
        if (m.mm() < least || m.mm() > most)
            return Problem{"sheet", sayLength(m.mm(), unit) + " is no side of a sheet",
                           "give 50 to 2000 mm each way"};
    return SheetFormat{
        text, sayLength(size->first.mm(), unit) + " x " + sayLength(size->second.mm(), unit),
        size->first.mm(), size->second.mm()};
}

} // namespace hl::edit
