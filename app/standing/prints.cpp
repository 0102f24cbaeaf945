#include "app/standing/prints.h"
#include "core/assembly/print_place.h"
#include "core/design/images.h"
#include "core/picture/svg_links.h"
#include <QCache>
#include <QCryptographicHash>
#include <QFile>
#include <QMutex>
#include <QPainter>
#include <QSvgRenderer>

namespace hl::app {
namespace {

// Pictures that a design holds are many times asked for and seldom there anew.
QMutex keeping; // of what is kept: sheets are laid out on a worker

QString digestOf(const Bytes& bytes) {
    const QMutexLocker lock(&keeping);
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
    // A drawing may come from a stranger: it leads nowhere.
    QSvgRenderer svg(QByteArray::fromStdString(withoutLinks(drawing.toStdString()).drawing));
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
    {
        const QMutexLocker lock(&keeping);
        if (const QImage* known = kept.object(key))
            return *known;
    }
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
    const QMutexLocker lock(&keeping);
    kept.insert(key, image);
    return out;
}

std::shared_ptr<const Pixels> pixelsOf(const QImage& from) {
    const QImage image = from.convertToFormat(QImage::Format_ARGB32_Premultiplied);
    auto pixels = std::make_shared<Pixels>();
    pixels->width = image.width();
    pixels->height = image.height();
    for (int y = 0; y < image.height(); ++y) {
        const auto* row = reinterpret_cast<const QRgb*>(image.constScanLine(y));
        pixels->argb.insert(pixels->argb.end(), row, row + image.width());
    }
    return pixels;
}

PrintedArea printedArea(std::shared_ptr<const Case> folded, std::vector<Vec2> upright) {
    static constexpr double finest = 6; // pixels a mm
    static constexpr int most = 2400;   // pixels a side
    return [folded = std::move(folded), upright = std::move(upright)](int part, const Vec2& low,
                                                                      const Vec2& high) {
        const Case& c = *folded;
        const Print print = printOf(c.design, stockOf(c.design, c.assembly.parts[size_t(part)]));
        const Vec2 size = high - low;
        if (print.plain() || print.width <= 0 || size.minCoeff() <= 0)
            return std::shared_ptr<const Pixels>();
        const double perMm = std::min(finest, most / size.maxCoeff());
        QImage area(std::max(1, int(size.x() * perMm)), std::max(1, int(size.y() * perMm)),
                    QImage::Format_ARGB32_Premultiplied);
        const PrintPlace place = printPlace(c.design, c.assembly, part, print, &upright);
        const QImage tile = printImage(print, std::clamp(int(print.width * perMm), 24, 600));
        const Vec2 middle = place.middle.x() * place.right + place.middle.y() * place.up;
        QTransform to;
        to.translate((middle.x() - low.x()) * perMm, (high.y() - middle.y()) * perMm);
        to.rotate(std::atan2(place.up.x(), place.up.y()) * 180 / pi);
        const double scale = print.width * perMm / tile.width();
        to.scale(scale, scale);
        to.translate(-tile.width() / 2.0, -tile.height() / 2.0);
        QBrush brush(tile);
        brush.setTransform(to);
        QPainter painter(&area);
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        painter.fillRect(area.rect(), brush);
        painter.end();
        return pixelsOf(area);
    };
}

} // namespace hl::app
