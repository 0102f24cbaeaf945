// What can be done about the findings.
#include "app/session/folder.h"

namespace hl::app {

bool adviseStage(Folding& f) {
    f.progress(0);
    findRemedies(*f.s.folded, f.s.findings, &f.cancelled, f.progress, f.preferred);
    f.show(Snapshot::Advised);
    f.progress(1);
    return true;
}

} // namespace hl::app
