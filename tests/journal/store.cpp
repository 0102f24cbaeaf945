// The journal's file: what is recorded comes back, two may write at once, what is newer, damaged or
// another program's is left as it is, and searching finds what a plain look at all finds.
#include "core/files/hlantern.h"
#include "core/journal/journal.h"
#include "core/journal/tables.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QTemporaryDir>
#include <SQLiteCpp/SQLiteCpp.h>
#include <random>
#include <thread>

using namespace hl;
using namespace hl::test;
using namespace hl::journal;

namespace {

const std::vector<std::string> titles{"Water tower", "Viaduct", "Signal box", "100 % paper_card"};
const std::vector<std::string> occasions{"", "Birthday", "Opening day"};
const std::vector<std::string> papers{"Ivory card", "Slate", "Larch"};
const std::vector<std::string> kinds{"box", "tent", "v-fold"};

std::string designText(const std::string& title, int n) {
    Design d = card(100 + n % 40, 150);
    d.title = title;
    return designToText(d);
}

Build randomBuild(std::mt19937& random, int n) {
    const auto one = [&](auto& all) { return all[random() % all.size()]; };
    Build b;
    b.title = one(titles);
    b.design = designText(b.title, n);
    b.print = fingerprint(b.design);
    b.uid = "build-" + std::to_string(n);
    b.when = "2026-" + std::string(n % 12 < 9 ? "0" : "") + std::to_string(n % 12 + 1) + "-" +
             std::to_string(10 + random() % 18);
    b.number = 1 + int(random() % 4);
    b.prototype = random() % 5 == 0;
    b.stars = int(random() % 6);
    b.occasion = one(occasions);
    b.forWhom = random() % 3 ? "" : "the waiting room";
    b.failed = b.prototype ? "the strap was too short" : "";
    b.words = random() % 2 ? "" : "glue \"held\", at last";
    for (const std::string& k : kinds)
        if (random() % 2)
            b.families.push_back(k);
    for (const std::string& p : papers)
        if (random() % 2)
            b.papers.push_back({p, 210, 297, 1.0 + random() % 3});
    b.times = {{"cut", "", 10.0 + random() % 9, 12, 20}, {"glue", "glue.box1", 4, 5, 0}};
    b.measured = {{"thickness", 2.5, 2.4, "mm", ""},
                  {"box1.left", 31, std::nullopt, "mm", "short"}};
    b.observed = {{"caliper", "Ivory card", 3.1, 10}};
    NextTime note;
    note.about = About::Measure;
    note.subject = "box1";
    note.text = "deeper";
    note.wish = Wish{"box1", "left", "31 mm"};
    b.notes = {note};
    b.photos = {{"card.png", std::string("\x89PNG\0x", 6)}};
    return b;
}

std::unique_ptr<Journal> fresh(const QTemporaryDir& dir, const char* name = "j.sqlite") {
    auto j = Journal::open(dir.filePath(name).toStdString());
    if (!j)
        qFatal("%s", j.problem().text().c_str());
    return std::move(*j);
}

QByteArray bytesOf(const QString& path) {
    QFile f(path);
    return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
}

} // namespace

class Store : public QObject {
    Q_OBJECT

  private slots:
    void whatIsRecordedComesBack() {
        QTemporaryDir dir;
        std::mt19937 random(7);
        std::vector<Build> all;
        {
            auto j = fresh(dir);
            for (int i = 0; i < 60; ++i) {
                all.push_back(randomBuild(random, i));
                const auto id = j->add(all.back());
                QVERIFY(bool(id));
                all.back().id = *id;
            }
            // The same build again is the same build.
            QCOMPARE(*j->add(all[3]), all[3].id);
        }
        auto j = fresh(dir); // from the disk
        QCOMPARE(j->list()->size(), size_t{60});
        for (Build& b : all) {
            auto back = j->build(b.id);
            QVERIFY(bool(back));
            QCOMPARE(back->design, b.design);
            QVERIFY(back->photos.size() == 1 && back->photos[0].bytes == b.photos[0].bytes);
            QVERIFY(back->notes.size() == 1 && back->notes[0].wish->to == "31 mm");
            for (NextTime& n : back->notes)
                n.id = 0;
            for (NextTime& n : b.notes)
                n.id = 0;
            std::sort(b.families.begin(), b.families.end());
            QCOMPARE(QString::fromStdString(buildToText(*back, true)),
                     QString::fromStdString(buildToText(b, true)));
        }
        QCOMPARE(j->notes()->size(), size_t{60});
        QVERIFY(!j->tick(j->notes()->front().id));
        QCOMPARE(j->notes()->size(), size_t{59});
        QCOMPARE(j->notes(true)->size(), size_t{60});
        QVERIFY(bool(j->tick(4711)) && !bool(j->build(4711)));
        const auto tables = tablesOf(*j);
        QVERIFY(tables && tables->files.size() == 4);
        QCOMPARE(QString::fromStdString(tables->files[0].bytes).count("\r\n"), 61);
        QVERIFY(tables->files[0].bytes.find("\"glue \"\"held\"\", at last\"") != std::string::npos);
    }

    // Against a plain look at all builds.
    void searchingFindsWhatIsThere() {
        QTemporaryDir dir;
        std::mt19937 random(11);
        auto j = fresh(dir);
        std::vector<Build> all;
        for (int i = 0; i < 150; ++i) {
            all.push_back(randomBuild(random, i));
            QVERIFY(bool(j->add(all.back())));
        }
        const auto has = [](const std::string& text, const std::string& part) {
            return QString::fromStdString(text).contains(QString::fromStdString(part),
                                                         Qt::CaseInsensitive);
        };
        for (int turn = 0; turn < 200; ++turn) {
            Query q;
            const std::vector<std::string> words{"", "tower", "%", "_", "HELD", "strap", "waiting"};
            q.text = words[random() % words.size()];
            q.from = random() % 2 ? "" : "2026-03-15";
            q.to = random() % 2 ? "" : "2026-10-20";
            q.paper = random() % 2 ? "" : papers[random() % 3];
            q.family = random() % 2 ? "" : kinds[random() % 3];
            q.occasion = random() % 3 ? "" : "Birthday";
            if (random() % 3 == 0)
                q.prototype = random() % 2 == 0;
            std::vector<std::string> wanted;
            std::map<std::string, int> months;
            for (const Build& b : all) {
                const bool fits =
                    (q.text.empty() || has(b.title, q.text) || has(b.occasion, q.text) ||
                     has(b.forWhom, q.text) || has(b.words, q.text) || has(b.failed, q.text)) &&
                    (q.from.empty() || b.when >= q.from) && (q.to.empty() || b.when <= q.to) &&
                    (q.paper.empty() || std::any_of(b.papers.begin(), b.papers.end(),
                                                    [&](auto& p) { return p.paper == q.paper; })) &&
                    (q.family.empty() ||
                     std::count(b.families.begin(), b.families.end(), q.family)) &&
                    (q.occasion.empty() || b.occasion == q.occasion) &&
                    (!q.prototype || b.prototype == *q.prototype);
                if (fits) {
                    wanted.push_back(b.uid);
                    months[b.when.substr(0, 7)] += b.number;
                }
            }
            const auto found = j->list(q);
            QVERIFY(bool(found));
            std::vector<std::string> uids;
            for (size_t i = 0; i < found->size(); ++i) {
                uids.push_back((*found)[i].uid);
                QVERIFY(i == 0 || (*found)[i - 1].when >= (*found)[i].when); // newest first
            }
            std::sort(wanted.begin(), wanted.end());
            std::sort(uids.begin(), uids.end());
            QVERIFY(uids == wanted);
            const auto tally = j->tally(Count::Months, q);
            QVERIFY(tally && tally->size() == months.size());
            for (const Tally& t : *tally)
                QCOMPARE(t.cards, months[t.of]);
        }
        sheetsAreCounted(*j, all);
    }

    void twoWriteAtOnce() {
        QTemporaryDir dir;
        fresh(dir);
        const auto write = [&](int from) {
            std::mt19937 random{unsigned(from)};
            auto j = fresh(dir);
            for (int i = 0; i < 60; ++i)
                if (!j->add(randomBuild(random, from + i)))
                    qFatal("a build was not recorded");
        };
        std::thread one(write, 0), two(write, 1000);
        one.join();
        two.join();
        QCOMPARE(fresh(dir)->list()->size(), size_t{120});
    }

    // Refused with its place, and left to the byte as it was.
    void whatIsNotOursIsLeft() {
        QTemporaryDir dir;
        std::mt19937 random(3);
        const QString newer = dir.filePath("newer.sqlite"), other = dir.filePath("other.sqlite"),
                      rubbish = dir.filePath("rubbish.sqlite"), cut = dir.filePath("cut.sqlite");
        fresh(dir, "newer.sqlite");
        {
            SQLite::Database db(newer.toStdString(), SQLite::OPEN_READWRITE);
            db.exec("PRAGMA user_version = 99");
            db.exec("PRAGMA wal_checkpoint(TRUNCATE)");
            SQLite::Database theirs(other.toStdString(),
                                    SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
            theirs.exec("CREATE TABLE stamps (id INTEGER)");
        }
        QFile f(rubbish);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write(QByteArray(5000, 'x'));
        f.close();
        {
            auto j = fresh(dir, "whole.sqlite");
            for (int i = 0; i < 30; ++i)
                QVERIFY(bool(j->add(randomBuild(random, i))));
        }
        {
            SQLite::Database db(dir.filePath("whole.sqlite").toStdString(), SQLite::OPEN_READWRITE);
            db.exec("PRAGMA wal_checkpoint(TRUNCATE)");
        }
        QByteArray whole = bytesOf(dir.filePath("whole.sqlite"));
        QVERIFY(whole.size() > 20000);
        for (int i = 8192; i < 20000; ++i) // the middle of it
            whole[i] = char(random());
        QFile half(cut);
        QVERIFY(half.open(QIODevice::WriteOnly));
        half.write(whole);
        half.close();
        for (const QString& path : {newer, other, rubbish, cut}) {
            const QByteArray before = bytesOf(path);
            const auto j = Journal::open(path.toStdString());
            QVERIFY2(!j, qPrintable(path));
            QVERIFY(!j.problem().remedy.empty() && j.problem().place == path.toStdString());
            QVERIFY2(bytesOf(path) == before, qPrintable(path));
        }
        QVERIFY(!Journal::open("/dev/null"));
        QVERIFY(!Journal::open(dir.path().toStdString())); // a folder
    }

  private:
    // Sheets are counted by paper.
    static void sheetsAreCounted(Journal& j, const std::vector<Build>& all) {
        std::map<std::string, double> sheets;
        for (const Build& b : all)
            for (const PaperUsed& p : b.papers)
                sheets[p.paper] += p.sheets;
        const auto tally = j.tally(Count::Papers);
        QVERIFY(bool(tally));
        for (const Tally& t : *tally)
            QCOMPARE(t.sheets, sheets[t.of]);
    }
};

HL_TEST(Store)
#include "store.moc"
