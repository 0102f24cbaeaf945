// Film and thread between their ends, against closed forms: arcs, parabolas, ways round a fold.
#include "core/fold/span.h"
#include "tests/program.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;

namespace {

constexpr double degree = pi / 180;

// Two panels over a fold along y at the origin, opened by `opening` degrees like the pages of a
// card: the first to the left, faces inward.
Pose pagesAt(double opening) {
    Pose pose;
    const double a = (180 - opening) / 2 * degree;
    for (const double sign : {1.0, -1.0}) {
        Rigid r;
        r.turn = Eigen::AngleAxisd(sign * a, Vec3::UnitY()).toRotationMatrix();
        pose.panels.push_back(r);
    }
    return pose;
}

Span spanOf(double left, double right, double length, double width = 10) {
    Span s;
    s.panels[0] = 0;
    s.panels[1] = 1;
    s.edges[0] = {Vec2(-left, 0), Vec2(-left, width)};
    s.edges[1] = {Vec2(right, 0), Vec2(right, width)};
    s.fold = Vec2(0, width / 2);
    s.length = length;
    s.window = 1;
    return s;
}

double lengthOf(const SpanShape& shape) {
    double sum = 0;
    for (size_t i = 1; i < shape.line.size(); ++i)
        sum += (shape.line[i].first - shape.line[i - 1].first).norm();
    return sum;
}

} // namespace

class SpanTest : public QObject {
    Q_OBJECT

  private slots:
    void anArcHasItsChordAndItsLength() {
        for (const double t : {0.1, 0.7, pi / 2, 2.2, 3.0}) {
            const double radius = 20, chord = 2 * radius * std::sin(t), length = 2 * radius * t;
            QVERIFY(std::fabs(halfAngleOf(chord, length) - t) < 1e-7);
        }
        QCOMPARE(halfAngleOf(10, 10), 0.0);
        QCOMPARE(halfAngleOf(11, 10), 0.0);
    }

    void aParabolaIsAsLongAsTheThread() {
        for (const double chord : {5.0, 40.0, 99.0}) {
            const double length = 100, s = sagOf(chord, length);
            double sum = 0;
            constexpr int n = 200000;
            Vec2 last(-1, 0);
            for (int i = 0; i <= n; ++i) {
                const double u = 2.0 * i / n - 1;
                const Vec2 p(u * chord / 2, s * (1 - u * u));
                if (i)
                    sum += (p - last).norm();
                last = p;
            }
            QVERIFY2(std::fabs(sum - length) < 1e-3, std::to_string(sum).c_str());
        }
        QCOMPARE(sagOf(100, 100), 0.0);
        QCOMPARE(sagOf(0, 100), 50.0);
    }

    // Whatever the opening, what is drawn is as long as the film, begins and ends where it is held,
    // and lies on the side to which it bows.
    void filmKeepsItsLengthAtEveryOpening() {
        std::mt19937 source(5);
        std::uniform_real_distribution<double> feet(10, 60), more(0.5, 30), opening(8, 179);
        for (int n = 0; n < 300; ++n) {
            const double a = feet(source), b = feet(source), at = opening(source);
            const double chord = std::sqrt(a * a + b * b - 2 * a * b * std::cos(at * degree));
            const Span s = spanOf(a, b, chord + more(source));
            const Pose pose = pagesAt(at);
            const SpanShape shape = shapeOf(pose, s, Vec3(0, -1, 0), 2000);
            QVERIFY(std::fabs(shape.apart - chord) < 1e-9);
            QVERIFY(std::fabs(lengthOf(shape) - s.length) < 0.002 * s.length);
            QVERIFY((shape.line.front().first - pose.panels[0].at(s.edges[0].first)).norm() < 1e-9);
            QVERIFY((shape.line.back().second - pose.panels[1].at(s.edges[1].second)).norm() <
                    1e-9);
            QVERIFY(shape.way.z() > 0.1); // out of the opening
            QVERIFY(shape.bow > 0);
        }
    }

    // On the outside of a fold, where paper is: it goes round, and is as long as both sides
    // whatever the opening; through a window it is the straight line.
    void roundTheFoldOrThroughTheWindow() {
        for (const double at : {20.0, 90.0, 150.0}) {
            Span s = spanOf(30, 40, 70);
            s.face = false;
            s.window = 0;
            const SpanShape round = shapeOf(pagesAt(at), s, Vec3(0, -1, 0));
            QVERIFY(std::fabs(round.apart - 70) < 1e-9);
            QVERIFY(round.way.z() < -0.1);
            s.window = 30;
            const SpanShape through = shapeOf(pagesAt(at), s, Vec3(0, -1, 0));
            QVERIFY(through.apart < 70 - 0.5);
        }
        // Inside a fold the straight line is the shortest way, paper or not.
        Span s = spanOf(30, 40, 70);
        s.window = 0;
        QVERIFY(shapeOf(pagesAt(90), s, Vec3(0, -1, 0)).apart < 51);
    }

    // Shut, with nothing left of the straight line between its ends, nothing is undefined.
    void shutAndTooShort() {
        for (const bool thread : {false, true})
            for (const double window : {0.0, 20.0})
                for (const double at : {0.0, 180.0}) {
                    Span s = spanOf(30, 30, 25);
                    s.thread = thread;
                    s.window = window;
                    const SpanShape shape = shapeOf(pagesAt(at), s, Vec3(0, -1, 0));
                    for (auto& [p, q] : shape.line)
                        QVERIFY(p.allFinite() && q.allFinite());
                }
    }

    // Wire is the same parabola the other way up, and what hangs on it hangs upright all the same.
    void wireStandsUp() {
        Span s = spanOf(40, 40, 100);
        s.thread = true;
        for (auto& edge : s.edges)
            edge.second = edge.first;
        const Vec3 down(0, 0, -1);
        const SpanShape hangs = shapeOf(pagesAt(150), s, down, 200);
        s.wire = true;
        const SpanShape stands = shapeOf(pagesAt(150), s, down, 200);
        QVERIFY(std::fabs(lengthOf(stands) - lengthOf(hangs)) < 1e-9);
        QVERIFY(std::fabs(stands.bow - sagOf(stands.apart, 100)) < 1e-9);
        const Vec3 chord = (stands.line.front().first + stands.line.back().first) / 2;
        QVERIFY(std::fabs(stands.line[100].first.z() - chord.z() - stands.bow) < 1e-6);
        QVERIFY(std::fabs(hangs.line[100].first.z() - chord.z() + hangs.bow) < 1e-6);
        QVERIFY((placeOn(stands, s, 0.3, down).turn.col(1) - Vec3(0, 0, 1)).norm() < 1e-9);
    }

    // What hangs on a thread hangs on it, evenly and upright, wherever down is.
    void bannersHangUpright() {
        Span s = spanOf(40, 40, 100);
        s.thread = true;
        for (auto& edge : s.edges)
            edge.second = edge.first;
        for (const Vec3& down : {Vec3(0, -1, 0), Vec3(0, 0, -1)}) {
            const SpanShape shape = shapeOf(pagesAt(120), s, down, 400);
            QVERIFY(shape.way.dot(down) > 0.99);
            double last = -1e300;
            for (int k = 0; k < 5; ++k) {
                const Rigid at = placeOn(shape, s, (k + 0.5) / 5, down);
                QVERIFY((at.turn.col(1) + down).norm() < 1e-9);
                QVERIFY(std::fabs(at.turn.determinant() - 1) < 1e-9);
                QVERIFY(at.shift.x() > last);
                last = at.shift.x();
            }
            // The third is at the lowest place.
            const Rigid middle = placeOn(shape, s, 0.5, down);
            const Vec3 between = (shape.line.front().first + shape.line.back().first) / 2;
            QVERIFY(std::fabs((middle.shift - between).dot(down) - shape.bow) < 1e-6);
        }
    }
};

HL_TEST(SpanTest)
#include "span.moc"
