// Exports: the table of formats in which sheets leave the program. A new one is one file and one
// line in exports.cpp.
#pragma once
#include "core/make/sheets.h"
#include "core/measure/result.h"

namespace hl {

struct Exporter {
    const char* id;   // also the file's extension
    const char* name; // for the eye
    Result<std::string> (*write)(const Design& design, const std::vector<Sheet>& sheets);
};
const std::vector<Exporter>& exporters();
const Exporter* exporter(const std::string& id);

// Lays the design out and writes it to `path` in one go. The remarks (a part larger than the
// sheet) are for the maker.
Result<std::vector<std::string>> exportDesign(const Design& design, const Exporter& exporter,
                                              const SheetFormat& format, const std::string& path);

} // namespace hl
