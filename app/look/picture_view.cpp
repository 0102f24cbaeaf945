#include "app/look/picture_view.h"
#include "app/look/paint_picture.h"
#include "app/look/theme.h"
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>

namespace hl::app {
namespace {

constexpr double pixelsPerMm = 3.9; // so that small words come out at 11 pixels

} // namespace

PictureView::PictureView(QWidget* parent) : QWidget(parent) {
    setMinimumSize(120, 90);
    setAttribute(Qt::WA_OpaquePaintEvent);
}

void PictureView::show(const Picture& picture) {
    picture_ = picture;
    setAccessibleName(QString::fromStdString(picture.caption));
    update();
}

QSizeF PictureView::room() const { return QSizeF(size()) / pixelsPerMm; }

double PictureView::scale() const {
    if (picture_.width <= 0 || picture_.height <= 0)
        return 1;
    return std::min(width() / picture_.width, height() / picture_.height);
}

QPointF PictureView::toPixels(const Vec2& at) const {
    const double s = scale();
    return {(width() - s * picture_.width) / 2 + s * at.x(),
            (height() - s * picture_.height) / 2 + s * at.y()};
}

Vec2 PictureView::toPicture(const QPointF& p) const {
    const double s = scale();
    return {(p.x() - (width() - s * picture_.width) / 2) / s,
            (p.y() - (height() - s * picture_.height) / 2) / s};
}

void PictureView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), theme().ground);
    p.setRenderHint(QPainter::Antialiasing);
    const double s = scale();
    const QPointF corner = toPixels({0, 0});
    paintPicture(p, picture_, QTransform(s, 0, 0, s, corner.x(), corner.y()));
}

void PictureView::mousePressEvent(QMouseEvent* e) {
    const Vec2 at = toPicture(e->position());
    emit pressed({at.x(), at.y()});
}

void PictureView::mouseMoveEvent(QMouseEvent* e) {
    if (e->buttons() & Qt::LeftButton)
        mousePressEvent(e);
}

void PictureView::resizeEvent(QResizeEvent*) { emit resized(); }

} // namespace hl::app
