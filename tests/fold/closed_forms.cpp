// The general engine against closed forms that know nothing of it: spherical trigonometry for
// V-folds, the parallelogram and the triangle for boxes and tents. All in the frame of the card:
// spine along y, bisector plane x = 0.
#include "core/assemble/assemble.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <memory>

using namespace hl;
using test::with;

namespace {

constexpr double deg = pi / 180;
constexpr double most = 1e-6; // mm

struct Folded {
    Assembly assembly;
    Linkage linkage;
    Motion motion;
    explicit Folded(Assembly a)
        : assembly(std::move(a)), linkage(linkageOf(assembly)), motion(motionOf(linkage)) {}
    Pose at(double opening) const { return poseAt(linkage, motion, opening); }
    Vec3 end(const Pose& p, const char* crease) const {
        const Crease& c = assembly.creases[assembly.crease(crease)];
        return p.panels[c.left].at(c.to);
    }
    Vec3 start(const Pose& p, const char* crease) const {
        const Crease& c = assembly.creases[assembly.crease(crease)];
        return p.panels[c.left].at(c.from);
    }
};

Design card() { return test::card(150, 200); }

Folded foldUp(const Design& d) { return Folded(*assemble(d)); }

Vec3 right(double opening) { return {std::sin(opening * deg / 2), 0, std::cos(opening * deg / 2)}; }
Vec3 left(double opening) { return {-std::sin(opening * deg / 2), 0, std::cos(opening * deg / 2)}; }

// The direction at angle `a` from the unit vector u and `b` from v: the two solutions on the
// sphere differ in the sign along u x v.
Vec3 between(const Vec3& u, const Vec3& v, double a, double b, double side) {
    const double c = u.dot(v), s2 = 1 - c * c;
    const double x = (std::cos(a) - c * std::cos(b)) / s2;
    const double y = (std::cos(b) - c * std::cos(a)) / s2;
    const Vec3 in = x * u + y * v;
    const double rest = 1 - in.squaredNorm();
    return in + side * std::sqrt(std::max(0.0, rest)) * u.cross(v).normalized();
}

void addOpenings() {
    QTest::addColumn<double>("opening");
    for (double o : {0.0, 0.4, 1.0, 30.0, 77.3, 90.0, 150.0, 179.0, 180.0})
        QTest::newRow(qPrintable(QString::number(o))) << o;
}

} // namespace

class ClosedForms : public QObject {
    Q_OBJECT
  private slots:
    void box_data() { addOpenings(); }
    void box() {
        QFETCH(double, opening);
        static const Folded f =
            foldUp(with(card(), "box", "card.spine",
                        {{"place", "40 mm"}, {"left", "31 mm"}, {"right", "22.5 mm"}}));
        const Pose p = f.at(opening);
        QVERIFY(p.misfit() < most);
        const Vec3 tip = 31 * left(opening) + 22.5 * right(opening) + Vec3(0, 40, 0);
        QVERIFY((f.start(p, "box1.tip") - tip).norm() < most);
    }

    void tent_data() { addOpenings(); }
    void tent() {
        QFETCH(double, opening);
        static const Folded f = foldUp(with(
            card(), "tent", "card.spine",
            {{"place", "40 mm"}, {"left", "30 mm"}, {"right", "38 mm"}, {"left_wall", "45 mm"}}));
        const double a = 30, b = 38, p = 45, q = a + p - b;
        const Vec3 l = a * left(opening), r = b * right(opening);
        const double d = (r - l).norm();
        // The tip in the triangle over the line between the feet, away from the spine.
        const Vec3 along = (r - l) / d;
        const double x = (d * d + p * p - q * q) / (2 * d);
        const Vec3 up = Vec3(0, 1, 0).cross(along) * -1.0;
        // Closed, the triangle is flat and its height the root of a vanishing number; there the
        // tip lies on the pages, left + left_wall from the spine.
        const Vec3 tip = opening == 0
                             ? Vec3(0, 40, a + p)
                             : Vec3(l + x * along + std::sqrt(std::max(0.0, p * p - x * x)) * up +
                                    Vec3(0, 40, 0));
        const Pose pose = f.at(opening);
        QVERIFY(pose.misfit() < most);
        QVERIFY2((f.start(pose, "tent1.tip") - tip).norm() < most,
                 qPrintable(QString::number((f.start(pose, "tent1.tip") - tip).norm())));
    }

    void symmetricVFold_data() { addOpenings(); }
    void symmetricVFold() {
        QFETCH(double, opening);
        for (auto [alpha, beta] : {std::pair{45.0, 90.0}, {60.0, 75.0}, {30.0, 110.0}}) {
            const Folded f = foldUp(with(card(), "v-fold", "card.spine",
                                         {{"place", "70 mm"},
                                          {"alpha_left", std::to_string(alpha)},
                                          {"beta_left", std::to_string(beta)},
                                          {"height", "50 mm"}}));
            const double half = opening * deg / 2, a = alpha * deg, b = beta * deg;
            const double gamma =
                std::atan2(std::sin(a) * std::cos(half), std::cos(a)) +
                std::acos(std::cos(b) / std::sqrt(std::pow(std::cos(a), 2) +
                                                  std::pow(std::sin(a) * std::cos(half), 2)));
            const Pose p = f.at(opening);
            QVERIFY(p.misfit() < most);
            const Vec3 want(0, 70 + 50 * std::cos(gamma), 50 * std::sin(gamma));
            const Vec3 got = f.end(p, "v-fold1.centre") - Vec3(0, 70, 0);
            QVERIFY(std::abs(std::atan2(got.z(), got.y()) - gamma) / deg < 1e-6); // degrees
            QVERIFY2((f.end(p, "v-fold1.centre") - want).norm() < most,
                     qPrintable(QString::number((f.end(p, "v-fold1.centre") - want).norm())));
        }
    }

    // The other branch of the same creases: every fold sign reversed sends the centre crease to
    // the other side.
    void theSignsChooseTheBranch() {
        Assembly a = *assemble(with(
            card(), "v-fold", "card.spine",
            {{"place", "70 mm"}, {"alpha_left", "60"}, {"beta_left", "75"}, {"height", "50 mm"}}));
        for (Crease& c : a.creases)
            if (c.id != "card.spine")
                c.fold = c.fold == Fold::Mountain ? Fold::Valley : Fold::Mountain;
        const Folded f(a);
        for (double opening : {30.0, 90.0, 150.0}) {
            const double half = opening * deg / 2, al = 60 * deg, b = 75 * deg;
            const double gamma =
                std::atan2(std::sin(al) * std::cos(half), std::cos(al)) -
                std::acos(std::cos(b) / std::sqrt(std::pow(std::cos(al), 2) +
                                                  std::pow(std::sin(al) * std::cos(half), 2)));
            const Pose p = f.at(opening);
            const Vec3 want(0, 70 + 50 * std::cos(gamma), 50 * std::sin(gamma));
            QVERIFY((f.end(p, "v-fold1.centre") - want).norm() < most);
        }
    }

    void asymmetricVFold_data() { addOpenings(); }
    void asymmetricVFold() {
        QFETCH(double, opening);
        for (bool backwards : {false, true}) {
            const double al = backwards ? 180 - 40 : 40, ar = backwards ? 180 - 55 : 55;
            const double bl = 95, br = bl + 40 - 55;
            static std::map<bool, std::unique_ptr<Folded>> made;
            if (!made[backwards]) // in place: what is folded refers to itself
                made[backwards].reset(new Folded(foldUp(with(card(), "v-fold", "card.spine",
                                                             {{"place", "90 mm"},
                                                              {"alpha_left", std::to_string(al)},
                                                              {"alpha_right", std::to_string(ar)},
                                                              {"beta_left", std::to_string(bl)},
                                                              {"height", "40 mm"}}))));
            const Folded& f = *made[backwards];
            const Vec3 y(0, 1, 0);
            const Vec3 u = std::cos(al * deg) * y + std::sin(al * deg) * left(opening);
            const Vec3 v = std::cos(ar * deg) * y + std::sin(ar * deg) * right(opening);
            const Pose p = f.at(opening);
            QVERIFY(p.misfit() < most);
            const Vec3 got = (f.end(p, "v-fold1.centre") - Vec3(0, 90, 0)) / 40;
            if (opening == 0) {
                // Closed, both base creases and the centre crease lie in the plane x = 0.
                const double sum = (backwards ? 180 - (40 + bl) : 40 + bl) * deg;
                QVERIFY((got - Vec3(0, std::cos(sum), std::sin(sum))).norm() < most);
            } else {
                const Vec3 want = between(u, v, bl * deg, br * deg, backwards ? 1 : -1);
                QVERIFY2((got - want).norm() * 40 < most,
                         qPrintable(QString::number((got - want).norm() * 40)));
            }
        }
    }

    // Nested: each structure's host opens by an angle that the closed form of its host tells.
    void boxOnTheFootOfABox_data() { addOpenings(); }
    void boxOnTheFootOfABox() {
        QFETCH(double, opening);
        static const Folded f = foldUp(with(
            with(card(), "box", "card.spine",
                 {{"place", "40 mm"}, {"left", "40 mm"}, {"right", "50 mm"}, {"width", "80 mm"}}),
            "box", "box1.left-foot",
            {{"place", "10 mm"}, {"left", "12 mm"}, {"right", "15 mm"}, {"width", "20 mm"}}));
        // On the left foot the page runs on along e_L, the wall rises along e_R.
        const Vec3 tip = 52 * left(opening) + 15 * right(opening) + Vec3(0, 50, 0);
        const Pose p = f.at(opening);
        QVERIFY((f.start(p, "box2.tip") - tip).norm() < most);
    }

    void vFoldOnTheRidgeOfATent_data() { addOpenings(); }
    void vFoldOnTheRidgeOfATent() {
        QFETCH(double, opening);
        static const Folded f = foldUp(with(
            with(card(), "tent", "card.spine",
                 {{"place", "30 mm"},
                  {"left", "35 mm"},
                  {"left_wall", "60 mm"},
                  {"width", "120 mm"}}),
            "v-fold", "tent1.tip", {{"place", "50 mm"}, {"beta_left", "80"}, {"height", "30 mm"}}));
        const Pose p = f.at(opening);
        QVERIFY(p.misfit() < most);
        // Seen from outside, the ridge opens by 360 minus the angle between its walls.
        const double d = 2 * 35 * std::sin(opening * deg / 2);
        const double half = pi - std::asin(d / 2 / 60), a = 45 * deg, b = 80 * deg;
        const double gamma =
            std::atan2(std::sin(a) * std::cos(half), std::cos(a)) +
            std::acos(std::cos(b) / std::sqrt(std::pow(std::cos(a), 2) +
                                              std::pow(std::sin(a) * std::cos(half), 2)));
        const Vec3 ridge = f.start(p, "tent1.tip");
        const Vec3 want = ridge + Vec3(0, 50 + 30 * std::cos(gamma), 30 * std::sin(gamma));
        QVERIFY2((f.end(p, "v-fold1.centre") - want).norm() < most,
                 qPrintable(QString::number((f.end(p, "v-fold1.centre") - want).norm())));
    }

    // A wall that is 6 mm too long on one side: closed, the tabs miss by exactly that.
    void misfitIsWhatTheWallsDiffer() {
        const Folded f = foldUp(with(card(), "box", "card.spine",
                                     {{"left", "30 mm"},
                                      {"right", "30 mm"},
                                      {"left_wall", "30 mm"},
                                      {"right_wall", "36 mm"}}));
        QVERIFY(f.at(90).misfit() < most);
        QVERIFY(std::abs(f.at(0).misfit() - 6) < 0.2);
        QVERIFY(f.at(2).misfit() > 1);
    }

    void flatStatesAreExact() {
        const Folded f =
            foldUp(with(with(card(), "box", "card.spine", {}), "v-fold", "box1.right-foot", {}));
        for (double angle : f.at(0).angles)
            QCOMPARE(angle, std::round(angle / pi) * pi);
        for (const Rigid& r : f.at(0).panels)
            for (int i = 0; i < 3; ++i)
                QVERIFY(std::abs(std::abs(r.turn(0, i)) - std::round(std::abs(r.turn(0, i)))) <
                        1e-15);
    }
};

HL_TEST(ClosedForms)
#include "closed_forms.moc"
