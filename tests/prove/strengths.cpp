// What paper tears or cracks at, at distances that are known: two folds too near to one another, a
// slit that ends before a cut, fibres across the longest fold; and what the numbers say of a
// series.
#include "core/assemble/assemble.h"
#include "core/edit/tell.h"
#include "core/prove/facts.h"
#include "core/prove/prove.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;
using namespace hl::test;

namespace {

Design part(const std::string& say) {
    auto made = addPart(card(), "sheet", say);
    if (!made)
        qFatal("%s", made.problem().text().c_str());
    return made->first;
}
std::vector<Finding> strengths(const Design& d) {
    std::vector<Finding> out;
    for (const Finding& f : prove(Case(d, *assemble(d))))
        if (f.rule == "strength")
            out.push_back(f);
    return out;
}

} // namespace

class Strengths : public QObject {
    Q_OBJECT
  private slots:
    void twoFoldsTooNear_data() {
        QTest::addColumn<double>("between");
        QTest::addColumn<double>("weight");
        for (double weight : {200.0, 380.0})
            for (double between : {0.6, 1.0, 8.0})
                QTest::addRow("%g mm, %g g", between, weight) << between << weight;
    }
    void twoFoldsTooNear() {
        QFETCH(double, between);
        QFETCH(double, weight);
        Design d = part(QString("30 | %1 | 30, V M; height 60").arg(between).toStdString());
        d.stocks.front().weight = weight;
        const auto found = strengths(d);
        if (between > 5) {
            QVERIFY(found.empty());
            return;
        }
        if (found.empty()) { // thin paper bears it
            QVERIFY(weight < 300 && between >= 1);
            return;
        }
        QVERIFY2(std::fabs(found[0].amount - between) < 1e-6, found[0].message.c_str());
        QVERIFY(found[0].code == "strength.folds-near");
        QVERIFY(weight < 300 || found[0].remedy.find("lighter") != std::string::npos);
    }
    void aSlitThatEndsBeforeACut() {
        Design d = part("80 x 60");
        d.parts[0].lines = {line("slit-1", LineKind::Slit, {at(10, 30), at(39, 30)}),
                            line("slit-2", LineKind::Slit, {at(40, 10), at(40, 50)})};
        const auto found = strengths(d);
        QVERIFY(!found.empty());
        QVERIFY2(std::fabs(found[0].amount - 1) < 1e-6, found[0].message.c_str());
        QVERIFY(found[0].code == "strength.slit-near-cut");
        d.parts[0].lines[0].points[1] = at(30, 30);
        QVERIFY(strengths(d).empty());
    }
    void fibresAcrossTheLongestFold() {
        for (const Grain grain : {Grain::Upright, Grain::Sideways, Grain::Unknown}) {
            Design d = part("30 | 30, V; height 90"); // its fold runs upright
            d.stocks.front().grain = grain;
            d.stocks.front().weight = 300;
            d.stocks.push_back(d.stocks.front());
            d.stocks.back().id = "plain";
            d.stocks.back().grain = Grain::Unknown;
            d.card.stock = "plain";
            d.parts[0].stock = d.stocks.front().id;
            const auto found = strengths(d);
            QCOMPARE(found.empty(), grain != Grain::Sideways);
            if (!found.empty()) {
                QCOMPARE(found[0].amount, 90.0);
                QVERIFY(found[0].code == "strength.grain");
            }
        }
    }
    // Three of 20 mm at 10 mm gaps on a fold of 140: 30 and 30 are left.
    void aSeriesSaysItsGap() {
        Design d =
            with(card(140, 140), "box", "card.spine", {{"width", "20 mm"}, {"place", "30 mm"}});
        d = *tell(d, "box1", {{"count", "3"}, {"gap", "10 mm"}});
        const auto about = [](const Design& design) {
            std::string out;
            const Case c(design, *assemble(design));
            const Evidence e(c, {});
            for (const Fact& f : factsOf(e, curvesOf(e)))
                if (f.id == "gap")
                    out += f.text;
            return out;
        };
        QVERIFY2(about(d).find("10 mm apart; 30 mm are left at both ends") != std::string::npos,
                 about(d).c_str());
    }
};

HL_TEST(Strengths)
#include "strengths.moc"
