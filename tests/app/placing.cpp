// The gallery, placing by pointing with a live ghost, handles in space, copies and forms of card,
// in the real window with mouse and keyboard.
#include "app/flat/flat_view.h"
#include "app/gallery/gallery.h"
#include "app/inspect/measure_field.h"
#include "app/standing/standing_view.h"
#include "app/start/card_picture.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/edit/tell.h"
#include "core/structures/family.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QAction>
#include <QComboBox>
#include <QLineEdit>
#include <QScrollArea>
#include <QScrollBar>
#include <QtTest>

using namespace hl;

class PlacingInTheWindow : public QObject, hl::test::RealWindow {
    Q_OBJECT
    const Design& design() { return session().design(); }
    StandingView& standing() { return w_->standing(); }
    Gallery* gallery() {
        w_->findChild<QAction*>("gallery")->trigger();
        Gallery* open = nullptr; // the one before may still be about to go
        for (Gallery* g : w_->findChildren<Gallery*>())
            open = g->isVisible() ? g : open;
        return open;
    }
    void hover(QWidget* v, const QPointF& at) {
        QMouseEvent move(QEvent::MouseMove, at, v->mapToGlobal(at), Qt::NoButton, Qt::NoButton, {});
        QApplication::sendEvent(v, &move);
    }
    void drag(QWidget* v, const QPointF& from, const QPointF& to) {
        RealWindow::drag(v, from, to);
        QVERIFY(settled());
    }

  private slots:
    void initTestCase() { start(); }
    void init() {
        auto card = newDesign(Measure::fromMm(140), Measure::fromMm(160), SpineSide::Left,
                              Unit::Millimetre);
        const QString path = dir_.filePath("plain.hlantern");
        session().open(*card, {});
        QVERIFY(session().save(path));
        QVERIFY(w_->open(path));
        QVERIFY(settled());
        session().setOpening(100);
    }
    void cleanupTestCase() { w_.reset(); }

    // What is seen of the gallery gets its pictures, what is scrolled out of sight not before it is
    // scrolled into it.
    void theGalleryShowsPicturesOfWhatIsSeen() {
        Gallery* g = gallery();
        QVERIFY(g);
        const auto empty = [&](bool seen) {
            int n = 0;
            for (auto* p : g->findChildren<CardPicture*>())
                n += p->empty() && p->visibleRegion().isEmpty() != seen;
            return n;
        };
        QTRY_COMPARE_WITH_TIMEOUT(empty(true), 0, patience);
        QVERIFY(empty(false) > 0);
        auto* area = g->findChild<QScrollArea*>();
        QVERIFY(area);
        area->verticalScrollBar()->setValue(area->verticalScrollBar()->maximum());
        QTRY_COMPARE_WITH_TIMEOUT(empty(true), 0, patience);
        g->reject();
    }

    // Every family is in the gallery with a picture; searching leaves what fits.
    void theGalleryShowsAllAndFindsSome() {
        Gallery* g = gallery();
        QVERIFY(g);
        for (const Family& f : families())
            QVERIFY2(g->findChild<QWidget*>("gallery-" + QString::fromStdString(f.id)),
                     f.id.c_str());
        auto* search = g->findChild<QLineEdit*>("gallery-search");
        QTest::keyClicks(search, "picture window");
        auto shown = [&] {
            QStringList out;
            for (const Family& f : families())
                if (g->findChild<QWidget*>("gallery-" + QString::fromStdString(f.id))
                        ->isVisibleTo(g))
                    out << QString::fromStdString(f.id);
            return out;
        };
        QCOMPARE(shown(), QStringList{"floating-layer"});
        search->clear();
        QTest::keyClicks(search, "zzz");
        QVERIFY(shown().isEmpty());
        search->clear();
        QCOMPARE(shown().size(), int(families().size()));
        g->reject();
    }

    // Chosen, then pointed at: the ghost follows the pointer along the fold, a click leaves it.
    void pointingPlacesWithALiveGhost() {
        Gallery* g = gallery();
        QTest::keyClicks(g->findChild<QLineEdit*>("gallery-search"), "raised floor");
        QTest::keyClick(g->findChild<QLineEdit*>("gallery-search"), Qt::Key_Return);
        QCOMPARE(session().placing().family(), QString("platform"));
        auto at = [&](double y) { return standing().pixelOf("card.page-right", Vec2(0, y)); };
        auto place = [&] {
            const auto ghost = session().placing().ghost();
            return ghost ? measuresOf(ghost->design, "platform1")->at("place") : -1;
        };
        hover(&standing(), at(70));
        QTRY_VERIFY(place() >= 0);
        const double first = place();
        hover(&standing(), at(100));
        QTRY_VERIFY(place() > first + 20); // as soon as it is folded
        const double second = place();
        QVERIFY(design().structures.empty()); // nothing is placed yet
        QTest::mouseClick(&standing(), Qt::LeftButton, {}, at(100).toPoint());
        QTRY_COMPARE(design().structures.size(), size_t(1)); // as soon as its ghost is folded
        QVERIFY(settled());
        QVERIFY(std::fabs(measuresOf(design(), "platform1")->at("place") - second) < 2);
        QCOMPARE(session().selection().chosen(), QString("platform1"));
        session().history()->undo();
        QVERIFY(design().structures.empty());
        QVERIFY(settled());
        // A topper goes on a panel, in the flat view; Esc leaves the placing.
        session().placing().start("topper");
        const QPointF spot = w_->flat().pixelOf("card", Vec2(60, 120));
        hover(&w_->flat(), spot);
        QTRY_VERIFY(session().placing().ghost());
        QTest::keyClick(&w_->flat(), Qt::Key_Escape);
        QVERIFY(!session().placing().ghost() && session().placing().family().isEmpty());
        session().placing().start("topper");
        QTest::mouseClick(&w_->flat(), Qt::LeftButton, {}, spot.toPoint());
        QTRY_VERIFY(design().structure("topper1") != nullptr);
        QVERIFY(settled());
        QCOMPARE(design().structure("topper1")->on, std::string("card.page-right"));
        QVERIFY(std::fabs(measuresOf(design(), "topper1")->at("across") - 60) < 2);
    }

    // A drag on a crease changes the measure whose way it is; on a panel the place.
    void handlesChangeMeasures() {
        session().edit(addStructure(design(), "box", "card.spine",
                                    {{"left", "30"}, {"right", "30"}, {"place", "50"}})
                           ->first,
                       "box");
        QVERIFY(settled());
        session().selection().choose("box1");
        const auto& a = session().snapshot()->folded->assembly;
        const Crease& tip = a.creases[size_t(a.crease("box1.tip"))];
        const std::string panel = a.panels[size_t(tip.left)].id;
        const Vec2 middle = (tip.from + tip.to) / 2;
        const QPointF from = standing().pixelOf(panel, middle);
        // Along e_R the tip follows the right foot's distance.
        const QPointF way = standing().pixelOf("card.page-right", Vec2(60, 80)) -
                            standing().pixelOf("card.page-right", Vec2(30, 80));
        drag(&standing(), from, from + way / 2);
        const double right = measuresOf(design(), "box1")->at("right");
        QVERIFY2(right > 38 && right < 55, qPrintable(QString::number(right)));
        QCOMPARE(measuresOf(design(), "box1")->at("left"), 30.0);
        session().history()->undo();
        QVERIFY(settled());
        QCOMPARE(measuresOf(design(), "box1")->at("right"), 30.0); // one drag, one step back
        const QPointF wall = standing().pixelOf("box1.left-wall", Vec2(10, 25));
        const QPointF up = standing().pixelOf("card.page-left", Vec2(-30, 110)) -
                           standing().pixelOf("card.page-left", Vec2(-30, 80));
        drag(&standing(), wall, wall + up);
        const double place = measuresOf(design(), "box1")->at("place");
        QVERIFY2(place > 65 && place < 95, qPrintable(QString::number(place)));
    }

    // Duplicate, mirror, copy, paste and remove from the keyboard; each can be undone.
    void copiesByKeyboard() {
        session().edit(
            addStructure(design(), "box", "card.spine",
                         {{"left", "35"}, {"right", "20"}, {"width", "30"}, {"place", "10"}})
                ->first,
            "box");
        session().selection().choose("box1");
        QVERIFY(settled());
        auto run = [&](const char* name) {
            auto* action = w_->findChild<QAction*>(name);
            QVERIFY2(action && action->isEnabled(), name);
            QVERIFY(!action->shortcut().isEmpty());
            action->trigger();
            QVERIFY(settled());
        };
        run("mirror");
        QVERIFY(std::fabs(measuresOf(design(), "box1")->at("right") - 35) < 1e-9);
        run("duplicate");
        QCOMPARE(design().structures.size(), size_t(2));
        run("copy");
        run("paste");
        QCOMPARE(design().structures.size(), size_t(3));
        run("remove");
        QCOMPARE(design().structures.size(), size_t(2));
        session().history()->undo();
        session().history()->undo();
        QCOMPARE(design().structures.size(), size_t(2));
    }

    // The card's form is chosen like a measure; its own measures appear with it.
    void theCardTakesForms() {
        w_->goTo("card");
        auto* form = w_->findChild<QWidget*>("form-accordion");
        QVERIFY(form);
        form->setFocus();
        QTest::keyClick(form, Qt::Key_Return);
        QVERIFY(settled());
        QCOMPARE(design().card.form, std::string("accordion"));
        QVERIFY(QTest::qWaitFor([&] { return w_->findChild<MeasureField*>("measure-pages"); }));
        auto* pages = w_->findChild<MeasureField*>("measure-pages");
        pages->setFocus();
        QTest::keyClick(pages, Qt::Key_Up);
        QVERIFY(settled());
        QCOMPARE(measuresOf(design(), "card")->at("pages"), 5.0);
        QVERIFY(session().snapshot()->folded->assembly.panel("card.page-5") >= 0);
    }

    // With the gluing tool the sides that are pointed at stay in view: from in front the sheet lies
    // on the page's face, seen from behind on its back, each time with the side up that was seen.
    void pointingTellsTheSides() {
        for (const bool behind : {false, true}) {
            init();
            auto made = addPart(design(), "label", "40 x 30");
            QVERIFY(made);
            session().edit(made->first, "Add a label");
            QVERIFY(settled());
            trigger("draw-glue");
            laidOut();
            standing().frameCard();
            if (behind)
                standing().camera.yaw += pi;
            QCOMPARE(standing().faceSeen("card.page-right"), !behind);
            const auto point = [&](const std::string& panel, const Vec2& flat) {
                const QPointF at = standing().pixelOf(panel, flat);
                QCOMPARE(standing().panelAt(at), QString::fromStdString(panel));
                QTest::mouseClick(&standing(), Qt::LeftButton, {}, at.toPoint());
            };
            const Assembly& a = session().snapshot()->folded->assembly;
            const bool faceUp = standing().faceSeen("label.sheet");
            QVERIFY(a.panel("label.sheet") >= 0);
            point("label.sheet", {20, 15});
            point("card.page-right", {70, 80});
            QVERIFY(settled());
            QCOMPARE(design().joins.size(), size_t(1));
            QCOMPARE(design().joins[0].ontoFace, !behind);
            QCOMPARE(design().joins[0].onFace, !faceUp);
            QVERIFY(session().history()->undoText().contains("Glue"));
        }
    }
};

HL_TEST(PlacingInTheWindow)
#include "placing.moc"
