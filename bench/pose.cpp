// One pose of a 40-panel design, solved from loop closure, against one plain forward pass over the
// same panels with known angles. Prints both and their ratio.
#include "core/edit/edit.h"
#include "core/fold/motion.h"
#include <algorithm>
#include <benchmark/benchmark.h>
#include <cstdio>
#include <map>

namespace {

using namespace hl;

// Two pages and as many structures as fit: boxes on the spine with boxes, tents and V-folds on
// them; 4 panels each.
Design designOf(int panels) {
    Design d =
        *newDesign(Measure::fromMm(200), Measure::fromMm(900), SpineSide::Left, Unit::Millimetre);
    auto add = [&](const char* kind, const std::string& on,
                   std::map<std::string, std::string> set) {
        auto added = addStructure(d, kind, on, set);
        if (!added) {
            std::fprintf(stderr, "%s\n", added.problem().text().c_str());
            std::exit(2);
        }
        d = added->first;
        return added->second;
    };
    int count = 2;
    for (int n = 0; count + 4 <= panels; ++n) {
        const std::string base = add("box", "card.spine",
                                     {{"place", std::to_string(10 + 70 * n) + " mm"},
                                      {"width", "60 mm"},
                                      {"left", "40 mm"},
                                      {"right", "50 mm"}});
        count += 4;
        const std::pair<const char*, const char*> nested[] = {
            {"box", ".left-foot"}, {"v-fold", ".right-foot"}, {"tent", ".tip"}};
        for (auto& [kind, crease] : nested)
            if (count + 4 <= panels) {
                add(kind, base + crease, {});
                count += 4;
            }
    }
    return d;
}

struct Prepared {
    Assembly assembly;
    Linkage linkage;
    Motion motion;
    explicit Prepared(int panels)
        : assembly(*assemble(designOf(panels))), linkage(linkageOf(assembly)),
          motion(motionOf(linkage)) {}
};

const Prepared& prepared() {
    static const Prepared p(42);
    return p;
}

void forwardPass(benchmark::State& state) {
    const Prepared& p = prepared();
    std::vector<Rigid> placed;
    int o = 10;
    for (auto _ : state) {
        placePanels(p.linkage, p.motion.values[o], placed);
        benchmark::DoNotOptimize(placed.data());
        o = o == 170 ? 10 : o + 1;
    }
    state.counters["panels"] = double(p.assembly.panels.size());
}
BENCHMARK(forwardPass)->Repetitions(9)->ReportAggregatesOnly(false);

// Warm-started as in a drag: half a degree from a known pose, then every panel placed.
void solvedPose(benchmark::State& state) {
    const Prepared& p = prepared();
    std::vector<Rigid> placed;
    std::vector<double> angles;
    int o = 10;
    for (auto _ : state) {
        angles = p.motion.values[o];
        closeAll(p.linkage, p.motion, o + 0.5, angles);
        placePanels(p.linkage, angles, placed);
        benchmark::DoNotOptimize(placed.data());
        o = o == 170 ? 10 : o + 1;
    }
    state.counters["loops"] = double(p.linkage.loops.size());
}
BENCHMARK(solvedPose)->Repetitions(9);

// Collects the best time of each benchmark: noise only ever adds.
class Ratio : public benchmark::ConsoleReporter {
  public:
    void ReportRuns(const std::vector<Run>& runs) override {
        ConsoleReporter::ReportRuns(runs);
        for (const Run& r : runs)
            if (r.run_type == Run::RT_Iteration) {
                double& best = best_.try_emplace(r.run_name.function_name, 1e300).first->second;
                best = std::min(best, r.GetAdjustedRealTime());
            }
    }
    double ratio() { return best_["solvedPose"] / best_["forwardPass"]; }

  private:
    std::map<std::string, double> best_;
};

} // namespace

int main(int argc, char** argv) {
    benchmark::Initialize(&argc, argv);
    Ratio reporter;
    benchmark::RunSpecifiedBenchmarks(&reporter);
    const double ratio = reporter.ratio();
    std::printf("pose / forward pass, %zu panels, %zu loops: %.1f (bound 30)\n",
                prepared().assembly.panels.size(), prepared().linkage.loops.size(), ratio);
    return ratio < 30 ? 0 : 1;
}
