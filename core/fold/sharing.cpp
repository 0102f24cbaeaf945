#include "core/fold/sharing.h"
#include <Eigen/Cholesky>
#include <algorithm>
#include <cmath>
#include <numeric>

namespace hl::fold {
namespace {

using Matrix = Eigen::MatrixXd;
using Vector = Eigen::VectorXd;

constexpr int mostTurns = 60;
constexpr double longest = 0.3; // radians
constexpr double still = 1e-11; // radians

// The place of a gap and how much it counts.
struct End {
    Vec3 at;
    double weight;
};

// The ends of the folds on the way round, in the landing's flat coordinates. A loop with hardly any
// folds is measured at what it holds as well. `only`: the one fold whose ends count in full; all do
// when it is below 0.
void endsOf(const Loop& loop, const std::vector<Vec3>& axis, const std::vector<Vec3>& point,
            int only, std::vector<End>& ends) {
    constexpr double hardly = 1e-4;
    ends.clear();
    for (size_t i = 0; i < loop.hinges.size(); ++i) {
        const LoopHinge& h = loop.hinges[i];
        const double weight = only < 0 || only == static_cast<int>(i) ? 1 : hardly;
        ends.push_back({point[i], weight});
        if (h.freedom == Freedom::Fold)
            ends.push_back({point[i] - h.length / h.sign * axis[i], weight});
    }
    if (ends.size() < 4)
        for (size_t m = 0; m < 3; ++m)
            ends.push_back({loop.marks[m], only < 0 ? 1 : hardly});
}

// The folds next to what is glued on the way round, tabs' folds before others, by their place in
// it; all folds where nothing is glued.
std::vector<int> gluedFolds(const Linkage& k, const Loop& loop) {
    std::vector<int> tabs, beside, all;
    const auto& panels = k.assembly->panels;
    const size_t n = loop.hinges.size();
    for (size_t i = 0; i < n; ++i) {
        const Joint& j = k.joints[loop.hinges[i].joint];
        all.push_back(static_cast<int>(i));
        if (panels[j.left].role == Role::Page && panels[j.right].role == Role::Page)
            continue;
        if (panels[j.left].role == Role::Tab || panels[j.right].role == Role::Tab)
            tabs.push_back(static_cast<int>(i));
        else if (loop.hinges[i].moved || (i + 1 < n ? loop.hinges[i + 1].moved : loop.join >= 0) ||
                 (i == 0 && loop.join >= 0))
            beside.push_back(static_cast<int>(i));
    }
    return !tabs.empty() ? tabs : !beside.empty() ? beside : all;
}

struct Equations {
    Matrix jtj;
    Vector jtr;
    double cost = 0;
};

struct SharingSpace {
    std::vector<Vec3> axis, point;
    std::vector<End> ends;
    std::vector<int> column;
};

void evaluate(const Linkage& k, const Block& block, const std::vector<double>& values, int only,
              SharingSpace& w, Equations& out) {
    const auto n = static_cast<Eigen::Index>(block.joints.size());
    out.jtj = Matrix::Zero(n, n);
    out.jtr = Vector::Zero(n);
    out.cost = 0;
    Matrix rows(3, n);
    for (int l : block.loops) {
        const Loop& loop = k.loops[l];
        const Rigid x = wayRound(loop, values, w.axis, w.point);
        endsOf(loop, w.axis, w.point, only, w.ends);
        for (const End& e : w.ends) {
            const Vec3 at = x * e.at, gap = at - e.at;
            out.cost += e.weight * gap.squaredNorm();
            rows.setZero();
            for (size_t i = 0; i < loop.hinges.size(); ++i)
                if (const int c = w.column[loop.hinges[i].joint]; c >= 0)
                    rows.col(c) += loop.hinges[i].freedom == Freedom::Slide
                                       ? w.axis[i]
                                       : Vec3(w.axis[i].cross(at - w.point[i]));
            out.jtj.noalias() += e.weight * rows.transpose() * rows;
            out.jtr.noalias() += e.weight * rows.transpose() * gap;
        }
    }
}

// Of the ends that count in full the farthest from where it should be.
double gapAt(const Loop& loop, const std::vector<double>& values, int only) {
    SharingSpace w;
    const Rigid x = wayRound(loop, values, w.axis, w.point);
    endsOf(loop, w.axis, w.point, only, w.ends);
    double most = 0;
    for (const End& e : w.ends)
        if (e.weight == 1)
            most = std::max(most, (x * e.at - e.at).norm());
    return most;
}

void share(const Linkage& k, const Block& block, int only, std::vector<double>& values) {
    if (block.joints.empty())
        return;
    SharingSpace w;
    w.column.assign(values.size(), -1);
    for (size_t i = 0; i < block.joints.size(); ++i)
        w.column[block.joints[i]] = static_cast<int>(i);
    Equations now, next;
    evaluate(k, block, values, only, w, now);
    double damping = 1e-9;
    for (int turn = 0; turn < mostTurns; ++turn) {
        std::vector<int> free;
        for (size_t i = 0; i < block.joints.size(); ++i) {
            const int j = block.joints[i];
            const Bounds b = boundsOf(k.joints[j]);
            const double g = now.jtr(static_cast<Eigen::Index>(i));
            if (!(values[j] <= b.low && g > 0) && !(values[j] >= b.high && g < 0))
                free.push_back(static_cast<int>(i));
        }
        if (free.empty())
            return;
        const auto n = static_cast<Eigen::Index>(free.size());
        Matrix lhs(n, n);
        Vector rhs(n);
        for (Eigen::Index r = 0; r < n; ++r) {
            rhs(r) = -now.jtr(free[static_cast<size_t>(r)]);
            for (Eigen::Index c = 0; c < n; ++c)
                lhs(r, c) = now.jtj(free[static_cast<size_t>(r)], free[static_cast<size_t>(c)]);
        }
        const double scale = lhs.diagonal().maxCoeff();
        if (!(scale > 0))
            return;
        lhs.diagonal().array() += damping * scale;
        const Vector step = lhs.ldlt().solve(rhs);
        if (!step.allFinite()) {
            damping = std::max(1e-9, damping * 100);
            continue;
        }
        double shrink = 1, size = 0;
        for (Eigen::Index i = 0; i < n; ++i) {
            const int j = block.joints[static_cast<size_t>(free[static_cast<size_t>(i)])];
            const double most =
                k.joints[j].freedom == Freedom::Slide ? longest * sharingArm : longest;
            size = std::max(size, std::fabs(step(i)));
            if (std::fabs(step(i)) * shrink > most)
                shrink = most / std::fabs(step(i));
        }
        std::vector<double> trial = values;
        for (Eigen::Index i = 0; i < n; ++i) {
            const int j = block.joints[static_cast<size_t>(free[static_cast<size_t>(i)])];
            const Bounds b = boundsOf(k.joints[j]);
            trial[j] = std::clamp(values[j] + shrink * step(i), b.low, b.high);
        }
        evaluate(k, block, trial, only, w, next);
        if (next.cost < now.cost) {
            const bool stalled = next.cost > now.cost * (1 - 1e-9);
            values = std::move(trial);
            std::swap(now, next);
            damping = std::max(1e-12, damping * 0.1);
            if (stalled || size < still)
                return;
        } else {
            if (damping > 1e3 || size < still)
                return;
            damping = std::max(1e-8, damping * 30);
        }
    }
}

} // namespace

void shareOut(const Linkage& k, const Block& block, std::vector<double>& values) {
    share(k, block, -1, values);
}

void misfitsOf(const Linkage& k, const Block& block, const std::vector<double>& values,
               std::vector<double>& misfits) {
    constexpr size_t few = 8; // joints that are moved anew for every tab
    for (int l : block.loops) {
        const Loop& loop = k.loops[l];
        double& misfit = misfits[l];
        misfit = missOf(k, loop, values);
        if (misfit <= closed)
            continue;
        misfit = 0;
        for (int fold : gluedFolds(k, loop)) {
            double gap = gapAt(loop, values, fold);
            if (block.loops.size() == 1 && block.joints.size() <= few && gap > misfit) {
                std::vector<double> nearest = values;
                share(k, block, fold, nearest);
                gap = std::min(gap, gapAt(loop, nearest, fold));
            }
            misfit = std::max(misfit, gap);
        }
        misfit = std::max(misfit, closed * 1.01); // it does not close, however little
    }
}

} // namespace hl::fold
