// Bodies: panels that lie fast on one another move as one.
#pragma once
#include "core/assembly/assembly.h"

namespace hl::assembly {

// Of each panel the first one of its body: whatever joins that do not move hold together.
std::vector<int> bodiesOf(const Assembly& assembly);

} // namespace hl::assembly
