// Drawings as other programs write them, each told by hand: all of it comes in as it is drawn, at
// its size, or it is told what was left out, joined or guessed.
#include "core/assemble/assemble.h"
#include "core/edit/net.h"
#include "core/files/drawn_colour.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

std::string dxf(const std::string& inside, const std::string& blocks = "", int units = 4) {
    return "0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n" + std::to_string(units) +
           "\n0\nENDSEC\n0\nSECTION\n2\nBLOCKS\n" + blocks +
           "0\nENDSEC\n0\nSECTION\n2\nENTITIES\n" + inside + "0\nENDSEC\n0\nEOF\n";
}
std::string n(double v) { return std::to_string(v); }
std::string line(double x, double y, double u, double v, const std::string& layer = "cut") {
    return "0\nLINE\n8\n" + layer + "\n10\n" + n(x) + "\n20\n" + n(y) + "\n11\n" + n(u) + "\n21\n" +
           n(v) + "\n";
}
// A rectangle as a closed polyline; `more` are further groups of it.
std::string box(double x, double y, double w, double h, const std::string& layer = "cut",
                const std::string& more = "") {
    std::string out = "0\nLWPOLYLINE\n8\n" + layer + "\n" + more + "90\n4\n70\n1\n";
    for (auto [u, v] : {std::pair{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}})
        out += "10\n" + n(u) + "\n20\n" + n(v) + "\n";
    return out;
}
std::string block(const std::string& name, const std::string& inside, double x = 0, double y = 0) {
    return "0\nBLOCK\n8\n0\n2\n" + name + "\n70\n0\n10\n" + n(x) + "\n20\n" + n(y) + "\n3\n" +
           name + "\n" + inside + "0\nENDBLK\n8\n0\n";
}
std::string insert(const std::string& name, double x, double y, const std::string& more = "") {
    return "0\nINSERT\n8\ncut\n2\n" + name + "\n10\n" + n(x) + "\n20\n" + n(y) + "\n" + more;
}
std::string ellipse(double a, double b, double from, double to, const std::string& more = "") {
    return "0\nELLIPSE\n8\ncut\n" + more + "10\n0\n20\n0\n11\n" + n(a) + "\n21\n0\n40\n" +
           n(b / a) + "\n41\n" + n(from) + "\n42\n" + n(to) + "\n";
}
// A quarter of a circle of radius r about the origin, exactly, as a rational curve.
std::string quarter(double r) {
    std::string out = "0\nSPLINE\n8\ncut\n70\n8\n71\n2\n72\n6\n73\n3\n74\n0\n";
    for (const double k : {0.0, 0.0, 0.0, 1.0, 1.0, 1.0})
        out += "40\n" + n(k) + "\n";
    for (const double w : {1.0, std::sqrt(0.5), 1.0})
        out += "41\n" + n(w) + "\n";
    for (auto [x, y] : {std::pair{r, 0.0}, {r, r}, {0.0, r}})
        out += "10\n" + n(x) + "\n20\n" + n(y) + "\n30\n0\n";
    return out;
}
std::string svg(const std::string& inside, const std::string& size) {
    return "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' " +
           size + ">" + inside + "</svg>";
}
const char* const mm = "width='200mm' height='100mm' viewBox='0 0 200 100'";

} // namespace

class ForeignNets : public QObject {
    Q_OBJECT

  private slots:
    void eachAsItIsDrawn_data() {
        QTest::addColumn<QByteArray>("drawing");
        QTest::addColumn<int>("pieces");
        QTest::addColumn<double>("width"); // of the largest, mm
        QTest::addColumn<double>("height");
        QTest::addColumn<double>("area2"); // of all, without openings, mm2
        QTest::addColumn<int>("panels");   // of all
        QTest::addColumn<QString>("told"); // words of a remark
        const auto row = [](const char* name, const std::string& text, int pieces, double w,
                            double h, double area, int panels, const char* told = "") {
            QTest::newRow(name) << QByteArray::fromStdString(text) << pieces << w << h << area
                                << panels << QString(told);
        };
        const std::string sheet = box(0, 0, 80, 40);
        const auto fold = [](double from, double to) { return line(40, from, 40, to, "valley"); };
        row("a crease that ends 0.04 mm short at both ends", dxf(sheet + fold(0.04, 39.96)), 1, 80,
            40, 3200, 2, "2 ends of lines were drawn");
        row("a crease that goes 0.1 mm beyond", dxf(sheet + fold(-0.1, 40.1)), 1, 80, 40, 3200, 2,
            "by up to 0.1 mm");
        row("a crease that ends at another, nearly",
            dxf(sheet + fold(0, 40) + line(0, 20, 39.96, 20, "mountain")), 1, 80, 40, 3200, 3,
            "1 end of a line was drawn");
        row("a slit that ends short of the edge is one from the edge",
            dxf(sheet + fold(0, 40) + line(20, 0.05, 20, 15)), 1, 80, 40, 3200, 2, "drawn to");
        row("a second outline beside the first", dxf(sheet + fold(0, 40) + box(100, 0, 30, 20)), 2,
            80, 40, 3800, 3, "2 pieces: net1 80 mm x 40 mm, net2 30 mm x 20 mm");
        row("a piece that lies in an opening of another",
            dxf(box(0, 0, 100, 60) + box(10, 10, 50, 40) + box(20, 20, 20, 10)), 2, 100, 60,
            6000 - 2000 + 200, 2, "2 pieces");
        row("a window is no piece", dxf(sheet + box(10, 10, 20, 20)), 1, 80, 40, 2800, 1,
            "80 mm x 40 mm large");
        row("an outline drawn twice", dxf(sheet + sheet + fold(0, 40)), 1, 80, 40, 3200, 2,
            "1 line is drawn twice");
        row("an outline of lines drawn twice, the other way round",
            dxf(line(0, 0, 80, 0) + line(80, 0, 80, 40) + line(80, 40, 0, 40) + line(0, 40, 0, 0) +
                line(80, 0, 0, 0) + line(80, 40, 80, 0) + line(0, 40, 80, 40) + line(0, 0, 0, 40)),
            1, 80, 40, 3200, 1, "4 lines are drawn twice");
        row("creases drawn twice", dxf(sheet + fold(0, 40) + fold(40, 0)), 1, 80, 40, 3200, 2,
            "drawn twice");
        row("a frame in the colour of cuts", dxf(box(-20, -20, 210, 297) + sheet + fold(0, 40)), 1,
            80, 40, 3200, 2, "the frame round the drawing, 210 mm x 297 mm");
        row("a line beside the sheet", dxf(sheet + line(90, 0, 95, 0)), 1, 80, 40, 3200, 1,
            "1 line that lies on no piece");
        row("an ellipse", dxf(ellipse(30, 20, 0, 2 * pi)), 1, 60, 40, pi * 600, 1);
        row("half an ellipse and its chord", dxf(ellipse(30, 20, 0, pi) + line(-30, 0, 30, 0)), 1,
            60, 20, pi * 300, 1);
        row("half an ellipse seen from behind",
            dxf(ellipse(30, 20, 0, pi, "230\n-1\n") + line(-30, 0, 30, 0)), 1, 60, 20, pi * 300, 1);
        row("a curve by control points and weights",
            dxf(quarter(30) + line(0, 30, 0, 0) + line(0, 0, 30, 0)), 1, 30, 30, pi * 225, 1);
        row("a block that is not inserted", dxf(sheet, block("idle", box(0, 0, 500, 500))), 1, 80,
            40, 3200, 1);
        row("a block inserted at twice its size",
            dxf(insert("half", 10, 10, "41\n2\n42\n2\n43\n2\n"), block("half", box(0, 0, 40, 20))),
            1, 80, 40, 3200, 1);
        row("a block turned by 90 degrees",
            dxf(insert("own", 0, 0, "50\n90\n"), block("own", box(0, 0, 40, 80))), 1, 80, 40, 3200,
            1);
        row("a block with its own base, mirrored",
            dxf(insert("own", 7, 7, "41\n-1\n"), block("own", sheet + fold(0, 40), 5, 5)), 1, 80,
            40, 3200, 2);
        row("a row of blocks",
            dxf(insert("own", 0, 0, "70\n3\n71\n1\n44\n50\n45\n0\n"),
                block("own", box(0, 0, 30, 20))),
            3, 30, 20, 1800, 3, "3 pieces");
        row("a block within a block",
            dxf(insert("outer", 0, 0),
                block("inner", box(0, 0, 80, 40)) + block("outer", insert("inner", 20, 20))),
            1, 80, 40, 3200, 1);
        row("an arc seen from behind",
            dxf("0\nARC\n8\ncut\n230\n-1\n10\n0\n20\n0\n40\n20\n50\n90\n51\n270\n" +
                line(0, 20, 0, -20)),
            1, 20, 40, pi * 200, 1);
        row("a polyline seen from behind beside a line",
            dxf(box(-80, 0, 80, 40, "cut", "230\n-1\n") + fold(0, 40)), 1, 80, 40, 3200, 2);
        row("inches", dxf(box(0, 0, 4, 2), "", 1), 1, 101.6, 50.8, 101.6 * 50.8, 1);
        row("no unit", dxf(sheet, "", 0), 1, 80, 40, 3200, 1, "does not say its unit");
        row("text beside it", dxf(sheet + "0\nTEXT\n8\ncut\n10\n5\n20\n5\n40\n3\n1\nFront\n"), 1,
            80, 40, 3200, 1, "1 of text");

        const std::string drawn = "<rect width='80' height='40'/>";
        row("pixels", svg("<rect width='302.362' height='151.181'/>", "width='800px'"), 1, 80, 40,
            3200, 1);
        row("pixels with a view box",
            svg("<rect width='302.362' height='151.181'/>",
                "width='800px' height='400px' viewBox='0 0 800 400'"),
            1, 80, 40, 3200, 1);
        row("points", svg(drawn, "width='566.929pt' height='200pt' viewBox='0 0 200 100'"), 1, 80,
            40, 3200, 1);
        row("inches of a view box", svg(drawn, "width='20in' viewBox='0 0 508 100'"), 1, 80, 40,
            3200, 1);
        row("no size at all", svg(drawn, "viewBox='0 0 200 100'"), 1, 80, 40, 3200, 1,
            "does not say its size");
        row("what is used",
            svg("<defs><g id='a'><rect width='30' height='20'/></g></defs>"
                "<use xlink:href='#a'/><use href='#a' x='50' y='10'/>",
                mm),
            2, 30, 20, 1200, 2);
        row("what is used, moved and turned",
            svg("<rect id='a' width='40' height='80' style='display:inline'/>"
                "<use href='#a' transform='translate(150 0) rotate(90)'/>",
                mm),
            2, 40, 80, 6400, 2);
        row("a symbol", svg("<symbol id='s'>" + drawn + "</symbol><use href='#s'/>", mm), 1, 80, 40,
            3200, 1);
        row("what is hidden",
            svg(drawn + "<rect width='190' height='90' display='none'/>"
                        "<g style='visibility: hidden'><path d='M1 1 h5 v5 z'/></g>",
                mm),
            1, 80, 40, 3200, 1, "2 of what is hidden");
        row("one colour in four spellings",
            svg("<path d='M0 0 H80' stroke='rgb(0,0,0)'/><path d='M80 0 V40' stroke='#010101'/>"
                "<path d='M80 40 H0' stroke='black'/><path d='M0 40 V0' stroke='#000'/>"
                "<path id='valley' d='M40 0 V40' stroke-dasharray='2'/>",
                mm),
            1, 80, 40, 3200, 2);
        row("words and pictures",
            svg(drawn + "<text x='3' y='3'>Front</text><image width='9' height='9'/>", mm), 1, 80,
            40, 3200, 1, "of text");
    }
    void eachAsItIsDrawn() {
        QFETCH(QByteArray, drawing);
        const auto read = netFromDrawing(drawing.toStdString());
        QVERIFY2(read, read ? "" : read.problem().text().c_str());
        const auto made = addNet(card(), "", sortedBy(read->paths, tellsApart(read->paths)),
                                 {{"", NetLine::Cut}, {"0", NetLine::Cut}});
        QVERIFY2(made, made ? "" : made.problem().text().c_str());
        QString said;
        for (const auto* remarks : {&read->remarks, &made->remarks})
            for (const std::string& r : *remarks)
                said += QString::fromStdString(r) + "\n";
        QTEST(int(made->ids.size()), "pieces");
        QFETCH(QString, told);
        QVERIFY2(said.contains(told), qPrintable(said));
        Vec2 low(1e9, 1e9), high = -low;
        for (const Point& p : made->design.part(made->id)->outline) {
            low = low.cwiseMin(Vec2(p.x.mm(), p.y.mm()));
            high = high.cwiseMax(Vec2(p.x.mm(), p.y.mm()));
        }
        QFETCH(double, width);
        QFETCH(double, height);
        QVERIFY2(std::fabs(high.x() - low.x() - width) < 0.11 &&
                     std::fabs(high.y() - low.y() - height) < 0.11,
                 qPrintable(QString("%1 x %2").arg(high.x() - low.x()).arg(high.y() - low.y())));
        double area = 0;
        int panels = 0;
        const Assembly a = *assemble(made->design);
        for (const Panel& p : a.panels)
            if (ownerOf(p.id) != "card") {
                ++panels;
                area += std::fabs(areaOf(p.outline));
                for (const Ring& hole : p.apertures)
                    area -= std::fabs(areaOf(hole));
            }
        QTEST(panels, "panels");
        QFETCH(double, area2);
        QVERIFY2(std::fabs(area - area2) < 0.004 * area2, qPrintable(QString::number(area)));
    }

    void blocksWithoutEnd() {
        // One that holds itself, and many that hold many.
        QVERIFY(!netFromDrawing(dxf(insert("own", 0, 0), block("own", insert("own", 1, 1)))));
        std::string blocks = block("b0", box(0, 0, 1, 1));
        for (int i = 1; i < 12; ++i) {
            std::string inside;
            for (int k = 0; k < 9; ++k)
                inside += insert("b" + std::to_string(i - 1), k, i);
            blocks += block("b" + std::to_string(i), inside);
        }
        const auto many = netFromDrawing(dxf(insert("b11", 0, 0), blocks));
        QVERIFY(!many && many.problem().text().find("more than") != std::string::npos);
        std::string uses = "<g id='g0'><rect width='1' height='1'/></g>";
        for (int i = 1; i < 12; ++i) {
            uses += "<g id='g" + std::to_string(i) + "'>";
            for (int k = 0; k < 9; ++k)
                uses +=
                    "<use href='#g" + std::to_string(i - 1) + "' x='" + std::to_string(k) + "'/>";
            uses += "</g>";
        }
        const auto used = netFromDrawing(svg(uses, mm));
        QVERIFY(!used && !used.problem().remedy.empty());
        QVERIFY(!netFromDrawing(svg("<g id='a'><use href='#a'/></g>", mm)));
        // Each lies deep in the one that uses it.
        std::string deep;
        for (int i = 0; i < 14; ++i) {
            std::string in = i ? "<use href='#d" + std::to_string(i - 1) + "'/>"
                               : std::string("<rect width='1' height='1'/>");
            for (int k = 0; k < 150; ++k)
                in = "<g>" + in + "</g>";
            deep += "<g id='d" + std::to_string(i) + "'>" + in + "</g>";
        }
        const auto nested = netFromDrawing(svg(deep, mm));
        QVERIFY(!nested && nested.problem().text().find("deep") != std::string::npos);
    }

    void colours() {
        for (auto [said, plain] : {std::pair{"#F00", "red"},
                                   {"rgb(255, 0, 0)", "red"},
                                   {"rgb(100%,0%,0%)", "red"},
                                   {"RED", "red"},
                                   {"#ff0000ff", "red"},
                                   {"#181818", "black"},
                                   {"#191919", "#191919"},
                                   {"rgb(18 52 86)", "#123456"},
                                   {"Folds", "folds"},
                                   {"#xyz", "#xyz"}})
            QCOMPARE(plainColour(said), std::string(plain));
    }
};

HL_TEST(ForeignNets)
#include "foreign_nets.moc"
