// Random rows of pages and random strips: they fold, lie flat, or are told why not. What they have
// to do follows from sums of widths alone, which the engine does not know.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/fold/case.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;

class RandomRows : public QObject {
    Q_OBJECT
    std::mt19937 chance_{20261125};
    int upTo(int n) { return static_cast<int>(chance_() % static_cast<unsigned>(n)); }
    // On half millimetres.
    double half(int least, int most) { return least + 0.5 * upTo(2 * (most - least) + 1); }
    static std::string num(double v) {
        std::string s = std::to_string(v);
        return s.substr(0, s.find('.') + 2);
    }

    static double worst(const Case& c) {
        double most = 0;
        for (const Pose& p : c.poses)
            most = std::max(most, p.misfit());
        return most;
    }

  private slots:
    // Closed, every page lies in one plane and goes back the way the last one came; the heights are
    // where they were said to be. A page that folds by an angle stands at that angle when shown.
    void rowsOfPages() {
        int made = 0, several = 0;
        for (int round = 0; round < test::scaled(1000); ++round) {
            const int n = 2 + upTo(5);
            std::vector<double> width, height, foot, shown;
            std::string folds, heights, raised, panels;
            int sheets = 1;
            std::vector<bool> valley;
            for (int i = 0; i < n; ++i) {
                width.push_back(half(20, 120));
                height.push_back(half(60, 140));
                foot.push_back(half(0, 12));
                if (i > 0) {
                    const bool hinge = upTo(4) == 0;
                    sheets += hinge;
                    panels += hinge ? " | hinge 8 | " : " | ";
                    valley.push_back(upTo(2) == 0);
                    shown.push_back(30 + upTo(151));
                    folds += (valley.back() ? " V" : " M") + std::to_string(int(shown.back()));
                }
                panels += num(width.back());
                heights += " " + num(height.back());
                raised += " " + num(foot.back());
            }
            const std::string say =
                panels + "," + folds + "; heights" + heights + "; raised" + raised;
            Design d = *newDesign(Measure::fromMm(120), Measure::fromMm(150), SpineSide::Left,
                                  Unit::Millimetre);
            auto told = tell(d, "card", {{"say", say}});
            if (!told) { // pages that hang together by next to nothing
                QVERIFY2(!told.problem().remedy.empty(), say.c_str());
                continue;
            }
            ++made;
            several += sheets > 1;
            const Case c(*told, *assemble(*told));
            QVERIFY2(worst(c) < 1e-9, say.c_str());
            // Closed: along the fold as said, across it to and fro.
            double at = 0, way = -1; // the first page lies left of the spine
            for (int i = 0; i < n; ++i) {
                const std::string id = i == 0   ? "card.page-left"
                                       : i == 1 ? "card.page-right"
                                                : "card.page-" + std::to_string(i + 1);
                const int panel = c.assembly.panel(id);
                QVERIFY2(panel >= 0, (say + " lacks " + id).c_str());
                double low = 1e300, high = -1e300, foots = 1e300, tops = -1e300;
                // In the frame of the root page.
                const Rigid frame = c.poses.front().panels[c.assembly.root].inverse();
                for (const Vec2& p : c.assembly.panels[panel].outline) {
                    const Vec3 q = frame * c.poses.front().panels[panel].at(p);
                    QVERIFY2(std::fabs(q.z()) < 1e-6, say.c_str());
                    low = std::min(low, q.x());
                    high = std::max(high, q.x());
                    foots = std::min(foots, q.y());
                    tops = std::max(tops, q.y());
                }
                const double end = at + way * width[i];
                const double from = std::min(at, end), to = std::max(at, end);
                QVERIFY2(std::fabs(low - from) < 1e-5 && std::fabs(high - to) < 1e-5,
                         (say + " at " + id).c_str());
                QVERIFY2(std::fabs(foots - foot[i]) < 1e-5 &&
                             std::fabs(tops - foot[i] - height[i]) < 1e-5,
                         say.c_str());
                // The next one hangs on the far edge of this one; the first on its near one.
                if (i > 0)
                    at = end;
                way = i == 0 ? -1 : -way;
            }
            // Displayed: the angle between neighbours is the one that was said.
            const Pose& last = c.poses.back();
            for (int i = 0; i + 1 < n; ++i) {
                const int crease =
                    c.assembly.crease(i == 0 ? "card.spine" : "card.fold-" + std::to_string(i + 1));
                QVERIFY(crease >= 0);
                const Crease& k = c.assembly.creases[crease];
                const double cosine =
                    -last.panels[k.left].turn.col(2).dot(last.panels[k.right].turn.col(2));
                QVERIFY2(std::fabs(cosine - std::cos(shown[i] * pi / 180)) < 1e-9, say.c_str());
            }
        }
        QVERIFY2(made > test::scaled(1000) / 2 && several > 0, qPrintable(QString::number(made)));
    }

    // Two walls over a fold: flat when closed if a + p = b + q, or a - p = b - q; open all the way
    // if they reach; else the misfit is what the triangle lacks.
    void stripsOverAFold() {
        int flat = 0, open = 0, binding = 0;
        for (int round = 0; round < test::scaled(1000); ++round) {
            const double a = half(12, 45), b = half(12, 45);
            double p = b, q = a; // a parallelogram
            const int kind = upTo(4);
            if (kind == 1) { // a roof
                const double past = half(1, 15);
                p = b + past, q = a + past;
                if (p + q < a + b + 0.5)
                    continue;
            } else if (kind == 2) { // by chance
                p = half(8, 60), q = half(8, 60);
            } else if (kind == 3) { // as long as they have to be, but for a score that is off
                p = b + (upTo(2) ? 1 : -1) * half(1, 5);
            }
            const bool valley = upTo(2) == 0, away = upTo(4) == 0;
            const std::string foot = valley ? "V" : "M", tip = valley != away ? "V" : "M";
            const std::string say = "8 | " + num(p) + " | " + num(q) + " | 8, " + foot + " " + tip +
                                    " " + foot + "; height 40";
            Design d = *newDesign(Measure::fromMm(130), Measure::fromMm(160), SpineSide::Left,
                                  Unit::Millimetre);
            auto added = addStructure(d, "strip", "card.spine",
                                      {{"left", num(a) + " mm"},
                                       {"right", num(b) + " mm"},
                                       {"tabs", away ? "away" : "toward"}},
                                      {}, "", {{"say", say}});
            QVERIFY2(added, added ? "" : added.problem().text().c_str());
            const Case c(added->first, *assemble(added->first));
            // The feet are far apart; a triangle of that, p and q closes if far <= p + q, far >= |p
            // - q|.
            double lacks = 0;
            bool between = true; // the tip stays between the pages, on whose faces the walls rise
            for (const double at : c.linkage.course.samples()) {
                const double angle = at * pi / 360;
                const Vec2 u(-std::sin(angle), std::cos(angle)),
                    v(std::sin(angle), std::cos(angle));
                const Vec2 left = a * u, right = b * v;
                const double far = (right - left).norm();
                const double by = std::max({0.0, far - p - q, std::fabs(p - q) - far});
                lacks = std::max(lacks, by);
                if (by > 0 || far < 1e-9)
                    continue;
                const double along = (far * far + p * p - q * q) / (2 * far);
                const Vec2 way = (right - left) / far;
                Vec2 up = leftOf(way);
                if (up.dot(left) < 0)
                    up = -up;
                const Vec2 top =
                    left + along * way + std::sqrt(std::max(0.0, p * p - along * along)) * up;
                between = between && rightOf(u).dot(top) > -1e-6 && leftOf(v).dot(top) > -1e-6;
            }
            const std::string what = say + " on " + num(a) + " and " + num(b) + ": lacks " +
                                     std::to_string(lacks) + ", has " + std::to_string(worst(c));
            if (lacks < 1e-9 && between) {
                ++open;
                QVERIFY2(worst(c) < 1e-6, what.c_str());
            } else if (lacks > 0.6) {
                ++binding;
                QVERIFY2(worst(c) > 0.5, what.c_str());
            }
            if (lacks < 1e-9 && between && std::fabs(std::fabs(a - b) - std::fabs(p - q)) < 1e-9) {
                ++flat;
                for (size_t i = 0; i < c.assembly.panels.size(); ++i)
                    for (const Vec2& corner : c.assembly.panels[i].outline)
                        QVERIFY2(std::fabs(c.poses.front().panels[i].at(corner).x()) < 1e-6,
                                 what.c_str());
            }
        }
        QVERIFY2(flat > 0 && open > 0 && binding > 0,
                 qPrintable(QString("%1 %2 %3").arg(flat).arg(open).arg(binding)));
    }
};

HL_TEST(RandomRows)
#include "random_rows.moc"
