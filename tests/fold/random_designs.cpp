// Properties that hold for every design, checked on random ones nested up to four deep.
#include "core/assemble/assemble.h"
#include "core/fold/motion.h"
#include "tests/program.h"
#include "tests/random_design.h"
#include <QtTest>

using namespace hl;
using test::randomDesign;

namespace {

constexpr int designs = 5000;

double length(const Vec3& a, const Vec3& b) { return (a - b).norm(); }

} // namespace

class RandomDesigns : public QObject {
    Q_OBJECT
  private slots:
    void foldTrue() {
        int folded = 0, exact = 0;
        const bool good = rc::check("every random design folds true", [&] {
            const Design d = randomDesign();
            RC_PRE(!d.structures.empty());
            const Assembly a = *assemble(d);
            const Linkage k = linkageOf(a);
            const Motion m = motionOf(k);
            ++folded;
            std::vector<Vec3> last;
            double worst = 0;
            for (int o = 0; o <= widestOpening; o += 1)
                for (double miss : m.misfits[o])
                    worst = std::max(worst, miss);
            exact += worst < 1e-6;
            for (double opening : {0.0, 1.0, 17.3, 90.0, 141.9, 179.0, 180.0}) {
                const Pose p = poseAt(k, m, opening);
                for (size_t i = 0; i < a.panels.size(); ++i) {
                    const auto& ring = a.panels[i].outline;
                    for (size_t j = 0; j < ring.size(); ++j) {
                        const Vec2 &u = ring[j], &v = ring[(j + 1) % ring.size()];
                        const double flat = (u - v).norm();
                        // Panels stay rigid.
                        RC_ASSERT(std::abs(length(p.panels[i].at(u), p.panels[i].at(v)) - flat) <=
                                  1e-9 * (1 + flat));
                    }
                }
                // Creases stay closed.
                for (const Crease& c : a.creases)
                    for (const Vec2& q : {c.from, c.to})
                        RC_ASSERT(length(p.panels[c.left].at(q), p.panels[c.right].at(q)) <
                                  1e-6 + p.misfit()); // which is shared out
                // Every fold keeps its side.
                for (size_t c = 0; c < a.creases.size(); ++c)
                    RC_ASSERT((a.creases[c].fold == Fold::Valley ? 1 : -1) * p.angles[c] >= 0.0);
                // Where the misfit is nought, every tab lies on its landing.
                if (p.misfit() < 1e-9)
                    for (const Join& g : a.joins)
                        for (const Vec2& q : a.panels[g.tab].outline)
                            RC_ASSERT(length(p.panels[g.tab].at(q),
                                             (p.panels[g.landing] * g.place).at(q)) < 1e-6);
            }
            // Every corner moves with the folds that carry it, each no further than its lever arm
            // allows: by no more than the sum of turn times distance from the fold.
            std::vector<Rigid> before, after;
            for (int o = 4; o + 1 < widestOpening - 3; o += 7) {
                placePanels(k, m.values[o], before);
                placePanels(k, m.values[o + 1], after);
                const double spineTurn = std::abs(m.values[o + 1][k.spine] - m.values[o][k.spine]);
                std::vector<double> allowed(a.panels.size());
                std::vector<int> parent(a.panels.size(), -1), joint(a.panels.size(), -1);
                for (const TreeStep& t : k.tree) {
                    parent[t.panel] = t.parent;
                    joint[t.panel] = t.joint;
                }
                for (size_t i = 0; i < a.panels.size(); ++i) {
                    if (k.loose[i])
                        continue;
                    const Vec2& corner = a.panels[i].outline[0];
                    const Vec3 from = before[i].at(corner), to = after[i].at(corner);
                    double most = spineTurn / 2 * from.norm();
                    for (int p = int(i); parent[p] >= 0; p = parent[p])
                        if (joint[p] >= 0) {
                            const Crease& c = a.creases[joint[p]];
                            const Vec3 on = before[c.left].at(c.from),
                                       dir = before[c.left].turn * lift(c.dir());
                            most += std::abs(m.values[o + 1][joint[p]] - m.values[o][joint[p]]) *
                                    (from - on).cross(dir).norm();
                        }
                    // The arms themselves change a little during the step.
                    RC_ASSERT((to - from).norm() <= 1.3 * most + 1e-6);
                }
            }
            // No branch jumps: between two neighbouring samples a fold turns no faster than a
            // linkage that closes can, except right next to a flat state.
            if (worst < 1e-6)
                for (int o = 3; o < widestOpening - 3; ++o)
                    for (size_t c = 0; c < a.creases.size(); ++c)
                        RC_ASSERT(std::abs(m.values[o + 1][c] - m.values[o][c]) < 30 * pi / 180);
        });
        QVERIFY(good);
        qInfo("%d designs folded, %d of them without misfit at every opening", folded, exact);
        QVERIFY(folded >= designs);
        // The generator keeps to measures that close; nearly all must.
        QVERIFY(exact > folded * 8 / 10);
    }

    void orderDoesNotMatter() {
        const bool good = rc::check("the order of parts does not matter", [] {
            const Design d = randomDesign();
            Design e = d;
            std::reverse(e.structures.begin(), e.structures.end());
            std::reverse(e.parts.begin(), e.parts.end());
            std::reverse(e.joins.begin(), e.joins.end());
            const Assembly a = *assemble(d), b = *assemble(e);
            const Linkage ka = linkageOf(a), kb = linkageOf(b);
            const Motion ma = motionOf(ka), mb = motionOf(kb);
            for (double opening : {0.0, 33.3, 90.0, 180.0}) {
                const Pose p = poseAt(ka, ma, opening), q = poseAt(kb, mb, opening);
                if (p.misfit() > 1e-9)
                    continue;
                // A least energy is known only to the root of what its value is known to.
                const bool springs = std::count(ma.springs.begin(), ma.springs.end(), true) > 0;
                const double most = springs ? 1e-4 : 1e-6;
                for (size_t i = 0; i < a.panels.size(); ++i) {
                    const int j = b.panel(a.panels[i].id);
                    for (const Vec2& c : a.panels[i].outline)
                        RC_ASSERT(length(p.panels[i].at(c), q.panels[j].at(c)) < most);
                }
            }
        });
        QVERIFY(good);
    }
};

HL_TEST_AFTER(test::fixRuns(designs), RandomDesigns)
#include "random_designs.moc"
