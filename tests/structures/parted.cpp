// Steps as deep as the panel that they are cut from: what is left of the panel comes apart, the
// pieces go on folding as one, and the step hangs on what lies beyond the next fold. No paper is
// lost or made twice, and the card folds as without them.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/edit/tell.h"
#include "core/fold/case.h"
#include "core/make/parts_list.h"
#include "core/prove/evidence.h"
#include "tests/program.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

Design row(const std::string& say) {
    auto made = tell(card(), "card", {{"say", say}});
    if (!made)
        qFatal("%s", made.problem().text().c_str());
    return *made;
}
double paper(const Assembly& a) {
    double sum = 0;
    for (const Panel& p : a.panels) {
        sum += areaOf(p.outline);
        for (const Ring& hole : p.apertures)
            sum -= std::fabs(areaOf(hole));
    }
    return sum;
}
std::string say(int left, int middle, int right, int height) {
    return QString("%1 | %2 | %3, V90 M90; height %4")
        .arg(left)
        .arg(middle)
        .arg(right)
        .arg(height)
        .toStdString();
}
Design step(const Design& d, const std::string& on, double place, double width, double left,
            double right) {
    const auto mm = [](double v) { return QString::number(v).toStdString() + " mm"; };
    return with(
        d, "cut-out-box", on,
        {{"place", mm(place)}, {"width", mm(width)}, {"left", mm(left)}, {"right", mm(right)}});
}

} // namespace

class Parted : public QObject {
    Q_OBJECT
  private slots:
    // A step across the first fold, as deep as the second page is wide.
    void aPageComesApart() {
        const Design d = step(row(say(60, 20, 50, 120)), "card.spine", 30, 50, 20, 20);
        const Assembly a = *assemble(d);
        const int beyond = a.panel("card.page-right-beyond");
        QVERIFY(beyond >= 0 && a.panel("card.page-right") >= 0);
        QCOMPARE(areaOf(a.panels[size_t(beyond)].outline), 20.0 * 40);
        QCOMPARE(areaOf(a.panels[size_t(a.panel("card.page-right"))].outline), 20.0 * 30);
        QVERIFY(std::fabs(paper(a) - 130 * 120) < 1e-6);
        // The right wall hangs on the third page, along the second fold and as long as it is.
        const int wall = a.panel("cut-out-box1.right-wall"), third = a.panel("card.page-3");
        int hinges = 0;
        for (const Crease& c : a.creases)
            if ((c.left == wall && c.right == third) || (c.right == wall && c.left == third)) {
                ++hinges;
                QCOMPARE(c.length(), 50.0);
                QVERIFY(std::fabs(c.from.x() - 20) < 1e-9 && std::fabs(c.to.x() - 20) < 1e-9);
            }
        QCOMPARE(hinges, 1);
    }
    // It folds as the row does, its pieces in one plane, its walls a parallelogram with the pages.
    void piecesFoldAsOne() {
        const Design bare = row(say(60, 20, 50, 120));
        const Design d = step(bare, "card.spine", 30, 50, 20, 20);
        const Case c(d, *assemble(d)), plain(bare, *assemble(bare));
        QCOMPARE(c.last(), plain.last());
        for (const Pose& p : c.poses)
            QVERIFY(p.misfit() < 1e-9);
        for (double at : {0.0, 30.0, 90.0}) {
            const Pose with = poseAt(c.linkage, c.motion, at),
                       without = poseAt(plain.linkage, plain.motion, at);
            const auto place = [&](const Case& k, const Pose& p, const char* id) {
                return p.panels[size_t(k.assembly.panel(id))];
            };
            for (const char* id : {"card.page-right", "card.page-3"}) {
                const Rigid one = place(c, with, id), two = place(plain, without, id);
                QVERIFY((one.turn - two.turn).norm() + (one.shift - two.shift).norm() < 1e-6);
            }
            const Rigid near = place(c, with, "card.page-right"),
                        far = place(c, with, "card.page-right-beyond");
            QVERIFY((near.turn - far.turn).norm() + (near.shift - far.shift).norm() < 1e-6);
            // A rhombus: the right wall runs as the first page does.
            const Vec3 wall = place(c, with, "cut-out-box1.right-wall").turn * Vec3(1, 0, 0),
                       page = place(c, with, "card.page-left").turn * Vec3(1, 0, 0);
            QVERIFY(wall.cross(page).norm() < 1e-6);
        }
    }
    // Two steps back to back on neighbouring folds meet on the fold between them.
    void stepsMeetOnAFold() {
        Design d = row("36 | 18 | 22 | 60, V90 M90 V90; height 130");
        d = step(d, "card.spine", 34, 62, 18, 18);
        d = step(d, "card.fold-3", 22, 86, 22, 22);
        const Assembly a = *assemble(d);
        QVERIFY(std::fabs(paper(a) - 136 * 130) < 1e-6);
        const int one = a.panel("cut-out-box1.right-wall"), two = a.panel("cut-out-box2.left-wall");
        QVERIFY(std::any_of(a.creases.begin(), a.creases.end(), [&](const Crease& c) {
            return (c.left == one && c.right == two) || (c.left == two && c.right == one);
        }));
        const Case c(d, a);
        double worst = 0;
        for (const Pose& p : c.poses)
            worst = std::max(worst, p.misfit());
        QVERIFY2(worst < 1e-6, qPrintable(QString::number(worst)));
        for (const Finding& f : prove(Evidence(c, {})))
            QVERIFY2(f.severity != Severity::Stop, f.message.c_str());
    }
    // A page whose step would leave nothing of it to hang on is refused as before.
    void anEdgeHoldsNothing() {
        const auto refused = addStructure(card(60, 100), "cut-out-box", "card.spine",
                                          {{"left", "60 mm"}, {"right", "20 mm"}});
        QVERIFY(!refused);
        QVERIFY2(refused.problem().text().find("nothing is left") != std::string::npos,
                 refused.problem().text().c_str());
    }
    void randomRowsKeepTheirPaper() {
        std::mt19937 random(61);
        const auto between = [&](int a, int b) {
            return std::uniform_int_distribution<int>(a, b)(random);
        };
        int apart = 0;
        for (int n = 0; n < scaled(150); ++n) {
            const int left = between(15, 60), middle = between(10, 40), right = between(15, 60),
                      height = between(60, 160);
            const int place = between(5, height / 3), width = between(10, height / 2);
            const bool whole = between(0, 2) > 0;
            const int deep = whole ? middle : between(4, middle - 3);
            if (deep + 3 > left)
                continue;
            const Design d =
                step(row(say(left, middle, right, height)), "card.spine", place, width, deep, deep);
            const Assembly a = *assemble(d);
            const double sheet = (left + middle + right) * height;
            QVERIFY2(std::fabs(paper(a) - sheet) < 1e-6 * sheet, qPrintable(QString::number(n)));
            QCOMPARE(a.panel("card.page-right-beyond") >= 0, whole);
            apart += whole;
            const Case c(d, a);
            for (const Pose& p : c.poses)
                QVERIFY2(p.misfit() < 1e-6, qPrintable(QString::number(n)));
            // What is cut and scored is still one sheet of that size.
            const auto parts = partsList(d, a);
            QCOMPARE(int(parts.size()), 1);
            QVERIFY(std::fabs(parts[0].blank.x() * parts[0].blank.y() - sheet) < 1e-6 * sheet);
        }
        QVERIFY(scaled(150) < 150 || apart > 20);
    }
};

HL_TEST(Parted)
#include "parted.moc"
