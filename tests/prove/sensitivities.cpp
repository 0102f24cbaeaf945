// Sensitivities against what closed cards say: with everything folded flat, a misfit is a sum of
// lengths along the fold.
#include "core/edit/edit.h"
#include "core/prove/sensitivity.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;

class Sensitivities : public QObject {
    Q_OBJECT
  private slots:
    // left + left_wall = right + right_wall: each of the four lengths counts in full.
    void ofABox() {
        const Design card = *newDesign(Measure::fromMm(120), Measure::fromMm(160), SpineSide::Left,
                                       Unit::Millimetre);
        auto added =
            addStructure(card, "box", "card.spine", {{"left", "30 mm"}, {"right", "25 mm"}});
        std::map<std::string, Sensitivity> by;
        const auto all = *sensitivities(added->first);
        for (auto& s : all)
            by[s.parameter] = s;
        QCOMPARE(by.size(), size_t(9)); // with how far the card opens
        for (const char* name : {"left", "right", "left_wall", "right_wall"}) {
            QVERIFY2(std::abs(by.at(name).rate - 1) < 0.02,
                     qPrintable(QString("%1 %2").arg(name).arg(by.at(name).rate)));
            QVERIFY(by.at(name).tab.rfind("box1", 0) == 0);
        }
        for (const char* name : {"place", "width", "tab", "opens"})
            QVERIFY2(by.at(name).rate < 1e-6,
                     qPrintable(QString("%1 %2").arg(name).arg(by.at(name).rate)));
        QVERIFY(all.front().rate >= all.back().rate);
        QVERIFY(say(by.at("left")).find("0.50 mm") != std::string::npos);
    }

    // A wall that follows to a length nobody could set is no reason to fall over.
    void ofAFollowerBeyondItsBounds() {
        const Design card = *newDesign(Measure::fromMm(120), Measure::fromMm(160), SpineSide::Left,
                                       Unit::Millimetre);
        auto added = addStructure(card, "v-fold", "card.spine", {{"base_left", "5 mm"}});
        QVERIFY(bool(added)); // the tab is 1.5 mm, below the least that can be set
        const auto all = sensitivities(added->first);
        QVERIFY(bool(all));
        QCOMPARE(all->size(), size_t(11)); // all but the tab, which follows
    }

    // Closed, an angle error of a V-fold swings the far end of a base crease: the length of that
    // crease times the angle.
    void ofAVFold() {
        const Design card = *newDesign(Measure::fromMm(120), Measure::fromMm(160), SpineSide::Left,
                                       Unit::Millimetre);
        auto added =
            addStructure(card, "v-fold", "card.spine",
                         {{"alpha_left", "50"}, {"beta_left", "80"}, {"base_left", "40 mm"}});
        const auto all = *sensitivities(added->first);
        for (auto& s : all)
            if (s.parameter == "alpha_left" || s.parameter == "beta_right") {
                const double swing = 40 * 3.14159265358979 / 180;
                QVERIFY2(std::abs(s.rate - swing) < 0.15 * swing,
                         qPrintable(
                             QString("%1 %2 %3").arg(s.parameter.c_str()).arg(s.rate).arg(swing)));
                QCOMPARE(s.quantity, Quantity::Angle);
            }
    }

    // Drawn strips too: an error of a foot's place or of the strip's length counts once; one at a
    // single end of the fold makes it skew, which is worse than its size.
    void ofADrawnStrip() {
        Design d = test::card();
        FreePart p = test::blank("strap", 80, 20);
        p.lines = {test::line("tip", LineKind::Mountain, {test::at(40, 0), test::at(40, 20)})};
        p.tabs = {test::tab("a", 4, Fold::Mountain), test::tab("b", 2, Fold::Mountain)};
        d.parts = {p};
        d.joins = {test::glue("strap.a", "card.page-left", -40, 60, -90),
                   test::glue("strap.b", "card.page-right", 40, 40, 90)};
        std::map<std::string, Sensitivity> by;
        const auto all = *sensitivities(d);
        for (auto& s : all)
            by[s.structure + " " + s.parameter] = s;
        for (auto [name, rate] : {std::pair{"glue-strap.a place x", 1.0},
                                  {"glue-strap.b place x", 1.0},
                                  {"strap width", 1.0},
                                  {"strap tip x1", 2.0}}) {
            QVERIFY2(by.count(name), name);
            QVERIFY2(by.at(name).rate > 0.5 * rate && by.at(name).rate < 3 * rate,
                     qPrintable(QString("%1 %2").arg(name).arg(by.at(name).rate)));
        }
    }
};

HL_TEST(Sensitivities)
#include "sensitivities.moc"
