// The design file: reading, writing, saving. The format is described in docs/format.md.
#pragma once
#include "core/design/design.h"
#include <string>

namespace hl {

inline constexpr int formatVersion = 1;

// Text of a file -> design. Checks everything that can be checked: JSON, version, keys, types,
// ranges, hosts. Problems name the place inside the file.
Result<Design> designFromText(const std::string& text);
std::string designToText(const Design& design);

// The same from and to a path; problems name the file.
Result<Design> loadDesign(const std::string& path);
Trouble saveDesign(const Design& design, const std::string& path);

} // namespace hl
