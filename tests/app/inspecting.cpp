// Every field of every inspector, driven by key: each change is a step that is made, shown and
// undone; what is refused is told beside the field and changes nothing.
#include "app/flat/flat_view.h"
#include "app/inspect/inspector_panel.h"
#include "app/inspect/measure_field.h"
#include "core/edit/draw.h"
#include "core/edit/edit.h"
#include "core/edit/groups.h"
#include "core/edit/tell.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QToolButton>

using namespace hl;
using namespace hl::test;

class Inspecting : public QObject, public RealWindow {
    Q_OBJECT
    const Design& design() { return session().design(); }
    InspectorPanel* panel() { return w_->findChild<InspectorPanel*>("measures"); }

    // A card with a box, a cut-out in the pages, and a blank with a crease and a glued tab.
    Design furnished() {
        Design d = *newDesign(Measure::fromMm(140), Measure::fromMm(160), SpineSide::Left,
                              Unit::Millimetre);
        d = addStructure(d, "box", "card.spine", {{"place", "100"}, {"width", "30"}})->first;
        d = addBlank(d, Measure::fromMm(60), Measure::fromMm(40))->first;
        d = addLine(d, "part1", LineKind::Mountain, {30, 0}, {30, 40})->first;
        d = addTab(d, "part1", {0, 20})->first;
        d = glueOnto(d, "part1.tab1", "card.page-left", {-40, 60})->first;
        d = addLine(d, "card", LineKind::Valley, {20, 30}, {60, 30})->first;
        d = addBlank(d, Measure::fromMm(30), Measure::fromMm(20))->first;
        d = addJoin(d, "part2.sheet", "card.page-right", Told{{"side", "back"}})->first;
        for (auto [kind, to] : {std::pair{"slide", "5 mm"}, {"slot", "20"}}) {
            d = addBlank(d, Measure::fromMm(20), Measure::fromMm(30))->first;
            d = addJoin(d, d.parts.back().id + ".sheet", "card.page-left",
                        Told{{"kind", kind}, {"to", to}})
                    ->first;
        }
        for (const char* across : {"30", "60"})
            d = addStructure(d, "topper", "card.page-right",
                             {{"width", "12"}, {"height", "10"}, {"across", across}})
                    ->first;
        return holdAsOne(d, "Lamps", {"topper1", "topper2"})->first;
    }
    void open() {
        session().open(furnished(), {});
        QVERIFY(settled());
        w_->goTo("build");
    }
    // The fields that can be typed in or chosen from, by name; they are made anew all the time.
    QStringList names() {
        QStringList out;
        for (QWidget* w : panel()->findChildren<QWidget*>())
            if (!w->objectName().isEmpty() && w->isVisibleTo(panel()) && w->isEnabled() &&
                (qobject_cast<QComboBox*>(w) ||
                 (qobject_cast<QLineEdit*>(w) && !qobject_cast<QComboBox*>(w->parentWidget()))))
                out << w->objectName();
        return out;
    }
    // Changes one field as a hand at the keyboard does; whether the design is another one then.
    bool change(const QString& name) {
        const Design before = design();
        auto* field = panel()->findChild<QWidget*>(name);
        if (!field)
            return false;
        field->setFocus();
        if (auto* box = qobject_cast<QComboBox*>(field)) {
            const int other = box->currentIndex() == 0 ? 1 : 0;
            box->setCurrentIndex(other);
            emit box->activated(other);
        } else if (qobject_cast<MeasureField*>(field)) {
            QTest::keyClick(field, Qt::Key_Up);
            if (design() == before) // it is as large as it can be
                QTest::keyClick(field, Qt::Key_Down);
        } else {
            auto* line = qobject_cast<QLineEdit*>(field);
            line->selectAll();
            QTest::keyClicks(line, name == "card-envelope"             ? "180 x 170 mm"
                                   : name == "stock-weight"            ? "301"
                                   : name == "stock-caliper"           ? "0.41 mm"
                                   : name == "card-meant"              ? "box1"
                                   : name == "card-shown"              ? "60"
                                   : name == "card-front"              ? "behind"
                                   : name == "card-motion"             ? "card.spine 5 to 170"
                                   : name == "card-step"               ? "4 mm"
                                   : name.startsWith("glue-zone")      ? "band left 9 mm"
                                   : name.startsWith("glue-line")      ? "left"
                                   : name.startsWith("glue-onto_line") ? "right"
                                   : name.startsWith("glue-turn")      ? "30"
                                   : name.startsWith("glue-")          ? "3 mm"
                                   : name == "group-members"           ? "topper2, topper1"
                                   : name == "group-turn"              ? "12"
                                   : name == "group-height"            ? "12 mm"
                                   : name.startsWith("group-")         ? "51 mm"
                                   : name.startsWith("edge-")          ? "waves 3 mm"
                                   : name == "stock-stiffness"         ? "0.2"
                                   : name.startsWith("zone-")          ? "clear top 4 mm"
                                   : name == "part-say" ? "20 | 20 | 20, V M; height 40"
                                                        : "Porter's lamp");
            QTest::keyClick(line, Qt::Key_Return);
        }
        return design() != before;
    }

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }

    // In the other rooms the card is a line and a way to its own room.
    void theCardIsALineElsewhere() {
        open();
        session().selection().choose("card");
        QVERIFY(!panel()->findChild<QWidget*>("card-width"));
        const QString line = panel()->findChild<QLabel*>("card-line")->text();
        QVERIFY2(line.contains("spine at the left") && line.contains("displayed at"),
                 qPrintable(line));
        QCoreApplication::processEvents(); // laid out
        QTest::mouseClick(panel()->findChild<QPushButton*>("drawn-change-the-card"),
                          Qt::LeftButton);
        QVERIFY(panel()->findChild<QWidget*>("card-width"));
        QVERIFY(w_->findChild<QWidget*>("card-view")->isVisible());
        w_->goTo("build");
        session().selection().choose("card");
        QVERIFY(!panel()->findChild<QWidget*>("card-width"));
    }

    void everyFieldChangesTheDesign_data() {
        QTest::addColumn<QString>("owner");
        QTest::addColumn<int>("least"); // how many fields it has at the least
        QTest::newRow("card") << "card" << 17;
        QTest::newRow("box") << "box1" << 9;
        QTest::newRow("blank") << "part1" << 12;
        QTest::newRow("glued sheet") << "part2" << 9;
        QTest::newRow("sliding sheet") << "part3" << 12;
        QTest::newRow("sheet in a slit") << "part4" << 10;
        QTest::newRow("group") << "group1" << 6;
    }
    void everyFieldChangesTheDesign() {
        QFETCH(QString, owner);
        QFETCH(int, least);
        open();
        if (owner == "card") // it has a room of its own
            w_->goTo("card");
        session().selection().choose(owner);
        const QStringList all = names();
        QVERIFY2(all.size() >= least, qPrintable(all.join(", ")));
        const Design before = design();
        for (const QString& name : all) {
            if (name == "card-stock" || name == "paper-looked") // there is one paper only
                continue;
            QVERIFY2(change(name), qPrintable(name));
            QVERIFY2(session().history()->canUndo(), qPrintable(name));
            QVERIFY2(!session().history()->undoText().isEmpty(), qPrintable(name));
            // It is undone in one step, and the field shows what was there.
            session().history()->undo();
            QVERIFY2(design() == before, qPrintable(name));
            QVERIFY2(panel()->findChild<QWidget*>(name), qPrintable(name));
        }
        QVERIFY(settled());
    }

    // What makes no sense is told beside the field; the design stays, and Esc brings it back.
    void nonsenseIsRefusedBesideTheField() {
        open();
        for (const char* owner : {"card", "box1", "part1"}) {
            w_->goTo(owner == std::string("card") ? "card" : "build");
            session().selection().choose(owner);
            const Design before = design();
            for (const QString& name : names()) {
                auto* field = panel()->findChild<MeasureField*>(name);
                if (!field)
                    continue;
                field->setFocus();
                field->selectAll();
                QTest::keyClicks(field, "seven bananas");
                QTest::keyClick(field, Qt::Key_Return);
                QVERIFY2(field->property("wrong").toBool(), qPrintable(name));
                QVERIFY2(design() == before, qPrintable(name));
                QTest::keyClick(field, Qt::Key_Escape);
                QVERIFY2(!field->property("wrong").toBool(), qPrintable(name));
            }
        }
        // Papers say in the message line what they do not take.
        w_->goTo("card");
        for (auto [name, text] : {std::pair{"stock-weight", "7"}, {"stock-caliper", "2 m"}}) {
            auto* line = panel()->findChild<QLineEdit*>(name);
            const Design before = design();
            line->setFocus();
            line->selectAll();
            QTest::keyClicks(line, text);
            QTest::keyClick(line, Qt::Key_Return);
            QVERIFY2(design() == before, name);
            QVERIFY2(w_->findChild<QWidget*>("message")->isVisible(), name);
        }
    }

    // A field that follows says so, is set by typing, and follows again when it is cleared.
    void followingFieldsFollow() {
        open();
        session().selection().choose("box1");
        QVERIFY(settled());
        auto field = [&] { return panel()->findChild<MeasureField*>("measure-right"); };
        QVERIFY(field()->property("follows").toBool());
        field()->setFocus();
        field()->selectAll();
        QTest::keyClicks(field(), "33 mm");
        QTest::keyClick(field(), Qt::Key_Return);
        QCOMPARE(design().structure("box1")->set.at("right").mm(), 33.0);
        QVERIFY(!field()->property("follows").toBool());
        field()->selectAll();
        QTest::keyClick(field(), Qt::Key_Delete);
        QTest::keyClick(field(), Qt::Key_Return);
        QVERIFY(!design().structure("box1")->set.count("right"));
        QVERIFY(field()->property("follows").toBool());
    }

    // Lines, tabs and papers are added and removed by the buttons of their inspectors.
    void buttonsAddAndRemove() {
        open();
        auto click = [&](const QString& name) {
            auto* b = panel()->findChild<QWidget*>(name);
            QVERIFY2(b, qPrintable(name));
            QTest::mouseClick(b, Qt::LeftButton);
        };
        session().selection().choose("part1");
        const size_t lines = design().part("part1")->lines.size();
        click("drawn-valley");
        session().selection().choose("part1");
        QCOMPARE(design().part("part1")->lines.size(), lines + 1);
        click("remove-" + QString::fromStdString(design().part("part1")->lines.back().id));
        QCOMPARE(design().part("part1")->lines.size(), lines);
        click("drawn-tab");
        session().selection().choose("part1");
        QCOMPARE(design().part("part1")->tabs.size(), size_t(2));
        click("remove-tab2");
        QCOMPARE(design().part("part1")->tabs.size(), size_t(1));
        w_->goTo("card");
        click("drawn-+-paper");
        QCOMPARE(design().stocks.size(), size_t(2));
        click("drawn-remove-paper");
        QCOMPARE(design().stocks.size(), size_t(1));
        for (const char* kind : {"drawn-valley", "drawn-mountain", "drawn-slit"}) {
            const size_t before = design().card.lines.size();
            click(kind);
            session().selection().choose("card");
            QCOMPARE(design().card.lines.size(), before + 1);
        }
    }

    // The Tab key walks from the list through the fields in the order in which they are seen.
    void tabWalksInOrder() {
        open();
        session().selection().choose("box1");
        const QStringList all = names();
        auto* first = panel()->findChild<QWidget*>(all.front());
        first->setFocus();
        QStringList walked{QApplication::focusWidget()->objectName()};
        for (int i = 1; i < all.size(); ++i) {
            do // buttons lie between the fields
                QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
            while (qobject_cast<QPushButton*>(QApplication::focusWidget()));
            walked << QApplication::focusWidget()->objectName();
        }
        QCOMPARE(walked, all);
    }
};

HL_TEST(Inspecting)
#include "inspecting.moc"
