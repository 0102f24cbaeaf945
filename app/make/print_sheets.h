// Sheets on a printer, at true size.
#pragma once
#include "core/make/sheets.h"

class QPrinter;

namespace hl::app {

// A page for each sheet; a sheet that lies is printed on a page that lies. One larger than the
// paper goes over several pages, which overlap by a centimetre and are marked where they do;
// `margin` mm of each are left free.
void paintSheets(QPrinter& printer, const std::vector<Sheet>& sheets, double margin);

} // namespace hl::app
