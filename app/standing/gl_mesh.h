// What the OpenGL painter draws: triangles and lines in clip space, the shadow's footprint on the
// table, and the part of a view that anything is seen in.
#pragma once
#include "app/standing/scene.h"
#include <QRect>
#include <array>
#include <cmath>

namespace hl::app {

inline constexpr double shadowReach =
    0.12; // of the scene's radius: how far its rim is soft to either side
inline const Vec2 shadowAside(0.10, 0.06); // where it falls, to a millimetre of height

struct Vertex {
    float x, y, z, w; // clip space
    float r, g, b, a; // premultiplied
    float u, v;       // of the picture that is printed
};

class Mesh {
  public:
    explicit Mesh(const Mat4& m) : m_(m) {}
    std::vector<Vertex> vertices;

    void polygon(const std::vector<Vec3>& corners, const QColor& c, double alpha = 1,
                 const std::vector<Vec2>* tiles = nullptr) {
        for (size_t i = 2; i < corners.size(); ++i)
            for (size_t k : {size_t(0), i - 1, i})
                add(m_ * corners[k].homogeneous(), c, alpha,
                    tiles ? (*tiles)[k] : Vec2(Vec2::Zero()));
    }
    // A line as a strip of constant width on the screen, a little nearer than the faces; `view` is
    // what the clip space is as large as, in pixels.
    void line(const Edge& e, const QSizeF& view, double ratio) {
        const Vec4 a = m_ * e.from.homogeneous(), b = m_ * e.to.homogeneous();
        if (a.w() <= 0 || b.w() <= 0)
            return;
        const Vec2 pixels(view.width() / 2, view.height() / 2);
        Vec2 d = (b.head<2>() / b.w() - a.head<2>() / a.w()).cwiseProduct(pixels);
        if (d.norm() < 1e-6)
            return;
        d.normalize();
        const double half = e.width * ratio / 2,
                     reach = half + 0.5; // the last pixel is half covered
        const Vec2 n = Vec2(leftOf(d) * reach).cwiseQuotient(pixels);
        const auto corner = [&](const Vec4& p, double side) {
            Vec4 q = p;
            q.head<2>() += side * n * p.w();
            // About 0.7 mm nearer at the usual distance: less than panels that lie on one another
            // are drawn apart (liftsOf).
            q.z() -= (e.width > 2 ? 0.0010 : 0.0001) * p.w();
            return q;
        };
        const Vec4 c[4] = {corner(a, -1), corner(a, 1), corner(b, 1), corner(b, -1)};
        for (int k : {0, 1, 2, 0, 2, 3})
            add(c[k], e.colour, 1, Vec2(k == 0 || k == 3 ? -reach : reach, half));
    }
    // Four corners that a whole picture is drawn on.
    void picture(const std::array<Vec4, 4>& corners, const QColor& c, double alpha) {
        static const Vec2 at[4] = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
        for (size_t k : {0, 1, 2, 0, 2, 3})
            add(corners[k], c, alpha, at[k]);
    }

  private:
    void add(const Vec4& p, const QColor& c, double alpha, const Vec2& tile) {
        vertices.push_back({float(p.x()), float(p.y()), float(p.z()), float(p.w()),
                            float(c.redF() * alpha), float(c.greenF() * alpha),
                            float(c.blueF() * alpha), float(alpha), float(tile.x()),
                            float(tile.y())});
    }
    const Mat4& m_;
};

// What the shadow of a scene covers on the table, with its soft rim.
struct Footprint {
    Vec2 low{-1, -1}, high{1, 1};
    double ground = 0, soft = 0; // mm

    Footprint() = default;
    explicit Footprint(const Scene& scene) {
        Vec3 least = Vec3::Constant(1e300), most = -least;
        for (const Face& face : scene.faces)
            for (const Vec3& p : face.corners) {
                least = least.cwiseMin(p);
                most = most.cwiseMax(p);
            }
        ground = least.z();
        soft = std::max(1.0, shadowReach * (most - least).norm() / 2);
        const Vec2 rim(soft, soft);
        low = least.head<2>() - rim;
        high = most.head<2>() + shadowAside * (most.z() - least.z()) + rim;
    }
    std::array<Vec3, 4> corners() const {
        return {Vec3(low.x(), low.y(), ground), Vec3(high.x(), low.y(), ground),
                Vec3(high.x(), high.y(), ground), Vec3(low.x(), high.y(), ground)};
    }
};

// Where a scene and its shadow are seen in a view of that many pixels; all of it where that reaches
// behind the eye.
QRect seenIn(const QSize& size, const Mat4& m, const Scene& scene, const Footprint& print);

// The clip space of a part of a view, its first row at the bottom: pixels are read from there.
Mat4 partOf(const QSize& view, const QRect& part);

} // namespace hl::app
