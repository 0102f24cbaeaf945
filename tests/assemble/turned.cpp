// A panel that is glued by its middle and turned where it lies.
#include "core/measure/number.h"
#include "tests/edit/sheets.h"
#include "tests/program.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QtTest>
#include <random>

using namespace hl;
using namespace hl::test;

class Turned : public QObject {
    Q_OBJECT
  private slots:
    // Whichever face lies on whichever, it turns counter-clockwise as one sees it, about its
    // middle.
    void asOneSeesIt() {
        const auto place = [](bool held, bool onto, const std::string& turn) {
            Design d = *newDesign(Measure::fromMm(120), Measure::fromMm(160), SpineSide::Left,
                                  Unit::Millimetre);
            d = sheet(d, "plate", "30 x 20");
            d = joined(d, "plate.sheet", "card.page-right",
                       {{"side", held ? "face" : "back"},
                        {"onto_side", onto ? "face" : "back"},
                        {"turn", turn}});
            return assemble(d)->joins.front().place;
        };
        const Vec2 middle(15, 10), right(30, 10);
        for (const bool held : {true, false})
            for (const bool onto : {true, false})
                for (const auto& [word, degrees] : {std::pair{"quarter", 90.0},
                                                    {"half", 180.0},
                                                    {"three quarters", 270.0},
                                                    {"30", 30.0},
                                                    {"-12.5 deg", -12.5}}) {
                    const Rigid straight = place(held, onto, "none"),
                                turned = place(held, onto, word);
                    const Vec3 m = straight.at(middle);
                    QVERIFY((turned.at(middle) - m).norm() < 1e-9);
                    const Vec3 was = straight.at(right) - m, is = turned.at(right) - m;
                    const double by = (onto ? 1 : -1) * degrees * pi / 180; // seen from that side
                    const Vec3 wanted(std::cos(by) * was.x() - std::sin(by) * was.y(),
                                      std::sin(by) * was.x() + std::cos(by) * was.y(), was.z());
                    QVERIFY2((is - wanted).norm() < 1e-9, word);
                }
    }

    // Without a zone it sticks wherever it lies on what it is glued to, and hangs free beyond: as
    // much as two rectangles have in common. Where that is next to nothing, it is told.
    void itSticksWhereItLies() {
        const double wide = 120, high = 160;
        std::mt19937 chance(20261201);
        const auto between = [&](double low, double most) {
            return std::uniform_real_distribution<>(low, most)(chance);
        };
        int parted = 0, told = 0;
        for (int n = 0; n < scaled(60); ++n) {
            Design d = *newDesign(Measure::fromMm(wide), Measure::fromMm(high), SpineSide::Left,
                                  Unit::Millimetre);
            d = sheet(d, "plate", "30 x 20");
            d = joined(d, "plate.sheet", "card.page-right",
                       {{"line", "left"},
                        {"onto_line", "right"},
                        {"side", n % 2 ? "face" : "back"},
                        {"off", numberText(between(-20, 60), 2) + " mm"},
                        {"along", numberText(between(-86, 86), 2) + " mm"}});
            const Assembly a = *assemble(d);
            const Join& j = a.joins.front();
            Vec2 low(1e9, 1e9), most(-1e9, -1e9);
            for (const Vec2& p : a.panels[size_t(j.tab)].outline) {
                low = low.cwiseMin(j.place.at(p).head<2>());
                most = most.cwiseMax(j.place.at(p).head<2>());
            }
            Vec2 from(1e9, 1e9), to(-1e9, -1e9); // of the page
            for (const Vec2& p : a.panels[size_t(j.landing)].outline) {
                from = from.cwiseMin(p);
                to = to.cwiseMax(p);
            }
            const Vec2 both = (most.cwiseMin(to) - low.cwiseMax(from)).cwiseMax(0);
            const double shared = both.x() * both.y();
            if (std::fabs(shared - 0.2 * 600) < 1)
                continue; // on the edge of being told
            double sticks = 0;
            for (const Ring& ring : adhesiveOf(a, j))
                sticks += std::fabs(areaOf(ring));
            const bool little = shared < 0.2 * 600;
            QVERIFY2(std::fabs(sticks - (little ? 600 : shared)) < 0.01,
                     qPrintable(QString("%1 of %2").arg(sticks).arg(shared)));
            const auto found = prove(Case(d, a));
            QCOMPARE(first(found, "landing") != nullptr, little);
            parted += !little && shared < 599;
            told += little;
        }
        QVERIFY2(parted > 5 && told > 2, qPrintable(QString("%1 %2").arg(parted).arg(told)));
    }
};

HL_TEST(Turned)
#include "turned.moc"
