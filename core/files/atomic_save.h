// Files that are written whole or not at all.
#pragma once
#include "core/measure/result.h"
#include <string>

namespace hl {

Result<std::string> readFile(const std::string& path);

// Writes next to `path` and renames over it, so that a failure at any point leaves the old file as
// it was. A link is followed; the old file's permissions are kept.
Trouble saveFile(const std::string& path, const std::string& bytes);

} // namespace hl
