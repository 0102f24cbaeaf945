// Hands on the card: adhesive dragged in the flat view by the line where it ends, frames that come
// faster while something moves and fine when it rests.
#include "app/flat/flat_view.h"
#include "app/panels/opening_strip.h"
#include "app/standing/standing_view.h"
#include "core/dress/dress.h"
#include "core/edit/laid.h"
#include "core/edit/tell.h"
#include "tests/app/dress_room.h"
#include "tests/program.h"
#include <QtTest>
#include <cmath>
#include <set>

using namespace hl;
using namespace hl::test;

class Hands : public QObject, public DressRoom {
    Q_OBJECT
    template<class V> void moveTo(V& view, const QPoint& at) {
        QMouseEvent move(QEvent::MouseMove, at, view.mapToGlobal(at), Qt::NoButton, Qt::LeftButton,
                         {});
        QApplication::sendEvent(&view, &move);
    }

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }

    // One drag is one step of the history, and goes by half millimetres.
    void theAdhesivesEndIsDragged() {
        const auto banded = tell(office(), "office.left-tab", {{"zone", "band left 4 mm"}});
        QVERIFY2(banded, banded ? "" : banded.problem().text().c_str());
        open(*banded);
        w_->goTo("build");
        FlatView& flat = w_->flat();
        flat.trueScale();
        const Assembly& a = session().snapshot()->folded->assembly;
        const Panel& tab = a.panels[size_t(a.panel("office.left-tab"))];
        Vec2 low = tab.outline[0], high = low;
        for (const Vec2& p : tab.outline) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
        const std::string part = a.parts[size_t(tab.part)].id;
        const Vec2 line(low.x() + 4, (low.y() + high.y()) / 2);
        const QPoint from = flat.pixelOf(part, line).toPoint();
        const QPoint to = flat.pixelOf(part, line + Vec2(2.9, 0)).toPoint();
        QTest::mousePress(&flat, Qt::LeftButton, {}, from);
        moveTo(flat, (from + to) / 2);
        moveTo(flat, to);
        const auto size = [&] { return session().design().zones.at(0).zone.size.mm(); };
        QVERIFY2(std::fabs(size() - 6.9) < 1.2, qPrintable(QString::number(size())));
        QTest::mouseRelease(&flat, Qt::LeftButton, {}, to);
        QVERIFY(settled());
        QCOMPARE(std::fmod(size(), 0.5), 0.0);
        QCOMPARE(session().selection().chosen(), QString("office.left-tab"));
        press("Ctrl+Z");
        QCOMPARE(size(), 4.0);
        QVERIFY(settled());
    }

    // A mat's pattern is moved and turned in the flat view, each in one step.
    void aPatternIsDraggedOnItsPart() {
        Design d = office();
        paperPrinting(d, *tile("brick"));
        const std::string brick = d.stocks.back().id;
        open(layMat(d, "card.page-left", brick, true, false)->first);
        w_->goTo("build");
        FlatView& flat = w_->flat();
        flat.trueScale();
        session().selection().choose("mat1");
        const auto laid = [&] {
            return *laidOf(*session().snapshot()->folded, "mat1", &session().snapshot()->upright);
        };
        const auto drag = [&](const Vec2& from, const Vec2& to) {
            const QPoint a = flat.pixelOf("mat1", from).toPoint(),
                         b = flat.pixelOf("mat1", to).toPoint();
            QTest::mousePress(&flat, Qt::LeftButton, {}, a);
            moveTo(flat, (a + b) / 2);
            moveTo(flat, b);
            QTest::mouseRelease(&flat, Qt::LeftButton, {}, b);
            QVERIFY(settled());
        };
        const Vec2 middle = laid().middle();
        drag(middle, middle + Vec2(12, -20));
        const Vec2 moved = laid().across * laid().right + laid().along * laid().up;
        QVERIFY2((moved - Vec2(12, -20)).norm() < 2,
                 qPrintable(QString("%1 %2").arg(laid().across).arg(laid().along)));
        press("Ctrl+Z");
        QVERIFY(settled());
        QVERIFY((laid().middle() - middle).norm() < 1e-9);
        // A quarter to the left, by the knob.
        const QPointF at = flat.pixelOf("mat1", middle),
                      up = flat.pixelOf("mat1", middle + laid().up);
        const double perMm = QLineF(at, up).length();
        const Vec2 knob = laid().knob(18 / perMm);
        drag(knob, middle + leftOf(Vec2(knob - middle)));
        QVERIFY2(std::fabs(laid().turned - pi / 2) < 0.1,
                 qPrintable(QString::number(laid().turned)));
        press("Ctrl+Z");
        QVERIFY(settled());
    }

    // While a hand turns the card its edges are not smoothed; at rest they are, in the same place.
    void framesWhileAHandMovesIt() {
        open(office());
        StandingView& view = w_->standing();
        const QPoint from(20, 30), to(70, 45);       // beside the card
        const auto tones = [](const QImage& image) { // smoothed edges have colours in between
            std::set<QRgb> all;
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x)
                    all.insert(image.pixel(x, y));
            return all.size();
        };
        QTest::mousePress(&view, Qt::LeftButton, {}, from);
        moveTo(view, to);
        const QImage quick = view.grab().toImage();
        QTest::mouseRelease(&view, Qt::LeftButton, {}, to);
        const QImage fine = view.grab().toImage();
        QVERIFY(quick != fine);
        QVERIFY2(tones(fine) > tones(quick),
                 qPrintable(QString("%1 %2").arg(tones(fine)).arg(tones(quick))));
        QCOMPARE(view.grab().toImage(), fine);
        double apart = 0;
        for (int y = 0; y < fine.height(); y += 3)
            for (int x = 0; x < fine.width(); x += 3)
                apart += std::abs(qGray(fine.pixel(x, y)) - qGray(quick.pixel(x, y))) > 60;
        QVERIFY(apart < 0.02 * fine.width() * fine.height() / 9);
        // So it is while the strip is scrubbed.
        auto* strip = w_->findChild<OpeningStrip*>();
        const QPoint there(int(strip->xOf(70)), strip->height() / 2);
        QTest::mousePress(strip, Qt::LeftButton, {}, there - QPoint(9, 0));
        moveTo(*strip, there);
        const QImage scrubbed = view.grab().toImage();
        QTest::mouseRelease(strip, Qt::LeftButton, {}, there);
        QVERIFY(view.grab().toImage() != scrubbed);
    }
};

HL_TEST(Hands)
#include "hands.moc"
