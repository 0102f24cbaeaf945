// Nets drawn elsewhere: what leaves as DXF comes back as the same part; layers, gaps, units, arcs;
// what is no net is told.
#include "core/assemble/assemble.h"
#include "core/edit/net.h"
#include "core/files/atomic_save.h"
#include "core/files/dxf_net.h"
#include "core/files/hlantern.h"
#include "core/make/machine.h"
#include "tests/edit/square_net.h"
#include "tests/export_to.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QTemporaryDir>
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using hl::test::exportTo;
using namespace hl::test;

namespace {

std::string entities(const std::string& inside, int units = 4) {
    return "0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n" + std::to_string(units) +
           "\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n" + inside + "0\nENDSEC\n0\nEOF\n";
}

std::string circle(double r) {
    return "0\nCIRCLE\n8\ncut\n10\n0\n20\n0\n40\n" + std::to_string(r) + "\n";
}

} // namespace

class Nets : public QObject {
    Q_OBJECT
  private slots:
    // A blank with an opening, a slit and folds goes out for a machine and comes back.
    void whatLeavesComesBack() {
        Design d = card(200, 200);
        FreePart p;
        p.id = "sheet";
        p.width = Measure::fromMm(120);
        p.height = Measure::fromMm(80);
        const auto at = [](double x, double y) {
            return Point{Measure::fromMm(x), Measure::fromMm(y)};
        };
        p.apertures = {{at(20, 20), at(20, 40), at(40, 40), at(40, 20)}};
        LineSpec fold;
        fold.id = "fold";
        fold.points = {at(60, 0), at(60, 80)};
        LineSpec slit;
        slit.id = "slit";
        slit.kind = LineKind::Slit;
        slit.points = {at(80, 20), at(80, 60)};
        p.lines = {fold, slit};
        Design alone = d;
        alone.parts = {p};
        const Assembly a = *assemble(alone);
        QTemporaryDir dir;
        const std::string path = dir.filePath("out.dxf").toStdString();
        // Of its own paper, so that it has a mat of its own.
        alone.stocks.push_back(alone.stocks[0]);
        alone.stocks.back().id = alone.stocks.back().name = "other";
        alone.parts[0].stock = "other";
        QVERIFY(exportTo(path, *exporter("dxf", Exports::Machine),
                         {alone, *assemble(alone), sheetFormats().front()}));
        auto text = readFile(dir.filePath("out-2.dxf").toStdString());
        if (!text) // the card is too large for the mat
            text = readFile(path);
        QVERIFY(text);
        const auto net = netFromDxf(*text);
        QVERIFY2(net, net ? "" : net.problem().text().c_str());
        const auto made = addNet(d, "back", net->paths, {});
        QVERIFY2(made, made ? "" : made.problem().text().c_str());
        const FreePart& back = *made->design.part("back");
        QCOMPARE(back.outline.size(), size_t(4));
        QCOMPARE(back.apertures.size(), size_t(1));
        QCOMPARE(back.lines.size(), size_t(2));
        double area = 0, was = 0;
        const Assembly again = *assemble(made->design);
        for (const Panel& q : again.panels)
            area += ownerOf(q.id) == "back" ? areaOf(q.outline) : 0;
        for (const Panel& q : a.panels)
            was += ownerOf(q.id) == "sheet" ? areaOf(q.outline) : 0;
        QVERIFY(std::fabs(area - was) < 1e-3);
    }
    void gapsAndLayers() {
        const auto net = netFromDxf(squareNet());
        QVERIFY(net && net->paths.size() == 5);
        // A layer that means nothing is asked for by its name.
        const auto unsaid = addNet(card(), "", net->paths, {});
        QVERIFY(!unsaid && unsaid.problem().text().find("“middle”") != std::string::npos);
        const auto made = addNet(card(), "", net->paths, {{"middle", NetLine::Mountain}});
        QVERIFY2(made, made ? "" : made.problem().text().c_str());
        const FreePart& p = *made->design.part(made->id);
        QVERIFY(p.lines.size() == 1 && p.lines[0].kind == LineKind::Mountain);
        QVERIFY(made->remarks.size() == 2 && made->remarks[0].find("0.2 mm") != std::string::npos);
        QVERIFY2(made->remarks[1].find("It is 40") == 0, made->remarks[1].c_str());
        QCOMPARE(assemble(made->design)->panels.size(), assemble(card())->panels.size() + 2);
        // Nearer than that nothing is joined; left out is left out.
        QVERIFY(!addNet(card(), "", net->paths, {{"middle", NetLine::Ignored}}, 0.1));
        QVERIFY(addNet(card(), "", net->paths, {{"middle", NetLine::Ignored}})
                    ->design.parts.back()
                    .lines.empty());
        QVERIFY(!addNet(made->design, made->id, net->paths, {{"middle", NetLine::Score}}));
        for (auto [name, means] : {std::pair{"Valley folds", NetLine::Valley},
                                   {"MOUNTAIN", NetLine::Mountain},
                                   {"score-lines", NetLine::Score},
                                   {"outlines", NetLine::Cut},
                                   {"labels", NetLine::Ignored},
                                   {"black", NetLine::Cut},
                                   {"solid lines", NetLine::Cut},
                                   {"dashed lines", NetLine::Score}})
            QVERIFY(meaningOf(name) == means);
        QVERIFY(!meaningOf("0") && netLine("leave") == NetLine::Ignored && !netLine("glue"));
    }
    void arcsAndUnits() {
        const auto area = [](const std::string& text) {
            const auto outline = outlineFromDxf(text);
            if (!outline)
                return 0.0;
            Ring ring;
            for (const Point& p : *outline)
                ring.push_back({p.x.mm(), p.y.mm()});
            return std::fabs(areaOf(ring));
        };
        QVERIFY(std::fabs(area(entities(circle(10))) / (pi * 100) - 1) < 0.02);
        QVERIFY(std::fabs(area(entities(circle(1), 1)) / (pi * 25.4 * 25.4) - 1) < 0.02);
        // A polyline whose sides bulge by half circles: a square of 20 and four half discs.
        std::string bulged = "0\nPOLYLINE\n8\ncut\n66\n1\n70\n1\n";
        for (auto [x, y] : {std::pair{0, 0}, {20, 0}, {20, 20}, {0, 20}})
            bulged += "0\nVERTEX\n8\ncut\n10\n" + std::to_string(x) + "\n20\n" + std::to_string(y) +
                      "\n42\n1\n";
        bulged += "0\nSEQEND\n";
        QVERIFY2(std::fabs(area(entities(bulged)) / (400 + 2 * pi * 100) - 1) < 0.02,
                 qPrintable(QString::number(area(entities(bulged)))));
        // Two arcs and their chords' ends meet: half a disc each way.
        const std::string arcs = "0\nARC\n8\ncut\n10\n0\n20\n0\n40\n10\n50\n0\n51\n180\n"
                                 "0\nLINE\n8\ncut\n10\n-10\n20\n0\n11\n10\n21\n0\n";
        QVERIFY(std::fabs(area(entities(arcs)) / (pi * 50) - 1) < 0.02);
        // Angles of several turns mean the same, and those beyond any number end.
        for (auto [from, to] : {std::pair{"360", "540"}, {"-720", "180"}, {"1080", "-180"}}) {
            std::string turned = arcs;
            turned.replace(turned.find("50\n0\n51\n180"), 11,
                           std::string("50\n") + from + "\n51\n" + to);
            QVERIFY2(std::fabs(area(entities(turned)) / (pi * 50) - 1) < 0.02, from);
        }
        for (const char* angle : {"1e21", "9.99e100", "1e308", "-9e99"})
            for (const char* code : {"50", "51"}) {
                std::string far = arcs;
                const std::string was = code == std::string("50") ? "50\n0" : "51\n180";
                far.replace(far.find(was), was.size(), std::string(code) + "\n" + angle);
                QVERIFY(area(entities(far)) < 101 * pi); // whatever comes of it
            }
    }
    // The same net said by layers, by colours and by dashes, as SVG and as DXF.
    void coloursAndDashes() {
        const std::string svg =
            "<svg xmlns='http://www.w3.org/2000/svg' width='100mm' height='50mm' viewBox='0 0 200 "
            "100'><g id='outer' stroke='#F00'><rect x='0' y='0' width='160' height='80'/></g>"
            "<g id='inner' style='fill:none; stroke: blue'><line x1='40' y1='0' x2='40' y2='80'/>"
            "<path d='M 80 0 V 80' style='stroke-dasharray: 4 2'/>"
            "<polyline class='q' points='100,20 100,60'/>"
            "<g transform='translate(10 10)' stroke='#00ff00'><path d='M110 10 h10 v10 h-10 Z'/>"
            "</g></g></svg>";
        const auto drawing = netFromDrawing(svg);
        QVERIFY2(drawing, drawing ? "" : drawing.problem().text().c_str());
        QCOMPARE(drawing->paths.size(), size_t(5));
        QVERIFY(tellsApart(drawing->paths) == LinesBy::Layer);
        const auto keys = [&](LinesBy by) {
            std::string out;
            for (const DrawnPath& p : sortedBy(drawing->paths, by))
                out += p.layer + ";";
            return out;
        };
        QCOMPARE(keys(LinesBy::Layer), std::string("outer;inner;inner;inner;inner;"));
        QCOMPARE(keys(LinesBy::Colour), std::string("red;blue;blue;class q;lime;"));
        QCOMPARE(keys(LinesBy::Dashes),
                 std::string("solid lines;solid lines;dashed lines;solid lines;solid lines;"));
        const auto made = addNet(card(), "", sortedBy(drawing->paths, LinesBy::Colour),
                                 {{"#ff0000", NetLine::Cut},
                                  {"blue", NetLine::Valley},
                                  {"class q", NetLine::Cut},
                                  {"#00ff00", NetLine::Cut}});
        QVERIFY2(made, made ? "" : made.problem().text().c_str());
        const FreePart& p = *made->design.part(made->id);
        // Half a millimetre to the unit, y up: 80 x 40 mm, folds at 20 and 40, a slit at 50.
        QCOMPARE(p.outline.size(), size_t(4));
        QCOMPARE(p.lines.size(), size_t(3));
        QCOMPARE(p.apertures.size(), size_t(1));
        QCOMPARE(p.lines[0].points[0].x.mm(), 50.0);
        QCOMPARE(p.lines[1].points[0].x.mm(), 20.0);
        Vec2 low(1e9, 1e9), high(-1e9, -1e9);
        for (const Point& q : p.apertures[0]) {
            low = low.cwiseMin(Vec2(q.x.mm(), q.y.mm()));
            high = high.cwiseMax(Vec2(q.x.mm(), q.y.mm()));
        }
        QVERIFY((low - Vec2(60, 25)).norm() < 1e-6 && (high - Vec2(65, 30)).norm() < 1e-6);

        // DXF: what a line does not say, its layer says.
        const std::string tables =
            "0\nSECTION\n2\nTABLES\n0\nTABLE\n2\nLAYER\n70\n1\n0\nLAYER\n2\nfolds\n70\n0\n62\n"
            "5\n6\nDASHED\n0\nENDTAB\n0\nENDSEC\n";
        const std::string lines =
            "0\nSECTION\n2\nENTITIES\n0\nCIRCLE\n8\nrim\n62\n1\n10\n0\n20\n0\n40\n10\n"
            "0\nLINE\n8\nfolds\n62\n256\n10\n-10\n20\n0\n11\n10\n21\n0\n0\nENDSEC\n0\nEOF\n";
        const auto dxf = netFromDrawing(tables + lines);
        QVERIFY2(dxf, dxf ? "" : dxf.problem().text().c_str());
        QCOMPARE(dxf->paths[0].colour, std::string("red"));
        QCOMPARE(dxf->paths[1].colour, std::string("blue"));
        QVERIFY(!dxf->paths[0].dashed && dxf->paths[1].dashed);
        for (const char* bad : {"<svg/>", "<svg xmlns='http://www.w3.org/2000/svg'><text/></svg>",
                                "<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0"})
            QVERIFY(!netFromDrawing(bad));
        for (LinesBy by : {LinesBy::Layer, LinesBy::Colour, LinesBy::Dashes})
            QVERIFY(sortOf(sortName(by)) == by);
        QVERIFY(!sortOf("weight"));
    }
    void whatIsNoNet() {
        for (const std::string& text :
             {std::string(), std::string("rubbish"), entities(""), entities("0\nPOINT\n8\n0\n"),
              entities("0\nLINE\n8\ncut\n10\n0\n20\n0\n11\n1e30\n21\n5\n")}) {
            const auto net = netFromDxf(text);
            QVERIFY(!net && !net.problem().remedy.empty());
        }
        std::string many;
        for (int i = 0; i < 6000; ++i)
            many += "0\nLINE\n8\ncut\n10\n" + std::to_string(i) + "\n20\n0\n11\n" +
                    std::to_string(i) + "\n21\n5\n";
        const auto all = netFromDxf(entities(many));
        QVERIFY(!all && all.problem().text().find("5000") != std::string::npos);
        // Open only: nothing is enclosed.
        QVERIFY(!outlineFromDxf(entities("0\nLINE\n8\ncut\n10\n0\n20\n0\n11\n9\n21\n5\n")));
        // Mangled anywhere it is a problem or a net, and nothing worse.
        std::mt19937 chance(5);
        const std::string whole = squareNet();
        for (int n = 0; n < 500; ++n) {
            std::string bytes = whole.substr(0, chance() % whole.size());
            for (int k = 0; k < 4 && !bytes.empty(); ++k)
                bytes[chance() % bytes.size()] = char(chance());
            if (auto net = netFromDxf(bytes))
                addNet(card(), "", net->paths,
                       {{"middle", NetLine::Valley}, {"cut", NetLine::Cut}});
        }
    }
};

HL_TEST(Nets)
#include "nets.moc"
