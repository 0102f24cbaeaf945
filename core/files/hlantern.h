// The design file: reading, writing, saving. The format is described in docs/format.md.
#pragma once
#include "core/design/design.h"
#include <string>

namespace hl::files {

inline constexpr int formatVersion = 13;

// Text of a file -> design. Checks everything that can be checked: JSON, version, keys, types,
// ranges, hosts. Problems name the place inside the file.
Result<Design> designFromText(const std::string& text);
// What the text says, whether or not it can be made: unknown hosts and measures out of range are
// left to assemble().
Result<Design> designAsWritten(const std::string& text);
std::string designToText(const Design& design);
// The JSON schema of such files, as text.
std::string designSchema();

// The same from and to a path; problems name the file.
Result<Design> loadDesign(const std::string& path);
// Nothing is written that would not read back as the same design; the old file stays then.
Trouble saveDesign(const Design& design, const std::string& path);
// A copy in case of a crash: written whole or not at all, but without waiting for the disk.
Trouble keepDesign(const Design& design, const std::string& path);

} // namespace hl::files
