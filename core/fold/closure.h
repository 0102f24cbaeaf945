// Closure: finding the values of the joints with which the loops of a block close.
#pragma once
#include "core/fold/linkage.h"

namespace hl::fold {

// How much the misses of a loop's first three marks count. The ends of the tab's crease do in full.
// The third only turns the tab about its crease, and where nothing closes the crease should come as
// near as it can.
inline constexpr double markWeights[] = {1, 1, 0.1};

// How far the farthest corner of what the loop holds lies from its place on the landing, mm.
double missOf(const Linkage& linkage, const Loop& loop, const std::vector<double>& values);

// The same of a loop whose way round ends in x.
double missOf(const Loop& loop, const Rigid& x);

// The bounds of a joint's value: what mountain and valley allow a fold, [-pi, 0] or [0, pi], and
// how far a pivot or a slide goes.
struct Bounds {
    double low, high;
};
Bounds boundsOf(const Joint& joint);

// Moves the block's joints from where they are to the nearest values that close its loops, keeping
// them within their bounds. Where nothing closes, they end at the least sum of squared misses.
// Damped Gauss-Newton (Levenberg, Marquardt) with analytic derivatives: a mark p moves by
// axis x (p - point on axis) per radian of a turn, by the direction of a slide per mm. `left` gets
// the miss of the block's one loop where it falls out on the way, else -1.
enum class Sides { Kept, Free }; // Free: mountain and valley are disregarded, for diagnosis
void moveToClosure(const Linkage& linkage, const Block& block, std::vector<double>& values,
                   Sides sides = Sides::Kept, double* left = nullptr);
// The same, and the miss that is left.
double closeBlock(const Linkage& linkage, const Block& block, std::vector<double>& values,
                  Sides sides = Sides::Kept);

// Rounds the block's folds to 0 or a half turn if all of them lie within `near` radians of it and
// the loops then close to 1e-9 mm; says whether it did. At flat states this replaces iteration,
// which cannot tell angles there: closure is of second order in them. Slides follow.
bool snapFlat(const Linkage& linkage, const Block& block, std::vector<double>& values, double near);

// Goes round a loop: axis (of a turn, or direction of a slide) and a point on it for every joint
// met, in the landing's flat coordinates. Returns what the whole way round does to the landing.
Rigid wayRound(const Loop& loop, const std::vector<double>& values, std::vector<Vec3>& axis,
               std::vector<Vec3>& point);

// Derivatives of the first three marks of the given loops, nine rows for each, with respect to
// the given joints, one column for each.
Eigen::MatrixXd derivatives(const Linkage& linkage, const std::vector<int>& loops,
                            const std::vector<int>& joints, const std::vector<double>& values);
// The misses of the same marks, mm.
Eigen::VectorXd misses(const Linkage& linkage, const std::vector<int>& loops,
                       const std::vector<double>& values);

int rankOf(const Eigen::MatrixXd& m);
// Orthonormal directions in which nothing changes, one in each column.
Eigen::MatrixXd nullSpace(const Eigen::MatrixXd& m);

} // namespace hl::fold
