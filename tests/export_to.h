// An export as a whole: prepared, written, its remarks.
#pragma once
#include "core/exports/exports.h"

namespace hl::test {

inline Result<std::vector<std::string>> exportTo(const std::string& path, const Exporter& exporter,
                                                 const ExportInput& input) {
    const auto made = prepareExport(path, exporter, input);
    if (!made)
        return made.problem();
    if (Trouble t = made->write())
        return *t;
    return made->remarks;
}

} // namespace hl::test
