// The prove step in the real window: findings that show themselves, pictures that follow the
// opening, asking backwards, the workshop, and a proof that the next edit interrupts.
#include "app/look/picture_view.h"
#include "app/panels/findings_panel.h"
#include "app/prove/ask_dialog.h"
#include "app/prove/prove_view.h"
#include "app/standing/standing_view.h"
#include "app/workshop/workshop_dialog.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QAction>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSlider>
#include <QTableWidget>
#include <QtTest>

using namespace hl;

class ProvingInTheWindow : public QObject, hl::test::RealWindow {
    Q_OBJECT
    PictureView* picture(const char* name) { return w_->findChild<PictureView*>(name); }
    void press(const char* name) {
        auto* b = w_->findChild<QPushButton*>(name);
        QVERIFY2(b, name);
        QTest::mouseClick(b, Qt::LeftButton);
    }

  private slots:
    void initTestCase() { start(); }
    void init() {
        auto d =
            loadDesign(std::string(HL_SOURCE_DIR) + "/demo/quillmere/faulty/collision.hlantern");
        QVERIFY(bool(d));
        session().open(*d, {});
        const QString path = dir_.filePath("trunks.hlantern");
        QVERIFY(session().save(path));
        QVERIFY(w_->open(path)); // it begins where it is built, whatever was shown before
        QVERIFY(settled());
        QVERIFY(!shows<ProveView>());
        session().setOpening(40);
        w_->activateWindow(); // a dialog of the test before may have been in front
        QVERIFY(QTest::qWaitForWindowActive(w_.get()));
        QTest::keyClick(w_.get(), Qt::Key_3, Qt::ControlModifier); // Prove
        QVERIFY(QTest::qWaitFor([&] { return picture("prove-chart")->isVisible(); }));
    }
    void cleanupTestCase() { w_.reset(); }

    // The curves, the ribbons and the profile are drawn, and follow what they are about.
    void picturesFollow() {
        const size_t shapes = picture("prove-chart")->picture().items.size();
        QVERIFY(shapes > 20);
        const auto before = picture("prove-profile")->picture().items;
        // Pressing in the chart turns to that opening.
        PictureView* chart = picture("prove-chart");
        const double left = 25, right = chart->picture().width - 15;
        const QPointF half = chart->toPixels(Vec2((left + right) / 2, chart->picture().height / 2));
        QTest::mouseClick(chart, Qt::LeftButton, {}, half.toPoint());
        QVERIFY(std::fabs(session().opening() - 90) < 2);
        const auto after = picture("prove-profile")->picture().items;
        QVERIFY(!after.empty() &&
                (before.size() != after.size() ||
                 std::get<Shape>(before[0]).points[0] != std::get<Shape>(after[0]).points[0]));
        // Another section cuts less: above the trunks only the pages.
        auto* section = w_->findChild<QSlider*>("prove-section");
        section->setValue(section->maximum());
        section->setValue(section->maximum() * 98 / 100);
        QVERIFY(picture("prove-profile")->picture().items.size() < after.size());
        press("prove-closed");
        QVERIFY(picture("prove-map")->isVisible());
        QVERIFY(picture("prove-map")->picture().items.size() > 50);
        press("prove-facts");
        QVERIFY(w_->findChild<QLabel*>("prove-facts")->text().contains("thick"));
        press("prove-profile");
    }

    // A finding shows itself: panels, opening and camera; its remedy is one step that can be
    // undone.
    void aFindingShowsItselfAndIsHealed() {
        const Vec3 target = w_->standing().camera.target;
        auto* card = w_->findChild<QFrame*>("finding-0");
        QVERIFY(card);
        QTest::mouseClick(card, Qt::LeftButton, {}, QPoint(20, 8));
        const Finding f = session().snapshot()->findings.front();
        QVERIFY(session().selection().finding() &&
                session().selection().finding()->panels == f.panels);
        QCOMPARE(session().opening(), f.opening);
        QVERIFY((w_->standing().camera.target - target).norm() > 1);
        QVERIFY(w_->standing().camera.zoom > 1.2);
        QVERIFY(card->property("chosen").toBool());
        QVERIFY(f.where);
        auto* section = w_->findChild<QSlider*>("prove-section");
        QVERIFY(std::fabs(double(section->value()) / section->maximum() -
                          f.where->y() / session().design().card.height.mm()) < 0.01);
        // A ring of its colour lies round the place.
        const QImage seen = w_->standing().grab().toImage();
        int marked = 0;
        for (int y = 0; y < seen.height(); ++y)
            for (int x = 0; x < seen.width(); ++x)
                marked += seen.pixelColor(x, y) == severityColour(f.severity);
        QVERIFY2(marked > 60, qPrintable(QString::number(marked)));
        const Design before = session().design();
        QVERIFY(f.action.has_value());
        press("remedy-0");
        QVERIFY(settled());
        QVERIFY(session().snapshot()->verdict() != Verdict::Fails);
        QVERIFY(!session().selection().finding());
        w_->findChild<QAction*>("undo")->trigger();
        QVERIFY(session().design() == before);
        QVERIFY(settled());
    }

    // Asked for the most, the window gives what solve gives, and puts it in force as one step.
    void askingBackwards() {
        AskDialog* dialog = nullptr;
        auto open = [&] {
            press("prove-ask");
            for (AskDialog* d : w_->findChildren<AskDialog*>())
                dialog = d->isVisible() ? d : dialog;
            QVERIFY(dialog && dialog->isVisible());
        };
        auto box = [&](const char* name) { return dialog->findChild<QComboBox*>(name); };
        auto choose = [&](const char* name, const QVariant& data) {
            const int i = box(name)->findData(data);
            QVERIFY2(i >= 0, name);
            box(name)->setCurrentIndex(i);
            emit box(name)->activated(i);
        };
        auto answer = [&](const char* part) {
            QTest::mouseClick(dialog->findChild<QPushButton*>("ask-go"), Qt::LeftButton);
            auto* said = dialog->findChild<QLabel*>("ask-answer");
            return QTest::qWaitFor([&] { return said->text().contains(part); }, patience);
        };
        auto use = [&] {
            auto* b = dialog->findChild<QPushButton*>("ask-use");
            QVERIFY(b->isEnabled());
            QTest::mouseClick(b, Qt::LeftButton);
        };
        const Design before = session().design();
        open();
        choose("ask-question", int(Ask::Envelope));
        QVERIFY(!box("ask-structure")->isVisible());
        QVERIFY(answer("envelope is"));
        use();
        QVERIFY(session().design().card.envelope.has_value());
        w_->findChild<QAction*>("undo")->trigger();
        QVERIFY(session().design() == before);
        QVERIFY(settled());
        // In which order it opens: of a card without free folds all at once, whatever else is
        // wrong.
        open();
        choose("ask-question", int(Ask::Order));
        QVERIFY(!box("ask-structure")->isVisible());
        QVERIFY(answer("order"));
        QVERIFY(!dialog->findChild<QPushButton*>("ask-use")->isEnabled());
        // What is asked about is called by its name.
        choose("ask-question", int(Ask::Most));
        for (int i = 0; i < box("ask-structure")->count(); ++i)
            QVERIFY(box("ask-structure")->itemText(i) !=
                    box("ask-structure")->itemData(i).toString());
        dialog->reject();
        // Where the collision ends, which is a measure of the maker's choice.
        open();
        choose("ask-question", int(Ask::Vanish));
        choose("ask-structure", QString::fromStdString(before.structures[1].id));
        choose("ask-measure", "place");
        choose("ask-finding", "collision");
        QVERIFY(answer("the finding is gone"));
        use();
        QVERIFY(settled());
        for (const Finding& f : session().snapshot()->findings)
            QVERIFY2(f.rule != "collision", f.message.c_str());
        w_->findChild<QAction*>("undo")->trigger();
        QVERIFY(session().design() == before);
        QVERIFY(settled());
    }

    // Which elastic band raises a globe as far as it is to rise; of a card without one it is said
    // that there is none.
    void theBandIsAskedFor() {
        const Design before = session().design();
        AskDialog* dialog = nullptr;
        const auto open = [&] {
            press("prove-ask");
            for (AskDialog* d : w_->findChildren<AskDialog*>())
                dialog = d->isVisible() ? d : dialog;
            QVERIFY(dialog && dialog->isVisible());
            auto* question = dialog->findChild<QComboBox*>("ask-question");
            const int band = question->findData(int(Ask::Band));
            QVERIFY(band >= 0);
            question->setCurrentIndex(band);
            emit question->activated(band);
        };
        open();
        auto* go = dialog->findChild<QPushButton*>("ask-go");
        QVERIFY(!go->isEnabled());
        QVERIFY(dialog->findChild<QLabel*>("ask-answer")->text().contains("Nothing"));
        dialog->reject();
        auto petals = newDesign(Measure::fromMm(135), Measure::fromMm(135), SpineSide::Left,
                                Unit::Millimetre);
        QVERIFY(bool(petals));
        auto globe = addStructure(*petals, "globe", "card.page-right", {{"pull", "200"}});
        QVERIFY(bool(globe));
        session().edit(globe->first, "a globe");
        QVERIFY(settled());
        open();
        go = dialog->findChild<QPushButton*>("ask-go");
        QVERIFY(go->isEnabled());
        auto* rise = dialog->findChild<QLineEdit*>("ask-rise");
        QVERIFY(rise->isVisible());
        rise->selectAll();
        QTest::keyClicks(rise, "much");
        QTest::mouseClick(go, Qt::LeftButton);
        auto* said = dialog->findChild<QLabel*>("ask-answer");
        QVERIFY2(said->text().contains("much"), qPrintable(said->text()));
        rise->selectAll();
        QTest::keyClicks(rise, "40 mm");
        QTest::mouseClick(go, Qt::LeftButton);
        QVERIFY2(QTest::qWaitFor([&] { return said->text().contains("raises"); }, patience),
                 qPrintable(said->text()));
        QTest::mouseClick(dialog->findChild<QPushButton*>("ask-use"), Qt::LeftButton);
        QVERIFY(settled());
        const Design& d = session().design();
        QVERIFY(d.structures.back().set.count("band"));
        QVERIFY(std::any_of(session().snapshot()->facts.begin(), session().snapshot()->facts.end(),
                            [](const Fact& f) {
                                return std::string(f.id) == "rise_mm" &&
                                       std::fabs(f.amount - 40) < 1;
                            }));
        w_->findChild<QAction*>("undo")->trigger();
        w_->findChild<QAction*>("undo")->trigger();
        QVERIFY(session().design() == before);
        QVERIFY(settled());
    }

    // The workshop is kept for every card, and a class chosen for the card is proved against it.
    void theWorkshopIsUsed() {
        press("prove-workshop");
        auto* dialog = w_->findChild<WorkshopDialog*>();
        QVERIFY(dialog && dialog->isVisible());
        auto* mail = dialog->findChild<QTableWidget*>("workshop-mail");
        QVERIFY(mail->rowCount() >= 3);
        static_cast<QDoubleSpinBox*>(mail->cellWidget(0, 3))->setValue(0.2);
        dialog->findChild<QDoubleSpinBox*>("workshop-score")->setValue(0.45);
        dialog->accept();
        QCOMPARE(session().workshop().scoreError, 0.45);
        QCOMPARE(Session().workshop().scoreError, 0.45); // another session reads it back
        QVERIFY(settled());
        w_->goTo("card");
        auto* post = w_->findChild<QComboBox*>("card-mail");
        QVERIFY(post);
        post->setCurrentIndex(1);
        emit post->activated(1);
        QVERIFY(settled());
        bool said = false;
        for (const Finding& f : session().snapshot()->findings)
            said |= f.rule == "stack";
        QVERIFY(said);
    }

    // While a proof is under way the next edit takes over; the last one is what is shown.
    void theNextEditInterrupts() {
        for (int i = 0; i < 12; ++i) {
            Design d = session().design();
            d.structures[0].set["place"] = Measure::fromMm(10 + i);
            session().edit(d, "move");
            if (i % 3 == 0) // folded, so that the proof is under way
                QTRY_VERIFY_WITH_TIMEOUT(session().current(), patience);
        }
        QVERIFY(settled());
        QCOMPARE(session().snapshot()->folded->design.structures[0].set.at("place").mm(), 21.0);
        QVERIFY(!session().snapshot()->facts.empty());
        QVERIFY(session().snapshot()->curves.openings.size() > 10);
    }
};

HL_TEST(ProvingInTheWindow)
#include "proving.moc"
