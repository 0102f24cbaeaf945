#include "core/assembly/tangled.h"
#include "core/assembly/arrangement.h"
#include "core/design/limits.h"
#include "core/measure/number.h"

namespace hl::assembly {

Trouble tangled(const std::string& place, const Ring& outline) {
    if (crossings(outline, {}, {}, limits::tangle + 1) <= limits::tangle)
        return {};
    return Problem{place, "it crosses itself more than " + numberText(limits::tangle) + " times",
                   "draw it as one line round the shape"};
}

} // namespace hl::assembly
