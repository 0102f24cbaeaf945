#include "core/fold/sharing.h"
#include <Eigen/Cholesky>
#include <Eigen/SparseCholesky>
#include <algorithm>
#include <cmath>
#include <numeric>

namespace hl {
namespace {

using Matrix = Eigen::MatrixXd;
using Vector = Eigen::VectorXd;

constexpr int mostTurns = 60;
constexpr double longest = 0.3, sharingArm = 40; // radians; mm that count as a radian
constexpr double still = 1e-11;                  // radians

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

// A small motion of a body: a shift, and a turn about its middle.
struct Body {
    Vec3 middle = Vec3::Zero();
    int corners = 0;
};

// The derivative of a place by the six parts of its body's motion.
Eigen::Matrix<double, 3, 6> moved(const Vec3& p, const Body& b) {
    Eigen::Matrix<double, 3, 6> m;
    m.leftCols<3>().setIdentity();
    const Vec3 d = p - b.middle;
    m.rightCols<3>() << 0, d.z(), -d.y(), -d.z(), 0, d.x(), d.y(), -d.x(), 0;
    return m;
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

void spread(const Linkage& k, const std::vector<Block>& blocks, const std::vector<int>& open,
            const std::vector<double>& values, std::vector<Rigid>& placed) {
    if (open.empty())
        return;
    // Blocks with such a loop, and those that stand on their joints.
    std::vector<bool> loose(k.joints.size());
    std::vector<const Block*> mine;
    for (const Block& b : blocks) { // each after those that it needs
        const bool opens = std::any_of(b.loops.begin(), b.loops.end(), [&](int l) {
            return std::binary_search(open.begin(), open.end(), l);
        });
        const bool stands = std::any_of(b.loops.begin(), b.loops.end(), [&](int l) {
            return std::any_of(k.loops[l].hinges.begin(), k.loops[l].hinges.end(),
                               [&](const LoopHinge& h) { return loose[h.joint]; });
        });
        if (!opens && !stands)
            continue;
        mine.push_back(&b);
        for (int j : b.joints)
            loose[j] = true;
    }
    for (int j : k.tied)
        loose[j] = loose[j] || loose[k.joints[j].tied];
    // Bodies: what the tree still holds together without those joints. The root's stays.
    const size_t n = placed.size();
    std::vector<int> bodyOf(n, -1);
    std::vector<Body> bodies(1);
    std::vector<int> hinges; // joints of the tree between two bodies
    bodyOf[k.root] = 0;
    for (const TreeStep& s : k.tree) {
        if (s.parent < 0) {
            bodyOf[s.panel] = 0; // lies beside the card
        } else if (s.joint >= 0 && loose[s.joint]) {
            bodyOf[s.panel] = static_cast<int>(bodies.size());
            bodies.emplace_back();
            hinges.push_back(s.joint);
        } else {
            bodyOf[s.panel] = bodyOf[s.parent];
        }
    }
    for (size_t i = 0; i < k.assembly->panels.size(); ++i)
        for (const Vec2& p : k.assembly->panels[i].outline) {
            Body& b = bodies[static_cast<size_t>(bodyOf[i])];
            b.middle += placed[i].at(p);
            ++b.corners;
        }
    for (Body& b : bodies)
        b.middle /= std::max(1, b.corners);
    const auto size = static_cast<Eigen::Index>(6 * (bodies.size() - 1));
    if (size == 0)
        return;
    // Bodies have to do with few others: most of the matrix is empty.
    std::vector<Eigen::Triplet<double>> lhs;
    const auto add = [&](Eigen::Index row, Eigen::Index column, const auto& block) {
        for (Eigen::Index r = 0; r < block.rows(); ++r)
            for (Eigen::Index s = 0; s < block.cols(); ++s)
                lhs.emplace_back(row + r, column + s, block(r, s));
    };
    Vector rhs = Vector::Zero(size);
    // Two places that should be one.
    auto link = [&](int panel, const Vec3& p, int other, const Vec3& q, double weight) {
        const int a = bodyOf[panel], b = bodyOf[other];
        if (a == b)
            return;
        const Eigen::Matrix<double, 3, 6> ma = moved(p, bodies[static_cast<size_t>(a)]),
                                          mb = -moved(q, bodies[static_cast<size_t>(b)]);
        const Vec3 gap = p - q;
        auto at = [](int body) { return static_cast<Eigen::Index>(6 * (body - 1)); };
        if (a > 0) {
            add(at(a), at(a), (weight * ma.transpose() * ma).eval());
            rhs.segment<6>(at(a)) -= weight * ma.transpose() * gap;
        }
        if (b > 0) {
            add(at(b), at(b), (weight * mb.transpose() * mb).eval());
            rhs.segment<6>(at(b)) -= weight * mb.transpose() * gap;
        }
        if (a > 0 && b > 0) {
            add(at(a), at(b), (weight * ma.transpose() * mb).eval());
            add(at(b), at(a), (weight * mb.transpose() * ma).eval());
        }
    };
    // The turn of one panel against where the other wants it, as a vector along its axis.
    auto turned = [&](int panel, const Mat3& is, int other, const Mat3& wanted, double firm) {
        const int a = bodyOf[panel], b = bodyOf[other];
        if (a == b)
            return;
        const double weight = firm * 1e4; // mm2: a turn counts as its way at a long arm
        const Eigen::AngleAxisd off(is * wanted.transpose());
        const Vec3 gap = off.angle() * off.axis();
        auto at = [](int body) { return static_cast<Eigen::Index>(6 * (body - 1) + 3); };
        for (auto [body, sign] : {std::pair{a, 1.0}, {b, -1.0}})
            if (body > 0) {
                add(at(body), at(body), (weight * Mat3::Identity()).eval());
                rhs.segment<3>(at(body)) -= sign * weight * gap;
            }
        if (a > 0 && b > 0) {
            add(at(a), at(b), (-weight * Mat3::Identity()).eval());
            add(at(b), at(a), (-weight * Mat3::Identity()).eval());
        }
    };
    auto hinge = [&](int joint) {
        const Joint& j = k.joints[joint];
        const double length = j.join < 0 ? k.assembly->creases[joint].length() : sharingArm;
        Rigid step = stepOf(j, values[joint]);
        if (j.placed)
            step = step * j.place;
        const Rigid back = step.inverse();
        for (const Vec2& p : {j.from, Vec2(j.from + length * j.dir)})
            link(j.inner, placed[j.inner].at(p), j.outer, placed[j.outer] * Vec3(back.at(p)), 1);
        turned(j.outer, placed[j.outer].turn, j.inner, placed[j.inner].turn * step.turn, 1);
    };
    // What is glued stays where it is glued, at the end where the loop is cut as at every other.
    constexpr double glued = 1e4; // folds give first
    for (int j : hinges)
        hinge(j);
    for (const Block* b : mine)
        for (int l : b->loops) {
            const Loop& loop = k.loops[l];
            if (loop.crease >= 0) {
                hinge(loop.crease);
                continue;
            }
            const Join& join = k.assembly->joins[loop.join];
            const Rigid into = join.place.inverse();
            if (join.moves) { // it goes on turning or sliding: only where it is fastened
                if (!traitsOf(join.kind).slides)
                    link(loop.held, placed[loop.held] * Vec3(into.at(join.at)), loop.landing,
                         placed[loop.landing].at(join.at), 1);
                continue;
            }
            for (size_t m = 0; m < 2; ++m)
                link(loop.held, placed[loop.held] * Vec3(into * loop.marks[m]), loop.landing,
                     placed[loop.landing] * loop.marks[m], glued);
            turned(loop.held, placed[loop.held].turn, loop.landing,
                   placed[loop.landing].turn * join.place.turn, glued);
        }
    Eigen::SparseMatrix<double> all(size, size);
    all.setFromTriplets(lhs.begin(), lhs.end());
    const double most = Vector(all.diagonal()).maxCoeff();
    for (Eigen::Index i = 0; i < size; ++i)
        all.coeffRef(i, i) += 1e-12 * std::max(1.0, most);
    const Eigen::SimplicialLDLT<Eigen::SparseMatrix<double>> solve(all);
    if (solve.info() != Eigen::Success)
        return;
    const Vector by = solve.solve(rhs);
    if (!by.allFinite())
        return;
    for (size_t i = 0; i < n; ++i) {
        if (bodyOf[i] <= 0)
            continue;
        const auto at = static_cast<Eigen::Index>(6 * (bodyOf[i] - 1));
        const Vec3 shift = by.segment<3>(at), turn = by.segment<3>(at + 3);
        const Vec3& middle = bodies[static_cast<size_t>(bodyOf[i])].middle;
        Rigid r;
        if (turn.norm() > 1e-15)
            r.turn = Eigen::AngleAxisd(turn.norm(), turn.normalized()).toRotationMatrix();
        r.shift = middle + shift - r.turn * middle;
        placed[i] = r * placed[i];
    }
}

} // namespace hl
