// Cards made in the window from the words a maker uses: a strip that begins with its line, a base
// of pages, a series, a sheet of its own; what cannot be read is told and changes nothing.
#include "app/inspect/inspector_panel.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "core/prove/prove.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QComboBox>
#include <QPushButton>

using namespace hl;
using namespace hl::test;

class WordsInTheWindow : public QObject, public RealWindow {
    Q_OBJECT
    const Design& design() { return session().design(); }
    QLineEdit* line(const char* name) {
        return w_->findChild<InspectorPanel*>("measures")->findChild<QLineEdit*>(name);
    }
    void say(const char* name, const QString& words) {
        QLineEdit* field = line(name);
        QVERIFY2(field, name);
        field->setFocus();
        field->selectAll();
        QTest::keyClick(field, Qt::Key_Delete);
        QTest::keyClicks(field, words);
        QTest::keyClick(field, Qt::Key_Return);
    }
    void open() {
        const QString path = dir_.filePath("words.hlantern");
        QVERIFY(!saveDesign(*newDesign(Measure::fromMm(130), Measure::fromMm(160), SpineSide::Left,
                                       Unit::Millimetre),
                            path.toStdString()));
        QVERIFY(w_->open(path, true));
        QVERIFY(settled());
        w_->goTo("build");
    }

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }

    // From another room: adding a strip leads to Build, and its line waits to be typed over.
    void aStripBeginsWithItsLine() {
        open();
        w_->goTo("card");
        trigger("add-strip");
        QTRY_VERIFY(line("structure-say") && line("structure-say")->hasFocus());
        QCOMPARE(line("structure-say")->selectedText(),
                 QString("12 | 30 | 30 | 12, M M M; height 50"));
        QTest::keyClicks(QApplication::focusWidget(), "9 | 24 | 32 | 9, M M M; height 44");
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
        QCOMPARE(sayLineText(design().structure("strip1")->say, Unit::Millimetre),
                 std::string("9 | 24 | 32 | 9, M M M; height 44"));
        // Feet that match it; then it stands, and lies flat.
        for (auto [name, text] : {std::pair{"measure-left", "32"}, {"measure-right", "24"}})
            say(name, text);
        QVERIFY(settled());
        QCOMPARE(int(verdictOf(session().snapshot()->findings)), int(Verdict::Works));
        // Each change is one step.
        press("Ctrl+Z");
        press("Ctrl+Z");
        press("Ctrl+Z");
        QCOMPARE(line("structure-say")->text(), QString("12 | 30 | 30 | 12, M M M; height 50"));
        press("Ctrl+Z");
        QVERIFY(design().structures.empty());
    }

    void whatCannotBeReadChangesNothing() {
        open();
        trigger("add-strip");
        QTRY_VERIFY(line("structure-say"));
        const Design before = design();
        QString told;
        const auto heard =
            connect(&session(), &Session::refused, this, [&](const QString& why) { told = why; });
        for (auto [words, names] : {std::pair{"12 | pony | 12", "pony"},
                                    {"100 x 50, 12 | 30 | 12, M M", "46 mm too little"},
                                    {"12 | 30 | 12, V X", "X"}}) {
            told.clear();
            say("structure-say", words);
            QVERIFY2(told.contains(names), qPrintable(told));
            QVERIFY(design() == before);
            QCOMPARE(line("structure-say")->text(), QString("12 | 30 | 30 | 12, M M M; height 50"));
        }
        disconnect(heard);
    }

    void aSeriesIsMadeAndBrokenUp() {
        open();
        trigger("add-box");
        QVERIFY(settled());
        auto button = [&](const QString& text) -> QPushButton* {
            for (auto* b : w_->findChild<InspectorPanel*>("measures")->findChildren<QPushButton*>())
                if (b->text() == text)
                    return b;
            return nullptr;
        };
        QVERIFY(button("Make a series"));
        button("Make a series")->click();
        QCOMPARE(design().structure("box1")->count, 2);
        QTRY_VERIFY(line("series-count"));
        auto* each = w_->findChild<QComboBox*>("series-each");
        each->setCurrentIndex(2);
        emit each->activated(2);
        say("series-count", "3");
        say("series-gap", "4 mm");
        say("measure-width", "20 mm");
        QVERIFY(settled());
        QCOMPARE(design().structure("box1")->count, 3);
        const Assembly& a = session().snapshot()->folded->assembly;
        QVERIFY(a.panel("box1-3.left-wall") >= 0 && a.panel("box1-4.left-wall") < 0);
        // Whichever of them is pointed at, the series is shown.
        session().selection().choose("card.spine");
        session().selection().choose("box1-3.left-wall");
        QTRY_VERIFY(line("series-count"));
        QTRY_VERIFY(button("Break up the series"));
        button("Break up the series")->click();
        QCOMPARE(design().structures.size(), size_t(3));
        QVERIFY(settled());
        QVERIFY(session().snapshot()->folded->assembly.panel("box1-3.left-wall") >= 0);
    }

    void pagesAndWordsOfTheCard() {
        open();
        w_->goTo("card");
        trigger("add-pages");
        QTRY_VERIFY(line("card-say"));
        say("card-say", "80 | hinge 10 | 60 | 60, V70 M70; height 150");
        QCOMPARE(design().card.say.panels.size(), size_t(3));
        say("card-occasion", "Opening of the branch line");
        say("card-shown", "45");
        QVERIFY(settled());
        QCOMPARE(design().card.occasion, std::string("Opening of the branch line"));
        QCOMPARE(session().snapshot()->folded->assembly.display.at, 45.0);
        QVERIFY(session().snapshot()->folded->assembly.panel("card.page-3") >= 0);
        // A size it cannot be shown at is refused.
        QString told;
        const auto heard =
            connect(&session(), &Session::refused, this, [&](const QString& why) { told = why; });
        say("card-shown", "120");
        QVERIFY2(told.contains("70"), qPrintable(told));
        QCOMPARE(design().card.shown->degrees(), 45.0);
        disconnect(heard);
    }

    void aBlankIsToldAsOneLine() {
        open();
        trigger("add-blank");
        QTRY_VERIFY(line("part-say"));
        say("part-say", "20 | 30 | 20, V M; height 40");
        QVERIFY(settled());
        QVERIFY(session().snapshot()->folded->assembly.panel("part1.panel-3") >= 0);
        QTRY_VERIFY(!line("blank-width")); // the line says its size
        say("part-say", "");
        QVERIFY(design().part("part1")->say.empty());
    }
};

HL_TEST(WordsInTheWindow)
#include "words.moc"
