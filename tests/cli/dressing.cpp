// Dressing on the command line: papers, mats, layers, toppers, all of it at once; edges, zones,
// ways to fold, a lone base.
#include "tests/cli/command_line.h"
#include "tests/program.h"
#include <QFile>
#include <QJsonArray>
#include <QJsonObject>
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

class DressingByWords : public QObject, public CommandLine {
    Q_OBJECT

  private slots:
    void init() {
        QCOMPARE(run({"new", file(), "--force", "--card", "130x160mm"}), 0);
        QCOMPARE(cli("add", {"box", "--id", "office", "--name", "Ticket office", "--set",
                             "left=40mm", "right=50mm", "width=80mm"}),
                 0);
    }

    void thePapersThatShip() {
        QCOMPARE(run({"papers", "--json"}), 0);
        QVERIFY(json()["patterns"].toArray().size() >= 16);
        QVERIFY(json()["schemes"].toArray().size() >= 5);
        for (const auto& p : json()["patterns"].toArray())
            QVERIFY(p.toObject()["repeat_mm"].toArray()[0].toDouble() > 1);
        QCOMPARE(run({"papers"}), 0);
        QVERIFY(out_.contains("brick") && out_.contains("scheme station"));
    }

    void allAtOnce() {
        QCOMPARE(cli("dress",
                     {"--all", "--scheme", "night", "--step", "4mm", "--leave", "card.page-left"}),
                 0);
        QVERIFY2(out_.contains("mats"), qPrintable(out_));
        const Design d = design();
        for (const StructureSpec& s : d.structures)
            if (s.kind == "mat") {
                QVERIFY(s.on != "card.page-left");
                QCOMPARE(s.set.at("step").mm(), 4.0);
            }
        QCOMPARE(cli("parts", {"--json"}), 0);
        int on = 0;
        for (const auto& p : json()["parts"].toArray())
            on += p.toObject().contains("on");
        QVERIFY(on >= 3);
        QCOMPARE(cli("check", {}), 0);
        // Again: what is left is the page that was left out.
        QCOMPARE(cli("dress", {"--all", "--scheme", "night"}), 0);
        QCOMPARE(design().structures.size(), d.structures.size() + 1);
    }

    void oneByOne() {
        QCOMPARE(cli("dress", {"card.page-right", "mat", "--paper", "clouds"}), 0);
        QCOMPARE(cli("dress", {"card.page-right", "layer", "--paper", "brick", "--name", "Wall",
                               "--set", "left=0", "turn=90"}),
                 0);
        QCOMPARE(cli("dress", {"card.page-right", "paper", "--paper", "slate"}), 0);
        QCOMPARE(cli("dress", {"office.left-wall", "mat", "--side", "back"}), 0);
        QCOMPARE(cli("dress", {"mat1.mat", "topper", "--name", "Clock", "--set", "width=20mm",
                               "height=20mm"}),
                 0);
        const Design d = design();
        QCOMPARE(d.structure("mat2")->name, std::string("Wall"));
        QCOMPARE(d.structure("mat2")->on, std::string("mat1.mat"));
        QCOMPARE(d.structure("mat2")->stock, std::string("slate"));
        QCOMPARE(d.structure("mat2")->set.at("left").count, std::int64_t(0));
        QCOMPARE(d.structure("mat3")->set.at("side").count, std::int64_t(1));
        QCOMPARE(d.structure("topper1")->on, std::string("mat1.mat"));
        QCOMPARE(cli("check", {}), 0);
    }

#ifndef HL_NO_WINDOW // the pictures are drawn by the window's program
    // Still and moving; drawn without a display; of the size and at the opening that is asked for.
    void pictures() {
        const QString png = dir_.filePath("card.png"), webp = dir_.filePath("card.webp");
        auto bytes = [](const QString& path) {
            QFile f(path);
            return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
        };
        auto size = [&](const QByteArray& b) { // from the header
            auto four = [&](int at) {
                return int(uchar(b[at]) << 24 | uchar(b[at + 1]) << 16 | uchar(b[at + 2]) << 8 |
                           uchar(b[at + 3]));
            };
            return std::pair{four(16), four(20)};
        };
        qputenv("QT_QPA_PLATFORM", "offscreen");
        QCOMPARE(cli("picture", {"-o", png, "--size", "320x240"}), 0);
        const QByteArray shown = bytes(png);
        QVERIFY(shown.startsWith("\x89PNG") && size(shown) == std::pair(320, 240));
        QVERIFY(cli("picture", {"-o", png}) != 0); // it is there already
        QCOMPARE(cli("picture", {"-o", png, "--force", "--size", "320x240", "--open", "5"}), 0);
        QVERIFY(bytes(png) != shown);
        QCOMPARE(cli("picture", {"-o", webp, "--size", "160x120", "--frames", "6"}), 0);
        const QByteArray film = bytes(webp);
        QVERIFY(film.startsWith("RIFF") && film.mid(8, 4) == "WEBP" && film.contains("ANIM"));
        QCOMPARE(film.count("ANMF"), qsizetype(6));
        const QString gif = dir_.filePath("card.gif");
        QCOMPARE(cli("picture", {"-o", gif, "--size", "160x120", "--frames", "6"}), 0);
        const QByteArray drawn = bytes(gif);
        QVERIFY(drawn.startsWith("GIF89a") && drawn.contains("NETSCAPE2.0") && drawn.endsWith(';'));
        QCOMPARE(drawn.count(QByteArray("\x21\xF9\x04", 3)), qsizetype(6));
        QCOMPARE(int(uchar(drawn[6])) | int(uchar(drawn[7])) << 8, 160);
        QCOMPARE(cli("picture", {"-o", gif, "--force", "--to", "gif", "--size", "160x120"}), 0);
        QVERIFY(cli("picture", {"-o", png, "--force", "--open", "400"}) != 0);
        QVERIFY(err_.contains("out of reach"));
        QVERIFY(cli("picture", {"-o", png, "--force", "--size", "wide"}) != 0);
        QVERIFY(cli("picture", {"-o", file(), "--force"}) != 0);
        QVERIFY(err_.contains("the file that is read"));
        QVERIFY(cli("picture", {"-o", dir_.filePath("nowhere/card.png")}) != 0);
    }
#endif

    // What is put on besides paper: toppers upright and safe, words, film, thread, another panel's.
    void whatIsPutOn() {
        QCOMPARE(cli("dress", {"office.left-wall", "topper", "--name", "Star", "--set",
                               "shape=star", "width=20mm", "height=30mm", "along=35mm"}),
                 0);
        QVERIFY2(out_.contains("% of it is glued"), qPrintable(out_));
        QCOMPARE(cli("dress", {"card.page-right", "words", "--text", "All aboard", "--set",
                               "as=label", "height=5mm"}),
                 0);
        QCOMPARE(cli("dress", {"card.spine", "film", "--text", "Mind the gap", "--set",
                               "width=15mm", "length=116mm", "place=2mm"}),
                 0);
        QCOMPARE(cli("dress", {"card.spine", "thread", "--name", "Bunting", "--text", "QVR",
                               "--set", "banners=3", "place=150mm"}),
                 0);
        QCOMPARE(cli("dress", {"card.page-left", "mat", "--paper", "brick", "--step", "4mm"}), 0);
        QCOMPARE(cli("dress", {"card.page-right", "like", "--of", "card.page-left"}), 0);
        QCOMPARE(cli("set", {"card", "step=2mm"}), 0);
        const Design d = design();
        QCOMPARE(d.structure("topper1")->set.at("adhesive").count, std::int64_t(1));
        QCOMPARE(d.structure("words1")->text, std::string("All aboard"));
        QCOMPARE(d.structure("film1")->text, std::string("Mind the gap"));
        QVERIFY(d.stock(d.structure("film1")->stock)->clear);
        QCOMPARE(d.structure("thread1")->name, std::string("Bunting"));
        QCOMPARE(d.structure("mat2")->on, std::string("card.page-right"));
        QCOMPARE(d.structure("mat2")->set.at("step").mm(), 4.0);
        QCOMPARE(d.card.step->mm(), 2.0);
        QCOMPARE(cli("parts", {"--json"}), 0);
        bool film = false, banners = false;
        for (const auto& p : json()["parts"].toArray()) {
            const auto blank = p.toObject()["blank_mm"].toArray();
            film |= p.toObject()["paper"] == "Clear film" && blank[0].toDouble() == 116 &&
                    blank[1].toDouble() == 15;
            banners |= p.toObject()["name"].toString().contains("banner") &&
                       p.toObject()["count"].toInt() == 3;
        }
        QVERIFY(film && banners);
        QCOMPARE(cli("check", {}), 0);
        // Too short by 4 mm.
        QCOMPARE(cli("set", {"film1", "left=54mm", "right=54mm"}), 0);
        QCOMPARE(cli("check", {"--json"}), 1);
        bool torn = false;
        for (const auto& f : json()["findings"].toArray())
            torn |= f.toObject()["rule"] == "spans" &&
                    std::fabs(f.toObject()["amount"].toDouble() - 4) < 1e-3;
        QVERIFY2(torn, qPrintable(out_));
    }

    void aWritingPanel() {
        QCOMPARE(cli("dress", {"card.page-right", "writing", "--paper", "clouds"}), 0);
        const Design d = design();
        QCOMPARE(d.structures.back().name, std::string("Writing panel"));
        QCOMPARE(d.structures.back().on, std::string("card.page-right"));
        QCOMPARE(cli("check", {}), 0);
        QVERIFY(cli("dress", {"card.page-left", "writing", "--side", "back"}) != 0);
        QVERIFY2(err_.contains("free on the back"), qPrintable(err_));
        QVERIFY(cli("dress", {"office.left-wall", "writing"}) != 0);
        QVERIFY(err_.contains("no room to write"));
    }

    void whatIsWrongIsTold_data() {
        QTest::addColumn<QStringList>("words");
        QTest::addColumn<QString>("why");
        QTest::newRow("nothing") << QStringList{} << "no panel";
        QTest::newRow("both") << QStringList{"card.page-left", "--all"} << "--all";
        QTest::newRow("scheme") << QStringList{"--all", "--scheme", "none"} << "no scheme";
        QTest::newRow("leave") << QStringList{"--all", "--leave", "none"} << "nothing called";
        QTest::newRow("panel") << QStringList{"card.page-9", "mat"} << "does not exist";
        QTest::newRow("paper") << QStringList{"card.page-left", "mat", "--paper", "velvet"}
                               << "no paper";
        QTest::newRow("step") << QStringList{"--all", "--step", "wide"} << "not a length";
        QTest::newRow("like") << QStringList{"card.page-left", "like", "--of", "card.page-right"}
                              << "nothing lies";
        QTest::newRow("film") << QStringList{"card.page-left", "film"} << "does not exist";
        QTest::newRow("measure") << QStringList{"card.page-left", "mat", "--set", "wide"}
                                 << "NAME=VALUE";
    }
    void whatIsWrongIsTold() {
        QFETCH(QStringList, words);
        QFETCH(QString, why);
        const Design before = design();
        QVERIFY(cli("dress", words) != 0);
        QVERIFY2(err_.contains(why), qPrintable(err_));
        QVERIFY(design() == before);
    }

    void printedPapers() {
        QCOMPARE(cli("stock", {"moss", "--name", "Moss", "--pattern", "fern", "--repeat", "12mm",
                               "--ink", "#112233"}),
                 0);
        const Stock s = *design().stock("moss");
        QVERIFY(s.pattern == "fern" && s.repeat.mm() == 12 && s.ink == "#112233");
        QVERIFY(cli("stock", {"moss", "--pattern", "velvet"}) != 0);
        QVERIFY(err_.contains("no pattern") && err_.contains("fern"));
        QVERIFY(cli("stock", {"moss", "--repeat", "0mm"}) != 0);
    }

    void edgesAndZones() {
        QCOMPARE(cli("set", {"card.page-right", "edge.right=scallops 4 mm x 8"}), 0);
        QCOMPARE(cli("set", {"office.left-tab", "zone=band left 5 mm"}), 0);
        QCOMPARE(design().edges.size(), size_t(1));
        QCOMPARE(design().zones.size(), size_t(1));
        QCOMPARE(cli("check", {}), 0);
        QVERIFY(cli("set", {"office", "edge.top=waves"}) != 0);
        QVERIFY(err_.contains("how far"));
        QVERIFY(cli("set", {"office", "left=149 mm = 5 7/8 in"}) != 0);
        QVERIFY2(err_.contains("differ by 0.2 mm"), qPrintable(err_));
    }

    void waysAndALoneBase() {
        QCOMPARE(run({"new", file(), "--force", "--say", "132 x 132"}), 0);
        QCOMPARE(cli("check", {}), 0);
        QVERIFY(cli("ways", {}) != 0);
        QCOMPARE(cli("add", {"strip", "--id", "middle", "--on", "card.base", "--say",
                             "22 | 17 | 17 | 44 | 17 | 17 | 22, V E V V E V; height 132", "--set",
                             "left=44mm", "right=88mm", "place=0mm"}),
                 0);
        QCOMPARE(cli("ways", {"--json"}), 0);
        const auto ways = json()["ways"].toArray();
        QVERIFY(!ways.isEmpty() && ways[0].toObject()["works"].toBool());
        QVERIFY(cli("ways", {"--take", "99"}) != 0);
        QCOMPARE(cli("ways", {"--take", "1"}), 0);
        const Design strung = design();
        for (const SayScore& s : strung.structure("middle")->say.scores)
            QVERIFY(s.fold != SayFold::Either);
        QCOMPARE(cli("check", {}), 0);
        // With its knee at a right angle the corner of the front is the square root of two times
        // 17 mm from the foot, which is 88 mm from the right edge.
        QCOMPARE(cli("pose", {"--open", "90", "--json"}), 0);
        bool seen = false;
        for (const auto& p : json()["panels"].toArray()) {
            if (p.toObject()["id"].toString() != "middle.panel-4")
                continue;
            seen = true;
            const auto corner = p.toObject()["posed"].toArray()[0].toArray();
            QVERIFY(std::fabs(std::hypot(corner[0].toDouble() + 88, corner[2].toDouble()) -
                              17 * std::sqrt(2.0)) < 1e-3);
        }
        QVERIFY(seen);
    }
};

HL_TEST(DressingByWords)
#include "dressing.moc"
