#include "app/dress/thing_list.h"
#include "app/look/plain_tip.h"
#include "app/look/theme.h"
#include "app/standing/dropped.h"
#include "core/prove/saying.h"
#include "core/structures/family.h"
#include "core/structures/layers/shape.h"
#include "core/structures/naming.h"
#include <QMimeData>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

namespace hl::app {
namespace {

constexpr int side = 34; // pixels of an icon

QPixmap blankIcon() {
    QPixmap pixels(side, side);
    pixels.fill(Qt::transparent);
    return pixels;
}

QIcon shapeIcon(size_t shape) {
    QPixmap pixels = blankIcon();
    QPainter p(&pixels);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(theme().ink, 1.2));
    p.setBrush(theme().raised);
    const bool wide = shape == size_t(CutShape::Banner) || shape == size_t(CutShape::Label) ||
                      shape == size_t(CutShape::Hill) || shape == size_t(CutShape::Cloud);
    QPolygonF outline;
    for (const Vec2& q : shapeOf(CutShape(shape), 26, wide ? 16 : 26, 6, {}))
        outline << QPointF(side / 2.0 + q.x(), side / 2.0 - q.y());
    p.drawPolygon(outline);
    return QIcon(pixels);
}

QIcon drawingIcon() {
    QPixmap pixels = blankIcon();
    QPainter p(&pixels);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(theme().ink, 1.2));
    QPainterPath leaf(QPointF(6, 28));
    leaf.cubicTo(2, 12, 14, 4, 28, 6);
    leaf.cubicTo(30, 20, 22, 30, 6, 28);
    p.fillPath(leaf, QColor(176, 190, 150));
    p.drawPath(leaf);
    p.drawLine(QPointF(6, 28), QPointF(22, 12));
    return QIcon(pixels);
}

// Letters; a band of film; else a thread with what hangs on it.
QIcon bandIcon(const Family& f) {
    QPixmap pixels = blankIcon();
    QPainter p(&pixels);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(theme().ink, 1.2));
    QPainterPath line(QPointF(3, 9));
    line.quadTo(QPointF(side / 2.0, f.clear ? 27 : 22), QPointF(side - 3, 9));
    if (f.lettering) {
        QFont font = p.font();
        font.setPixelSize(20);
        p.setFont(font);
        p.drawText(pixels.rect(), Qt::AlignCenter, "Aa");
    } else if (f.clear) {
        QPainterPath band = line;
        band.lineTo(side - 3, 17);
        band.quadTo(QPointF(side / 2.0, 35), QPointF(3, 17));
        band.closeSubpath();
        p.fillPath(band, QColor(190, 212, 208, 120));
        p.drawPath(band);
    } else {
        p.drawPath(line);
        p.setBrush(theme().raised);
        for (const double x : {9.0, 17.0, 25.0}) {
            const double y = 14 - std::fabs(x - 17) * 0.22;
            p.drawPolygon(QPolygonF({{x - 3, y}, {x + 3, y}, {x, y + 9}}));
        }
    }
    return QIcon(pixels);
}

} // namespace

ThingList::ThingList() {
    setViewMode(QListView::IconMode);
    setIconSize({side, side});
    setGridSize({side + 10, side + 10});
    setResizeMode(QListView::Adjust);
    setMovement(QListView::Static);
    setDragEnabled(true);
    const auto add = [this](const QString& thing, const QString& name, const QIcon& icon) {
        auto* item = new QListWidgetItem(icon, QString(), this);
        item->setData(Qt::UserRole, thing);
        item->setData(Qt::UserRole + 1, name);
        item->setData(Qt::AccessibleTextRole, name);
        item->setToolTip(plainTip(name));
    };
    const Family& figure = familyThat(&Family::figure);
    const QString figures = QString::fromStdString(figure.id),
                  called = QString::fromStdString(capital(figure.name));
    for (size_t i = 0; i < shapeWords().size(); ++i)
        if (shapeWords()[i] != "drawn") {
            const QString word = QString::fromStdString(shapeWords()[i]);
            add(figures + " " + word, tr("%1: %2").arg(called, word), shapeIcon(i));
        }
    add(figures + " drawn", tr("%1: a drawing of your own, cut out").arg(called), drawingIcon());
    for (const Family& f : families())
        if (f.adorns && f.texts)
            add(QString::fromStdString(f.id),
                QString::fromStdString(capital(f.name) + ": " + f.purpose), bandIcon(f));
}

QMimeData* ThingList::mimeData(const QList<QListWidgetItem*>& items) const {
    auto* data = new QMimeData;
    if (!items.isEmpty())
        data->setData(thingMime, items.front()->data(Qt::UserRole).toString().toUtf8());
    return data;
}

} // namespace hl::app
