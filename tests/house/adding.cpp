// The examples of docs/adding.md, as they stand there: each is a whole file, and does what the page
// says of it.
#include "adding/energy.cpp"
#include "adding/export.cpp"
#include "adding/family.cpp"
#include "adding/join.cpp"
#include "adding/rule.cpp"
#include "core/assembly/builder.h"
#include "core/fold/chain.h"
#include "tests/program.h"
#include "tests/support.h"

using namespace hl;
using namespace hl::test;

class Adding : public QObject {
    Q_OBJECT

  private slots:
    // Folded by the engine, which does not know it, its ridge is where the file says.
    void aFamily() {
        const Family f = gable();
        const Design d = card(140, 160);
        AssemblyBuilder b(*assemble(d));
        const Host host = hostOf(b.made(), b.made().crease("card.spine"));
        StructureSpec spec;
        spec.id = "gable1";
        spec.kind = f.id;
        const Values v = f.complete({{"foot", 40}, {"wall", 50}}, host);
        for (const Parameter& p : f.parameters)
            QVERIFY2(v.count(p.name), p.name.c_str());
        QVERIFY(!f.build(spec, v, host, b));
        const Case c(d, b.made());
        const Crease& tip = c.assembly.creases[size_t(c.assembly.crease("gable1.tip"))];
        for (const double opening : {30.0, 90.0, 150.0}) {
            const Pose pose = poseAt(c.linkage, c.motion, opening);
            QVERIFY(pose.misfit() < 1e-6);
            const Vec3 ridge = pose.panels[size_t(tip.left)].at(tip.from);
            const Crease& spine = c.assembly.creases[size_t(c.assembly.crease("card.spine"))];
            const Rigid& page = pose.panels[size_t(spine.left)];
            const Vec3 along = (page.at(spine.to) - page.at(spine.from)).normalized();
            const double away = along.cross(ridge - page.at(spine.from)).norm();
            const double half = opening * pi / 360;
            const double far = 40 * std::sin(half);
            QVERIFY(std::fabs(away - (40 * std::cos(half) + std::sqrt(50 * 50 - far * far))) <
                    1e-6);
        }
    }

    void aRule() {
        const auto found = [](const char* size) {
            const Design d =
                with(card(), "topper", "card.page-right", {{"width", size}, {"height", size}});
            const Case c(d, *assemble(d));
            std::vector<Finding> out;
            tiny(Evidence(c, {}), {}, out);
            return out;
        };
        QVERIFY(found("20 mm").empty());
        const auto small = found("4 mm");
        QCOMPARE(small.size(), size_t{1});
        QVERIFY(std::fabs(small[0].amount - 4) < 1e-6 && small[0].parts.front() == "topper1");
    }

    void anExport() {
        const Design d = card();
        const Assembly a = *assemble(d);
        const auto made = writePapers({d, a, {}});
        QVERIFY(made && made->files.size() == 1 && made->remarks.size() == 1);
        QCOMPARE(made->files[0].bytes, d.stocks[0].name + "\n");
    }

    // One freedom, within what the row says.
    void aJoin() {
        Join join;
        const JoinTraits how = button();
        join.low = how.low;
        join.high = how.high;
        const auto chain = chainOf(join, how, {});
        QCOMPARE(chain.size(), size_t{1});
        QVERIFY(chain[0].freedom == Freedom::Turn && chain[0].rest == 0);
        QVERIFY(chain[0].low == -pi / 2 && chain[0].high == pi / 2);
    }

    // Its derivatives are those of its value, by differences.
    void anEnergy() {
        const EnergyRow row = felt();
        Linkage none;
        const EnergyTerm term{EnergyTerm::Kind::Fold, {0}, 0.4, 7, -1};
        const auto at = [&](double value) {
            const std::vector<double> values{value};
            const Rests rests;
            const TermAt here{none, term, values, rests};
            Eigen::VectorXd force = Eigen::VectorXd::Zero(1);
            Eigen::MatrixXd stiffness = Eigen::MatrixXd::Zero(1, 1);
            row.force(here, {0}, force);
            row.stiffness(here, {0}, stiffness);
            return std::tuple(row.value(here), force(0), stiffness(0, 0));
        };
        constexpr double step = 1e-6;
        for (const double value : {-0.3, 0.1, 0.39, 0.7}) {
            const auto [below, forceBelow, none1] = at(value - step);
            const auto [above, forceAbove, none2] = at(value + step);
            const auto [worth, force, stiffness] = at(value);
            QVERIFY(worth >= 0 && none1 >= 0 && none2 >= 0);
            QVERIFY(std::fabs((above - below) / (2 * step) - force) < 1e-6);
            QVERIFY(std::fabs((forceAbove - forceBelow) / (2 * step) - stiffness) < 1e-4);
        }
        QCOMPARE(std::get<0>(at(0.7)), 0.0); // it only pushes where it is pressed
    }
};

HL_TEST(Adding)
#include "adding.moc"
