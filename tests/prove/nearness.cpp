// How near two things come is told for the nearest opening of all: a clearance is looked at closely
// only where it may be the least, which a plain look at every opening checks.
#include "core/prove/curves.h"
#include "core/prove/evidence.h"
#include "core/prove/solids.h"
#include "tests/facts.h"
#include "tests/program.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

// V-folds, or boxes of several sizes, a little more or less than paper's thickness apart.
Design row(std::mt19937& random, bool folds) {
    auto between = [&](double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(random);
    };
    auto mm = [](double v) { return std::to_string(v) + " mm"; };
    Design d = card(140, 260);
    double at = 30;
    for (int i = 0; i < 5; ++i) {
        if (folds) {
            const double base = between(25, 45);
            d = with(d, "v-fold", "card.spine",
                     {{"place", mm(at)},
                      {"base_left", mm(base)},
                      {"base_right", mm(base)},
                      {"height", mm(between(15, 30))},
                      {"tab", "3 mm"}});
            at += between(0.3, 3);
        } else {
            const double wide = between(8, 16);
            d = with(d, "box", "card.spine",
                     {{"place", mm(at)},
                      {"width", mm(wide)},
                      {"left", mm(between(15, 30))},
                      {"right", mm(between(15, 30))},
                      {"tab", "4 mm"}});
            at += wide + between(0.1, 2);
        }
    }
    return d;
}

double gapAt(const Case& c, double opening, int a, int b) {
    const Pose pose = poseAt(c.linkage, c.motion, opening);
    double least = 1e300;
    forPieces(c.assembly.panels[size_t(a)], pose.panels[size_t(a)], c.assembly.panels[size_t(b)],
              pose.panels[size_t(b)], [&](const Polygon& p, const Polygon& q) {
                  least = std::min(least, gapOf(p, q).distance);
              });
    return least;
}

} // namespace

class Nearness : public QObject {
    Q_OBJECT
  private slots:
    void noOpeningIsNearer() {
        std::mt19937 random(5);
        int told = 0;
        for (int n = 0; n < 40; ++n) {
            const Design d = row(random, n % 2 == 0);
            const auto c = foldUp(d);
            for (const Finding& f : prove(*c)) {
                if (f.code != "clearance.near")
                    continue;
                ++told;
                const std::string which = "row " + std::to_string(n) + ": " + f.message;
                const int a = c->assembly.panel(f.panels.front()),
                          b = c->assembly.panel(f.panels.back());
                QVERIFY2(std::fabs(gapAt(*c, f.opening, a, b) - f.amount) < 1e-6, which.c_str());
                for (const double at : c->linkage.course.samples())
                    if (at >= f.openingFrom && at <= f.openingTo)
                        QVERIFY2(gapAt(*c, at, a, b) > f.amount - 2e-6,
                                 (which + " " + std::to_string(at)).c_str());
            }
        }
        QVERIFY2(told >= 40, std::to_string(told).c_str());
    }
};

HL_TEST(Nearness)
#include "nearness.moc"
