#include "app/flat/flat_view.h"
#include "app/look/nearness.h"
#include "app/look/paint_picture.h"
#include "app/look/theme.h"
#include "app/session/aside.h"
#include "app/standing/prints.h"
#include "core/assemble/assemble.h"
#include "core/assembly/print_place.h"
#include "core/edit/draw.h"
#include "core/edit/edit.h"
#include "core/edit/grip.h"
#include "core/structures/family.h"
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QScreen>
#include <algorithm>
#include <cmath>

namespace hl::app {
namespace {

constexpr double gap = 9;         // mm between parts
constexpr double creaseReach = 6; // pixels

} // namespace

FlatView::FlatView(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), drawing_(session), format_(sheetFormats().front()) {
    setObjectName("flat-view");
    setAccessibleName(tr("Flat parts"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    connect(&session_, &Session::snapshotChanged, this, [this] {
        rebuild();
        update();
    });
    session_.tellOf(worker_, tr("Laying out the sheets"));
    auto redraw = [this] { update(); };
    connect(&session_.selection(), &Selection::changed, this, redraw);
    connect(&session_.selection(), &Selection::hoverChanged, this, redraw);
    connect(&session_.placing(), &Placing::toolChanged, this, [this] {
        setCursor(session_.placing().tool() == Placing::Tool::Select ? Qt::ArrowCursor
                                                                     : Qt::CrossCursor);
        if (session_.placing().tool() == Placing::Tool::Select)
            drawing_.leave();
        update();
    });
}

void FlatView::setShow(Show show) {
    show_ = show;
    layOutSheets();
    fit();
}

void FlatView::setFormat(const SheetFormat& format) {
    const double margin = format_.margin;
    format_ = format;
    format_.margin = margin;
    layOutSheets();
}

void FlatView::setPatterns(bool shown) {
    patterns_ = shown;
    laidOut_.reset();
    layOutSheets();
}

PrintedArea FlatView::printed() const {
    return patterns_ && built_ ? printedArea(built_, upright_) : PrintedArea();
}

void FlatView::rebuild() {
    if (!session_.snapshot() || session_.snapshot()->folded == built_)
        return;
    // What a hand holds stays under it, at the same size.
    const bool held = hasHold();
    const QPointF was = held ? pixelOf(heldPart_, Vec2(0, 0)) : QPointF();
    const size_t had = parts_.size();
    built_ = session_.snapshot()->folded;
    upright_ = session_.snapshot()->upright;
    const Case& c = *built_;
    format_.margin = c.workshop.drawer.printer.margin;
    parts_.clear();
    // Columns from left to right, each as high as the first part, which is the card.
    double x = 0, y = 0, column = 0, tall = 0;
    const bool turned = c.design.card.spine == SpineSide::Top;
    for (const Pattern& p : *session_.snapshot()->patterns) {
        const Vec2 upright = p.high - p.low;
        const Vec2 size = turned ? Vec2(upright.y(), upright.x()) : upright;
        if (parts_.empty())
            tall = std::max(size.y(), 0.45 * size.x());
        if (y > 0 && y + size.y() > tall) {
            x += column + gap;
            y = column = 0;
        }
        const Vec2 corner = turned ? Vec2(p.low.y(), -p.high.x()) : p.low;
        parts_.push_back({p, Vec2(x, tall - y - size.y()) - corner, turned});
        column = std::max(column, size.x());
        y += size.y() + gap;
    }
    layOutSheets();
    if (held && show_ == Show::Parts && !was.isNull())
        origin_ += was - pixelOf(heldPart_, Vec2(0, 0));
    else if (fitted_ && !held && (parts_.size() != had || outgrown()))
        fit();
}

bool FlatView::hasHold() const { return grip_ || zone_ || pattern_ || draws_ || panning_; }

// Whether what is shown no longer fits, or would fit far larger: only then is it scaled anew.
bool FlatView::outgrown() const {
    constexpr double slack = 2, small = 0.7; // pixels; of the view that it could take
    const QRectF r = bounds();
    const QRectF seen =
        QRectF(toPixel({r.left(), r.top()}), toPixel({r.right(), r.bottom()})).normalized();
    return !QRectF(rect()).adjusted(-slack, -slack, slack, slack).contains(seen) ||
           std::max(seen.width() / width(), seen.height() / height()) < small;
}

// Laying out takes its time, so it is a worker's work; the sheets before stay until then.
void FlatView::layOutSheets() {
    if (!built_ || show_ != Show::Sheets)
        return;
    worker_.request([this, c = built_, format = format_,
                     printed = printed()](const Worker::Cancelled& cancelled) {
        auto sheets = layOut(c->design, c->assembly, format, printed);
        if (!cancelled)
            QMetaObject::invokeMethod(this, [this, c, sheets = std::move(sheets)] {
                sheets_ = sheets;
                laidOut_ = c;
                if (fitted_ && show_ == Show::Sheets)
                    fit();
                update();
            });
    });
}

QRectF FlatView::bounds() const {
    QRectF r;
    if (show_ == Show::Parts) {
        for (const Placed& p : parts_) {
            const Vec2 a = p.onPlane(p.pattern.low), b = p.onPlane(p.pattern.high);
            r |= QRectF(QPointF(a.x(), a.y()), QPointF(b.x(), b.y())).normalized();
        }
    } else {
        double x = 0;
        for (const Sheet& s : sheets_) {
            r |= QRectF(x, 0, s.width, s.height);
            x += s.width + gap;
        }
    }
    return r;
}

void FlatView::fit() {
    const QRectF r = bounds();
    if (r.isEmpty() || width() < 10 || height() < 10)
        return;
    const double edge = 14;
    scale_ = std::min((width() - 2 * edge) / r.width(), (height() - 2 * edge) / r.height());
    origin_ = QPointF((width() - scale_ * r.width()) / 2 - scale_ * r.left(),
                      (height() + scale_ * r.height()) / 2 + scale_ * r.top());
    fitted_ = true;
    emit scaleChanged(100 * scale_ / truePixelsPerMm());
    update();
}

double FlatView::truePixelsPerMm() const {
    const double dpi = screen() ? screen()->physicalDotsPerInch() : 96;
    return (dpi > 20 && dpi < 1000 ? dpi : 96) / 25.4;
}

void FlatView::trueScale() { zoomAt(rect().center(), truePixelsPerMm() / scale_); }

void FlatView::zoomAt(const QPointF& pixel, double factor) {
    const double next = std::clamp(scale_ * factor, 0.2, 60.0);
    origin_ = pixel + (origin_ - pixel) * (next / scale_);
    scale_ = next;
    fitted_ = false;
    emit scaleChanged(100 * scale_ / truePixelsPerMm());
    update();
}

QPointF FlatView::toPixel(const Vec2& p) const {
    return {origin_.x() + scale_ * p.x(), origin_.y() - scale_ * p.y()};
}
Vec2 FlatView::toMm(const QPointF& p) const {
    return {(p.x() - origin_.x()) / scale_, (origin_.y() - p.y()) / scale_};
}

QPointF FlatView::pixelOf(const std::string& part, const Vec2& flat) const {
    for (const Placed& p : parts_)
        if (built_->assembly.parts[p.pattern.part].id == part)
            return toPixel(p.onPlane(flat));
    return {};
}

void FlatView::paintStroke(QPainter& painter, const Shape& s, const Placed& at) const {
    const Line kind = s.line.code;
    const QString id = QString::fromStdString(s.owner);
    const bool crease = kind == Line::Valley || kind == Line::Mountain || kind == Line::Score;
    const bool chosen = crease && session_.selection().chosen() == id,
               near = crease && session_.selection().hovered() == id;
    const double width = std::max(kind == Line::Adhesive ? 0.7 : 1.15, s.width * scale_);
    QPen pen(chosen || near ? theme().accent : lineColour(kind), chosen ? width + 2
                                                                 : near ? width + 1.2
                                                                        : width);
    if (!s.dashes.empty()) {
        QList<qreal> dashes;
        // Dashes keep a size that can be read, however small the picture.
        for (double d : s.dashes)
            dashes << std::max(d * scale_, d * 2.2) / pen.widthF();
        pen.setDashPattern(dashes);
    }
    pen.setCapStyle(Qt::FlatCap);
    painter.setPen(pen);
    QPolygonF line;
    for (const Vec2& p : s.points)
        line << toPixel(at.onPlane(p));
    painter.setBrush(Qt::NoBrush);
    if (s.closed)
        painter.drawPolygon(line);
    else
        painter.drawPolyline(line);
}

void FlatView::paintCaption(QPainter& painter, const Caption& c, const Placed& at) const {
    QFont font = painter.font();
    // Names stay readable in a small picture as long as they fit on their panel.
    const bool name = c.room.x() > 0 && c.words.size > 3;
    const double room = at.turned ? c.room.y() : c.room.x();
    const double pixels = std::max(c.words.size * scale_, name ? 10.0 : 0.0);
    font.setPixelSize(std::max(1, int(std::lround(std::min(pixels, 40.0)))));
    const double width =
        QFontMetricsF(font).horizontalAdvance(QString::fromStdString(c.words.text));
    if (pixels < 6.5 || (room > 0 && width > room * scale_ - 4))
        return;
    painter.setFont(font);
    painter.setPen(lineColour(Line::Label));
    const QPointF p = toPixel(at.onPlane(c.words.at) - Vec2(0, c.below));
    const QString text = QString::fromStdString(c.words.text);
    painter.drawText(p - QPointF(QFontMetricsF(font).horizontalAdvance(text) / 2, 0), text);
}

// The print of a part's paper, as it will lie on it, pale beneath the lines.
void FlatView::paintPrint(QPainter& painter, const QPainterPath& outline,
                          const Placed& placed) const {
    const Case& c = *built_;
    const Part& part = c.assembly.parts[placed.pattern.part];
    const Print print = printOf(c.design, stockOf(c.design, part));
    if (print.plain() || print.width <= 0)
        return;
    const PrintPlace place =
        printPlace(c.design, c.assembly, placed.pattern.part, print, &upright_);
    const Vec2 way = placed.onPlane(place.up) - placed.onPlane(Vec2(0, 0));
    const QImage image = printImage(print, 48);
    const QPointF middle =
        toPixel(placed.onPlane(place.middle.x() * place.right + place.middle.y() * place.up));
    QTransform to;
    to.translate(middle.x(), middle.y());
    to.rotate(std::atan2(way.x(), way.y()) * 180 / pi);
    const double scale = print.width * scale_ / image.width();
    to.scale(scale, scale);
    to.translate(-image.width() / 2.0, -image.height() / 2.0);
    QBrush brush(image);
    brush.setTransform(to);
    painter.save();
    painter.setOpacity(0.45);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.fillPath(outline, brush);
    painter.restore();
}

void FlatView::paintParts(QPainter& painter) const {
    const Case& c = *built_;
    for (const Placed& placed : parts_) {
        const Part& part = c.assembly.parts[placed.pattern.part];
        QColor paper(QString::fromStdString(stockOf(c.design, part).face));
        // Paler than the paper, so that every line of the code stands out on it.
        if (!theme().dark)
            paper = QColor::fromRgbF(0.5f + 0.5f * paper.redF(), 0.5f + 0.5f * paper.greenF(),
                                     0.5f + 0.5f * paper.blueF());
        else // paper under a lamp, so that the light lines of the dark code show
            paper = QColor::fromHslF(paper.hslHueF() < 0 ? 0 : paper.hslHueF(),
                                     paper.hslSaturationF() * 0.25f, 0.23f);
        QPainterPath outline;
        for (const Shape& s : placed.pattern.strokes)
            if (s.is(Line::Cut)) {
                QPolygonF ring;
                for (const Vec2& p : s.points)
                    ring << toPixel(placed.onPlane(p));
                outline.addPolygon(ring);
                outline.closeSubpath();
            }
        painter.fillPath(outline.translated(1.5, 2), QColor(30, 22, 12, theme().dark ? 70 : 28));
        painter.fillPath(outline, paper);
        paintPrint(painter, outline, placed);
        for (int i : part.panels) {
            const QString id = QString::fromStdString(c.assembly.panels[i].id);
            const bool chosen = Selection::means(session_.chosenThings(), id);
            const bool near =
                Selection::means(session_.thingsOf(session_.selection().hovered()), id);
            if (!chosen && !near)
                continue;
            QPolygonF ring;
            for (const Vec2& p : c.assembly.panels[i].outline)
                ring << toPixel(placed.onPlane(p));
            QColor tint = theme().accent;
            tint.setAlphaF(chosen ? 0.20f : 0.10f);
            painter.setPen(Qt::NoPen);
            painter.setBrush(tint);
            painter.drawPolygon(ring);
        }
        for (const Shape& s : placed.pattern.strokes)
            paintStroke(painter, s, placed);
        for (const Caption& caption : placed.pattern.captions)
            paintCaption(painter, caption, placed);
    }
}

void FlatView::paintSheets(QPainter& painter) const {
    double x = 0;
    for (const Sheet& s : sheets_) {
        const Placed at{{}, Vec2(x, 0), false};
        const QRectF r(toPixel(at.onPlane(Vec2(0, s.height))),
                       toPixel(at.onPlane(Vec2(s.width, 0))));
        painter.fillRect(r.translated(2, 3), QColor(30, 22, 12, theme().dark ? 70 : 28));
        painter.fillRect(r, theme().dark ? QColor("#34333a") : QColor("#ffffff"));
        if (s.oversize) {
            painter.setPen(QPen(theme().caution, 2));
            painter.drawRect(r);
        }
        if (!s.prints.empty()) {
            Sheet printed;
            printed.width = s.width;
            printed.height = s.height;
            printed.prints = s.prints;
            paintPicture(painter, pictureOf(printed),
                         QTransform::fromScale(scale_, scale_) *
                             QTransform::fromTranslate(r.left(), r.top()),
                         true);
        }
        for (const Shape& stroke : s.strokes)
            paintStroke(painter, stroke, at);
        for (const Caption& caption : s.captions)
            paintCaption(painter, caption, at);
        x += s.width + gap;
    }
}

void FlatView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), theme().ground);
    painter.setRenderHint(QPainter::Antialiasing);
    if (!built_)
        return;
    if (show_ == Show::Parts)
        paintParts(painter);
    else
        paintSheets(painter);
    paintPattern(painter);
    paintDrawing(painter);
    if (grip_) {
        // The measure being dragged, next to the pointer.
        if (const auto now = gripIn(session_.design(), *grip_)) {
            const QString text = QString::fromStdString(grip_->parameter).replace('_', ' ') + "  " +
                                 QString::fromStdString(exactText(*now, session_.design().units));
            paintNote(painter, text);
        }
    }
    if (hasFocus()) {
        painter.setPen(QPen(theme().accent, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect().adjusted(1, 1, -1, -1));
    }
}

// A few words next to the pointer.
void FlatView::paintNote(QPainter& painter, const QString& text) const {
    QRectF box = QFontMetricsF(font()).boundingRect(text).adjusted(-8, -5, 8, 5);
    box.moveBottomLeft(last_ + QPointF(14, -10));
    box.moveRight(std::min(box.right(), width() - 4.0));
    box.moveTop(std::max(box.top(), 4.0));
    painter.setFont(font());
    painter.setPen(QPen(theme().accent, 1));
    painter.setBrush(theme().raised);
    painter.drawRoundedRect(box, 5, 5);
    painter.setPen(theme().ink);
    painter.drawText(box, Qt::AlignCenter, text);
}

void FlatView::paintDrawing(QPainter& painter) const {
    const auto& preview = drawing_.preview();
    if (show_ != Show::Parts || !preview)
        return;
    for (const Placed& placed : parts_) {
        if (placed.pattern.part != preview->part)
            continue;
        if (preview->line) {
            paintStroke(painter,
                        drawn(lineOf(preview->kind), {preview->line->first, preview->line->second}),
                        placed);
        }
        painter.setPen(QPen(theme().accent, 1.6));
        painter.setBrush(theme().raised);
        painter.drawEllipse(toPixel(placed.onPlane(preview->point)), 4, 4);
        if (!preview->text.isEmpty())
            paintNote(painter, preview->text);
    }
}

Drawing::Spot FlatView::spotAt(const QPointF& pixel, int part) const {
    Drawing::Spot spot{{}, -1, {0, 0}, 8 / scale_};
    double least = 10 / scale_; // mm off a part's bounds
    for (const Placed& placed : parts_) {
        const Vec2 p = placed.toPart(toMm(pixel));
        const Vec2 inside = p.cwiseMax(placed.pattern.low).cwiseMin(placed.pattern.high);
        const double off = (p - inside).norm();
        if (part >= 0 ? placed.pattern.part == part : off < least) {
            least = off;
            spot.index = placed.pattern.part;
            spot.at = p;
            spot.part = built_->assembly.parts[placed.pattern.part].id;
        }
    }
    return spot;
}

void FlatView::resizeEvent(QResizeEvent*) {
    if (fitted_)
        fit();
}

FlatView::Thing FlatView::thingAt(const QPointF& pixel, bool creases) const {
    if (!built_ || show_ != Show::Parts)
        return {};
    const Case& c = *built_;
    Thing best;
    double near = creaseReach;
    for (const Placed& placed : parts_) {
        const QString part = QString::fromStdString(c.assembly.parts[placed.pattern.part].id);
        for (const Mark& mark : c.assembly.parts[placed.pattern.part].marks)
            for (size_t i = 0; creases && i + 1 < mark.points.size(); ++i) {
                const double d = distanceTo(pixel, toPixel(placed.onPlane(mark.points[i])),
                                            toPixel(placed.onPlane(mark.points[i + 1])));
                if (d < near) {
                    near = d;
                    best = {QString::fromStdString(mark.id), part};
                }
            }
        for (const Crease& crease : c.assembly.creases) {
            if (!creases)
                break;
            auto line = creaseIn(c.assembly, crease.id, part.toStdString());
            if (!line)
                continue;
            const double d = distanceTo(pixel, toPixel(placed.onPlane(line->from)),
                                        toPixel(placed.onPlane(line->to)));
            if (d < near) {
                near = d;
                best = {QString::fromStdString(crease.id), part};
            }
        }
    }
    if (!best.id.isEmpty())
        return best;
    for (const Placed& placed : parts_)
        for (int i : c.assembly.parts[placed.pattern.part].panels)
            if (onPaper(c.assembly.panels[i].outline, c.assembly.panels[i].apertures,
                        placed.toPart(toMm(pixel))))
                return {QString::fromStdString(c.assembly.panels[i].id), {}};
    return {};
}

// Where a structure that is being placed would go.
void FlatView::pointAt(const QPointF& pixel) {
    const Family* f = family(session_.placing().family().toStdString());
    if (!f || !built_ || !session_.snapshot())
        return;
    const Thing thing = thingAt(pixel, f->ground != Ground::Panel);
    Vec2 at = spotAt(pixel).at;
    const Assembly& a = session_.snapshot()->folded->assembly;
    const int crease = a.crease(thing.id.toStdString());
    // A foot is drawn on its landing too; what counts is how far along it.
    if (const auto line = creaseIn(a, thing.id.toStdString(), thing.part.toStdString());
        line && crease >= 0) {
        const Crease& c = a.creases[size_t(crease)];
        at = c.from + (at - line->from).dot((line->to - line->from).normalized()) * c.dir();
    }
    session_.selection().hover(thing.id);
    session_.placing().pointAt(thing.id, at);
}

std::optional<ZoneGrip> FlatView::zoneAt(const QPointF& pixel) const {
    constexpr double near = 5; // pixels
    if (!built_ || show_ != Show::Parts || session_.placing().tool() != Placing::Tool::Select)
        return {};
    const Drawing::Spot spot = spotAt(pixel);
    return zoneGripAt(session_.design(), built_->assembly, spot.part, spot.at, near / scale_);
}

Vec2 FlatView::goneTo(const QPointF& pixel) const {
    const Vec2 by((pixel.x() - pressed_.x()) / scale_, (pressed_.y() - pixel.y()) / scale_);
    const bool turned = !parts_.empty() && parts_.front().turned;
    return turned ? Vec2(-by.y(), by.x()) : by;
}

void FlatView::mousePressEvent(QMouseEvent* e) {
    setFocus();
    last_ = pressed_ = e->position();
    grip_.reset();
    zone_.reset();
    pattern_.reset();
    heldPart_ = built_ && show_ == Show::Parts ? spotAt(e->position()).part : std::string();
    if (e->button() == Qt::LeftButton && pressPattern(e->position()))
        return;
    if (session_.placing().tool() == Placing::Tool::Place && e->button() == Qt::LeftButton) {
        pointAt(e->position());
        return session_.placing().put();
    }
    const bool gluing = session_.placing().tool() == Placing::Tool::Glue;
    const Thing thing = thingAt(e->position(), !gluing);
    draws_ = built_ && show_ == Show::Parts && e->button() == Qt::LeftButton &&
             drawing_.press(spotAt(e->position()), thing.id);
    drawsOn_ = draws_ ? spotAt(e->position()).index : -1;
    panning_ = false;
    if (draws_)
        return;
    panning_ = thing.id.isEmpty() || e->button() != Qt::LeftButton;
    if (panning_)
        return;
    if (thing.part.isEmpty() && (zone_ = zoneAt(e->position()))) {
        gesture_ = QString("drag %1").arg(++gestures_);
        session_.selection().choose(QString::fromStdString(zone_->join));
        return;
    }
    if (thing.part.isEmpty()) { // a panel: first its structure, then itself
        const QString owner = thing.id.section('.', 0, 0);
        session_.selection().choose(
            session_.selection().chosen() == owner ? thing.id : session_.wholeOf(owner));
        return;
    }
    session_.selection().choose(thing.id);
    grip_ = aside([&] {
        return gripOf(session_.design(), thing.id.toStdString(), thing.part.toStdString());
    });
    gesture_ = QString("drag %1").arg(++gestures_);
}

void FlatView::mouseMoveEvent(QMouseEvent* e) {
    const QPointF step = e->position() - last_;
    last_ = e->position();
    if (draws_ && e->buttons()) {
        drawing_.move(spotAt(e->position(), drawsOn_), e->modifiers() & Qt::AltModifier);
        update();
        return;
    }
    if (!e->buttons() && session_.placing().tool() == Placing::Tool::Place) {
        setCursor(Qt::CrossCursor);
        return pointAt(e->position());
    }
    if (!e->buttons()) {
        const bool selecting = session_.placing().tool() == Placing::Tool::Select;
        const Thing thing =
            thingAt(e->position(), session_.placing().tool() != Placing::Tool::Glue);
        session_.selection().hover(thing.id);
        if (!selecting) {
            if (built_ && show_ == Show::Parts)
                drawing_.hover(spotAt(e->position()));
            setCursor(Qt::CrossCursor);
            update();
            return;
        }
        Qt::CursorShape shape = Qt::ArrowCursor;
        if (const auto zone = thing.part.isEmpty() ? zoneAt(e->position()) : std::nullopt) {
            const bool level = std::fabs(zone->way.y()) > 0.5;
            return setCursor(level != parts_.front().turned ? Qt::SplitVCursor : Qt::SplitHCursor);
        }
        if (!thing.part.isEmpty() && built_)
            if (auto line =
                    creaseIn(built_->assembly, thing.id.toStdString(), thing.part.toStdString())) {
                const Vec2 d = line->to - line->from;
                shape = (std::fabs(d.y()) > std::fabs(d.x())) != parts_.front().turned
                            ? Qt::SplitHCursor
                            : Qt::SplitVCursor;
            }
        const bool drawn = !drawnLine(session_.design(), thing.id.toStdString()).empty();
        setCursor(drawn ? Qt::SizeAllCursor
                  : thing.id.startsWith("card.") && !formOf(session_.design()).row ? Qt::ArrowCursor
                                                                                   : shape);
        return;
    }
    if (pattern_) {
        dragPattern(e->position(), e->modifiers() & Qt::ControlModifier);
    } else if (zone_) {
        const Zone next = draggedZone(*zone_, goneTo(e->position()), session_.design(),
                                      e->modifiers() & Qt::AltModifier);
        session_.tryEdit([&](Design& d) { setZone(d, zone_->join, next); },
                         tr("Drag the adhesive's end"), gesture_);
    } else if (grip_) {
        const Vec2 moved = goneTo(e->position());
        if (QLineF(e->position(), pressed_).length() < 3)
            return;
        const Measure m =
            dragged(*grip_, moved, session_.design(), e->modifiers() & Qt::AltModifier);
        session_.tryEdit(
            [&](Design& d) { setGrip(d, *grip_, m); },
            tr("Drag %1").arg(QString::fromStdString(grip_->parameter).replace('_', ' ')),
            gesture_);
    } else if (panning_) {
        origin_ += step;
        fitted_ = false;
    }
    update();
}

void FlatView::mouseReleaseEvent(QMouseEvent* e) {
    if (draws_)
        drawing_.release();
    draws_ = false;
    if (panning_ && QLineF(e->position(), pressed_).length() < 4)
        session_.selection().choose({});
    panning_ = false;
    grip_.reset();
    zone_.reset();
    pattern_.reset();
    update();
}

void FlatView::wheelEvent(QWheelEvent* e) {
    zoomAt(e->position(), std::pow(1.0015, e->angleDelta().y()));
    e->accept();
}

void FlatView::keyPressEvent(QKeyEvent* e) {
    const double step = 30;
    switch (e->key()) {
    case Qt::Key_Escape:
        session_.placing().setTool(Placing::Tool::Select);
        return;
    case Qt::Key_Left:
        origin_ += QPointF(step, 0);
        break;
    case Qt::Key_Right:
        origin_ -= QPointF(step, 0);
        break;
    case Qt::Key_Up:
        origin_ += QPointF(0, step);
        break;
    case Qt::Key_Down:
        origin_ -= QPointF(0, step);
        break;
    case Qt::Key_Plus:
    case Qt::Key_Equal:
        zoomAt(rect().center(), 1.15);
        return;
    case Qt::Key_Minus:
        zoomAt(rect().center(), 1 / 1.15);
        return;
    case Qt::Key_Home:
        fit();
        return;
    default:
        QWidget::keyPressEvent(e);
        return;
    }
    fitted_ = false;
    update();
}

void FlatView::leaveEvent(QEvent*) { session_.selection().hover({}); }

} // namespace hl::app
