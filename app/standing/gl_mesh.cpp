#include "app/standing/gl_mesh.h"

namespace hl::app {

QRect seenIn(const QSize& size, const Mat4& m, const Scene& scene, const Footprint& print) {
    const QRect all({0, 0}, size);
    Vec2 least = Vec2::Constant(1e300), most = -least;
    bool behind = false;
    const auto take = [&](const Vec3& p) {
        const Vec4 c = m * p.homogeneous();
        behind |= c.w() <= 0;
        const QPointF at = toPixels(c, size);
        least = least.cwiseMin(Vec2(at.x(), at.y()));
        most = most.cwiseMax(Vec2(at.x(), at.y()));
    };
    for (const Face& face : scene.faces)
        for (const Vec3& p : face.corners)
            take(p);
    for (const Edge& e : scene.edges)
        for (const Vec3& p : {e.from, e.to})
            take(p);
    for (const Vec3& p : print.corners())
        take(p);
    constexpr int rim = 4; // half of the widest line
    const double far = 1e6;
    if (behind || least.minCoeff() < -far || most.maxCoeff() > far)
        return all;
    return QRect(QPoint(int(std::floor(least.x())) - rim, int(std::floor(least.y())) - rim),
                 QPoint(int(std::ceil(most.x())) + rim, int(std::ceil(most.y())) + rim)) &
           all;
}

Mat4 partOf(const QSize& view, const QRect& part) {
    const double wide = double(view.width()) / part.width(),
                 tall = double(view.height()) / part.height();
    Mat4 m = Mat4::Identity();
    m(0, 0) = wide;
    m(0, 3) = wide - 1 - 2.0 * part.x() / part.width();
    m(1, 1) = -tall;
    m(1, 3) = tall - 1 - 2.0 * part.y() / part.height();
    return m;
}

} // namespace hl::app
