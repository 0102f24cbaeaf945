// The peers of the benchmarks: the same closure equations handed to Ceres, and how times are taken
// and judged.
#pragma once
#include "bench/reference.h"
#include "core/assemble/assemble.h"
#include "core/fold/closure.h"
#include "core/fold/motion.h"
#include <algorithm>
#include <ceres/ceres.h>
#include <chrono>
#include <sys/resource.h>

namespace hl::bench {

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
            return s.cost < 0.5e-18 ? ceres::SOLVER_TERMINATE_SUCCESSFULLY : ceres::SOLVER_CONTINUE;
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

// The middle one of the ratios of two works done in turns: these machines are quick one moment and
// slow the next. `numerator` and `denominator` say how many seconds a call took; the least ones go
// back.
struct Turns {
    double ratio, above, below; // seconds
};
template<class A, class B> Turns inTurns(int rounds, A&& numerator, B&& denominator) {
    std::vector<double> ratios;
    Turns t{0, 1e300, 1e300};
    for (int i = 0; i < rounds; ++i) {
        const double above = numerator(), below = denominator();
        std::printf("   %.4f %.4f %.2f\n", above, below, above / below);
        t.above = std::min(t.above, above);
        t.below = std::min(t.below, below);
        ratios.push_back(above / below);
    }
    std::sort(ratios.begin(), ratios.end());
    t.ratio = ratios[ratios.size() / 2];
    return t;
}

inline int verdict(const char* what, double ratio, double bound, bool atMost) {
    const bool good = atMost ? ratio <= bound : ratio >= bound;
    std::printf("%s: %.1f (%s %g)%s\n", what, ratio, atMost ? "at most" : "at least", bound,
                good ? "" : "  MISSED");
    return good ? 0 : 1;
}

// The peak of this process's memory so far, MB.
inline double peakMemory() {
    rusage used;
    getrusage(RUSAGE_SELF, &used);
    return static_cast<double>(used.ru_maxrss) / 1024;
}

} // namespace hl::bench
