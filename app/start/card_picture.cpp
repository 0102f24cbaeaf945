#include "app/start/card_picture.h"
#include "app/look/theme.h"
#include "app/standing/painter.h"
#include <QPainter>
#include <QTimer>
#include <algorithm>
#include <utility>

namespace hl::app {
namespace {

constexpr double restOpening = 100;

} // namespace

CardPicture::CardPicture(QWidget* parent) : QWidget(parent) {
    setMinimumSize(60, 44);
    motion_.setDuration(2600);
    motion_.setEasingCurve(QEasingCurve::InOutSine);
    connect(&motion_, &QVariantAnimation::valueChanged, this, [this](const QVariant& v) {
        opening_ = v.toDouble();
        update();
    });
}

void CardPicture::show(PicturedPtr pictured) {
    pictured_ = std::move(pictured);
    if (!pictured_)
        return;
    const Case& c = *pictured_->folded;
    const double first = c.first(), last = c.last(), shown = c.assembly.display.at;
    // A plain card is shown a little wider than it stands, so that one sees into it.
    rest_ =
        std::min(last, c.linkage.course.plain() && last > 179 && shown == 90 ? restOpening : shown);
    opening_ = rest_;
    motion_.setKeyValues({{0.0, rest_}, {0.45, first + 0.02 * (last - first)}, {1.0, rest_}});
    update();
}

void CardPicture::openSlowly() {
    if (pictured_ && motion_.state() != QAbstractAnimation::Running)
        motion_.start();
}

void CardPicture::rest() {
    motion_.stop();
    opening_ = rest_;
    update();
}

void CardPicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    if (ask_)
        QTimer::singleShot(0, this, std::exchange(ask_, nullptr));
    if (!pictured_)
        return paintGround(painter, size());
    const Case& c = *pictured_->folded;
    const PutDown& stance = pictured_->put;
    const Scene scene = sceneOf(c, poseAt(c.linkage, c.motion, opening_), stance, {},
                                {&pictured_->flats, &pictured_->upright});
    Camera camera;
    std::vector<Pose> shown; // on the way from rest to closed and back
    for (const double part : {0.0, 0.5, 0.98})
        shown.push_back(poseAt(c.linkage, c.motion, rest_ + part * (c.first() - rest_)));
    frame(camera, c, shown, stance, size());
    paintScene(painter, scene, camera, size());
}

} // namespace hl::app
