// Joins that move, motions in stages, and paper springs, against closed forms.
#include "core/fold/mobility.h"
#include "core/prove/saying.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;
using namespace hl::test;

namespace {

constexpr double degree = pi / 180, most = 1e-6; // mm

JoinSpec join(JoinKind kind, const std::string& id, const std::string& panel,
              const std::string& onto, Point place, std::vector<Point> hold = {}) {
    JoinSpec j;
    j.id = id;
    j.kind = kind;
    j.panel = panel;
    j.onto = onto;
    j.at = place;
    j.hold = std::move(hold);
    j.onFace = false; // its back lies on the landing
    return j;
}

// A pull tab on the right page: a slide, a rod and a crank, all fastened by pivots.
Design pullTab() {
    Design d = card();
    d.parts = {blank("slider", 30, 10), blank("rod", 50, 6), blank("crank", 26, 6)};
    JoinSpec slide =
        join(JoinKind::Slide, "pull", "slider.sheet", "card.page-right", test::at(20, 20));
    slide.from = mm(0);
    slide.to = mm(20);
    JoinSpec axle = join(JoinKind::Pivot, "axle", "crank.sheet", "card.page-right",
                         test::at(90, 25), {test::at(3, 3)});
    axle.from = deg(5);
    axle.to = deg(175);
    // The crank's other end 20 mm from the axle, the rod's 44 mm from the slider's pivot.
    d.joins = {slide, axle,
               join(JoinKind::Pivot, "pin", "rod.sheet", "slider.sheet", test::at(25, 5),
                    {test::at(3, 3)}),
               join(JoinKind::Pivot, "elbow", "rod.sheet", "crank.sheet", test::at(23, 3),
                    {test::at(47, 3)})};
    d.motion = {{"card.spine", deg(0), deg(150)}, {"pull", mm(0), mm(18)}};
    return d;
}

} // namespace

class Joins : public QObject {
    Q_OBJECT
  private slots:
    // Opening first, then pulling: at every place of the second stage the crank stands where the
    // triangle of axle, elbow and pin puts it, in the plane of the page.
    void slideAndPivots() {
        const auto c = foldUp(pullTab());
        const Course& course = c->linkage.course;
        QCOMPARE(course.begin(), 0.0);
        QCOMPARE(course.end(), 168.0);
        QVERIFY(!course.plain());
        for (double s : {0.0, 75.0, 150.0, 152.5, 159.0, 168.0}) {
            const Pose p = poseAt(c->linkage, c->motion, s);
            QVERIFY2(p.misfit() < most, qPrintable(QString::number(p.misfit())));
            const double pulled = std::max(0.0, s - 150);
            const Vec2 axle(90, 25), pin(20 + pulled + 25, 25);
            const double span = (axle - pin).norm();
            const double at = std::acos((20 * 20 + span * span - 44 * 44) / (2 * 20 * span));
            const Vec2 elbow = axle + 20 * Vec2(-std::cos(at), std::sin(at));
            const int page = c->assembly.panel("card.page-right");
            const int crank = c->assembly.panel("crank.sheet");
            const Vec3 got = p.panels[crank].at(Vec2(23, 3)), want = p.panels[page].at(elbow);
            QVERIFY2((got - want).norm() < most, qPrintable(QString::number((got - want).norm())));
            // The spine rests while the slide is pulled.
            QVERIFY(std::abs(p.angles[size_t(c->linkage.spine)] -
                             (180 - std::min(s, 150.0)) * degree) < 1e-12);
        }
        const auto all = prove(*c);
        const Finding* f = first(all, "mobility");
        QVERIFY2(!f, f ? f->message.c_str() : "");
        const Mobility m = mobilityAt(c->linkage, c->motion, poseAt(c->linkage, c->motion, 158.3),
                                      course.legs()[1].joint);
        QCOMPARE(m.freeMotions, 1);
    }

    // A pin in a slot: an arm of 60 mm swings as the plate that holds its end slides, x = 60 sin t,
    // and the pin goes up and down the slot.
    void aPinInASlot() {
        Design d = card();
        d.parts = {blank("plate", 30, 20), blank("arm", 66, 6)};
        JoinSpec slide = join(JoinKind::Slide, "pull", "plate.sheet", "card.page-right",
                              test::at(30, 90), {test::at(0, 0)});
        slide.from = mm(0);
        slide.to = mm(25);
        JoinSpec pin = join(JoinKind::Pin, "pin", "arm.sheet", "plate.sheet", test::at(15, 10),
                            {test::at(63, 3)});
        pin.turn = deg(90); // the slot stands upright
        pin.from = mm(-9);
        pin.to = mm(9);
        // At first it stands upright: the axle right below the pin.
        JoinSpec axle = join(JoinKind::Pivot, "axle", "arm.sheet", "card.page-right",
                             test::at(45, 40), {test::at(3, 3)});
        d.joins = {slide, axle, pin};
        d.motion = {{"card.spine", deg(0), deg(180)}, {"pull", mm(0), mm(25)}};
        const auto c = foldUp(d);
        for (double s : {180.0, 181.0, 190.0, 198.5, 205.0}) {
            const Pose p = poseAt(c->linkage, c->motion, s);
            QVERIFY2(p.misfit() < most, qPrintable(QString::number(p.misfit())));
            QCOMPARE(p.panels.size(), c->assembly.panels.size());
            const double pulled = s - 180, at = std::asin(pulled / 60);
            const int page = c->assembly.panel("card.page-right"),
                      arm = c->assembly.panel("arm.sheet");
            const Vec3 got = p.panels[arm].at(Vec2(63, 3)),
                       want = p.panels[page].at(Vec2(45 + pulled, 40 + 60 * std::cos(at)));
            QVERIFY2((got - want).norm() < most, qPrintable(QString::number((got - want).norm())));
        }
        const auto all = prove(*c);
        const Finding* loose = first(all, "mobility");
        QVERIFY2(!loose, loose ? loose->message.c_str() : "");
        // Too short a slot stops it: 60 - 60 cos t = 2 mm down.
        d.joins[2].from = mm(-2);
        const auto stopped = foldUp(d);
        const double last = 60 * std::sin(std::acos(58. / 60));
        QVERIFY(poseAt(stopped->linkage, stopped->motion, 180 + last - 0.2).misfit() < most);
        QVERIFY(poseAt(stopped->linkage, stopped->motion, 180 + last + 1).misfit() > 0.05);
        QVERIFY(first(prove(*stopped), "reach"));
    }

    // A slide with play gives way to either side and tilts as far as that, and no further.
    void aSlideWithPlay() {
        const auto rider = [](double play, double askew) {
            Design d = card();
            d.parts = {blank("rider", 40, 30), blank("strap", 60, 10)};
            JoinSpec slide = join(JoinKind::Slide, "pocket", "rider.sheet", "card.page-right",
                                  test::at(50, 50), {test::at(0, 0)});
            slide.from = mm(-20);
            slide.to = mm(20);
            slide.play = mm(play);
            // Pulled by a second slide that leads a little aside.
            JoinSpec pull = join(JoinKind::Slide, "pull", "strap.sheet", "card.page-right",
                                 test::at(60, 60), {test::at(0, 0)});
            pull.turn = deg(askew);
            pull.from = mm(0);
            pull.to = mm(15);
            JoinSpec held = join(JoinKind::Pivot, "held", "strap.sheet", "rider.sheet",
                                 test::at(10, 10), {test::at(0, 0)});
            d.joins = {slide, pull, held};
            d.motion = {{"card.spine", deg(0), deg(180)}, {"pull", mm(0), mm(15)}};
            return d;
        };
        // Led aside by 15 sin 3 deg = 0.79 mm: within a millimetre it goes, without play it binds.
        const double aside = 15 * std::sin(3 * degree);
        const auto c = foldUp(rider(1, 3));
        for (const Pose& p : c->poses)
            QVERIFY2(p.misfit() < most, qPrintable(QString::number(p.misfit())));
        QVERIFY(!first(prove(*c), "mobility"));
        const auto binds = foldUp(rider(0, 3));
        const Pose last = poseAt(binds->linkage, binds->motion, 195);
        QVERIFY2(last.misfit() > 0.3 * aside, qPrintable(QString::number(last.misfit())));
        QVERIFY(first(prove(*binds), "misfit"));
    }

    // A wall whose foot stands in a slit and turns there moves like one on a glued tab.
    void aTongueInASlit() {
        Design d = card();
        d.card.lines = {line("slot", LineKind::Slit, {test::at(24, 40), test::at(24, 70)})};
        FreePart p = blank("w", 54, 30);
        p.lines = {line("tip", LineKind::Mountain, {test::at(24, 0), test::at(24, 30)})};
        p.tabs = {tab("foot", 4, Fold::Mountain)};
        d.parts = {p};
        JoinSpec slot = join(JoinKind::Slot, "slot", "w.tip-right", "card.page-right",
                             test::at(24, 40), {test::at(54, 0), test::at(54, 30)});
        slot.turn = deg(90);
        slot.hinged = true;
        slot.onFace = true;
        d.joins = {glue("w.foot", "card.page-left", -30, 70, -90), slot};
        const auto c = foldUp(d);
        for (double o : {0.0, 1.0, 60.0, 90.0, 179.0, 180.0}) {
            const Pose pose = poseAt(c->linkage, c->motion, o);
            QVERIFY2(pose.misfit() < most, qPrintable(QString::number(pose.misfit())));
            const double s = std::sin(o * degree / 2), k = std::cos(o * degree / 2);
            const Vec3 want(-30 * s + 24 * s, 40, 54 * k);
            const Vec3 got = pose.panels[c->assembly.panel("w.tip-left")].at(Vec2(24, 0));
            QVERIFY2((got - want).norm() < most, qPrintable(QString::number((got - want).norm())));
        }
        QVERIFY(!first(prove(*c), "landing"));
        d.card.lines.clear(); // the same without a slit
        const auto without = foldUp(d);
        const auto all = prove(*without);
        QVERIFY(first(all, "landing"));
        QVERIFY(first(all, "landing")->code == "landing.no-slit");
    }

    // A tongue that is put through a slit and lies under the page holds like glue on the back.
    void aRigidTongue() {
        Design d = card();
        d.card.lines = {line("slot", LineKind::Slit, {test::at(24, 40), test::at(24, 70)})};
        FreePart p = blank("w", 54, 30);
        p.lines = {line("tip", LineKind::Mountain, {test::at(24, 0), test::at(24, 30)})};
        p.tabs = {tab("foot", 4, Fold::Mountain), tab("tongue", 2, Fold::Mountain)};
        d.parts = {p};
        JoinSpec slot = glue("w.tongue", "card.page-right", 24, 40, 90, true, true);
        slot.kind = JoinKind::Slot;
        d.joins = {glue("w.foot", "card.page-left", -30, 70, -90), slot};
        const auto c = foldUp(d);
        for (const Pose& pose : c->poses)
            QVERIFY(pose.misfit() < most);
        QVERIFY(!first(prove(*c), "landing"));
    }

    // A tube, two pages more glued into a ring with the card's: a rhombus that is pressed flat
    // either way.
    void aTubeFlattensEitherWay() {
        Design d = card(60, 100);
        FreePart p = blank("tube", 120, 100);
        p.lines = {line("back", LineKind::Valley, {test::at(60, 0), test::at(60, 100)})};
        p.tabs = {tab("a", 4, Fold::Valley), tab("b", 2, Fold::Valley)};
        d.parts = {p};
        d.joins = {glue("tube.a", "card.page-right", 60, 100, -90, false),
                   glue("tube.b", "card.page-left", -60, 0, 90, false)};
        d.motion = {{"card.spine", deg(0), deg(180)}};
        const auto c = foldUp(d);
        for (double o : {0.0, 1.0, 45.0, 90.0, 150.0, 179.0, 180.0}) {
            const Pose pose = poseAt(c->linkage, c->motion, o);
            QVERIFY2(pose.misfit() < most,
                     qPrintable(QString::number(o) + " " + QString::number(pose.misfit())));
            const Vec3 far = pose.panels[c->assembly.panel("tube.back-left")].at(Vec2(60, 0));
            const Vec3 want(0, 0, 120 * std::cos(o * degree / 2));
            QVERIFY2((Vec2(far.x(), far.z()) - Vec2(want.x(), want.z())).norm() < most,
                     qPrintable(QString("%1: %2 %3").arg(o).arg(far.x()).arg(far.z())));
        }
    }

    // Stages: what has not begun rests where it will begin, what is done stays.
    void stagesFollowOneAnother() {
        Design d = card();
        d.card.lines = {line("wing", LineKind::Valley, {test::at(70, 0), test::at(70, 140)})};
        d.motion = {{"card.wing", deg(0), deg(120)},
                    {"card.spine", deg(0), deg(180)},
                    {"card.wing", deg(120), deg(180)}};
        const auto c = foldUp(d);
        QCOMPARE(c->linkage.course.end(), 360.0);
        const int wing = c->assembly.crease("card.wing"), spine = c->linkage.spine;
        auto shown = [&](double s, int joint) {
            return 180 - std::fabs(poseAt(c->linkage, c->motion, s).angles[size_t(joint)]) / degree;
        };
        for (auto [s, w, o] : {std::tuple{0.0, 0.0, 0.0},
                               {60.0, 60.0, 0.0},
                               {120.0, 120.0, 0.0},
                               {200.5, 120.0, 80.5},
                               {300.0, 120.0, 180.0},
                               {330.0, 150.0, 180.0},
                               {360.0, 180.0, 180.0}}) {
            QVERIFY(std::abs(shown(s, wing) - w) < 1e-9);
            QVERIFY(std::abs(shown(s, spine) - o) < 1e-9);
        }
        QCOMPARE(sayOpening(*c, 60, 60), std::string("with the wing at 60°"));
    }

    // A plain flap lies as it rests; one in a loop with freedom left takes the least energy, from
    // wherever the search starts, and whatever the parts are called.
    void springsDecide() {
        Design d = card();
        FreePart p = blank("flap", 40, 30);
        p.lines = {line("hinge", LineKind::Mountain, {test::at(15, 0), test::at(15, 30)})};
        p.lines[0].rest = deg(110);
        d.parts = {p};
        d.joins = {glue("flap.hinge-left", "card.page-right", 20, 20, 0, false)};
        const auto c = foldUp(d);
        // The closing pages press it flat before: it keeps within the angle between them.
        for (const Pose& pose : c->poses)
            QVERIFY(std::abs(pose.angles[size_t(c->assembly.crease("flap.hinge"))] +
                             std::min(70.0, pose.opening) * degree) < 1e-12);
        const auto all = prove(*c);
        QVERIFY(first(all, "mobility") && first(all, "mobility")->severity == Severity::Note);

        // Three walls between the pages: one motion is left. Against a plain search over it.
        Design three = card();
        FreePart q = blank("strip", 100, 20);
        q.lines = {line("m", LineKind::Mountain, {test::at(30, 0), test::at(30, 20)}),
                   line("n", LineKind::Mountain, {test::at(65, 0), test::at(65, 20)})};
        q.lines[0].stiffness = 2;
        q.tabs = {tab("a", 4, Fold::Mountain), tab("b", 2, Fold::Mountain)};
        three.parts = {q};
        three.joins = {glue("strip.a", "card.page-left", -40, 50, -90),
                       glue("strip.b", "card.page-right", 40, 30, 90)};
        const auto t = foldUp(three);
        for (double o : {40.0, 90.0, 135.0}) {
            const Pose pose = poseAt(t->linkage, t->motion, o);
            QVERIFY(pose.misfit() < most);
            double energy = 0;
            for (int j : t->linkage.blocks[0].joints) {
                const Joint& joint = t->linkage.joints[size_t(j)];
                energy += joint.stiffness * std::pow(pose.angles[size_t(j)] - joint.rest, 2) / 2;
            }
            QVERIFY2(energy <= leastEnergy(o) + 1e-3,
                     qPrintable(QString("%1: %2 %3").arg(o).arg(energy).arg(leastEnergy(o))));
        }
    }

  private:
    // The least energy of the three-walled strip found by trying every lean of the left wall, with
    // plain triangles. Angles: walls as directions in the plane across the spine.
    static double leastEnergy(double opening) {
        const double s = std::sin(opening * degree / 2), k = std::cos(opening * degree / 2);
        const Vec2 left(-40 * s, 40 * k), right(40 * s, 40 * k);
        auto turnOf = [](const Vec2& a, const Vec2& b) { // from a to b, to the right positive
            return -std::atan2(a.x() * b.y() - a.y() * b.x(), a.dot(b));
        };
        double least = 1e300;
        for (int i = 0; i < 36000; ++i) {
            const double w = i * 0.01 * degree;
            const Vec2 m = left + 30 * Vec2(std::cos(w), std::sin(w));
            const double span = (right - m).norm();
            if (span >= 70 || span < 1e-9)
                continue;
            const Vec2 along = (right - m) / span;
            const Vec2 n = m + span / 2 * along +
                           std::sqrt(35 * 35 - span * span / 4) * Vec2(-along.y(), along.x());
            // Tabs run along the pages toward the spine; every fold turns to the right.
            const Vec2 tabIn = -left.normalized(), tabOut = -right.normalized();
            const Vec2 walls[] = {-tabIn, m - left, n - m, right - n, tabOut};
            const double stiff[] = {20, 40, 20, 20};
            double energy = 0;
            bool possible = true;
            for (int f = 0; f < 4; ++f) {
                const double turn = turnOf(walls[f], walls[f + 1]);
                possible = possible && turn > -1e-9;
                energy += stiff[f] * std::pow(turn - pi / 2, 2) / 2;
            }
            if (possible)
                least = std::min(least, energy);
        }
        return least;
    }
};

HL_TEST(Joins)
#include "joins.moc"
