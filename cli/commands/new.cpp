// Starts a card.
#include "cli/common.h"
#include "core/edit/closed_size.h"
#include "core/edit/edit.h"
#include <algorithm>

namespace hl::cli {
namespace {

int newFile(const std::string& path, const std::string& size, const std::string& spine,
            const std::string& line, bool force) {
    if (Trouble t = mayWrite(path, force))
        return refuse(*t);
    const Unit units = unitWritten(size + " " + line);
    if (size.empty() && line.empty())
        return refuse({"new", "the card has no size", "give --card, such as 5x7in, or --say"});
    const bool top = spine == "top";
    SayLine say;
    if (!line.empty()) {
        auto said = parseSayLine(line, units);
        if (!said)
            return refuse(said.problem());
        say = *said;
    }
    if (size.empty() &&
        std::min(closedSizeOf(say, top).first.count, closedSizeOf(say, top).second.count) == 0)
        return refuse({"new", "the pages have no height",
                       "say it, like 120 | 60, V; height 150, or give --card"});
    auto card = size.empty() ? Result<std::pair<Measure, Measure>>(closedSizeOf(say, top))
                             : parseCardSize(size, units);
    if (!card)
        return refuse(card.problem());
    auto d = newDesign(card->first, card->second, top ? SpineSide::Top : SpineSide::Left, units);
    if (!d)
        return refuse(d.problem());
    if (!say.empty()) {
        d->card.follows = size.empty();
        d = tell(*d, "card", {{"say", sayLineText(say, units)}});
        if (!d)
            return refuse(d.problem());
    }
    if (Trouble t = saveDesign(*d, path))
        return refuse(*t);
    return Done;
}

} // namespace

Run declareNew(CLI::App& options) {
    struct NewGiven {
        std::string file, card, spine = "left", say;
        bool force = false;
    };
    auto given = std::make_shared<NewGiven>();
    options.add_option("OUT", given->file, "the design file to write")->required();
    options.add_option("--card", given->card, "closed size, such as 5x7in; computed for --say");
    options.add_option("--say", given->say,
                       "a base of any pages: \"120 | 60 | 60, V M; height 150\"");
    addForce(options, given->force);
    options.add_option("--spine", given->spine)->check(CLI::IsMember({"left", "top"}));
    return [given] {
        return newFile(given->file, given->card, given->spine, given->say, given->force);
    };
}

} // namespace hl::cli
