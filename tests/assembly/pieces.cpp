// Paper in convex pieces: they are all of the paper and nothing else, whether a shape is cut up for
// the first time or was known, however many others were in between.
#include "core/assembly/polygon.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using hl::test::scaled;

namespace {

// A star of `n` corners about the origin, turned by `turn`: every corner is seen from there.
Ring star(std::mt19937& random, int n, double least, double most, double turn) {
    std::uniform_real_distribution<double> far(least, most);
    Ring out;
    for (int i = 0; i < n; ++i) {
        const double a = turn + 2 * M_PI * i / n;
        out.push_back(far(random) * Vec2(std::cos(a), std::sin(a)));
    }
    return out;
}
double sumOf(const std::vector<Ring>& pieces) {
    double sum = 0;
    for (const Ring& p : pieces)
        sum += areaOf(p);
    return sum;
}

} // namespace

class Pieces : public QObject {
    Q_OBJECT
  private slots:
    void theyAreThePaper() {
        std::mt19937 random(7);
        std::uniform_int_distribution<int> corners(5, 60);
        struct Known {
            Ring outline, hole;
            std::vector<Ring> pieces;
        };
        std::vector<Known> first;
        const int all = scaled(6000);
        for (int k = 0; k < all; ++k) {
            const Ring outline = star(random, corners(random), 20, 50, 0);
            Ring hole = star(random, corners(random), 3, 9, 0.3);
            const auto pieces = convexPieces(outline, {hole});
            const double paper = areaOf(outline) - areaOf(hole);
            QVERIFY2(std::fabs(sumOf(pieces) - paper) < 1e-6 * paper,
                     qPrintable(QString::number(k)));
            for (const Ring& p : pieces) {
                QVERIFY(isConvex(p));
                const Vec2 middle = (p[0] + p[1] + p[2]) / 3;
                QVERIFY(onPaper(outline, {hole}, middle));
            }
            if (k < 50)
                first.push_back({outline, hole, pieces});
        }
        for (const Known& k : first) {
            const auto again = convexPieces(k.outline, {k.hole});
            QVERIFY(again == k.pieces);
            // One corner elsewhere by a hair is another shape.
            Ring moved = k.outline;
            moved[2] *= 1 + 1e-9;
            QVERIFY(convexPieces(moved, {k.hole}) != k.pieces);
        }
    }
    // Corners given twice, holes that touch one another at a corner.
    void touchingShapesAreCutUpToo() {
        const Ring square{{0, 0}, {40, 0}, {40, 0}, {40, 40}, {0, 40}};
        const Ring touching{{5, 10}, {10, 10}, {10, 20}, {5, 20}},
            corner{{10, 20}, {20, 20}, {20, 30}, {10, 30}};
        QVERIFY(std::fabs(sumOf(convexPieces(square, {touching, corner})) - 1450) < 1e-9);
    }
};

HL_TEST(Pieces)
#include "pieces.moc"
