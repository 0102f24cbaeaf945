// The ways in which folds that may go either way can go.
#include "core/edit/ways.h"
#include "cli/common.h"
#include "core/measure/number.h"
#include <iostream>

namespace hl::cli {
namespace {

int ways(const std::string& path, int take, bool json) {
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    auto all = waysToFold(*d);
    if (!all)
        return refuse(all.problem());
    if (take > 0) {
        if (static_cast<size_t>(take) > all->size())
            return refuse({"--take", "there are " + numberText(all->size()) + " ways",
                           "name one of them by its number, from 1"});
        if (Trouble t = saveDesign((*all)[static_cast<size_t>(take - 1)].design, path))
            return refuse(*t);
        return Done;
    }
    Json out = {{"ways", Json::array()}};
    for (size_t i = 0; i < all->size(); ++i) {
        const Way& w = (*all)[i];
        if (json)
            out["ways"].push_back({{"folds", w.words}, {"works", w.stops == 0}});
        else
            std::cout << i + 1 << "  " << w.words << (w.stops ? " (fails)" : "") << "\n";
    }
    if (json)
        print(out);
    return Done;
}

} // namespace

Run declareWays(CLI::App& options) {
    struct WaysGiven {
        std::string file;
        int take = 0;
        bool json = false;
    };
    auto given = std::make_shared<WaysGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("--take", given->take, "the number of the one to write into the design")
        ->check(CLI::PositiveNumber);
    options.add_flag("--json", given->json, "for scripts");
    return [given] { return ways(given->file, given->take, given->json); };
}

} // namespace hl::cli
