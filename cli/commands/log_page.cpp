// One build as a page to print or to share.
#include "cli/commands/log.h"
#include "core/journal/page.h"

namespace hl::cli {

int logPage(const LogGiven& g) {
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto build = (*j)->build(g.id);
    if (!build)
        return refuse(build.problem());
    if (Trouble t = mayWrite(g.out, g.force, {(*j)->path()}))
        return refuse(*t);
    if (Trouble t = saveFile(g.out, journal::pageOf(*build)))
        return refuse(*t);
    return Done;
}

} // namespace hl::cli
