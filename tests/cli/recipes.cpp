// The commissions of the gift shop: each recipe, run as a maker would run it, makes the design that
// is kept; what it makes works, and its blanks and scores are those of the commission.
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "core/fold/case.h"
#include "core/make/parts_list.h"
#include "core/prove/evidence.h"
#include "core/prove/prove.h"
#include "tests/program.h"
#include <QDir>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

using namespace hl;

class Recipes : public QObject {
    Q_OBJECT
    static QString root() { return HL_SOURCE_DIR "/demo/quillmere/"; }

    struct Blank {
        const char* card;
        int count;
        double width, height; // mm
        const char* say;      // its panels and folds
    };
    // What the commissions say of their blanks.
    static std::vector<Blank> told() {
        return {
            {"02-platforms", 1, 131, 170, "120 | 11, V"},
            {"02-platforms", 1, 131, 170, "60 | 60 | 11, M V"},
            {"02-platforms", 1, 120, 170, "60 | 60, M"},
            {"02-platforms", 2, 132, 68, "66 | 66, M"},
            {"03-ticket-window", 1, 170, 118, "106 | 42 | 22, V V"},
            {"03-ticket-window", 1, 64, 26, "11 | 42 | 11, M M"},
            {"03-ticket-window", 1, 70, 84, "6 | 42 | 22, M M"},
            {"03-ticket-window", 1, 130, 118, "24 | 106, V"},
            {"03-ticket-window", 1, 42, 130, ""},
            {"03-ticket-window", 1, 120, 70, "60 | 60, V"},
            {"05-level-crossing", 1, 117, 150, "105 | 12, V"},
            {"05-level-crossing", 1, 105, 150, ""},
            {"05-level-crossing", 1, 160, 120, "12 | 30 | 30 | 38 | 38 | 12, V M V M V"},
            {"06-goods-train", 1, 180, 100, "26 | 26 | 128, M V"},
            {"07-tunnel", 1, 186, 110, "12 | 54 | 54 | 54 | 12, M M V V"},
            {"07-tunnel", 1, 70, 70, ""},
            {"09-engine-shed", 1, 274, 130, "66 | 66 | 66 | 66 | 10, V V V V"},
            {"09-engine-shed", 1, 116, 15, ""},
            {"09-engine-shed-large", 1, 297, 130, "73 | 73 | 73 | 73 | 5, V V V V"},
            {"10-footbridge", 1, 220, 150, "110 | 110, V"},
            {"11-crew-photographs", 1, 196, 130, "100 | 84 | 12, V M"},
            {"11-crew-photographs", 1, 150, 118, "84 | 66, V"},
            {"12-luggage-trunk", 1, 164, 104, "44 | 68 | 52, V V"},
            {"12-luggage-trunk", 1, 65, 86, "5 | 6 | 54, M V"},
            {"12-luggage-trunk", 2, 14, 48, "7 | 7, M"},
            {"12-luggage-trunk", 2, 112, 12, "48 | 64, V"},
            {"13-viaduct", 1, 270, 130, ""},
            {"13-viaduct", 2, 130, 130, ""},
            {"14-departure-board", 1, 278, 112, "138 | 70 | 70, M V"},
            {"16-semaphores-set", 2, 42, 14, "14 | 10 | 10 | 8, V M V"},
            {"19-platform-diorama", 1, 202, 115, "36 | 130 | 36, V V"},
            {"21-signal-tower", 3, 180, 42, "112 | 34 | 34, M V"},
            {"21-signal-tower", 1, 180, 150, "34 | 34 | 112, M V"},
        };
    }

  private slots:
    void eachRecipeMakesItsCard_data() {
        QTest::addColumn<QString>("name");
        for (const QFileInfo& f : QDir(root() + "recipes").entryInfoList({"*.sh"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.completeBaseName();
    }
    void eachRecipeMakesItsCard() {
        QFETCH(QString, name);
        QTemporaryDir dir;
        const QString made = dir.filePath(name + ".hlantern");
        QProcess p;
        auto settings = QProcessEnvironment::systemEnvironment();
        settings.insert("HL_CLI", HL_BIN_DIR "/hinge-lantern-cli");
        p.setProcessEnvironment(settings);
        p.start("sh", {root() + "recipes/" + name + ".sh", made});
        QVERIFY(p.waitForFinished(120000));
        QVERIFY2(p.exitCode() == 0, p.readAllStandardError());
        const auto d = loadDesign(made.toStdString());
        QVERIFY2(d, d ? "" : d.problem().text().c_str());
        // Nothing but the words of the recipe is needed: no JSON is typed.
        QFile recipe(root() + "recipes/" + name + ".sh");
        QVERIFY(recipe.open(QIODevice::ReadOnly) && !recipe.readAll().contains("{\""));
        const auto kept = loadDesign((root() + "" + name + ".hlantern").toStdString());
        QVERIFY2(kept, kept ? "" : kept.problem().text().c_str());
        QVERIFY2(*kept == *d, "the design beside the recipe is an older one: run it again");
    }

    void eachCardWorks_data() {
        QTest::addColumn<QString>("name");
        for (const QFileInfo& f : QDir(root()).entryInfoList({"[0-9][0-9]-*.hlantern"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.completeBaseName();
    }
    void eachCardWorks() {
        QFETCH(QString, name);
        const auto d = loadDesign((root() + "" + name + ".hlantern").toStdString());
        QVERIFY2(d, d ? "" : d.problem().text().c_str());
        const Case c(*d, *assemble(*d));
        const Evidence e(c, {});
        std::string told;
        for (const Finding& f : prove(e))
            if (f.severity != Severity::Note)
                told += f.message + "\n";
        QVERIFY2(told.empty(), told.c_str());
        // Closed it lies flat within the size that is meant.
        QVERIFY(e.closed.flat);
        const Vec2 size = e.closed.size(), meant = e.closed.cardHigh - e.closed.cardLow;
        if (d->card.meant.empty())
            QVERIFY(size.x() <= meant.x() + 0.1 && size.y() <= meant.y() + 0.1);
        const double shown = c.assembly.display.at;
        QVERIFY(shown >= c.first() && shown <= c.last());
    }

    // The viaduct's scores lie at 36, 54, 76 and 108 from both ends, and its steps where they are
    // told: 18 deep across the fold at 36, cut 34 in, and 22 deep across the fold at 76, cut 22 in.
    void theViaductIsScoredFromBothEnds() {
        const auto d = loadDesign((root() + "13-viaduct.hlantern").toStdString());
        QVERIFY(d);
        struct Score {
            double x, low, high;
            bool operator<(const Score& o) const { return std::tie(x, low) < std::tie(o.x, o.low); }
            bool operator==(const Score& o) const {
                return std::fabs(x - o.x) + std::fabs(low - o.low) + std::fabs(high - o.high) <
                       1e-6;
            }
        };
        std::vector<Score> have;
        const Assembly a = *assemble(*d);
        for (const Crease& c : a.creases)
            if (c.part == 0)
                for (auto& [p, q] : c.stretches())
                    have.push_back({p.x() + 36, std::min(p.y(), q.y()), std::max(p.y(), q.y())});
        std::vector<Score> want{{18, 34, 96},   {36, 0, 34},  {36, 34, 96},  {36, 96, 130},
                                {54, 0, 22},    {54, 22, 34}, {54, 34, 96},  {54, 96, 108},
                                {54, 108, 130}, {76, 0, 22},  {76, 22, 108}, {76, 108, 130},
                                {98, 22, 108},  {108, 0, 130}};
        for (const Score& s : std::vector<Score>(want)) // and from the other end
            want.push_back({270 - s.x, s.low, s.high});
        std::sort(have.begin(), have.end());
        std::sort(want.begin(), want.end());
        QVERIFY(have == want);
    }

    void blanksAndScoresAreTheCommissions() {
        std::map<std::string, std::vector<ListedPart>> lists;
        for (const Blank& b : told()) {
            if (!lists.count(b.card)) {
                const auto d = loadDesign((root() + "").toStdString() + b.card + ".hlantern");
                QVERIFY2(d, d ? b.card : d.problem().text().c_str());
                lists[b.card] = partsList(*d, *assemble(*d));
            }
            std::string have;
            bool found = false;
            for (const ListedPart& p : lists[b.card]) {
                const std::string say =
                    p.say.panels.size() > 1 ? panelsText(p.say, Unit::Millimetre) : "";
                have += QString("%1 x %2 by %3: ")
                            .arg(p.count)
                            .arg(p.blank.x())
                            .arg(p.blank.y())
                            .toStdString() +
                        say + "\n";
                found = found || (p.count == b.count && std::fabs(p.blank.x() - b.width) < 0.01 &&
                                  std::fabs(p.blank.y() - b.height) < 0.01 && say == b.say);
            }
            QVERIFY2(found, (std::string(b.card) + " lacks " + b.say + " among\n" + have).c_str());
        }
    }
};

HL_TEST(Recipes)
#include "recipes.moc"
