// Toppers and words dragged on their panel: places that draw them, corners, the knob.
#include "core/edit/laid.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

std::shared_ptr<const Case> foldUp(const Design& d) {
    return std::make_shared<const Case>(d, *assemble(d));
}
// A topper of 20 x 12 mm on the right page of 140 x 140 mm.
Design topped(double across, double along, double turn = 0) {
    const auto mm = [](double v) { return std::to_string(v) + " mm"; };
    return with(card(), "topper", "card.page-right",
                {{"width", "20"},
                 {"height", "12"},
                 {"across", mm(across)},
                 {"along", mm(along)},
                 {"turn", std::to_string(turn)}});
}
double mmOf(const Dragged& d, const char* name) { return d.set.at(name).mm(); }

} // namespace

class LaidTest : public QObject {
    Q_OBJECT

  private slots:
    void itIsWhereItWasPut() {
        const auto c = foldUp(topped(50, 40, 30));
        const auto laid = laidOf(*c, "topper1");
        QVERIFY(laid && laid->sized);
        QCOMPARE(c->assembly.panels[size_t(laid->host)].id, std::string("card.page-right"));
        // Its corners are those of the panel as it lies there.
        const Join& j = *c->assembly.joinsOf(c->assembly.panel("topper1.topper")).front();
        const Ring& own = c->assembly.panels[size_t(j.tab)].outline;
        for (int i = 0; i < 4; ++i) {
            double nearest = 1e300;
            for (const Vec2& p : own)
                nearest =
                    std::min(nearest, (Vec2(j.place.at(p).head<2>()) - laid->corner(i)).norm());
            QVERIFY(nearest < 1e-6);
        }
        QVERIFY(!laidOf(*c, "card") && !laidOf(*c, "nothing"));
        QVERIFY(!laidOf(*foldUp(with(card(), "box", "card.spine")), "box1"));
    }

    // Finely, it follows the pointer; else it goes by the ruler, and to what it can be even with.
    void theMiddleFollowsThePointer() {
        std::mt19937 source(7);
        std::uniform_real_distribution<double> by(-25, 25);
        const auto c = foldUp(topped(55, 45));
        const auto laid = laidOf(*c, "topper1");
        for (int n = 0; n < 200; ++n) {
            const double dx = by(source), dy = by(source);
            const Vec2 to = laid->middle() + dx * laid->right + dy * laid->up;
            const Dragged fine = dragLaid(*c, *laid, Hold::Middle, laid->middle(), to, 3, true);
            QVERIFY(std::fabs(mmOf(fine, "across") - 55 - dx) < 1e-5);
            QVERIFY(std::fabs(mmOf(fine, "along") - 45 - dy) < 1e-5);
            QVERIFY(fine.guides.empty());
            const Dragged ruled = dragLaid(*c, *laid, Hold::Middle, laid->middle(), to, 3, false);
            for (auto [name, wanted] : {std::pair{"across", 55 + dx}, {"along", 45 + dy}}) {
                const double at = mmOf(ruled, name);
                const bool even = std::any_of(ruled.guides.begin(), ruled.guides.end(),
                                              [](auto& g) { return !g.why.empty(); });
                QVERIFY(std::fabs(at - wanted) <= (even ? 3 : 0.25) + 1e-9);
                QVERIFY(even || std::fabs(std::remainder(at, 0.5)) < 1e-6);
            }
        }
    }

    void itIsDrawnToMiddlesEdgesAndGaps_data() {
        QTest::addColumn<double>("from");
        QTest::addColumn<double>("to");
        QTest::addColumn<QString>("why");
        QTest::newRow("the panel's middle") << 68.8 << 70.0 << "middle";
        QTest::newRow("its left edge") << 11.5 << 10.0 << "edge";
        QTest::newRow("its right edge") << 128.4 << 130.0 << "edge";
        // Another one lies from 20 to 40 and one from 100 to 120.
        QTest::newRow("even with the other's middle") << 31.4 << 30.0 << "middle";
        QTest::newRow("between the two") << 71.2 << 70.0 << "middle";
        QTest::newRow("its edge on the other's") << 51.0 << 50.0 << "gap";
    }
    void itIsDrawnToMiddlesEdgesAndGaps() {
        QFETCH(double, from);
        QFETCH(double, to);
        QFETCH(QString, why);
        Design d = topped(60, 30);
        for (const char* across : {"30", "110"})
            d = with(d, "topper", "card.page-right",
                     {{"width", "20"}, {"height", "12"}, {"across", across}, {"along", "100"}});
        const auto c = foldUp(d);
        const auto laid = laidOf(*c, "topper1");
        const Vec2 at = laid->middle() + (from - 60) * laid->right;
        const Dragged next = dragLaid(*c, *laid, Hold::Middle, laid->middle(), at, 2, false);
        QVERIFY2(std::fabs(mmOf(next, "across") - to) < 1e-6,
                 std::to_string(mmOf(next, "across")).c_str());
        const bool said = std::any_of(next.guides.begin(), next.guides.end(), [&](auto& g) {
            return QString::fromStdString(g.why) == why;
        });
        QVERIFY2(said, qPrintable(why));
        // And no farther than it is told to look.
        const Dragged near = dragLaid(*c, *laid, Hold::Middle, laid->middle(), at, 0.1, false);
        QVERIFY(std::fabs(mmOf(near, "across") - from) <= 0.25 + 1e-9);
    }

    // A corner comes to lie under the pointer, the middle stays; whatever its turn.
    void aCornerMakesItAnotherSize() {
        for (const double turn : {0.0, 30.0, -110.0}) {
            const auto c = foldUp(topped(60, 60, turn));
            const auto laid = laidOf(*c, "topper1");
            for (int i = 0; i < 4; ++i) {
                const Vec2 to = laid->middle() + 1.7 * (laid->corner(i) - laid->middle());
                const Dragged next =
                    dragLaid(*c, *laid, Hold::Corner, laid->corner(i), to, 1, true);
                QVERIFY(std::fabs(mmOf(next, "width") - 34) < 1e-5);
                QVERIFY(std::fabs(mmOf(next, "height") - 20.4) < 1e-5);
            }
            const Dragged least =
                dragLaid(*c, *laid, Hold::Corner, laid->corner(0), laid->middle(), 1, false);
            QCOMPARE(mmOf(least, "width"), 2.0);
        }
    }

    void theKnobTurnsIt() {
        const auto c = foldUp(topped(60, 60));
        const auto laid = laidOf(*c, "topper1");
        const Vec2 knob = laid->knob(8);
        for (const double by : {-170.0, -44.0, 3.0, 61.0, 179.0}) {
            const double t = by * pi / 180;
            const Vec2 off = knob - laid->middle();
            const Vec2 to = laid->middle() + Vec2(std::cos(t) * off + std::sin(t) * leftOf(off));
            const double fine =
                dragLaid(*c, *laid, Hold::Knob, knob, to, 1, true).set.at("turn").degrees();
            QVERIFY(std::fabs(fine - by) < 1e-4);
            const double even =
                dragLaid(*c, *laid, Hold::Knob, knob, to, 1, false).set.at("turn").degrees();
            QVERIFY(std::fabs(std::remainder(even, 15)) < 1e-6 ||
                    std::fabs(even - std::round(by)) < 1e-6);
            QVERIFY(std::fabs(std::remainder(even - by, 360)) < 4.01);
        }
    }

    // Words keep their shape and are made higher as a whole.
    void wordsGrowAsAWhole() {
        const Design d = with(card(), "words", "card.page-right", {{"height", "6"}});
        const auto c = foldUp(d);
        const auto laid = laidOf(*c, "words1");
        QVERIFY(laid && !laid->sized && laid->width > 3 * laid->height);
        const Vec2 to = laid->middle() + 1.5 * (laid->corner(2) - laid->middle());
        const Dragged next = dragLaid(*c, *laid, Hold::Corner, laid->corner(2), to, 1, true);
        QCOMPARE(next.set.size(), size_t(1));
        QVERIFY(std::fabs(mmOf(next, "height") - 9) < 1e-4);
    }
};

HL_TEST(LaidTest)
#include "laid.moc"
