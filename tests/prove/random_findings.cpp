// The rules against slow, plain checkers of their own on random designs.
#include "core/assemble/assemble.h"
#include "core/prove/prove.h"
#include "tests/program.h"
#include "tests/random_design.h"
#include <QtTest>
#include <set>

using namespace hl;

namespace {

constexpr int designs = 400;

// Where the segment p-q pierces the panel, the least of: how deep the point lies inside the
// outline, and how far the two ends are from the panel's plane. Nothing if it does not pierce.
double pierces(const Vec3& p, const Vec3& q, const Panel& panel, const Rigid& at) {
    const Rigid back = at.inverse();
    const Vec3 a = back * p, b = back * q;
    if ((a.z() > 0) == (b.z() > 0) || std::abs(a.z() - b.z()) < 1e-12)
        return 0;
    const Vec3 hit = a + (b - a) * (a.z() / (a.z() - b.z()));
    double inside = 1e300;
    for (size_t i = 0; i < panel.outline.size(); ++i) {
        const Vec2 &u = panel.outline[i], &v = panel.outline[(i + 1) % panel.outline.size()];
        inside = std::min(inside, (hit.head<2>() - u).dot(leftOf((v - u).normalized())));
    }
    return std::min({inside, std::abs(a.z()), std::abs(b.z())});
}

// By how much an edge of one panel pierces the other.
double plainDepth(const Case& c, const Pose& pose, int i, int j) {
    double most = 0;
    for (auto [a, b] : {std::pair{i, j}, {j, i}}) {
        const auto& ring = c.assembly.panels[a].outline;
        for (size_t k = 0; k < ring.size(); ++k)
            most = std::max(most, pierces(pose.panels[a].at(ring[k]),
                                          pose.panels[a].at(ring[(k + 1) % ring.size()]),
                                          c.assembly.panels[b], pose.panels[b]));
    }
    return most;
}

bool binds(const Case& c) {
    for (auto& at : c.motion.misfits)
        for (double miss : at)
            if (miss > 0.01)
                return true;
    return false;
}

using Pair = std::set<std::string>;

} // namespace

class RandomFindings : public QObject {
    Q_OBJECT
  private slots:
    void collisionsAreThoseThatPierce() {
        int colliding = 0, sound = 0;
        const bool good = rc::check("collision agrees with plain piercing", [&] {
            const Design d = test::randomDesign();
            const Case c(d, *assemble(d));
            RC_PRE(!binds(c));
            std::set<Pair> told, graveTold, plain, grave;
            for (auto& f : prove(c))
                if (f.rule == "collision") {
                    told.insert(Pair(f.parts.begin(), f.parts.end()));
                    if (f.amount > 1.0)
                        graveTold.insert(Pair(f.parts.begin(), f.parts.end()));
                }
            for (int o = 2; o < widestOpening - 1; o += 2)
                for (size_t i = 0; i < c.assembly.panels.size(); ++i)
                    for (size_t j = i + 1; j < c.assembly.panels.size(); ++j) {
                        const double depth = plainDepth(c, c.poses[size_t(o)], int(i), int(j));
                        const Pair pair{c.assembly.parts[c.assembly.panels[i].part].id,
                                        c.assembly.parts[c.assembly.panels[j].part].id};
                        if (depth > 1e-3)
                            plain.insert(pair);
                        if (depth > 0.6)
                            grave.insert(pair);
                    }
            // What plainly pierces is told; what is told as grave does pierce.
            for (auto& pair : grave)
                RC_ASSERT(told.count(pair) == 1u);
            for (auto& pair : graveTold)
                RC_ASSERT(plain.count(pair) == 1u);
            ++(grave.empty() ? sound : colliding);
        });
        qInfo("%d colliding and %d sound designs", colliding, sound);
        QVERIFY(good);
        QVERIFY(colliding > test::scaled(designs) / 20 &&
                sound > test::scaled(designs) / 20); // both kinds were met
    }

    // The farthest corner beyond the closed card, straight from the posed corners.
    void overhangIsTheFarthestCorner() {
        int hanging = 0;
        const bool good = rc::check("overhang agrees with the farthest corner", [&] {
            const Design d = test::randomDesign();
            const Case c(d, *assemble(d));
            RC_PRE(!binds(c));
            const bool top = d.card.spine == SpineSide::Top;
            const double reach = (top ? d.card.height : d.card.width).mm();
            const double length = (top ? d.card.width : d.card.height).mm();
            std::map<std::string, double> told, plain;
            for (auto& f : prove(c))
                if (f.rule == "overhang")
                    told[f.parts.front()] = f.amount;
            for (size_t i = 0; i < c.assembly.panels.size(); ++i)
                for (const Vec2& corner : c.assembly.panels[i].outline) {
                    const Vec3 p = c.poses[0].panels[i].at(corner);
                    const double y = std::max({-p.y(), p.y() - length, 0.0});
                    const double z = std::max({-p.z(), p.z() - reach, 0.0});
                    double& most = plain[c.assembly.parts[c.assembly.panels[i].part].id];
                    most = std::max(most, std::hypot(y, z));
                }
            for (auto& [part, amount] : plain) {
                if (amount > 0.06)
                    RC_ASSERT(told.count(part) == 1u && std::abs(told[part] - amount) < 1e-6);
                if (amount < 0.04)
                    RC_ASSERT(told.count(part) == 0u);
            }
            hanging += !told.empty();
        });
        QVERIFY(good);
        QVERIFY(hanging > test::scaled(designs) / 20);
    }
};

HL_TEST_AFTER(test::fixRuns(designs), RandomFindings)
#include "random_findings.moc"
