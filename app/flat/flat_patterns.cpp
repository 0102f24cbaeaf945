// The pattern of a mat, dragged in the flat view by the middle of a tile or turned by its knob.
#include "app/flat/flat_view.h"
#include "app/look/theme.h"
#include <QLineF>
#include <QPainter>

namespace hl::app {
namespace {

constexpr double grasp = 12, knobBeyond = 18; // pixels

} // namespace

std::optional<Laid> FlatView::selectedPattern() const {
    const std::string id = session_.selection().structure().toStdString();
    if (id.empty() || !built_ || show_ != Show::Parts || !session_.current() ||
        session_.placing().tool() != Placing::Tool::Select)
        return {};
    auto laid = laidOf(*built_, id, &upright_);
    return laid && laid->pattern ? laid : std::nullopt;
}

QPointF FlatView::patternHandle(const Laid& l, bool knob) const {
    const Assembly& a = built_->assembly;
    const std::string& part = a.parts[size_t(a.panels[size_t(l.host)].part)].id;
    return pixelOf(part, knob ? l.knob(knobBeyond / scale_) : l.middle());
}

bool FlatView::pressPattern(const QPointF& pixel) {
    const auto laid = selectedPattern();
    if (!laid)
        return false;
    for (bool knob : {true, false})
        if (QLineF(pixel, patternHandle(*laid, knob)).length() < grasp) {
            pattern_ = laid;
            patternOf_ = built_;
            patternBy_ = knob ? Hold::Knob : Hold::Middle;
            patternFrom_ = spotAt(pixel, built_->assembly.panels[size_t(laid->host)].part).at;
            gesture_ = QString("drag %1").arg(++gestures_);
            return true;
        }
    return false;
}

void FlatView::dragPattern(const QPointF& pixel, bool fine) {
    const int part = patternOf_->assembly.panels[size_t(pattern_->host)].part;
    const Dragged next = dragLaid(*patternOf_, *pattern_, patternBy_, patternFrom_,
                                  spotAt(pixel, part).at, 6 / scale_, fine);
    session_.tryEdit(
        [&](Design& d) {
            for (auto& [name, m] : next.set)
                (*d.setOf(pattern_->structure))[name] = m;
        },
        patternBy_ == Hold::Middle ? tr("Move its pattern") : tr("Turn it"), gesture_);
}

void FlatView::paintPattern(QPainter& painter) const {
    const auto laid = selectedPattern();
    if (!laid)
        return;
    const QPointF middle = patternHandle(*laid, false), knob = patternHandle(*laid, true);
    painter.setPen(QPen(theme().accent, 1.5));
    painter.setBrush(theme().panel);
    painter.drawLine(middle, knob);
    painter.drawEllipse(middle, 7, 7);
    painter.drawEllipse(knob, 5, 5);
}

} // namespace hl::app
