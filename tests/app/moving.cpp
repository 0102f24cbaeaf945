// What moves stays where it is: in the middle of every drag the real window shows the picture that
// it shows at rest, at the same place and size, with the same lines and colours.
#include "app/flat/flat_view.h"
#include "app/panels/opening_strip.h"
#include "app/standing/dropped.h"
#include "core/assemble/assemble.h"
#include "core/dress/dress.h"
#include "core/edit/laid.h"
#include "core/edit/papers.h"
#include "core/edit/tell.h"
#include "tests/app/dress_room.h"
#include "tests/program.h"
#include <QPainter>
#include <QScreen>
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

// How far `b` is `a` moved, made larger or drawn otherwise.
struct Apart {
    double place = 0;  // pixels: of the corner that is moved farthest
    double colour = 0; // mean over all pixels and channels, of 255
    double lines = 1;  // the part of the thin dark lines of `a` that `b` has
    QString text() const {
        return QString("%1 px, %2 of 255, %3 of the lines").arg(place).arg(colour).arg(lines);
    }
};

// Shift and growth by least squares on the differences (one step of Lucas and Kanade).
Apart apart(const QImage& a, const QImage& b) {
    Apart out;
    const int w = a.width(), h = a.height();
    const auto grey = [](const QImage& of, int x, int y) { return double(qGray(of.pixel(x, y))); };
    Eigen::Matrix3d normal = Eigen::Matrix3d::Identity() * 1e-9;
    Eigen::Vector3d right = Eigen::Vector3d::Zero();
    int thin = 0, kept = 0;
    for (int y = 1; y + 1 < h; ++y)
        for (int x = 1; x + 1 < w; ++x) {
            const QRgb p = a.pixel(x, y), q = b.pixel(x, y);
            out.colour += (std::abs(qRed(p) - qRed(q)) + std::abs(qGreen(p) - qGreen(q)) +
                           std::abs(qBlue(p) - qBlue(q))) /
                          3.0;
            const double dx = (grey(a, x + 1, y) - grey(a, x - 1, y)) / 2,
                         dy = (grey(a, x, y + 1) - grey(a, x, y - 1)) / 2;
            const Eigen::Vector3d row(dx, dy, dx * (x - w / 2.0) + dy * (y - h / 2.0));
            normal += row * row.transpose();
            right -= row * (grey(b, x, y) - grey(a, x, y));
            // Darker than what is on both sides of it, in one direction or the other.
            const auto dark = [&](const QImage& of, double by) {
                const double here = grey(of, x, y) + by;
                return (here < grey(of, x - 1, y) && here < grey(of, x + 1, y)) ||
                       (here < grey(of, x, y - 1) && here < grey(of, x, y + 1));
            };
            if (dark(a, 25)) {
                ++thin;
                kept += dark(b, 8);
            }
        }
    out.colour /= double(w) * h;
    const Eigen::Vector3d moved = normal.ldlt().solve(right);
    out.place = moved.head<2>().norm() + std::fabs(moved.z()) * std::hypot(w, h) / 2;
    out.lines = thin ? double(kept) / thin : 1;
    return out;
}

} // namespace

class Moving : public QObject, public DressRoom {
    Q_OBJECT

    QImage seenIn(QWidget& view) {
        laidOut();
        const QImage all = w_->screen()->grabWindow(w_->winId()).toImage();
        const double ratio = w_->devicePixelRatioF();
        const QPoint at = view.mapTo(w_.get(), QPoint(0, 0));
        return all.copy(QRect(QPointF(at * ratio).toPoint(), view.size() * ratio));
    }
    void moveTo(QWidget& view, const QPointF& at, Qt::MouseButton by) {
        QMouseEvent move(QEvent::MouseMove, at, view.mapToGlobal(at), Qt::NoButton, by, {});
        QApplication::sendEvent(&view, &move);
    }
    // Drags in `from` and looks at `view`: in the middle of the drag, just before the button is let
    // go, and at rest. What is seen before it is let go is what is there afterwards.
    void dragged(QWidget& on, QWidget& view, const QPointF& from, const QPointF& to,
                 Qt::MouseButton by = Qt::LeftButton, double lines = 0.97) {
        QVERIFY(view.isVisible() && view.width() > 100);
        QVERIFY(on.rect().contains(from.toPoint()) && on.rect().contains(to.toPoint()));
        const QImage before = seenIn(view);
        QTest::mousePress(&on, by, {}, from.toPoint());
        for (int i = 1; i <= 6; ++i) {
            moveTo(on, from + (to - from) * i / 6, by);
            laidOut();
        }
        QVERIFY(settled());
        const QImage mid = seenIn(view);
        QVERIFY2(mid != before, "the drag changes nothing");
        QTest::mouseRelease(&on, by, {}, to.toPoint());
        QVERIFY(settled());
        const QImage rest = seenIn(view);
        const Apart a = apart(rest, mid);
        if (qEnvironmentVariableIsSet("HL_LOOK")) {
            mid.save(qEnvironmentVariable("HL_LOOK") + "/" + QTest::currentTestFunction() +
                     "-mid.png");
            rest.save(qEnvironmentVariable("HL_LOOK") + "/" + QTest::currentTestFunction() +
                      "-rest.png");
        }
        QVERIFY2(a.place < 0.5 && a.colour < 1 && a.lines > lines, qPrintable(a.text()));
    }
    StandingView& standing() { return w_->standing(); }
    // With the box chosen that has the name.
    void build(const Design& d) {
        open(d);
        w_->goTo("build");
        laidOut();
    }
    QPointF tipOf(const std::string& crease, std::string& panel) {
        const Assembly& a = session().snapshot()->folded->assembly;
        const Crease& tip = a.creases[size_t(a.crease(crease))];
        panel = a.panels[size_t(tip.left)].id;
        return standing().pixelOf(panel, (tip.from + tip.to) / 2);
    }

  private slots:
    void initTestCase() {
        start();
        w_->resize(1280, 800);
        laidOut();
    }
    void cleanupTestCase() { w_.reset(); }

    void whatMeasuresSeesAJump() {
        QImage a(200, 120, QImage::Format_RGB32);
        a.fill(Qt::white);
        QPainter(&a).drawRect(40, 30, 90, 50);
        QImage b(200, 120, QImage::Format_RGB32);
        b.fill(Qt::white);
        QPainter(&b).drawRect(41, 30, 90, 50);
        QVERIFY(apart(a, a).place < 1e-6 && apart(a, a).lines == 1);
        QVERIFY2(apart(a, b).lines < 0.97 && apart(a, b).colour > 1,
                 qPrintable(apart(a, b).text()));
    }
    void theOpeningIsScrubbed() {
        build(*loadDesign(HL_SOURCE_DIR "/demo/quillmere/01-water-tower.hlantern"));
        auto* strip = w_->findChild<OpeningStrip*>();
        const double y = strip->height() / 2.0;
        const double from = session().opening() > 100 ? 120 : 60;
        dragged(*strip, standing(), {strip->xOf(from), y}, {strip->xOf(from + 17), y});
    }
    void aPageIsDragged() {
        build(office());
        const QPointF at = seen("card.page-left");
        dragged(standing(), standing(), at, at + QPointF(30, -20));
    }
    void theViewIsTurned() {
        build(*loadDesign(HL_SOURCE_DIR "/demo/quillmere/01-water-tower.hlantern"));
        dragged(standing(), standing(), {14, 14}, {90, 60});
        dragged(standing(), standing(), {200, 100}, {290, 160}, Qt::RightButton);
    }
    void theViewIsShifted() {
        build(office());
        dragged(standing(), standing(), {200, 100}, {250, 130}, Qt::MiddleButton);
    }
    void aHandleIsDragged() {
        build(office());
        session().selection().choose("office");
        std::string panel;
        const QPointF from = tipOf("office.tip", panel);
        const QPointF way = standing().pixelOf("card.page-right", Vec2(60, 80)) -
                            standing().pixelOf("card.page-right", Vec2(50, 80));
        dragged(standing(), standing(), from, from + way);
        QVERIFY(measuresOf(session().design(), "office")->at("right") > 52);
    }
    void aTopperIsDragged() {
        open(office());
        drop("topper rectangle", seen("card.page-left"), thingMime);
        QVERIFY(settled());
        const std::string id = newest().id;
        session().selection().choose(QString::fromStdString(id));
        const Laid laid = *laidOf(*session().snapshot()->folded, id);
        const QPointF at = standing().pixelOf("card.page-left", laid.middle());
        dragged(standing(), standing(), at, at + QPointF(-24, 20));
    }
    void aPatternIsDragged() {
        Design d = office();
        paperPrinting(d, *tile("brick"));
        const std::string brick = d.stocks.back().id;
        build(layMat(d, "card.page-left", brick, true, false)->first);
        session().selection().choose("mat1");
        FlatView& flat = w_->flat();
        const Laid laid =
            *laidOf(*session().snapshot()->folded, "mat1", &session().snapshot()->upright);
        const QPointF at = flat.pixelOf("mat1", laid.middle());
        dragged(flat, flat, at, at + QPointF(9, -6));
        dragged(flat, standing(), at + QPointF(9, -6), at + QPointF(3, 3));
    }
    // Every part in turn becomes larger and smaller under the hand; none goes away from under it.
    void aFlatCreaseIsDragged() {
        build(office());
        FlatView& flat = w_->flat();
        for (const QPointF way : {QPointF(26, 0), QPointF(-34, 0)}) {
            const Assembly& a = session().snapshot()->folded->assembly;
            const Crease& tip = a.creases[size_t(a.crease("office.tip"))];
            const std::string part = a.parts[size_t(a.panels[size_t(tip.left)].part)].id;
            const QPointF from = flat.pixelOf(part, (tip.from + tip.to) / 2);
            const QPointF origin = flat.pixelOf(part, Vec2(0, 0));
            dragged(flat, flat, from, from + way, Qt::LeftButton, 0.9); // a note covers some
            QVERIFY(QLineF(origin, flat.pixelOf(part, Vec2(0, 0))).length() < 0.5);
        }
    }
    void adhesiveIsDragged() {
        const auto banded = tell(office(), "office.left-tab", {{"zone", "band left 4 mm"}});
        QVERIFY2(banded, banded ? "" : banded.problem().text().c_str());
        build(*banded);
        FlatView& flat = w_->flat();
        const Assembly& a = session().snapshot()->folded->assembly;
        const Panel& tab = a.panels[size_t(a.panel("office.left-tab"))];
        Vec2 low = tab.outline[0], high = low;
        for (const Vec2& p : tab.outline) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
        const std::string part = a.parts[size_t(tab.part)].id;
        const Vec2 line(low.x() + 4, (low.y() + high.y()) / 2);
        dragged(flat, flat, flat.pixelOf(part, line), flat.pixelOf(part, line + Vec2(2.9, 0)));
    }
    // What is drawn while it moves has the whole of the scene: seen large, small and beside.
    void near_farAndBeside() {
        build(*loadDesign(HL_SOURCE_DIR "/demo/quillmere/footbridge.hlantern"));
        for (const double zoom : {0.4, 2.0, 5.0}) {
            standing().camera.zoom = zoom;
            standing().update();
            dragged(standing(), standing(), {14, 14}, {60, 40}, Qt::RightButton);
        }
    }
};

HL_TEST(Moving)
#include "moving.moc"
