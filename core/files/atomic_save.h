// Files that are written whole or not at all.
#pragma once
#include "core/measure/result.h"
#include <string>
#include <vector>

namespace hl::files {

// Regular files only: a device or a pipe is refused, not waited for.
Result<std::string> readFile(const std::string& path);

// Writes next to `path` and renames over it, so that a failure at any point leaves the old file as
// it was; the folder is written out too. Links are followed, also to a file that is not there yet.
// Permissions, and where possible the owner, are kept; a file with several names is rewritten in
// place once the new text is safe beside it. Devices and pipes are refused. `lasting`: waits until
// the disk has it; copies that a crash may lose do not.
Trouble saveFile(const std::string& path, const std::string& bytes, bool lasting = true);

// Why there can be no file of that name: it is empty, or names a device, a pipe or a folder.
Trouble canBeFile(const std::string& path);

// Why `paths` must not be written: one is no name for a file, or is one of the files that are read
// (under whatever name), or some are there already and nobody said `force`; all of those are named.
Trouble mayWrite(const std::vector<std::string>& paths, bool force,
                 const std::vector<std::string>& inputs = {});
Trouble mayWrite(const std::string& path, bool force, const std::vector<std::string>& inputs = {});
// Those of `paths` that are there already.
std::vector<std::string> thereAlready(const std::vector<std::string>& paths);

} // namespace hl::files
