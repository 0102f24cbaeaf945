// The room Log in the real window: a build is recorded with the times of the bench, found again,
// its note comes back and is carried out, what is learned counts when it is ticked, the chart and
// the list follow what is asked for, and another window's builds are seen.
#include "app/assemble/bench_view.h"
#include "app/log/log_pane.h"
#include "app/log/record_dialog.h"
#include "app/look/picture_view.h"
#include "core/files/hlantern.h"
#include "core/journal/sample.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QBuffer>
#include <QCheckBox>
#include <QComboBox>
#include <QDirIterator>
#include <QLabel>
#include <QListWidget>
#include <QMessageBox>
#include <QProcess>
#include <QPushButton>
#include <QSpinBox>
#include <QTemporaryDir>

using namespace hl;
using namespace hl::test;

class Logging : public QObject, RealWindow {
    Q_OBJECT

    QString journal() const { return dir_.filePath("hinge-lantern/journal.sqlite"); }
    template<class T> T* the(const char* name) { return w_->findChild<T*>(name); }
    QListWidget& builds() { return *the<QListWidget>("log-builds"); }
    std::unique_ptr<journal::Journal> another() {
        return std::move(*journal::Journal::open(journal().toStdString()));
    }
    // Records a build of what is open, with a few words said by keyboard.
    void record(const QString& failed, const QString& note) {
        whileModal<RecordDialog>([=](RecordDialog* dialog) {
            auto* why = dialog->findChild<QLineEdit*>("record-failed");
            if (why->text().isEmpty() && !failed.isEmpty())
                QTest::keyClicks(why, failed);
            auto* next = dialog->findChild<QLineEdit*>("record-note");
            if (next->text().isEmpty() && !note.isEmpty())
                QTest::keyClicks(next, note);
            QTest::keyClicks(dialog->findChild<QLineEdit*>("record-thick"), "2.6 mm");
            dialog->accept();
        });
        w_->findChild<QAction*>("record-build")->trigger();
    }

  private slots:
    // The demo looks round with the gift shop's year, in the journal that it is told, and the
    // maker's own is not touched. A second look finds it again.
    void theDemoHasAJournalOfItsOwn() {
        QTemporaryDir home;
        QProcessEnvironment env = QProcessEnvironment::systemEnvironment();
        for (const char* place : {"XDG_CONFIG_HOME", "XDG_DATA_HOME"})
            env.insert(place, home.filePath("own"));
        env.insert("HL_ROOM", "log");
        env.remove("HL_JOURNAL");
        const QString shop = home.filePath("shop.sqlite");
        for (int look = 0; look < 2; ++look) {
            env.insert("HL_PICTURE", home.filePath(QString("look-%1.png").arg(look)));
            QProcess window;
            window.setProcessEnvironment(env);
            window.start(HL_BIN_DIR "/hinge-lantern",
                         {"--demo", shop, HL_SOURCE_DIR "/demo/quillmere/01-water-tower.hlantern"});
            QVERIFY(window.waitForFinished(-1));
            QVERIFY2(window.exitStatus() == QProcess::NormalExit && window.exitCode() == 0,
                     window.readAllStandardError());
            auto kept = journal::Journal::open(shop.toStdString());
            QVERIFY(bool(kept));
            const auto builds = (*kept)->list();
            QVERIFY(bool(builds));
            QVERIFY2(builds->size() > 100 && builds->size() < 150,
                     qPrintable(QString::number(builds->size())));
        }
        QDirIterator own(home.filePath("own"), {"*.sqlite"}, QDir::Files,
                         QDirIterator::Subdirectories);
        QVERIFY(!own.hasNext());
        QVERIFY(QFileInfo(home.filePath("look-1.png")).size() > 10000);
    }

    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }
    void init() {
        const QString path = dir_.filePath("card.hlantern");
        QFile::remove(path);
        QVERIFY(QFile::copy(HL_SOURCE_DIR "/demo/quillmere/station-platform.hlantern", path));
        QVERIFY(w_->open(path));
        QVERIFY(settled());
    }

    // From the bench into the journal.
    void aBuildIsRecorded() {
        w_->goTo("assemble");
        auto* steps = the<QListWidget>("assemble-steps");
        QVERIFY(QTest::qWaitFor([&] { return steps->count() > 3; }, patience));
        QTest::mouseClick(the<QPushButton>("assemble-bench"), Qt::LeftButton);
        auto* bench = w_->findChild<BenchView*>();
        QVERIFY(bench);
        bench->forward();
        bench->forward();
        QTest::keyClick(bench, Qt::Key_Escape);
        record("the strap was short", "make it longer");
        QVERIFY(the<QPushButton>("room-log")->isChecked());
        QCOMPARE(builds().count(), 1);
        QVERIFY(builds().item(0)->text().contains("the strap was short"));
        QVERIFY(the<QLabel>("log-said")->text().contains("thickness: 2.6 mm, planned"));
        auto j = another();
        const auto kept = j->build(1);
        QVERIFY(kept && kept->times.size() == 2 && !kept->times[0].step.empty());
        // The note waits.
        QCOMPARE(the<QListWidget>("log-next")->count(), 1);
        QVERIFY(!the<QPushButton>("log-do")->isEnabled()); // it asks for no change
        QTest::mouseClick(the<QPushButton>("log-done"), Qt::LeftButton);
        QVERIFY(!the<QPushButton>("log-done")->isEnabled());
    }

    // What was measured is asked for by name, what cannot be read is said, and nothing is lost by
    // that; on the page the part that was off stands out.
    void whatIsMeasuredIsAskedFor() {
        bool said = false;
        whileModal<RecordDialog>([&](RecordDialog* dialog) {
            auto* thick = dialog->findChild<QLineEdit*>("record-thick");
            if (!dialog->findChild<QLineEdit*>("record-is-1")) {
                QTest::keyClicks(thick, "as a brick");
                QTest::mouseClick(dialog->findChild<QPushButton*>("record-measure"),
                                  Qt::LeftButton);
                auto* of = dialog->findChild<QComboBox*>("record-of-1");
                of->setCurrentIndex(of->findText("left of", Qt::MatchStartsWith));
                QVERIFY(of->currentIndex() >= 0);
                QTest::keyClicks(dialog->findChild<QLineEdit*>("record-is-1"), "26.5 mm");
                dialog->accept();
                return;
            }
            said = dialog->findChild<QLabel*>("record-trouble")->isVisible();
            thick->clear();
            dialog->accept();
        });
        w_->findChild<QAction*>("record-build")->trigger();
        QVERIFY(said);
        auto j = another();
        const auto newest = j->build(j->list()->front().id);
        QVERIFY(newest && newest->measured.size() == 1);
        const journal::MeasuredThing& m = newest->measured[0];
        QVERIFY(m.is == 26.5 && m.planned && m.unit == "mm" && m.of.find(".left") != m.of.npos);
    }

    void aNoteIsCarriedOut() {
        journal::NextTime n;
        n.about = journal::About::Measure;
        n.subject = "tent1";
        n.text = "a little narrower";
        n.title = session().design().title;
        n.wish = journal::Wish{"tent1", "left", "27 mm"};
        QVERIFY(bool(another()->addNote(n)));
        w_->goTo("build");
        w_->goTo("log"); // another window wrote it meanwhile
        QVERIFY(the<QListWidget>("log-next")->item(0)->text().contains("narrower"));
        QVERIFY(the<QPushButton>("log-do")->isEnabled());
        laidOut(); // the room has just come into view
        QTest::mouseClick(the<QPushButton>("log-do"), Qt::LeftButton);
        QVERIFY2(!the<QLabel>("log-trouble")->isVisible(),
                 qPrintable(the<QLabel>("log-trouble")->text()));
        QCOMPARE(session().design().structure("tent1")->set.at("left").mm(), 27.0);
        QVERIFY(!the<QPushButton>("log-done")->isEnabled());
        w_->findChild<QAction*>("undo")->trigger();
        QVERIFY(session().design().structure("tent1")->set.at("left").mm() != 27.0);
        QVERIFY(another()->notes()->empty());
    }

    void aYearIsSearched() {
        std::vector<std::string> designs;
        for (const char* name : {"viaduct", "signal-box", "water-tower"}) {
            QFile f(QString(HL_SOURCE_DIR "/demo/quillmere/%1.hlantern").arg(name));
            QVERIFY(f.open(QIODevice::ReadOnly));
            designs.push_back(f.readAll().toStdString());
        }
        QVERIFY(bool(another()->addAll(*journal::sampleYear(designs, "2026-11-30"))));
        w_->goTo("prove");
        w_->goTo("log");
        const int all = builds().count();
        QVERIFY(all >= 121);
        auto* search = the<QLineEdit>("log-search");
        search->setFocus();
        QTest::keyClicks(search, "viaduct");
        const int some = builds().count();
        QVERIFY(some > 10 && some < all);
        QTest::mouseClick(the<QCheckBox>("log-prototypes"), Qt::LeftButton, {}, {8, 8});
        QVERIFY(builds().count() < some);
        QTest::keyClicks(search, " that nobody built");
        QCOMPARE(builds().count(), 0);
        search->clear();
        QTest::mouseClick(the<QCheckBox>("log-prototypes"), Qt::LeftButton, {}, {8, 8});
        QCOMPARE(builds().count(), all);
        // The chart counts what is asked for.
        auto* counted = the<QComboBox>("log-counted");
        auto* chart = the<PictureView>("log-chart");
        const size_t months = chart->picture().items.size();
        QVERIFY(months > 20);
        for (int what = 1; what < counted->count(); ++what) {
            counted->setCurrentIndex(what);
            emit counted->activated(what);
            QVERIFY(!chart->picture().items.empty() && !chart->picture().caption.empty());
        }
        counted->setCurrentIndex(0);
        emit counted->activated(0);
        QCOMPARE(chart->picture().items.size(), months);
    }

    // Ticked, the proof believes it; no longer ticked, it is as usual.
    void whatIsLearnedCounts() {
        const double usual = session().workshop().scoreError;
        auto* learned = the<QListWidget>("log-learned");
        QListWidgetItem* scatter = nullptr;
        for (int i = 0; i < learned->count(); ++i)
            if (learned->item(i)->text().startsWith("Scatter of scores"))
                scatter = learned->item(i);
        QVERIFY(scatter);
        scatter->setCheckState(Qt::Checked);
        QVERIFY(session().workshop().scoreError > 1.3 * usual);
        scatter->setCheckState(Qt::Unchecked);
        QCOMPARE(session().workshop().scoreError, usual);
    }

    // Photographs are seen small, and large by Enter; a page of the build is written where it is
    // asked for, over nothing unasked.
    void photographsAndAPage() {
        QImage photo(400, 300, QImage::Format_RGB32);
        photo.fill(Qt::darkCyan);
        QBuffer bytes;
        QVERIFY(photo.save(&bytes, "PNG"));
        auto b = journal::buildFromText("{}", designToText(session().design()));
        QVERIFY(bool(b));
        b->when = "2027-01-01"; // the newest
        b->words = "in the window & lit";
        b->photos = {{"front.png", bytes.data().toStdString()}, {"torn.jpg", "\xff\xd8 torn"}};
        QVERIFY(bool(another()->add(*b)));
        w_->goTo("build");
        w_->goTo("log");
        builds().setCurrentRow(0);
        auto* photos = the<QListWidget>("log-photos");
        QTRY_VERIFY(photos->isVisible());
        QCOMPARE(photos->count(), 2);
        QVERIFY(!photos->item(0)->icon().isNull() && photos->item(1)->icon().isNull());
        QSize shown;
        whileModal<QDialog>([&](QDialog* dialog) {
            shown = dialog->findChild<QLabel*>()->pixmap(Qt::ReturnByValue).size();
            QTest::keyClick(dialog, Qt::Key_Escape);
        });
        photos->setCurrentRow(0);
        photos->setFocus();
        QTest::keyClick(photos, Qt::Key_Return);
        QCOMPARE(shown, photo.size());
        const QString path = dir_.filePath("page.html");
        const auto page = [&] {
            QFile f(path);
            return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
        };
        answerFile(path);
        QTest::mouseClick(the<QPushButton>("log-page"), Qt::LeftButton);
        QVERIFY(page().contains("in the window &amp; lit") && page().contains("data:image/png"));
        QFile f(path);
        QVERIFY(f.open(QIODevice::WriteOnly) && f.write("mine") == 4);
        f.close();
        answerFile(path);
        whileModal<QMessageBox>([](QMessageBox* box) { QTest::keyClick(box, Qt::Key_Escape); });
        QTest::mouseClick(the<QPushButton>("log-page"), Qt::LeftButton);
        QCOMPARE(page(), QByteArray("mine"));
    }

    // A journal that cannot be used is told, and the rest of the program goes on.
    void aDamagedJournalIsTold() {
        const QString bad = dir_.filePath("bad.sqlite");
        QFile f(bad);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write(QByteArray(3000, 'x'));
        f.close();
        qputenv("HL_JOURNAL", bad.toUtf8());
        LogPane pane(session(), *w_);
        pane.show();
        auto* trouble = pane.findChild<QLabel*>("log-trouble");
        QVERIFY(trouble->isVisible() && trouble->text().contains("damaged"));
        pane.record(); // does nothing
        qunsetenv("HL_JOURNAL");
        QVERIFY(f.open(QIODevice::ReadOnly) && f.readAll() == QByteArray(3000, 'x'));
    }
};

HL_TEST(Logging)
#include "logging.moc"
