// What a card can rest on: facets of its hull. A hull is closed (its facets' areas, each along its
// normal, add up to nothing) and nothing lies beyond it, however points lie in rows and planes.
#include "core/prove/hull.h"
#include "core/assembly/polygon.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using hl::test::scaled;

namespace {

Vec3 areaAlong(const Facet& f) {
    Vec3 twice = Vec3::Zero();
    for (size_t i = 0; i < f.ring.size(); ++i)
        twice += f.ring[i].cross(f.ring[(i + 1) % f.ring.size()]);
    return twice / 2;
}

// The corners of a block and points strewn over its sides, turned and moved, each off by at most
// `noise` mm.
std::vector<Vec3> block(std::mt19937& random, const Vec3& size, const Mat3& turn, const Vec3& at,
                        double noise) {
    std::uniform_real_distribution<double> part(0, 1), off(-noise, noise);
    std::vector<Vec3> out;
    for (int i = 0; i < 8; ++i)
        out.emplace_back(i & 1, i >> 1 & 1, i >> 2);
    for (int i = 0; i < 60; ++i) {
        Vec3 p(part(random), part(random), part(random));
        p[i % 3] = i / 3 % 2;
        if (i % 5 == 0)
            p[(i + 1) % 3] = i / 15 % 2; // on an edge
        out.push_back(p);
    }
    for (Vec3& p : out)
        p = at + turn * p.cwiseProduct(size) + Vec3(off(random), off(random), off(random));
    return out;
}

Mat3 anyTurn(std::mt19937& random) {
    std::normal_distribution<double> n;
    return Eigen::Quaterniond(n(random), n(random), n(random), n(random))
        .normalized()
        .toRotationMatrix();
}

} // namespace

class Hull : public QObject {
    Q_OBJECT
  private slots:
    void blocksHaveSixSides_data() {
        QTest::addColumn<double>("noise");
        QTest::newRow("exact") << 0.0;
        QTest::newRow("as doubles round") << 1e-12;
        QTest::newRow("nanometres") << 1e-6;
        QTest::newRow("micrometres") << 2e-3;
    }
    void blocksHaveSixSides() {
        QFETCH(double, noise);
        std::mt19937 random(11);
        std::uniform_real_distribution<double> side(5, 200);
        for (int n = scaled(200); n-- > 0;) {
            const Vec3 size(side(random), side(random), side(random));
            const Mat3 turn = n % 2 ? anyTurn(random) : Mat3(Mat3::Identity());
            const auto facets =
                hullOf(block(random, size, turn, Vec3(side(random), 3, -40), noise));
            QCOMPARE(facets.size(), size_t{6});
            for (const Facet& f : facets) {
                const Vec3 own = turn.transpose() * f.outward;
                int axis = 0;
                own.cwiseAbs().maxCoeff(&axis);
                QVERIFY(std::fabs(own[axis]) > 1 - 1e-5);
                const double area = size[(axis + 1) % 3] * size[(axis + 2) % 3];
                QVERIFY(std::fabs(areaAlong(f).dot(f.outward) - area) <= 1e-6 + noise * 1000);
            }
        }
    }
    void closedAndNothingBeyond() {
        std::mt19937 random(5);
        std::normal_distribution<double> far(0, 40);
        for (int n = scaled(100); n-- > 0;) {
            std::vector<Vec3> points;
            for (int i = 0; i < 4 + n % 90; ++i)
                points.emplace_back(far(random), far(random), far(random));
            const auto facets = hullOf(points);
            QVERIFY(facets.size() >= 4);
            Vec3 sum = Vec3::Zero();
            double all = 0;
            for (const Facet& f : facets) {
                sum += areaAlong(f);
                all += areaAlong(f).norm();
                QVERIFY(std::fabs(f.outward.norm() - 1) < 1e-9);
                QVERIFY(areaAlong(f).dot(f.outward) > 0);
                for (const Vec3& p : points)
                    QVERIFY(f.outward.dot(p) < f.offset + 0.002);
                for (const Vec3& p : f.ring)
                    QVERIFY(std::fabs(f.outward.dot(p) - f.offset) < 1e-6);
            }
            QVERIFY2(sum.norm() < 0.005 * all, qPrintable(QString::number(sum.norm() / all)));
        }
    }
    void whatIsFlatHasNone() {
        std::mt19937 random(3);
        std::uniform_real_distribution<double> far(-90, 90), off(-0.02, 0.02);
        QVERIFY(hullOf({}).empty());
        QVERIFY(hullOf(std::vector<Vec3>(9, Vec3(1, 2, 3))).empty());
        for (int n = scaled(50); n-- > 0;) {
            const Mat3 turn = anyTurn(random);
            std::vector<Vec3> flat, row;
            for (int i = 0; i < 30; ++i) {
                flat.push_back(turn * Vec3(far(random), far(random), off(random)));
                row.push_back(turn * Vec3(far(random), off(random), off(random)));
            }
            QVERIFY(hullOf(flat).empty());
            QVERIFY(hullOf(row).empty());
        }
    }
};

HL_TEST(Hull)
#include "hull.moc"
