// Starts a card.
#include "cli/common.h"
#include "core/edit/edit.h"
#include <algorithm>

namespace hl::cli {
namespace {

// The closed size of a row of pages: folded to and fro at every score.
std::pair<Measure, Measure> closedSizeOf(const SayLine& say, bool top) {
    std::int64_t at = 0, low = 0, high = 0, tall = 0;
    for (size_t i = 0; i < say.panels.size(); ++i) {
        at += (i % 2 ? -1 : 1) * say.panels[i].count;
        low = std::min(low, at);
        high = std::max(high, at);
        const auto [a, b] = say.heightAt(i, 0);
        const double foot = say.raised.empty() ? 0 : say.raised[i].mm();
        tall = std::max(tall, Measure::fromMm(foot + std::max(a, b)).count);
    }
    const Measure across{Quantity::Length, high - low}, along{Quantity::Length, tall};
    return top ? std::pair{along, across} : std::pair{across, along};
}

int newFile(const std::string& path, const std::string& size, const std::string& spine,
            const std::string& line, bool force) {
    if (Trouble t = mayWrite(path, force))
        return refuse(*t);
    const std::string sizes = size + line;
    const Unit units = sizes.find(" in") != std::string::npos ||
                               sizes.find('"') != std::string::npos ||
                               size.find("in") != std::string::npos
                           ? Unit::Inch
                           : Unit::Millimetre;
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
