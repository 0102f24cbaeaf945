// The drawer's file and its table: what is written comes back, what is wrong is told with its
// place.
#include "core/files/drawer_csv.h"
#include "core/files/workshop.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;

namespace {

Drawer full() {
    Drawer d;
    DrawerPaper p;
    p.name = "Ivory card, \"smooth\"";
    p.weight = 240;
    p.caliper = 0.31;
    p.grain = Runs::Sideways;
    p.pattern = Runs::Upright;
    PaperSheet a;
    a.realHeight = 296.2;
    a.count = 7;
    a.price = 0.45;
    PaperSheet b;
    b.width = 120;
    b.height = 80.5;
    b.offcut = true;
    PaperSheet c;
    c.count = -1;
    p.sheets = {a, b, c};
    DrawerPaper other;
    other.name = "Night, mail \"blue\"";
    other.sheets = {b};
    d.papers = {p, other};
    d.trimmer = {450, false};
    d.board = {250, 200, 3.175, 8, School::OneFace, true};
    d.machine = {300, 280, 0.2};
    d.printer.margin = 3.5;
    d.adhesives = {{"Paste", 30, 0.04}};
    return d;
}

std::string problem(const std::string& text) {
    auto w = workshopFromText(text);
    return w ? "" : w.problem().text();
}
std::string csvProblem(const std::string& text) {
    auto p = papersFromCsv(text);
    return p ? "" : p.problem().text();
}

} // namespace

class DrawerFile : public QObject {
    Q_OBJECT
  private slots:
    void comesBackAsItWas() {
        Workshop w;
        w.drawer = full();
        w.ruler = "eighth";
        auto back = workshopFromText(workshopToText(w));
        QVERIFY2(back, back ? "" : back.problem().text().c_str());
        QVERIFY(back->drawer == w.drawer);
        QCOMPARE(workshopToText(*back), workshopToText(w));
        QVERIFY(!(full() == Drawer{}));
        // A workshop from before there was a drawer has the sample tools.
        auto old = workshopFromText("{\"score_error\": 0.3}");
        QVERIFY(old && old->drawer == Drawer{});
    }
    void theTableComesBackAsItWas() {
        const Drawer d = full();
        auto back = papersFromCsv(drawerToCsv(d));
        QVERIFY2(back, back ? "" : back.problem().text().c_str());
        QVERIFY(*back == d.papers);
        // As other programs write it: other columns first, semicolons, lengths with units.
        auto other = papersFromCsv("width;height;paper\n8 1/2 in;11 in;Letter\n");
        QVERIFY(other && other->size() == 1);
        QCOMPARE((*other)[0].sheets[0].width, 215.9);
        QCOMPARE((*other)[0].sheets[0].count, 1);
    }
    void badDrawers_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("said");
        const auto sheet = [](const QString& s) {
            return "{\"papers\": [{\"name\": \"Card\", \"sheets\": [" + s + "]}]}";
        };
        QTest::newRow("negative count")
            << sheet("{\"width\": 210, \"height\": 297, \"count\": -3}") << "number of sheets";
        QTest::newRow("half a sheet")
            << sheet("{\"width\": 210, \"height\": 297, \"count\": 1.5}") << "number of sheets";
        QTest::newRow("no size") << sheet("{\"width\": 0, \"height\": 297}") << "no size";
        QTest::newRow("no height") << sheet("{\"width\": 210}") << "height";
        QTest::newRow("a word for a size")
            << sheet("{\"width\": \"wide\", \"height\": 297}") << "sheets, entry 1, width";
        QTest::newRow("unknown key")
            << sheet("{\"width\": 210, \"height\": 297, \"colour\": 1}") << "colour";
        QTest::newRow("no name") << "{\"papers\": [{\"name\": \"\"}]}"
                                 << "the name is empty";
        QTest::newRow("twice") << "{\"papers\": [{\"name\": \"Card\"}, {\"name\": \"card\"}]}"
                               << "already";
        QTest::newRow("grain") << "{\"papers\": [{\"name\": \"C\", \"grain\": \"long\"}]}"
                               << "upright";
        QTest::newRow("no list") << "{\"papers\": 3}"
                                 << "a list is needed";
        QTest::newRow("grooves") << "{\"board\": {\"spacing\": 0.01}}"
                                 << "board, spacing";
        QTest::newRow("school") << "{\"board\": {\"school\": \"mine\"}}"
                                << "one face";
        QTest::newRow("printer") << "{\"printer\": {\"margin\": 80}}"
                                 << "printer, margin";
        QTest::newRow("trimmer") << "{\"trimmer\": {\"length\": -5}}"
                                 << "trimmer, length";
        QTest::newRow("machine") << "{\"machine\": {\"width\": 1e9}}"
                                 << "machine, width";
        QTest::newRow("adhesive") << "{\"adhesives\": [{\"name\": \"a\", \"minutes\": -1}]}"
                                  << "minutes";
        QString many;
        for (int i = 0; i < 10000; ++i)
            many += QString(i ? ", " : "") + "{\"width\": 210, \"height\": 297}";
        QTest::newRow("ten thousand") << sheet(many) << "2000";
    }
    void badDrawers() {
        QFETCH(QString, text);
        QFETCH(QString, said);
        const QString told = QString::fromStdString(problem(text.toStdString()));
        QVERIFY2(told.contains(said), qPrintable(told));
    }
    void badTables() {
        QVERIFY(csvProblem("").find("empty") != std::string::npos);
        QVERIFY(csvProblem("paper,colour\nCard,red\n").find("colour") != std::string::npos);
        QVERIFY(csvProblem("paper,width\nCard,210\n").find("line 2") == 0);
        QVERIFY(csvProblem("paper,width,height\nCard,210,297\nCard,-1,297\n").find("line 3") == 0);
        QVERIFY(csvProblem("paper,width,height\nCard,210,297,5\n").find("more fields") !=
                std::string::npos);
        QVERIFY(
            csvProblem("paper,width,height,count\nCard,210,297,few\n").find("number of sheets") !=
            std::string::npos);
        std::string many = "paper,width,height\n";
        for (int i = 0; i < 10000; ++i)
            many += "Card,210,297\n";
        QVERIFY(csvProblem(many).find("2000") != std::string::npos);
    }
};

HL_TEST(DrawerFile)
#include "drawer.moc"
