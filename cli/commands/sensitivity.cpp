// What an error in each measure does to the fit.
#include "core/prove/sensitivity.h"
#include "cli/common.h"
#include "cli/working.h"
#include <iostream>

namespace hl::cli {
namespace {

int sensitivity(const std::string& path, bool json) {
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    auto all = sensitivities(*d, nullptr, progress());
    if (!all)
        return refuse(all.problem());
    Json j = {{"measures", Json::array()}};
    for (auto& s : *all) {
        j["measures"].push_back({{"structure", s.structure},
                                 {"measure", s.parameter},
                                 {"unit", s.quantity == Quantity::Length ? "mm" : "deg"},
                                 {"misfit_mm_per_unit", s.rate},
                                 {"opening", s.opening},
                                 {"tab", s.tab},
                                 {"message", say(s)}});
        if (!json)
            std::cout << say(s) << "\n";
    }
    if (json)
        print(j);
    return Done;
}

} // namespace

Run declareSensitivity(CLI::App& options) {
    struct SensitivityGiven {
        std::string file;
        bool json = false;
    };
    auto given = std::make_shared<SensitivityGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_flag("--json", given->json);
    return [given] { return sensitivity(given->file, given->json); };
}

} // namespace hl::cli
