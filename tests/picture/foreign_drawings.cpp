// Drawings and pictures from strangers: nothing that they name is opened, what is damaged is
// refused when it is taken in, and every door has the same limits.
#include "core/assemble/assemble.h"
#include "core/design/images.h"
#include "core/design/limits.h"
#include "core/dress/traced.h"
#include "core/edit/papers.h"
#include "core/exports/exports.h"
#include "core/files/dxf_net.h"
#include "core/files/svg_outline.h"
#include "core/measure/number.h"
#include "core/picture/png.h"
#include "core/picture/svg_links.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QBuffer>
#include <QDir>
#include <QImage>
#include <QTemporaryDir>
#include <QtTest>
#include <random>
#include <sys/stat.h>

using namespace hl;
using namespace hl::test;

namespace {

std::string drawnPicture(const char* format, int width = 40, int height = 30) {
    QImage image(width, height, QImage::Format_RGB32);
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x)
            image.setPixel(x, y, qRgb(255, x * 7 % 256, y * 11 % 256));
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, format);
    return bytes.toStdString();
}

std::string drawn(const std::string& inside, const std::string& before = "") {
    return before +
           "<svg xmlns=\"http://www.w3.org/2000/svg\" "
           "xmlns:xlink=\"http://www.w3.org/1999/xlink\" width=\"40mm\" height=\"30mm\" "
           "viewBox=\"0 0 40 30\">" +
           inside + "<path d=\"M 1 1 L 39 1 L 20 29 Z\"/></svg>";
}

std::string tangle(int corners, std::string (*point)(double x, double y)) {
    std::mt19937 chance(5);
    std::uniform_real_distribution<double> at(0, 40);
    std::string out;
    for (int i = 0; i < corners; ++i) {
        const double x = at(chance);
        out += point(x, at(chance));
    }
    return out;
}

} // namespace

class ForeignDrawings : public QObject {
    Q_OBJECT
  private slots:
    void whatLeadsOut_data() {
        QTest::addColumn<QString>("svg");
        const auto row = [](const char* name, const std::string& svg) {
            QTest::newRow(name) << QString::fromStdString(svg);
        };
        row("image", drawn("<image href=\"/SECRET\" width=\"4\"/>"));
        row("old link", drawn("<image xlink:href='/SECRET'/>"));
        row("spaces", drawn("<image  xlink:href = \"\n /SECRET\" />"));
        row("another prefix", drawn("<g xmlns:q='http://www.w3.org/1999/xlink'>"
                                    "<image q:HREF='SECRET'/></g>"));
        row("address", drawn("<image href=\"file:///SECRET\"/>"));
        row("net", drawn("<image href=\"http://SECRET/a.png\"/>"));
        row("escaped", drawn("<image href=\"&#47;SECRET\"/>"));
        row("use", drawn("<use href=\"SECRET.svg#a\"/>"));
        row("style", drawn("<path style=\"fill:url(SECRET#a)\" d=\"M0 0\"/>"));
        row("quoted style", drawn("<path fill=\"url( 'SECRET' )\" d=\"M0 0\"/>"));
        row("escaped style", drawn("<path style=\"fill:u\\72l(SECRET)\" d=\"M0 0\"/>"));
        row("import", drawn("<style>@import 'SECRET';</style>"));
        row("import as data", drawn("<style><![CDATA[ @import url(SECRET); ]]></style>"));
        row("import in pieces", drawn("<style>@im<!-- -->port 'SECRET';</style>"));
        row("import in halves", drawn("<style>@im<![CDATA[port 'SECRET';]]></style>"));
        row("import with what is no style between", drawn("<style>@im<b/>port 'SECRET';</style>"));
        row("style that never ends",
            "<svg xmlns='http://www.w3.org/2000/svg'><path d='M 1 1 L 39 1 "
            "L 20 29 Z'/><style>@import 'SECRET';");
        row("style by numbers", drawn("<path style=\"fill:u&#114;l(SECRET)\" d=\"M0 0\"/>"));
        row("style by names", drawn("<path style=\"fill:&a;&b;SECRET)\" d=\"M0 0\"/>",
                                    "<!DOCTYPE svg [<!ENTITY a \"ur\"><!ENTITY b 'l('>]>"));
        row("style by what nobody declared", drawn("<path style=\"fill:&c;SECRET\" d=\"M0 0\"/>"));
        row("declared elsewhere",
            drawn("", "<!DOCTYPE svg [<!ENTITY x SYSTEM \"file:///SECRET\">]>"));
        row("declared in pieces",
            drawn("", "<!DOCTYPE svg [<!ENTITY % x SYSTEM \"file:///SECRET\">]>"));
        row("sheet of styles",
            drawn("", "<?xml version='1.0'?><?xml-stylesheet href='SECRET' type='text/css'?>"));
        row("declared markup", drawn("&x;", "<!DOCTYPE svg [<!ENTITY x \"<image "
                                            "href='SECRET'/>\">]>"));
        row("declared by numbers", drawn("&x;", "<!DOCTYPE svg [<!ENTITY x \"&#60;image "
                                                "href='SECRET'/>\">]>"));
        const std::string within = drawn("<image href='/SECRET'/>");
        row("drawing within",
            drawn("<image href=\"data:image/svg+xml;base64," + base64Text(within) + "\"/>"));
        row("drawing that says PNG",
            drawn("<image href=\"data:image/png;base64," + base64Text(within) + "\"/>"));
        row("data that is no base64", drawn("<image href=\"data:image/svg+xml,SECRET\"/>"));
    }
    void whatLeadsOut() {
        QFETCH(QString, svg);
        const Unlinked out = withoutLinks(svg.toStdString());
        QVERIFY(!out.left.empty());
        const QByteArray said = QByteArray::fromStdString(out.drawing);
        QVERIFY2(!said.contains("SECRET"), said);
        QVERIFY2(!said.contains("base64"), said);
        QVERIFY(said.contains("M 1 1 L 39 1 L 20 29 Z")); // the rest is there
        QVERIFY(withoutLinks(out.drawing).left.empty());
        // Where links are followed, what cannot be found stays to be told.
        const Unlinked kept = linksFollowed(svg.toStdString(), {});
        QCOMPARE(kept.left.size(), out.left.size());
        QCOMPARE(QString::fromStdString(kept.drawing), svg);
    }
    // What stays within the drawing is as it was, to the letter.
    void whatStays() {
        const std::string whole =
            drawn("<!-- href=\"/etc\" --><defs><linearGradient id=\"a>b\"/></defs>"
                  "<use xlink:href=\"#a>b\"/><path fill=\"url(#g)\" style=\"fill: url( '#g' )\"/>"
                  "<style>path { fill: url(#g) }</style><a href=\"http://x\"><path d='M0 0'/></a>"
                  "<image href=\"data:image/png;base64,\n" +
                      base64Text(drawnPicture("PNG")) + "\"/><text>1 &lt; 2</text><br / >",
                  "<?xml version=\"1.0\"?><!DOCTYPE svg [<!ENTITY ns \"http://a\">]>");
        const Unlinked out = withoutLinks(whole);
        QVERIFY2(out.left.empty(), out.left.empty() ? "" : out.left[0].c_str());
        std::string expected = whole;
        expected.erase(expected.find(" href=\"http://x\""), 16); // which nobody can press here
        QCOMPARE(QString::fromStdString(out.drawing), QString::fromStdString(expected));
        QVERIFY(withoutLinks("<svg width=\"3").drawing.empty());
        // Attributes without a space between would join once one of them is left away.
        QVERIFY(withoutLinks("<svg>< hre href='x'f='SECRET'></svg>").drawing.empty());
        // Declared styles are as good as those that are written out, and numbers as letters.
        const std::string said =
            drawn("<path style=\"&st0;\"/><path style='font-family:&quot;A&quot;'/>"
                  "<image href=\"data:image/png;base64,&#10;" +
                      base64Text(drawnPicture("PNG")) + "\"/>",
                  "<!DOCTYPE svg PUBLIC \"-//a\" \"b.dtd\" [<!ENTITY st0 'fill:#FFF;'>]>");
        const Unlinked kept = withoutLinks(said);
        QVERIFY2(kept.left.empty(), kept.left.empty() ? "" : kept.left[0].c_str());
        QCOMPARE(kept.drawing, said);
    }
    // Parts that show parts: some are fine, a tree of them without end is not.
    void partsThatShowParts() {
        const auto tower = [](int levels, int each) {
            std::string s = "<g id=\"g0\"><path d=\"M0 0\"/></g>";
            for (int i = 1; i <= levels; ++i) {
                s += "<g id=\"g" + numberText(i) + "\">";
                for (int k = 0; k < each; ++k)
                    s += "<use href=\"#g" + numberText(i - 1) + "\"/>";
                s += "</g>";
            }
            return drawn(s);
        };
        QVERIFY(!withoutLinks(tower(10, 2)).endless);
        QVERIFY(!withoutLinks(tower(100, 1)).endless);
        QVERIFY(withoutLinks(tower(40, 2)).endless && withoutLinks(tower(40, 2)).drawing.empty());
        QVERIFY(withoutLinks(drawn("<g id='a'><use href='#b'/></g><g id='b'><use href='#a'/></g>"))
                    .endless);
        const auto d = printWith(card(), "card", "a.svg", tower(40, 2));
        QVERIFY(!d && d.problem().text().find("without end") != std::string::npos);
    }
    void mutated() {
        std::mt19937 chance(6);
        const std::string whole =
            drawn("<image xlink:href='/SECRET'/><style>@import 'SECRET';</style><use href='#a'/>",
                  "<?xml version='1.0'?><!DOCTYPE svg [<!ENTITY x '&#60;'>]>");
        const std::string marks = "<>\"'=/!?-[]& \n#:();";
        for (int n = 0; n < 4000; ++n) {
            std::string bytes = whole.substr(0, 1 + chance() % whole.size());
            for (int k = 0; k < 4; ++k)
                bytes[chance() % bytes.size()] = marks[chance() % marks.size()];
            const Unlinked once = withoutLinks(bytes);
            QVERIFY(once.drawing.size() <= bytes.size());
            const Unlinked twice = withoutLinks(once.drawing);
            QVERIFY2(twice.left.empty(), bytes.c_str());
        }
    }
    // The maker chooses a file: what it shows beside it comes along, nothing else.
    void takenInWithItsPictures() {
        QTemporaryDir dir;
        QDir(dir.path()).mkpath("drawings/photos");
        const auto write = [&](const char* name, const std::string& bytes) {
            QFile f(dir.filePath(name));
            QVERIFY(f.open(QIODevice::WriteOnly));
            f.write(bytes.data(), qint64(bytes.size()));
        };
        write("drawings/beside me.png", drawnPicture("PNG"));
        write("drawings/photos/below.jpg", drawnPicture("JPEG"));
        write("secret.png", drawnPicture("PNG", 8, 8));
        write("drawings/damaged.png", drawnPicture("PNG").substr(0, 60));
        write("drawings/text.png", "nothing of the kind");
        QCOMPARE(mkfifo(dir.filePath("drawings/pipe.png").toUtf8().constData(), 0600), 0);
        QVERIFY(QFile::link(dir.filePath("secret.png"), dir.filePath("drawings/link.png")));
        const std::string file = dir.filePath("drawings/card.svg").toStdString();
        const auto taken = [&](const std::string& link) {
            const auto d =
                printWith(card(), "card", file, drawn("<image href=\"" + link + "\" width='40'/>"));
            return d ? d->images.at(0).data.text() : std::string("refused: " + d.problem().text());
        };
        for (const std::string& link :
             {std::string("beside me.png"), std::string("beside%20me.png"),
              std::string("photos/below.jpg"), std::string("./photos/../photos/below.jpg"),
              "file://" + dir.filePath("drawings/beside me.png").toStdString()}) {
            const std::string svg = taken(link);
            QVERIFY2(withoutLinks(svg).left.empty(), (link + ": " + svg.substr(0, 300)).c_str());
            QVERIFY(svg.find("data:image/") != std::string::npos);
        }
        for (const char* link :
             {"../secret.png", "link.png", "/etc/passwd", "/dev/zero", "pipe.png", "damaged.png",
              "text.png", "missing.png", "", "..", "."}) {
            const std::string svg = taken(link);
            QCOMPARE(withoutLinks(svg).left.size(), size_t(*link != 0));
            QVERIFY2(svg.find("base64") == std::string::npos, link);
        }
        // It is told as long as it is missing.
        Design d = *printWith(card(), "card", file, drawn("<image href=\"../secret.png\"/>"));
        const Case c(d, *assemble(d));
        const auto found = prove(Evidence(c, {}));
        const Finding* f = first(found, "dressing");
        QVERIFY(f && f->severity == Severity::Note &&
                f->message.find("../secret.png") != std::string::npos);
    }
    // Cut short anywhere, or with a bad sum: refused when it is taken in.
    void damagedPictures() {
        for (const char* format : {"PNG", "JPEG"}) {
            const std::string whole = drawnPicture(format);
            QVERIFY(printWith(card(), "card", "a", whole));
            for (size_t n = 30; n + 12 < whole.size(); n += 17) {
                const auto d = printWith(card(), "card", "a", whole.substr(0, n));
                QVERIFY2(!d, qPrintable(QString("%1 %2").arg(format).arg(n)));
                QVERIFY(d.problem().text().find("a: ") == 0);
            }
        }
        std::string sum = drawnPicture("PNG");
        sum[sum.find("IDAT") + 10] ^= 0x40;
        QVERIFY(!printWith(card(), "card", "a.png", sum));
        const auto cut = tracedFrom(sum);
        QVERIFY(!cut && cut.problem().text().find("damaged") != std::string::npos);
        // A chunk that is said to be there and is not.
        const std::string head("\x89PNG\r\n\x1a\n\0\0\0\x0dIHDR\0\0\0\4\0\0\0\4\x08\6\0\0\0????",
                               33);
        const std::string phys("\0\0\0\x09pHYs\0\0\0\1", 12);
        QVERIFY(imageInfo(Bytes(head + phys)));
        // A photograph that ends within its first block, wherever that is.
        const std::string jfif("\xff\xd8\xff\xe0\0\x10JFIF\0\1\1\1\0\x48\0\x48\0\0", 20);
        const std::string block("\xff\xe1\0\2", 4);
        for (size_t n = 2; n <= jfif.size(); ++n)
            for (const std::string& before : {std::string(), block}) {
                std::string s = jfif.substr(0, 2) + before + jfif.substr(2, n - 2);
                s.shrink_to_fit();
                imageInfo(Bytes(s)); // refused or not, it is not read beyond: the sanitizers look
            }
    }
    void oneLimitForEveryDoor() {
        const auto head = [](unsigned w, unsigned h) {
            std::string s("\x89PNG\r\n\x1a\n\0\0\0\x0dIHDR", 16);
            for (const unsigned v : {w, h})
                for (int k = 24; k >= 0; k -= 8)
                    s += char(v >> k);
            return s + std::string("\x08\6\0\0\0????", 9);
        };
        for (const auto& [w, h] : {std::pair{20001u, 10u}, {10u, 20001u}, {6000u, 6000u}}) {
            for (const std::string& said :
                 {printWith(card(), "card", "a", head(w, h)).problem().text(),
                  tracedFrom(head(w, h)).problem().text()})
                QVERIFY2(said.find("million pixels") != std::string::npos, said.c_str());
        }
        QVERIFY(imageInfo(Bytes(head(20000, 1000))));
        // A value with the sign that ends a tag is no damage.
        QVERIFY(imageInfo(Bytes("<svg data-a=\"1 > 0\" width='3cm' height='2cm' viewBox='0 0 30 "
                                "20'></svg>"))
                    ->width == 30);
        const auto cut = cutOutOf("<svg xmlns='http://www.w3.org/2000/svg' aria-label=\"a > b\" "
                                  "viewBox='0 0 9 9'><path d='M0 0 L 9 0 L 9 9 Z'/></svg>");
        QVERIFY(cut && cut->picture.find("<path d=") != std::string::npos &&
                cut->picture.find("b\" viewBox") == std::string::npos);
    }
    // Comments are nobody's marks, and what is damaged is told as that.
    void commentsInDxf() {
        const std::string square =
            "0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n90\n3\n70\n1\n10\n0\n20\n0\n"
            "10\n30\n20\n0\n10\n0\n20\n30\n0\nENDSEC\n0\nEOF\n";
        const auto plain = outlineFromDxf(square);
        QVERIFY(plain && plain->size() == 3);
        for (const char* comment : {"dxflib", "dxflib ", "dxflib x", "", "999", "0", "SECTION"})
            for (const char* end : {"\n", "\r\n"}) {
                const auto d = outlineFromDxf("  999" + std::string(end) + comment + end + square);
                QVERIFY2(d && *d == *plain, comment);
            }
        std::mt19937 chance(9);
        for (int n = 0; n < 3000; ++n) {
            std::string bytes = "999\ndxflib\n" + square;
            for (int k = 0; k < 3; ++k)
                bytes[chance() % bytes.size()] = "0129\n -xE"[chance() % 9];
            const auto d = outlineFromDxf(bytes.substr(0, 1 + chance() % bytes.size()));
            QVERIFY(d || !d.problem().text().empty());
        }
    }
    // A scribble is no outline, whichever way it comes in.
    void tangles() {
        const auto svg = outlineFromSvg(
            "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 40 40'><path d='M 0 0" +
            tangle(400,
                   [](double x, double y) {
                       return " L " + numberText(x, 3) + " " + numberText(y, 3);
                   }) +
            " Z'/></svg>");
        QVERIFY2(!svg && svg.problem().text().find("crosses itself") != std::string::npos,
                 svg ? "" : svg.problem().text().c_str());
        const auto dxf = outlineFromDxf("0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n90\n400\n70\n1\n" +
                                        tangle(400,
                                               [](double x, double y) {
                                                   return "10\n" + numberText(x, 3) + "\n20\n" +
                                                          numberText(y, 3) + "\n";
                                               }) +
                                        "0\nENDSEC\n0\nEOF\n");
        QVERIFY2(!dxf && dxf.problem().text().find("crosses itself") != std::string::npos,
                 dxf ? "" : dxf.problem().text().c_str());
        std::mt19937 chance(7);
        for (const char* kind : {"topper", "aperture"}) {
            Design d = with(card(), kind, "card.page-right", {{"shape", "drawn"}});
            for (int i = 0; i < 400; ++i)
                d.structures[0].outline.push_back({Measure::fromMm(chance() % 4000 / 100.0),
                                                   Measure::fromMm(chance() % 4000 / 100.0)});
            const auto made = assemble(d);
            QVERIFY2(!made && made.problem().text().find("crosses itself") != std::string::npos,
                     made ? "" : made.problem().text().c_str());
        }
        // A few loops are a shape; so is one whose corners all lie on a line, of no area.
        Design d = with(card(), "topper", "card.page-right", {{"shape", "drawn"}});
        for (int i = 0; i < 11; ++i) // a star
            d.structures[0].outline.push_back(
                {Measure::fromMm(20 + 20 * std::cos(i * 4 * pi / 11)),
                 Measure::fromMm(20 + 20 * std::sin(i * 4 * pi / 11))});
        QVERIFY(assemble(d));
        // Blanks whose edges cross a thousand times are cut into pieces all the same.
        for (unsigned seed = 0; seed < 12; ++seed) {
            std::mt19937 other(seed);
            Ring ring;
            for (int i = 0; i < 90; ++i)
                ring.emplace_back(other() % 40000 / 1000.0,
                                  other() % (seed % 3 ? 40000 : 2) / 1000.0);
            for (const Ring& piece : convexPieces(ring, {}))
                QVERIFY(piece.size() >= 3);
        }
    }
};

HL_TEST(ForeignDrawings)
#include "foreign_drawings.moc"
