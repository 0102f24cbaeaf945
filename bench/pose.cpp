// The folding engine on the reference design, as ratios within one run:
// - one pose, warm-started and solved from loop closure, against one plain forward pass;
// - the same closure equations handed to Ceres (analytic derivatives, its quickest linear solver
//   of those that suit) against ours, to the same tolerance;
// - ten times as many independent structures against the time for one set;
// and the whole sweep in milliseconds on one core, with the peak of memory.
#include "bench/reference.h"
#include "core/fold/closure.h"
#include "core/fold/motion.h"
#include <algorithm>
#include <ceres/ceres.h>
#include <chrono>
#include <sys/resource.h>

namespace {

using namespace hl;
using Clock = std::chrono::steady_clock;

struct Folded {
    Assembly assembly;
    Linkage linkage;
    Motion motion;
    explicit Folded(const Design& d)
        : assembly(*assemble(d)), linkage(linkageOf(assembly)), motion(motionOf(linkage)) {}
};

// Best of several rounds in seconds per call: noise only ever adds.
template<class Do> double best(int rounds, int calls, Do&& work) {
    double least = 1e300;
    for (int r = 0; r < rounds; ++r) {
        const auto start = Clock::now();
        for (int c = 0; c < calls; ++c)
            work(c);
        least = std::min(least, std::chrono::duration<double>(Clock::now() - start).count());
    }
    return least / calls;
}

int openingOf(int call) { return 10 + call * 7 % 160; }

double worstMisfit(const Folded& f, const std::vector<double>& values) {
    double worst = 0;
    for (const Loop& l : f.linkage.loops)
        worst = std::max(worst, misfitOf(f.linkage, l, values));
    return worst;
}

// One loop as nine residuals of the joints it passes.
class LoopCost : public ceres::CostFunction {
  public:
    LoopCost(const Linkage& k, int loop, std::vector<int> joints, const std::vector<double>& known)
        : k_(k), loop_(loop), joints_(std::move(joints)), values_(known) {
        set_num_residuals(9);
        for (size_t i = 0; i < joints_.size(); ++i)
            mutable_parameter_block_sizes()->push_back(1);
    }
    bool Evaluate(double const* const* at, double* residuals, double** slopes) const override {
        std::vector<double>& values = values_;
        for (size_t i = 0; i < joints_.size(); ++i)
            values[joints_[i]] = *at[i];
        const Loop& loop = k_.loops[loop_];
        const Rigid x = wayRound(loop, values, axis_, point_);
        for (size_t m = 0; m < 3; ++m) {
            const Vec3 p = x * loop.marks[m];
            for (int d = 0; d < 3; ++d)
                residuals[3 * m + d] = p[d] - loop.marks[m][d];
            if (!slopes)
                continue;
            for (size_t i = 0; i < joints_.size(); ++i)
                if (slopes[i])
                    for (int d = 0; d < 3; ++d)
                        slopes[i][3 * m + d] = 0;
            for (size_t h = 0; h < loop.hinges.size(); ++h)
                for (size_t i = 0; i < joints_.size(); ++i)
                    if (joints_[i] == loop.hinges[h].joint && slopes[i]) {
                        const Vec3 move = axis_[h].cross(p - point_[h]);
                        for (int d = 0; d < 3; ++d)
                            slopes[i][3 * m + d] += move[d];
                    }
        }
        return true;
    }
    void know(const std::vector<double>& values) { values_ = values; }

  private:
    const Linkage& k_;
    int loop_;
    std::vector<int> joints_;
    mutable std::vector<double> values_;
    mutable std::vector<Vec3> axis_, point_;
};

// All loops in one problem, made once; only the solving is timed.
struct Peer {
    const Folded& f;
    std::vector<double> values;
    std::vector<LoopCost*> costs;
    ceres::Problem problem;
    ceres::Solver::Options options;

    Peer(const Folded& folded, ceres::LinearSolverType solver)
        : f(folded), values(f.linkage.joints.size()) {
        for (size_t l = 0; l < f.linkage.loops.size(); ++l) {
            std::vector<int> joints;
            for (const LoopHinge& h : f.linkage.loops[l].hinges)
                if (!f.linkage.joints[h.joint].driven &&
                    std::find(joints.begin(), joints.end(), h.joint) == joints.end())
                    joints.push_back(h.joint);
            std::vector<double*> at;
            for (int j : joints)
                at.push_back(&values[j]);
            costs.push_back(new LoopCost(f.linkage, int(l), joints, values));
            problem.AddResidualBlock(costs.back(), nullptr, at);
        }
        options.linear_solver_type = solver;
        options.logging_type = ceres::SILENT;
        options.num_threads = 1;
        options.max_num_iterations = 50;
        options.function_tolerance = 1e-30;
        options.gradient_tolerance = 1e-16;
        options.parameter_tolerance = 1e-14;
        // Stops where ours does: every mark within 1e-9 mm.
        options.update_state_every_iteration = false;
    }
    struct Enough : ceres::IterationCallback {
        ceres::CallbackReturnType operator()(const ceres::IterationSummary& s) override {
            return s.cost < 0.5e-18 ? ceres::SOLVER_TERMINATE_SUCCESSFULLY
                                    : ceres::SOLVER_CONTINUE;
        }
    } enough;
    void solve(const std::vector<double>& start, double opening) {
        values = start;
        f.linkage.course.drive(opening, values);
        for (LoopCost* c : costs)
            c->know(values);
        ceres::Solver::Summary summary;
        options.callbacks = {&enough};
        ceres::Solve(options, &problem, &summary);
    }
};

int verdict(const char* what, double ratio, double bound, bool atMost) {
    const bool good = atMost ? ratio <= bound : ratio >= bound;
    std::printf("%s: %.1f (%s %.0f)%s\n", what, ratio, atMost ? "at most" : "at least", bound,
                good ? "" : "  MISSED");
    return good ? 0 : 1;
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

    const double ours = best(25, 100, [&](int c) {
        values = f.motion.values[openingOf(c)];
        closeAll(k, f.motion, openingOf(c) + 0.5, values);
    });
    double theirs = 1e300;
    for (auto [solver, name] :
         {std::pair{ceres::SPARSE_NORMAL_CHOLESKY, "sparse normal Cholesky"},
          {ceres::DENSE_QR, "dense QR"},
          {ceres::DENSE_NORMAL_CHOLESKY, "dense normal Cholesky"}}) {
        Peer peer(f, solver);
        double miss = 0;
        const double t = best(5, 40, [&](int c) {
            peer.solve(f.motion.values[openingOf(c)], openingOf(c) + 0.5);
            miss = std::max(miss, worstMisfit(f, peer.values));
        });
        std::printf("Ceres, %s: %.0f us (misfit left %.1e mm)\n", name, 1e6 * t, miss);
        theirs = std::min(theirs, t);
    }
    status |= verdict("Ceres / ours", theirs / ours, 20, false);

    const Design few = bench::rowOf(20), many = bench::rowOf(200);
    auto fold = [](const Design& d) {
        const Assembly a = *assemble(d);
        const Linkage k2 = linkageOf(a);
        motionOf(k2);
    };
    const double one = best(7, 1, [&](int) { fold(few); });
    const double ten = best(7, 1, [&](int) { fold(many); });
    std::printf("20 boxes from design to motion %.1f ms, 200 boxes %.1f ms\n", 1e3 * one, 1e3 * ten);
    status |= verdict("ten times as many structures", ten / one, 12, true);

    const double sweep = best(7, 1, [&](int) { motionOf(k); });
    rusage used;
    getrusage(RUSAGE_SELF, &used);
    std::printf("sweep of the reference, 181 openings: %.1f ms on one core; peak memory %.0f MB "
                "(the whole benchmark, Ceres included)\n",
                1e3 * sweep, static_cast<double>(used.ru_maxrss) / 1024);
    return status;
}
