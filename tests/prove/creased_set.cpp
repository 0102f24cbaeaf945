// A creased set of panels held by both arms of a twist is over-determined: it works only as far as
// its paper bends, which is told with the amount. Held by one arm, it folds.
#include "core/assemble/assemble.h"
#include "tests/drawn.h"
#include "tests/edit/sheets.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <algorithm>
#include <cmath>

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
// A set of four panels whose creases run to the crossing, or `aside` of it (mm): a fan of 40, 90,
// 45 and 40 degrees, from the upper arm's crease to where the lower arm stands on its page.
Design fanned(double aside) {
    const auto out = [](double r, double degrees) {
        return at(r * std::cos(degrees * pi / 180), r * std::sin(degrees * pi / 180));
    };
    constexpr double near = 6, far = 34; // mm from the crossing
    FreePart fan;
    fan.id = "fan";
    for (double a : {130, 110, 90, 60, 30, 0, -45, -65, -85})
        fan.outline.push_back(out(far, a));
    for (double a : {-85, -65, -45, 0, 30, 60, 90, 110, 130})
        fan.outline.push_back(out(near, a));
    std::reverse(fan.outline.begin(), fan.outline.end());
    for (const auto& [a, kind] :
         {std::pair{90.0, LineKind::Mountain}, {0.0, LineKind::Valley}, {-45.0, LineKind::Valley}})
        fan.lines.push_back(line("fold-" + std::to_string(fan.lines.size() + 1), kind,
                                 {out(near, a), out(far, a)}));
    Design d = with(card(200, 200), "x-fold", "card.spine",
                    {{"alpha", "45"}, {"arm", "40"}, {"plates", "none"}});
    d.parts.push_back(fan);
    d = joined(d, "fan.fold-1-left", "x-fold1.upper-left",
               {{"line", "fold-1"}, {"onto_line", "upper-arm"}, {"zone", "clear right 3 mm"}});
    // Centred, the crease is that far from the crossing which lies at the end of the diagonal.
    const double along = 40 / std::sqrt(2.0) - (near + far) / 2 + aside;
    return joined(d, "fan.fold-3-right", "x-fold1.lower-right",
                  {{"line", "fold-3"},
                   {"onto_line", "lower-right-diagonal"},
                   {"along", QString("%1 mm").arg(along, 0, 'f', 6).toStdString()}});
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
        QVERIFY(f->code == "misfit.binds");
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
    // Where all creases run to the crossing the set turns about one point, as the arms do, and
    // closes: between the arm's crease and the foot of the other arm lies the third side of a
    // spherical triangle whose other two are the set's own angles, 90 and 45 degrees.
    void runningToTheCrossingItCloses() {
        const Design d = fanned(0);
        const Case c(d, *assemble(d));
        QVERIFY2(worstMisfit(c) < 1e-4, qPrintable(QString::number(worstMisfit(c))));
        QVERIFY(first(prove(c), "misfit") == nullptr);
        const int fold = c.assembly.crease("fan.fold-2");
        QVERIFY(fold >= 0);
        for (double opening : {15.0, 60.0, 90.0, 130.0, 170.0}) {
            const double half = opening / 2 * pi / 180, alpha = pi / 4;
            const double gamma = 2 * std::atan(std::tan(alpha) * std::cos(half));
            const double cosApart = -std::cos(alpha) * std::cos(gamma) +
                                    std::sin(alpha) * std::cos(half) * std::sin(gamma);
            // cos d = cos 90 cos 45 + sin 90 sin 45 cos B
            const double between = std::acos(cosApart / std::sin(pi / 4));
            const Pose p = poseAt(c.linkage, c.motion, opening);
            QVERIFY2(std::fabs(pi - std::fabs(p.angles[size_t(fold)]) - between) < 1e-4,
                     qPrintable(QString::number(opening)));
        }
    }
    void besideTheCrossingItBendsByWhatIsTold() {
        double last = 0;
        for (double aside : {1.0, 3.0}) {
            const Design d = fanned(aside);
            const Case c(d, *assemble(d));
            QVERIFY(worstMisfit(c) > last + 0.1);
            last = worstMisfit(c);
            const auto found = prove(c);
            const Finding* f = first(found, "misfit");
            QVERIFY(f && std::fabs(f->amount - last) < 0.02 * last);
        }
    }
};

HL_TEST(CreasedSet)
#include "creased_set.moc"
