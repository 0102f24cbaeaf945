// Congruence of pieces of paper with openings, against pieces that were moved, turned and turned
// over by chance, and others that were changed by a little.
#include "core/assembly/congruent.h"
#include "core/measure/measure.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QtTest>
#include <random>

using namespace hl;
using namespace hl::test;

class Congruent : public QObject {
    Q_OBJECT
    std::mt19937 chance_{20261201};
    double part(double low, double high) {
        return std::uniform_real_distribution<>(low, high)(chance_);
    }
    // A lopsided piece: no turn and no mirror image of it lies on itself.
    Paper piece() {
        const double w = part(40, 90), h = part(95, 130), a = part(5, 15);
        return {
            {{0, 0}, {w, 0}, {w, h}, {a, h - a}},
            {{{10, 10}, {10, 16}, {20, 16}, {20, 10}}, {{w - 12, 30}, {w - 15, 40}, {w - 8, 36}}}};
    }
    static Paper laid(Paper p, double turn, const Vec2& shift, bool over) {
        const auto move = [&](Ring& ring) {
            for (Vec2& q : ring) {
                const Vec2 r(over ? -q.x() : q.x(), q.y());
                q = shift + Vec2(std::cos(turn) * r.x() - std::sin(turn) * r.y(),
                                 std::sin(turn) * r.x() + std::cos(turn) * r.y());
            }
            if (over)
                std::reverse(ring.begin(), ring.end());
        };
        move(p.outline);
        for (Ring& hole : p.apertures)
            move(hole);
        return p;
    }

  private slots:
    void pieces() {
        for (int n = 0; n < scaled(200); ++n) {
            const Paper a = piece();
            const bool over = chance_() % 2;
            const double turn = n % 4 == 0 ? pi * double(chance_() % 2) : part(0.1, 3);
            Paper b = laid(a, turn, {part(-50, 50), part(-50, 50)}, over);
            std::rotate(b.outline.begin(), b.outline.begin() + chance_() % 4, b.outline.end());
            std::swap(b.apertures[0], b.apertures[1]);
            QVERIFY(congruent(a, b, over, 1e-6));
            QVERIFY(!congruent(a, b, !over, 1e-6));
            QCOMPARE(congruent(a, b, over, 1e-6, TurnedBy::Half), n % 4 == 0);
            Paper other = b; // an opening elsewhere, a corner elsewhere, one opening less
            for (Vec2& q : other.apertures[n % 2])
                q += Vec2(0.02, 0);
            QVERIFY(!congruent(a, other, over, 1e-3) && congruent(a, other, over, 0.05));
            other = b;
            other.outline[2] += Vec2(0.1, 0.1);
            QVERIFY(!congruent(a, other, over, 1e-3));
            other = b;
            other.apertures.pop_back();
            QVERIFY(!congruent(a, other, over, 1e-3));
        }
    }
};

HL_TEST(Congruent)
#include "congruent.moc"
