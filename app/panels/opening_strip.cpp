#include "app/panels/opening_strip.h"
#include "app/look/theme.h"
#include "core/prove/saying.h"
#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>
#include <cmath>

namespace hl::app {
namespace {

constexpr int side = 18, trackTop = 17, ribbonTop = 40, ribbonHeight = 11, ribbonGap = 3;
constexpr int labelWidth = 74;

} // namespace

OpeningStrip::OpeningStrip(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("opening-strip");
    setAccessibleName(tr("Opening"));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::SizeHorCursor);
    connect(&session_, &Session::openingChanged, this, [this] { update(); });
    connect(&session_, &Session::snapshotChanged, this, [this] {
        updateGeometry();
        update();
    });
}

std::vector<const char*> OpeningStrip::ribbons() const {
    std::vector<const char*> out;
    if (session_.snapshot())
        for (const Rule& rule : rules())
            for (const Finding& f : session_.snapshot()->findings)
                if (f.rule == rule.id) {
                    out.push_back(rule.id);
                    break;
                }
    return out;
}

// Two ribbons always have room, so that little jumps while editing.
QSize OpeningStrip::sizeHint() const {
    return {500, ribbonTop + std::max(2, int(ribbons().size())) * (ribbonHeight + ribbonGap) + 4};
}
QSize OpeningStrip::minimumSizeHint() const { return {240, sizeHint().height()}; }

QRectF OpeningStrip::track() const {
    return QRectF(labelWidth + side, trackTop, width() - labelWidth - 2 * side, 8);
}

double OpeningStrip::xOf(double opening) const {
    const QRectF t = track();
    const double first = session_.first(), last = session_.last();
    return t.left() + t.width() * std::clamp((opening - first) / (last - first), 0.0, 1.0);
}

// Marks every ten degrees of a card that only opens; else every ten of each stage, its ends in
// the driver's own values.
std::vector<OpeningStrip::Tick> OpeningStrip::ticks() const {
    std::vector<Tick> out;
    const Course* course =
        session_.snapshot() ? &session_.snapshot()->folded->linkage.course : nullptr;
    if (!course || course->plain()) {
        const int first = int(std::ceil(session_.first() / 10)) * 10;
        for (int d = first; d <= session_.last(); d += 10)
            out.push_back({double(d), d % 30 == 0 ? QString("%1°").arg(d) : QString()});
        return out;
    }
    const Case& c = *session_.snapshot()->folded;
    for (const Course::Leg& leg : course->legs()) {
        if (!out.empty() && leg.begin < out.back().at) // goes along with the one before
            continue;
        const bool slide = c.linkage.joints[size_t(leg.joint)].freedom == Freedom::Slide;
        const QString unit = slide ? tr(" mm") : QString("°");
        const bool first = leg.begin == course->begin();
        const QString from = QString::number(std::lround(leg.shownFrom)) + unit,
                      to = QString::number(std::lround(leg.shownTo)) + unit;
        if (first)
            out.push_back({leg.begin, from});
        else if (out.back().text != from)
            out.back().text += " · " + from;
        for (double at = leg.begin + 10; at < leg.end - 5; at += 10)
            out.push_back({at, {}});
        out.push_back({leg.end, to});
    }
    return out;
}

QString OpeningStrip::scaleName() const {
    if (!session_.snapshot())
        return tr("Opening");
    const Case& c = *session_.snapshot()->folded;
    return c.linkage.course.plain() || c.linkage.course.legs().empty()
               ? tr("Opening")
               : QString::fromStdString(
                     capital(sayJoint(c, c.linkage.course.legAt(session_.opening()).joint)));
}

double OpeningStrip::shownDegrees() const {
    if (!session_.snapshot())
        return session_.opening();
    const Course& course = session_.snapshot()->folded->linkage.course;
    if (course.legs().empty())
        return 180;
    const Course::Leg& leg = course.legAt(session_.opening());
    return std::clamp(leg.shown(session_.opening()), 0.0, 180.0);
}

QRectF OpeningStrip::ribbon(int index, double from, double to) const {
    const double x0 = xOf(from), x1 = xOf(to);
    return QRectF(x0 - (x1 - x0 < 5 ? 2.5 : 0), ribbonTop + index * (ribbonHeight + ribbonGap),
                  std::max(5.0, x1 - x0), ribbonHeight);
}

void OpeningStrip::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), theme().panel);
    QFont small = font();
    small.setPointSizeF(font().pointSizeF() * 0.82);
    p.setFont(small);
    paintScale(p);
    paintRibbons(p);
    paintHandle(p);
}

void OpeningStrip::paintScale(QPainter& p) const {
    const Theme& t = theme();
    const QRectF line = track();
    p.setPen(t.quiet);
    double free = -1e9; // where there is room for the next text
    for (const Tick& tick : ticks()) {
        const double x = xOf(tick.at), half = p.fontMetrics().horizontalAdvance(tick.text) / 2.0;
        const bool major = !tick.text.isEmpty();
        p.setPen(QPen(major ? t.quiet : t.rule, 1));
        p.drawLine(QPointF(x, line.bottom() + 1), QPointF(x, line.bottom() + (major ? 7 : 4)));
        if (major && x - half > free) {
            free = x + half + 4;
            p.setPen(t.quiet);
            p.drawText(QRectF(x - half - 1, 0, 2 * half + 2, trackTop - 3),
                       Qt::AlignHCenter | Qt::AlignBottom, tick.text);
        }
    }
    p.drawText(QRectF(8, 0, labelWidth, trackTop + 10), Qt::AlignVCenter | Qt::AlignLeft,
               p.fontMetrics().elidedText(scaleName(), Qt::ElideRight, int(labelWidth)));
    p.setPen(Qt::NoPen);
    p.setBrush(t.rule);
    p.drawRoundedRect(line, 4, 4);
    QRectF done = line;
    done.setRight(xOf(session_.opening()));
    p.setBrush(t.accent);
    p.drawRoundedRect(done, 4, 4);
}

// Colour and texture both tell how grave it is, the name which rule it is.
void OpeningStrip::paintRibbons(QPainter& p) const {
    const Theme& t = theme();
    const QRectF line = track();
    const auto rows = ribbons();
    for (size_t i = 0; i < rows.size(); ++i) {
        auto rule = std::find_if(hl::rules().begin(), hl::rules().end(),
                                 [&](const Rule& r) { return r.id == rows[i]; });
        p.setPen(t.quiet);
        p.drawText(QRectF(8, ribbonTop + int(i) * (ribbonHeight + ribbonGap) - 2, labelWidth,
                          ribbonHeight + 4),
                   Qt::AlignVCenter | Qt::AlignLeft, tr(rule->title));
        p.setPen(QPen(t.rule, 1));
        const QRectF whole = ribbon(int(i), session_.first(), session_.last());
        p.drawLine(QPointF(whole.left(), whole.center().y()),
                   QPointF(whole.right(), whole.center().y()));
        for (const Finding& f : session_.snapshot()->findings) {
            if (f.rule != std::string(rows[i]))
                continue;
            const QRectF r = ribbon(int(i), f.openingFrom, f.openingTo);
            const QColor c = severityColour(f.severity);
            p.setPen(QPen(c, 1.2));
            p.setBrush(f.severity == Severity::Stop
                           ? QBrush(c)
                           : QBrush(c, f.severity == Severity::Caution ? Qt::BDiagPattern
                                                                       : Qt::Dense5Pattern));
            p.drawRoundedRect(r, 2, 2);
        }
    }
    if (rows.empty() && session_.snapshot() && session_.snapshot()->stage >= Snapshot::Proved) {
        p.setPen(t.quiet);
        p.drawText(QRectF(line.left(), ribbonTop, line.width(), 24),
                   Qt::AlignLeft | Qt::AlignVCenter, tr("Nothing to report at any opening."));
    }
}

// The handle is a folded card seen from its edge: it opens as the card does.
void OpeningStrip::paintHandle(QPainter& p) const {
    const Theme& t = theme();
    const QRectF line = track();
    const double x = xOf(session_.opening());
    p.setPen(QPen(t.accent, 1, Qt::DotLine));
    if (!ribbons().empty())
        p.drawLine(QPointF(x, line.bottom()), QPointF(x, height() - 4));
    const double half = shownDegrees() * pi / 360;
    const QPointF base(x, line.center().y() + 7);
    p.setPen(Qt::NoPen);
    p.setBrush(t.raised);
    p.drawEllipse(QPointF(x, line.center().y()), 11, 11);
    p.setPen(QPen(hasFocus() ? t.ink : t.accent, hasFocus() ? 2.4 : 1.8));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(QPointF(x, line.center().y()), 10, 10);
    p.setPen(QPen(t.accent, 2.2, Qt::SolidLine, Qt::RoundCap));
    for (double way : {-1.0, 1.0})
        p.drawLine(base - QPointF(0, 3),
                   base - QPointF(0, 3) + 8 * QPointF(way * std::sin(half), -std::cos(half)));
}

void OpeningStrip::scrub(double x) {
    const QRectF t = track();
    const double first = session_.first(), last = session_.last();
    const double degrees = first + (x - t.left()) / t.width() * (last - first);
    session_.setOpening(std::round(degrees));
}

void OpeningStrip::mousePressEvent(QMouseEvent* e) {
    setFocus();
    scrub(e->position().x());
}

void OpeningStrip::mouseMoveEvent(QMouseEvent* e) {
    if (!(e->buttons() & Qt::LeftButton))
        return;
    emit scrubbing(true);
    scrub(e->position().x());
}

void OpeningStrip::mouseReleaseEvent(QMouseEvent*) { emit scrubbing(false); }

void OpeningStrip::wheelEvent(QWheelEvent* e) {
    session_.setOpening(session_.opening() + e->angleDelta().y() / 60.0);
    e->accept();
}

void OpeningStrip::keyPressEvent(QKeyEvent* e) {
    const double now = session_.opening(), step = e->modifiers() & Qt::ShiftModifier ? 0.1 : 1;
    switch (e->key()) {
    case Qt::Key_Left:
    case Qt::Key_Down:
        session_.setOpening(now - step);
        break;
    case Qt::Key_Right:
    case Qt::Key_Up:
        session_.setOpening(now + step);
        break;
    case Qt::Key_PageUp:
        session_.setOpening(now + 15);
        break;
    case Qt::Key_PageDown:
        session_.setOpening(now - 15);
        break;
    case Qt::Key_Home:
        session_.setOpening(session_.first());
        break;
    case Qt::Key_End:
        session_.setOpening(session_.last());
        break;
    default:
        QWidget::keyPressEvent(e);
    }
}

bool OpeningStrip::event(QEvent* e) {
    if (e->type() == QEvent::ToolTip && session_.snapshot()) {
        const QPointF at = static_cast<QHelpEvent*>(e)->pos();
        const auto rows = ribbons();
        for (const Finding& f : session_.snapshot()->findings)
            for (size_t i = 0; i < rows.size(); ++i)
                if (f.rule == rows[i] && ribbon(int(i), f.openingFrom, f.openingTo).contains(at)) {
                    QToolTip::showText(static_cast<QHelpEvent*>(e)->globalPos(),
                                       QString::fromStdString(f.message), this);
                    return true;
                }
        QToolTip::hideText();
        return true;
    }
    return QWidget::event(e);
}

} // namespace hl::app
