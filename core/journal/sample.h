// A made-up year in the gift shop of the Quillmere Valley Railway: some hundred and twenty builds,
// prototypes included, for the demo and for tests.
#pragma once
#include "core/journal/entry.h"
#include "core/measure/result.h"

namespace hl::journal {

// What is true of the shop, and what its journal should teach.
struct ShopTruth {
    double cutting = 1.25, scoring = 0.85, folding = 1.0, gluing = 1.4; // pace against the plan
    double scores = 0.35;                                               // mm of scatter
    double thicker = 1.12; // papers are thicker than they say
    double setting = 28;   // minutes of the white glue
};

// Builds of these designs (texts of files) over a year that ends on `until`, always the same ones.
// Designs that cannot be read are left out; with none it is an error.
Result<std::vector<Build>> sampleYear(const std::vector<std::string>& designs,
                                      const std::string& until, const ShopTruth& truth = {});

} // namespace hl::journal
