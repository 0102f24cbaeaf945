#include "app/look/theme.h"
#include "app/standing/gl_mesh.h"
#include "app/standing/painter.h"
#include "app/standing/prints.h"
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <array>
#include <cmath>

namespace hl::app {
namespace {

QPolygonF projected(const std::vector<Vec3>& corners, const Mat4& m, const QSizeF& size) {
    QPolygonF out;
    for (const Vec3& p : corners)
        out << toPixels(m * p.homogeneous(), size);
    return out;
}

// The picture of a part of a view in which what is nearer hides what is farther, pixel by pixel:
// every pixel four times.
class Raster {
  public:
    Raster(const QSizeF& size, const Mat4& m, const QRect& part)
        : m_(m), size_(size), at_(part.topLeft()),
          image_(part.size() * fine, QImage::Format_ARGB32_Premultiplied), wide_(image_.width()),
          high_(image_.height()), depth_(size_t(wide_) * size_t(high_), 2.0f) {
        image_.fill(Qt::transparent);
        pixels_ = reinterpret_cast<QRgb*>(image_.bits()); // four bytes each, rows without gaps
    }

    void face(const Face& f, bool front, const std::vector<Print>& prints) {
        const QImage tile =
            front && f.print >= 0 ? printImage(prints[size_t(f.print)], tilePixels) : QImage();
        for (size_t i = 2; i < f.corners.size(); ++i)
            triangle(f, {0, i - 1, i}, front ? f.face : f.back, tile);
    }
    // A little nearer than what it lies on.
    void line(const Edge& e) {
        const Vec4 a = m_ * e.from.homogeneous(), b = m_ * e.to.homogeneous();
        if (a.w() <= 0 || b.w() <= 0)
            return;
        const QPointF p = pixels(a), q = pixels(b);
        const double long_ = std::hypot(q.x() - p.x(), q.y() - p.y());
        if (!(long_ < 20000)) // it passes beside the eye
            return;
        const int steps = int(std::ceil(long_));
        const int half = std::max(0, int(std::lround(e.width * fine / 2 - 0.5)));
        const QRgb colour = e.colour.rgb();
        for (int i = 0; i <= steps; ++i) {
            const double t = steps ? double(i) / steps : 0;
            const QPointF at = p + (q - p) * t;
            if (!(std::fabs(at.x()) < 1e6 && std::fabs(at.y()) < 1e6))
                continue;
            const double z = a.z() / a.w() + t * (b.z() / b.w() - a.z() / a.w()) -
                             (e.width > 2 ? 0.0010 : 0.0002);
            for (int y = -half; y <= half; ++y)
                for (int x = -half; x <= half; ++x)
                    put(int(at.x()) + x, int(at.y()) + y, float(z), colour);
        }
    }
    QImage image() const { // of the part
        return image_.scaled(image_.size() / fine, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
    }

  private:
    static constexpr int fine = 2, tilePixels = 160;

    QPointF pixels(const Vec4& p) const { return (toPixels(p, size_) - at_) * fine; }
    void put(int x, int y, float z, QRgb colour, double alpha = 1) {
        if (x < 0 || y < 0 || x >= wide_ || y >= high_)
            return;
        float& there = depth_[size_t(y) * size_t(wide_) + size_t(x)];
        if (z > there)
            return;
        QRgb& pixel = pixels_[size_t(y) * size_t(wide_) + size_t(x)];
        if (alpha < 1) { // premultiplied; what lies behind is seen
            const auto mix = [&](int from, int to) { return int(from * (1 - alpha) + to * alpha); };
            pixel = qRgba(mix(qRed(pixel), qRed(colour)), mix(qGreen(pixel), qGreen(colour)),
                          mix(qBlue(pixel), qBlue(colour)), mix(qAlpha(pixel), 255));
            return;
        }
        there = z;
        pixel = colour;
    }

    void triangle(const Face& f, const std::array<size_t, 3>& corner, const QColor& light,
                  const QImage& tile) {
        double x[3], y[3], z[3], w[3];
        for (int k = 0; k < 3; ++k) {
            const Vec4 p = m_ * f.corners[corner[size_t(k)]].homogeneous();
            if (p.w() <= 1e-9)
                return;
            const QPointF at = pixels(p);
            x[k] = at.x(), y[k] = at.y(), z[k] = p.z() / p.w(), w[k] = 1 / p.w();
        }
        const double area = (x[1] - x[0]) * (y[2] - y[0]) - (x[2] - x[0]) * (y[1] - y[0]);
        if (std::fabs(area) < 1e-9)
            return;
        const auto [left, right] = std::minmax({x[0], x[1], x[2]});
        const auto [top, bottom] = std::minmax({y[0], y[1], y[2]});
        // Corners beside the eye lie far off the picture.
        const auto row = [&](double at) { return int(std::clamp(at, 0.0, high_ - 1.0)); };
        const auto column = [&](double at) { return int(std::clamp(at, 0.0, wide_ - 1.0)); };
        const QRgb plain = light.rgb();
        // A print is opaque, red first, four bytes to a pixel.
        const uchar* inks = tile.constBits();
        const bool printed = !tile.isNull();
        const int across = tile.width(), along = tile.height();
        const qsizetype stride = tile.bytesPerLine();
        // Each corner's part at a pixel is a * px + b in its row.
        double a[3];
        for (size_t k = 0; k < 3; ++k)
            a[k] = (y[(k + 1) % 3] - y[(k + 2) % 3]) / area;
        for (int j = row(top); j <= row(bottom); ++j) {
            const double py = j + 0.5;
            double b[3], from = left, to = right; // where no part is below nought
            for (size_t k = 0; k < 3; ++k) {
                const size_t n = (k + 1) % 3, o = (k + 2) % 3;
                b[k] = (x[n] * (y[o] - py) - x[o] * (y[n] - py)) / area;
                const double end = (-1e-9 - b[k]) / a[k];
                if (a[k] > 0)
                    from = std::max(from, end);
                else if (a[k] < 0)
                    to = std::min(to, end);
                else if (b[k] < -1e-9)
                    to = from - 1;
            }
            if (!(from <= to) || to < 0.5 || from > wide_ - 0.5)
                continue;
            const int first = column(std::ceil(from - 0.5)), last = column(to - 0.5);
            // The depth is straight along the row.
            double deep = 0, deeper = 0;
            for (size_t k = 0; k < 3; ++k) {
                deep += (a[k] * 0.5 + b[k]) * z[k];
                deeper += a[k] * z[k];
            }
            if (!printed && f.alpha >= 1) { // nearly all of a card
                float* there = depth_.data() + size_t(j) * size_t(wide_);
                QRgb* pixel = pixels_ + size_t(j) * size_t(wide_);
                for (int i = first; i <= last; ++i)
                    if (const float at = float(deep + deeper * i); at <= there[i]) {
                        there[i] = at;
                        pixel[i] = plain;
                    }
                continue;
            }
            for (int i = first; i <= last; ++i) {
                const double px = i + 0.5,
                             part[] = {a[0] * px + b[0], a[1] * px + b[1], a[2] * px + b[2]};
                QRgb colour = plain;
                if (printed) {
                    double u = 0, v = 0, all = 0; // straight in space, not on the screen
                    for (int k = 0; k < 3; ++k) {
                        const Vec2& t = f.tiles[corner[size_t(k)]];
                        u += part[k] * w[k] * t.x();
                        v += part[k] * w[k] * t.y();
                        all += part[k] * w[k];
                    }
                    u /= all, v /= all;
                    u -= std::floor(u), v -= std::floor(v);
                    const int inRow = std::min(int(u * across), across - 1),
                              inColumn = std::min(int((1 - v) * along), along - 1);
                    const uchar* ink = inks + inColumn * stride + 4 * inRow;
                    colour = qRgb(ink[0] * qRed(plain) / 255, ink[1] * qGreen(plain) / 255,
                                  ink[2] * qBlue(plain) / 255);
                }
                put(i, j, float(deep + deeper * i), colour, f.alpha);
            }
        }
    }

    const Mat4& m_;
    QSizeF size_;
    QPointF at_;
    QImage image_;
    int wide_, high_; // of it, in pixels
    QRgb* pixels_ = nullptr;
    std::vector<float> depth_;
};

} // namespace

void paintGround(QPainter& painter, const QSizeF& size) {
    QLinearGradient g(0, 0, 0, size.height());
    g.setColorAt(0, theme().groundEdge);
    g.setColorAt(0.55, theme().ground);
    g.setColorAt(1, theme().ground);
    painter.fillRect(QRectF({0, 0}, size), g);
}

void paintSoftly(QPainter& painter, const Scene& scene, const Camera& camera, const QSizeF& size) {
    const Mat4 m = camera.matrix(size);
    const Vec3 eye = camera.eye();
    painter.setRenderHint(QPainter::Antialiasing);
    QPainterPath shadow;
    shadow.setFillRule(Qt::WindingFill);
    double ground = 1e300; // the card stands on the table
    for (const Face& f : scene.faces)
        for (const Vec3& p : f.corners)
            ground = std::min(ground, p.z());
    for (const Face& f : scene.faces) {
        std::vector<Vec3> flat = f.corners;
        for (Vec3& p : flat)
            p.z() = ground;
        shadow.addPolygon(projected(flat, m, size));
    }
    painter.fillPath(shadow, QColor(40, 30, 20, 34));
    if (scene.faces.empty())
        return;
    const QRect part = seenIn(QSize(int(std::ceil(size.width())), int(std::ceil(size.height()))), m,
                              scene, Footprint(scene));
    if (part.isEmpty())
        return;
    Raster raster(size, m, part);
    const auto faces = [&](bool clear) {
        for (const Face& f : scene.faces)
            if ((f.alpha < 1) == clear)
                raster.face(f, f.normal.dot(eye - f.corners.front()) > 0, scene.prints);
    };
    faces(false);
    for (const Edge& e : scene.edges)
        raster.line(e);
    faces(true);
    painter.drawImage(part, raster.image());
    for (const Edge& e : scene.edges)
        if (e.width > 2) { // what is marked shows through
            painter.setPen(QPen(e.colour, e.width));
            painter.drawLine(toPixels(m * e.from.homogeneous(), size),
                             toPixels(m * e.to.homogeneous(), size));
        }
}

} // namespace hl::app
