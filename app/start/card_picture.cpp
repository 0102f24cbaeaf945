#include "app/start/card_picture.h"
#include "app/standing/painter.h"
#include <QPainter>

namespace hl {
namespace {

constexpr double restOpening = 100;

} // namespace

CardPicture::CardPicture(std::shared_ptr<const Case> folded, QWidget* parent)
    : QWidget(parent), folded_(std::move(folded)) {
    setMinimumSize(130, 90);
    motion_.setDuration(2600);
    motion_.setKeyValues({{0.0, restOpening}, {0.45, 4.0}, {1.0, restOpening}});
    motion_.setEasingCurve(QEasingCurve::InOutSine);
    connect(&motion_, &QVariantAnimation::valueChanged, this, [this](const QVariant& v) {
        opening_ = v.toDouble();
        update();
    });
}

void CardPicture::openSlowly() {
    if (motion_.state() != QAbstractAnimation::Running)
        motion_.start();
}

void CardPicture::rest() {
    motion_.stop();
    opening_ = restOpening;
    update();
}

void CardPicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Stance stance = naturalStance(folded_->design);
    const Scene scene =
        sceneOf(*folded_, poseAt(folded_->linkage, folded_->motion, opening_), stance, {});
    Camera camera;
    frame(camera, folded_->design, stance);
    camera.zoom = 0.96;
    const double ratio = devicePixelRatioF();
    const QImage image = GlPainter::shared().paint(scene, camera, size() * ratio, ratio);
    if (image.isNull())
        paintSoftly(painter, scene, camera, size());
    else
        painter.drawImage(QPointF(0, 0), image);
}

} // namespace hl
