// Rigid placements and hosts.
#include "core/assemble/assemble.h"
#include "core/assembly/assembly.h"
#include "core/measure/measure.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <random>

using namespace hl;
using namespace hl::test;

class Placements : public QObject {
    Q_OBJECT
    std::mt19937 random_{7};
    double number(double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(random_);
    }
    Vec2 point() { return {number(-100, 100), number(-100, 100)}; }
    Vec2 direction() {
        const double a = number(-pi, pi);
        return {std::cos(a), std::sin(a)};
    }

  private slots:
    void rightAnglesAreExact() {
        for (int quarter = -6; quarter <= 6; ++quarter) {
            const Turn t = exactTurn(quarter * pi / 2);
            QCOMPARE(t.cos * t.sin, 0.0);
            QCOMPARE(std::abs(t.cos) + std::abs(t.sin), 1.0);
            QVERIFY(std::abs(t.cos - std::cos(quarter * pi / 2)) < 1e-12);
            QVERIFY(std::abs(t.sin - std::sin(quarter * pi / 2)) < 1e-12);
        }
    }

    void foldsTurnAboutTheirLine() {
        for (int i = 0; i < 300; ++i) {
            const Vec2 from = point(), dir = direction();
            const double angle = number(-pi, pi);
            const Rigid f = foldAbout(from, dir, angle);
            QVERIFY((f.turn * f.turn.transpose() - Mat3::Identity()).norm() < 1e-13);
            QVERIFY(std::abs(f.turn.determinant() - 1) < 1e-13);
            for (double t : {-30.0, 0.0, 55.0}) { // the line stays
                const Vec2 on = from + t * dir;
                QVERIFY((f.at(on) - lift(on)).norm() < 1e-11);
            }
            // A point on the right rises in a valley, by its distance times the sine.
            const double far = number(1, 60);
            const Vec3 p = f.at(from + far * rightOf(dir));
            QVERIFY(std::abs(p.z() - far * std::sin(angle)) < 1e-11);
            const Rigid back = f * foldAbout(from, dir, -angle);
            QVERIFY((back.turn - Mat3::Identity()).norm() < 1e-12 && back.shift.norm() < 1e-10);
        }
    }

    void linesMatch() {
        for (int i = 0; i < 300; ++i) {
            const Vec2 a = point(), da = direction(), b = point(), db = direction();
            for (bool flip : {false, true}) {
                const Rigid m = matchLines(a, da, b, db, flip);
                QVERIFY(std::abs(m.turn.determinant() - 1) < 1e-12); // turned over, not mirrored
                QVERIFY((m.at(a + 12 * da) - lift(b + 12 * db)).norm() < 1e-10);
                QVERIFY(std::abs(m.turn(2, 2) - (flip ? -1 : 1)) < 1e-12);
                const Vec3 side = m.at(a + leftOf(da));
                QVERIFY((side - lift(b + (flip ? -1 : 1) * leftOf(db))).norm() < 1e-10);
                const Rigid inverse = m.inverse() * m;
                QVERIFY((inverse.turn - Mat3::Identity()).norm() < 1e-12);
            }
        }
    }

    // A foot crease is a host between the page and the wall, not between the tab and the wall.
    void tabsHandOverToTheirLanding() {
        const Design d =
            with(card(), "box", "card.spine",
                 {{"place", "20 mm"}, {"width", "60 mm"}, {"left", "30 mm"}, {"right", "40 mm"}});
        const Assembly a = *assemble(d);
        const Host foot = hostOf(a, a.crease("box1.left-foot"));
        QCOMPARE(a.panels[foot.left.panel].id, std::string("card.page-left"));
        QCOMPARE(a.panels[foot.right.panel].id, std::string("box1.left-wall"));
        QVERIFY(!foot.ridge);
        QVERIFY((foot.left.origin - Vec2(-30, 20)).norm() < 1e-9);
        QVERIFY((foot.left.inward - Vec2(-1, 0)).norm() < 1e-9); // away from the spine
        QVERIFY(std::abs(foot.left.room - 110) < 1e-9);
        QVERIFY(std::abs(foot.right.room - 40) < 1e-9); // the wall is as long as the other foot
        const Host tip = hostOf(a, a.crease("box1.tip"));
        QVERIFY(tip.ridge);
        QCOMPARE(tip.length, 60.0);
        const Host spine = hostOf(a, a.crease("card.spine"));
        QVERIFY(!spine.ridge);
        QCOMPARE(spine.right.room, 140.0);
    }

    void namesAreStableAcrossEdits() {
        const Design d = with(with(card(), "box", "card.spine"), "v-fold", "box1.tip");
        Design wider = *setMeasure(d, "box1", "width", "70 mm");
        wider = with(wider, "tent", "box1.left-foot");
        const Assembly a = *assemble(d), b = *assemble(wider);
        for (const Panel& p : a.panels)
            QVERIFY(b.panel(p.id) >= 0);
        for (const Crease& c : a.creases)
            QVERIFY(b.crease(c.id) >= 0);
    }

    void outlinesWindTheRightWay() {
        const Design d = with(with(card(), "tent", "card.spine"), "v-fold", "tent1.left-foot");
        const Assembly a = *assemble(d);
        for (const Panel& p : a.panels)
            for (size_t i = 0; i < p.outline.size(); ++i) {
                const Vec2 u = p.outline[(i + 1) % p.outline.size()] - p.outline[i];
                const Vec2 v =
                    p.outline[(i + 2) % p.outline.size()] - p.outline[(i + 1) % p.outline.size()];
                QVERIFY(u.x() * v.y() - u.y() * v.x() > -1e-9); // convex, counter-clockwise
            }
    }
};

HL_TEST(Placements)
#include "placements.moc"
