// The report of a proof: verdict, findings with their remedies, facts, and pictures. What it says
// is the same in all formats.
#pragma once
#include "core/prove/facts.h"
#include "core/report/pictures.h"

namespace hl::report {

struct Report {
    std::string title, verdict;
    std::vector<Picture> pictures;
    std::vector<Finding> findings;
    std::vector<Picture> shown; // of every finding
    std::vector<Fact> facts;
};

Report reportOf(const Evidence& evidence, const std::vector<Finding>& findings);

// What a rule is called: "Misfit".
std::string ruleTitle(const std::string& id);

} // namespace hl::report
