#include "app/look/paint_picture.h"
#include "app/look/theme.h"
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace hl::app {
namespace {

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
    case Tint::Given:
    case Tint::Paper:
        return QColor(QString::fromStdString(onPaper(c)));
    case Tint::Heat:
        return mix(t.dark ? t.ground.lighter(120) : t.ground.darker(104), t.accent, c.level);
    case Tint::Code:
        return lineColour(c.code);
    case Tint::None:
        break;
    }
    return Qt::transparent;
}

// The window's backend for pictures: pixels from millimetres by `to`.
struct Painter {
    QPainter& p;
    const QTransform& to;
    double scale; // pixels per mm
    bool onWhite = false;

    QColor colour(const Colour& c) const {
        return !onWhite               ? colourOf(c)
               : c.tint == Tint::None ? QColor(Qt::transparent)
                                      : QColor(QString::fromStdString(onPaper(c)));
    }

    QPolygonF placed(const std::vector<Vec2>& points) const {
        QPolygonF line;
        for (const Vec2& q : points)
            line << to.map(QPointF(q.x(), q.y()));
        return line;
    }
    void operator()(const Shape& shape) const {
        QPen pen(Qt::NoPen);
        if (shape.line.tint != Tint::None) {
            pen = QPen(colour(shape.line), std::max(1.0, shape.width * scale), Qt::SolidLine,
                       Qt::RoundCap, Qt::RoundJoin);
            if (!shape.dashes.empty()) {
                QList<qreal> dashes;
                for (double d : shape.dashes)
                    dashes << std::max(1.0, d * scale) / pen.widthF();
                pen.setDashPattern(dashes);
                pen.setCapStyle(Qt::FlatCap);
            }
        }
        p.setPen(pen);
        // Cells of a map meet without a seam.
        p.setRenderHint(QPainter::Antialiasing, shape.fill.tint != Tint::Heat);
        p.setBrush(shape.fill.tint == Tint::None ? Qt::NoBrush : QBrush(colour(shape.fill)));
        if (shape.closed)
            p.drawPolygon(placed(shape.points));
        else
            p.drawPolyline(placed(shape.points));
    }
    void operator()(const Words& w) const {
        QFont f = p.font();
        f.setPixelSize(std::max(9, int(w.size * scale + 0.5)));
        p.setFont(f);
        p.setPen(colour(w.colour));
        const QString text = QString::fromStdString(w.text);
        const double wide = QFontMetricsF(f).horizontalAdvance(text);
        p.drawText(to.map(QPointF(w.at.x(), w.at.y())) - QPointF((w.align + 1) * wide / 2, 0),
                   text);
    }
    void operator()(const Image& m) const {
        if (!m.pixels || m.pixels->argb.empty())
            return;
        const QImage image(reinterpret_cast<const uchar*>(m.pixels->argb.data()), m.pixels->width,
                           m.pixels->height, 4 * m.pixels->width,
                           QImage::Format_ARGB32_Premultiplied);
        p.save();
        QPainterPath clip; // odd and even, as paths are filled unless they say otherwise
        for (const Ring& ring : m.clip) {
            clip.addPolygon(placed(ring));
            clip.closeSubpath();
        }
        if (!m.clip.empty())
            p.setClipPath(clip, Qt::IntersectClip);
        const double w = m.pixels->width, h = m.pixels->height;
        p.setRenderHint(QPainter::SmoothPixmapTransform);
        p.setTransform(QTransform(m.across.x() / w, m.across.y() / w, m.down.x() / h,
                                  m.down.y() / h, m.at.x(), m.at.y()) *
                           to,
                       true);
        p.drawImage(0, 0, image);
        p.restore();
    }
};

} // namespace

void paintPicture(QPainter& p, const Picture& picture, const QTransform& to, bool onPaper) {
    const Painter painter{p, to, std::sqrt(std::fabs(to.determinant())), onPaper};
    for (const Item& item : picture.items)
        std::visit(painter, item);
}

} // namespace hl::app
