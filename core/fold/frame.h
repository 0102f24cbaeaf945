// A place in space that is moved along a chain of folds: how a loop is gone round quickly.
#pragma once
#include "core/fold/linkage.h"

namespace hl::fold {

using Vec4 = Eigen::Vector4d;

// Three axes and an origin. With a fourth number,
// always nought, each fills whole registers.
struct Frame {
    Vec4 u = Vec4::UnitX(), v = Vec4::UnitY(), n = Vec4::UnitZ(), o = Vec4::Zero();

    void fold(double c, double s) { // about u
        const Vec4 was = v;
        v = c * was + s * n;
        n = c * n - s * was;
    }
    Rigid asRigid() const {
        Rigid x;
        x.turn << u.head<3>(), v.head<3>(), n.head<3>();
        x.shift = o.head<3>();
        return x;
    }
    void go(const FoldLink& l) {
        o += l.x * u + l.y * v;
        const Vec4 was = u;
        u = l.xx * was + l.xy * v;
        v = l.yx * was + l.yy * v;
        n *= l.z;
    }
};

} // namespace hl::fold
