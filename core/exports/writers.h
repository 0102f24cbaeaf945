// What the table of exports refers to, one file each.
#pragma once
#include "core/exports/exports.h"

namespace hl::exports {

Result<Exported> writeSheetsSvg(const ExportInput& input);
Result<Exported> writeSheetsPdf(const ExportInput& input);
Result<Exported> writeReportHtml(const ExportInput& input);
Result<Exported> writeReportPdf(const ExportInput& input);
Result<Exported> writeMachineSvg(const ExportInput& input);
Result<Exported> writeMachineDxf(const ExportInput& input);
Result<Exported> writeLists(const ExportInput& input);
Result<Exported> writeBuildSheetHtml(const ExportInput& input);
Result<Exported> writeBuildSheetPdf(const ExportInput& input);
Result<Exported> writeModel(const ExportInput& input);

// The design laid out on its sheets; a remark for each part that is larger than the format.
std::vector<Sheet> sheetsOf(const ExportInput& input, std::vector<std::string>& remarks);

} // namespace hl::exports
