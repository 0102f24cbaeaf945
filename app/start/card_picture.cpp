#include "app/start/card_picture.h"
#include "app/standing/painter.h"
#include <QPainter>
#include <algorithm>

namespace hl {
namespace {

constexpr double restOpening = 100;

} // namespace

CardPicture::CardPicture(std::shared_ptr<const Case> folded, QWidget* parent)
    : QWidget(parent), folded_(std::move(folded)) {
    setMinimumSize(130, 90);
    motion_.setDuration(2600);
    const double first = folded_->first(), last = folded_->last();
    const double shown = folded_->assembly.display.at;
    // A plain card is shown a little wider than it stands, so that one sees into it.
    rest_ = std::min(
        last, folded_->linkage.course.plain() && last > 179 && shown == 90 ? restOpening : shown);
    opening_ = rest_;
    motion_.setKeyValues({{0.0, rest_}, {0.45, first + 0.02 * (last - first)}, {1.0, rest_}});
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
    opening_ = rest_;
    update();
}

void CardPicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Posture stance = naturalStance(folded_->design);
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
