// What stands behind the window: the tree of structures as a model that keeps what is current, and
// findings whose cards keep the keyboard.
#include "app/panels/finding_card.h"
#include "app/panels/structure_list.h"
#include "core/edit/edit.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QAbstractItemModelTester>
#include <QPushButton>

using namespace hl;
using namespace hl::test;

class Models : public QObject, public RealWindow {
    Q_OBJECT
    StructureList* list() { return w_->findChild<StructureList*>("structure-list"); }

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }

    // The tree follows the design by the rules of models, whatever is done to it.
    void theTreeIsAModel() {
        session().open(*newDesign(Measure::fromMm(140), Measure::fromMm(160), SpineSide::Left,
                                  Unit::Millimetre),
                       {});
        QAbstractItemModel* model = list()->model();
        const QAbstractItemModelTester tester(
            model, QAbstractItemModelTester::FailureReportingMode::QtTest);
        QCOMPARE(model->rowCount(), 1);
        const QModelIndex card = model->index(0, 0);
        QCOMPARE(model->rowCount(card), 0);
        auto add = [&](const char* kind, const char* on) {
            auto added = addStructure(session().design(), kind, on, {});
            QVERIFY2(added, on);
            session().edit(added->first, "add");
        };
        add("box", "card.spine");
        add("v-fold", "box1.tip");
        QCOMPARE(model->rowCount(card), 1);
        const QModelIndex box = model->index(0, 0, model->index(0, 0));
        QCOMPARE(box.data(StructureModel::idRole).toString(), QString("box1"));
        QCOMPARE(model->rowCount(box), 1);
        QCOMPARE(model->index(0, 0, box).data(StructureModel::idRole).toString(),
                 QString("v-fold1"));
        QCOMPARE(model->parent(model->index(0, 0, box)), box);
        session().edit(removeStructure(session().design(), "box1"), "remove");
        QCOMPARE(model->rowCount(model->index(0, 0)), 0);
        session().history()->undo();
        session().history()->undo();
        session().history()->redo();
        QCOMPARE(model->rowCount(model->index(0, 0)), 1);
        QVERIFY(settled());
    }

    // Walking along the list by key selects; what is selected elsewhere is current here, through
    // edits and names that change; the keyboard stays.
    void theListKeepsItsPlace() {
        QVERIFY(w_->open(HL_SOURCE_DIR "/demo/quillmere/signal-box.hlantern", true));
        QVERIFY(settled());
        w_->goTo("build");
        list()->setFocus();
        session().selection().choose("box1");
        auto current = [&] {
            return list()->currentIndex().data(StructureModel::idRole).toString();
        };
        QCOMPARE(current(), QString("box1"));
        QTest::keyClick(list(), Qt::Key_Down);
        QCOMPARE(session().selection().structure(), current());
        QVERIFY(current() != "box1");
        const QString kept = current();
        session().change([&](Design& d) { d.structure(kept.toStdString())->name = "Lamp room"; },
                         "rename");
        QCOMPARE(current(), kept);
        QCOMPARE(list()->currentIndex().data().toString(), QString("Lamp room"));
        session().edit(addStructure(session().design(), "tent", "card.spine", {})->first, "add");
        QCOMPARE(current(), kept);
        QVERIFY(list()->hasFocus());
        QVERIFY(settled());
        QVERIFY(list()->hasFocus());
        QCOMPARE(current(), kept);
    }

    // A finding that is still there after an edit keeps its card and the keyboard on it.
    void findingsKeepTheKeyboard() {
        QVERIFY(w_->open(HL_SOURCE_DIR "/demo/quillmere/faulty/collision.hlantern", true));
        QVERIFY(settled());
        w_->goTo("prove");
        auto* card = w_->findChild<QFrame*>("finding-0");
        QVERIFY(card && card->hasFocus());
        QTest::keyClick(card, Qt::Key_Return);
        QVERIFY(session().selection().finding());
        QVERIFY(card->property("chosen").toBool());
        session().change([](Design& d) { d.title = "Still two trunks"; }, "rename");
        QVERIFY(settled());
        QCOMPARE(w_->findChild<QFrame*>("finding-0"), card);
        QVERIFY(card->hasFocus());
        // Its remedy, carried out by key, does away with it.
        auto* act = card->findChild<QPushButton*>("remedy-0");
        QVERIFY(act && act->isVisible());
        act->setFocus();
        QTest::keyClick(act, Qt::Key_Space);
        QVERIFY(settled());
        for (const Finding& f : session().snapshot()->findings)
            QVERIFY(f.rule != "collision");
        session().history()->undo();
        QVERIFY(settled());
        QVERIFY(!session().snapshot()->findings.empty());
    }
};

HL_TEST(Models)
#include "models.moc"
