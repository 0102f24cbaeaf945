#include "app/standing/camera.h"
#include <algorithm>
#include <cmath>

namespace hl::app {
namespace {

constexpr double halfView = 0.27; // radians, half the vertical field of view

} // namespace

double Camera::distance() const { return 1.02 * radius / std::sin(halfView) / zoom; }

Vec3 Camera::eye() const {
    const Vec3 back(std::sin(yaw) * std::cos(pitch), -std::cos(yaw) * std::cos(pitch),
                    std::sin(pitch));
    return target + distance() * back;
}

Mat4 Camera::matrix(const QSizeF& size) const {
    const double aspect = size.width() / std::max(1.0, size.height());
    const Vec3 back = (eye() - target).normalized();
    const Vec3 right = Vec3(std::cos(yaw), std::sin(yaw), 0);
    const Vec3 up = back.cross(right);
    Mat4 view = Mat4::Identity();
    view.block<1, 3>(0, 0) = right.transpose();
    view.block<1, 3>(1, 0) = up.transpose();
    view.block<1, 3>(2, 0) = back.transpose();
    view.block<3, 1>(0, 3) = -view.block<3, 3>(0, 0) * eye();
    // In a tall window the width decides.
    const double f = 1 / std::tan(halfView) * std::min(1.0, aspect);
    const double near = distance() * 0.05, far = distance() * 4 + 8 * radius;
    Mat4 project = Mat4::Zero();
    project(0, 0) = f / aspect;
    project(1, 1) = f;
    project(2, 2) = (far + near) / (near - far);
    project(2, 3) = 2 * far * near / (near - far);
    project(3, 2) = -1;
    return project * view;
}

void Camera::orbit(double dYaw, double dPitch) {
    yaw += dYaw;
    pitch = std::clamp(pitch + dPitch, -0.15, 1.5);
}

void Camera::pan(const QPointF& pixels, const QSizeF& size) {
    const double mmPerPixel = 2 * distance() * std::tan(halfView) / std::max(1.0, size.height());
    const Vec3 back = (eye() - target).normalized();
    const Vec3 right(std::cos(yaw), std::sin(yaw), 0);
    target += mmPerPixel * (-pixels.x() * right + pixels.y() * back.cross(right));
}

void Camera::fit(const std::vector<Vec3>& points, const QSizeF& size, double fill) {
    if (points.empty())
        return;
    zoom = 1;
    const double aspect = size.width() / std::max(1.0, size.height());
    // How far one sees aside and up at a distance of one, as matrix() has it.
    const double wide = std::tan(halfView) * std::max(1.0, aspect) * fill,
                 tall = std::tan(halfView) / std::min(1.0, aspect) * fill;
    const Vec3 back = (eye() - target).normalized(), right(std::cos(yaw), std::sin(yaw), 0);
    Eigen::Matrix3d axes;
    axes << right, back.cross(right), back;
    Vec3 low = Vec3::Constant(1e300), high = -low;
    for (const Vec3& p : points) {
        const Vec3 q = axes.transpose() * p;
        low = low.cwiseMin(q);
        high = high.cwiseMax(q);
    }
    target = axes * ((low + high) / 2);
    double away = 1;
    for (int i = 0; i < 6; ++i) { // what is near looks larger, so the middle has to be looked for
        away = 1;
        for (const Vec3& p : points) {
            const Vec3 q = axes.transpose() * (p - target);
            away =
                std::max(away, q.z() + std::max(std::fabs(q.x()) / wide, std::fabs(q.y()) / tall));
        }
        Vec2 least = Vec2::Constant(1e300), most = -least;
        for (const Vec3& p : points) {
            const Vec3 q = axes.transpose() * (p - target);
            const Vec2 seen = q.head<2>() / (away - q.z());
            least = least.cwiseMin(seen);
            most = most.cwiseMax(seen);
        }
        const Vec2 off = (least + most) / 2 * away;
        target += axes.leftCols<2>() * off;
    }
    radius = away * std::sin(halfView) / 1.02;
}

void Camera::zoomBy(double factor) { zoom = std::clamp(zoom * factor, 0.3, 12.0); }

QPointF toPixels(const Vec4& c, const QSizeF& size) {
    return {(c.x() / c.w() + 1) / 2 * size.width(), (1 - c.y() / c.w()) / 2 * size.height()};
}

} // namespace hl::app
