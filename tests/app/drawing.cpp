// Drawing in the real window: blanks, creases, slits, tabs and gluing with the mouse and the
// keyboard, and the card folding with what was drawn.
#include "app/flat/flat_view.h"
#include "app/inspect/measure_field.h"
#include "app/session/recovery.h"
#include "app/standing/standing_view.h"
#include "core/edit/edit.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QPushButton>
#include <QTreeWidget>
#include <QtTest>

using namespace hl;

class DrawingInTheWindow : public QObject, hl::test::RealWindow {
    Q_OBJECT
    void tool(const char* name) {
        QTest::mouseClick(w_->findChild<QWidget*>(QString("button-draw-") + name), Qt::LeftButton);
        laidOut(); // the flat parts get more room
    }
    QPointF on(const char* part, double x, double y) {
        return w_->flat().pixelOf(part, Vec2(x, y));
    }
    void drag(const QPointF& from, const QPointF& to) {
        RealWindow::drag(&w_->flat(), from, to);
        QVERIFY(settled());
    }
    void click(const QPointF& at) {
        QTest::mouseClick(&w_->flat(), Qt::LeftButton, {}, at.toPoint());
        QVERIFY(settled());
    }
    void type(const char* field, const QString& text) {
        auto* f = w_->findChild<MeasureField*>(field);
        QVERIFY2(f, field);
        f->setFocus();
        f->selectAll();
        QTest::keyClicks(f, text);
        QTest::keyClick(f, Qt::Key_Return);
        QVERIFY(settled());
    }
    const LineSpec& firstLine() { return session().design().parts[0].lines[0]; }

  private slots:
    void initTestCase() { start(); }
    void init() {
        const QString path = dir_.filePath("plain.hlantern");
        QFile f(path);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write(R"({"format": "hinge-lantern", "version": 1,
                    "card": {"width": "140 mm", "height": "160 mm"}})");
        f.close();
        QVERIFY(w_->open(path));
        QVERIFY(settled());
    }
    void cleanupTestCase() { w_.reset(); }

    // From a blank to a step that folds with the card, all by mouse.
    void aStepIsDrawnAndGlued() {
        QTest::mouseClick(w_->findChild<QWidget*>("button-add-blank"), Qt::LeftButton);
        QVERIFY(settled());
        QCOMPARE(session().selection().chosen(), QString("part1"));
        QVERIFY(session().snapshot()->findings.front().code == "mobility.loose");
        // A crease near the middle snaps to the middles of both edges.
        tool("mountain");
        drag(on("part1", 30.8, 0.6), on("part1", 29.4, 39.7));
        QCOMPARE(session().design().parts[0].lines.size(), size_t(1));
        QCOMPARE(firstLine().points[0].x.mm(), 30.0);
        QCOMPARE(firstLine().points[0].y.mm(), 0.0);
        QCOMPARE(firstLine().points[1].x.mm(), 30.0);
        QCOMPARE(firstLine().points[1].y.mm(), 40.0);
        tool("tab");
        click(on("part1", 0.5, 20));
        click(on("part1", 59.5, 21));
        QCOMPARE(session().design().parts[0].tabs.size(), size_t(2));
        // One tab is glued in the flat view, the other in the standing one.
        tool("glue");
        click(on("part1", -4, 20));
        QCOMPARE(session().placing().picked(), QString("part1.tab1"));
        click(on("card", -30, 80));
        QCOMPARE(session().design().joins.size(), size_t(1));
        QVERIFY(session().placing().tool() == Placing::Tool::Select);
        tool("glue");
        click(on("part1", 64, 20));
        session().setOpening(120);
        StandingView& standing = w_->standing();
        const QPointF at = standing.pixelOf("card.page-right", Vec2(30, 80));
        if (standing.panelAt(at) != "card.page-right") // the step itself may stand in between
            QTest::mouseClick(&w_->flat(), Qt::LeftButton, {}, on("card", 30, 80).toPoint());
        else
            QTest::mouseClick(&standing, Qt::LeftButton, {}, at.toPoint());
        QVERIFY(settled());
        QCOMPARE(session().design().joins.size(), size_t(2));
        // Both feet lie level and 30 mm from the spine, give or take a pixel: make it exact.
        type("tab2-x", "30 mm");
        session().selection().choose("part1");
        type("tab1-x", "-30 mm");
        const double level = session().design().join("join1")->at.y.mm();
        for (const JoinSpec& j : session().design().joins)
            if (j.panel == "part1.tab2")
                QVERIFY(std::abs(j.at.y.mm() - (level - 40)) < 1.5);
        type("tab2-y", QString::number(level - 40, 'f', 6) + " mm");
        const Case& c = *session().snapshot()->folded;
        for (const Pose& p : c.poses)
            QVERIFY2(p.misfit() < 1e-6, qPrintable(QString::number(p.misfit())));
        QVERIFY(session().snapshot()->verdict() == Verdict::Works);
        // It stands as a parallelogram does.
        const Pose p = poseAt(c.linkage, c.motion, 90);
        const Vec3 tip = p.panels[c.assembly.panel("part1.crease1-left")].at(Vec2(30, 0));
        QVERIFY(std::abs(tip.x()) < 1e-6 && std::abs(tip.z() - 60 * std::sqrt(0.5)) < 1e-6);
        for (int i = 0; i < 30 && session().history()->canUndo(); ++i)
            session().history()->undo();
        QVERIFY(session().design().parts.empty()); // every step of it can be undone
    }

    // The ends of a drawn line are dragged and snap; the whole line moves along the ruler.
    void whatIsDrawnIsDragged() {
        QTest::mouseClick(w_->findChild<QWidget*>("button-add-blank"), Qt::LeftButton);
        QVERIFY(settled());
        tool("valley");
        drag(on("part1", 20, 0), on("part1", 20, 40)); // a third of the edge
        QCOMPARE(firstLine().points[0].x.mm(), 20.0);
        QTest::keyClick(&w_->flat(), Qt::Key_Escape);
        QVERIFY(session().placing().tool() == Placing::Tool::Select);
        const int steps = session().history()->count();
        drag(on("part1", 20, 40), on("part1", 45.2, 39.8));
        QCOMPARE(firstLine().points[1].x.mm(), 45.0); // three quarters
        QCOMPARE(firstLine().points[0].x.mm(), 20.0);
        drag(on("part1", 32.5, 20), on("part1", 36.5, 20));
        QVERIFY(std::abs(firstLine().points[0].x.mm() - 24) < 1);
        QCOMPARE(session().history()->count(), steps + 2); // a step for each gesture
        // Delete removes the line, not the blank.
        session().selection().choose("part1.crease1");
        w_->findChild<QAction*>("remove")->trigger();
        QVERIFY(session().design().parts[0].lines.empty());
        w_->findChild<QAction*>("remove")->trigger();
        QCOMPARE(session().design().parts.size(), size_t(1)); // nothing is selected
        session().selection().choose("part1");
        w_->findChild<QAction*>("remove")->trigger();
        QVERIFY(session().design().parts.empty());
    }

    // A cut-out by keyboard and fields alone: slits, creases, the spine smooth in between.
    void aCutOutByKeyboard() {
        session().selection().choose("card");
        auto press = [&](const char* name) {
            auto* b = w_->findChild<QPushButton*>(name);
            QVERIFY2(b, name);
            b->setFocus();
            QTest::keyClick(b, Qt::Key_Space);
            QVERIFY(settled());
            session().selection().choose("card");
        };
        press("drawn-slit");
        press("drawn-slit");
        for (auto [line, y] : {std::pair{"slit1", "40 mm"}, {"slit2", "70 mm"}}) {
            type(qPrintable(QString(line) + "-x1"), "-20 mm");
            type(qPrintable(QString(line) + "-x2"), "20 mm");
            type(qPrintable(QString(line) + "-y1"), y);
            type(qPrintable(QString(line) + "-y2"), y);
        }
        press("drawn-valley");
        press("drawn-mountain");
        press("drawn-valley");
        const char* const x[] = {"-20 mm", "0 mm", "20 mm"};
        for (int i = 0; i < 3; ++i) {
            const QString name = QString("crease%1").arg(i + 1);
            // Heights first: a line of no length is refused.
            for (auto [field, value] :
                 {std::pair{"-y1", "40 mm"}, {"-y2", "70 mm"}, {"-x1", x[i]}, {"-x2", x[i]}})
                type(qPrintable(name + field), value);
        }
        QSignalSpy refused(&session(), &Session::refused);
        press("drawn-smooth-the-spine");
        QVERIFY2(refused.isEmpty(), qPrintable(refused.value(0).value(0).toString()));
        QVERIFY(session().design().card.smooth.size() == 1);
        const Case& c = *session().snapshot()->folded;
        QCOMPARE(c.assembly.panels.size(), size_t(4));
        for (const Pose& p : c.poses)
            QVERIFY(p.misfit() < 1e-6);
        const Pose p = poseAt(c.linkage, c.motion, 90);
        const int tip = c.assembly.crease("card.crease2");
        QVERIFY(tip >= 0);
        const Crease& k = c.assembly.creases[tip];
        QVERIFY(std::abs(p.panels[k.left].at(k.from).z() - 40 * std::sqrt(0.5)) < 1e-6);
    }

    // Pointing at what cannot be drawn on or glued says so and changes nothing.
    void whatCannotBeIsRefused() {
        session().edit(addStructure(session().design(), "box", "card.spine", {})->first, "box");
        QVERIFY(settled());
        const Design before = session().design();
        QSignalSpy refused(&session(), &Session::refused);
        tool("slit");
        drag(on("box1", 5, 10), on("box1", 30, 10));
        QCOMPARE(refused.count(), 1);
        tool("glue");
        click(on("box1", 10, 20));
        QCOMPARE(refused.count(), 2);
        QVERIFY(session().design() == before);
        session().placing().setTool(Placing::Tool::Select);
    }
};

HL_TEST(DrawingInTheWindow)
#include "drawing.moc"
