// The session: one history, one selection, one newest snapshot.
#include "app/session/session.h"
#include "core/files/hlantern.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QtTest>

using namespace hl;
using namespace hl::test;

class SessionTest : public QObject {
    Q_OBJECT
    QTemporaryDir dir_;
    Design box() { return with(card(), "box", "card.spine"); }

  private slots:
    void initTestCase() { qputenv("XDG_DATA_HOME", dir_.path().toUtf8()); }

    void stepsAreUndoneInOrder() {
        Session s;
        s.open(card(), {});
        std::vector<Design> states{s.design()};
        for (const char* kind : {"box", "tent", "v-fold"}) {
            s.edit(with(s.design(), kind, "card.spine"), kind);
            states.push_back(s.design());
        }
        QCOMPARE(s.history()->count(), 3);
        for (int i = 2; i >= 0; --i) {
            s.history()->undo();
            QVERIFY(s.design() == states[size_t(i)]);
        }
        for (int i = 1; i <= 3; ++i) {
            s.history()->redo();
            QVERIFY(s.design() == states[size_t(i)]);
        }
    }

    void aGestureIsOneStep() {
        Session s;
        s.open(box(), {});
        for (const char* left : {"26 mm", "27 mm", "28 mm"})
            QVERIFY(s.edit(setMeasure(s.design(), "box1", "left", left), "drag", "drag 1"));
        QCOMPARE(s.history()->count(), 1);
        QVERIFY(s.edit(setMeasure(s.design(), "box1", "left", "29 mm"), "drag", "drag 2"));
        QCOMPARE(s.history()->count(), 2);
        s.history()->undo();
        s.history()->undo();
        QVERIFY(s.design() == box());
        QVERIFY(!s.modified());
    }

    void aRefusedEditChangesNothing() {
        Session s;
        s.open(box(), {});
        QSignalSpy refused(&s, &Session::refused);
        QVERIFY(!s.edit(setMeasure(s.design(), "box1", "left", "many"), "typed"));
        QCOMPARE(refused.count(), 1);
        QVERIFY(refused.front().front().toString().contains("measure left"));
        QVERIFY(s.design() == box() && s.history()->count() == 0);
        s.edit(s.design(), "nothing"); // the same design is no step
        QCOMPARE(s.history()->count(), 0);
    }

    void selectionLetsGoOfWhatIsGone() {
        Session s;
        s.open(box(), {});
        s.selection().choose("box1.tip");
        QCOMPARE(s.selection().structure(), QString("box1"));
        s.edit(removeStructure(s.design(), "box1"), "remove");
        QVERIFY(s.selection().chosen().isEmpty());
        s.selection().choose("card");
        QVERIFY(s.selection().structure().isEmpty());
        QVERIFY(Selection::means({"box1"}, "box1.tip") && Selection::means({"box1"}, "box1"));
        QVERIFY(!Selection::means({"box1"}, "box10.tip") && !Selection::means({}, "box1"));
        QVERIFY(Selection::means({"box2", "box1"}, "box1.tip"));
        QVERIFY(!Selection::means({"card"}, "card.spine")); // all of it, which is none of it
    }

    void theOpeningStaysInItsRange() {
        Session s;
        QSignalSpy changed(&s, &Session::openingChanged);
        s.setOpening(-20);
        QCOMPARE(s.opening(), 0.0);
        s.setOpening(1e9);
        QCOMPARE(s.opening(), 180.0);
        s.setOpening(180);
        QCOMPARE(changed.count(), 2); // nothing is told twice
    }

    void snapshotsComeInStages() {
        Session s;
        std::vector<int> stages;
        connect(&s, &Session::snapshotChanged, this, [&] {
            if (s.snapshot()->stage != Snapshot::Proving) // only where it takes long
                stages.push_back(s.snapshot()->stage);
        });
        s.open(box(), {});
        QVERIFY(QTest::qWaitFor(
            [&] { return s.snapshot() && s.snapshot()->stage == Snapshot::Advised; }, 60000));
        QCOMPARE(stages, (std::vector<int>{Snapshot::Folded, Snapshot::Proved, Snapshot::Measured,
                                           Snapshot::Advised}));
        QVERIFY(s.current() && s.snapshot()->verdict() == Verdict::Works);
        QCOMPARE(s.hostForNew(), QString("card.spine"));
        s.selection().choose("box1.tip");
        QCOMPARE(s.hostForNew(), QString("box1.tip"));
    }

    void savingMakesItClean() {
        Session s;
        s.open(box(), {});
        s.edit(with(s.design(), "tent", "card.spine"), "add");
        QVERIFY(s.modified());
        const QString path = dir_.filePath("a.hlantern");
        QVERIFY(s.save(path));
        QVERIFY(!s.modified());
        QCOMPARE(s.path(), path);
        s.history()->undo();
        QVERIFY(s.modified()); // the file has what was undone
        QVERIFY(*loadDesign(path.toStdString()) != s.design());
        QVERIFY(!s.load(dir_.filePath("missing.hlantern")));
        QVERIFY(s.design() == box()); // what was open stays open
    }
};

HL_TEST(SessionTest)
#include "session.moc"
