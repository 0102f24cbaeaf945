// A snapshot: everything the core computed from one version of the design, for the views to read.
#pragma once
#include "core/assemble/assemble.h"
#include "core/make/pattern.h"
#include "core/prove/facts.h"
#include "core/prove/prove.h"
#include <QtGlobal>
#include <memory>

namespace hl::app {

struct Snapshot {
    // Each adds to the one before: nothing but what is in the way of it; the motion; some findings;
    // all findings; facts and curves; what can be done about the findings.
    enum Stage { Unmade, Folded, Proving, Proved, Measured, Advised };
    quint64 version = 0;
    Stage stage = Unmade;
    std::optional<Problem> trouble; // why it cannot be made
    std::shared_ptr<const std::vector<Pattern>> patterns;
    std::shared_ptr<const Case> folded; // never null from Folded on
    std::vector<Vec2> upright;          // what is up on every panel (core/dress/seen)
    double part = 0;                    // of the rules that have run, while proving
    std::vector<Finding> findings;
    std::shared_ptr<const Evidence> evidence; // refers to `folded`; null before it is gathered
    std::vector<Fact> facts;
    Curves curves;

    Verdict verdict() const { return verdictOf(findings); }
};
using SnapshotPtr = std::shared_ptr<const Snapshot>;

} // namespace hl::app
