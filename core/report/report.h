// The report of a proof: verdict, findings with their remedies, facts, and pictures.
#pragma once
#include "core/measure/result.h"
#include "core/prove/evidence.h"
#include "core/prove/finding.h"

namespace hl {

struct ReportFormat {
    const char* id;   // also the file's extension
    const char* name; // for the eye
    Result<std::string> (*write)(const Evidence& e, const std::vector<Finding>& findings);
};
const std::vector<ReportFormat>& reportFormats();

// Writes the report in the format of the path's extension, html or pdf, in one go.
Trouble writeReport(const Evidence& e, const std::vector<Finding>& findings,
                    const std::string& path);

} // namespace hl
