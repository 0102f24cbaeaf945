// Shapes, words, film and thread in the room Dress: from the tray onto the card, and dragged there.
#include "app/standing/dropped.h"
#include "app/standing/laid_drag.h"
#include "core/edit/edit.h"
#include "core/edit/groups.h"
#include "tests/app/dress_room.h"
#include "tests/program.h"
#include <QLineEdit>
#include <QListWidget>
#include <QtTest>

using namespace hl;
using namespace hl::test;

class AdorningInTheWindow : public QObject, public DressRoom {
    Q_OBJECT

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }

    // Shapes, words, film and thread of the tray: dropped, double clicked, found by name.
    void thingsArePutOn() {
        open(office());
        auto* things = tray<QListWidget>("tray-things");
        QVERIFY(things->count() >= 16);
        drop("topper star", seen("card.page-left"), thingMime);
        QCOMPARE(newest().kind, std::string("topper"));
        QCOMPARE(newest().on, std::string("card.page-left"));
        QCOMPARE(newest().set.at("adhesive").count, std::int64_t(1));
        QCOMPARE(session().selection().chosen().toStdString(), newest().id);
        QVERIFY(settled());
        const auto pick = [&](const char* thing, const char* place) {
            session().selection().choose(place);
            for (int i = 0; i < things->count(); ++i)
                if (things->item(i)->data(Qt::UserRole) == thing) {
                    things->setCurrentRow(i);
                    things->setFocus();
                    QTest::keyClick(things, Qt::Key_Return);
                }
        };
        pick("words", "card.page-right");
        QCOMPARE(newest().kind, std::string("words"));
        QVERIFY(settled());
        const QImage before = w_->standing().grab().toImage();
        pick("film", "card.spine");
        QCOMPARE(newest().kind, std::string("film"));
        QVERIFY(settled());
        QVERIFY(w_->standing().grab().toImage() != before);
        // On a panel it goes to the fold beside it.
        pick("thread", "card.page-right");
        QCOMPARE(newest().kind, std::string("thread"));
        QCOMPARE(newest().on, std::string("card.spine"));
        QVERIFY(settled());
        QTRY_COMPARE(tray<QListWidget>("tray-dressed")->count(), 4);
        // With nothing selected it is said what to do, and nothing changes.
        const Design now = design();
        pick("topper heart", "");
        QVERIFY(design() == now);
        auto* search = tray<QLineEdit>("tray-search");
        search->setText("heart");
        int shown = 0;
        for (int i = 0; i < things->count(); ++i)
            shown += !things->item(i)->isHidden();
        QCOMPARE(shown, 1);
        search->clear();
    }

    // A drawing is let go over a panel: then its file is asked for, and it lies there.
    void aDrawingIsDropped() {
        open(office());
        const QString path = dir_.filePath("star.svg");
        QFile f(path);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("<svg xmlns='http://www.w3.org/2000/svg' width='30mm' viewBox='0 0 30 30'><path "
                "d='M0 0 H30 L15 25 Z' fill='gold'/></svg>");
        f.close();
        const size_t before = design().structures.size();
        answerFile(path);
        drop("topper drawn", seen("card.page-left"), thingMime);
        QTRY_COMPARE_WITH_TIMEOUT(design().structures.size(), before + 1, patience);
        QVERIFY(settled());
        QCOMPARE(newest().on, std::string("card.page-left"));
        QCOMPARE(newest().outline.size(), size_t(3));
    }

    // The pattern of a mat is moved by the tile in its middle, in one step that is undone.
    void aPatternIsMoved() {
        Design d = office();
        paperPrinting(d, *tile("brick"));
        const std::string brick = d.stocks.back().id;
        open(layMat(d, "card.page-left", brick, true, false)->first);
        session().selection().choose("mat1");
        StandingView& view = w_->standing();
        const auto laid = [&] {
            return *laidOf(*session().snapshot()->folded, "mat1", &session().snapshot()->upright);
        };
        const QPoint from = view.pixelOf("mat1.mat", laid().middle()).toPoint();
        const QPoint to = view.pixelOf("mat1.mat", laid().middle() + Vec2(9, -14)).toPoint();
        QTest::mousePress(&view, Qt::LeftButton, {}, from);
        for (const QPoint& at : {(from + to) / 2, to}) {
            QMouseEvent move(QEvent::MouseMove, at, view.mapToGlobal(at), Qt::NoButton,
                             Qt::LeftButton, Qt::ControlModifier);
            QApplication::sendEvent(&view, &move);
        }
        QTest::mouseRelease(&view, Qt::LeftButton, {}, to);
        QVERIFY(settled());
        const Vec2 moved = laid().across * laid().right + laid().along * laid().up;
        QVERIFY2((moved - Vec2(9, -14)).norm() < 2,
                 qPrintable(QString("%1 %2").arg(moved.x()).arg(moved.y())));
        press("Ctrl+Z");
        QVERIFY(settled());
        QVERIFY(std::fabs(laid().across) < 1e-9 && std::fabs(laid().along) < 1e-9);
    }

    // What is held as one is chosen by a press on any of it, moved and turned by the mouse with all
    // that is in it, one step each; a second press has the one figure.
    void aGroupsHandles() {
        Design d = office();
        for (auto [across, along] : {std::pair{"40", "70"}, {"65", "85"}})
            d = addStructure(
                    d, "topper", "card.page-left",
                    {{"width", "16"}, {"height", "12"}, {"across", across}, {"along", along}})
                    ->first;
        const std::string first = d.structures[d.structures.size() - 2].id,
                          other = d.structures.back().id;
        d = holdAsOne(d, "Lamps", {first, other})->first;
        open(d);
        w_->goTo("build");
        laidOut();
        QVERIFY(settled());
        StandingView& view = w_->standing();
        const auto at = [&](const std::string& id) {
            return laidOf(*session().snapshot()->folded, id)->middle();
        };
        const auto pixel = [&](const Vec2& p) {
            return view.pixelOf("card.page-left", p).toPoint();
        };
        const Vec2 a = at(first), b = at(other);
        QTest::mouseClick(&view, Qt::LeftButton, {}, pixel(a));
        QCOMPARE(session().selection().chosen(), QString("group1"));
        // In the middle of the drag both are under way already.
        const QPoint to = pixel(a + Vec2(9, 12));
        QTest::mousePress(&view, Qt::LeftButton, {}, pixel(a));
        for (int i = 1; i <= 4; ++i) {
            const QPoint now = pixel(a) + (to - pixel(a)) * i / 4;
            QMouseEvent move(QEvent::MouseMove, now, view.mapToGlobal(now), Qt::NoButton,
                             Qt::LeftButton, Qt::ControlModifier);
            QApplication::sendEvent(&view, &move);
        }
        QVERIFY(settled());
        const Vec2 moved = at(first) - a;
        QVERIFY((a + moved - view.flatAt("card.page-left", to)).norm() < 1.5);
        QVERIFY((at(other) - b - moved).norm() < 1e-4);
        QTest::mouseRelease(&view, Qt::LeftButton, {}, to);
        const auto knob = [&] {
            const Case& c = *session().snapshot()->folded;
            return LaidDrag::handle(view, c, *laidOf(c, "group1"), 4).toPoint();
        };
        const double wide = (at(other) - at(first)).norm();
        QTest::mousePress(&view, Qt::LeftButton, {}, knob());
        const QPoint aside =
            pixel(laidOf(*session().snapshot()->folded, "group1")->middle() + Vec2(25, 40));
        QMouseEvent turn(QEvent::MouseMove, aside, view.mapToGlobal(aside), Qt::NoButton,
                         Qt::LeftButton, Qt::ControlModifier);
        QApplication::sendEvent(&view, &turn);
        QVERIFY(settled());
        QVERIFY(std::fabs((at(other) - at(first)).norm() - wide) < 1e-4);
        QVERIFY(std::fabs(laidOf(*session().snapshot()->folded, "group1")->turn) > 0.1);
        QTest::mouseRelease(&view, Qt::LeftButton, {}, aside);
        press("Ctrl+Z");
        press("Ctrl+Z");
        QVERIFY(settled());
        QVERIFY((at(first) - a).norm() < 1e-6 && (at(other) - b).norm() < 1e-6);
        QTest::mouseClick(&view, Qt::LeftButton, {}, pixel(b));
        QCOMPARE(session().selection().chosen().toStdString(), other);
    }

    // A topper is moved, made larger and turned with the mouse, each in one step that is undone.
    void aToppersHandles() {
        open(office());
        drop("topper rectangle", seen("card.page-left"), thingMime);
        QVERIFY(settled());
        const std::string id = newest().id;
        StandingView& view = w_->standing();
        const auto laid = [&] { return *laidOf(*session().snapshot()->folded, id); };
        const auto handle = [&](int which) {
            return LaidDrag::handle(view, *session().snapshot()->folded, laid(), which).toPoint();
        };
        const auto drag = [&](const QPoint& from, const QPoint& to) {
            QTest::mousePress(&view, Qt::LeftButton, {}, from);
            for (int i = 1; i <= 4; ++i) { // a hand moves in steps
                const QPoint at = from + (to - from) * i / 4;
                QMouseEvent move(QEvent::MouseMove, at, view.mapToGlobal(at), Qt::NoButton,
                                 Qt::LeftButton, Qt::ControlModifier);
                QApplication::sendEvent(&view, &move);
            }
            QTest::mouseRelease(&view, Qt::LeftButton, {}, to);
            QVERIFY(settled());
        };
        const auto middle = [&] {
            return view.pixelOf("card.page-left", laid().middle()).toPoint();
        };
        const Laid before = laid();
        const QPoint to = middle() + QPoint(-30, 25);
        const Vec2 meant = view.flatAt("card.page-left", to);
        drag(middle(), to);
        QVERIFY(std::fabs(laid().across - before.across) + std::fabs(laid().along - before.along) >
                3);
        QVERIFY2((laid().middle() - meant).norm() < 1.5, "it lies where it was let go");
        press("Ctrl+Z");
        QVERIFY(settled());
        QVERIFY(std::fabs(laid().across - before.across) < 1e-9);
        const QPoint corner = handle(2);
        drag(corner, corner + (corner - middle()) / 2);
        QVERIFY(laid().width > 1.3 * before.width && laid().height > 1.3 * before.height);
        QVERIFY(std::fabs(laid().across - before.across) < 1e-9);
        press("Ctrl+Z");
        QVERIFY(settled());
        drag(handle(4), handle(1));
        QVERIFY(std::fabs(laid().turn) > 0.5);
        press("Ctrl+Z");
        QVERIFY(settled());
        QVERIFY(std::fabs(laid().turn - before.turn) < 1e-9);
    }
};

HL_TEST(AdorningInTheWindow)
#include "adorning.moc"
