// Which panels cannot meet, however the card is folded.
#pragma once
#include "core/assembly/assembly.h"

namespace hl::proving {

// Two panels as one number, whichever comes first.
inline size_t pairOf(const Assembly& a, int one, int other) {
    return static_cast<size_t>(std::min(one, other)) * a.panels.size() +
           static_cast<size_t>(std::max(one, other));
}

// By pairs: what is glued flat to one another, and what a crease keeps on its own side. A panel
// that lies on one side of a crease meets the plane beyond the crease nowhere else: so it never
// crosses the panel there, nor what is glued flat to that.
std::vector<bool> neverMeet(const Assembly& assembly);

} // namespace hl::proving
