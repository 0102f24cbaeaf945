#include "core/prove/tolerance.h"
#include "core/fold/closure.h"
#include "core/prove/saying.h"
#include <Eigen/Eigenvalues>
#include <Eigen/SVD>
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::proving {
namespace {

using Matrix = Eigen::MatrixXd;

constexpr double helps = 8; // mm per radian: folds that move a mark by less are no help

class Errors {
  public:
    explicit Errors(const Case& c) : c_(c), k_(c.linkage) {
        creases_ = static_cast<int>(c.assembly.creases.size());
        count_ = creases_ + 2 * static_cast<int>(c.assembly.joins.size());
        laying_ = std::hypot(c.workshop.layingError, c.workshop.cutError);
        worst_.resize(k_.loops.size());
        errorsOf_.resize(k_.loops.size());
        stepOf_.assign(k_.bodies, -1); // bodies without paper among them
        for (size_t i = 0; i < k_.tree.size(); ++i)
            stepOf_[k_.tree[i].panel] = static_cast<int>(i);
        laid_.resize(k_.loops.size());
        for (size_t l = 0; l < k_.loops.size(); ++l)
            for (size_t i = 0; i < c.assembly.joins.size(); ++i) {
                const Join& join = c.assembly.joins[i];
                if (!traitsOf(join.kind).sticks)
                    continue;
                const double sign =
                    k_.loops[l].join == static_cast<int>(i) ? -1 : through(k_.loops[l], join);
                if (sign != 0)
                    laid_[l].emplace_back(static_cast<int>(i), sign);
            }
    }

    void look(const Pose& pose, std::vector<Tolerance>& out) {
        pose_ = &pose;
        std::vector<Row> moved(k_.joints.size()); // what the errors do to every joint
        for (const Block& block : c_.motion.blocks) {
            if (block.joints.empty())
                continue; // nothing here can give way: it is misfit or fits by itself
            std::vector<int> known;
            for (int l : block.loops)
                for (const LoopHinge& h : k_.loops[l].hinges)
                    if (!moved[h.joint].empty() &&
                        std::find(known.begin(), known.end(), h.joint) == known.end())
                        known.push_back(h.joint);
            // Only the errors that this block hears of.
            columns_.clear();
            columnOf_.assign(static_cast<size_t>(count_), -1);
            for (int l : block.loops)
                hears(k_.loops[l]);
            for (int j : known)
                for (auto& [error, by] : moved[j])
                    hears(error);
            const int rows = 9 * static_cast<int>(block.loops.size());
            Matrix misses = Matrix::Zero(rows, static_cast<int>(columns_.size()));
            for (size_t l = 0; l < block.loops.size(); ++l)
                addErrors(k_.loops[block.loops[l]], misses.middleRows(9 * static_cast<int>(l), 9));
            if (!known.empty()) {
                const Matrix j = derivatives(k_, block.loops, known, pose.angles);
                for (size_t i = 0; i < known.size(); ++i)
                    for (auto& [error, by] : moved[known[i]])
                        misses.col(columnOf_[error]) += by * j.col(static_cast<int>(i));
            }
            Matrix own = derivatives(k_, block.loops, block.joints, pose.angles);
            for (int r = 0; r < rows; ++r) {
                own.row(r) *= markWeights[r % 9 / 3];
                misses.row(r) *= markWeights[r % 9 / 3];
            }
            const Eigen::JacobiSVD<Matrix> svd(own, Eigen::ComputeThinU | Eigen::ComputeThinV);
            Matrix answer = Matrix::Zero(own.cols(), misses.cols());
            for (int i = 0; i < svd.singularValues().size(); ++i)
                if (svd.singularValues()(i) > helps)
                    answer -= svd.matrixV().col(i) * (svd.matrixU().col(i).transpose() * misses) /
                              svd.singularValues()(i);
            for (size_t i = 0; i < block.joints.size(); ++i)
                for (size_t k = 0; k < columns_.size(); ++k)
                    if (const double by = answer(static_cast<int>(i), static_cast<int>(k)))
                        moved[block.joints[i]].emplace_back(columns_[k], by);
            Matrix left = misses + own * answer;
            for (int r = 0; r < rows; ++r)
                left.row(r) /= markWeights[r % 9 / 3];
            for (size_t l = 0; l < block.loops.size(); ++l)
                judge(block.loops[l], left.middleRows(9 * static_cast<int>(l), 6), out);
        }
    }

  private:
    using Row = std::vector<std::pair<int, double>>; // by error

    void hears(int error) {
        if (columnOf_[error] < 0) {
            columnOf_[error] = static_cast<int>(columns_.size());
            columns_.push_back(error);
        }
    }
    void hears(const Loop& loop) {
        for (const LoopHinge& h : loop.hinges)
            if (k_.joints[h.joint].join < 0)
                hears(h.joint);
        for (auto& [join, sign] : laid_[&loop - k_.loops.data()])
            for (int way : {0, 1})
                hears(creases_ + 2 * join + way);
    }

    // The errors that move the marks of a loop, in its landing's coordinates.
    template<class Rows> void addErrors(const Loop& loop, Rows rows) const {
        // No matrix of its own: under the sanitizers the compiler cannot see that all of it is set.
        const Mat3& turn = pose_->panels[loop.landing].turn;
        auto shift = [&](int column, const Vec3& by) {
            const Vec3 d = deviation(column) * (turn.transpose() * by);
            for (int mark = 0; mark < 3; ++mark)
                for (int axis = 0; axis < 3; ++axis)
                    rows(3 * mark + axis, columnOf_[column]) += d(axis);
        };
        // A score beside its place makes one panel longer and the other shorter: what follows goes
        // along with the one and back with the other.
        for (const LoopHinge& h : loop.hinges) {
            const Joint& j = k_.joints[h.joint];
            if (j.join >= 0)
                continue;
            const Vec3 n = lift(leftOf(j.dir));
            shift(h.joint,
                  h.sign * (pose_->panels[j.left].turn * n - pose_->panels[j.right].turn * n));
        }
        for (auto& [i, sign] : laid_[&loop - k_.loops.data()]) {
            const Mat3& held = pose_->panels[c_.assembly.joins[i].landing].turn;
            shift(creases_ + 2 * i, sign * held.col(0));
            shift(creases_ + 2 * i + 1, sign * held.col(1));
        }
    }

    // Whether a loop goes round through a join that the tree stands on: if so, one of its ends
    // hangs on what is held there.
    double through(const Loop& loop, const Join& join) const {
        const int step = stepOf_[join.tab];
        int hangs = join.tab;
        if (step < 0 || k_.tree[step].joint >= 0 || k_.tree[step].parent != join.landing) {
            const int other = stepOf_[join.landing];
            if (other < 0 || k_.tree[other].joint >= 0 || k_.tree[other].parent != join.tab)
                return 0;
            hangs = join.landing;
        }
        const bool a = under(loop.held, hangs), b = under(loop.landing, hangs);
        return a == b ? 0 : a ? 1 : -1;
    }
    bool under(int panel, int top) const {
        for (size_t n = 0; panel >= 0 && n <= stepOf_.size(); ++n) {
            if (panel == top)
                return true;
            panel = stepOf_[panel] < 0 ? -1 : k_.tree[stepOf_[panel]].parent;
        }
        return false;
    }

    // Standard deviation, mm. What is laid down also suffers from where it was cut.
    double deviation(int error) const {
        return error < creases_ ? c_.workshop.scoreError : laying_;
    }

    template<class Rows> void judge(int loop, const Rows& rows, std::vector<Tolerance>& out) {
        Tolerance& best = out[loop];
        for (int mark = 0; mark < 2; ++mark) {
            const auto part = rows.middleRows(3 * mark, 3);
            const double likely = part.norm();
            if (likely <= best.likely)
                continue;
            best.likely = likely;
            best.opening = pose_->opening;
            worst_[loop] = part;
            errorsOf_[loop] = columns_;
        }
    }

  public:
    // Once all poses have been looked at.
    void finish(Tolerance& t) const {
        const Matrix& part = worst_[t.loop];
        if (part.size() == 0)
            return;
        const Mat3 spread = part * part.transpose();
        t.worst =
            3 *
            std::sqrt(std::max(0.0, Eigen::SelfAdjointEigenSolver<Mat3>(spread).eigenvalues()(2)));
        std::map<int, double> shares; // both ways of laying down are one error
        for (size_t i = 0; i < errorsOf_[t.loop].size(); ++i) {
            const int e = errorsOf_[t.loop][i];
            shares[e < creases_ ? e : e - (e - creases_) % 2] +=
                part.col(static_cast<int>(i)).squaredNorm() / spread.trace();
        }
        for (auto& [e, share] : shares)
            t.sources.push_back(e < creases_ ? ErrorSource{e, -1, share}
                                             : ErrorSource{-1, (e - creases_) / 2, share});
        std::stable_sort(t.sources.begin(), t.sources.end(),
                         [](auto& a, auto& b) { return a.share > b.share; });
        t.sources.resize(std::min<size_t>(3, t.sources.size()));
    }

  private:
    const Case& c_;
    const Linkage& k_;
    const Pose* pose_ = nullptr;
    int creases_ = 0, count_ = 0;
    double laying_ = 0;
    std::vector<int> columns_, columnOf_; // the errors of the block at hand
    std::vector<std::vector<int>> errorsOf_;
    std::vector<Matrix> worst_; // of every loop, the errors of the mark that is worst
    std::vector<int> stepOf_;
    std::vector<std::vector<std::pair<int, double>>> laid_; // joins that every loop goes through
};

} // namespace

std::vector<Tolerance> tolerances(const Case& c) {
    std::vector<Tolerance> out(c.linkage.loops.size());
    for (size_t l = 0; l < out.size(); ++l)
        out[l].loop = static_cast<int>(l);
    if (c.poses.empty())
        return out;
    Errors errors(c);
    const int last = static_cast<int>(c.poses.size()) - 1;
    for (int part : {0, 2, 3, 4, 6}) // sixths
        errors.look(c.poses[part * last / 6], out);
    for (Tolerance& t : out)
        errors.finish(t);
    std::stable_sort(out.begin(), out.end(), [](auto& a, auto& b) { return a.likely > b.likely; });
    return out;
}

std::string saySource(const Case& c, const ErrorSource& s) {
    if (s.crease >= 0)
        return "the score of the " + sayCrease(c, s.crease);
    return "the place of the " + sayPanel(c, c.assembly.joins[s.join].tab);
}

} // namespace hl::proving
