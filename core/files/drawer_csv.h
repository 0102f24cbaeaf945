// The papers of a drawer as a table that any spreadsheet reads: a line for each size of sheet.
#pragma once
#include "core/measure/result.h"
#include "core/workshop/drawer.h"

namespace hl::files {

// One field of such a table, in quotes where it needs them (RFC 4180).
std::string csvField(const std::string& text);
// A line of them.
std::string csvRow(const std::vector<std::string>& fields);

std::string drawerToCsv(const Drawer& drawer);
// The papers in a table, by the names of its columns in whatever order; lengths are mm or have
// their unit with them. Problems name the line.
Result<std::vector<DrawerPaper>> papersFromCsv(const std::string& text);

} // namespace hl::files
