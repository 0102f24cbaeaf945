// The reference design, dressed all over in a scheme of printed papers.
#pragma once
#include "bench/reference.h"
#include "core/assemble/assemble.h"
#include "core/dress/dress.h"

namespace hl::bench {

// Every panel but tabs wears a mat, whether it shows or not.
inline Design dressedReference() {
    Design d = referenceDesign();
    const Assembly bare = *assemble(d);
    std::vector<std::string> papers;
    for (const char* id : {"brick", "clouds", "planks", "slate", "meadow"})
        papers.push_back(paperPrinting(d, *tile(id)));
    size_t n = 0;
    for (const Panel& p : bare.panels)
        if (p.role != Role::Tab)
            if (auto laid = layMat(d, p.id, papers[n++ % papers.size()], true, false))
                d = laid->first;
    return d;
}

} // namespace hl::bench
