// The proof: every rule over the whole motion of a design.
#pragma once
#include "core/prove/evidence.h"
#include "core/prove/finding.h"
#include <functional>

namespace hl::proving {

struct Rule {
    const char* id;    // "misfit"
    const char* title; // "Misfit": the name of its ribbon
    void (*run)(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
    bool where = false; // whether it looks at where paper lies and comes to lie
};

// All rules, in the order in which a maker wants to hear them.
const std::vector<Rule>& rules();

// Runs every rule; the worst findings come first. Cancelled, it returns what it has. `reached`
// hears what is found so far after every rule, and which part of the rules (0 to 1) has run.
using Reached = std::function<void(const std::vector<Finding>& soFar, double part)>;
// `whole`: whether all rules run, or only those that look at where paper lies.
std::vector<Finding> prove(const Evidence& e, const Stop& stop = {}, const Reached& reached = {},
                           bool whole = true);
std::vector<Finding> prove(const Case& c, const std::atomic<bool>* cancel = nullptr,
                           const Reached& reached = {});

// Looks for one changed measure that makes each of the first findings disappear and leaves nothing
// else new or worse, and writes it into the finding's remedy and action. `progress` hears parts of
// one. `wanted` is asked before each which finding comes next, out of turn (none: beyond the last).
// Bounded in work: tells of how many it looked, and how many stops and cautions are left that it
// did not get to and that no other's remedy cures.
struct Searched {
    size_t looked = 0, left = 0;
};
Searched findRemedies(const Case& c, std::vector<Finding>& findings,
                      const std::atomic<bool>* cancel = nullptr,
                      const std::function<void(double)>& progress = {},
                      const std::function<size_t()>& wanted = {});

} // namespace hl::proving
