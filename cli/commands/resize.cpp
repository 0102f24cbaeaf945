// The whole design at another closed size.
#include "core/edit/resize.h"
#include "cli/common.h"
#include "core/edit/edit.h"
#include "core/make/sheets.h"
#include <iostream>

namespace hl::cli {
namespace {

int resize(const std::string& path, const std::string& size, const std::string& sheet,
           const std::string& out, bool force) {
    if (!out.empty())
        if (Trouble t = mayWrite(out, force, {path}))
            return refuse(*t);
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    auto card = parseCardSize(size, d->units);
    if (!card)
        return refuse(card.problem());
    auto next = resizeDesign(*d, card->first, card->second, sheet);
    if (!next)
        return refuse(next.problem());
    if (Trouble t = saveDesign(next->design, out.empty() ? path : out))
        return refuse(*t);
    for (auto& h : next->hints)
        std::cout << h << "\n";
    for (auto& r : next->remarks)
        std::cout << "no longer fits: " << r << "\n";
    return Done;
}

} // namespace

Run declareResize(CLI::App& options) {
    struct ResizeGiven {
        std::string file, card, sheet, out;
        bool force = false;
    };
    auto given = std::make_shared<ResizeGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("--card", given->card, "closed size, such as 4.25x5.5in")->required();
    options.add_option("--sheet", given->sheet,
                       "the paper it is cut from, such as a4: a tab gives where a sheet is a "
                       "little long, and what does not fit is told");
    addForce(options, given->force);
    options.add_option("-o,--output", given->out, "another file; the same unless given");
    return [given] {
        return resize(given->file, given->card, given->sheet, given->out, given->force);
    };
}

} // namespace hl::cli
