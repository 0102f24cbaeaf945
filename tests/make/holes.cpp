// Holes for fasteners: one in each part that a pivot joins, and they lie on one another.
#include "core/assembly/holes.h"
#include "core/assemble/assemble.h"
#include "core/make/cut_plan.h"
#include "core/make/machine.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

class Holes : public QObject {
    Q_OBJECT
  private slots:
    // Wherever the pivots are and however the arms are turned: the hole of an arm, laid where the
    // arm lies, is the hole of what it is fastened to.
    void lieOnOneAnother() {
        std::mt19937 dice(20261201);
        std::uniform_real_distribution<double> place(20, 60), turn(-180, 180), in(3, 7);
        for (int n = 0; n < 60; ++n) {
            Design d = card();
            d.parts = {blank("arm", 40, 10), blank("hand", 30, 10)};
            JoinSpec one =
                glue("arm.sheet", "card.page-right", place(dice), place(dice), turn(dice));
            one.kind = JoinKind::Pivot;
            one.hold = {at(in(dice), in(dice))};
            JoinSpec two = glue("hand.sheet", "arm.sheet", 20 + in(dice), in(dice), turn(dice));
            two.kind = JoinKind::Pivot;
            two.hold = {at(in(dice), in(dice))};
            one.onFace = two.onFace = n % 2 == 0;
            d.joins = {one, two};
            const auto made = assemble(d);
            QVERIFY2(bool(made), made ? "" : made.problem().text().c_str());
            const Assembly& a = *made;
            size_t all = 0;
            for (const Join& j : a.joins) {
                std::vector<Vec2> at;
                for (int panel : {j.landing, j.tab})
                    for (const Hole& h : holesOf(a, a.parts[size_t(a.panels[size_t(panel)].part)]))
                        if (h.join == j.id)
                            at.push_back(h.at);
                QCOMPARE(at.size(), size_t(2));
                const Vec2 laid = j.place.at(at[1]).head<2>();
                QVERIFY2((laid - at[0]).norm() < 1e-9, qPrintable(QString::number(n)));
                all += 2;
            }
            QCOMPARE(all, size_t(4));
        }
    }

    // A slot is as wide as the hole all along and round at both ends, its rim clockwise.
    void aSlotIsRoundAtItsEnds() {
        const Vec2 from(3, 4), to(11, -2);
        const Ring rim = rimOf(from, to, holeAcross);
        const double r = holeAcross / 2, length = (to - from).norm();
        QVERIFY(std::abs(areaOf(rim) + length * holeAcross + pi * r * r) < 0.02 * pi * r * r);
        const Vec2 way = (to - from) / length;
        for (const Vec2& p : rim) {
            const double along = std::clamp(way.dot(p - from), 0.0, length);
            QVERIFY(std::abs((p - from - along * way).norm() - r) < 1e-9);
        }
        QVERIFY(std::abs(areaOf(rimOf(from, from, holeAcross)) + pi * r * r) < 0.02 * pi * r * r);
    }

    // In the parts list, in words, and on the mat of a machine: round, of that width, cut before
    // the part comes loose.
    void areCutAndPunched() {
        Design d = card();
        d.parts = {blank("arm", 40, 10)};
        JoinSpec pivot = glue("arm.sheet", "card.page-right", 30, 40, 25);
        pivot.kind = JoinKind::Pivot;
        pivot.hold = {at(6, 4)};
        d.joins = {pivot};
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        for (const ListedPart& p : parts) {
            QCOMPARE(p.holes.size(), size_t(1));
            const auto work = knifeWork(p, Trimmer(), Unit::Millimetre);
            QVERIFY(!work.empty() && work.back().find("punch a hole of 3 mm") == 0);
        }
        QVERIFY((parts[1].holes[0].first - Vec2(6, 4)).norm() < 1e-9);
        QVERIFY(
            partsText(parts, Unit::Millimetre).find("6 mm from the left and 4 mm from the lower") !=
            std::string::npos);
        const MachineJob job = machineJob(parts, CuttingMachine(), Unit::Millimetre);
        int round = 0;
        for (const MachineMat& mat : job.mats)
            for (const MachineLine& l : mat.lines) {
                if (l.layer != MachineLayer::InnerCuts || !l.closed)
                    continue;
                Vec2 middle(0, 0);
                for (const Vec2& p : l.points)
                    middle += p / double(l.points.size());
                for (const Vec2& p : l.points)
                    QVERIFY(std::abs((p - middle).norm() - holeAcross / 2) < 1e-9);
                ++round;
            }
        QCOMPARE(round, 2);
    }
};

HL_TEST(Holes)
#include "holes.moc"
