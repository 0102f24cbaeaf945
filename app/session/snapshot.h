// A snapshot: everything the core computed from one version of the design, for the views to read.
#pragma once
#include "core/prove/prove.h"
#include <QtGlobal>
#include <memory>

namespace hl {

struct Snapshot {
    enum Stage { Folded, Proved, Advised }; // each adds to the one before
    quint64 version = 0;
    Stage stage = Folded;
    std::shared_ptr<const Case> folded;
    std::vector<Finding> findings;

    Verdict verdict() const { return verdictOf(findings); }
};
using SnapshotPtr = std::shared_ptr<const Snapshot>;

} // namespace hl
