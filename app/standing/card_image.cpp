#include "app/standing/card_image.h"
#include "app/session/paths.h"
#include "app/standing/painter.h"
#include "core/files/atomic_save.h"
#include "core/measure/number.h"
#include <QBuffer>
#include <QPainter>
#include <algorithm>
#include <cmath>

namespace hl::app {

QImage cardImage(const Pictured& card, double opening, const QSize& size) {
    const Case& c = *card.folded;
    const PutDown& stance = card.put;
    const double at = std::clamp(opening, c.first(), c.last());
    const Scene scene =
        sceneOf(c, poseAt(c.linkage, c.motion, at), stance, {}, {&card.flats, &card.upright});
    Camera camera;
    const double shown = std::clamp(c.assembly.display.at, c.first(), c.last());
    std::vector<Pose> poses; // as it is shown first: it says which side is the best
    for (const double part : {0.0, 0.5, 0.98})
        poses.push_back(poseAt(c.linkage, c.motion, shown + part * (c.first() - shown)));
    poses.push_back(poseAt(c.linkage, c.motion, at));
    frame(camera, c, poses, stance, size);
    QImage out(size, QImage::Format_RGB32);
    QPainter painter(&out);
    paintGround(painter, size);
    paintScene(painter, scene, camera, size);
    return out;
}

std::vector<QImage> cardFilm(const Pictured& card, int frames, const QSize& size) {
    const Case& c = *card.folded;
    const double shown = std::clamp(c.assembly.display.at, c.first(), c.last());
    std::vector<QImage> out;
    for (int i = 0; i < frames; ++i) { // slow at both ends, as a hand is
        const double turn = (1 - std::cos(2 * pi * i / frames)) / 2;
        out.push_back(cardImage(card, c.first() + turn * (shown - c.first()), size));
    }
    return out;
}

Trouble savePicture(const QImage& image, const QString& path) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    if (!buffer.open(QIODevice::WriteOnly) || !image.save(&buffer, "PNG"))
        return Problem{bytesOf(path), "the picture could not be made", "ask for a smaller one"};
    return saveFile(bytesOf(path), bytes.toStdString());
}

} // namespace hl::app
