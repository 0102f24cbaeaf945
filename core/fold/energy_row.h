// What a kind of energy term is: a row of the table in energy.cpp.
#pragma once
#include "core/fold/energy.h"

namespace hl::fold {

// One term at some values of the joints.
struct TermAt {
    const Linkage& k;
    const EnergyTerm& term;
    const std::vector<double>& values;
    const Rests& rests;
};

// How much a kind of term is worth and how it pulls; values in N mm. `column` is where a joint's
// derivatives go, -1: nowhere.
struct EnergyRow {
    bool held;   // paper or a band holds it; else it only keeps what goes freely from drifting
    bool convex; // its second derivatives are never negative
    double (*value)(const TermAt&);
    void (*force)(const TermAt&, const std::vector<int>& column, Eigen::VectorXd& to);
    void (*stiffness)(const TermAt&, const std::vector<int>& column, Eigen::MatrixXd& to);
};

} // namespace hl::fold
