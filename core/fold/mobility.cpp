#include "core/fold/mobility.h"
#include <Eigen/SVD>
#include <cmath>

namespace hl {
namespace {

constexpr double slack = 1e-7; // relative: a singular value below it is none

// Derivatives of three marks of every loop, one column for each crease.
Eigen::MatrixXd derivatives(const Linkage& k, const std::vector<double>& angles) {
    constexpr size_t marks = 3;
    Eigen::MatrixXd j = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(9 * k.loops.size()),
                                              static_cast<Eigen::Index>(angles.size()));
    for (size_t l = 0; l < k.loops.size(); ++l) {
        const Loop& loop = k.loops[l];
        Rigid x;
        std::vector<Vec3> axis, point;
        for (const LoopHinge& h : loop.hinges) {
            x = x * h.before;
            axis.push_back(x.turn * lift(-h.sign * h.dir));
            point.push_back(x.at(h.from));
            x = x * foldAbout(h.from, h.dir, h.sign * angles[h.crease]);
        }
        x = x * loop.after;
        for (size_t m = 0; m < marks; ++m)
            for (size_t i = 0; i < loop.hinges.size(); ++i)
                j.block<3, 1>(static_cast<Eigen::Index>(9 * l + 3 * m), loop.hinges[i].crease) +=
                    axis[i].cross(x * loop.marks[m] - point[i]);
    }
    return j;
}

// Directions in which no equation changes, one in each column.
Eigen::MatrixXd nullSpace(const Eigen::MatrixXd& j) {
    if (j.rows() == 0)
        return Eigen::MatrixXd::Identity(j.cols(), j.cols());
    const Eigen::JacobiSVD<Eigen::MatrixXd, Eigen::FullPivHouseholderQRPreconditioner> svd(
        j, Eigen::ComputeFullV);
    const auto& s = svd.singularValues();
    Eigen::Index rank = 0;
    while (rank < s.size() && s(rank) > slack * s(0))
        ++rank;
    return svd.matrixV().rightCols(j.cols() - rank);
}

} // namespace

Mobility mobilityAt(const Linkage& k, const Pose& pose) {
    constexpr double still = 1e-6;
    Mobility out;
    const Eigen::MatrixXd j = derivatives(k, pose.angles);
    const Eigen::MatrixXd free = nullSpace(j);
    out.freeMotions = static_cast<int>(free.cols());
    out.driverMoves = free.cols() > 0 && free.row(k.driver).norm() > still;
    Eigen::MatrixXd held = j;
    held.col(k.driver).setZero();
    const Eigen::MatrixXd loose = nullSpace(held);
    for (Eigen::Index c = 0; c < j.cols(); ++c)
        if (c != k.driver && loose.row(c).norm() > still)
            out.flapping.push_back(static_cast<int>(c));
    if (!out.driverMoves)
        // A loop locks when the driver could move without it.
        for (size_t l = 0; l < k.loops.size(); ++l) {
            Eigen::MatrixXd without = j;
            without.middleRows(static_cast<Eigen::Index>(9 * l), 9).setZero();
            if (nullSpace(without).row(k.driver).norm() > still)
                out.locking.push_back(static_cast<int>(l));
        }
    return out;
}

} // namespace hl
