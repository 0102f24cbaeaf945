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
#include "tests/app/real_window.h"
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

class Keeping : public QObject, hl::test::RealWindow {
    Q_OBJECT
    QString path_;

    // Presses the button with these words in the message box of this name as soon as it is there.
    void answer(const QString& name, const QString& words) {
        auto* clock = new QTimer(this);
        connect(clock, &QTimer::timeout, this, [=, turn = 0]() mutable {
            auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
            if (box && box->objectName() == name) {
                answered_ << name;
                asked_ = box->text();
                if (words == "Escape")
                    QTest::keyClick(box, Qt::Key_Escape);
                else
                    for (auto* b : box->buttons())
                        if (b->text().remove('&').startsWith(words))
                            QTest::mouseClick(b, Qt::LeftButton);
                clock->deleteLater();
            } else if (++turn > 100) {
                clock->deleteLater();
            }
        });
        clock->start(50);
    }
    QStringList answered_;
    QString asked_; // the last question
    QStringList copies() { return kept().entryList({"*.hlantern"}, QDir::Files); }
    // The copy of this session, as a program would leave it that is killed now.
    void dieWith(const QString& name) {
        session().keepNow();
        QCOMPARE(copies().size(), 1);
        const QString own = kept().filePath(copies().front());
        QVERIFY(QFile::copy(own, kept().filePath(name + ".hlantern")));
        QVERIFY(QFile::copy(own + ".path", kept().filePath(name + ".hlantern.path")));
        session().history()->setClean(); // whose window goes without a word
    }
    QDir kept() {
        return QDir(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) +
                    "/recovery");
    }
    // What a program leaves that crashed: a copy that nobody holds a lock of.
    void leaveBehind(const QString& name, const Design& d) {
        kept().mkpath(".");
        QVERIFY(!saveDesign(d, kept().filePath(name + ".hlantern").toStdString()));
    }
    void writeByAnother(const QString& title) {
        Design d = *loadDesign(path_.toStdString());
        d.title = title.toStdString();
        QVERIFY(!saveDesign(d, path_.toStdString()));
    }
    void edit(const char* left) {
        session().edit(setMeasure(session().design(), "tent1", "left", left), "edit");
    }
    QString message() { return w_->findChild<QLabel*>("message-text")->text(); }

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
    void init() {
        answered_.clear();
        session().open(session().design(), {}); // which watches nothing
        path_ = dir_.filePath("footbridge.hlantern");
        QFile::remove(path_);
        QVERIFY(QFile::copy(HL_SOURCE_DIR "/demo/quillmere/footbridge.hlantern", path_));
        QFile(path_).setPermissions(QFile::ReadOwner | QFile::WriteOwner);
        QVERIFY(w_->open(path_));
        QVERIFY(settled());
    }
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

    // What was written to the file after a crash is not replaced by what was kept before it.
    void theNewerFileIsNotReplaced() {
        edit("45 mm");
        dieWith("e");
        QTest::qWait(1100); // times of files are told to the second
        writeByAnother("Theirs");
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
        session().selection().choose("card");
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
        folder->request(d, 1, {});
        QTest::qWait(50);
        QElapsedTimer clock;
        clock.start();
        folder.reset();
        QVERIFY2(clock.elapsed() < 5000, qPrintable(QString::number(clock.elapsed())));
    }
};

QTEST_MAIN(Keeping)
#include "keeping.moc"
