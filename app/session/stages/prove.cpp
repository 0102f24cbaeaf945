// All rules; what takes long shows what it has so far, a few times a second.
#include "app/session/folder.h"
#include <QElapsedTimer>

namespace hl::app {

bool proveStage(Folding& f) {
    constexpr int pause = 200; // ms between two looks
    const Stop stop{&f.cancelled};
    f.s.evidence = std::make_shared<const Evidence>(*f.s.folded, stop);
    if (stop)
        return false;
    QElapsedTimer since;
    since.start();
    f.s.findings = prove(*f.s.evidence, stop, [&](const std::vector<Finding>& soFar, double part) {
        if (since.elapsed() < pause || part >= 1)
            return;
        since.restart();
        f.s.findings = soFar;
        f.s.part = part;
        f.show(Snapshot::Proving);
    });
    f.s.part = 1;
    f.show(Snapshot::Proved);
    return true;
}

} // namespace hl::app
