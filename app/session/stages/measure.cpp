// Curves over the opening, and the facts.
#include "app/session/folder.h"

namespace hl::app {

bool measureStage(Folding& f) {
    const Stop stop{&f.cancelled};
    f.s.curves = curvesOf(*f.s.evidence, stop);
    f.s.facts = factsOf(*f.s.evidence, f.s.curves, stop);
    f.show(Snapshot::Measured);
    return true;
}

} // namespace hl::app
