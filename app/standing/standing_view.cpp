#include "app/standing/standing_view.h"
#include "app/look/nearness.h"
#include "app/look/theme.h"
#include "app/session/aside.h"
#include "app/standing/dropped.h"
#include "app/standing/painter.h"
#include "core/edit/grip.h"
#include "core/prove/saying.h"
#include "core/structures/family.h"
#include "core/structures/in_names.h"
#include <QDragEnterEvent>
#include <QKeyEvent>
#include <QMimeData>
#include <QMouseEvent>
#include <QPainter>
#include <QTimer>
#include <algorithm>
#include <cmath>

namespace hl::app {
namespace {

constexpr double orbitPerPixel = 0.008, creaseReach = 6; // radians, pixels

bool isMat(const Case& c, const Panel& p) {
    const StructureSpec* s = c.design.structure(ownerOf(p.id));
    return s && family(s->kind)->dresses;
}

std::vector<std::string> idsOf(const QStringList& texts) {
    std::vector<std::string> out;
    for (const QString& text : texts)
        if (!text.isEmpty())
            out.push_back(text.toStdString());
    return out;
}

} // namespace

StandingView::StandingView(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), laid_(*this, session) {
    setObjectName("standing-view");
    setAccessibleName(tr("Standing card"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAcceptDrops(true);
    auto redraw = [this] { update(); };
    connect(&session_, &Session::snapshotChanged, this, &StandingView::takeSnapshot);
    connect(&session_, &Session::troubleChanged, this, redraw);
    connect(&session_.selection(), &Selection::changed, this, redraw);
    connect(&session_.selection(), &Selection::hoverChanged, this, redraw);
    connect(&session_, &Session::openingChanged, this, redraw);
    connect(&session_.placing(), &Placing::ghostChanged, this, redraw);
    connect(&session_.placing(), &Placing::toolChanged, this, [this] {
        setCursor(session_.placing().tool() == Placing::Tool::Glue ? Qt::CrossCursor
                                                                   : Qt::ArrowCursor);
    });
}

void StandingView::takeSnapshot() {
    const Design& d = session_.snapshot()->folded->design;
    const QString key = QString("%1 %2 %3 %4 %5 %6 %7")
                            .arg(session_.path())
                            .arg(d.card.width.count)
                            .arg(d.card.height.count)
                            .arg(int(d.card.spine))
                            .arg(QString::fromStdString(d.card.form))
                            .arg(int(d.card.stands))
                            .arg(QString::fromStdString(d.card.front));
    if (key != framedFor_) { // another card: look at it afresh
        framedFor_ = key;
        if (drag_ == Drag::None) { // nothing jumps under a hand
            stance_ = putDown(*session_.snapshot()->folded);
            frameCard();
        }
    }
    update();
}

Pose StandingView::pose() const {
    const Case& c = *session_.snapshot()->folded;
    return poseAt(c.linkage, c.motion, session_.opening());
}

QString StandingView::caption(const Pose& pose) const {
    const Case& c = *session_.snapshot()->folded;
    const std::string id =
        (session_.selection().hovered().isEmpty() ? session_.selection().chosen()
                                                  : session_.selection().hovered())
            .toStdString();
    if (const int panel = c.assembly.panel(id); panel >= 0)
        return QString::fromStdString(capital(sayPanel(c, panel)));
    const int crease = c.assembly.crease(id);
    if (crease < 0)
        return {};
    // The angle between the two panels, on the side where they come together.
    const double between = 180 - std::fabs(pose.angles[size_t(crease)]) * 180 / pi;
    return tr("%1, a %2 at %3°")
        .arg(QString::fromStdString(capital(sayCrease(c, crease))),
             c.assembly.creases[crease].fold == Fold::Valley ? tr("valley") : tr("mountain"))
        .arg(between, 0, 'f', 1);
}

void StandingView::setStance(const PutDown& stance) {
    stance_ = stance;
    frameCard();
}

void StandingView::lookAtShown() {
    const Finding* shown = session_.selection().finding();
    if (!session_.snapshot() || !shown)
        return update();
    const Case& c = *session_.snapshot()->folded;
    const Pose now = pose();
    Box box;
    for (const std::string& id : shown->panels)
        if (const int i = c.assembly.panel(id); i >= 0)
            for (const Vec2& p : c.assembly.panels[i].outline)
                box.take(now.panels[i].at(p));
    if (box.low.x() > box.high.x())
        return;
    frameCard();
    // Near enough to see the place, far enough to see where it is.
    const double radius = std::max(20.0, (box.high - box.low).norm() / 2);
    camera.zoom = std::clamp(camera.radius / radius, 1.0, 2.2);
    camera.target = stanceOf(stance_, spineOpening(c, now)) *
                    shown->where.value_or(Vec3((box.low + box.high) / 2));
    update();
}

void StandingView::frameCard() {
    if (session_.snapshot())
        frame(camera, *session_.snapshot()->folded, {pose()}, stance_, size());
    framed_ = true;
    update();
}

void StandingView::resizeEvent(QResizeEvent*) {
    if (framed_) // nobody has walked round it since
        frameCard();
}

void StandingView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    paintGround(painter, size());
    if (const Problem* p = session_.trouble()) {
        painter.setPen(theme().stop);
        painter.drawText(QRectF(rect()).adjusted(24, 24, -24, -24),
                         Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap,
                         tr("This card cannot be made: %1")
                             .arg(QString::fromStdString(inNames(session_.design(), p->text()))));
    }
    if (!session_.snapshot())
        return;
    const auto ghost = session_.placing().ghost();
    const Case& c = ghost ? *ghost : *session_.snapshot()->folded;
    const Pose now = ghost ? poseAt(c.linkage, c.motion, session_.opening()) : pose();
    const Evidence* evidence = ghost ? nullptr : session_.snapshot()->evidence.get();
    SceneMarks marks{
        idsOf(ghost ? QStringList(session_.placing().ghostId()) : session_.chosenThings()),
        idsOf(session_.thingsOf(session_.selection().hovered()))};
    if (const Finding* shown = session_.selection().finding()) {
        marks.shown = shown->panels;
        marks.shownIn = severityColour(shown->severity);
    }
    const Scene scene = sceneOf(
        c, now, stance_, marks,
        {evidence ? &evidence->flats : nullptr, ghost ? nullptr : &session_.snapshot()->upright});
    if (painted_) {
        paintScene(painter, scene, camera, size(), moving_);
    } else {
        paintSoftly(painter, scene, camera, size());
        painted_ = true;
        QTimer::singleShot(0, this, qOverload<>(&QWidget::update));
    }
    if (!ghost && session_.selection().finding())
        paintPlace(painter, now);
    else if (!ghost)
        paintHandles(painter, now);
    painter.setPen(theme().quiet);
    painter.drawText(QRectF(rect()).adjusted(12, 0, -12, -8), Qt::AlignLeft | Qt::AlignBottom,
                     session_.placing().tool() == Placing::Tool::Place
                         ? tr("Point at where it goes; Esc to leave it")
                         : caption(now));
    if (hasFocus()) {
        painter.setPen(QPen(theme().accent, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect().adjusted(1, 1, -1, -1));
    }
}

QPointF StandingView::pixelOf(const std::string& panel, const Vec2& flat) const {
    const Case& c = *session_.snapshot()->folded;
    const Pose now = pose();
    const Rigid at = stanceOf(stance_, spineOpening(c, now)) * now.panels[c.assembly.panel(panel)];
    return toPixels(camera.matrix(size()) * at.at(flat).homogeneous(), size());
}

Vec2 StandingView::flatAt(const std::string& panel, const QPointF& pixel) const {
    const Case& c = *session_.snapshot()->folded;
    const Pose now = pose();
    const Rigid at = stanceOf(stance_, spineOpening(c, now)) * now.panels[c.assembly.panel(panel)];
    const Vec4 far = camera.matrix(size()).inverse() *
                     Vec4(2 * pixel.x() / width() - 1, 1 - 2 * pixel.y() / height(), 1, 1);
    const Vec3 eye = camera.eye(), ray = (far.head<3>() / far.w() - eye).normalized();
    const Vec3 n = at.turn.col(2);
    const Vec3 hit = eye + ray * (n.dot(at.shift - eye) / n.dot(ray));
    return (at.inverse() * hit).head<2>();
}

bool StandingView::faceSeen(const std::string& panel) const {
    const Case& c = *session_.snapshot()->folded;
    const Pose now = pose();
    const Rigid at = stanceOf(stance_, spineOpening(c, now)) * now.panels[c.assembly.panel(panel)];
    return at.turn.col(2).dot(camera.eye() - at.shift) > 0;
}

int StandingView::layersBelow(const Case& c, int panel) const {
    int n = 0;
    for (int on = panel; n < 20; ++n) {
        const auto joins = c.assembly.joinsOf(on);
        if (joins.empty() || faceSeen(c.assembly.panels[size_t(joins.front()->landing)].id) !=
                                 joins.front()->ontoFace())
            break;
        on = joins.front()->landing;
    }
    return n;
}

QString StandingView::panelAt(const QPointF& pixel) const { return thingAt(pixel, false); }

QString StandingView::thingAt(const QPointF& pixel, bool creases) const {
    if (!session_.snapshot())
        return {};
    const Case& c = *session_.snapshot()->folded;
    const Pose p = pose();
    const Rigid stand = stanceOf(stance_, spineOpening(c, p));
    const Mat4 m = camera.matrix(size());
    auto clip = [&](int panel, const Vec2& flat) -> Vec4 {
        return m * (stand * p.panels[panel]).at(flat).homogeneous();
    };
    // The nearest panel whose outline on the screen holds the pixel.
    int best = -1;
    double depth = 1e300;
    for (size_t i = 0; i < c.assembly.panels.size(); ++i) {
        if (isMat(c, c.assembly.panels[i]) || c.assembly.panels[i].hung)
            continue; // who points at a mat means the panel below
        auto hit = [&](const Ring& piece) {
            QPolygonF outline;
            for (const Vec2& q : piece)
                outline << toPixels(clip(int(i), q), size());
            return outline.containsPoint(pixel, Qt::OddEvenFill);
        };
        const auto& pieces = c.assembly.panels[i].pieces;
        if (std::none_of(pieces.begin(), pieces.end(), hit))
            continue;
        // Depth of the panel's plane along the ray through the pixel.
        const Rigid at = stand * p.panels[i];
        const Vec3 n = at.turn.col(2), eye = camera.eye();
        const Mat4 back = m.inverse();
        const Vec4 far =
            back * Vec4(2 * pixel.x() / width() - 1, 1 - 2 * pixel.y() / height(), 1, 1);
        const Vec3 ray = (far.head<3>() / far.w() - eye).normalized();
        if (std::fabs(n.dot(ray)) < 1e-9)
            continue;
        double t = n.dot(at.shift - eye) / n.dot(ray);
        if (c.assembly.panels[i].role == Role::Tab)
            t += 1e-3; // what it lies on or under is meant
        else
            t -= 1e-3 * layersBelow(c, int(i)); // what lies flat on it is nearer
        if (t > 0 && t < depth - 1e-6) {
            depth = t;
            best = int(i);
        }
    }
    double near = creaseReach;
    int crease = -1;
    for (size_t i = 0; creases && i < c.assembly.creases.size(); ++i) {
        const Crease& k = c.assembly.creases[i];
        const Vec4 a = clip(k.left, k.from), b = clip(k.left, k.to);
        const double d = distanceTo(pixel, toPixels(a, size()), toPixels(b, size()));
        // A crease behind the panel under the pixel is not meant: compare where it is nearest.
        const QPointF pa = toPixels(a, size()), pb = toPixels(b, size());
        const double length2 = QPointF::dotProduct(pb - pa, pb - pa);
        const double t =
            length2 > 0 ? std::clamp(QPointF::dotProduct(pixel - pa, pb - pa) / length2, 0.0, 1.0)
                        : 0;
        const Vec3 nearest = (stand * p.panels[k.left]).at(k.from + t * (k.to - k.from));
        const bool hidden = best >= 0 && best != k.left && best != k.right &&
                            (nearest - camera.eye()).norm() > depth + 2;
        if (d < near && !hidden) {
            near = d;
            crease = int(i);
        }
    }
    if (crease >= 0)
        return QString::fromStdString(c.assembly.creases[crease].id);
    return best >= 0 ? QString::fromStdString(c.assembly.panels[best].id) : QString();
}

// Papers and things of the tray come down on panels.
void StandingView::dragEnterEvent(QDragEnterEvent* e) {
    if (e->mimeData()->hasFormat(paperMime) || e->mimeData()->hasFormat(thingMime))
        e->acceptProposedAction();
}

void StandingView::dragMoveEvent(QDragMoveEvent* e) {
    const QString panel = panelAt(e->position());
    session_.selection().hover(panel);
    e->setAccepted(!panel.isEmpty());
}

void StandingView::dropEvent(QDropEvent* e) {
    const QString panel = panelAt(e->position());
    if (panel.isEmpty())
        return;
    e->acceptProposedAction();
    const QString thing = QString::fromUtf8(e->mimeData()->data(thingMime));
    if (thing == "topper drawn") // which asks for a file: the drag must come to its end before
        QTimer::singleShot(
            0, this, [this, thing, panel] { putThing(session_, thing, panel.toStdString()); });
    else if (!thing.isEmpty())
        putThing(session_, thing, panel.toStdString());
    else
        layPaper(session_, e->mimeData()->data(paperMime).toStdString(), {panel.toStdString()});
}

void StandingView::pointAt(const QPointF& pixel) {
    const Family* f = family(session_.placing().family().toStdString());
    if (!f || !session_.snapshot())
        return;
    const Assembly& a = session_.snapshot()->folded->assembly;
    const QString thing = thingAt(pixel, f->ground != Ground::Panel);
    const int crease = a.crease(thing.toStdString());
    const std::string panel =
        crease >= 0 ? a.panels[size_t(a.creases[size_t(crease)].left)].id : thing.toStdString();
    session_.placing().pointAt(thing, thing.isEmpty() ? Vec2(0, 0) : flatAt(panel, pixel));
}

// A ring round the place of the finding that is shown, at the opening where it is worst.
void StandingView::paintPlace(QPainter& painter, const Pose& now) const {
    const Finding& shown = *session_.selection().finding();
    if (!shown.where || std::fabs(now.opening - shown.opening) > 0.5)
        return;
    const Case& c = *session_.snapshot()->folded;
    const Vec3 at = stanceOf(stance_, spineOpening(c, now)) * *shown.where;
    const QPointF middle = toPixels(camera.matrix(size()) * at.homogeneous(), size());
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme().panel, 5));
    painter.drawEllipse(middle, 13, 13);
    painter.setPen(QPen(severityColour(shown.severity), 2.5));
    painter.drawEllipse(middle, 13, 13);
    painter.drawPixmap(middle + QPointF(9, -19),
                       severityMark(shown.severity, 12, devicePixelRatioF()));
}

// A dot on every crease of the selected structure: what can be taken hold of.
void StandingView::paintHandles(QPainter& painter, const Pose& now) const {
    const Case& c = *session_.snapshot()->folded;
    const std::string owner = session_.selection().structure().toStdString();
    if (owner.empty() || session_.placing().tool() != Placing::Tool::Select)
        return;
    laid_.paint(painter);
    if (panels_)
        return;
    const Rigid stand = stanceOf(stance_, spineOpening(c, now));
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(theme().accent, 1.5));
    painter.setBrush(theme().panel);
    for (const Crease& k : c.assembly.creases)
        if (ownerOf(k.id) == owner) {
            const Vec3 at = stand * handlePoint(c, now, k.id);
            painter.drawEllipse(toPixels(camera.matrix(size()) * at.homogeneous(), size()), 4, 4);
        }
}

void StandingView::dragHandle(const QPointF& to) {
    const Case& c = *session_.snapshot()->folded;
    const Rigid stand = stanceOf(stance_, spineOpening(c, pose()));
    auto pixel = [&](const Vec3& p) {
        return toPixels(camera.matrix(size()) * (stand * p).homogeneous(), size());
    };
    const QPointF by = to - pressed_;
    if (handles_.size() > 1 && std::hypot(by.x(), by.y()) < 5)
        return; // not yet clear which way
    auto rate = [&](const Handle& h) { return pixel(handleAt_ + h.rate) - pixel(handleAt_); };
    // The measure whose own way leaves least of the drag unexplained.
    const Handle* best = nullptr;
    double least = 1e300;
    for (const Handle& h : handles_) {
        const QPointF r = rate(h);
        const double r2 = QPointF::dotProduct(r, r);
        if (r2 < 0.01)
            continue;
        const QPointF rest = by - r * (QPointF::dotProduct(by, r) / r2);
        if (const double miss = std::hypot(rest.x(), rest.y()); miss < least) {
            least = miss;
            best = &h;
        }
    }
    if (!best)
        return;
    const Handle chosen = *best;
    handles_ = {chosen};
    const QPointF r = rate(chosen);
    const double units = QPointF::dotProduct(by, r) / QPointF::dotProduct(r, r);
    const Measure m = dragged({chosen.structure, chosen.parameter, -1, chosen.start, Vec2(1, 0), 1},
                              Vec2(units, 0), session_.design(), false);
    const auto* set = session_.design().setOf(chosen.structure);
    if (!set || (set->count(chosen.parameter) && set->at(chosen.parameter) == m))
        return;
    // What its family refuses is as far as it goes.
    session_.tryEdit([&](Design& d) { (*d.setOf(chosen.structure))[chosen.parameter] = m; },
                     tr("Drag %1").arg(QString::fromStdString(chosen.parameter)),
                     "handle " + QString::fromStdString(chosen.structure + chosen.parameter));
}

void StandingView::setMoving(bool moving) {
    if (moving_ != moving)
        update(); // at rest it is drawn once more, finely
    moving_ = moving;
}

void StandingView::mousePressEvent(QMouseEvent* e) {
    setFocus();
    last_ = pressed_ = e->position();
    drag_ = Drag::None;
    if (session_.placing().tool() == Placing::Tool::Place && e->button() == Qt::LeftButton) {
        pointAt(e->position());
        return session_.placing().put();
    }
    if (e->button() == Qt::LeftButton && session_.placing().tool() == Placing::Tool::Select &&
        !(e->modifiers() & Qt::ShiftModifier) && laid_.press(e->position())) {
        drag_ = Drag::Laid;
        return;
    }
    const QString thing = thingAt(e->position(), !panels_);
    // On a crease of the selected structure its measures, on a panel its place along the fold.
    if (session_.snapshot() && session_.current() && e->button() == Qt::LeftButton &&
        session_.placing().tool() == Placing::Tool::Select && !panels_ &&
        !(e->modifiers() & Qt::ShiftModifier) && !session_.selection().structure().isEmpty() &&
        thing.section('.', 0, 0) == session_.selection().structure()) {
        const Case& c = *session_.snapshot()->folded;
        const bool crease = c.assembly.crease(thing.toStdString()) >= 0;
        handles_ = aside([&] {
            return handlesOf(c, thing.toStdString(), session_.opening(), crease ? "" : "place");
        });
        handleAt_ = handlePoint(c, pose(), thing.toStdString());
        handleOf_ = thing;
        drag_ = Drag::Handle;
        return;
    }
    if (session_.placing().tool() == Placing::Tool::Glue && e->button() == Qt::LeftButton) {
        if (const QString panel = panelAt(e->position()); !panel.isEmpty())
            session_.placing().glueAt(panel, flatAt(panel.toStdString(), e->position()),
                                      faceSeen(panel.toStdString()));
        return;
    }
    if (e->button() == Qt::MiddleButton || (e->modifiers() & Qt::ShiftModifier)) {
        drag_ = Drag::Pan;
    } else if (e->button() == Qt::RightButton || thing.isEmpty()) {
        drag_ = Drag::Orbit;
    } else if (session_.snapshot()) {
        const Case& c = *session_.snapshot()->folded;
        const int panel = c.assembly.panel(thing.toStdString());
        // Lying, the right page rests on the table; only the left one can be moved.
        const bool rests = stance_.posture == Posture::Lying && thing == "card.page-right";
        if (rests) {
            drag_ = Drag::Orbit;
        } else if (panel >= 0 && c.assembly.panels[panel].role == Role::Page) {
            drag_ = Drag::Page;
            grabbed_ = thing.toStdString();
            grabbedAt_ = flatAt(grabbed_, last_); // so that it can be followed
        } else {
            session_.selection().choose(
                panels_ || thing.section('.', 0, 0) == session_.selection().chosen() || panel < 0
                    ? thing
                    : session_.wholeOf(thing.section('.', 0, 0)));
        }
    }
}

void StandingView::dragPage(const QPointF& to) {
    // Newton's method on the opening: how does the grabbed point move on the screen per degree?
    for (int i = 0; i < 3; ++i) {
        const Case& c = *session_.snapshot()->folded;
        const double middle = (c.first() + c.last()) / 2;
        const double now = session_.opening(), step = now > middle ? -0.5 : 0.5;
        const int panel = c.assembly.panel(grabbed_);
        auto pixelAt = [&](double opening) {
            const Pose p = poseAt(c.linkage, c.motion, opening);
            const Rigid stand = stanceOf(stance_, spineOpening(c, p));
            return toPixels(camera.matrix(size()) *
                                (stand * p.panels[panel]).at(grabbedAt_).homogeneous(),
                            size());
        };
        const QPointF here = pixelAt(now), rate = (pixelAt(now + step) - here) / step;
        const double speed2 = QPointF::dotProduct(rate, rate);
        if (speed2 < 1e-4)
            return;
        const double by = QPointF::dotProduct(to - here, rate) / speed2;
        if (now < 1 && by < -1) {
            // The card is closed and pulled open the other way: the hand has the other page.
            grabbed_ = grabbed_ == "card.page-left" ? "card.page-right" : "card.page-left";
            grabbedAt_.x() = -grabbedAt_.x();
            continue;
        }
        session_.setOpening(now + std::clamp(by, -25.0, 25.0));
    }
}

void StandingView::mouseMoveEvent(QMouseEvent* e) {
    const QPointF by = e->position() - last_;
    last_ = e->position();
    if (!e->buttons() && session_.placing().tool() == Placing::Tool::Place) {
        setCursor(Qt::CrossCursor);
        return pointAt(e->position());
    }
    setMoving(e->buttons() && drag_ != Drag::None);
    if (drag_ == Drag::Handle)
        return dragHandle(e->position());
    if (drag_ == Drag::Laid)
        return laid_.move(e->position(), e->modifiers() & Qt::ControlModifier);
    if (!e->buttons()) {
        session_.selection().hover(thingAt(e->position()));
        const bool page = session_.selection().hovered().startsWith("card.page");
        setCursor(session_.placing().tool() == Placing::Tool::Glue ? Qt::CrossCursor
                  : page                                           ? Qt::OpenHandCursor
                                                                   : Qt::ArrowCursor);
        return;
    }
    framed_ = framed_ && drag_ == Drag::Page;
    if (drag_ == Drag::Page)
        dragPage(e->position());
    else if (drag_ == Drag::Pan)
        camera.pan(by, size());
    else if (drag_ == Drag::Orbit)
        camera.orbit(-by.x() * orbitPerPixel, by.y() * orbitPerPixel);
    update();
}

void StandingView::mouseReleaseEvent(QMouseEvent* e) {
    setMoving(false);
    const QPointF moved = e->position() - pressed_;
    if (std::hypot(moved.x(), moved.y()) < 4) { // a click
        if (drag_ == Drag::Handle)
            session_.selection().choose(handleOf_);
        const QString panel = panels_ ? panelAt(e->position()) : QString();
        const QString card = panel.isEmpty() ? QString("card") : panel;
        const QString own = thingAt(e->position()).section('.', 0, 0);
        if (drag_ == Drag::Page || (drag_ == Drag::Laid && panels_))
            session_.selection().choose(card);
        else if (drag_ == Drag::Laid && session_.design().groupWith(own.toStdString()))
            session_.selection().choose(session_.wholeOf(own));
        else if (drag_ == Drag::Orbit && e->button() == Qt::LeftButton)
            session_.selection().choose(thingAt(e->position()).isEmpty() ? QString() : card);
    }
    if (drag_ == Drag::Laid)
        laid_.release();
    drag_ = Drag::None;
}

void StandingView::wheelEvent(QWheelEvent* e) {
    framed_ = false;
    camera.zoomBy(std::pow(1.0015, e->angleDelta().y()));
    update();
    e->accept();
}

void StandingView::keyPressEvent(QKeyEvent* e) {
    const double turn = 0.1;
    const bool was = framed_;
    framed_ = framed_ && e->key() == Qt::Key_Escape;
    switch (e->key()) {
    case Qt::Key_Escape:
        session_.placing().setTool(Placing::Tool::Select);
        return;
    case Qt::Key_Left:
        camera.orbit(-turn, 0);
        break;
    case Qt::Key_Right:
        camera.orbit(turn, 0);
        break;
    case Qt::Key_Up:
        camera.orbit(0, turn);
        break;
    case Qt::Key_Down:
        camera.orbit(0, -turn);
        break;
    case Qt::Key_Plus:
    case Qt::Key_Equal:
        camera.zoomBy(1.15);
        break;
    case Qt::Key_Minus:
        camera.zoomBy(1 / 1.15);
        break;
    case Qt::Key_Home:
        frameCard();
        break;
    default:
        framed_ = was;
        QWidget::keyPressEvent(e);
        return;
    }
    update();
}

void StandingView::leaveEvent(QEvent*) { session_.selection().hover({}); }

} // namespace hl::app
