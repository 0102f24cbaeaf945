#include "app/standing/laid_drag.h"
#include "app/look/theme.h"
#include "app/standing/standing_view.h"
#include "core/edit/groups.h"
#include <QPainter>
#include <algorithm>
#include <cmath>

namespace hl::app {
namespace {

constexpr double near = 9, draws = 6, beyond = 20; // pixels

double between(const QPointF& a, const QPointF& b) {
    return std::hypot(a.x() - b.x(), a.y() - b.y());
}

const std::string& hostOf(const Case& c, const Laid& l) {
    return c.assembly.panels[size_t(l.host)].id;
}

double perMm(const StandingView& view, const Case& c, const Laid& l) {
    const QPointF a = view.pixelOf(hostOf(c, l), l.middle()),
                  b = view.pixelOf(hostOf(c, l), l.middle() + 10 * l.up);
    return std::max(0.05, between(a, b) / 10);
}

} // namespace

std::optional<Laid> LaidDrag::selected() const {
    const std::string id = session_.selection().structure().toStdString();
    if (id.empty() || !session_.snapshot() || !session_.current())
        return {};
    return laidOf(*session_.snapshot()->folded, id, &session_.snapshot()->upright);
}

QPointF LaidDrag::handle(const StandingView& view, const Case& c, const Laid& l, int which) {
    return view.pixelOf(hostOf(c, l),
                        which < 4 ? l.corner(which) : l.knob(beyond / perMm(view, c, l)));
}

bool LaidDrag::press(const QPointF& pixel) {
    const auto laid = selected();
    if (!laid)
        return false;
    const auto& folded = session_.snapshot()->folded;
    const Vec2 at = view_.flatAt(hostOf(*folded, *laid), pixel);
    std::optional<Hold> hold;
    if (between(pixel, handle(view_, *folded, *laid, 4)) < near)
        hold = Hold::Knob;
    for (int i = 0; i < 4 && !laid->pattern; ++i)
        if (between(pixel, handle(view_, *folded, *laid, i)) < near)
            hold = Hold::Corner;
    if (laid->pattern) { // by its middle alone: a mat is what the view is turned by as well
        if (between(pixel, view_.pixelOf(hostOf(*folded, *laid), laid->middle())) < 1.5 * near)
            hold = Hold::Middle;
    } else if (!hold) {
        const Vec2 off = at - laid->middle();
        const QString panel = view_.panelAt(pixel);
        const bool its = panel.toStdString() == hostOf(*folded, *laid) ||
                         session_.thingsOf(QString::fromStdString(laid->structure))
                             .contains(panel.section('.', 0, 0));
        if (its && std::fabs(off.dot(laid->way())) < laid->width / 2 &&
            std::fabs(off.dot(leftOf(laid->way()))) < laid->height / 2)
            hold = Hold::Middle;
    }
    if (!hold)
        return false;
    folded_ = folded;
    start_ = *laid;
    hold_ = *hold;
    from_ = at;
    return true;
}

void LaidDrag::move(const QPointF& pixel, bool fine) {
    if (!folded_)
        return;
    const Vec2 to = view_.flatAt(hostOf(*folded_, start_), pixel);
    Dragged next =
        dragLaid(*folded_, start_, hold_, from_, to, draws / perMm(view_, *folded_, start_), fine);
    const Design& now = session_.design();
    if (!now.structure(start_.structure) && !now.group(start_.structure))
        return;
    Design moved = now;
    layTo(moved, *folded_, start_, next.set);
    guides_ = std::move(next.guides);
    view_.update();
    if (moved == now)
        return;
    // What its family refuses is as far as it goes.
    session_.tryEdit([&](Design& d) { d = moved; },
                     start_.pattern && hold_ == Hold::Middle ? QObject::tr("Move its pattern")
                     : hold_ == Hold::Middle                 ? QObject::tr("Move it on its panel")
                     : hold_ == Hold::Corner                 ? QObject::tr("Make it another size")
                                                             : QObject::tr("Turn it"),
                     "laid " + QString::fromStdString(start_.structure) +
                         QString::number(int(hold_)));
}

void LaidDrag::release() {
    folded_.reset();
    guides_.clear();
    view_.update();
}

void LaidDrag::paint(QPainter& painter) const {
    const auto laid = selected();
    if (!laid)
        return;
    const Case& c = *session_.snapshot()->folded;
    painter.setPen(QPen(theme().accent, 1, Qt::DashLine));
    for (const Guide& g : guides_)
        painter.drawLine(view_.pixelOf(hostOf(c, *laid), g.from),
                         view_.pixelOf(hostOf(c, *laid), g.to));
    painter.setPen(QPen(theme().accent, 1.5));
    painter.setBrush(theme().panel);
    const QPointF top = view_.pixelOf(hostOf(c, *laid), laid->knob(0)),
                  knob = handle(view_, c, *laid, 4);
    painter.drawLine(top, knob);
    painter.drawEllipse(knob, 5, 5);
    if (laid->pattern) {
        painter.drawEllipse(view_.pixelOf(hostOf(c, *laid), laid->middle()), 7, 7);
        return;
    }
    for (int i = 0; i < 4; ++i) {
        const QPointF at = handle(view_, c, *laid, i);
        painter.drawRect(QRectF(at - QPointF(4, 4), QSizeF(8, 8)));
    }
}

} // namespace hl::app
