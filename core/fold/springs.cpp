#include "core/fold/springs.h"
#include "core/fold/closure.h"
#include <Eigen/Cholesky>
#include <Eigen/QR>
#include <algorithm>
#include <cmath>

namespace hl::fold {
namespace {

using Matrix = Eigen::MatrixXd;
using Vector = Eigen::VectorXd;

constexpr int springTurns = 50;
constexpr double springStill = 1e-12, springClosed = 1e-11; // radians, mm
constexpr double springSlack = 1e-9;                  // relative: singular values below it are none
constexpr double springLongest = 0.3, springArm = 40; // radians; mm that count as a radian

// The energy's own second derivatives and those of the loops, weighted by the forces `pull` with
// which the loops hold.
Matrix curvature(const Linkage& k, const Block& block, const std::vector<int>& joints,
                 const std::vector<double>& values, const Vector& pull) {
    const auto n = static_cast<Eigen::Index>(joints.size());
    Matrix h = Matrix::Zero(n, n);
    std::vector<int> column(k.joints.size(), -1);
    for (size_t i = 0; i < joints.size(); ++i)
        column[joints[i]] = static_cast<int>(i);
    addStiffness(k, joints, values, h);
    for (size_t l = 0; l < block.loops.size(); ++l) {
        const Loop& loop = k.loops[block.loops[l]];
        std::vector<Vec3> axis, point;
        const Rigid x = wayRound(loop, values, axis, point);
        for (size_t m = 0; m < 3; ++m) {
            const Vec3 p = x * loop.marks[m];
            const Vec3 force = pull.segment<3>(static_cast<Eigen::Index>(9 * l + 3 * m));
            for (size_t j = 0; j < loop.hinges.size(); ++j) {
                const int cj = column[loop.hinges[j].joint];
                if (cj < 0)
                    continue;
                const Vec3 dj = loop.hinges[j].freedom == Freedom::Slide
                                    ? axis[j]
                                    : Vec3(axis[j].cross(p - point[j]));
                for (size_t i = 0; i <= j; ++i) {
                    const int ci = column[loop.hinges[i].joint];
                    if (ci < 0 || loop.hinges[i].freedom == Freedom::Slide)
                        continue;
                    const double second = force.dot(axis[i].cross(dj));
                    h(ci, cj) += second;
                    if (i != j)
                        h(cj, ci) += second;
                }
            }
        }
    }
    return h;
}

} // namespace

void relax(const Linkage& k, const Block& block, std::vector<double>& values, const Rests& rests) {
    const auto n = static_cast<Eigen::Index>(block.joints.size());
    Matrix stiff = Matrix::Zero(n, n);
    addStiffness(k, block.joints, values, stiff, Curvature::Convex);
    const double stiffest = stiff.diagonal().maxCoeff();
    constexpr int turnsEach = 6;
    // Energy per square of miss, growing from soft to stiff beyond what folds can resist.
    for (double pull = 1e-3 * stiffest; pull < 1e4 * stiffest; pull *= 8)
        for (int turn = 0; turn < turnsEach; ++turn) {
            const Matrix jac = derivatives(k, block.loops, block.joints, values);
            const Vector r = misses(k, block.loops, values);
            Matrix h = pull * (jac.transpose() * jac);
            h += stiff;
            const Vector step = -h.ldlt().solve(forcesOf(k, block.joints, values, rests) +
                                                pull * jac.transpose() * r);
            const double size = step.cwiseAbs().maxCoeff();
            const double shrink = std::min(1.0, springLongest / std::max(size, 1e-300));
            for (Eigen::Index i = 0; i < n; ++i) {
                const int j = block.joints[static_cast<size_t>(i)];
                const Bounds b = boundsOf(k.joints[j]);
                values[j] = std::clamp(values[j] + shrink * step(i), b.low, b.high);
            }
            if (size < 1e-4)
                break;
        }
}

namespace {

// One step toward where the springs are at rest and the loops closed.
struct SpringStep {
    Vector step;       // of the free joints
    Vector pull;       // the forces of the loops that balance the springs
    double shrink = 1; // by which it is shortened
};
SpringStep springStep(const Linkage& k, const Block& block, const std::vector<int>& free,
                      const std::vector<double>& values, const Rests& rests) {
    const Vector r = misses(k, block.loops, values), g = forcesOf(k, free, values, rests);
    const Matrix jac = derivatives(k, block.loops, free, values);
    Eigen::CompleteOrthogonalDecomposition<Matrix> cod;
    cod.setThreshold(springSlack);
    cod.compute(jac);
    const Eigen::Index rank = cod.rank();
    const Matrix z =
        (cod.colsPermutation() * Matrix(cod.matrixZ().transpose())).rightCols(jac.cols() - rank);
    const Vector back = -cod.solve(r);
    // The least squares solution of jac' pull = -g.
    SpringStep out;
    out.pull = Vector::Zero(jac.rows());
    out.pull.head(rank) =
        -cod.matrixT()
             .topLeftCorner(rank, rank)
             .triangularView<Eigen::Upper>()
             .transpose()
             .solve((cod.matrixZ() * (cod.colsPermutation().transpose() * g)).head(rank));
    out.pull.applyOnTheLeft(cod.householderQ());
    Vector along = Vector::Zero(z.cols());
    if (z.cols() > 0) {
        Matrix h = curvature(k, block, free, values, out.pull);
        Eigen::LLT<Matrix> solve(z.transpose() * h * z);
        if (solve.info() != Eigen::Success) { // not a valley yet: the folds alone
            h.setZero();
            addStiffness(k, free, values, h, Curvature::Convex);
            solve.compute(z.transpose() * h * z);
        }
        along = -solve.solve(z.transpose() * (g + h * back));
    }
    out.step = back + z * along;
    for (size_t i = 0; i < free.size(); ++i) {
        const bool slide = k.joints[free[i]].freedom == Freedom::Slide;
        const double size = std::fabs(out.step(static_cast<Eigen::Index>(i)));
        const double most = slide ? springLongest * springArm : springLongest;
        if (size * out.shrink > most)
            out.shrink = most / size;
    }
    return out;
}

// Goes that way, as far as it lowers energy and what is open together; how far a joint moved.
double goAlong(const Linkage& k, const Block& block, const std::vector<int>& free,
               const SpringStep& way, const Rests& rests, std::vector<double>& values) {
    // An exact penalty keeps energy and closing comparable.
    const double price = 2 * (way.pull.size() ? way.pull.cwiseAbs().maxCoeff() : 0) + 1;
    auto merit = [&](const std::vector<double>& at) {
        return energyOf(k, block.joints, at, rests) +
               price * misses(k, block.loops, at).lpNorm<1>();
    };
    const double now = merit(values);
    std::vector<double> next = values;
    double shrink = way.shrink;
    for (int half = 0; half < 8; ++half, shrink /= 2) {
        for (size_t i = 0; i < free.size(); ++i) {
            const Bounds b = boundsOf(k.joints[free[i]]);
            next[free[i]] = std::clamp(
                values[free[i]] + shrink * way.step(static_cast<Eigen::Index>(i)), b.low, b.high);
        }
        if (merit(next) <= now + 1e-12 * (1 + now))
            break;
    }
    double moved = 0;
    for (int j : free)
        moved = std::max(moved, std::fabs(next[j] - values[j]));
    values = next;
    return moved;
}

// Who presses against a bound is held there, who would come away is let go, unless it is `late`.
// Whether anything changed.
bool holdAtBounds(const Linkage& k, const Block& block, const std::vector<double>& values,
                  const Rests& rests, const Vector& pull, bool late, std::vector<bool>& held) {
    bool changed = false;
    const Matrix whole = derivatives(k, block.loops, block.joints, values);
    const Vector force = forcesOf(k, block.joints, values, rests) + whole.transpose() * pull;
    for (size_t i = 0; i < block.joints.size(); ++i) {
        const int j = block.joints[i];
        const Bounds b = boundsOf(k.joints[j]);
        const double f = force(static_cast<Eigen::Index>(i));
        const bool press = (values[j] == b.low && f > 1e-9) || (values[j] == b.high && f < -1e-9);
        if (press != held[j] && (press || !late)) {
            held[j] = press;
            changed = true;
        }
    }
    return changed;
}

} // namespace

void settle(const Linkage& k, const Block& block, std::vector<double>& values, const Rests& rests) {
    std::vector<bool> held(k.joints.size()); // at a bound and pressed against it
    for (int turn = 0; turn < springTurns; ++turn) {
        std::vector<int> free;
        for (int j : block.joints)
            if (!held[j])
                free.push_back(j);
        if (free.empty())
            break; // everything is pressed against its bounds
        const SpringStep way = springStep(k, block, free, values, rests);
        const double moved = goAlong(k, block, free, way, rests, values);
        // After a while nothing is let go any more, so that the search ends.
        if (holdAtBounds(k, block, values, rests, way.pull, turn >= springTurns / 2, held))
            continue;
        if (moved < springStill)
            break;
        if (moved < 1e-10 &&
            misses(k, block.loops, values).lpNorm<Eigen::Infinity>() < springClosed)
            break;
    }
    // Pressed against many bounds the search may end open; closing comes before resting.
    if (misses(k, block.loops, values).lpNorm<Eigen::Infinity>() > 1e-9)
        moveToClosure(k, block, values);
}

} // namespace hl::fold
