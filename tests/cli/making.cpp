// From the drawer to cuts and scores on the command line.
#include "tests/cli/command_line.h"
#include "tests/program.h"
#include <QFile>
#include <QJsonArray>
#include <QRegularExpression>
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

class Making : public QObject, public CommandLine {
    Q_OBJECT
    QString drawer() const { return dir_.filePath("drawer.json"); }
    double sum(const QJsonArray& areas) {
        double all = 0;
        for (const auto& a : areas)
            all += a[u"width_mm"].toDouble() * a[u"height_mm"].toDouble();
        return all;
    }

  private slots:
    void init() {
        QCOMPARE(run({"new", file(), "--force", "--card", "100x140mm"}), 0);
        QFile::remove(drawer());
    }

    void theDrawer() {
        QCOMPARE(run({"drawer", drawer()}), 2);
        QVERIFY(err_.contains("--new"));
        QCOMPARE(run({"drawer", drawer(), "--new", "--for", file(), "--add",
                      "Night blue, 12 x 12 in, 5", "--add", "Night blue, 90 x 60, offcut"}),
                 0);
        QVERIFY2(out_.contains("Night blue") && out_.contains("304.8 x 304.8 mm, 5") &&
                     out_.contains("90 x 60 mm, 1, offcut"),
                 qPrintable(out_));
        QCOMPARE(run({"drawer", drawer(), "--new"}), 2); // it is there already
        for (const char* bad : {"Card", "Card, 210", "Card, 0 x 5", "Card, 210 x 297, some",
                                "Card, 210 x 297, 2.5", ", 210 x 297"})
            QCOMPARE(run({"drawer", drawer(), "--add", bad}), 2);
        const QString table = dir_.filePath("papers.csv");
        QCOMPARE(run({"drawer", drawer(), "--export", table}), 0);
        const QString before = out_;
        QCOMPARE(run({"drawer", dir_.filePath("second.json"), "--new", "--import", table}), 0);
        QCOMPARE(out_, before);
        QCOMPARE(run({"drawer", drawer(), "--json"}), 0);
        QCOMPARE(json()[u"papers"].toArray().size(), 2);
    }

    // Each cut divides one piece that lies on the table; what comes of it is what is promised.
    void cuts() {
        QCOMPARE(cli("add", {"box", "--set", "left=30mm", "right=24mm"}), 0);
        QCOMPARE(run({"drawer", drawer(), "--new", "--for", file()}), 0);
        QCOMPARE(cli("cuts", {"--json", "--drawer", drawer(), "--copies", "2"}), 0);
        const QJsonArray sheets = json()[u"sheets"].toArray();
        QVERIFY(json()[u"missing"].toArray().isEmpty() && sheets.size() >= 1);
        int blanks = 0;
        for (const auto& s : sheets) {
            const double whole = s[u"width_mm"].toDouble() * s[u"height_mm"].toDouble();
            QVERIFY(std::fabs(whole - sum(s[u"blanks"].toArray()) - sum(s[u"left"].toArray())) <
                    1e-3);
            QVector<QJsonObject> table{{{"x_mm", 0.0},
                                        {"y_mm", 0.0},
                                        {"width_mm", s[u"width_mm"]},
                                        {"height_mm", s[u"height_mm"]}}};
            int n = 0;
            for (const auto& c : s[u"cuts"].toArray()) {
                QCOMPARE(c[u"n"].toInt(), ++n);
                const QJsonObject piece = c[u"piece"].toObject();
                const auto at = std::find_if(table.begin(), table.end(), [&](auto& p) {
                    for (const char* key : {"x_mm", "y_mm", "width_mm", "height_mm"})
                        if (std::fabs(p[key].toDouble() - piece[key].toDouble()) > 1e-5)
                            return false;
                    return true;
                });
                QVERIFY(at != table.end());
                const bool x = c[u"across"] == "x";
                QJsonObject one = piece, other = piece;
                const QString start = x ? "x_mm" : "y_mm", length = x ? "width_mm" : "height_mm";
                const double first = c[u"at_mm"].toDouble() - piece[start].toDouble();
                QVERIFY(first > 0 && first < piece[length].toDouble());
                one[length] = first;
                other[start] = c[u"at_mm"];
                other[length] = piece[length].toDouble() - first;
                *at = one;
                table.push_back(other);
            }
            QCOMPARE(table.size(), s[u"blanks"].toArray().size() + s[u"left"].toArray().size());
            blanks += int(s[u"blanks"].toArray().size());
        }
        QCOMPARE(cli("parts", {"--json"}), 0);
        int parts = 0;
        for (const auto& p : json()[u"parts"].toArray())
            parts += p[u"count"].toInt();
        QCOMPARE(blanks, 2 * parts);
        // Taken out: one sheet fewer, and the offcut lies in the drawer.
        QCOMPARE(cli("cuts", {"--drawer", drawer(), "--take"}), 0);
        QCOMPARE(run({"drawer", drawer(), "--json"}), 0);
        const QJsonArray now = json()[u"papers"][0][u"sheets"].toArray();
        QVERIFY(now.size() > 1 && now[0][u"count"].toInt() < 10 && now[1][u"offcut"].toBool());
        // And is used first the next time.
        QCOMPARE(cli("add", {"topper", "--on", "card.page-right"}), 0);
        QCOMPARE(cli("cuts", {"--json", "--drawer", drawer()}), 0);
        bool offcut = false;
        for (const auto& s : json()[u"sheets"].toArray())
            offcut = offcut || s[u"offcut"].toBool();
        QVERIFY(offcut);
    }
    // Parts the other way round, and a sheet that stays in the drawer.
    void wishes() {
        QCOMPARE(cli("add", {"strip", "--id", "strip", "--name", "Strip", "--say",
                             "12 | 30 | 30 | 12, V M V; height 60"}),
                 0);
        QCOMPARE(run({"drawer", drawer(), "--new", "--for", file()}), 0);
        const auto blank = [&] {
            for (const auto& s : json()[u"sheets"].toArray())
                for (const auto& b : s[u"blanks"].toArray())
                    if (b[u"part"] == "Strip")
                        return b.toObject();
            return QJsonObject();
        };
        for (const bool turned : {true, false}) {
            QCOMPARE(cli("cuts", {"--json", "--drawer", drawer(),
                                  turned ? "--turned" : "--as-drawn", "Strip"}),
                     0);
            QCOMPARE(blank()[u"turned"].toBool(), turned);
            QCOMPARE(blank()[u"width_mm"].toDouble(), turned ? 60.0 : 84.0);
        }
        QCOMPARE(run({"drawer", drawer(), "--json"}), 0);
        const QJsonObject paper = json()[u"papers"][0].toObject();
        const QString size = QString("%1=%2 x %3 mm")
                                 .arg(paper[u"name"].toString())
                                 .arg(paper[u"sheets"][0][u"width"].toDouble())
                                 .arg(paper[u"sheets"][0][u"height"].toDouble());
        QCOMPARE(run({"drawer", drawer(), "--add",
                      QString("%1, 400 x 500, 1").arg(paper[u"name"].toString())}),
                 0);
        QStringList keep{"--json", "--drawer", drawer()};
        for (int i = 0; i < paper[u"sheets"][0][u"count"].toInt(); ++i)
            keep << "--keep" << size;
        QCOMPARE(cli("cuts", keep), 0);
        for (const auto& s : json()[u"sheets"].toArray())
            QCOMPARE(s[u"width_mm"].toDouble() * s[u"height_mm"].toDouble(), 200000.0);
        for (const QStringList& bad : {QStringList{"--turned", "Nothing"},
                                       {"--keep", "Card"},
                                       {"--keep", "Velvet=1 x 1"},
                                       {"--keep", paper[u"name"].toString() + "=7 x 9 mm"}}) {
            QCOMPARE(cli("cuts", QStringList{"--drawer", drawer()} + bad), 2);
            QVERIFY(!err_.isEmpty());
        }
    }

    // Sheets of one's own size; a word that is neither a format nor a size is told.
    // Cuts, scores, tables and the booklet are of one plan, for as many cards as are made.
    void onePlanEverywhere() {
        const QString drawn = HL_SOURCE_DIR "/demo/quillmere/13-viaduct.hlantern";
        const QStringList three{"--copies", "3"};
        QCOMPARE(run(QStringList{"cuts", drawn, "--json"} + three), 0);
        const QJsonArray sheets = json()[u"sheets"].toArray();
        QCOMPARE(run(QStringList{"cuts", drawn} + three), 0);
        QStringList titles; // "Sheets 2 to 6: Ivory card, 5 alike"
        int told = 0;
        for (const QString& line : out_.split('\n')) {
            static const QRegularExpression title("^(Sheet (\\d+)|Sheets (\\d+) to (\\d+)): [^,]*");
            const auto is = title.match(line);
            if (!is.hasMatch())
                continue;
            titles << is.captured(0);
            told +=
                is.captured(3).isEmpty() ? 1 : is.captured(4).toInt() - is.captured(3).toInt() + 1;
        }
        QCOMPARE(told, int(sheets.size()));
        QVERIFY2(titles.size() < sheets.size(), "three cards have sheets that are alike");
        const QString csv = dir_.filePath("plan.csv");
        QCOMPARE(run(QStringList{"export", drawn, "--to", "csv", "--force", "-o", csv} + three), 0);
        const auto rows = [&](const char* which) {
            QFile f(dir_.filePath(QString("plan-%1.csv").arg(which)));
            QList<QStringList> out;
            if (f.open(QIODevice::ReadOnly))
                for (const QString& line : QString::fromUtf8(f.readAll()).split("\r\n"))
                    if (!line.isEmpty())
                        out << line.split(',');
            return out.mid(1);
        };
        const auto cutRows = rows("cuts");
        qsizetype next = 0;
        for (qsizetype i = 0; i < sheets.size(); ++i)
            for (const auto& cut : sheets[i][u"cuts"].toArray()) {
                QVERIFY(next < cutRows.size());
                QCOMPARE(cutRows[next][0].toInt(), int(i) + 1);
                QVERIFY(std::fabs(cutRows[next][10].toDouble() - cut[u"at_mm"].toDouble()) < 1e-3);
                ++next;
            }
        QCOMPARE(next, cutRows.size());
        QCOMPARE(run({"parts", drawn, "--json"}), 0);
        QMap<QString, int> counts;
        for (const auto& p : json()[u"parts"].toArray())
            counts[p[u"name"].toString()] += 3 * p[u"count"].toInt();
        QVERIFY(!counts.isEmpty());
        for (const QStringList& row : rows("parts"))
            QCOMPARE(row[2].toInt(), counts.value(row[0]));
        QCOMPARE(run(QStringList{"scores", drawn, "--json"} + three), 0);
        for (const auto& b : json()[u"blanks"].toArray())
            QCOMPARE(b[u"count"].toInt(), counts.value(b[u"part"].toString()));
        // Sheets and blanks are called as the steps of the work are.
        QCOMPARE(run({"steps", drawn, "--json"}), 0);
        QStringList steps;
        for (const auto& s : json()[u"steps"].toArray())
            if (const QString what = s[u"do"].toString(); what == "cut" || what == "score")
                steps << s[u"id"].toString();
        QCOMPARE(run({"cuts", drawn, "--json"}), 0);
        QStringList planned, single;
        for (const auto& s : json()[u"sheets"].toArray()) {
            planned << s[u"id"].toString();
            for (const auto& cut : s[u"cuts"].toArray())
                single << cut[u"id"].toString();
        }
        QCOMPARE(run({"scores", drawn, "--json"}), 0);
        for (const auto& b : json()[u"blanks"].toArray()) {
            if (!b[u"steps"].toArray().isEmpty())
                planned << b[u"id"].toString();
            for (const auto& s : b[u"steps"].toArray())
                single << s[u"id"].toString();
        }
        QCOMPARE(planned, steps);
        QCOMPARE(QSet<QString>(single.begin(), single.end()).size(), single.size());
        const QString page = dir_.filePath("plan.html");
        QCOMPARE(run(QStringList{"build-sheet", drawn, "--force", "-o", page} + three), 0);
        QFile f(page);
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QString html = QString::fromUtf8(f.readAll());
        for (const QString& title : titles)
            QVERIFY2(html.contains(title), qPrintable(title));
        QVERIFY(html.contains("3 cards"));
    }

    void ownSheetSizes() {
        const QString out = dir_.filePath("sheet.svg");
        QCOMPARE(cli("export", {"--to", "svg", "--sheet", "300 x 220 mm", "-o", out}), 0);
        QFile f(out);
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QString svg = f.readAll();
        QVERIFY2(svg.contains("300mm") && svg.contains("220mm"), qPrintable(svg.left(300)));
        for (const char* bad : {"broadsheet", "10 x 10 mm", "5000 x 20 mm"}) {
            QCOMPARE(cli("export", {"--to", "svg", "--sheet", bad, "--force", "-o", out}), 2);
            QVERIFY(err_.contains("--sheet"));
        }
        const QString machine = dir_.filePath("mat.svg");
        QCOMPARE(cli("export", {"--to", "svg", "--machine", "--dashed", "-o", machine}), 0);
        QVERIFY(QFile::exists(machine));
        QVERIFY(cli("export", {"--to", "svg", "--dashed", "--force", "-o", out}) != 0);
    }

    void whatIsMissing() {
        QCOMPARE(run({"drawer", drawer(), "--new", "--add", "Other paper, 210 x 297, 5"}), 0);
        QCOMPARE(cli("cuts", {"--json", "--drawer", drawer()}), 1);
        const QJsonArray missing = json()[u"missing"].toArray();
        QCOMPARE(missing.size(), 1);
        for (const char* key : {"part", "why", "nearest"})
            QVERIFY(!missing[0].toObject()[key].toString().isEmpty());
        QCOMPARE(cli("cuts", {"--drawer", drawer()}), 1);
        QVERIFY(out_.contains("Missing: Card") && out_.contains("Nearest:"));
        QCOMPARE(cli("cuts", {"--take"}), 2); // out of which drawer?
        QFile f(drawer());
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("{\"papers\": [{\"name\": \"Card\", \"sheets\": [{\"width\": 0}]}]}");
        f.close();
        QCOMPARE(cli("cuts", {"--drawer", drawer()}), 2);
        QVERIFY(err_.contains("drawer.json, papers, entry 1"));
    }

    void scores() {
        QCOMPARE(cli("add", {"strip", "--say", "12 | 30 | 30 | 12, V M V"}), 0);
        QCOMPARE(cli("scores", {"--json"}), 0);
        bool seen = false;
        for (const auto& b : json()[u"blanks"].toArray()) {
            if (b[u"width_mm"].toDouble() != 84)
                continue;
            seen = true;
            QCOMPARE(b[u"turns"].toInt(), 1);
            QVERIFY(b[u"gang"].isNull());
            QMap<double, QString> made;
            for (const auto& s : b[u"steps"].toArray())
                if (s[u"do"] == "score") {
                    const double at = s[u"at_mm"].toDouble();
                    made[s[u"edge"] == "right" ? 84 - at : at] = s[u"face"].toString();
                    QCOMPARE(s[u"from_mm"].toDouble(), 0.0);
                    QCOMPARE(s[u"to_mm"].toDouble(), b[u"height_mm"].toDouble());
                }
            QCOMPARE(made, (QMap<double, QString>{{12, "face"}, {42, "back"}, {72, "face"}}));
        }
        QVERIFY(seen);
        QCOMPARE(cli("scores", {"--school", "one-face", "--both-ends"}), 0);
        QVERIFY2(out_.contains("against the fence") && !out_.contains("turn it over"),
                 qPrintable(out_));
        QCOMPARE(cli("scores", {"--school", "mine"}), 2);
    }

    // What leaves by the command line, by the ending and what it is for.
    void whatLeaves() {
        QCOMPARE(cli("add", {"box", "--set", "left=30mm", "right=24mm"}), 0);
        const auto out = [&](const char* name) { return dir_.filePath(name); };
        QCOMPARE(cli("build-sheet", {"-o", out("b.pdf")}), 0);
        QCOMPARE(cli("build-sheet", {"-o", out("b.html")}), 0);
#ifndef HL_NO_WINDOW // with the card as it will look, which the window's program draws
        QFile html(out("b.html"));
        QVERIFY(html.open(QIODevice::ReadOnly));
        QVERIFY(html.readAll().contains("data:image/png;base64,"));
#endif
        QCOMPARE(cli("build-sheet", {"-o", out("b.txt")}), 2);
        QCOMPARE(cli("build-sheet", {"-o", out("b.pdf")}), 2); // it is there already
        for (auto [to, file] : {std::pair{"dxf", "m.dxf"}, {"gltf", "m.gltf"}})
            QCOMPARE(cli("export", {"--to", to, "-o", out(file)}), 0);
        QCOMPARE(cli("export", {"--to", "svg", "--machine", "-o", out("m.svg")}), 0);
        QCOMPARE(cli("export", {"--to", "pdf", "--machine", "-o", out("n.pdf")}), 2);
        QCOMPARE(cli("export", {"--to", "csv", "-o", out("t.csv")}), 0);
        for (const char* file : {"b.pdf", "b.html", "m.dxf", "m.gltf", "m.svg", "t-parts.csv",
                                 "t-cuts.csv", "t-scores.csv"})
            QVERIFY2(QFile::exists(out(file)), file);
    }
    // A silhouette from a drawing, a paper from a picture, words.
    void fromFilesOfTheMaker() {
        QCOMPARE(cli("add", {"v-fold", "--id", "hills"}), 0);
        QFile svg(dir_.filePath("hills.svg"));
        QVERIFY(svg.open(QIODevice::WriteOnly));
        svg.write("<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"100mm\" height=\"40mm\" "
                  "viewBox=\"0 0 100 40\"><path d=\"M0 40 L0 20 L30 25 L60 10 L100 30 L100 40 Z\"/>"
                  "</svg>");
        svg.close();
        QCOMPARE(cli("set", {"hills", "edge.top=@" + svg.fileName(), "name=Hills"}), 0);
        QVERIFY(design().edges.size() == 1 && design().edges[0].points.size() >= 4);
        QCOMPARE(design().structure("hills")->name, std::string("Hills"));
        QCOMPARE(cli("set", {"hills", "edge.top=@nothing.svg"}), 2);
        QCOMPARE(cli("set", {"hills", "edge.side=@" + svg.fileName()}), 2);
        QCOMPARE(cli("stock", {"photo", "--image", svg.fileName(), "--repeat", "90mm"}), 0);
        QVERIFY(design().images.size() == 1 && design().stock("photo")->repeat.mm() == 90);
        QCOMPARE(cli("stock", {"photo", "--image", file()}), 2);
        QVERIFY(err_.contains("PNG"));
        QCOMPARE(cli("stock", {"photo", "--image", "none"}), 0);
        QVERIFY(design().images.empty());
        QCOMPARE(
            cli("add", {"words", "--on", "card.page-right", "--text", "Bead", "--typeface", "Cabin",
                        "--id", "sign", "--set", "as=label", "height=6mm", "along=120mm"}),
            0);
        QCOMPARE(design().structure("sign")->text, std::string("Bead"));
        QCOMPARE(cli("set", {"sign", "text=Quillmere", "as=letters"}), 0);
        QCOMPARE(cli("add", {"words", "--on", "card.page-right", "--text", "Far too long for it",
                             "--set", "height=30mm"}),
                 2);
        QVERIFY(err_.contains("clear"));
    }
};

HL_TEST(Making)
#include "making.moc"
