// What the window can edit, the command line can as well, without a look into the file.
#include "core/edit/motion_line.h"
#include "tests/cli/command_line.h"
#include "tests/program.h"
#include <QFile>
#include <QJsonArray>
#include <QJsonObject>
#include <QtTest>

using namespace hl;
using namespace hl::test;

class Editing : public QObject, public CommandLine {
    Q_OBJECT

  private slots:
    void init() { QCOMPARE(run({"new", file(), "--force", "--card", "130x160mm"}), 0); }

    void theCard() {
        QCOMPARE(cli("card", {"--title", "Lamp room", "--occasion", "Retirement of the lamp man",
                              "--size", "5x7in", "--spine", "top", "--envelope", "190 x 140 mm",
                              "--mail", "small", "--units", "in", "--shown", "120"}),
                 0);
        Design d = design();
        QCOMPARE(d.title, std::string("Lamp room"));
        QCOMPARE(d.card.occasion, std::string("Retirement of the lamp man"));
        QCOMPARE(d.card.width.count, 5 * nmPerInch);
        QVERIFY(d.card.spine == SpineSide::Top && d.units == Unit::Inch && d.card.envelope &&
                d.card.mail == "small");
        QCOMPARE(d.card.shown->degrees(), 120.0);
        QCOMPARE(cli("card", {"--shown", "auto", "--envelope", "none", "--form", "tube", "--set",
                              "side=1 in"}),
                 0);
        d = design();
        QVERIFY(!d.card.shown && !d.card.envelope && d.card.form == "tube");
        QCOMPARE(d.card.set.at("side").count, nmPerInch);
        // Pages: the form follows from the line, and goes with it.
        QCOMPARE(cli("card", {"--say", "3 | 2 | 2, V M; height 5"}), 0);
        QCOMPARE(design().card.form, std::string("pages"));
        QCOMPARE(cli("card", {"--form", "single"}), 0);
        QVERIFY(design().card.say.empty());
        // How it is shown, in words or degrees.
        for (auto [word, degrees] :
             {std::pair{"half open", 90.0}, {"flat open", 180.0}, {"70", 70.0}}) {
            QCOMPARE(cli("card", {"--shown", word}), 0);
            QCOMPARE(design().card.shown->degrees(), degrees);
        }
    }

    void structuresPartsJoinsAndPapers() {
        QCOMPARE(cli("stock", {"slate", "--name", "Slate", "--weight", "300", "--caliper", "0.4mm",
                               "--face", "#505a66", "--back", "#ffffff", "--grain", "upright"}),
                 0);
        QCOMPARE(cli("add", {"box", "--id", "office", "--name", "Ticket office", "--stock", "slate",
                             "--set", "left=30mm", "right=24mm"}),
                 0);
        QCOMPARE(cli("set", {"office", "left=33mm", "name=Booking office", "stock="}), 0);
        QCOMPARE(cli("part", {"--say", "20 | 30 | 20, V M; height 40", "--id", "sign", "--name",
                              "Sign", "--tab", "1 8mm 22mm 48mm"}),
                 0);
        QCOMPARE(cli("join", {"sign.panel-2", "card.page-right", "--side", "back", "--line", "left",
                              "--onto-line", "left", "--off", "10mm", "--along", "-20mm", "--zone",
                              "band top 9mm"}),
                 0);
        QVERIFY(out_.contains("join join1"));
        Design d = design();
        QCOMPARE(d.structure("office")->set.at("left").mm(), 33.0);
        QCOMPARE(d.structure("office")->name, std::string("Booking office"));
        QVERIFY(d.structure("office")->stock.empty() && d.stock("slate")->grain == Grain::Upright);
        QCOMPARE(d.part("sign")->tabs.size(), size_t(1));
        QCOMPARE(zoneText(d.join("join1")->zone, Unit::Millimetre), std::string("band top 9 mm"));
        // What is glued lies where it was said to: its left edge 10 mm from the spine, 20 below the
        // middle.
        QCOMPARE(run({"pose", file(), "--open", "180", "--json"}), 0);
        double low = 1e9, bottom = 1e9;
        for (const auto& panel :
             QJsonDocument::fromJson(out_.toUtf8()).object()["panels"].toArray())
            if (panel.toObject()["id"] == "sign.panel-2")
                for (const auto& corner : panel.toObject()["posed"].toArray()) {
                    low = std::min(low, corner.toArray()[0].toDouble());
                    bottom = std::min(bottom, corner.toArray()[1].toDouble());
                }
        QVERIFY(std::fabs(low - 10) < 1e-6 && std::fabs(bottom - (80 - 20 - 20)) < 1e-6);

        QCOMPARE(cli("rename", {"sign", "Name board"}), 0);
        QCOMPARE(cli("rename", {"card", "Halt"}), 0);
        QVERIFY(design().title == "Halt" && design().part("sign")->name == "Name board");
        for (const char* id : {"join1", "sign", "office", "slate"})
            QCOMPARE(cli("remove", {id}), 0);
        d = design();
        QVERIFY(d.joins.empty() && d.parts.empty() && d.structures.empty() && d.stocks.size() == 1);
    }

    // What moves is told stage by stage and posed by its own measure, in names or ids.
    void whatMoves() {
        QCOMPARE(cli("part", {"--say", "20 x 30", "--id", "rider", "--name", "Rider"}), 0);
        QCOMPARE(cli("join", {"rider.sheet", "card.page-right", "--side", "back", "--kind", "slide",
                              "--from", "0mm", "--to", "40mm"}),
                 0);
        QVERIFY(out_.contains("the back of rider.sheet on the face of card.page-right"));
        QCOMPARE(cli("part", {"--say", "10 x 40", "--id", "arm"}), 0);
        QCOMPARE(cli("join", {"arm.sheet", "card.page-left", "--kind", "pivot"}), 0);
        QVERIFY(out_.contains("join2: the face of arm.sheet on the face of card.page-left"));
        QCOMPARE(
            cli("card", {"--motion", "card.spine 0 to 180; join1 0 mm to 40mm & join2 -45 to 30"}),
            0);
        const Design d = design();
        QCOMPARE(motionLine(d),
                 std::string(
                     "card.spine 0 deg to 180 deg; join1 0 mm to 40 mm & join2 -45 deg to 30 deg"));
        QVERIFY(*parseMotion(d, motionLine(d)) == d.motion);
        // A quarter of the second stage.
        const auto at = [&](const QStringList& how) {
            if (cli("pose", how) != 0)
                return QString();
            return out_.section('\n', 1); // what stands after the opening
        };
        const QString quarter = at({"--open", "190"});
        QVERIFY(!quarter.isEmpty());
        QCOMPARE(at({"--at", "join1=10mm"}), quarter);
        QCOMPARE(at({"--at", "join2=-26.25"}), quarter);
        QCOMPARE(at({"--drive", "join1", "--at", "10mm"}), quarter);
        QCOMPARE(cli("drives", {"--json"}), 0);
        const QJsonArray drives = QJsonDocument::fromJson(out_.toUtf8()).array();
        QCOMPARE(drives.size(), 3);
        QCOMPARE(drives[1].toObject()["id"].toString(), QString("join1"));
        QCOMPARE(drives[1].toObject()["unit"].toString(), QString("mm"));
        QCOMPARE(drives[1].toObject()["to"].toDouble(), 40.0);
        QCOMPARE(drives[2].toObject()["from"].toDouble(), -45.0);
        QCOMPARE(drives[2].toObject()["shown"].toDouble(), 30.0);
        QCOMPARE(at({"--at", "card.spine=90"}), at({"--open", "90"}));
        QCOMPARE(cli("pose", {"--at", "join1=41mm"}), 2);
        QVERIFY(err_.contains("join1 from 0 to 40"));
        for (const char* bad : {"join1 0 to 90 deg", "join1", "moon 0 to 90", "card.spine 0 to 0",
                                "card.spine 0 to 200", "& join1 0 to 5mm", "card.spine 0 to 180;"})
            QCOMPARE(cli("card", {"--motion", bad}), 2);
        QCOMPARE(cli("card", {"--motion", "auto"}), 0);
        QVERIFY(design().motion.empty());
        // One thing alone.
        QCOMPARE(cli("card", {"--drive", "Rider", "--to", "5mm"}), 2);
        QCOMPARE(cli("card", {"--drive", "join1", "--from", "0mm", "--to", "15 mm"}), 0);
        QCOMPARE(motionLine(design()), std::string("join1 0 mm to 15 mm"));
        QCOMPARE(cli("card", {"--drive", "card.spine", "--motion", "join1 0 to 5mm"}), 2);
        QCOMPARE(cli("card", {"--to", "90"}), 2);
        QCOMPARE(cli("card", {"--motion", "auto"}), 0);
    }

    void drawnLines() {
        for (const QStringList& args : {QStringList{"card", "slit", "-30,40", "30,40"},
                                        {"card", "slit", "-30,90", "30,90"},
                                        {"card", "valley", "-30,40", "-30,90"},
                                        {"card", "mountain", "0.5,40", "0.5,90"},
                                        {"card", "valley", "30,40", "30,90"},
                                        {"card", "aperture", "60,20", "80,30"}})
            QCOMPARE(cli("draw", args), 0);
        QCOMPARE(design().card.lines.size(), size_t(5));
        QCOMPARE(design().card.apertures.size(), size_t(1));
        QCOMPARE(cli("draw", {"card", "smooth"}), 0);
        QCOMPARE(design().card.smooth.size(), size_t(1));
        QCOMPARE(cli("remove", {"card.slit1"}), 0);
        QCOMPARE(design().card.lines.size(), size_t(4));
    }

    void aSeries() {
        QCOMPARE(cli("add", {"box", "--id", "wagon", "--name", "Wagon", "--count", "3", "--each",
                             "foot", "--set", "left=26mm", "right=26mm", "width=60mm", "tab=5mm",
                             "--change", "left=-5mm", "right=-5mm", "width=x0.8"}),
                 0);
        QCOMPARE(run({"parts", file(), "--json"}), 0);
        QStringList blanks;
        for (const auto& p : QJsonDocument::fromJson(out_.toUtf8()).object()["parts"].toArray())
            if (p.toObject()["name"].toString().startsWith("Wagon"))
                blanks << QString("%1: %2 x %3")
                              .arg(p.toObject()["name"].toString())
                              .arg(p.toObject()["blank_mm"].toArray()[0].toDouble())
                              .arg(p.toObject()["blank_mm"].toArray()[1].toDouble());
        QCOMPARE(blanks, QStringList({"Wagon: 62 x 60", "Wagon 2: 52 x 48", "Wagon 3: 42 x 38.4"}));
        // Nothing else may be called like one of the series.
        QCOMPARE(cli("add", {"box", "--id", "wagon-2"}), 2);
        QVERIFY2(err_.contains("wagon-2"), qPrintable(err_));
        QCOMPARE(cli("break-up", {"wagon"}), 0);
        QCOMPARE(design().structures.size(), size_t(3));
        QCOMPARE(design().structure("wagon-3")->on, std::string("wagon-2.right-foot"));
        QCOMPARE(cli("remove", {"wagon-2"}), 0); // with what stands on it
        QCOMPARE(design().structures.size(), size_t(1));
        // As many as fit with the gap.
        QCOMPARE(cli("set", {"wagon", "count=0", "gap=4mm", "width=20mm"}), 0);
        QCOMPARE(run({"parts", file()}), 0);
        QVERIFY2(out_.contains("6 x Wagon"), qPrintable(out_));
    }

    void partsAsAMakerReadsThem() {
        QCOMPARE(run({"new", file(), "--force", "--say", "105 | hinge 12 | 105, V80; height 150"}),
                 0);
        QCOMPARE(cli("add", {"strip", "--name", "Crossing", "--say",
                             "12 | 30 | 30 | 38 | 38 | 12, V M V M V; height 100", "--set",
                             "left=103mm", "right=103mm"}),
                 0);
        QCOMPARE(run({"parts", file()}), 0);
        QVERIFY2(out_.contains("Crossing, Ivory card\n    160 mm x 100 mm  12 | 30 | 30 | 38 | 38 "
                               "| 12, V M V M V"),
                 qPrintable(out_));
        QCOMPARE(run({"parts", file(), "--json"}), 0);
        const auto parts = QJsonDocument::fromJson(out_.toUtf8()).object()["parts"].toArray();
        QCOMPARE(parts.size(), 3);
        const QJsonObject strip = parts[2].toObject();
        for (const char* key :
             {"name", "paper", "count", "blank_mm", "outline", "apertures", "say", "creases"})
            QVERIFY2(strip.contains(key), key);
        QCOMPARE(strip["say"].toString(), QString("12 | 30 | 30 | 38 | 38 | 12, V M V M V"));
        QCOMPARE(strip["creases"].toArray().size(), 5);
        const QJsonObject first = strip["creases"].toArray()[0].toObject();
        QCOMPARE(first["fold"].toString(), QString("valley"));
        QCOMPARE(first["from"].toArray()[0].toDouble(), 12.0);
        QCOMPARE(first["to"].toArray()[1].toDouble(), 100.0);
        QCOMPARE(strip["outline"].toArray().size(), 8); // both tabs are snipped
    }

    // What gives takes the difference; without it the widest is named.
    void resizedByThePanelThatGives() {
        QCOMPARE(run({"new", file(), "--force", "--say", "36 | 60 | 80, V M; height 120"}), 0);
        QCOMPARE(run({"resize", file(), "--card", "90x120mm"}), 0);
        QVERIFY2(out_.contains("panel 3"), qPrintable(out_));
        QCOMPARE(run({"new", file(), "--force", "--say",
                      "36 | 60 | 80, V M; height 120; panel 2 gives"}),
                 0);
        const double before = design().card.width.mm();
        QCOMPARE(run({"resize", file(), "--card", QString("%1x120mm").arg(before * 1.1)}), 0);
        QVERIFY(!out_.contains("give"));
        const SayLine line = design().card.say;
        QCOMPARE(line.panels[0].mm(), 36.0);
        QCOMPARE(line.panels[2].mm(), 80.0);
        QVERIFY(std::fabs(line.panels[1].mm() - (60 + 17.6)) < 1e-3);
        // Two share it alike, and the sheet stays symmetrical.
        QCOMPARE(run({"new", file(), "--force", "--say",
                      "36 | 18 | 60 | 60 | 18 | 36, V M V M V; height 120; panels 3 and 4 give"}),
                 0);
        const double wide = design().card.width.mm();
        QCOMPARE(run({"resize", file(), "--card", QString("%1x120mm").arg(wide * 1.1)}), 0);
        const SayLine both = design().card.say;
        QCOMPARE(both.panels[2], both.panels[3]);
        QCOMPARE(both.panels[1].mm(), 18.0);
        QVERIFY(std::fabs(both.panels[2].mm() - (60 + 11.4)) < 1e-3);
    }

    // A sheet that lines a page stays as far from its edges, whichever way it is turned there, and
    // what was on a ruler's marks comes to lie on them again.
    void linedPagesKeepTheirMargins() {
        QCOMPARE(run({"new", file(), "--force", "--card", "110x150mm"}), 0);
        QCOMPARE(run({"part", file(), "--id", "lining", "--say", "104 x 144"}), 0);
        QCOMPARE(run({"join", file(), "lining.sheet", "card.page-left", "--side", "back"}), 0);
        QCOMPARE(run({"part", file(), "--id", "across", "--say", "140 x 100"}), 0);
        QCOMPARE(run({"join", file(), "across.sheet", "card.page-right", "--side", "back", "--line",
                      "middle", "--onto-line", "middle", "--turn", "quarter"}),
                 0);
        QCOMPARE(run({"add", file(), "box", "--id", "shed", "--set", "left=31mm", "right=30.5mm",
                      "place=20mm"}),
                 0);
        for (const auto& [w, h] : {std::pair{140, 190}, {97, 133}, {210, 148}, {110, 150}}) {
            QCOMPARE(run({"resize", file(), "--card", QString("%1x%2mm").arg(w).arg(h)}), 0);
            const Design d = design();
            const auto is = [&](const Measure& m, double mm) { return m == Measure::fromMm(mm); };
            QVERIFY(is(d.parts[0].width, w - 6) && is(d.parts[0].height, h - 6));
            QVERIFY(is(d.parts[1].width, h - 10) && is(d.parts[1].height, w - 10));
            for (const auto& [name, m] : d.structure("shed")->set)
                QVERIFY2(m.count % 500'000 == 0, name.c_str());
            QCOMPARE(run({"check", file()}), 0);
        }
        QCOMPARE(run({"new", file(), "--force", "--say", "36 | 60 | 80, V M; height 120"}), 0);
        QCOMPARE(run({"resize", file(), "--card", "70x120mm"}), 0);
        QVERIFY2(out_.contains("shrank"), qPrintable(out_));
    }

    // Each is refused with the place and a remedy, and the file stays as it was.
    void whatIsRefused_data() {
        QTest::addColumn<QStringList>("args");
        QTest::addColumn<QString>("names");
        auto row = [](const char* name, const QStringList& args, const char* names) {
            QTest::newRow(name) << args << names;
        };
        row("unknown id", {"set", "F", "tower", "left=3"}, "nothing of that id");
        row("unknown measure", {"set", "F", "box1", "girth=3"}, "no such measure");
        row("no value", {"set", "F", "box1", "left"}, "NAME=VALUE");
        row("bad length", {"set", "F", "box1", "left=pony"}, "pony");
        row("bad size", {"card", "F", "--size", "large"}, "large");
        row("bad spine", {"card", "F", "--spine", "middle"}, "left, top");
        row("bad say", {"card", "F", "--say", "12 | pony"}, "pony");
        row("say of a box", {"set", "F", "box1", "say=12 | 30, V"}, "only a strip");
        row("bad paper", {"set", "F", "box1", "stock=vellum"}, "vellum");
        row("bad colour", {"stock", "F", "card", "--face", "blue"}, "blue");
        row("bad weight", {"stock", "F", "card", "--weight", "3"}, "20 to 3000");
        row("off the sheet", {"add", "F", "strip", "--say", "100 x 40, score 130"}, "lies off");
        row("adds up to less", {"add", "F", "strip", "--say", "100 x 40, 12 | 30 | 12"},
            "too little");
        row("cut in two", {"part", "F", "--say", "60 x 40, score 30; slit at 20 from 0 to 40"},
            "in two");
        row("no such line",
            {"join", "F", "box1.left-wall", "card.page-left", "--line", "moon", "--onto-line",
             "left"},
            "moon");
        row("wide zone",
            {"join", "F", "box1.left-wall", "card.page-left", "--zone", "band left 900mm"},
            "more than the panel");
        row("nothing meant", {"card", "F", "--meant", "steeple"}, "steeple");
        row("no zone", {"join", "F", "box1.left-wall", "card.page-left", "--zone", "everywhere"},
            "everywhere");
        row("runs off", {"set", "F", "box1", "count=9", "gap=30mm"}, "runs off");
        row("no series", {"break-up", "F", "box1"}, "no series");
        row("no change", {"add", "F", "box", "--change", "left"}, "MEASURE=STEP");
        row("falls out", {"add", "F", "box", "--count", "4", "--change", "left=-20mm"}, "number");
        row("two folds", {"add", "F", "box", "--to", "card.spine"}, "two folds");
        row("no fold", {"add", "F", "strip", "--to", "card.fold-9"}, "fold-9");
        row("opens less", {"card", "F", "--set", "opens=90deg", "--shown", "120"}, "120");
        row("no tab", {"part", "F", "--say", "60 x 40", "--tab", "one"}, "EDGE DEPTH");
        row("no point", {"draw", "F", "card", "slit", "here", "10,10"}, "here");
        row("no size", {"new", "F", "--force"}, "no size");
    }
    void whatIsRefused() {
        QFETCH(QStringList, args);
        QFETCH(QString, names);
        QCOMPARE(cli("add", {"box"}), 0);
        const Design before = design();
        args.replaceInStrings(QRegularExpression("^F$"), file());
        QCOMPARE(run(args), 2);
        QVERIFY2(err_.contains(names) && err_.contains(";"), qPrintable(err_));
        QVERIFY(design() == before);
    }
};

HL_TEST(Editing)
#include "editing.moc"
