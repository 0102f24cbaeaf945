// The room Assemble and the bench in a real window: the order, a whole build by keys and clicks,
// left in the middle and found again, clocks that run out, ten cards at once.
#include "app/assemble/assemble_pane.h"
#include "app/assemble/bench_view.h"
#include "app/look/picture_view.h"
#include "core/edit/edit.h"
#include "core/steps/pins.h"
#include "core/steps/words.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QAction>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QSignalSpy>
#include <QSpinBox>
#include <QStackedWidget>

using namespace hl;
using namespace hl::test;

class AssemblingInTheWindow : public QObject, public RealWindow {
    Q_OBJECT
    AssemblePane* pane() { return w_->findChild<AssemblePane*>("assemble-pane"); }
    BenchView* bench() { return w_->findChild<BenchView*>("bench"); }
    template<class T> T* in(const QWidget* of, const char* name) { return of->findChild<T*>(name); }
    // A ticket office of two parts, one glued with liquid glue, with a figure.
    Design office() {
        Design d = *newDesign(Measure::fromMm(120), Measure::fromMm(160), SpineSide::Left,
                              Unit::Millimetre);
        d.title = "Ticket office";
        d = addStructure(d, "box", "card.spine", {{"left", "40"}, {"right", "40"}}, {}, "office")
                ->first;
        d = addStructure(d, "topper", "card.page-left", {{"width", "60"}, {"height", "60"}}, {},
                         "sign")
                ->first;
        return d;
    }
    bool laid() {
        return QTest::qWaitFor(
            [&] {
                return pane() && pane()->work() && session().current() &&
                       pane()->work()->folded == session().snapshot()->folded;
            },
            patience);
    }
    void atWork(const Design& d) {
        session().open(d, {});
        QVERIFY(settled());
        w_->goTo("assemble");
        QVERIFY(laid());
    }
    QString said(const char* name) { return in<QLabel>(bench(), name)->text(); }
    const std::vector<steps::WorkStep>& order() { return pane()->work()->work.steps; }
    void toTheBench() {
        QTest::mouseClick(in<QPushButton>(pane(), "assemble-bench"), Qt::LeftButton);
        QVERIFY(bench() && bench()->isVisible());
    }

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }

    // Each step is listed in its order; the chosen one has its words, its reason and two pictures.
    void stepsAreShown() {
        atWork(office());
        auto* list = in<QListWidget>(pane(), "assemble-steps");
        QCOMPARE(list->count(), int(order().size()));
        QVERIFY(pane()->work()->pictures.size() == order().size());
        list->setFocus();
        QStringList pictures;
        for (int i = 0; i < list->count(); ++i) {
            if (i > 0)
                QTest::keyClick(list, Qt::Key_Down);
            QCOMPARE(list->currentRow(), i);
            const steps::WorkStep& s = order()[size_t(i)];
            QCOMPARE(in<QLabel>(pane(), "assemble-title")->text().toStdString(), s.title);
            QVERIFY(in<QLabel>(pane(), "assemble-said")
                        ->text()
                        .startsWith(QString::fromStdString(s.text)));
            for (const char* name : {"assemble-before", "assemble-after"})
                QVERIFY2(!in<PictureView>(pane(), name)->picture().items.empty(), s.id.c_str());
        }
        QVERIFY(in<QLabel>(pane(), "assemble-count")->text().contains("at the bench"));
        QVERIFY(!in<PictureView>(pane(), "assemble-chart")->picture().items.empty());
    }

    // A step is moved where it may stand, says whose wish that is, and is let go again; one that
    // needs the other stays, and why is told.
    void stepsArePinned() {
        atWork(office());
        auto* list = in<QListWidget>(pane(), "assemble-steps");
        list->setFocus();
        const auto placeOf = [&](const std::string& id) {
            for (size_t i = 0; i < order().size(); ++i)
                if (order()[i].id == id)
                    return int(i);
            return -1;
        };
        // The first that does not need the one above it.
        int row = 1;
        while (row < list->count() &&
               !steps::chainOfNeeds(pane()->work()->work, order()[size_t(row)].id,
                                    order()[size_t(row) - 1].id)
                    .empty())
            ++row;
        QVERIFY(row < list->count());
        const std::string id = order()[size_t(row)].id;
        list->setCurrentRow(row);
        QTest::mouseClick(in<QPushButton>(pane(), "assemble-earlier"), Qt::LeftButton);
        QVERIFY(QTest::qWaitFor([&] { return laid() && placeOf(id) == row - 1; }, patience));
        QCOMPARE(list->currentRow(), row - 1); // it stays chosen
        QVERIFY(in<QLabel>(pane(), "assemble-why")->text().contains("You pinned it"));
        auto* free = in<QPushButton>(pane(), "assemble-free");
        QVERIFY(free->isVisible());
        QTest::mouseClick(free, Qt::LeftButton);
        QVERIFY(QTest::qWaitFor([&] { return laid() && placeOf(id) == row; }, patience));
        QVERIFY(!free->isVisible());
        // Folding needs what is scored.
        int needs = 1;
        while (needs < list->count() &&
               steps::chainOfNeeds(pane()->work()->work, order()[size_t(needs)].id,
                                   order()[size_t(needs) - 1].id)
                   .empty())
            ++needs;
        QVERIFY(needs < list->count());
        list->setCurrentRow(needs);
        QTest::mouseClick(in<QPushButton>(pane(), "assemble-earlier"), Qt::LeftButton);
        auto* notes = in<QLabel>(pane(), "assemble-notes");
        QVERIFY(notes->isVisible() && notes->text().contains("first"));
        QVERIFY(session().design().pins.empty());
        list->setCurrentRow(needs - 1); // from the other side
        QTest::mouseClick(in<QPushButton>(pane(), "assemble-later"), Qt::LeftButton);
        QVERIFY(session().design().pins.empty());
    }

    // What a step is glued with is chosen by keyboard, for the step or for all that is alike.
    void adhesivesAreChosen() {
        atWork(office());
        auto* list = in<QListWidget>(pane(), "assemble-steps");
        auto* kinds = in<QComboBox>(pane(), "assemble-adhesive");
        const auto choose = [&](const char* step) {
            for (size_t i = 0; i < order().size(); ++i)
                if (order()[i].id.rfind(step, 0) == 0) {
                    list->setCurrentRow(int(i));
                    return order()[i].id;
                }
            return std::string();
        };
        QVERIFY(!choose("cut.").empty());
        QVERIFY(!kinds->isVisible()); // nothing is glued there
        const std::string figure = choose("figure.");
        QVERIFY(!figure.empty() && kinds->isVisible());
        QCOMPARE(kinds->currentData().toString(), QString("auto"));
        kinds->setFocus();
        QTest::keyClick(kinds, Qt::Key_Down);
        const QString chosen = kinds->currentData().toString();
        QVERIFY(chosen != "auto");
        QVERIFY(QTest::qWaitFor([&] { return laid() && !session().design().adhesives.empty(); },
                                patience));
        const steps::WorkStep* s = pane()->work()->work.step(figure);
        QVERIFY(s && s->adhesive == chosen.toStdString());
        session().history()->undo();
        QVERIFY(QTest::qWaitFor([&] { return laid() && session().design().adhesives.empty(); },
                                patience));
        choose("figure.");
        auto* alike = in<QCheckBox>(pane(), "assemble-alike");
        QTest::mouseClick(alike, Qt::LeftButton, {}, QPoint(8, alike->height() / 2));
        QVERIFY(alike->isChecked());
        kinds->setFocus();
        QTest::keyClick(kinds, Qt::Key_Down);
        QVERIFY(QTest::qWaitFor([&] { return laid() && !session().design().adhesives.empty(); },
                                patience));
        QVERIFY2(session().design().adhesives.at(0).of == "figures",
                 session().design().adhesives.at(0).of.c_str());
    }

    // What is glued down is on the card after the step and not before it; a closing shows the card
    // at two openings; what is put on a panel has its place marked, and then lies there.
    void picturesFollowTheSteps() {
        atWork(office());
        int glued = 0, closed = 0, laid = 0;
        for (size_t i = 0; i < order().size(); ++i) {
            const auto& [before, after] = pane()->work()->pictures[i];
            switch (order()[i].what) {
            case steps::Do::Glue:
                QVERIFY(after.items.size() > before.items.size());
                ++glued;
                break;
            case steps::Do::Close:
                QVERIFY(before.caption != after.caption);
                ++closed;
                break;
            case steps::Do::Figure: {
                const auto& place = std::get<Shape>(before.items.back());
                const auto& piece = std::get<Shape>(after.items.back());
                QVERIFY(place.points == piece.points && !place.dashes.empty() &&
                        piece.dashes.empty());
                ++laid;
                break;
            }
            default:
                break;
            }
        }
        QVERIFY(glued == 1 && closed == 1 && laid == 1);
    }

    // Ten cards are one job: longer than one card, shorter than ten, and told.
    void tenCards() {
        atWork(office());
        const double one = pane()->work()->table.elapsed;
        auto* cards = in<QSpinBox>(pane(), "assemble-cards");
        QSignalSpy anew(pane(), &AssemblePane::laidAnew);
        cards->setFocus();
        cards->selectAll();
        QTest::keyClicks(cards, "10");
        QTest::keyClick(cards, Qt::Key_Return);
        QTRY_VERIFY_WITH_TIMEOUT(pane()->work()->cards == 10, patience);
        QVERIFY(anew.count() >= 1);
        const steps::Timetable& table = pane()->work()->table;
        QVERIFY(table.elapsed > one && table.elapsed < 10 * one);
        QVERIFY(table.elapsed <= 1.1 * table.bound);
        int words = 0; // a row for each card
        for (const Item& i : in<PictureView>(pane(), "assemble-chart")->picture().items)
            if (const auto* w = std::get_if<Words>(&i))
                words +=
                    w->text.rfind("card ", 0) == 0 || w->text.find(" more") != std::string::npos;
        QVERIFY(words >= 2);
        cards->setValue(1);
        QTRY_VERIFY_WITH_TIMEOUT(pane()->work()->cards == 1, patience);
    }

    // By the space bar, the arrow keys, the button and a click anywhere; back by arrow and button.
    void aWholeBuild() {
        atWork(office());
        toTheBench();
        QVERIFY(!w_->findChild<QPushButton*>("room-assemble")->isVisible());
        QCOMPARE(bench()->at(), 0);
        const int all = int(order().size());
        QVERIFY(all >= 6);
        const auto is = [&](int step) {
            QCOMPARE(bench()->at(), step);
            if (step < all) {
                QCOMPARE(said("bench-title").toStdString(), order()[size_t(step)].title);
                QVERIFY(said("bench-where").contains(QString("%1 of %2").arg(step + 1).arg(all)));
            }
        };
        QTest::keyClick(bench(), Qt::Key_Space);
        is(1);
        QTest::keyClick(bench(), Qt::Key_Right);
        is(2);
        QTest::mouseClick(bench(), Qt::LeftButton, {}, QPoint(30, bench()->height() / 2));
        is(3);
        QTest::mouseClick(in<QPushButton>(bench(), "bench-next"), Qt::LeftButton);
        is(4);
        QTest::keyClick(bench(), Qt::Key_Left);
        is(3);
        QTest::mouseClick(in<QPushButton>(bench(), "bench-back"), Qt::LeftButton);
        is(2);
        // Nothing is smaller than can be read at an arm's length.
        for (auto* label : bench()->findChildren<QLabel*>())
            if (label->isVisible() && !label->text().isEmpty())
                QVERIFY2(QFontInfo(label->font()).pointSizeF() >= 17.5, qPrintable(label->text()));
        for (int i = 2; i < all; ++i)
            QTest::keyClick(bench(), Qt::Key_Space);
        is(all);
        QVERIFY(said("bench-title").contains("finished"));
        QTest::keyClick(bench(), Qt::Key_Space); // nothing comes after it
        is(all);
        QTest::mouseClick(in<QPushButton>(bench(), "bench-anew"), Qt::LeftButton);
        is(0);
        QTest::keyClick(bench(), Qt::Key_Escape);
        QVERIFY(!bench()->isVisible() && pane()->isVisible());
    }

    // Left in the middle, found again by another window, also when something else was added.
    void foundAgain() {
        Design d = office();
        const QString path = dir_.filePath("office.hlantern");
        session().open(d, {});
        QVERIFY(session().save(path));
        QVERIFY(settled());
        w_->goTo("assemble");
        QVERIFY(laid());
        toTheBench();
        while (order()[size_t(bench()->at())].what != steps::Do::Glue)
            QTest::keyClick(bench(), Qt::Key_Space);
        QTest::keyClick(bench(), Qt::Key_Space);
        const std::string here = order()[size_t(bench()->at())].id;
        w_ = std::make_unique<Workbench>(); // the other is gone without a word
        w_->show();
        QVERIFY(QTest::qWaitForWindowExposed(w_.get()));
        QVERIFY(w_->open(path));
        QVERIFY(settled());
        auto more = addStructure(session().design(), "mat", "card.page-right", {{"step", "4"}});
        QVERIFY(session().edit(Result<Design>(more->first), "mat"));
        QVERIFY(settled());
        w_->findChild<QAction*>("bench")->trigger(); // before the work is laid out
        QTRY_VERIFY_WITH_TIMEOUT(bench() && bench()->isVisible(), patience);
        QCOMPARE(order()[size_t(bench()->at())].id, here);
        auto* list = in<QListWidget>(pane(), "assemble-steps");
        QTest::mouseClick(in<QPushButton>(bench(), "bench-leave"), Qt::LeftButton);
        QTRY_VERIFY(pane()->isVisible());
        int struck = 0;
        for (int i = 0; i < list->count(); ++i)
            struck += list->item(i)->font().strikeOut();
        QVERIFY(struck >= 3);
    }

    // A clock runs on while the next steps are shown, calls once, and is found again.
    void clocksRunOut() {
        Design d = office();
        d.title = "Office with a clock";
        auto part = addStructure(d, "platform", "card.spine", {{"place", "5"}, {"width", "30"}});
        QVERIFY(bool(part));
        atWork(part->first);
        toTheBench();
        const auto dries = [&] { return order()[size_t(bench()->at())].freeAfter > 0; };
        int guard = 0;
        while (!dries() && ++guard < int(order().size()))
            QTest::keyClick(bench(), Qt::Key_Space);
        if (!dries())
            QFAIL("nothing of it dries");
        const QString id = QString::fromStdString(order()[size_t(bench()->at())].id);
        QTest::keyClick(bench(), Qt::Key_Space);
        QVERIFY2(said("bench-clocks").contains("drying"), qPrintable(said("bench-clocks")));
        QVERIFY(said("bench-clocks").contains("hold"));
        // The same clocks, a moment before they end.
        const QString key = session().keyFor("bench/");
        ProgressBook book(key);
        QVERIFY(book.done(id) && book.clocks().size() == 2);
        for (BenchClock& c : book.clocks())
            c.ends = QDateTime::currentDateTime().addMSecs(300);
        book.keep();
        QSignalSpy called(bench(), &BenchView::called);
        in<QCheckBox>(bench(), "bench-sound")->setChecked(false);
        bench()->lay(pane()->work(), key);
        QTRY_COMPARE_WITH_TIMEOUT(called.count(), 2, patience);
        QTRY_VERIFY(said("bench-clocks").contains("over"));
        QTest::keyClick(bench(), Qt::Key_Left); // taken back, its clocks with it
        QVERIFY(!ProgressBook(key).done(id) && ProgressBook(key).clocks().empty());
        QTest::keyClick(bench(), Qt::Key_Escape);
    }

    // What is kept may be damaged: then nothing of it is done.
    void damagedBooks() {
        for (const char* bytes : {"", "nonsense", "[1,2]", "{\"minutes\":7,\"clocks\":[3,{}]}"}) {
            QSettings().setValue("bench/damaged", QByteArray(bytes));
            ProgressBook book("bench/damaged");
            QVERIFY(book.count() == 0 && book.clocks().empty() && book.at().isEmpty());
        }
    }
};

HL_TEST(AssemblingInTheWindow)
#include "assembling.moc"
