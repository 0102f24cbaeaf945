// Structures drawn as free parts, folded by the general engine, against closed forms: platform,
// cube, stacked tiers, a V-fold on a box, cut-outs, and a point where four creases meet.
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;
using namespace hl::test;

namespace {

constexpr double degree = pi / 180, most = 1e-6; // mm

Pose at(const Case& c, double opening) { return poseAt(c.linkage, c.motion, opening); }

Vec3 point(const Case& c, const Pose& p, const std::string& panel, const Vec2& flat) {
    const int i = c.assembly.panel(panel);
    if (i < 0)
        qFatal("no panel %s", panel.c_str());
    return p.panels[i].at(flat);
}

Vec3 right(double opening) {
    return {std::sin(opening * degree / 2), 0, std::cos(opening * degree / 2)};
}
Vec3 left(double opening) {
    return {-std::sin(opening * degree / 2), 0, std::cos(opening * degree / 2)};
}

void openings() {
    QTest::addColumn<double>("opening");
    for (double o : {0.0, 1.0, 30.0, 77.3, 90.0, 150.0, 179.0, 180.0})
        QTest::newRow(qPrintable(QString::number(o))) << o;
}

#define NEAR(a, b)                                                                                 \
    QVERIFY2(((a) - (b)).norm() < most, qPrintable(QString::number(((a) - (b)).norm())))

} // namespace

class Drawn : public QObject {
    Q_OBJECT
  private slots:
    // Legs and pillar stay parallel to the bisector; closing alone leaves the pillar free to lean,
    // the springs of the folds hold it upright.
    void platform_data() { openings(); }
    void platform() {
        QFETCH(double, opening);
        static const auto c = [] {
            Design d = card();
            addPlatform(d, "p", {}, 40, 30, 25, 40);
            return foldUp(d);
        }();
        const Pose p = at(*c, opening);
        QVERIFY2(p.misfit() < most, qPrintable(QString::number(p.misfit())));
        NEAR(point(*c, p, "p.c1-right", Vec2(55, 0)), Vec3(0, 40, 25));
        NEAR(point(*c, p, "p.c1-left", Vec2(25, 0)), 30 * left(opening) + Vec3(0, 40, 25));
        NEAR(point(*c, p, "p.c3-right", Vec2(85, 0)), 30 * right(opening) + Vec3(0, 40, 25));
        NEAR(point(*c, p, "p-pillar.sheet", Vec2(0, 25)), Vec3(0, 44, 25));
    }

    void cube_data() { openings(); }
    void cube() {
        QFETCH(double, opening);
        static const auto c = [] {
            Design d = card();
            addPrism(d, "p", {}, 40, 30, 25, 64, 30, false);
            return foldUp(d);
        }();
        checkPrism(*c, "p", 0, 40, 64, 30, 25, 30, false, opening);
    }

    // Two tiers of six corners, the second on the crease between the half tops of the first.
    void stackedTiers_data() { openings(); }
    void stackedTiers() {
        QFETCH(double, opening);
        static const auto c = [] {
            Design d = card();
            const Fold2 lid = addPrism(d, "p", {}, 45, 36, 20, 50, 41, true);
            // On the lid places are counted from the lid's own edge.
            addPrism(d, "q", lid, 10, 20, 15, 30, 23, true);
            return foldUp(d);
        }();
        checkPrism(*c, "p", 0, 45, 50, 36, 20, 41, true, opening);
        checkPrism(*c, "q", 20, 55, 30, 20, 15, 23, true, opening);
    }

    // Between page and wall of a box on the spine lies the same angle as between the pages.
    void vFoldOnABox_data() { openings(); }
    void vFoldOnABox() {
        QFETCH(double, opening);
        static const auto c = [] {
            Design d = with(
                card(), "box", "card.spine",
                {{"place", "30 mm"}, {"left", "40 mm"}, {"right", "45 mm"}, {"width", "80 mm"}});
            d = with(d, "v-fold", "box1.left-foot",
                     {{"place", "40 mm"},
                      {"alpha_left", "55"},
                      {"beta_left", "80"},
                      {"base_left", "20 mm"},
                      {"height", "25 mm"}});
            return foldUp(d);
        }();
        const Pose p = at(*c, opening);
        QVERIFY(p.misfit() < most);
        const double half = opening * degree / 2, a = 55 * degree, b = 80 * degree;
        const double gamma =
            std::atan2(std::sin(a) * std::cos(half), std::cos(a)) +
            std::acos(std::cos(b) / std::sqrt(std::pow(std::cos(a), 2) +
                                              std::pow(std::sin(a) * std::cos(half), 2)));
        const Crease& centre = c->assembly.creases[c->assembly.crease("v-fold1.centre")];
        const Vec3 apex = 40 * left(opening) + Vec3(0, 70, 0);
        NEAR(p.panels[centre.left].at(centre.to),
             Vec3(apex + 25 * Vec3(0, std::cos(gamma), std::sin(gamma))));
    }

    // A box cut out of the pages: two slits, three creases, the spine smooth in between. It moves
    // as a glued parallelogram does.
    void cutOutBox_data() { openings(); }
    void cutOutBox() {
        QFETCH(double, opening);
        static const auto c = [] {
            Design d = card();
            const double a = 30, b = 22, low = 50, high = 90, tip = b - a;
            d.card.lines = {
                line("lower", LineKind::Slit, {test::at(-a, low), test::at(b, low)}),
                line("upper", LineKind::Slit, {test::at(-a, high), test::at(b, high)}),
                line("left", LineKind::Valley, {test::at(-a, low), test::at(-a, high)}),
                line("tip", LineKind::Mountain, {test::at(tip, low), test::at(tip, high)}),
                line("right", LineKind::Valley, {test::at(b, low), test::at(b, high)})};
            d.card.smooth = {{mm(low), mm(high)}};
            return foldUp(d);
        }();
        // The pages stay whole round the hole; the box is two panels of the same part.
        QCOMPARE(c->assembly.parts.size(), size_t(1));
        QCOMPARE(c->assembly.panels.size(), size_t(4));
        QCOMPARE(c->assembly.creases[c->assembly.crease("card.spine")].gaps.size(), size_t(1));
        const Pose p = at(*c, opening);
        QVERIFY(p.misfit() < most);
        NEAR(point(*c, p, "card.left-right", Vec2(-8, 50)),
             30 * left(opening) + 22 * right(opening) + Vec3(0, 50, 0));
    }

    // Four creases that meet in one point, opposite sectors adding up to a half turn: the halves'
    // tangents keep one ratio. Source: spherical trigonometry of the flat-folding vertex.
    void aPointWhereFourCreasesMeet() {
        Design d = card();
        FreePart p = blank("v", 100, 80);
        const double alpha = 65 * degree; // between the spine-like creases and the slanting ones
        auto ray = [&](double angle) {
            return std::vector<Point>{
                test::at(50, 40), test::at(50 + 200 * std::cos(angle), 40 + 200 * std::sin(angle))};
        };
        p.lines = {line("up", LineKind::Valley, ray(pi / 2)),
                   line("west", LineKind::Mountain, ray(pi / 2 + alpha)),
                   line("down", LineKind::Mountain, ray(-pi / 2)),
                   line("east", LineKind::Mountain, ray(pi / 2 - alpha))};
        // Sectors: alpha, alpha above, pi - alpha each below: flat-foldable.
        d.parts = {p};
        d.joins = {glue("v.up-left", "card.page-right", 30, 20, 0, false)};
        d.motion = {{"v.up", deg(180), deg(20)}};
        const auto c = foldUp(d);
        const double ratio = std::cos(alpha);
        for (double at_ : {10.0, 45.0, 90.0, 140.0}) {
            const Pose pose = at(*c, at_);
            QVERIFY(pose.misfit() < most);
            auto half = [&](const char* crease) {
                return std::tan(std::fabs(pose.angles[c->assembly.crease(crease)]) / 2);
            };
            // Creases of one sign turn alike, and the odd pair keeps its ratio to them.
            QVERIFY(std::abs(half("v.west") - half("v.east")) < 1e-8);
            QVERIFY(std::abs(half("v.up") - half("v.down")) < 1e-8 * (1 + half("v.up")));
            const double r = half("v.west") / half("v.up");
            QVERIFY2(std::abs(r - ratio) < 1e-7 || std::abs(r - 1 / ratio) < 1e-7,
                     qPrintable(QString::number(r)));
        }
    }

  private:
    static void checkPrism(const Case& c, const std::string& id, double base, double y,
                           double depth, double reach, double height, double wide, bool outward,
                           double opening) {
        const Pose p = at(c, opening);
        QVERIFY2(p.misfit() < most, qPrintable(QString::number(p.misfit())));
        const double half = reach * std::sin(opening * degree / 2);
        const double foot = base + reach * std::cos(opening * degree / 2);
        NEAR(point(c, p, id + ".c1-right", Vec2(height + reach, 0)), Vec3(0, y, base + height));
        NEAR(point(c, p, id + ".c1-left", Vec2(height, 0)), Vec3(-half, y, foot + height));
        const double away = std::sqrt(std::max(0.0, wide * wide - half * half));
        NEAR(point(c, p, id + "-front.c-left", Vec2(wide, 0)),
             Vec3(0, y + (outward ? -away : away), foot));
        NEAR(point(c, p, id + "-back.c-left", Vec2(wide, height)),
             Vec3(0, y + depth + (outward ? away : -away), foot + height));
    }
};

HL_TEST(Drawn)
#include "drawn.moc"
