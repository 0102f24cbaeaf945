// The folding engine on the reference design, as ratios within one run:
// - one pose, warm-started and solved from loop closure, against one plain forward pass;
// - the same closure equations handed to Ceres (analytic derivatives, its quickest linear solver
//   of those that suit) against ours, to the same tolerance;
// - ten times as many independent structures against the time for one set;
// and the whole sweep in milliseconds on one core, with the peak of memory.
#include "bench/peer.h"
#include "core/assemble/assemble.h"

namespace {

using namespace hl;
using namespace hl::bench;

int openingOf(int call) { return 10 + call * 7 % 160; }

double worstMisfit(const Folded& f, const std::vector<double>& values) {
    double worst = 0;
    for (const Loop& l : f.linkage.loops)
        worst = std::max(worst, missOf(f.linkage, l, values));
    return worst;
}

} // namespace

int main() {
    const Folded f(bench::referenceDesign());
    const Linkage& k = f.linkage;
    double worst = 0;
    for (auto& sample : f.motion.misfits)
        for (double m : sample)
            worst = std::max(worst, m);
    std::printf("reference: %zu panels, %zu loops, worst misfit %.1e mm\n",
                f.assembly.panels.size(), k.loops.size(), worst);
    int status = 0;

    std::vector<Rigid> placed;
    const double forward =
        best(25, 400, [&](int c) { placePanels(k, f.motion.values[openingOf(c)], placed); });
    std::vector<double> values;
    double left = 0;
    const double pose = best(25, 400, [&](int c) {
        values = f.motion.values[openingOf(c)];
        closeAll(k, f.motion, openingOf(c) + 0.5, values);
        placePanels(k, values, placed);
    });
    for (int c = 0; c < 160; ++c) {
        values = f.motion.values[openingOf(c)];
        closeAll(k, f.motion, openingOf(c) + 0.5, values);
        left = std::max(left, worstMisfit(f, values));
    }
    std::printf("forward pass %.2f us, warm pose %.2f us (misfit left %.1e mm)\n", 1e6 * forward,
                1e6 * pose, left);
    status |= verdict("warm pose / forward pass", pose / forward, 10, true);

    Turns least{0, 1e300, 1e300};
    for (auto [solver, name] : {std::pair{ceres::SPARSE_NORMAL_CHOLESKY, "sparse normal Cholesky"},
                                {ceres::DENSE_QR, "dense QR"},
                                {ceres::DENSE_NORMAL_CHOLESKY, "dense normal Cholesky"}}) {
        Peer peer(f, solver);
        double miss = 0;
        const Turns t = inTurns(
            9,
            [&] {
                return best(2, 40, [&](int c) {
                    peer.solve(f.motion.values[openingOf(c)], openingOf(c) + 0.5);
                    miss = std::max(miss, worstMisfit(f, peer.values));
                });
            },
            [&] {
                return best(5, 200, [&](int c) {
                    values = f.motion.values[openingOf(c)];
                    closeAll(k, f.motion, openingOf(c) + 0.5, values);
                });
            });
        std::printf("Ceres, %s: %.0f us, ours %.1f us (misfit left %.1e mm)\n", name, 1e6 * t.above,
                    1e6 * t.below, miss);
        if (t.above < least.above)
            least = t;
    }
    status |= verdict("Ceres / ours, middle of 9", least.ratio, 20, false);

    const Design few = bench::rowOf(20), many = bench::rowOf(200);
    auto fold = [](const Design& d) {
        const Assembly a = *assemble(d);
        const Linkage k2 = linkageOf(a);
        motionOf(k2);
    };
    const Turns ten = inTurns(
        9, [&] { return best(2, 1, [&](int) { fold(many); }); },
        [&] { return best(5, 1, [&](int) { fold(few); }); });
    std::printf("20 boxes from design to motion %.1f ms, 200 boxes %.1f ms\n", 1e3 * ten.below,
                1e3 * ten.above);
    status |= verdict("ten times as many structures, middle of 9", ten.ratio, 12, true);

    const double sweep = best(7, 1, [&](int) { motionOf(k); });
    std::printf("sweep of the reference, 181 openings: %.1f ms on one core; peak memory %.0f MB "
                "(the whole benchmark, Ceres included)\n",
                1e3 * sweep, peakMemory());
    return status;
}
