#include "core/fold/resting.h"
#include "core/fold/energy.h"
#include <algorithm>

namespace hl::fold {
double restingPlace(const Case& c) {
    const auto& all = c.motion.values;
    std::vector<double> bent;
    for (const auto& values : all)
        bent.push_back(energyHeld(c.linkage, values));
    const auto least =
        static_cast<size_t>(std::min_element(bent.begin(), bent.end()) - bent.begin());
    const std::vector<double>& places = c.linkage.course.samples();
    if (least >= places.size())
        return c.first();
    double at = places[least];
    if (least > 0 && least + 1 < bent.size()) {
        const double before = bent[least - 1] - bent[least], after = bent[least + 1] - bent[least];
        if (before + after > 1e-12)
            at += (places[least + 1] - places[least - 1]) / 4 * (before - after) / (before + after);
    }
    return std::clamp(at, c.first(), c.last());
}

} // namespace hl::fold
