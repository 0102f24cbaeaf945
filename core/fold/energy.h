// Energy: what folds and elastic bands hold, as a sum of terms. How a kind of term is worth and how
// it pulls is one row of a table in energy.cpp; whoever needs the sum asks here.
#pragma once
#include "core/fold/linkage.h"
#include <Eigen/Core>
#include <algorithm>
#include <cmath>

namespace hl::fold {

// Where folds would rest. Pages that close press paper flat: then a fold of which the flat value is
// known rests no further from it than `room` (radians) lets it.
struct Rests {
    const std::vector<double>* flat = nullptr; // of every joint; nothing where it is not a number
    double room = 0;
    double of(const Linkage& k, int joint) const {
        const double rest = k.joints[joint].rest;
        if (!flat || std::isnan((*flat)[joint]))
            return rest;
        return (*flat)[joint] + std::clamp(rest - (*flat)[joint], -room, room);
    }
};

// The terms of a linkage: one for every joint, in their order, then one for every elastic band.
std::vector<EnergyTerm> energyTermsOf(const Linkage& linkage);

// Energy of the terms that have to do with the given joints, N mm.
double energyOf(const Linkage& linkage, const std::vector<int>& joints,
                const std::vector<double>& values, const Rests& rests = {});

// Its derivatives by those joints, in their order: N mm per radian, N of slides.
Eigen::VectorXd forcesOf(const Linkage& linkage, const std::vector<int>& joints,
                         const std::vector<double>& values, const Rests& rests = {});

// Adds its second derivatives by those joints to `to`, a square of their number. `only` leaves out
// all of which the second derivatives may not be positive.
enum class Curvature { All, Convex };
void addStiffness(const Linkage& linkage, const std::vector<int>& joints,
                  const std::vector<double>& values, Eigen::MatrixXd& to,
                  Curvature only = Curvature::All);

// What paper and bands hold in all, N mm. Joints of what is no crease are left out: they go
// without effort.
double energyHeld(const Linkage& linkage, const std::vector<double>& values);

// How far apart a band's hooks are, mm.
double stretchedTo(const Linkage& linkage, int elastic, const std::vector<double>& values);

} // namespace hl::fold
