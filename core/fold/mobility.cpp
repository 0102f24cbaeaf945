#include "core/fold/mobility.h"
#include "core/fold/closure.h"
#include <Eigen/QR>
#include <algorithm>
#include <cmath>

namespace hl::fold {
namespace {

constexpr double movesAtAll = 1e-6; // of a unit direction
constexpr double stuck = 1e-5;      // mm per radian of the driver that the loops cannot give way

} // namespace

Mobility mobilityAt(const Linkage& k, const Motion& motion, const Pose& pose, int driver) {
    Mobility out;
    out.freeMotions = static_cast<int>(k.flaps.size());
    // How fast every joint turns per unit of the driver, found block by block.
    std::vector<double> rate(k.joints.size());
    rate[driver] = 1;
    // What the hand moves together moves together here.
    for (const Course::Leg& leg : k.course.legs())
        if (leg.joint == driver && leg.to != leg.from)
            for (const Course::Leg& with : k.course.legs())
                if (with.begin == leg.begin && with.end == leg.end)
                    rate[with.joint] = (with.to - with.from) / (leg.to - leg.from);
    for (const Block& block : motion.blocks) {
        auto needed = [&](const std::vector<int>& loops) {
            Eigen::VectorXd by = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(9 * loops.size()));
            std::vector<int> hosts;
            for (int l : loops)
                for (const LoopHinge& h : k.loops[l].hinges)
                    if (rate[h.joint] != 0 &&
                        std::find(hosts.begin(), hosts.end(), h.joint) == hosts.end())
                        hosts.push_back(h.joint);
            const Eigen::MatrixXd j = derivatives(k, loops, hosts, pose.angles);
            for (size_t i = 0; i < hosts.size(); ++i)
                by += rate[hosts[i]] * j.col(static_cast<Eigen::Index>(i));
            return by;
        };
        // The rates that follow, and whether the loops can follow at all.
        auto answer = [&](const std::vector<int>& loops, Eigen::VectorXd& rates) {
            rates = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(block.joints.size()));
            if (loops.empty())
                return true;
            const Eigen::MatrixXd j = derivatives(k, loops, block.joints, pose.angles);
            const Eigen::VectorXd by = needed(loops);
            if (j.cols() > 0) {
                Eigen::CompleteOrthogonalDecomposition<Eigen::MatrixXd> solve(j);
                solve.setThreshold(1e-9);
                rates = -solve.solve(by);
            }
            return (j * rates + by).lpNorm<Eigen::Infinity>() < stuck;
        };
        std::vector<int> firm; // slack is no motion
        for (int j : block.joints)
            if (!k.joints[j].play)
                firm.push_back(j);
        const Eigen::MatrixXd loose = nullSpace(derivatives(k, block.loops, firm, pose.angles));
        out.freeMotions += static_cast<int>(loose.cols());
        for (size_t i = 0; i < firm.size(); ++i)
            if (loose.cols() > 0 && loose.row(static_cast<Eigen::Index>(i)).norm() > movesAtAll)
                out.flapping.push_back(firm[i]);
        Eigen::VectorXd rates;
        if (!answer(block.loops, rates)) {
            out.driverMoves = false;
            // A loop locks when the driver could move without it.
            Eigen::VectorXd ignored;
            for (int l : block.loops) {
                std::vector<int> others;
                for (int o : block.loops)
                    if (o != l)
                        others.push_back(o);
                if (answer(others, ignored))
                    out.locking.push_back(l);
            }
            if (out.locking.empty()) // only several together do
                out.locking = block.loops;
        }
        for (size_t i = 0; i < block.joints.size(); ++i)
            rate[block.joints[i]] = rates(static_cast<Eigen::Index>(i));
    }
    out.freeMotions += out.driverMoves ? 1 : 0;
    return out;
}

} // namespace hl::fold
