// How long a verdict takes, without remedies, as ratios within one run:
// - eight V-folds that come too close to one another against eight that do not;
// - a hundred boxes that overlap their neighbours against a hundred that do not;
// - two hundred structures against fifty, which may cost n log n where they are sound, and a third
//   more where all of them overlap.
#include "bench/peer.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/measure/number.h"
#include "core/prove/prove.h"
#include <cmath>

using namespace hl;
using namespace hl::bench;

namespace {

std::string mm(double v) { return numberText(v, 2) + " mm"; }

Design vFolds(int count, double apart) {
    Design d = *newDesign(Measure::fromMm(140), Measure::fromMm(60 + count * 40), SpineSide::Left,
                          Unit::Millimetre);
    for (int i = 0; i < count; ++i)
        d = addStructure(d, "v-fold", "card.spine",
                         {{"place", mm(20 + apart * i)},
                          {"base_left", "40 mm"},
                          {"base_right", "40 mm"},
                          {"height", "25 mm"},
                          {"tab", "3 mm"}})
                ->first;
    return d;
}

// A row of boxes, all within the longest card; `wide` is the part of its room that each takes.
Design boxes(int count, double step, double wide) {
    Design d =
        *newDesign(Measure::fromMm(140), Measure::fromMm(980), SpineSide::Left, Unit::Millimetre);
    for (int i = 0; i < count; ++i)
        d = addStructure(d, "box", "card.spine",
                         {{"left", mm(20 + i % 7 * 2.5)},
                          {"right", mm(20 + i % 5 * 2)},
                          {"place", mm(15 + step * i)},
                          {"width", mm(std::max(3.0, step * wide))},
                          {"tab", "4 mm"}})
                ->first;
    return d;
}

double seconds(const Design& d, size_t& findings) {
    return best(2, 1, [&](int) {
        const Case c(d, *assemble(d));
        findings = prove(c).size();
    });
}

} // namespace

int main() {
    int status = 0;
    size_t sound = 0, faulty = 0;
    auto against = [&](const char* what, const Design& bad, const Design& good, double most) {
        const double b = seconds(bad, faulty), g = seconds(good, sound);
        std::printf("%s: %.2f s with %zu findings, %.2f s with %zu\n", what, b, faulty, g, sound);
        status |= verdict(what, b / g, most, true);
    };
    against("eight close V-folds / eight apart", vFolds(8, 1), vFolds(8, 40), 12);
    against("a hundred boxes that overlap / that do not", boxes(100, 9.4, 1.3),
            boxes(100, 9.4, 0.7), 9);
    for (double wide : {0.7, 1.3}) {
        const double few = seconds(boxes(50, 4.7, wide), sound),
                     many = seconds(boxes(200, 4.7, wide), faulty);
        std::printf("fifty boxes %.2f s, two hundred %.2f s\n", few, many);
        status |= verdict("two hundred boxes / fifty (n log n: 5.4)", many / few,
                          (wide < 1 ? 1 : 1.3) * 200 * std::log(200.) / (50 * std::log(50.)), true);
    }
    return status;
}
