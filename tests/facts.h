// The amount of a fact of a design; -1 where it is not told.
#pragma once
#include "core/prove/facts.h"
#include "tests/drawn.h"

namespace hl::test {

inline double fact(const Design& d, const std::string& id) {
    const auto c = foldUp(d);
    const Evidence e(*c, {});
    for (const Fact& f : factsOf(e, curvesOf(e)))
        if (f.id == id)
            return f.amount;
    return -1;
}

} // namespace hl::test
