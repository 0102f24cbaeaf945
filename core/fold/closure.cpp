#include "core/fold/closure.h"
#include "core/fold/frame.h"
#include "core/fold/three_folds.h"
#include "core/measure/measure.h"
#include <Eigen/Cholesky>
#include <Eigen/QR>
#include <Eigen/SVD>
#include <algorithm>
#include <array>
#include <cmath>

namespace hl::fold {
namespace {

constexpr int mostIterations = 60;
constexpr double longestStep = 0.5; // radians
constexpr double armOf = 40;        // mm that count as much as a radian, for steps of a slide
constexpr double slack = 1e-7;      // relative: a singular value below it is none

template<int N> struct Normal { // normal equations of the stacked misses
    using Matrix = Eigen::Matrix<double, N, N>;
    using Vector = Eigen::Matrix<double, N, 1>;
    Matrix jtj;
    Vector jtr;
    double cost = 0, worst = 0;
};

struct Workspace {
    std::vector<Vec3> axis, point;
    std::vector<int> column; // of every joint; -1: known
};

// How a mark moves per unit of a joint.
Vec3 moves(const LoopHinge& h, const Vec3& axis, const Vec3& point, const Vec3& mark) {
    return h.freedom == Freedom::Slide ? axis : Vec3(axis.cross(mark - point));
}

// Adds the misses of one loop and their derivatives to the normal equations.
template<int N>
void addLoop(const Loop& loop, const std::vector<double>& angles, Workspace& w, Normal<N>& n) {
    const size_t count = loop.hinges.size();
    const Rigid x = wayRound(loop, angles, w.axis, w.point);
    // Columns for up to three unknowns; more take the heap, where a joint that is met twice (tied
    // folds) has two.
    std::array<Vec3, 3> fixed;
    std::vector<Vec3> many(N == Eigen::Dynamic ? count : 0);
    Vec3* const moved = N == Eigen::Dynamic ? many.data() : fixed.data();
    std::array<int, 3> fixedColumns{0, 1, 2};
    std::vector<int> manyColumns(N == Eigen::Dynamic ? count : 0);
    int* const column = N == Eigen::Dynamic ? manyColumns.data() : fixedColumns.data();
    for (size_t m = 0; m < std::size(markWeights); ++m) {
        const Vec3 at = x * loop.marks[m], miss = markWeights[m] * (at - loop.marks[m]);
        n.cost += miss.squaredNorm();
        n.worst = std::max(n.worst, miss.norm());
        int unknowns = N == Eigen::Dynamic ? 0 : N;
        fixed.fill(Vec3::Zero());
        for (size_t i = 0; i < count; ++i) {
            const int c = w.column[loop.hinges[i].joint];
            if (c < 0)
                continue;
            const Vec3 by = markWeights[m] * moves(loop.hinges[i], w.axis[i], w.point[i], at);
            if (N != Eigen::Dynamic) {
                moved[c] += by;
            } else {
                moved[unknowns] = by;
                column[unknowns++] = c;
            }
        }
        for (int i = 0; i < unknowns; ++i) {
            n.jtr(column[i]) += moved[i].dot(miss);
            for (int j = 0; j < unknowns; ++j)
                n.jtj(column[i], column[j]) += moved[i].dot(moved[j]);
        }
    }
}

template<int N>
void evaluate(const Linkage& k, const Block& block, const std::vector<double>& angles, Workspace& w,
              Normal<N>& n) {
    const auto size = static_cast<Eigen::Index>(block.joints.size());
    n.jtj = Normal<N>::Matrix::Zero(size, size);
    n.jtr = Normal<N>::Vector::Zero(size);
    n.cost = n.worst = 0;
    for (int l : block.loops)
        addLoop(k.loops[l], angles, w, n);
}

template<int N>
void descend(const Linkage& k, const Block& block, std::vector<double>& angles, Sides sides) {
    thread_local Workspace w;
    w.column.assign(angles.size(), -1);
    for (size_t i = 0; i < block.joints.size(); ++i)
        w.column[block.joints[i]] = static_cast<int>(i);
    Normal<N> now, next;
    evaluate(k, block, angles, w, now);
    std::vector<double> before(block.joints.size());
    double damping = 1e-13;
    for (int turn = 0; turn < mostIterations && now.worst > closing::toNoise; ++turn) {
        auto lhs = now.jtj;
        const double scale = lhs.diagonal().maxCoeff();
        if (!(scale > 0))
            return;
        lhs.diagonal().array() += damping * scale;
        const typename Normal<N>::Vector step = -lhs.ldlt().solve(now.jtr);
        if (!step.allFinite()) {
            damping = std::max(1e-10, damping * 100);
            continue;
        }
        double shrink = 1;
        for (size_t i = 0; i < block.joints.size(); ++i) {
            const bool slide = k.joints[block.joints[i]].freedom == Freedom::Slide;
            const double most = slide ? longestStep * armOf : longestStep;
            const double size = std::fabs(step(static_cast<Eigen::Index>(i)));
            if (size * shrink > most)
                shrink = most / size;
        }
        for (size_t i = 0; i < block.joints.size(); ++i) {
            const int c = block.joints[i];
            const Joint& joint = k.joints[c];
            const Bounds b =
                sides == Sides::Free && joint.join < 0 ? Bounds{-pi, pi} : boundsOf(joint);
            before[i] = angles[c];
            angles[c] =
                std::clamp(angles[c] + shrink * step(static_cast<Eigen::Index>(i)), b.low, b.high);
        }
        if (now.worst < closing::nearly && shrink == 1)
            return;
        evaluate(k, block, angles, w, next);
        if (next.cost < now.cost) {
            // Where nothing closes, the last digits of the least miss are worth little.
            const bool stalled = next.cost > now.cost * (1 - 1e-6) && next.worst > 1e-3;
            std::swap(now, next);
            damping = std::max(1e-13, damping * 0.05);
            if (stalled)
                return;
        } else {
            for (size_t i = 0; i < block.joints.size(); ++i)
                angles[block.joints[i]] = before[i];
            if (damping > 1e3 || now.worst < 1e-10)
                return;
            damping = std::max(1e-8, damping * 30);
        }
    }
}

// Where the way round a loop ends, in the landing's coordinates: nothing but noise when it closes.
Rigid roundOf(const Linkage& k, const Loop& loop, const std::vector<double>& values) {
    if (!loop.links.empty()) { // all of them folds: from one frame to the next
        Frame f;
        f.go(loop.links[0]);
        for (size_t i = 0; i < loop.hinges.size(); ++i) {
            const LoopHinge& h = loop.hinges[i];
            const Turn t = exactTurn(-h.sign * values[h.joint]);
            f.fold(t.cos, t.sin);
            f.go(loop.links[i + 1]);
        }
        return f.asRigid();
    }
    Rigid x;
    for (const LoopHinge& h : loop.hinges) {
        if (h.moved)
            x = x * h.before;
        x = x * (h.freedom == Freedom::Fold ? foldAbout(h.from, h.dir, h.sign * values[h.joint])
                                            : stepOf(k.joints[h.joint], h.sign * values[h.joint]));
    }
    return x * loop.after;
}

} // namespace

Rigid wayRound(const Loop& loop, const std::vector<double>& values, std::vector<Vec3>& axis,
               std::vector<Vec3>& point) {
    const size_t count = loop.hinges.size();
    axis.resize(count);
    point.resize(count);
    Rigid x;
    for (size_t i = 0; i < count; ++i) {
        const LoopHinge& h = loop.hinges[i];
        if (h.moved)
            x = x * h.before;
        point[i] = x.at(h.from);
        const double value = h.sign * values[h.joint];
        if (h.freedom == Freedom::Fold) {
            axis[i] = x.turn * lift(-h.sign * h.dir);
            x = x * foldAbout(h.from, h.dir, value);
        } else if (h.freedom == Freedom::Turn) {
            axis[i] = h.sign * x.turn.col(2);
            const Turn t = exactTurn(value);
            Rigid turn;
            turn.turn << t.cos, -t.sin, 0, t.sin, t.cos, 0, 0, 0, 1;
            turn.shift = lift(h.from) - turn.turn * lift(h.from);
            x = x * turn;
        } else {
            axis[i] = x.turn * lift(h.sign * h.dir);
            x.shift += x.turn * lift(value * h.dir);
        }
    }
    return x * loop.after;
}

double missOf(const Loop& loop, const Rigid& x) {
    double most = 0;
    for (const Vec3& m : loop.marks)
        most = std::max(most, (x * m - m).norm());
    return most;
}

double missOf(const Linkage& k, const Loop& loop, const std::vector<double>& values) {
    return missOf(loop, roundOf(k, loop, values));
}

Bounds boundsOf(const Joint& j) { return {j.low, j.high}; }

void moveToClosure(const Linkage& k, const Block& block, std::vector<double>& angles, Sides sides,
                   double* left) {
    if (left)
        *left = -1;
    if (block.joints.size() == 3 && block.loops.size() == 1 && sides == Sides::Kept &&
        closeThree(k, block, angles, left))
        return;
    if (block.joints.size() == 3)
        descend<3>(k, block, angles, sides);
    else if (!block.joints.empty())
        descend<Eigen::Dynamic>(k, block, angles, sides);
}

double closeBlock(const Linkage& k, const Block& block, std::vector<double>& angles, Sides sides) {
    moveToClosure(k, block, angles, sides);
    double worst = 0;
    for (int l : block.loops)
        worst = std::max(worst, missOf(k, k.loops[l], angles));
    return worst;
}

bool snapFlat(const Linkage& k, const Block& block, std::vector<double>& angles, double near) {
    std::vector<double> flat = angles;
    Block slides{{}, block.loops};
    for (int c : block.joints) {
        const Joint& j = k.joints[c];
        if (j.freedom != Freedom::Fold) {
            slides.joints.push_back(c);
            continue;
        }
        const double whole = std::round(angles[c] / pi) * pi;
        if (std::fabs(angles[c] - whole) > near)
            return false;
        flat[c] = std::clamp(whole, j.low, j.high);
    }
    moveToClosure(k, slides, flat);
    for (int l : block.loops)
        if (missOf(k, k.loops[l], flat) > 1e-9)
            return false;
    angles = flat;
    return true;
}

Eigen::MatrixXd derivatives(const Linkage& k, const std::vector<int>& loops,
                            const std::vector<int>& joints, const std::vector<double>& values) {
    std::vector<int> column(k.joints.size(), -1);
    for (size_t i = 0; i < joints.size(); ++i)
        column[joints[i]] = static_cast<int>(i);
    Eigen::MatrixXd j = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(9 * loops.size()),
                                              static_cast<Eigen::Index>(joints.size()));
    std::vector<Vec3> axis, point;
    for (size_t l = 0; l < loops.size(); ++l) {
        const Loop& loop = k.loops[loops[l]];
        const Rigid x = wayRound(loop, values, axis, point);
        for (size_t m = 0; m < 3; ++m)
            for (size_t i = 0; i < loop.hinges.size(); ++i)
                if (const int c = column[loop.hinges[i].joint]; c >= 0)
                    j.block<3, 1>(static_cast<Eigen::Index>(9 * l + 3 * m), c) +=
                        moves(loop.hinges[i], axis[i], point[i], x * loop.marks[m]);
    }
    return j;
}

Eigen::VectorXd misses(const Linkage& k, const std::vector<int>& loops,
                       const std::vector<double>& values) {
    Eigen::VectorXd r(static_cast<Eigen::Index>(9 * loops.size()));
    std::vector<Vec3> axis, point;
    for (size_t l = 0; l < loops.size(); ++l) {
        const Loop& loop = k.loops[loops[l]];
        const Rigid x = wayRound(loop, values, axis, point);
        for (size_t m = 0; m < 3; ++m)
            r.segment<3>(static_cast<Eigen::Index>(9 * l + 3 * m)) =
                x * loop.marks[m] - loop.marks[m];
    }
    return r;
}

int rankOf(const Eigen::MatrixXd& m) {
    if (m.cols() == 0 || m.rows() == 0)
        return 0;
    Eigen::ColPivHouseholderQR<Eigen::MatrixXd> qr(m);
    qr.setThreshold(slack);
    return static_cast<int>(qr.rank());
}

Eigen::MatrixXd nullSpace(const Eigen::MatrixXd& m) {
    if (m.rows() == 0 || m.cols() == 0)
        return Eigen::MatrixXd::Identity(m.cols(), m.cols());
    // Of the square matrix with the same null space and the same singular values.
    const Eigen::HouseholderQR<Eigen::MatrixXd> qr(m);
    const Eigen::Index rows = std::min(m.rows(), m.cols());
    const Eigen::MatrixXd r = qr.matrixQR().topRows(rows).triangularView<Eigen::Upper>();
    const Eigen::JacobiSVD<Eigen::MatrixXd, Eigen::FullPivHouseholderQRPreconditioner> svd(
        r, Eigen::ComputeFullV);
    const auto& s = svd.singularValues();
    Eigen::Index rank = 0;
    while (rank < s.size() && s(rank) > slack * s(0))
        ++rank;
    return svd.matrixV().rightCols(m.cols() - rank);
}

} // namespace hl::fold
