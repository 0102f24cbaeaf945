#include "core/edit/closed_size.h"
#include <algorithm>

namespace hl::edit {

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

} // namespace hl::edit
