// The journal on the command line: recorded, found, learned from, carried out; and nothing that was
// recorded is lost when the program is killed.
#include "core/journal/journal.h"
#include "tests/cli/command_line.h"
#include "tests/program.h"
#include <QFile>
#include <QJsonArray>
#include <QProcess>
#include <QtTest>
#include <random>

using namespace hl;
using namespace hl::test;

class Log : public QObject, CommandLine {
    Q_OBJECT

    QString journal() const { return dir_.filePath("journal.sqlite"); }
    // One of the journal's commands.
    int log(const QString& what, const QStringList& args) {
        return run(QStringList{"log", what} + args + QStringList{"--journal", journal()});
    }
    QJsonArray list() { return QJsonDocument::fromJson(out_.toUtf8()).array(); }

  private slots:
    void init() {
        QFile::remove(journal());
        QFile::remove(journal() + "-wal");
        QFile::remove(journal() + "-shm");
        QCOMPARE(cli("new", {"--card", "120x160mm", "--force"}), 0);
        QCOMPARE(cli("card", {"--title", "Engine shed"}), 0);
        QCOMPARE(cli("add", {"box", "--id", "shed", "--name", "Shed"}), 0);
    }

    void aBuildAndWhatComesOfIt() {
        const QString entry = R"({"when": "2026-03-14", "number": 3, "occasion": "Opening day",
            "for": "the signalman", "stars": 4, "words": "held at once",
            "papers": [{"paper": "Ivory card", "sheets": 2, "width": "210 mm", "height": "297 mm"}],
            "times": [{"do": "cut", "minutes": 26, "planned": 20}],
            "measured": [{"of": "thickness", "is": "2.6 mm", "planned": 2.4}],
            "observed": [{"quantity": "caliper", "of": "Ivory card", "value": 3.6, "n": 10}],
            "notes": [{"about": "measure", "subject": "shed.left", "text": "a little deeper",
                       "change": {"of": "Shed", "key": "left", "to": "33 mm"}}]})";
        QCOMPARE(log("add", {file(), "--json", entry}), 0);
        QVERIFY(out_.startsWith("build 1"));
        QCOMPARE(log("list", {"--json", "--occasion", "Opening day"}), 0);
        QCOMPARE(list().size(), 1);
        const QJsonObject b = list()[0].toObject();
        QCOMPARE(b["title"].toString(), QString("Engine shed"));
        QVERIFY(b["number"].toInt() == 3 && b["families"].toArray()[0] == "box");
        QCOMPARE(log("list", {"--json", "--family", "tent"}), 0);
        QCOMPARE(list().size(), 0);
        // The design as it was, whatever became of it.
        QFile f(file());
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QByteArray then = f.readAll();
        QCOMPARE(cli("set", {"shed", "left=20mm"}), 0);
        const QString back = dir_.filePath("then.hlantern");
        QCOMPARE(log("show", {"1", "-o", back, "--force"}), 0);
        QFile g(back);
        QVERIFY(g.open(QIODevice::ReadOnly) && g.readAll() == then);
        QCOMPARE(log("compare", {"1", file(), "--json"}), 0);
        bool told = false;
        for (const auto& c : list())
            told |= c.toObject()["of"] == "shed" && c.toObject()["what"] == "left" &&
                    c.toObject()["is"] == "20 mm";
        QVERIFY2(told, qPrintable(out_));
        // A page of it: what was said, in plain text, the card with what was off standing out.
        const QString page = dir_.filePath("page.html");
        QCOMPARE(log("page", {"1", "-o", page, "--force"}), 0);
        QFile p(page);
        QVERIFY(p.open(QIODevice::ReadOnly));
        const QString html = p.readAll();
        for (const char* said : {"Engine shed", "2026-03-14", "3 cards", "for the signalman",
                                 "4 stars of five", "held at once", "Ivory card", "26 min",
                                 "20 min", "2.6 mm", "0.2 mm", "a little deeper", "<svg"})
            QVERIFY2(html.contains(said), said);
        QCOMPARE(log("page", {"1", "-o", page}), 2); // it is there already
        QCOMPARE(log("page", {"7", "-o", page, "--force"}), 2);
        // What was learned.
        QCOMPARE(log("learn", {"--json"}), 0);
        QCOMPARE(list().size(), 2); // caliper, pace of cutting
        const QJsonObject caliper = list()[0].toObject();
        QVERIFY(caliper["quantity"] == "caliper" && caliper["of"] == "Ivory card");
        QVERIFY(std::fabs(caliper["value"].toDouble() - 0.36) < 0.02);
        QVERIFY(caliper["sigma"].toDouble() > 0 && caliper["n"].toInt() == 1 &&
                !caliper["used"].toBool(true) && caliper.contains("default"));
        const QString shop = dir_.filePath("mine.json");
        QCOMPARE(run({"workshop", shop, "--force"}), 0);
        QCOMPARE(log("use", {"pace", "cut", "--workshop", shop}), 0);
        QFile w(shop);
        QVERIFY(w.open(QIODevice::ReadOnly) && w.readAll().contains("\"pace\""));
        QCOMPARE(log("use", {"pace", "dance"}), 2);
        // The note comes back, is carried out once, and then no more.
        QCOMPARE(log("next", {file(), "--json"}), 0);
        QCOMPARE(list().size(), 1);
        const QString id = QString::number(list()[0].toObject()["id"].toInt());
        QCOMPARE(log("do", {id, file()}), 0);
        QCOMPARE(design().structure("shed")->set.at("left").mm(), 33.0);
        QCOMPARE(log("next", {file(), "--json"}), 0);
        QCOMPARE(list().size(), 0);
        QCOMPARE(log("note", {file(), "--json",
                              R"({"about": "family", "subject": "box", "text": "score twice"})"}),
                 0);
        QCOMPARE(log("next", {file(), "--json"}), 0);
        QCOMPARE(list().size(), 1);
        const QString table = dir_.filePath("year.csv");
        QCOMPARE(log("export", {"--csv", "-o", table}), 0);
        for (const char* name :
             {"year.csv", "year-times.csv", "year-measured.csv", "year-notes.csv"})
            QVERIFY2(QFile::exists(dir_.filePath(name)), name);
        QCOMPARE(log("export", {"--csv", "-o", table}), 2); // there already
    }

    // Each with its place; nothing is recorded.
    void whatCannotBeRecorded_data() {
        QTest::addColumn<QString>("entry");
        QTest::addColumn<QString>("place");
        QTest::newRow("no JSON") << "{"
                                 << "the entry";
        QTest::newRow("a date") << R"({"when": "14.3.2026"})"
                                << "when";
        QTest::newRow("stars") << R"({"stars": 9})"
                               << "stars";
        QTest::newRow("a key") << R"({"colour": "red"})"
                               << "colour";
        QTest::newRow("a time") << R"({"times": [{"minutes": 3}]})"
                                << "times";
        QTest::newRow("a length") << R"({"measured": [{"of": "x", "is": "3 stones"}]})"
                                  << "measured, entry 1";
        QTest::newRow("a quantity") << R"({"observed": [{"quantity": "mood", "value": 1}]})"
                                    << "observed";
        QTest::newRow("a photograph") << R"({"photos": ["/nowhere.png"]})"
                                      << "photos, entry 1";
        QTest::newRow("a note") << R"({"notes": [{"about": "paper", "text": "no"}]})"
                                << "notes, entry 1";
    }
    void whatCannotBeRecorded() {
        QFETCH(QString, entry);
        QFETCH(QString, place);
        QCOMPARE(log("add", {file(), "--json", entry}), 2);
        QVERIFY2(err_.contains(place), qPrintable(err_));
        QCOMPARE(log("list", {"--json"}), 0);
        QCOMPARE(list().size(), 0);
    }

    // Killed at any instant: what it said it recorded is there, and the journal is sound.
    void nothingRecordedIsLost() {
        std::mt19937 random(1);
        QSet<QString> recorded;
        for (int i = 0; i < 200; ++i) {
            QProcess p;
            const QString uid = QString("build-%1").arg(i);
            p.start(HL_BIN_DIR "/hinge-lantern-cli",
                    {"log", "add", file(), "--json", QString(R"({"uid": "%1"})").arg(uid),
                     "--journal", journal()});
            QVERIFY(p.waitForStarted());
            p.waitForFinished(int(random() % 25));
            if (p.state() != QProcess::NotRunning)
                p.kill();
            p.waitForFinished(-1);
            if (p.readAllStandardOutput().startsWith("build "))
                recorded.insert(uid);
        }
        QCOMPARE(log("add", {file(), "--json", R"({"uid": "last"})"}), 0);
        QCOMPARE(log("list", {"--json"}), 0);
        QSet<QString> there;
        for (const auto& b : list())
            there.insert(b.toObject()["uid"].toString());
        QVERIFY2(there.contains(recorded), qPrintable(QString::number(recorded.size())));
        QVERIFY(there.contains("last"));
    }
};

HL_TEST(Log)
#include "log.moc"
