// Copies of structures: duplicates, arrays, mirror images, and the clipboard between designs. Each
// takes along all that stands on the structure.
#pragma once
#include "core/design/design.h"
#include "core/measure/result.h"

namespace hl::edit {

// A design and the id of the structure that was made or changed.
using Copied = Result<std::pair<Design, std::string>>;

// A second one on the same host, at the nearest free stretch of the fold.
Copied duplicateStructure(const Design& design, const std::string& id);

// So many of them in all, one after the other along the host, with `gap` between two. The id is
// the first one's. Problems: the host is too short for them, what stands nowhere along a host.
Copied arrayStructure(const Design& design, const std::string& id, int count, const Measure& gap);

// Left and right exchanged, on the structure and on all that stands on it.
Copied mirrorStructure(const Design& design, const std::string& id);

// The structure as a text that paste takes, in this or another design: a design file that holds
// nothing else.
std::string copyStructure(const Design& design, const std::string& id);
// Puts what a text holds on `on`; the papers it needs come along.
Copied pasteStructure(const Design& design, const std::string& text, const std::string& on);

} // namespace hl::edit
