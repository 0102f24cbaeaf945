// Pictures of the maker's own: what a file is, how it travels with the design, what is damaged.
#include "core/assemble/assemble.h"
#include "core/design/images.h"
#include "core/design/limits.h"
#include "core/design/tiles.h"
#include "core/edit/copies.h"
#include "core/edit/papers.h"
#include "core/files/hlantern.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QBuffer>
#include <QImage>
#include <QtTest>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

std::string file(const char* format, int width, int height, double mmWide) {
    QImage image(width, height, QImage::Format_RGB32);
    image.fill(Qt::darkGreen);
    image.setDotsPerMeterX(int(width / mmWide * 1000 + 0.5));
    image.setDotsPerMeterY(int(width / mmWide * 1000 + 0.5));
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, format);
    return bytes.toStdString();
}

const std::string drawing = "<?xml version=\"1.0\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" "
                            "width=\"8cm\" height=\"4cm\" viewBox=\"0 0 200 100\"></svg>";

} // namespace

class OwnImages : public QObject {
    Q_OBJECT
  private slots:
    void whatAFileIs() {
        const auto png = imageInfo(Bytes(file("PNG", 300, 150, 60)));
        QVERIFY(png && png->kind == ImageInfo::Png && png->width == 300 && png->height == 150);
        QVERIFY(std::fabs(png->realWidth - 60) < 0.05);
        const auto jpeg = imageInfo(Bytes(file("JPEG", 300, 150, 60)));
        QVERIFY(jpeg && jpeg->kind == ImageInfo::Jpeg && jpeg->width == 300 && jpeg->height == 150);
        QVERIFY(std::fabs(jpeg->realWidth - 60) < 0.5); // whole dots to the inch
        const auto svg = imageInfo(Bytes(drawing));
        QVERIFY(svg && svg->kind == ImageInfo::Svg && svg->realWidth == 80 && svg->height == 100);
        for (const char* bad :
             {"", "not a picture", "\x89PNG\r\n\x1a\n", "<svg>", "<svg width=\"-3\" height=\"0\">"})
            QVERIFY(!imageInfo(Bytes(bad)));
        // Cut short or mangled anywhere: a problem or a size, and no more than that.
        std::mt19937 chance(3);
        for (const std::string& whole :
             {file("PNG", 40, 30, 20), file("JPEG", 40, 30, 20), drawing})
            for (int n = 0; n < 400; ++n) {
                std::string bytes = whole.substr(0, 1 + chance() % whole.size());
                for (int k = 0; k < 3; ++k)
                    bytes[chance() % bytes.size()] = char(chance());
                if (auto info = imageInfo(Bytes(bytes)))
                    QVERIFY(info->width >= 1 && info->height >= 1 && info->realWidth >= 0);
            }
    }
    void base64ComesBack() {
        std::mt19937 chance(4);
        for (size_t n = 0; n < 70; ++n) {
            std::string bytes(n, ' ');
            for (char& c : bytes)
                c = char(chance());
            const std::string text = base64Text(bytes);
            QCOMPARE(QByteArray::fromStdString(text), QByteArray::fromStdString(bytes).toBase64());
            QVERIFY(fromBase64(text) == bytes);
        }
        for (const char* bad : {"A", "AB=C", "====", "A===", "AB C", "AB\xc3\xa4="})
            QVERIFY2(!fromBase64(bad), bad);
    }
    void travelsWithTheDesign() {
        Design d = card();
        const std::string photo = file("PNG", 300, 150, 60);
        auto printed = printWith(d, "card", "/somewhere/photo.png", photo);
        QVERIFY(printed && printed->images.size() == 1);
        QCOMPARE(printed->images[0].name, std::string("photo.png"));
        const Print p = printOf(*printed, printed->stocks[0]);
        QVERIFY(!p.plain() && std::fabs(p.width - 60) < 0.05 && std::fabs(p.height - 30) < 0.05);
        QVERIFY(hasUpperEnd(printed->stocks[0]));
        auto back = designFromText(designToText(*printed));
        QVERIFY2(back, back ? "" : back.problem().text().c_str());
        QVERIFY(*back == *printed);
        // Shared, not repeated: the same bytes once, in every copy of the design.
        Design more = *printed;
        Stock second = more.stocks[0];
        second.id = "second";
        second.image.clear();
        more.stocks.push_back(second);
        auto both = printWith(more, "second", "other.png", photo);
        QVERIFY(both && both->images.size() == 1 && both->stocks[1].image == both->stocks[0].image);
        const Design copy = *both;
        QCOMPARE(copy.images[0].data.text().data(), printed->images[0].data.text().data());
        // Taken off everywhere it goes.
        auto one = printWith(*both, "second", "", "");
        QVERIFY(one && one->images.size() == 1 && one->stocks[1].image.empty());
        QVERIFY(printWith(*one, "card", "", "")->images.empty());
        // It comes along when something is pasted into another design.
        Design boxed = with(*both, "box", "card.spine");
        boxed.structures[0].stock = "second";
        auto pasted = pasteStructure(card(), copyStructure(boxed, "box1"), "card.spine");
        QVERIFY2(pasted, pasted ? "" : pasted.problem().text().c_str());
        QCOMPARE(pasted->first.images.size(), size_t(1));
        QVERIFY(!printOf(pasted->first, pasted->first.paper(pasted->first.structures[0].stock))
                     .plain());
    }
    void whatIsWrongIsTold() {
        const Design d = card();
        QVERIFY(!printWith(d, "card", "a.png", "nothing of the kind"));
        QVERIFY(!printWith(d, "nothing", "a.png", file("PNG", 4, 4, 4)));
        const auto large = printWith(d, "card", "a.png", std::string(limits::image + 1, 'x'));
        QVERIFY(!large && large.problem().text().find("MB") != std::string::npos);
        // A design whose picture is missing or damaged opens, is plain, and says so.
        Design lost = *printWith(d, "card", "photo.png", file("PNG", 30, 15, 60));
        for (bool damaged : {false, true}) {
            if (damaged)
                lost.images = {{"image-1", "photo.png", Bytes(std::string("rubbish"))}};
            else
                lost.images.clear();
            auto open = designFromText(designToText(lost));
            QVERIFY(open && printOf(*open, open->stocks[0]).plain());
            const Case c(*open, *assemble(*open));
            const auto found = prove(Evidence(c, {}));
            const Finding* f = first(found, "dressing");
            QVERIFY(f && f->message.find(damaged ? "damaged" : "not in this design") !=
                             std::string::npos);
            lost.stocks[0].image = "image-1";
        }
        // In a file: no base64, twice the same id.
        const std::string text = designToText(*printWith(d, "card", "p.png", file("PNG", 4, 4, 4)));
        std::string broken = text;
        broken.replace(broken.find("\"data\": \"") + 9, 4, "!!!!");
        const auto refused = designFromText(broken);
        QVERIFY(!refused &&
                refused.problem().text().find("images, entry 1, data") != std::string::npos);
    }
};

HL_TEST(OwnImages)
#include "own_images.moc"
