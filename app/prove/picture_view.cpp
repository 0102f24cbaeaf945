#include "app/prove/picture_view.h"
#include "app/look/theme.h"
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>

namespace hl {
namespace {

constexpr double pixelsPerMm = 3.9; // so that small words come out at 11 pixels

QColor mix(const QColor& a, const QColor& b, double part) {
    return QColor::fromRgbF(float(a.redF() + part * (b.redF() - a.redF())),
                            float(a.greenF() + part * (b.greenF() - a.greenF())),
                            float(a.blueF() + part * (b.blueF() - a.blueF())));
}

QColor colourOf(const Colour& c) {
    const Theme& t = theme();
    switch (c.tint) {
    case Tint::Ink:
        return t.ink;
    case Tint::Quiet:
        return t.quiet;
    case Tint::Rule:
        return t.rule;
    case Tint::Accent:
        return t.accent;
    case Tint::Stop:
        return t.stop;
    case Tint::Caution:
        return t.caution;
    case Tint::Note:
        return t.note;
    case Tint::Ground:
        return t.ground;
    case Tint::Paper:
        return QColor(QString::fromStdString(onPaper(c)));
    case Tint::Heat:
        return mix(t.dark ? t.ground.lighter(120) : t.ground.darker(104), t.accent, c.level);
    case Tint::None:
        break;
    }
    return Qt::transparent;
}

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
    for (const Shape& shape : picture_.shapes) {
        QPolygonF line;
        for (const Vec2& q : shape.points)
            line << toPixels(q);
        QPen pen(Qt::NoPen);
        if (shape.line.tint != Tint::None) {
            pen = QPen(colourOf(shape.line), std::max(1.0, shape.width * s), Qt::SolidLine,
                       Qt::RoundCap, Qt::RoundJoin);
            if (!shape.dashes.empty()) {
                QList<qreal> dashes;
                for (double d : shape.dashes)
                    dashes << std::max(1.0, d * s) / pen.widthF();
                pen.setDashPattern(dashes);
                pen.setCapStyle(Qt::FlatCap);
            }
        }
        p.setPen(pen);
        // Cells of a map meet without a seam.
        p.setRenderHint(QPainter::Antialiasing, shape.fill.tint != Tint::Heat);
        p.setBrush(shape.fill.tint == Tint::None ? Qt::NoBrush : QBrush(colourOf(shape.fill)));
        if (shape.closed)
            p.drawPolygon(line);
        else
            p.drawPolyline(line);
    }
    for (const Words& w : picture_.words) {
        QFont f = font();
        f.setPixelSize(std::max(9, int(w.size * s + 0.5)));
        p.setFont(f);
        p.setPen(colourOf(w.colour));
        const QString text = QString::fromStdString(w.text);
        const double wide = QFontMetricsF(f).horizontalAdvance(text);
        p.drawText(toPixels(w.at) - QPointF((w.align + 1) * wide / 2, 0), text);
    }
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

} // namespace hl
