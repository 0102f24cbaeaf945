#include "core/fold/three_folds.h"
#include "core/fold/closure.h"
#include "core/fold/frame.h"
#include <algorithm>
#include <cmath>

namespace hl::fold {
namespace {

// Cosine and sine of an angle that grew by a little: for less than a twentieth of a radian the
// series ends below the last digit.
void turnOn(double& c, double& s, double by) {
    if (std::fabs(by) > 0.05) {
        const double dc = std::cos(by), ds = std::sin(by), was = c;
        c = c * dc - s * ds;
        s = s * dc + was * ds;
        return;
    }
    const double q = by * by, was = c;
    const double ds = by * (1 - q / 6 * (1 - q / 20 * (1 - q / 42 * (1 - q / 72))));
    const double less = q / 2 * (1 - q / 12 * (1 - q / 30 * (1 - q / 56))); // 1 - cos
    c -= c * less + s * ds;
    s += was * ds - s * less;
}

// A loop of folds, three of them unknown, made ready to be gone round again and again: from the
// frame before the first unknown one on.
struct ThreeFolds {
    struct Step {
        int unknown; // -1: known
        double cos, sin;
        const FoldLink* link;
    } steps[16];
    size_t first = 0, count = 0;
    Frame start;
    int joint[3];
    double sign[3], value[3];
    Step* moving[3];

    // False where it is another kind of loop.
    bool gather(const Loop& loop, const std::vector<int>& joints,
                const std::vector<double>& values) {
        count = loop.hinges.size();
        if (loop.links.empty() || count > std::size(steps))
            return false;
        int n = 0;
        for (size_t i = 0; i < count; ++i) {
            const LoopHinge& h = loop.hinges[i];
            // A valley turns against the fold's direction.
            const double a = -h.sign * values[h.joint];
            const bool mine = h.joint == joints[0] || h.joint == joints[1] || h.joint == joints[2];
            if (mine && n == 3)
                return false; // a fold met twice
            steps[i] = {mine ? n : -1, std::cos(a), std::sin(a), &loop.links[i + 1]};
            if (!mine)
                continue;
            joint[n] = h.joint;
            sign[n] = -h.sign;
            value[n] = values[h.joint];
            moving[n++] = &steps[i];
        }
        if (n != 3)
            return false;
        start.go(loop.links[0]);
        for (; steps[first].unknown < 0; ++first) {
            start.fold(steps[first].cos, steps[first].sin);
            start.go(*steps[first].link);
        }
        return true;
    }
    Frame round() const {
        Frame x = start;
        for (size_t i = first; i < count; ++i) {
            x.fold(steps[i].cos, steps[i].sin);
            x.go(*steps[i].link);
        }
        return x;
    }
    Frame round(Vec3 (&axis)[3], Vec3 (&point)[3]) const {
        Frame x = start;
        for (size_t i = first; i < count; ++i) {
            const Step& s = steps[i];
            if (s.unknown >= 0) {
                axis[s.unknown] = sign[s.unknown] * x.u.head<3>();
                point[s.unknown] = x.o.head<3>();
            }
            x.fold(s.cos, s.sin);
            x.go(*s.link);
        }
        return x;
    }
    bool turnBy(const Vec3& step) {
        constexpr double bold = 0.25; // radians: a longer step is no longer close
        for (int i = 0; i < 3; ++i) {
            if (!(std::fabs(step[i]) < bold))
                return false;
            value[i] += step[i];
            turnOn(moving[i]->cos, moving[i]->sin, sign[i] * step[i]);
        }
        return true;
    }
    // False where a fold would turn too far.
    bool keep(const Linkage& k, std::vector<double>& values) const {
        for (int i = 0; i < 3; ++i)
            if (value[i] < k.joints[joint[i]].low || value[i] > k.joints[joint[i]].high)
                return false;
        for (int i = 0; i < 3; ++i)
            values[joint[i]] = value[i];
        return true;
    }
};

// What is closed: the middle of the marks comes to lie on itself, unturned. Turns count with the
// marks' distance from it, so that the miss is theirs, in millimetres.
struct Middle {
    Vec3 at;        // in z = 0
    double arm = 0; // squared
    Vec3 shift, turned;

    explicit Middle(const Loop& loop) {
        at = (loop.marks[0] + loop.marks[1] + loop.marks[2]) / 3;
        for (size_t m = 0; m < 3; ++m)
            arm = std::max(arm, (loop.marks[m] - at).squaredNorm());
    }
    double missIn(const Frame& x) { // squared
        shift = (x.o + at.x() * x.u + at.y() * x.v).head<3>() - at;
        turned = arm / 2 * Vec3(x.v.z() - x.n.y(), x.n.x() - x.u.z(), x.u.y() - x.v.x());
        return shift.squaredNorm() + turned.squaredNorm() / arm;
    }
    // By which steps it closes, with what the folds do to it and the inverse of the normal matrix.
    Vec3 step(const Vec3 (&by)[3], const Vec3 (&axis)[3], const double (&inverse)[6]) const {
        const double pull[3] = {by[0].dot(shift) + axis[0].dot(turned),
                                by[1].dot(shift) + axis[1].dot(turned),
                                by[2].dot(shift) + axis[2].dot(turned)};
        const auto& [a, b, c, d, e, f] = inverse;
        return {-(a * pull[0] + b * pull[1] + c * pull[2]),
                -(b * pull[0] + d * pull[1] + e * pull[2]),
                -(c * pull[0] + e * pull[1] + f * pull[2])};
    }
};

} // namespace

bool closeThree(const Linkage& k, const Block& block, std::vector<double>& values, double* left) {
    constexpr double dependent = 1e-9;
    // Where the three folds are well told apart, a step leaves less than the miss' square, in
    // millimetres, so from clearlyClosed one lands within 1e-9 mm. From nearlyThere two steps do
    // with the same derivatives, which the first hardly changes.
    constexpr double clear = 1e-6, clearlyClosed = 3e-5, nearlyThere = 1e-3;
    const Loop& loop = k.loops[block.loops[0]];
    ThreeFolds folds;
    if (!folds.gather(loop, block.joints, values))
        return false;
    Middle middle(loop);
    const double arm = middle.arm;
    for (int turn = 0; turn < 8; ++turn) {
        Vec3 axis[3], point[3], by[3]; // the folds turn the middle about their axes, and move it
        const Frame x = folds.round(axis, point);
        const double worst = middle.missIn(x);
        double enough = closing::nearly;
        if (worst > closing::toNoise * closing::toNoise) {
            const Vec3 at = middle.at + middle.shift;
            for (int i = 0; i < 3; ++i)
                by[i] = axis[i].cross(at - point[i]);
            const double xx = by[0].dot(by[0]) + arm, yy = by[1].dot(by[1]) + arm,
                         zz = by[2].dot(by[2]) + arm,
                         xy = by[0].dot(by[1]) + arm * axis[0].dot(axis[1]),
                         xz = by[0].dot(by[2]) + arm * axis[0].dot(axis[2]),
                         yz = by[1].dot(by[2]) + arm * axis[1].dot(axis[2]);
            // Cramer's rule on the symmetric normal equations.
            const double a = yy * zz - yz * yz, b = xz * yz - xy * zz, c = xy * yz - xz * yy;
            const double det = xx * a + xy * b + xz * c, size = xx + yy + zz, once = 1 / det;
            if (!(det > dependent * dependent * size * size * size))
                return false;
            const double inverse[6] = {a * once,
                                       b * once,
                                       c * once,
                                       (xx * zz - xz * xz) * once,
                                       (xy * xz - xx * yz) * once,
                                       (xx * yy - xy * xy) * once};
            if (!folds.turnBy(middle.step(by, axis, inverse)))
                return false;
            if (det > clear * size * size * size) {
                enough = clearlyClosed;
                if (worst >= enough * enough && worst < nearlyThere * nearlyThere) {
                    middle.missIn(folds.round());
                    if (!folds.turnBy(middle.step(by, axis, inverse)))
                        return false;
                    enough = nearlyThere;
                }
            }
        }
        if (worst < enough * enough) {
            const bool halfATurnOff = x.u.x() + x.v.y() < 1;
            if (halfATurnOff || !folds.keep(k, values))
                return false;
            if (left) // once more round, with the turns at hand
                *left = missOf(loop, folds.round().asRigid());
            return true;
        }
    }
    return false;
}

} // namespace hl::fold
