#include "app/look/theme.h"
#include "app/standing/painter.h"
#include "app/standing/prints.h"
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

QPolygonF projected(const std::vector<Vec3>& corners, const Mat4& m, const QSizeF& size) {
    QPolygonF out;
    for (const Vec3& p : corners)
        out << toPixels(m * p.homogeneous(), size);
    return out;
}

// The pattern as three corners have it (perspective bends it a little, which is not drawn), and the
// light over it.
void paintPrint(QPainter& painter, const Face& f, const QPolygonF& shape, const Print& print) {
    constexpr int pixels = 96; // of a tile
    const QImage tile = printImage(print, pixels);
    const Vec2 u = f.tiles[1] - f.tiles[0], v = f.tiles[2] - f.tiles[0];
    const double det = u.x() * v.y() - u.y() * v.x();
    if (std::fabs(det) < 1e-9)
        return;
    const QPointF a = shape[1] - shape[0], b = shape[2] - shape[0];
    // Tile coordinates, y up, to the screen; pictures count from their upper left corner.
    const QPointF x = (a * v.y() - b * u.y()) / det, y = (b * u.x() - a * v.x()) / det;
    const QPointF corner = shape[0] - x * f.tiles[0].x() - y * f.tiles[0].y() + y;
    const double w = tile.width(), h = tile.height();
    QBrush brush(tile);
    brush.setTransform(
        QTransform(x.x() / w, x.y() / w, -y.x() / h, -y.y() / h, corner.x(), corner.y()));
    painter.setBrush(brush);
    painter.drawPolygon(shape);
    painter.save();
    painter.setCompositionMode(QPainter::CompositionMode_Multiply);
    painter.setPen(Qt::NoPen);
    painter.setBrush(f.face);
    painter.drawPolygon(shape);
    painter.restore();
}

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
    std::vector<const Face*> order;
    for (const Face& f : scene.faces)
        order.push_back(&f);
    auto far = [&](const Face* f) {
        Vec3 sum = Vec3::Zero();
        for (const Vec3& p : f->corners)
            sum += p;
        return (sum / double(f->corners.size()) - eye).norm();
    };
    std::stable_sort(order.begin(), order.end(),
                     [&](const Face* a, const Face* b) { return far(a) > far(b); });
    for (const Face* f : order) {
        const bool front = f->normal.dot(eye - f->corners.front()) > 0;
        const QColor colour = front ? f->face : f->back;
        const QPolygonF shape = projected(f->corners, m, size);
        painter.setPen(QPen(colour.darker(135), 0.8));
        painter.setBrush(colour);
        if (front && f->print >= 0)
            paintPrint(painter, *f, shape, scene.prints[size_t(f->print)]);
        else
            painter.drawPolygon(shape);
    }
    for (const Edge& e : scene.edges)
        if (e.width > 2) { // what is marked shows through
            painter.setPen(QPen(e.colour, e.width));
            painter.drawLine(toPixels(m * e.from.homogeneous(), size),
                             toPixels(m * e.to.homogeneous(), size));
        }
}

} // namespace hl
