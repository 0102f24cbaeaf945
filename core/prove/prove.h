// The proof: every rule over the whole motion of a design.
#pragma once
#include "core/design/design.h"
#include "core/fold/motion.h"
#include "core/prove/finding.h"
#include <atomic>
#include <functional>

namespace hl {

// A design folded: all that the rules look at. The linkage refers to the assembly, so a Case is
// neither copied nor moved; share it by pointer.
struct Case {
    Design design;
    Assembly assembly;
    Linkage linkage;
    Motion motion;
    std::vector<Pose> poses; // at every sample of the course

    double first() const { return linkage.course.begin(); } // places of the motion
    double last() const { return linkage.course.end(); }

    Case(Design d, Assembly a, const std::atomic<bool>* cancel = nullptr);
    Case(const Case&) = delete;
    Case& operator=(const Case&) = delete;
};

struct Rule {
    const char* id;    // "misfit"
    const char* title; // "Misfit": the name of its ribbon
    void (*run)(const Case& c, std::vector<Finding>& out);
};

// All rules, in the order in which a maker wants to hear them.
const std::vector<Rule>& rules();

// Runs every rule; the worst findings come first. Cancelled, it returns what it has.
std::vector<Finding> prove(const Case& c, const std::atomic<bool>* cancel = nullptr);

// Looks for one changed measure that makes each finding disappear without a new one of its kind,
// and writes it into the finding's remedy and action. `progress` hears parts of one.
void findRemedies(const Case& c, std::vector<Finding>& findings,
                  const std::atomic<bool>* cancel = nullptr,
                  const std::function<void(double)>& progress = {});

} // namespace hl
