#include "app/look/theme.h"
#include "app/standing/painter.h"
#include <QPainter>
#include <QPainterPath>
#include <algorithm>

namespace hl {
namespace {

QPolygonF projected(const std::vector<Vec3>& corners, const Mat4& m, const QSizeF& size) {
    QPolygonF out;
    for (const Vec3& p : corners)
        out << toPixels(m * p.homogeneous(), size);
    return out;
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
    for (const Face& f : scene.faces) {
        std::vector<Vec3> flat = f.corners;
        for (Vec3& p : flat)
            p.z() = 0;
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
        painter.setPen(QPen(colour.darker(135), 0.8));
        painter.setBrush(colour);
        painter.drawPolygon(projected(f->corners, m, size));
    }
    for (const Edge& e : scene.edges)
        if (e.width > 2) { // what is marked shows through
            painter.setPen(QPen(e.colour, e.width));
            painter.drawLine(toPixels(m * e.from.homogeneous(), size),
                             toPixels(m * e.to.homogeneous(), size));
        }
}

} // namespace hl
