// How long a verdict takes, as ratios within one run:
// - eight V-folds that come too close to one another against eight that do not;
// - a hundred boxes that overlap their neighbours against a hundred that do not;
// - two hundred structures against fifty, which may cost n log n where they are sound, and a third
//   more where all of them overlap;
// - ninety strips whose measures no ruler shows against thirty, with all facts;
// - the remedies of a hundred boxes that overlap against their verdict.
#include "bench/peer.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/measure/number.h"
#include "core/prove/facts.h"
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

// Strips beside the marks of every ruler, which miss by a little when they are set to them.
Design offTheRuler(int count) {
    Design d =
        *newDesign(Measure::fromMm(140), Measure::fromMm(980), SpineSide::Left, Unit::Millimetre);
    for (int i = 0; i < count; ++i)
        d = addStructure(
                d, "strip", "card.spine",
                {{"left", "30.21 mm"}, {"right", "40.13 mm"}, {"place", mm(2.13 + 9.7 * i)}}, {},
                "", {{"say", "10 | 40.13 | 30.21 | 10, M M M; height 8"}})
                ->first;
    return d;
}

double withFacts(const Design& d) {
    return best(1, 1, [&](int) {
        const Case c(d, *assemble(d));
        const Evidence e(c, {});
        prove(e);
        factsOf(e, curvesOf(e));
    });
}

double seconds(const Design& d, size_t& findings) {
    return best(1, 1, [&](int) {
        const Case c(d, *assemble(d));
        findings = prove(c).size();
    });
}

} // namespace

int main() {
    int status = 0;
    size_t sound = 0, faulty = 0;
    // The smaller one several times, so that both take about as long.
    auto against = [&](const char* what, const Design& bad, const Design& good, double most) {
        const Turns t = inTurns(
            5, [&] { return seconds(bad, faulty); },
            [&] { return std::min(seconds(good, sound), seconds(good, sound)); });
        std::printf("%s: %.2f s with %zu findings, %.2f s with %zu\n", what, t.above, faulty,
                    t.below, sound);
        status |= verdict((std::string(what) + ", middle of 5").c_str(), t.ratio, most, true);
    };
    against("eight close V-folds / eight apart", vFolds(8, 1), vFolds(8, 40), 12);
    against("a hundred boxes that overlap / that do not", boxes(100, 9.4, 1.3),
            boxes(100, 9.4, 0.7), 9);
    const double linear = 200 * std::log(200.) / (50 * std::log(50.));
    against("two hundred boxes / fifty (n log n: 5.4)", boxes(200, 4.7, 0.7), boxes(50, 4.7, 0.7),
            linear);
    against("two hundred boxes that overlap / fifty (n log n: 5.4)", boxes(200, 4.7, 1.3),
            boxes(50, 4.7, 1.3), 1.3 * linear);
    const Turns strips = inTurns(
        5, [ninety = offTheRuler(90)] { return withFacts(ninety); },
        [thirty = offTheRuler(30)] { return withFacts(thirty); });
    std::printf("thirty strips off the ruler %.2f s, ninety %.2f s\n", strips.below, strips.above);
    status |= verdict("ninety strips off the ruler / thirty (n log n: 4.0), middle of 5",
                      strips.ratio, 5, true);
    const Design overlapping = boxes(100, 9.4, 1.3);
    const Turns mended = inTurns(
        3,
        [&] {
            return best(1, 1, [&](int) {
                const Case c(overlapping, *assemble(overlapping));
                std::vector<Finding> all = prove(c);
                findRemedies(c, all);
            });
        },
        [&] { return seconds(overlapping, faulty); });
    std::printf("a hundred boxes that overlap: %.2f s, with remedies %.2f s\n", mended.below,
                mended.above);
    status |=
        verdict("with remedies / without, a hundred boxes, middle of 3", mended.ratio, 10, true);
    return status;
}
