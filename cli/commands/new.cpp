// Starts a card.
#include "cli/common.h"
#include "core/edit/edit.h"

namespace hl::cli {
namespace {

int newFile(const std::string& path, const std::string& size, const std::string& spine,
            bool force) {
    if (Trouble t = mayWrite(path, force))
        return refuse(*t);
    const Unit units = size.find("in") != std::string::npos || size.find('"') != std::string::npos
                           ? Unit::Inch
                           : Unit::Millimetre;
    auto card = parseCardSize(size, units);
    if (!card)
        return refuse(card.problem());
    auto d = newDesign(card->first, card->second, spine == "top" ? SpineSide::Top : SpineSide::Left,
                       units);
    if (!d)
        return refuse(d.problem());
    if (Trouble t = saveDesign(*d, path))
        return refuse(*t);
    return Done;
}

} // namespace

Run declareNew(CLI::App& options) {
    struct Given {
        std::string file, card, spine = "left";
        bool force = false;
    };
    auto given = std::make_shared<Given>();
    options.add_option("OUT", given->file, "the design file to write")->required();
    options.add_option("--card", given->card, "closed size, such as 5x7in")->required();
    addForce(options, given->force);
    options.add_option("--spine", given->spine)->check(CLI::IsMember({"left", "top"}));
    return [given] { return newFile(given->file, given->card, given->spine, given->force); };
}

} // namespace hl::cli
