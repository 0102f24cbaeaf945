#include "core/fold/closure.h"
#include "core/measure/measure.h"
#include <Eigen/Cholesky>
#include <algorithm>
#include <array>
#include <cmath>

namespace hl {
namespace {

constexpr int mostIterations = 60;
constexpr double closed = 1e-12;    // mm: the noise of double arithmetic on a card
constexpr double longestStep = 0.5; // radians

// The ends of the tab's crease count in full. The third mark counts little: it only turns the tab
// about its crease, and where nothing closes the crease should come as near as it can.
constexpr double weights[] = {1, 1, 0.1};

constexpr double creaseLies = 0.01, pressedFlat = 0.5; // mm

template<int N> struct Normal { // normal equations of the stacked misses
    using Matrix = Eigen::Matrix<double, N, N>;
    using Vector = Eigen::Matrix<double, N, 1>;
    Matrix jtj;
    Vector jtr;
    double cost = 0, worst = 0;
};

struct Workspace {
    std::vector<Vec3> axis, point;
    std::vector<int> column; // of every crease; -1: known
};

// Adds the misses of one loop and their derivatives to the normal equations.
template<int N>
void addLoop(const Loop& loop, const std::vector<double>& angles, Workspace& w, Normal<N>& n) {
    const size_t count = loop.hinges.size();
    w.axis.resize(count);
    w.point.resize(count);
    Rigid x;
    for (size_t i = 0; i < count; ++i) {
        const LoopHinge& h = loop.hinges[i];
        if (h.moved)
            x = x * h.before;
        w.axis[i] = x.turn * lift(-h.sign * h.dir);
        w.point[i] = x.at(h.from);
        x = x * foldAbout(h.from, h.dir, h.sign * angles[h.crease]);
    }
    x = x * loop.after;
    std::array<Vec3, 3> fixed; // columns for up to three unknowns; more take the heap
    std::vector<Vec3> many(N == Eigen::Dynamic ? count : 0);
    Vec3* const moved = N == Eigen::Dynamic ? many.data() : fixed.data();
    std::array<int, 3> fixedColumns;
    std::vector<int> manyColumns(N == Eigen::Dynamic ? count : 0);
    int* const column = N == Eigen::Dynamic ? manyColumns.data() : fixedColumns.data();
    for (size_t m = 0; m < std::size(weights); ++m) {
        const Vec3 at = x * loop.marks[m], miss = weights[m] * (at - loop.marks[m]);
        n.cost += miss.squaredNorm();
        n.worst = std::max(n.worst, miss.norm());
        int unknowns = 0;
        for (size_t i = 0; i < count; ++i) {
            const int c = w.column[loop.hinges[i].crease];
            if (c < 0)
                continue;
            moved[unknowns] = weights[m] * w.axis[i].cross(at - w.point[i]);
            column[unknowns++] = c;
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
    const auto size = static_cast<Eigen::Index>(block.creases.size());
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
    for (size_t i = 0; i < block.creases.size(); ++i)
        w.column[block.creases[i]] = static_cast<int>(i);
    Normal<N> now, next;
    evaluate(k, block, angles, w, now);
    std::vector<double> before(block.creases.size());
    double damping = 1e-13;
    // From this close one step lands within the noise: no need to look again.
    constexpr double nearlyClosed = 1e-7; // mm
    for (int turn = 0; turn < mostIterations && now.worst > closed; ++turn) {
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
        const double shrink =
            std::min(1.0, longestStep / std::max(step.cwiseAbs().maxCoeff(), 1e-300));
        for (size_t i = 0; i < block.creases.size(); ++i) {
            const int c = block.creases[i];
            const Bounds b =
                sides == Sides::Free ? Bounds{-pi, pi} : boundsOf(k.assembly->creases[c]);
            before[i] = angles[c];
            angles[c] =
                std::clamp(angles[c] + shrink * step(static_cast<Eigen::Index>(i)), b.low, b.high);
        }
        if (now.worst < nearlyClosed && shrink == 1)
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
            for (size_t i = 0; i < block.creases.size(); ++i)
                angles[block.creases[i]] = before[i];
            if (damping > 1e3 || now.worst < 1e-10)
                return;
            damping = std::max(1e-8, damping * 30);
        }
    }
}

} // namespace

double misfitOf(const Loop& loop, const std::vector<double>& angles) {
    Rigid x;
    for (const LoopHinge& h : loop.hinges)
        x = x * h.before * foldAbout(h.from, h.dir, h.sign * angles[h.crease]);
    x = x * loop.after;
    auto miss = [&](const Vec3& m) { return (x * m - m).norm(); };
    const double crease = std::max(miss(loop.marks[0]), miss(loop.marks[1]));
    double corners = 0;
    for (const Vec3& m : loop.marks)
        corners = std::max(corners, miss(m));
    return crease < creaseLies && corners > pressedFlat ? corners : crease;
}

Bounds boundsOf(const Crease& c) { return c.fold == Fold::Valley ? Bounds{0, pi} : Bounds{-pi, 0}; }

void moveToClosure(const Linkage& k, const Block& block, std::vector<double>& angles, Sides sides) {
    if (block.creases.size() == 3)
        descend<3>(k, block, angles, sides);
    else if (!block.creases.empty())
        descend<Eigen::Dynamic>(k, block, angles, sides);
}

double closeBlock(const Linkage& k, const Block& block, std::vector<double>& angles, Sides sides) {
    moveToClosure(k, block, angles, sides);
    double worst = 0;
    for (int l : block.loops)
        worst = std::max(worst, misfitOf(k.loops[l], angles));
    return worst;
}

bool snapFlat(const Linkage& k, const Block& block, std::vector<double>& angles, double near) {
    std::vector<double> flat = angles;
    for (int c : block.creases) {
        const double whole = std::round(angles[c] / pi) * pi;
        if (std::fabs(angles[c] - whole) > near)
            return false;
        const Bounds b = boundsOf(k.assembly->creases[c]);
        flat[c] = std::clamp(whole, b.low, b.high);
    }
    for (int l : block.loops)
        if (misfitOf(k.loops[l], flat) > 1e-9)
            return false;
    angles = flat;
    return true;
}

} // namespace hl
