// The design assembled, its patterns, and the motion folded.
#include "app/session/folder.h"
#include "core/prove/seen.h"

namespace hl::app {

bool foldStage(Folding& f) {
    auto made = assemble(f.design);
    if (!made) {
        f.s.trouble = made.problem();
        f.show(Snapshot::Unmade);
        return false;
    }
    f.s.folded = std::make_shared<Case>(f.design, *made, &f.cancelled, f.workshop);
    f.s.patterns = std::make_shared<const std::vector<Pattern>>(patternsOf(f.design, *made));
    if (!f.cancelled)
        f.s.upright = uprightOn(*f.s.folded);
    f.show(Snapshot::Folded);
    return true;
}

} // namespace hl::app
