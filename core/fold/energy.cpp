#include "core/fold/closure.h"
#include "core/fold/energy_row.h"

namespace hl::fold {
namespace {

using Matrix = Eigen::MatrixXd;
using Vector = Eigen::VectorXd;
using Kind = EnergyTerm::Kind;

// Half the stiffness times the square of what it is bent by.
double bent(const TermAt& t) {
    const int j = t.term.joints.front();
    return t.values[static_cast<size_t>(j)] - t.rests.of(t.k, j);
}
double valueOfSpring(const TermAt& t) { return 0.5 * t.term.stiffness * bent(t) * bent(t); }
void forceOfSpring(const TermAt& t, const std::vector<int>& column, Vector& to) {
    if (const int c = column[static_cast<size_t>(t.term.joints.front())]; c >= 0)
        to(c) += t.term.stiffness * bent(t);
}
void stiffnessOfSpring(const TermAt& t, const std::vector<int>& column, Matrix& to) {
    if (const int c = column[static_cast<size_t>(t.term.joints.front())]; c >= 0)
        to(c, c) += t.term.stiffness;
}

// A band of the length l whose hooks are d apart pulls by stiffness (d - l) / l, and holds
// stiffness (d - l)^2 / (2 l); slack it does neither. The way from its first hook to the other is
// that of a loop: a joint turned moves the far hook by axis x (hook - point on axis).
struct Stretched {
    double apart = 0, pull = 0; // mm, N
    Vec3 along = Vec3::Zero();  // unit, from the first hook to the other
    std::vector<Vec3> axis, by; // of every hinge: its axis, and how the other hook moves
};
Stretched stretched(const TermAt& t, bool derivatives) {
    const Loop& way = t.k.ways[static_cast<size_t>(t.term.way)];
    Stretched out;
    std::vector<Vec3> point;
    const Vec3 far = wayRound(way, t.values, out.axis, point) * way.marks[1];
    const Vec3 d = far - way.marks[0];
    out.apart = d.norm();
    if (out.apart > 1e-9)
        out.along = d / out.apart;
    out.pull = std::max(0.0, t.term.stiffness * (out.apart / t.term.rest - 1));
    for (size_t i = 0; derivatives && i < way.hinges.size(); ++i)
        out.by.push_back(way.hinges[i].freedom == Freedom::Slide
                             ? out.axis[i]
                             : Vec3(out.axis[i].cross(far - point[i])));
    return out;
}
double valueOfBand(const TermAt& t) {
    const Stretched s = stretched(t, false);
    return 0.5 * s.pull * std::max(0.0, s.apart - t.term.rest);
}
void forceOfBand(const TermAt& t, const std::vector<int>& column, Vector& to) {
    const Stretched s = stretched(t, true);
    const auto& hinges = t.k.ways[static_cast<size_t>(t.term.way)].hinges;
    for (size_t i = 0; i < hinges.size(); ++i)
        if (const int c = column[static_cast<size_t>(hinges[i].joint)]; c >= 0)
            to(c) += s.pull * s.along.dot(s.by[i]);
}
void stiffnessOfBand(const TermAt& t, const std::vector<int>& column, Matrix& to) {
    const Stretched s = stretched(t, true);
    if (s.pull <= 0 || s.apart < 1e-9)
        return;
    const auto& hinges = t.k.ways[static_cast<size_t>(t.term.way)].hinges;
    const double soft = t.term.stiffness / t.term.rest, taut = s.pull / s.apart;
    for (size_t j = 0; j < hinges.size(); ++j) {
        const int cj = column[static_cast<size_t>(hinges[j].joint)];
        if (cj < 0)
            continue;
        for (size_t i = 0; i <= j; ++i) {
            const int ci = column[static_cast<size_t>(hinges[i].joint)];
            if (ci < 0)
                continue;
            const double both = s.along.dot(s.by[i]) * s.along.dot(s.by[j]);
            double second = soft * both + taut * (s.by[i].dot(s.by[j]) - both);
            if (hinges[i].freedom != Freedom::Slide)
                second += s.pull * s.along.dot(s.axis[i].cross(s.by[j]));
            to(ci, cj) += second;
            if (i != j)
                to(cj, ci) += second;
        }
    }
}

const EnergyRow& rowOf(Kind kind) {
    static const EnergyRow rows[] = {
        {true, true, valueOfSpring, forceOfSpring, stiffnessOfSpring},  // Fold
        {false, true, valueOfSpring, forceOfSpring, stiffnessOfSpring}, // Free
        {true, false, valueOfBand, forceOfBand, stiffnessOfBand},       // Elastic
    };
    return rows[static_cast<size_t>(kind)];
}

std::vector<int> columnsOf(const Linkage& k, const std::vector<int>& joints) {
    std::vector<int> column(k.joints.size(), -1);
    for (size_t i = 0; i < joints.size(); ++i)
        column[static_cast<size_t>(joints[i])] = static_cast<int>(i);
    return column;
}

// Calls back with every term that has to do with the joints: their own, and the bands over them.
template<class Do>
void eachTerm(const Linkage& k, const std::vector<int>& joints, const std::vector<double>& values,
              const Rests& rests, Do&& call) {
    for (const int j : joints)
        call(TermAt{k, k.terms[static_cast<size_t>(j)], values, rests});
    for (size_t i = k.joints.size(); i < k.terms.size(); ++i) {
        const std::vector<int>& over = k.terms[i].joints;
        if (std::find_first_of(over.begin(), over.end(), joints.begin(), joints.end()) !=
            over.end())
            call(TermAt{k, k.terms[i], values, rests});
    }
}

} // namespace

std::vector<EnergyTerm> energyTermsOf(const Linkage& k) {
    std::vector<EnergyTerm> out;
    for (size_t j = 0; j < k.joints.size(); ++j)
        out.push_back({k.joints[j].join < 0 ? Kind::Fold : Kind::Free,
                       {static_cast<int>(j)},
                       k.joints[j].rest,
                       k.joints[j].stiffness,
                       -1});
    for (size_t i = 0; i < k.ways.size(); ++i) {
        const Elastic& e = k.assembly->elastics[i];
        EnergyTerm t{Kind::Elastic, {}, e.length, e.pull, static_cast<int>(i)};
        for (const LoopHinge& h : k.ways[i].hinges)
            t.joints.push_back(h.joint);
        out.push_back(std::move(t));
    }
    return out;
}

double energyOf(const Linkage& k, const std::vector<int>& joints, const std::vector<double>& values,
                const Rests& rests) {
    double sum = 0;
    eachTerm(k, joints, values, rests,
             [&](const TermAt& t) { sum += rowOf(t.term.kind).value(t); });
    return sum;
}

Vector forcesOf(const Linkage& k, const std::vector<int>& joints, const std::vector<double>& values,
                const Rests& rests) {
    Vector out = Vector::Zero(static_cast<Eigen::Index>(joints.size()));
    const std::vector<int> column = columnsOf(k, joints);
    eachTerm(k, joints, values, rests,
             [&](const TermAt& t) { rowOf(t.term.kind).force(t, column, out); });
    return out;
}

void addStiffness(const Linkage& k, const std::vector<int>& joints,
                  const std::vector<double>& values, Matrix& to, Curvature only) {
    const std::vector<int> column = columnsOf(k, joints);
    eachTerm(k, joints, values, {}, [&](const TermAt& t) {
        const EnergyRow& row = rowOf(t.term.kind);
        if (only == Curvature::All || row.convex)
            row.stiffness(t, column, to);
    });
}

double energyHeld(const Linkage& k, const std::vector<double>& values) {
    double sum = 0;
    for (const EnergyTerm& t : k.terms)
        if (const EnergyRow& row = rowOf(t.kind); row.held)
            sum += row.value({k, t, values, {}});
    return sum;
}

double stretchedTo(const Linkage& k, int elastic, const std::vector<double>& values) {
    return stretched({k, k.terms[k.joints.size() + static_cast<size_t>(elastic)], values, {}},
                     false)
        .apart;
}

} // namespace hl::fold
