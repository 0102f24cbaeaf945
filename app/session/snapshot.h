// A snapshot: everything the core computed from one version of the design, for the views to read.
#pragma once
#include "core/prove/facts.h"
#include "core/prove/prove.h"
#include <QtGlobal>
#include <memory>

namespace hl {

struct Snapshot {
    // Each adds to the one before: the motion; some findings; all findings; facts and curves; what
    // can be done about the findings.
    enum Stage { Folded, Proving, Proved, Measured, Advised };
    quint64 version = 0;
    Stage stage = Folded;
    std::shared_ptr<const Case> folded;
    double part = 0; // of the rules that have run, while proving
    std::vector<Finding> findings;
    std::shared_ptr<const Evidence> evidence; // refers to `folded`; null before it is gathered
    std::vector<Fact> facts;
    Curves curves;

    Verdict verdict() const { return verdictOf(findings); }
};
using SnapshotPtr = std::shared_ptr<const Snapshot>;

} // namespace hl
