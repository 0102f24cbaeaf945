// The camera of the standing view: an orbit round a point, with perspective. Scene coordinates
// are mm, the table at z = 0, the viewer at negative y when the yaw is 0.
#pragma once
#include "core/assembly/rigid.h"
#include <QPointF>
#include <QSizeF>

namespace hl::app {

using Vec4 = Eigen::Vector4d;
using Mat4 = Eigen::Matrix4d;

class Camera {
  public:
    double yaw = -0.5, pitch = 0.5; // radians
    double zoom = 1;                // above 1: nearer
    Vec3 target{0, 0, 0};
    double radius = 150; // of what must be in view at zoom 1

    Mat4 matrix(const QSizeF& size) const; // scene -> clip space
    Vec3 eye() const;
    void orbit(double dYaw, double dPitch);
    void pan(const QPointF& pixels, const QSizeF& size);
    void zoomBy(double factor);
    // Comes as near as it can with all points within `fill` (of one) of the picture, and looks at
    // their middle; keeps its angles.
    void fit(const std::vector<Vec3>& points, const QSizeF& size, double fill);

  private:
    double distance() const;
};

// Clip space -> pixels.
QPointF toPixels(const Vec4& clip, const QSizeF& size);

} // namespace hl::app
