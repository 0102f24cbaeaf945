// The room Make in a real window: sheets and cuts, boards and scores, ticks that stay, the drawer.
#include "app/look/picture_view.h"
#include "app/make/make_pane.h"
#include "app/make/print_sheets.h"
#include "app/workshop/workshop_dialog.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "core/measure/number.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFile>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QPrinter>
#include <QProcess>
#include <QPushButton>
#include <QSpinBox>
#include <QTableWidget>

using namespace hl;
using namespace hl::test;

class MakingInTheWindow : public QObject, public RealWindow {
    Q_OBJECT
    MakePane* pane() { return w_->findChild<MakePane*>("make-pane"); }
    template<class T> T* in(const char* name) { return pane()->findChild<T*>(name); }
    QListWidget* things() { return in<QListWidget>("make-things"); }
    QListWidget* steps() { return in<QListWidget>("make-steps"); }
    QString caption() { return in<PictureView>("make-picture")->accessibleName(); }
    void click(const char* name) { QTest::mouseClick(in<QPushButton>(name), Qt::LeftButton); }
    // Does something and waits until it is planned anew.
    void planning(const std::function<void()>& what) {
        bool planned = false;
        const auto heard =
            connect(pane(), &MakePane::plannedAnew, this, [&planned] { planned = true; });
        what();
        QVERIFY(QTest::qWaitFor([&] { return planned; }, patience));
        disconnect(heard);
    }
    // A ticket office of another paper than its card.
    Design office() {
        Design d = *newDesign(Measure::fromMm(120), Measure::fromMm(160), SpineSide::Left,
                              Unit::Millimetre);
        Stock red;
        red.id = "red";
        red.name = "Signal red";
        d.stocks.push_back(red);
        return addStructure(d, "box", "card.spine", {{"left", "40"}, {"right", "50"}}, {}, "office",
                            {{"name", "Ticket office"}, {"stock", "red"}})
            ->first;
    }
    WorkshopDialog* workshop() {
        w_->findChild<QAction*>("workshop")->trigger();
        return w_->findChild<WorkshopDialog*>();
    }

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }
    void init() {
        const QString path = dir_.filePath("make.hlantern");
        QVERIFY(!saveDesign(office(), path.toStdString()));
        QVERIFY(w_->open(path));
        QVERIFY(settled());
        session().setWorkshop({});
        QVERIFY(settled());
        QSettings().remove("made");
        QSettings().remove("wishes");
        w_->goTo("card");
        in<QCheckBox>("make-from-drawer")->setChecked(false);
        planning([&] { w_->goTo("make"); });
        click("make-cuts");
    }

    // What is wanted otherwise: a part turned, a sheet kept, and all as it would be planned again.
    void planOtherwise() {
        Workshop w = session().workshop();
        for (const Stock& s : session().design().stocks) {
            DrawerPaper p;
            p.name = s.name;
            PaperSheet small, large;
            small.count = 1;
            large.width = 400;
            large.height = 500;
            large.count = 2;
            p.sheets = {small, large};
            w.drawer.papers.push_back(p);
        }
        session().setWorkshop(w);
        QVERIFY(settled());
        planning([&] { in<QCheckBox>("make-from-drawer")->click(); });
        auto* menu = w_->findChild<QMenu*>("make-wishes");
        const auto offered = [&](const QString& words) -> QAction* {
            emit menu->aboutToShow();
            for (QAction* a : menu->actions())
                if (a->text().contains(words))
                    return a;
            return nullptr;
        };
        const auto office = [&] {
            for (const PlannedSheet& s : pane()->planned()->cuts.sheets)
                for (const CutBlank& b : s.blanks)
                    if (b.part == "Ticket office")
                        return std::pair(b.turned, s.width);
            return std::pair(false, 0.0);
        };
        int row = -1;
        for (int i = 0; i < things()->count(); ++i)
            if (pane()->planned()->cuts.sheets[size_t(i)].blanks[0].part == "Ticket office")
                row = i;
        QVERIFY(row >= 0);
        things()->setCurrentRow(row);
        const auto before = office();
        QCOMPARE(before.second, 210.0);
        QVERIFY(offered("Ticket office"));
        QCOMPARE(offered("Ticket office")->isChecked(), before.first);
        planning([&] { offered("Ticket office")->trigger(); });
        QCOMPARE(office().first, !before.first);
        things()->setCurrentRow(row);
        planning([&] { offered("Keep this sheet")->trigger(); });
        QCOMPARE(office().second, 400.0);
        // What is wanted stays with the design: it is there again when it is opened anew.
        const QString path = session().path();
        planning([&] {
            QVERIFY(w_->open(path));
            QVERIFY(settled());
            w_->goTo("make");
        });
        QCOMPARE(office(), std::pair(!before.first, 400.0));
        planning([&] { offered("As it would be planned")->trigger(); });
        QVERIFY(office() == before);
        planning([&] { in<QCheckBox>("make-from-drawer")->click(); });
        things()->setCurrentRow(0);
    }

    // Tables that leave the window are of the plan that the room shows: as many cards, parts turned
    // as they are wanted.
    void exportsAreOfTheSamePlan() {
        planning([&] { in<QSpinBox>("make-copies")->setValue(4); });
        auto* menu = w_->findChild<QMenu*>("make-wishes");
        things()->setCurrentRow(0);
        emit menu->aboutToShow();
        QVERIFY(!menu->actions().isEmpty());
        planning([&] { menu->actions().constFirst()->toggle(); });
        const QString path = dir_.filePath("same.csv");
        answerFile(path);
        w_->findChild<QAction*>("export-lists")->trigger();
        const auto rows = [&](const char* which) {
            QFile f(dir_.filePath(QString("same-%1.csv").arg(which)));
            return f.open(QIODevice::ReadOnly) ? QString::fromUtf8(f.readAll()).split("\r\n").mid(1)
                                               : QStringList();
        };
        QVERIFY(QTest::qWaitFor([&] { return !rows("scores").isEmpty(); }, patience));
        const Planned& planned = *pane()->planned();
        QStringList cuts;
        for (const PlannedSheet& s : planned.cuts.sheets)
            for (const GuillotineCut& c : s.cuts)
                cuts << QString::fromStdString(numberText(c.at, 4));
        QStringList written;
        for (const QString& row : rows("cuts"))
            if (!row.isEmpty())
                written << row.split(',').value(10);
        QCOMPARE(written, cuts);
        for (const QString& row : rows("parts"))
            QVERIFY(row.isEmpty() || row.split(',').value(2).toInt() % 4 == 0);
        planning([&] { in<QSpinBox>("make-copies")->setValue(1); });
    }

    void cutByCut() {
        QCOMPARE(things()->count(), 2); // a sheet of each paper
        QVERIFY(things()->item(1)->text().contains("Signal red"));
        const PlannedSheet& s = pane()->planned()->cuts.sheets[0];
        QVERIFY(steps()->count() >= int(s.cuts.size()) && !s.cuts.empty());
        QVERIFY2(caption().endsWith(": cut 1"), qPrintable(caption()));
        QCOMPARE(in<QLabel>("make-said")->text(), steps()->item(0)->text());
        for (int n = 1; n < int(s.cuts.size()); ++n) {
            click("make-next");
            QVERIFY2(caption().endsWith(QString(": cut %1").arg(n + 1)), qPrintable(caption()));
            QCOMPARE(steps()->item(n - 1)->checkState(), Qt::Checked);
        }
        click("make-back");
        QCOMPARE(steps()->currentRow(), int(s.cuts.size()) - 2);
        // To the end of this sheet, and on to the next.
        while (things()->currentRow() == 0)
            click("make-next");
        QVERIFY(things()->item(0)->font().strikeOut());
        QCOMPARE(steps()->currentRow(), 0);
        const QString left = in<QLabel>("make-count")->text();
        QVERIFY(!left.isEmpty());
        // The ticks stay: another plan of the same design has them, and so has the file next time.
        planning([&] { in<QSpinBox>("make-copies")->setValue(2); });
        planning([&] { in<QSpinBox>("make-copies")->setValue(1); });
        QVERIFY(things()->item(0)->font().strikeOut());
        QCOMPARE(in<QLabel>("make-count")->text(), left);
        // One is taken back by the keyboard.
        things()->setCurrentRow(0);
        steps()->setCurrentRow(0);
        steps()->setFocus();
        QTest::keyClick(steps(), Qt::Key_Space);
        QCOMPARE(steps()->item(0)->checkState(), Qt::Unchecked);
        QVERIFY(!things()->item(0)->font().strikeOut());
    }
    void scoreByScore() {
        click("make-scores");
        QCOMPARE(things()->count(), 2);
        things()->setCurrentRow(1);
        const auto& plan = pane()->planned()->scores[1];
        QCOMPARE(steps()->count(), int(plan.steps.size()));
        QVERIFY2(caption().startsWith("Ticket office: "), qPrintable(caption()));
        for (int n = 0; n < steps()->count(); ++n) {
            steps()->setCurrentRow(n);
            QVERIFY(caption().contains(
                QString::fromStdString(stepText(plan, size_t(n), Unit::Millimetre))));
        }
        click("make-next");
        QVERIFY2(caption().endsWith(": scored"), qPrintable(caption()));
        QVERIFY(in<QSpinBox>("make-copies")->isHidden());
    }
    // An edit is planned anew while the room is seen.
    void thePlanFollowsTheDesign() {
        Design d = session().design();
        d.structure("office")->stock = "card";
        planning([&] { session().edit(d, "same paper"); });
        for (const PlannedSheet& s : pane()->planned()->cuts.sheets)
            QVERIFY(s.paper != "Signal red");
    }
    // Of a design that cannot be made nothing is planned, and nothing of the one before is left.
    void whatCannotBeMadeIsNotPlanned() {
        Design d = office();
        d.structures[0].on = "card.nowhere";
        const QString path = dir_.filePath("unmade.hlantern");
        QVERIFY(!keepDesign(d, path.toStdString()));
        QVERIFY(w_->open(path));
        QVERIFY(QTest::qWaitFor([&] { return session().trouble() != nullptr; }, patience));
        w_->goTo("make");
        QTRY_COMPARE_WITH_TIMEOUT(things()->count(), 0, patience);
        QVERIFY(!in<QPushButton>("make-next")->isEnabled());
        // Mended, it is planned.
        planning([&] { session().edit(office(), "mend"); });
        QCOMPARE(things()->count(), 2);
    }
    void theDrawer() {
        // Nothing is in it.
        planning([&] {
            QTest::mouseClick(in<QCheckBox>("make-from-drawer"), Qt::LeftButton, {},
                              QPoint(8, in<QCheckBox>("make-from-drawer")->height() / 2));
        });
        QVERIFY(in<QLabel>("make-notes")->text().contains("the drawer holds no paper"));
        QVERIFY(!in<QPushButton>("make-take")->isEnabled());
        auto* dialog = workshop();
        QVERIFY(dialog && dialog->isVisible());
        auto* papers = dialog->findChild<QTableWidget*>("drawer-papers");
        QTest::mouseClick(dialog->findChild<QPushButton*>("drawer-wanted"), Qt::LeftButton);
        QCOMPARE(papers->rowCount(), int(session().design().stocks.size()));
        // A line that cannot be read keeps the dialog, and says why.
        papers->item(0, 1)->setText("wide");
        dialog->accept();
        QVERIFY(dialog->isVisible());
        QVERIFY(dialog->findChild<QLabel*>("drawer-said")->text().contains("Line 1"));
        for (const char* bad : {"0", "6000", ""}) {
            papers->item(0, 1)->setText(bad);
            dialog->accept();
            QVERIFY(dialog->isVisible());
        }
        papers->item(0, 1)->setText("12 in");
        for (const char* bad : {"-2", "1.5", "many"}) {
            papers->item(0, 5)->setText(bad);
            dialog->accept();
            QVERIFY2(dialog->isVisible(), bad);
        }
        papers->item(0, 5)->setText("4");
        papers->item(1, 5)->setText("");
        dialog->findChild<QDoubleSpinBox*>("workshop-trimmer")->setValue(450);
        dialog->findChild<QComboBox*>("workshop-school")->setCurrentIndex(1);
        // Adhesives: one renamed, one more, one fewer.
        auto* adhesives = dialog->findChild<QTableWidget*>("workshop-adhesives");
        const int kinds = adhesives->rowCount();
        QVERIFY(kinds > 2);
        adhesives->item(0, 0)->setText("Paste");
        static_cast<QDoubleSpinBox*>(adhesives->cellWidget(0, 1))->setValue(42);
        dialog->findChild<QPushButton*>("workshop-adhesive-add")->click();
        QCOMPARE(adhesives->rowCount(), kinds + 1);
        adhesives->setCurrentCell(1, 0);
        dialog->findChild<QPushButton*>("workshop-adhesive-remove")->click();
        // Through a table and back.
        const QString table = dir_.filePath("papers.csv");
        answerFile(table);
        QTest::mouseClick(dialog->findChild<QPushButton*>("drawer-export"), Qt::LeftButton);
        QVERIFY(QFile::exists(table));
        answerFile(table);
        const int rows = papers->rowCount();
        QTest::mouseClick(dialog->findChild<QPushButton*>("drawer-import"), Qt::LeftButton);
        QCOMPARE(papers->rowCount(), 2 * rows);
        while (papers->rowCount() > rows) {
            papers->setCurrentCell(rows, 0);
            QTest::mouseClick(dialog->findChild<QPushButton*>("drawer-remove"), Qt::LeftButton);
        }
        QTest::mouseClick(dialog->findChild<QPushButton*>("drawer-add"), Qt::LeftButton);
        QCOMPARE(papers->rowCount(), rows + 1);
        planning([&] {
            dialog->accept();
            QVERIFY(!dialog->isVisible());
        });
        const Drawer& d = session().workshop().drawer;
        QCOMPARE(d.papers.size(), size_t(rows + 1));
        QCOMPARE(d.papers[0].sheets[0].width, 304.8);
        QVERIFY(d.papers[0].sheets[0].count == 4 && d.papers[1].sheets[0].count == -1);
        QCOMPARE(int(d.adhesives.size()), kinds);
        QVERIFY(d.adhesives[0].name == "Paste" && d.adhesives[0].minutes == 42);
        QCOMPARE(d.adhesives.back().name, std::string("New adhesive"));
        QVERIFY(d.trimmer.length == 450 && d.board.school == School::OneFace);
        QVERIFY(Session().workshop().drawer == d); // another session reads it back
        QVERIFY(in<QLabel>("make-notes")->isHidden());
        for (const BlankScores& b : pane()->planned()->scores)
            for (const ScoreStep& s : b.steps)
                QVERIFY(s.face);
        // Taken out: one sheet less, and an offcut more.
        const int sheets = things()->count();
        click("make-take");
        QCOMPARE(session().workshop().drawer.papers[0].sheets[0].count, 3);
        QVERIFY(session().workshop().drawer.papers[0].sheets.back().offcut);
        QVERIFY(!in<QPushButton>("make-take")->isEnabled());
        // What is being cut stays as it was planned.
        QVERIFY(settled());
        QCOMPARE(things()->count(), sheets);
        QVERIFY(things()->item(0)->text().contains("304.8"));
    }

    // On paper a millimetre is a millimetre: the check bar of 50 mm, measured on the printed page.
    void printedAtTrueSize() {
        const Case& c = *session().snapshot()->folded;
        const SheetFormat format = *sheetFormat("a4");
        const auto sheets = layOut(c.design, c.assembly, format);
        const QString path = dir_.filePath("sheets.pdf");
        const auto print = [&](const std::vector<Sheet>& all, double margin = 7) {
            QPrinter printer(QPrinter::HighResolution);
            printer.setOutputFormat(QPrinter::PdfFormat);
            printer.setOutputFileName(path);
            printer.setFullPage(true);
            printer.setPageSize(
                QPageSize(QSizeF(format.width, format.height), QPageSize::Millimeter));
            paintSheets(printer, all, margin);
        };
        const auto pages = [&] {
            QProcess p;
            p.start("pdfinfo", {path});
            p.waitForFinished(-1);
            const QString told = QString::fromUtf8(p.readAll());
            const auto m = QRegularExpression("Pages:\\s+(\\d+)").match(told);
            return m.hasMatch() ? m.captured(1).toInt() : -1;
        };
        print(sheets);
        QCOMPARE(pages(), int(sheets.size()));
        QProcess p;
        p.start("pdftoppm", {"-r", "254", "-gray", "-singlefile", path, dir_.filePath("page")});
        p.waitForFinished(-1);
        const QImage page(dir_.filePath("page.pgm"));
        QVERIFY(std::abs(page.width() - (sheets[0].width > sheets[0].height ? 2970 : 2100)) < 12);
        // Ten pixels are a millimetre; the bars stand 5 mm above the lower edge.
        int longest = 0;
        for (int y = page.height() - 70; y < page.height() - 30; ++y)
            for (int x = 0, run = 0; x < page.width() / 3; ++x) {
                run = qGray(page.pixel(x, y)) < 160 ? run + 1 : 0;
                longest = std::max(longest, run);
            }
        QVERIFY2(std::abs(longest - 500) <= 6, qPrintable(QString::number(longest)));
        // What is larger than the paper goes over several pages.
        std::vector<Sheet> large(1, sheets[0]);
        large[0].width = 360;
        large[0].height = 500;
        print(large);
        QCOMPARE(pages(), 4); // each goes on by 188 mm across and 275 mm along
    }
};

HL_TEST(MakingInTheWindow)
#include "making.moc"
