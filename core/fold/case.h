// The case: a design folded, which is all that the rules look at.
#pragma once
#include "core/design/design.h"
#include "core/fold/motion.h"
#include "core/workshop/workshop.h"
#include <atomic>

namespace hl::fold {

// The linkage refers to the assembly, so a Case is
// neither copied nor moved; share it by pointer.
struct Case {
    Design design;
    Assembly assembly;
    Linkage linkage;
    Motion motion;
    std::vector<Pose> poses; // at every sample of the course
    Workshop workshop;

    double first() const { return linkage.course.begin(); } // places of the motion
    double last() const { return linkage.course.end(); }

    Case(Design d, Assembly a, const std::atomic<bool>* cancel = nullptr, Workshop w = {});
    // A design that differs from another case's in its measures alone (see motionLike).
    Case(Design d, Assembly a, const Case& like, const std::atomic<bool>* cancel = nullptr);
    ~Case();
    Case(const Case&) = delete;
    Case& operator=(const Case&) = delete;

  private:
    void pose(const std::atomic<bool>* cancel);
};

// Whether two designs are made of the same panels, creases and joins, in the same order.
bool sameMakeUp(const Assembly& a, const Assembly& b);

// Whether somebody no longer wants to know.
struct Stop {
    const std::atomic<bool>* flag = nullptr;
    explicit operator bool() const { return flag && *flag; }
};

// Thickness of a panel's paper, mm.
double caliperOf(const Case& c, int panel);

} // namespace hl::fold
