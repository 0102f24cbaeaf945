// A panel that is glued by its middle and turned where it lies.
#include "tests/edit/sheets.h"
#include "tests/program.h"
#include <QtTest>

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
};

HL_TEST(Turned)
#include "turned.moc"
