// Pictures cut out along what is not transparent: their outline against shapes whose area is known,
// the picture cropped to it, and printed as large as the topper whatever becomes of its size.
#include "core/dress/traced.h"
#include "core/assemble/assemble.h"
#include "core/assembly/print_place.h"
#include "core/design/images.h"
#include "core/dress/drawing.h"
#include "core/dress/dress.h"
#include "core/edit/tell.h"
#include "core/files/hlantern.h"
#include "core/picture/png.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

// A picture in which `solid` says where there is something.
template<class F> std::string png(int width, int height, F solid) {
    Pixels p;
    p.width = width;
    p.height = height;
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x)
            p.argb.push_back(solid(x + 0.5, y + 0.5) ? 0xff3060a0u : 0u);
    return pngOf(p);
}
double areaIn(const std::vector<Point>& outline) {
    Ring ring;
    for (const Point& p : outline)
        ring.emplace_back(p.x.mm(), p.y.mm());
    return std::fabs(areaOf(ring));
}

} // namespace

class Traced : public QObject {
    Q_OBJECT
  private slots:
    void outlinesAreThoseOfTheShapes_data() {
        QTest::addColumn<QByteArray>("bytes");
        QTest::addColumn<double>("width"); // mm
        QTest::addColumn<double>("height");
        QTest::addColumn<double>("area");
        const auto row = [](const char* name, const std::string& bytes, double w, double h,
                            double area) {
            QTest::newRow(name) << QByteArray::fromStdString(bytes) << w << h << area;
        };
        row("disc",
            png(240, 260, [](double x, double y) { return std::hypot(x - 130, y - 120) < 100; }),
            40, 40, std::acos(-1.0) * 400);
        row("oblong",
            png(300, 200,
                [](double x, double y) { return x > 40 && x < 240 && y > 60 && y < 160; }),
            40, 20, 800);
        // Only the larger of two is cut out, and a hole in it is paper.
        row("two, the larger with a hole",
            png(400, 200,
                [](double x, double y) {
                    return (std::hypot(x - 100, y - 100) < 80 &&
                            std::hypot(x - 100, y - 100) > 30) ||
                           std::hypot(x - 320, y - 100) < 20;
                }),
            40, 40, std::acos(-1.0) * 400);
        row("upright triangle",
            png(260, 420,
                [](double x, double y) {
                    return y > 10 && y < 410 && std::fabs(x - 130) < (y - 10) / 4;
                }),
            20, 40, 400);
    }
    void outlinesAreThoseOfTheShapes() {
        QFETCH(QByteArray, bytes);
        QFETCH(double, width);
        QFETCH(double, height);
        QFETCH(double, area);
        const auto cut = tracedFrom(bytes.toStdString());
        QVERIFY2(cut, cut ? "" : cut.problem().text().c_str());
        QVERIFY(std::fabs(cut->width - width) < 0.3 && std::fabs(cut->height - height) < 0.3);
        QVERIFY2(std::fabs(areaIn(cut->outline) - area) < 0.015 * area,
                 qPrintable(QString::number(areaIn(cut->outline))));
        // The picture that goes with it shows nothing but what was cut out.
        const auto picture = pixelsOf(cut->picture);
        QVERIFY(picture);
        QVERIFY(std::fabs(double(picture->width) / picture->height - width / height) < 0.02);
        for (const Point& p : cut->outline)
            QVERIFY(p.x.mm() > -0.3 && p.x.mm() < cut->width + 0.3 && p.y.mm() > -0.3 &&
                    p.y.mm() < cut->height + 0.3);
    }
    void upIsUp() { // a wedge with its point at the top of the picture
        const auto cut = tracedFrom(
            png(200, 200, [](double x, double y) { return std::fabs(x - 100) < y / 2; }));
        QVERIFY(cut);
        double top = 0;
        for (const Point& p : cut->outline)
            if (p.y.mm() > 38)
                top = std::max(top, std::fabs(p.x.mm() - 20));
        QVERIFY(top < 2);
    }
    void whatHasNoOutlineIsTold_data() {
        QTest::addColumn<QByteArray>("bytes");
        QTest::addColumn<QString>("word");
        const auto row = [](const char* name, const std::string& bytes, const char* word) {
            QTest::newRow(name) << QByteArray::fromStdString(bytes) << word;
        };
        row("nothing round it", png(40, 40, [](double, double) { return true; }), "transparent");
        row("nothing in it", png(40, 40, [](double, double) { return false; }), "transparent");
        row("cut short", png(40, 40, [](double x, double) { return x < 20; }).substr(0, 60), "");
        row("no picture", "\x89PNG and no more", "");
    }
    void whatHasNoOutlineIsTold() {
        QFETCH(QByteArray, bytes);
        QFETCH(QString, word);
        const Design d = card();
        const Case c(d, *assemble(d));
        for (const auto& problem :
             {tracedFrom(bytes.toStdString()).problem(),
              layDrawing(d, c, "card.page-right", "owl.png", bytes.toStdString(), {}).problem()}) {
            QVERIFY(QString::fromStdString(problem.text()).contains(word));
            QVERIFY(!problem.remedy.empty());
        }
    }
    // On a panel it is a topper in its own picture, which grows with it, and is kept in files.
    void thePictureIsAsLargeAsTheTopper() {
        const std::string owl = png(
            300, 200, [](double x, double y) { return x > 40 && x < 240 && y > 60 && y < 160; });
        const Design d = card();
        const Case c(d, *assemble(d));
        auto laid = layDrawing(d, c, "card.page-right", "art/owl.png", owl, {{"width", "60 mm"}});
        QVERIFY2(laid, laid ? "" : laid.problem().text().c_str());
        Design now = laid->first;
        QVERIFY(std::fabs(measuresOf(now, laid->second)->at("height") - 30) < 0.5);
        for (const char* width : {"60 mm", "33 mm"}) {
            const auto set = tell(now, laid->second, {{"width", width}, {"height", "28 mm"}});
            QVERIFY2(set, set ? "" : set.problem().text().c_str());
            now = *set;
            const Assembly a = *assemble(now);
            const int part = a.part(laid->second);
            const Print print = printOf(now, stockOf(now, a.parts[size_t(part)]));
            const PrintPlace at = printPlace(now, a, part, print, nullptr);
            Vec2 low(1, 1), high(0, 0);
            for (int p : a.parts[size_t(part)].panels)
                for (const Vec2& q : a.panels[size_t(p)].outline) {
                    low = low.cwiseMin(at.at(q));
                    high = high.cwiseMax(at.at(q));
                }
            QVERIFY(low.norm() < 1e-6 && (high - Vec2(1, 1)).norm() < 1e-6);
        }
        // It is there to be seen: dressing all lays nothing on it.
        const Case shown(now, *assemble(now));
        for (const Proposal& p : proposalsFor(shown, schemes().front(), 20))
            QVERIFY2(ownerOf(p.panel) != laid->second, p.panel.c_str());
        const std::string file = designToText(now);
        QVERIFY(file.find("\"version\": 6") != std::string::npos &&
                file.find("\"fitted\": true") != std::string::npos);
        const auto again = designFromText(file);
        QVERIFY(again && *again == now);
    }
};

HL_TEST(Traced)
#include "traced.moc"
