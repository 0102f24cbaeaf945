#include "app/standing/prints.h"
#include "core/design/images.h"
#include <QCache>
#include <QCryptographicHash>
#include <QFile>
#include <QPainter>
#include <QSvgRenderer>

namespace hl {
namespace {

// Pictures that a design holds are many times asked for and seldom there anew.
QString digestOf(const Bytes& bytes) {
    static QCache<const void*, QPair<Bytes, QString>> kept(60); // which keeps the bytes as well
    const void* key = bytes.text().data();
    if (const auto* known = kept.object(key))
        return known->second;
    const QString digest = QString::fromLatin1(
        QCryptographicHash::hash(
            QByteArray::fromRawData(bytes.text().data(), qsizetype(bytes.text().size())),
            QCryptographicHash::Sha1)
            .toHex());
    kept.insert(key, new QPair<Bytes, QString>(bytes, digest));
    return digest;
}

void drawSvg(QImage& image, const QByteArray& drawing) {
    QSvgRenderer svg(drawing);
    if (!svg.isValid())
        return;
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    svg.render(&p, QRectF(image.rect()));
}

} // namespace

QString printKey(const Print& print) {
    return QString("%1 %2 %3 %4")
        .arg(print.tile ? QString(print.tile->id) : digestOf(print.image),
             QString::fromStdString(print.face), QString::fromStdString(print.ink),
             QString::fromStdString(print.accent));
}

QImage printImage(const Print& print, int pixels) {
    static QCache<QString, QImage> kept(60);
    if (print.image.text().size() > 0) // there is more to see in a picture than in a tile
        pixels *= 4;
    const QString key = QString("%1 %2").arg(printKey(print)).arg(pixels);
    if (const QImage* known = kept.object(key))
        return *known;
    const int high =
        std::clamp(int(pixels * print.height / std::max(print.width, 1e-6) + 0.5), 1, 8 * pixels);
    auto* image = new QImage(pixels, high, QImage::Format_RGBA8888_Premultiplied);
    image->fill(QColor(QString::fromStdString(print.face)));
    if (print.tile) {
        QFile file(QString(":/patterns/%1.svg").arg(print.tile->id));
        if (file.open(QIODevice::ReadOnly))
            drawSvg(*image,
                    QByteArray::fromStdString(inColours(file.readAll().toStdString(), print)));
    } else {
        const QByteArray bytes = QByteArray::fromStdString(print.image.text());
        const auto info = imageInfo(print.image);
        if (info && info->kind == ImageInfo::Svg) {
            drawSvg(*image, bytes);
        } else if (const QImage read = QImage::fromData(bytes); !read.isNull()) {
            QPainter p(image);
            p.setRenderHint(QPainter::SmoothPixmapTransform);
            // Made smaller by degrees, or its fine lines flicker.
            p.drawImage(image->rect(), read.scaled(image->size(), Qt::IgnoreAspectRatio,
                                                   Qt::SmoothTransformation));
        }
    }
    const QImage out = *image;
    kept.insert(key, image);
    return out;
}

} // namespace hl
