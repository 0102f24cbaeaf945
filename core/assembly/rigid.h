// A rigid placement in space, and the few made of creases: the fold about a line and the match of
// one line onto another. Lengths in mm, angles in radians.
#pragma once
#include "core/measure/rooms.h"
#include <Eigen/Core>
#include <Eigen/Geometry>

namespace hl::assembly {

using Vec2 = Eigen::Vector2d;
using Vec3 = Eigen::Vector3d;
using Mat3 = Eigen::Matrix3d;

struct Rigid {
    Mat3 turn = Mat3::Identity();
    Vec3 shift = Vec3::Zero();

    Vec3 operator*(const Vec3& p) const { return turn * p + shift; }
    Vec3 at(const Vec2& p) const { return turn.col(0) * p.x() + turn.col(1) * p.y() + shift; }
    Rigid operator*(const Rigid& o) const { return {turn * o.turn, turn * o.shift + shift}; }
    Rigid inverse() const { return {turn.transpose(), -(turn.transpose() * shift)}; }
};

inline Vec3 lift(const Vec2& p) { return {p.x(), p.y(), 0}; }
inline Vec2 leftOf(const Vec2& d) { return {-d.y(), d.x()}; }
inline Vec2 rightOf(const Vec2& d) { return {d.y(), -d.x()}; }

// Cosine and sine that are exact at multiples of a right angle, so that flat states are flat.
struct Turn {
    double cos, sin;
};
Turn exactTurn(double angle);

// The rotation of the panel right of the line `from` + t `dir` (unit vector) relative to the
// panel left of it, both in the part's flat coordinates with the face side at +z. A positive
// angle raises the right panel toward the viewer: a valley. Source: Rodrigues' rotation about
// the axis -dir, which lies in z = 0.
Rigid foldAbout(const Vec2& from, const Vec2& dir, double angle);

// Takes the line (a, da) of one flat part onto the line (b, db) of another; da, db unit vectors.
// With `flip` the faces meet (the part is turned over about the line's own direction).
Rigid matchLines(const Vec2& a, const Vec2& da, const Vec2& b, const Vec2& db, bool flip);

} // namespace hl::assembly
