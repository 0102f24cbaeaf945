// Sheet formats as they are typed: the id of one that is known, or a size of one's own.
#pragma once
#include "core/make/sheets.h"
#include "core/measure/measure.h"

namespace hl::edit {

// "a4", "letter", "300 x 200 mm". Problems: a word that is neither; a size below 50 mm or above
// 2000 mm.
Result<SheetFormat> readSheetFormat(const std::string& text, Unit unit);

} // namespace hl::edit
