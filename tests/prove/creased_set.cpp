// A creased set of panels held by both arms of a twist is over-determined: it works only as far as
// its paper bends, which is told with the amount. Held by one arm, it folds.
#include "core/assemble/assemble.h"
#include "tests/edit/sheets.h"
#include "tests/support.h"
#include <QtTest>

using namespace hl;
using namespace hl::test;

namespace {

// Four panels in a row between the left face of the upper and the right face of the lower arm.
Design twist(double alpha) {
    Design d = card(200, 200);
    d = with(d, "x-fold", "card.spine",
             {{"alpha", QString::number(alpha).toStdString()}, {"arm", "40"}, {"plates", "none"}});
    return sheet(d, "set", "14 | 18 | 18 | 14, V M V; height 24");
}
Design heldAbove(const Design& d) {
    return joined(d, "set.panel-1", "x-fold1.upper-left",
                  {{"line", "fold-1"},
                   {"onto_line", "top"},
                   {"off", "24 mm"},
                   {"along", "20 mm"},
                   {"zone", "third left"}});
}
double worstMisfit(const Case& c) {
    double worst = 0;
    for (const Pose& p : c.poses)
        worst = std::max(worst, p.misfit());
    return worst;
}

} // namespace

class CreasedSet : public QObject {
    Q_OBJECT
  private slots:
    void heldByOneArmItFolds() {
        const Design d = heldAbove(twist(45));
        const Case c(d, *assemble(d));
        QVERIFY(worstMisfit(c) < 1e-6);
        QVERIFY(first(prove(c), "misfit") == nullptr);
    }
    void heldByBothHowFarItBendsIsTold() {
        const Design d = joined(heldAbove(twist(45)), "set.panel-4", "x-fold1.lower-right",
                                {{"line", "fold-3"},
                                 {"onto_line", "bottom"},
                                 {"off", "24 mm"},
                                 {"along", "-20 mm"},
                                 {"zone", "third right"}});
        const Case c(d, *assemble(d));
        const auto found = prove(c);
        const Finding* f = first(found, "misfit");
        QVERIFY(f && f->severity == Severity::Stop && f->amount > 5);
        QVERIFY(f->message.find("bend or tear") != std::string::npos);
        // The worst of what is told is the worst of the motion.
        double told = 0;
        for (const Finding& one : found)
            if (one.rule == "misfit")
                told = std::max(told, one.amount);
        QVERIFY(std::fabs(told - worstMisfit(c)) < 0.02 * told);
        QVERIFY(std::any_of(found.begin(), found.end(), [](const Finding& one) {
            return one.rule == "misfit" && one.message.find("fourth panel") != std::string::npos;
        }));
    }
};

QTEST_GUILESS_MAIN(CreasedSet)
#include "creased_set.moc"
