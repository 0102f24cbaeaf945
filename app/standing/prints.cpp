#include "app/standing/prints.h"
#include <QCache>
#include <QFile>
#include <QPainter>
#include <QSvgRenderer>

namespace hl {

QImage printImage(const Print& print, int pixels) {
    static QCache<QString, QImage> kept(60);
    const QString key =
        QString("%1 %2 %3 %4 %5")
            .arg(print.tile->id, QString::fromStdString(print.face),
                 QString::fromStdString(print.ink), QString::fromStdString(print.accent))
            .arg(pixels);
    if (const QImage* known = kept.object(key))
        return *known;
    QFile file(QString(":/patterns/%1.svg").arg(print.tile->id));
    const QByteArray drawing =
        file.open(QIODevice::ReadOnly)
            ? QByteArray::fromStdString(inColours(file.readAll().toStdString(), print))
            : QByteArray();
    const int high = std::max(1, int(pixels * print.tile->height / print.tile->width + 0.5));
    auto* image = new QImage(pixels, high, QImage::Format_RGBA8888_Premultiplied);
    image->fill(QColor(QString::fromStdString(print.face)));
    QSvgRenderer svg(drawing);
    if (svg.isValid()) {
        QPainter p(image);
        p.setRenderHint(QPainter::Antialiasing);
        svg.render(&p, QRectF(0, 0, pixels, high));
    }
    const QImage out = *image;
    kept.insert(key, image);
    return out;
}

} // namespace hl
