// Nothing is lost, nothing of a file is taken for markup, and an error of the program is a message:
// in the real window.
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

class Keeping : public QObject, hl::test::KeptWindow {
    Q_OBJECT

  private slots:
    void initTestCase() {
        // A workshop's file that is damaged, before the window is there.
        QVERIFY(dir_.isValid());
        qputenv("XDG_CONFIG_HOME", dir_.path().toUtf8());
        QApplication::setOrganizationName("Hinge Lantern tests");
        const QString config = QStandardPaths::writableLocation(QStandardPaths::AppConfigLocation);
        QDir().mkpath(config);
        QFile f(config + "/workshop.json");
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("{\"score_error\": ");
        f.close();
        start();
        QVERIFY(w_->findChild<QLabel*>("message-text")->isVisible());
        QVERIFY2(message().contains("could not be read"), qPrintable(message()));
        QVERIFY(QFileInfo::exists(config + "/workshop.damaged-1.json")); // kept aside
        QVERIFY(!QFileInfo::exists(config + "/workshop.json"));
    }
    void init() { openCopy(); }
    void cleanupTestCase() { w_.reset(); }

    // Changed on disk, with nothing changed here: it is offered to be read again.
    void anotherProgramWrites() {
        answer("read-again", "Read it again");
        writeByAnother("Theirs");
        QVERIFY(QTest::qWaitFor([&] { return session().design().title == "Theirs"; }, patience));
        QVERIFY(answered_.contains("read-again"));
    }

    // Changed on disk and here: saving asks, and both can be kept.
    void twoOfOneFile() {
        edit("41 mm");
        writeByAnother("Theirs");
        QVERIFY(QTest::qWaitFor([&] { return message().contains("another program"); }, patience));
        QVERIFY(!session().save(path_)); // not behind the maker's back
        QCOMPARE(loadDesign(path_.toStdString())->title, std::string("Theirs"));
        answer("clash", "Save nothing");
        w_->findChild<QAction*>("save")->trigger();
        QVERIFY(answered_.contains("clash") && session().modified());
        QCOMPARE(loadDesign(path_.toStdString())->title, std::string("Theirs"));
        answer("clash", "Replace it");
        w_->findChild<QAction*>("save")->trigger();
        QVERIFY(!session().modified());
        QVERIFY(*loadDesign(path_.toStdString()) == session().design());
        edit("42 mm"); // and from then on it is ours again
        w_->findChild<QAction*>("save")->trigger();
        QVERIFY(!session().modified());
    }

    // What a crash left is offered when a file is opened; only a clear yes deletes it.
    void whatWasLeftIsNotLost() {
        Design d = session().design();
        d.title = "Left behind";
        leaveBehind("a", d);
        answer("recovery", "Escape");
        QVERIFY(w_->open(path_));
        QVERIFY(answered_.contains("recovery"));
        QVERIFY(QFileInfo::exists(kept().filePath("a.hlantern")));
        answered_.clear();
        leaveBehind("b", d);
        answer("recovery", "Throw it away");
        QTimer::singleShot(300, this, [this] { answer("throw-away", "Keep it"); });
        QVERIFY(w_->open(path_));
        QVERIFY(QFileInfo::exists(kept().filePath("b.hlantern")));
        leaveBehind("c", d);
        answer("recovery", "Throw it away");
        QTimer::singleShot(300, this, [this] { answer("throw-away", "Throw it away"); });
        QVERIFY(w_->open(path_));
        QVERIFY(!QFileInfo::exists(kept().filePath("c.hlantern")));
        leaveBehind("d", d);
        answer("recovery", "Open it");
        QVERIFY(w_->open(path_));
        QCOMPARE(session().design().title, std::string("Left behind"));
        QVERIFY(session().modified());
        // It is kept anew before what was left goes.
        QVERIFY(!QFileInfo::exists(kept().filePath("d.hlantern")));
        bool anew = false;
        for (const QString& name : kept().entryList({"*.hlantern"}, QDir::Files))
            if (name.size() > 20)
                anew |= loadDesign(kept().filePath(name).toStdString())->title == "Left behind";
        QVERIFY(anew);
        for (const char* name : {"a", "b"})
            QFile::remove(kept().filePath(QString(name) + ".hlantern"));
    }

    void aFolderThatCannotBeWrittenIsTold() {
        const QString folder = kept().path();
        QVERIFY(QDir(folder).removeRecursively());
        QFile f(folder); // a file where the folder should be
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.close();
        edit("43 mm");
        session().keepNow();
        QVERIFY2(message().contains("No copy can be kept"), qPrintable(message()));
        QVERIFY(f.remove());
        session().keepNow();
        QVERIFY(kept().entryList({"*.hlantern"}, QDir::Files).size() == 1);
    }

    // A title that is markup is shown as it is written, and loads nothing.
    void namesAreNotMarkup() {
        Design d = session().design();
        d.title = "<img src='/dev/zero'><b>Bold</b>";
        d.structures.front().name = "<h1>Name</h1>";
        session().open(d, {});
        QVERIFY(settled());
        w_->tell(QString::fromStdString(d.title));
        int shown = 0;
        for (auto* label : w_->findChildren<QLabel*>())
            if (label->text().contains("<img") || label->text().contains("<h1>")) {
                label->ensurePolished();
                QVERIFY2(label->textFormat() == Qt::PlainText, qPrintable(label->text()));
                ++shown;
            }
        QVERIFY(shown >= 2);
    }

    // An exception on the worker: a message, the document as it was, and the next edit is proved.
    void anErrorOnTheWorkerIsAMessage() {
        const Design before = session().design();
        session().folder().setTrial([] { throw std::runtime_error("a trial"); });
        edit("44 mm");
        QVERIFY(QTest::qWaitFor([&] { return message().contains("a trial"); }, patience));
        session().folder().setTrial({});
        w_->findChild<QAction*>("undo")->trigger();
        QVERIFY(session().design() == before);
        QVERIFY(settled());
    }

    // Papers are added, chosen, changed and removed in the window.
    void papers() {
        w_->goTo("card");
        auto* button = w_->findChild<QPushButton*>("drawn-+-paper");
        QVERIFY(button);
        const size_t had = session().design().stocks.size();
        QTest::mouseClick(button, Qt::LeftButton);
        QCOMPARE(session().design().stocks.size(), had + 1);
        // It is looked at, and edited, without being the card's.
        const std::string fresh = session().design().stocks.back().id,
                          cards = session().design().card.stock;
        QVERIFY(fresh != cards);
        auto* lookedAt = w_->findChild<QComboBox*>("paper-looked");
        QCOMPARE(lookedAt->currentData().toString().toStdString(), fresh);
        auto* name = w_->findChild<QLineEdit*>("stock-name");
        name->setFocus();
        name->selectAll();
        QTest::keyClicks(name, "Moss");
        QTest::keyClick(name, Qt::Key_Return);
        QCOMPARE(session().design().paper(fresh).name, std::string("Moss"));
        auto* printed = w_->findChild<QComboBox*>("stock-pattern");
        printed->setCurrentIndex(printed->findData("fern"));
        emit printed->activated(printed->currentIndex());
        QCOMPARE(session().design().paper(fresh).pattern, std::string("fern"));
        auto* clear = w_->findChild<QComboBox*>("stock-clear");
        clear->setCurrentIndex(1);
        emit clear->activated(1);
        QVERIFY(session().design().paper(fresh).clear);
        lookedAt->setCurrentIndex(lookedAt->findData(QString::fromStdString(cards)));
        emit lookedAt->activated(lookedAt->currentIndex());
        QCOMPARE(name->text().toStdString(), session().design().paper(cards).name);
        auto* choice = w_->findChild<QComboBox*>("card-stock");
        QCOMPARE(choice->count(), int(had) + 1);
        choice->setFocus();
        QTest::keyClick(choice, Qt::Key_Home);
        emit choice->activated(choice->currentIndex());
        QCOMPARE(session().design().card.stock, session().design().stocks.front().id);
        QVERIFY(settled());
        choice->setCurrentIndex(choice->count() - 1);
        emit choice->activated(choice->currentIndex());
        QCOMPARE(session().design().card.stock, fresh);
        QTest::mouseClick(w_->findChild<QPushButton*>("drawn-remove-paper"), Qt::LeftButton);
        QCOMPARE(session().design().stocks.size(), had);
        QVERIFY(!session().design().stock(fresh));
        while (session().design().stocks.size() > 1)
            session().edit(removePaper(session().design(), session().design().card.stock), "less");
        QTest::mouseClick(w_->findChild<QPushButton*>("drawn-remove-paper"), Qt::LeftButton);
        QVERIFY(message().contains("only one"));
    }

    // A window that is closed in the middle of a long proof goes at once.
    void closingDoesNotWait() {
        Session s;
        Design d = *newDesign(Measure::fromMm(140), Measure::fromMm(980), SpineSide::Left,
                              Unit::Millimetre);
        for (int i = 0; i < 60; ++i)
            d = addStructure(d, "box", "card.spine",
                             {{"place", std::to_string(10 + 15 * i) + " mm"}, {"width", "20 mm"}})
                    ->first;
        auto folder = std::make_unique<Folder>();
        QSignalSpy reached(folder.get(), &Folder::reached);
        folder->request(d, 1, {});
        QVERIFY(reached.wait(patience)); // folded: the proof is under way
        QElapsedTimer clock;
        clock.start();
        folder.reset();
        // It heeds its flag; one that does not is left to itself after three seconds.
        QVERIFY2(clock.elapsed() < 2000, qPrintable(QString::number(clock.elapsed())));
    }
};

HL_TEST(Keeping)
#include "keeping.moc"
