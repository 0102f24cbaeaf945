// What a crash leaves and what others write meanwhile: nothing newer is lost, nothing is offered
// for nothing, exports ask, and any name of a file will do.
#include "app/session/paths.h"
#include "app/session/recovery.h"
#include "core/assemble/assemble.h"
#include "core/edit/copies.h"
#include "core/edit/edit.h"
#include "core/edit/papers.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "tests/app/kept_window.h"
#include "tests/program.h"
#include <QAction>
#include <QClipboard>
#include <QComboBox>
#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QPointer>
#include <QPushButton>
#include <QStandardPaths>
#include <QTimer>
#include <QtTest>
#include <sys/stat.h>

using namespace hl;

class Recovering : public QObject, hl::test::KeptWindow {
    Q_OBJECT

  private slots:
    void initTestCase() {
        start();
        QVERIFY(dir_.isValid());
    }
    void init() { openCopy(); }
    void cleanupTestCase() { w_.reset(); }

    // What was written to the file after a crash is not replaced by what was kept before it.
    void theNewerFileIsNotReplaced() {
        edit("45 mm");
        dieWith("e");
        writeByAnother("Theirs");
        QFile later(path_); // clearly after the copy, however coarse the clock of the disk is
        QVERIFY(later.open(QIODevice::ReadWrite) &&
                later.setFileTime(QDateTime::currentDateTime().addSecs(60),
                                  QFileDevice::FileModificationTime));
        later.close();
        answer("recovery", "Open it");
        QVERIFY(w_->open(path_));
        QVERIFY2(asked_.contains("newer"), qPrintable(asked_));
        QVERIFY2(asked_.contains("The file was written after"), qPrintable(asked_));
        QCOMPARE(measuresOf(session().design(), "tent1")->at("left"), 45.0);
        QVERIFY(!session().save(path_));
        answer("clash", "Save nothing");
        w_->findChild<QAction*>("save")->trigger();
        QVERIFY(answered_.contains("clash"));
        QCOMPARE(loadDesign(path_.toStdString())->title, std::string("Theirs"));
        // It is told again what the file held, when it is kept and left once more.
        dieWith("f");
        answered_.clear();
        answer("recovery", "Open it");
        QVERIFY(w_->open(path_));
        QVERIFY(!session().save(path_));
        answer("clash", "Replace it");
        w_->findChild<QAction*>("save")->trigger();
        QCOMPARE(measuresOf(*loadDesign(path_.toStdString()), "tent1")->at("left"), 45.0);
        // With nothing written meanwhile the copy is the newer one, and is saved without a word.
        edit("46 mm");
        dieWith("g");
        answer("recovery", "Open it");
        QVERIFY(w_->open(path_));
        QVERIFY2(asked_.contains("The copy is newer"), qPrintable(asked_));
        QVERIFY(session().save(path_));
        QCOMPARE(measuresOf(*loadDesign(path_.toStdString()), "tent1")->at("left"), 46.0);
    }

    // A design that cannot be made is the maker's work as well.
    void whatCannotBeMadeIsKept() {
        Design d = session().design();
        d.title = "Half done";
        d.structures.front().on = "nothing.there";
        QVERIFY(!assemble(d));
        leaveBehind("h", d);
        answer("recovery", "Open it");
        QVERIFY(w_->open(path_));
        QVERIFY(answered_.contains("recovery"));
        QCOMPARE(session().design().title, std::string("Half done"));
        QTRY_VERIFY(session().trouble());
        session().history()->setClean();
    }

    // Nothing is offered that is saved already.
    void undoneToWhatIsSaved() {
        QCOMPARE(copies().size(), 0);
        edit("47 mm");
        session().keepNow();
        QCOMPARE(copies().size(), 1);
        w_->findChild<QAction*>("undo")->trigger();
        QVERIFY(!session().modified());
        QCOMPARE(copies().size(), 0);
        session().keepNow();
        QCOMPARE(copies().size(), 0);
        w_->findChild<QAction*>("redo")->trigger();
        session().keepNow();
        QCOMPARE(copies().size(), 1);
    }

    // An export asks once about all files that it would write over.
    void exportsAskOnce() {
        const auto write = [&](const char* name) {
            QFile f(dir_.filePath(name));
            QVERIFY(f.open(QIODevice::WriteOnly));
            f.write("mine");
        };
        const auto mine = [&](const char* name) {
            QFile f(dir_.filePath(name));
            return f.open(QIODevice::ReadOnly) && f.readAll() == "mine";
        };
        QVERIFY(settled());
        for (const char* name : {"t-parts.csv", "t-scores.csv"})
            write(name);
        for (const bool yes : {false, true}) {
            answered_.clear();
            answerFile(dir_.filePath("t.csv"));
            answer("replace", yes ? "Replace them" : "Leave them");
            w_->findChild<QAction*>("export-lists")->trigger();
            QCOMPARE(answered_, QStringList{"replace"});
            QVERIFY2(asked_.contains("t-parts.csv") && asked_.contains("t-scores.csv"),
                     qPrintable(asked_));
            QCOMPARE(mine("t-parts.csv") && mine("t-scores.csv"), !yes);
            QCOMPARE(QFileInfo::exists(dir_.filePath("t-cuts.csv")), yes);
        }
        // Saving under another name likewise.
        write("u.hlantern");
        answered_.clear();
        answerFile(dir_.filePath("u.hlantern"));
        answer("replace", "Leave it");
        w_->findChild<QAction*>("save-as")->trigger();
        QVERIFY(answered_.contains("replace") && mine("u.hlantern"));
        QCOMPARE(session().path(), path_);
    }

    // Whatever bytes its name has.
    void namesThatAreNoUtf8() {
        const std::string odd = dir_.path().toStdString() + "/br\xFC"
                                                            "cke \xC3\xA9.hlantern";
        QCOMPARE(bytesOf(pathOf(odd)), odd);
        QCOMPARE(bytesOf(pathOf("plain \xE2\x82\xAC \xF0\x9F\x9A\x82")),
                 std::string("plain \xE2\x82\xAC \xF0\x9F\x9A\x82"));
        QVERIFY(!saveDesign(session().design(), odd));
        QVERIFY(w_->open(pathOf(odd)));
        QVERIFY(settled());
        edit("48 mm");
        w_->findChild<QAction*>("save")->trigger();
        QVERIFY(!session().modified());
        QCOMPARE(measuresOf(*loadDesign(odd), "tent1")->at("left"), 48.0);
        QVERIFY(!session().clashes());
    }

    // The open file is a pipe all of a sudden: nothing waits for it.
    void aPipeInPlaceOfTheFile() {
        edit("49 mm");
        QVERIFY(QFile::remove(path_));
        QCOMPARE(mkfifo(path_.toUtf8().constData(), 0600), 0);
        answer("clash", "Replace it");
        w_->findChild<QAction*>("save")->trigger();
        QVERIFY(session().modified());
        QVERIFY2(message().contains("pipe"), qPrintable(message()));
        QVERIFY(!w_->open(path_));
        QVERIFY(QFile::remove(path_));
        w_->findChild<QAction*>("save")->trigger();
        QVERIFY(!session().modified());
    }
};

HL_TEST(Recovering)
#include "recovering.moc"
