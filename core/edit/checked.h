// What edits end with: the new design, once it has been assembled.
#pragma once
#include "core/assemble/assemble.h"
#include "core/design/design.h"

namespace hl::edit {

inline Result<Design> checked(const Design& design) {
    auto made = assemble(design);
    if (!made)
        return made.problem();
    return design;
}

} // namespace hl::edit
