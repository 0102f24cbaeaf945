// What a maker brings along, in a real window: pictures as papers, words of his own.
#include "app/dress/dress_tray.h"
#include "app/dress/paper_list.h"
#include "app/flat/flat_view.h"
#include "app/standing/dropped.h"
#include "app/standing/prints.h"
#include "app/standing/scene.h"
#include "app/standing/standing_view.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "core/structures/family.h"
#include "core/structures/layers/words.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QComboBox>
#include <QInputDialog>
#include <QListWidget>
#include <QPushButton>

using namespace hl;
using namespace hl::test;

class OwnThings : public QObject, public RealWindow {
    Q_OBJECT
    const Design& design() { return session().design(); }
    void open() {
        const Design d = *newDesign(Measure::fromMm(130), Measure::fromMm(160), SpineSide::Left,
                                    Unit::Millimetre);
        const QString path = dir_.filePath("own.hlantern");
        QVERIFY(!saveDesign(d, path.toStdString()));
        QVERIFY(w_->open(path, true));
        QVERIFY(settled());
        w_->goTo("dress");
    }

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }

    // A file of the maker's becomes a paper of this design, as wide as he says, and is seen on the
    // panel that it is laid on.
    void aPictureOfMyOwn() {
        open();
        const QString path = dir_.filePath("goat.png");
        QImage picture(80, 40, QImage::Format_RGB32);
        picture.fill(QColor(200, 0, 200));
        QVERIFY(picture.save(path));
        const size_t before = design().stocks.size();
        answerFile(path);
        whileModal<QInputDialog>([](QInputDialog* dialog) {
            dialog->setTextValue("50 mm");
            dialog->accept();
        });
        QTest::mouseClick(w_->findChild<QPushButton*>("tray-own"), Qt::LeftButton);
        QTRY_COMPARE_WITH_TIMEOUT(design().stocks.size(), before + 1, patience);
        QCOMPARE(design().stocks.back().name, std::string("goat"));
        QCOMPARE(design().stocks.back().repeat.mm(), 50.0);
        QCOMPARE(design().images.size(), size_t(1));
        const Print print = printOf(design(), design().stocks.back());
        QCOMPARE(print.height, 25.0);
        QCOMPARE(printImage(print, 10).pixelColor(20, 10), QColor(200, 0, 200));
        layPaper(session(), design().stocks.back().id, {"card.page-right"});
        QVERIFY(settled());
        const Case& c = *session().snapshot()->folded;
        const Scene scene = sceneOf(c, c.poses.back(), Posture::Standing, {});
        QCOMPARE(scene.prints.size(), size_t(1));
        // The flat parts show it as well, paler, where the mat is.
        w_->goTo("build");
        QVERIFY(QTest::qWaitFor([&] { return w_->flat().settled(); }, patience));
        laidOut();
        const QImage flat = w_->flat().grab().toImage();
        int purple = 0;
        for (int y = 0; y < flat.height(); ++y)
            for (int x = 0; x < flat.width(); ++x) {
                const QColor pixel = flat.pixelColor(x, y);
                purple += pixel.red() > pixel.green() + 40 && pixel.blue() > pixel.green() + 40;
            }
        QVERIFY2(purple > 300, qPrintable(QString::number(purple)));
        w_->goTo("dress");
        // What is no picture is refused.
        QFile f(dir_.filePath("goat.svg"));
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("no drawing");
        f.close();
        QString said;
        const auto heard = connect(&session(), &Session::refused, this,
                                   [&said](const QString& why) { said = why; });
        answerFile(f.fileName());
        QTest::mouseClick(w_->findChild<QPushButton*>("tray-own"), Qt::LeftButton);
        QTRY_VERIFY_WITH_TIMEOUT(said.contains("no picture"), patience);
        disconnect(heard);
        QCOMPARE(design().images.size(), size_t(1));
    }

    // A drawing from the tray becomes a topper: its outline, in its own colours, on the panel that
    // is selected.
    void aDrawingOfMyOwn() {
        open();
        const QString path = dir_.filePath("leaf.svg");
        QFile f(path);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("<svg xmlns='http://www.w3.org/2000/svg' width='60mm' height='60mm' viewBox='0 0 "
                "60 60'><path d='M10 10 H50 V40 L30 55 L10 40 Z' fill='#00a000'/></svg>");
        f.close();
        session().selection().choose("card.page-right");
        auto* things = w_->findChild<QListWidget*>("tray-things");
        QListWidgetItem* drawing = nullptr;
        for (int i = 0; i < things->count(); ++i)
            if (things->item(i)->data(Qt::UserRole).toString() == "topper drawn")
                drawing = things->item(i);
        QVERIFY(drawing);
        answerFile(path);
        emit things->itemActivated(drawing);
        QTRY_COMPARE_WITH_TIMEOUT(design().structures.size(), size_t(1), patience);
        QVERIFY(settled());
        const StructureSpec& s = design().structures[0];
        QCOMPARE(s.name, std::string("leaf"));
        QCOMPARE(s.outline.size(), size_t(5));
        QCOMPARE(measuresOf(design(), s.id)->at("width"), 40.0);
        const QImage print = printImage(printOf(design(), design().stocks.back()), 20);
        QCOMPARE(print.pixelColor(print.width() / 2, print.height() / 4), QColor(0, 160, 0));
        QCOMPARE(session().selection().chosen().toStdString(), s.id);
        press("Ctrl+Z");
        QCOMPARE(design().structures.size(), size_t(0));
        QVERIFY(design().images.empty() && settled());
        // What is no drawing leaves everything as it is.
        QFile bad(dir_.filePath("bad.svg"));
        QVERIFY(bad.open(QIODevice::WriteOnly));
        bad.write("<svg/>");
        bad.close();
        const Design before = design();
        answerFile(bad.fileName());
        session().selection().choose("card.page-right");
        emit things->itemActivated(drawing);
        QVERIFY(design() == before);
    }

    // Words are said in the inspector, in a typeface that is chosen, and a label's are printed on
    // it.
    void wordsAreSaid() {
        open();
        w_->goTo("build");
        session().selection().choose("card.page-right");
        trigger("add-words");
        QVERIFY(settled());
        QCOMPARE(design().structures.size(), size_t(1));
        const QString id = QString::fromStdString(design().structures[0].id);
        session().selection().choose(id);
        auto* text = w_->findChild<QLineEdit*>("structure-text");
        QVERIFY(text && text->text() == "Welcome");
        text->setFocus();
        text->selectAll();
        QTest::keyClicks(text, "Bead");
        QTest::keyClick(text, Qt::Key_Return);
        QCOMPARE(design().structures[0].text, std::string("Bead"));
        QVERIFY(settled());
        const size_t letters = session().snapshot()->folded->assembly.panels.size();
        QCOMPARE(letters, size_t(2 + 4));
        auto* face = w_->findChild<QComboBox*>("structure-typeface");
        QVERIFY(face && face->count() > 1);
        face->setCurrentIndex(face->findData("Cabin"));
        emit face->activated(face->currentIndex());
        QCOMPARE(design().structures[0].typeface, std::string("Cabin"));
        auto label = addStructure(design(), "words", "card.page-left", {{"as", "label"}});
        session().edit(label->first, "label");
        QVERIFY(settled());
        const Case& c = *session().snapshot()->folded;
        const auto printed = printedWords(design(), c.assembly);
        QCOMPARE(printed.size(), size_t(1));
        const Scene scene = sceneOf(c, c.poses.back(), Posture::Standing, {});
        QVERIFY(std::count_if(scene.faces.begin(), scene.faces.end(),
                              [&](const Face& f) { return f.panel == printed[0].panel; }) > 7);
    }
};

HL_TEST(OwnThings)
#include "own_things.moc"
