// Files that are written whole or not at all.
#pragma once
#include "core/measure/result.h"
#include <string>
#include <vector>

namespace hl {

// Regular files only: a device or a pipe is refused, not waited for.
Result<std::string> readFile(const std::string& path);

// Writes next to `path` and renames over it, so that a failure at any point leaves the old file as
// it was; the folder is written out too. Links are followed, also to a file that is not there yet.
// Permissions, and where possible the owner, are kept; a file with several names is rewritten in
// place once the new text is safe beside it. Devices and pipes are refused. `lasting`: waits until
// the disk has it; copies that a crash may lose do not.
Trouble saveFile(const std::string& path, const std::string& bytes, bool lasting = true);

// Why `path` must not be written: it is there already and nobody said `force`, or it is one of the
// files that are read (under whatever name).
Trouble mayWrite(const std::string& path, bool force, const std::vector<std::string>& inputs = {});

} // namespace hl
