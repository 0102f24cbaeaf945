#include "core/fold/sharing.h"
#include <Eigen/SparseCholesky>
#include <algorithm>
#include <cmath>

namespace hl::fold {
namespace {

using Vector = Eigen::VectorXd;

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

// Blocks with a loop that is open, and those that stand on their joints; their joints.
struct Opened {
    std::vector<bool> joints;
    std::vector<const Block*> blocks;
};
Opened openedBy(const Linkage& k, const std::vector<Block>& blocks, const std::vector<int>& open) {
    Opened out;
    out.joints.assign(k.joints.size(), false);
    for (const Block& b : blocks) { // each after those that it needs
        const bool opens = std::any_of(b.loops.begin(), b.loops.end(), [&](int l) {
            return std::binary_search(open.begin(), open.end(), l);
        });
        const bool stands = std::any_of(b.loops.begin(), b.loops.end(), [&](int l) {
            return std::any_of(k.loops[l].hinges.begin(), k.loops[l].hinges.end(),
                               [&](const LoopHinge& h) { return out.joints[h.joint]; });
        });
        if (!opens && !stands)
            continue;
        out.blocks.push_back(&b);
        for (int j : b.joints)
            out.joints[j] = true;
    }
    for (int j : k.tied)
        out.joints[j] = out.joints[j] || out.joints[k.joints[j].tied];
    return out;
}

// The bodies that the tree still holds together without some joints, and the sum of squares of how
// far they are apart, as normal equations of their small turns and shifts.
class Spreading {
  public:
    Spreading(const Linkage& k, const std::vector<bool>& loose, const std::vector<double>& values,
              std::vector<Rigid>& placed)
        : k_(k), values_(values), placed_(placed), bodyOf_(placed.size(), -1), bodies_(1) {
        bodyOf_[k.root] = 0; // the root's body stays
        for (const TreeStep& s : k.tree) {
            if (s.parent < 0) {
                bodyOf_[s.panel] = 0; // lies beside the card
            } else if (s.joint >= 0 && loose[s.joint]) {
                bodyOf_[s.panel] = static_cast<int>(bodies_.size());
                bodies_.emplace_back();
                hinges_.push_back(s.joint);
            } else {
                bodyOf_[s.panel] = bodyOf_[s.parent];
            }
        }
        for (size_t i = 0; i < k.assembly->panels.size(); ++i)
            for (const Vec2& p : k.assembly->panels[i].outline) {
                Body& b = bodies_[static_cast<size_t>(bodyOf_[i])];
                b.middle += placed[i].at(p);
                ++b.corners;
            }
        for (Body& b : bodies_)
            b.middle /= std::max(1, b.corners);
        size_ = static_cast<Eigen::Index>(6 * (bodies_.size() - 1));
        rhs_ = Vector::Zero(size_);
    }

    // What is glued stays where it is glued, at the end where the loop is cut as at every other.
    void gather(const std::vector<const Block*>& blocks) {
        for (int j : hinges_)
            hinge(j);
        for (const Block* b : blocks)
            for (int l : b->loops)
                close(k_.loops[l]);
    }

    void solve() {
        if (size_ == 0)
            return;
        Eigen::SparseMatrix<double> all(size_, size_);
        all.setFromTriplets(lhs_.begin(), lhs_.end());
        const double most = Vector(all.diagonal()).maxCoeff();
        for (Eigen::Index i = 0; i < size_; ++i)
            all.coeffRef(i, i) += 1e-12 * std::max(1.0, most);
        const Eigen::SimplicialLDLT<Eigen::SparseMatrix<double>> solved(all);
        if (solved.info() != Eigen::Success)
            return;
        const Vector by = solved.solve(rhs_);
        if (!by.allFinite())
            return;
        for (size_t i = 0; i < placed_.size(); ++i) {
            if (bodyOf_[i] <= 0)
                continue;
            const auto at = static_cast<Eigen::Index>(6 * (bodyOf_[i] - 1));
            const Vec3 shift = by.segment<3>(at), turn = by.segment<3>(at + 3);
            const Vec3& middle = bodies_[static_cast<size_t>(bodyOf_[i])].middle;
            Rigid r;
            if (turn.norm() > 1e-15)
                r.turn = Eigen::AngleAxisd(turn.norm(), turn.normalized()).toRotationMatrix();
            r.shift = middle + shift - r.turn * middle;
            placed_[i] = r * placed_[i];
        }
    }

  private:
    // Bodies have to do with few others: most of the matrix is empty.
    template<class Part> void add(Eigen::Index row, Eigen::Index column, const Part& part) {
        for (Eigen::Index r = 0; r < part.rows(); ++r)
            for (Eigen::Index s = 0; s < part.cols(); ++s)
                lhs_.emplace_back(row + r, column + s, part(r, s));
    }
    static Eigen::Index rowOf(int body) { return static_cast<Eigen::Index>(6 * (body - 1)); }

    // Two places that should be one.
    void link(int panel, const Vec3& p, int other, const Vec3& q, double weight) {
        const int a = bodyOf_[panel], b = bodyOf_[other];
        if (a == b)
            return;
        const Eigen::Matrix<double, 3, 6> ma = moved(p, bodies_[static_cast<size_t>(a)]),
                                          mb = -moved(q, bodies_[static_cast<size_t>(b)]);
        const Vec3 gap = p - q;
        if (a > 0) {
            add(rowOf(a), rowOf(a), (weight * ma.transpose() * ma).eval());
            rhs_.segment<6>(rowOf(a)) -= weight * ma.transpose() * gap;
        }
        if (b > 0) {
            add(rowOf(b), rowOf(b), (weight * mb.transpose() * mb).eval());
            rhs_.segment<6>(rowOf(b)) -= weight * mb.transpose() * gap;
        }
        if (a > 0 && b > 0) {
            add(rowOf(a), rowOf(b), (weight * ma.transpose() * mb).eval());
            add(rowOf(b), rowOf(a), (weight * mb.transpose() * ma).eval());
        }
    }
    // The turn of one panel against where the other wants it, as a vector along its axis.
    void turned(int panel, const Mat3& is, int other, const Mat3& wanted, double firm) {
        const int a = bodyOf_[panel], b = bodyOf_[other];
        if (a == b)
            return;
        const double weight = firm * 1e4; // mm2: a turn counts as its way at a long arm
        const Eigen::AngleAxisd off(is * wanted.transpose());
        const Vec3 gap = off.angle() * off.axis();
        for (auto [body, sign] : {std::pair{a, 1.0}, {b, -1.0}})
            if (body > 0) {
                add(rowOf(body) + 3, rowOf(body) + 3, (weight * Mat3::Identity()).eval());
                rhs_.segment<3>(rowOf(body) + 3) -= sign * weight * gap;
            }
        if (a > 0 && b > 0) {
            add(rowOf(a) + 3, rowOf(b) + 3, (-weight * Mat3::Identity()).eval());
            add(rowOf(b) + 3, rowOf(a) + 3, (-weight * Mat3::Identity()).eval());
        }
    }
    void hinge(int joint) {
        const Joint& j = k_.joints[joint];
        const double length = j.join < 0 ? k_.assembly->creases[joint].length() : sharingArm;
        Rigid step = stepOf(j, values_[joint]);
        if (j.placed)
            step = step * j.place;
        const Rigid back = step.inverse();
        for (const Vec2& p : {j.from, Vec2(j.from + length * j.dir)})
            link(j.inner, placed_[j.inner].at(p), j.outer, placed_[j.outer] * Vec3(back.at(p)), 1);
        turned(j.outer, placed_[j.outer].turn, j.inner, placed_[j.inner].turn * step.turn, 1);
    }
    void close(const Loop& loop) {
        constexpr double glued = 1e4; // folds give first
        if (loop.crease >= 0)
            return hinge(loop.crease);
        const Join& join = k_.assembly->joins[loop.join];
        const Rigid into = join.place.inverse();
        if (join.moves) { // it goes on turning or sliding: only where it is fastened
            if (!traitsOf(join.kind).slides)
                link(loop.held, placed_[loop.held] * Vec3(into.at(join.at)), loop.landing,
                     placed_[loop.landing].at(join.at), 1);
            return;
        }
        for (size_t m = 0; m < 2; ++m)
            link(loop.held, placed_[loop.held] * Vec3(into * loop.marks[m]), loop.landing,
                 placed_[loop.landing] * loop.marks[m], glued);
        turned(loop.held, placed_[loop.held].turn, loop.landing,
               placed_[loop.landing].turn * join.place.turn, glued);
    }

    const Linkage& k_;
    const std::vector<double>& values_;
    std::vector<Rigid>& placed_;
    std::vector<int> bodyOf_; // by panel
    std::vector<Body> bodies_;
    std::vector<int> hinges_; // joints of the tree between two bodies
    Eigen::Index size_ = 0;
    std::vector<Eigen::Triplet<double>> lhs_;
    Vector rhs_;
};

} // namespace

void spread(const Linkage& k, const std::vector<Block>& blocks, const std::vector<int>& open,
            const std::vector<double>& values, std::vector<Rigid>& placed) {
    if (open.empty())
        return;
    const Opened opened = openedBy(k, blocks, open);
    Spreading spreading(k, opened.joints, values, placed);
    spreading.gather(opened.blocks);
    spreading.solve();
}

} // namespace hl::fold
