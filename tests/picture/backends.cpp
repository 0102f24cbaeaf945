// One picture, three backends: what is drawn has the same colours in the same places as SVG, PDF
// and PNG, images are laid and clipped as they say, and words are set by Pango.
#include "core/picture/pages.h"
#include "core/picture/png.h"
#include "core/picture/svg.h"
#include "tests/program.h"
#include <QFile>
#include <QImage>
#include <QProcess>
#include <QTemporaryDir>
#include <QXmlStreamReader>
#include <QtTest>

using namespace hl;

namespace {

constexpr int across = 16; // pixels

// Four quarters: red, green; blue, yellow.
std::shared_ptr<const Pixels> quarters() {
    auto p = std::make_shared<Pixels>();
    p->width = p->height = across;
    for (int y = 0; y < across; ++y)
        for (int x = 0; x < across; ++x)
            p->argb.push_back(y < across / 2 ? (x < across / 2 ? 0xffff0000 : 0xff00ff00)
                                             : (x < across / 2 ? 0xff0000ff : 0xffffff00));
    return p;
}

// 60 x 40 mm: a blue rectangle at the left, an image at the right that is clipped to its upper half
// with a hole, and a word.
Picture sample() {
    Picture p;
    p.width = 60;
    p.height = 40;
    p.caption = "Sample & co";
    p.rectangle({2, 2}, {20, 38}, givenColour("#2040c0"), {Tint::Ink, 0, Line::Cut, 0});
    Image m;
    m.pixels = quarters();
    m.at = {25, 5};
    m.across = {30, 0};
    m.down = {0, 30};
    m.clip = {{{25, 5}, {55, 5}, {55, 25}, {25, 25}}, {{48, 7}, {48, 11}, {52, 11}, {52, 7}}};
    p.items.push_back(m);
    p.items.push_back(drawn(Line::Valley, {{25, 38}, {55, 38}}, false, "box1.tip"));
    p.write({11, 20}, "Halt", 6, 0, givenColour("#ffffff"));
    return p;
}

bool near(QRgb colour, int red, int green, int blue, int within = 40) {
    return std::abs(qRed(colour) - red) <= within && std::abs(qGreen(colour) - green) <= within &&
           std::abs(qBlue(colour) - blue) <= within;
}

// What every backend has to show, `perMm` pixels to a millimetre.
void looksRight(const QImage& image, double perMm) {
    auto at = [&](double x, double y) {
        return image.pixel(int(std::lround(x * perMm)), int(std::lround(y * perMm)));
    };
    QVERIFY(near(at(4, 5), 0x20, 0x40, 0xc0));
    QVERIFY(near(at(30, 9), 255, 0, 0));  // the image's upper left
    QVERIFY(near(at(50, 14), 0, 255, 0)); // its upper right
    QVERIFY(near(at(30, 23.5), 0, 0, 255));
    QVERIFY(near(at(30, 30), 255, 255, 255));   // below the clip
    QVERIFY(near(at(50, 9), 255, 255, 255));    // in its hole
    QVERIFY(near(at(22.5, 20), 255, 255, 255)); // between the two
    int white = 0;                              // the letters
    for (double x = 5; x < 17; x += 0.2)
        for (double y = 15; y < 20; y += 0.2)
            white += near(at(x, y), 255, 255, 255);
    QVERIFY(white > 50);
}

QByteArray written(const QString& path, const std::string& bytes) {
    QFile f(path);
    return f.open(QIODevice::WriteOnly) && f.write(bytes.data(), qint64(bytes.size())) > 0
               ? path.toUtf8()
               : QByteArray();
}

} // namespace

class Backends : public QObject {
    Q_OBJECT
  private slots:
    void pixels() {
        constexpr double perMm = 8;
        const Pixels p = painted(sample(), perMm);
        QCOMPARE(p.width, 480);
        QCOMPARE(p.height, 320);
        looksRight(QImage(reinterpret_cast<const uchar*>(p.argb.data()), p.width, p.height,
                          QImage::Format_ARGB32_Premultiplied),
                   perMm);
        // The same as the bytes of a file, read by another library.
        const std::string png = pngOf(p);
        const QImage back =
            QImage::fromData(reinterpret_cast<const uchar*>(png.data()), int(png.size()), "PNG");
        QCOMPARE(back.size(), QSize(480, 320));
        looksRight(back, perMm);
    }

    // Read by poppler.
    void pages() {
        PdfPages pdf("Sample");
        pdf.page(60, 40);
        pdf.paint(sample());
        pdf.page(120, 90);
        pdf.paint(sample(), {30, 25}, 1.5);
        auto bytes = pdf.finish();
        QVERIFY(bytes);
        QTemporaryDir dir;
        QVERIFY(!written(dir.filePath("p.pdf"), *bytes).isEmpty());
        QProcess render;
        render.start("pdftoppm", {"-r", "203.2", dir.filePath("p.pdf"), dir.filePath("p")});
        QVERIFY(render.waitForFinished(-1) && render.exitCode() == 0);
        looksRight(QImage(dir.filePath("p-1.ppm")), 8);
        const QImage second(dir.filePath("p-2.ppm"));
        QVERIFY(!second.isNull());
        looksRight(second.copy(240, 200, 720, 480), 12); // moved and one and a half times as large
    }

    // Well-formed, with the image inside and the clip it refers to.
    void svg() {
        const std::string text = svgOf(sample());
        QXmlStreamReader xml(QByteArray::fromStdString(text));
        QStringList clips, used;
        QString title;
        int images = 0;
        while (!xml.atEnd()) {
            if (xml.readNext() != QXmlStreamReader::StartElement)
                continue;
            const auto at = xml.attributes();
            if (xml.name() == u"clipPath")
                clips << at.value("id").toString();
            if (at.hasAttribute("clip-path"))
                used << at.value("clip-path").toString();
            if (xml.name() == u"title")
                title = xml.readElementText();
            if (xml.name() == u"image") {
                ++images;
                const QString href = at.value("href").toString();
                QVERIFY(href.startsWith("data:image/png;base64,"));
                const QImage inside = QImage::fromData(
                    QByteArray::fromBase64(href.section(',', 1).toLatin1()), "PNG");
                QCOMPARE(inside.size(), QSize(across, across));
                QCOMPARE(inside.pixel(across - 1, 0), 0xff00ff00);
            }
        }
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
        QCOMPARE(title, QString("Sample & co"));
        QCOMPARE(images, 1);
        QCOMPARE(clips, QStringList{"clip-1"});
        QCOMPARE(used, QStringList{"url(#clip-1)"});
        // A drawing at true scale has a group for each kind of line that is there.
        const std::string whole = svgDrawing("Sample", {sample(), sample()});
        QVERIFY(whole.find("width=\"60mm\" height=\"90mm\"") != std::string::npos);
        QVERIFY(whole.find("<g id=\"valley\"") != std::string::npos);
        QVERIFY(whole.find("<g id=\"mountain\"") == std::string::npos);
        QVERIFY(whole.find("data-of=\"box1.tip\"") != std::string::npos);
        QVERIFY(whole.find("clip-2") != std::string::npos); // an id of its own for each
    }

    // Lines are no wider than there is room for, and nothing of the text is lost.
    void wordsAreBroken() {
        const std::string text = "The 8:15 from Quillmere Halt calls at all stations to "
                                 "Upper Tarn, where the café is open until noon.";
        for (const double most : {20.0, 45.0, 400.0}) {
            const auto lines = linesOf(text, 4, most);
            std::string joined;
            for (const std::string& line : lines)
                joined += (joined.empty() ? "" : " ") + line;
            QCOMPARE(joined, text);
            QVERIFY(most > 300 ? lines.size() == 1 : lines.size() > 1);
        }
        QVERIFY(linesOf(text, 4, 20).size() > linesOf(text, 4, 45).size());
        QCOMPARE(linesOf("", 4, 20).size(), size_t(1));
    }

    // In the shipped face, embedded; letters it lacks are set all the same.
    void theFaceTravels() {
        PdfPages pdf("Letters");
        pdf.page(100, 40);
        Picture p;
        p.write({5, 10}, "Café Ω ½", 6, -1);
        pdf.paint(p);
        auto bytes = pdf.finish();
        QVERIFY(bytes);
        QTemporaryDir dir;
        QVERIFY(!written(dir.filePath("l.pdf"), *bytes).isEmpty());
        QProcess fonts, words;
        fonts.start("pdffonts", {dir.filePath("l.pdf")});
        QVERIFY(fonts.waitForFinished(-1));
        const QString used = QString::fromUtf8(fonts.readAllStandardOutput());
        QVERIFY2(used.contains("Cabin"), qPrintable(used));
        words.start("pdftotext", {dir.filePath("l.pdf"), "-"});
        QVERIFY(words.waitForFinished(-1));
        QVERIFY(QString::fromUtf8(words.readAllStandardOutput()).contains("Café"));
    }
};

HL_TEST(Backends)
#include "backends.moc"
