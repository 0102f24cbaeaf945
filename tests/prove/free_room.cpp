// Room to write, held against brute force: on pages with figures here and there no larger free
// rectangle can be found by trying all of them, and what is found is free.
#include "core/assemble/assemble.h"
#include "core/prove/room.h"
#include "core/prove/seen.h"
#include "tests/program.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

struct Bounds {
    Vec2 low, high;
    bool meets(const Bounds& o) const {
        return (low.array() < o.high.array() - 1e-9).all() &&
               (o.low.array() < high.array() - 1e-9).all();
    }
};

Bounds boundsOf(const Ring& ring, const Rigid& at) {
    Bounds out{Vec2(1e9, 1e9), Vec2(-1e9, -1e9)};
    for (const Vec2& p : ring) {
        const Vec2 q = at.at(p).head<2>();
        out.low = out.low.cwiseMin(q);
        out.high = out.high.cwiseMax(q);
    }
    return out;
}

} // namespace

class FreeRoom : public QObject {
    Q_OBJECT
  private slots:
    void noLargerRectangleIsFree() {
        std::mt19937 chance(5);
        const auto between = [&](int low, int high) {
            return std::uniform_int_distribution<int>(low, high)(chance);
        };
        int found = 0;
        for (int round = 0; round < scaled(12); ++round) {
            const double w = between(80, 130), h = between(80, 150);
            Design d = card(w, h);
            const int figures = between(0, 5);
            for (int i = 0; i < figures; ++i) {
                const auto mm = [](int v) { return std::to_string(v) + " mm"; };
                const int fw = between(8, 30), fh = between(8, 30);
                auto added =
                    addStructure(d, "topper", "card.page-right",
                                 {{"width", mm(fw)},
                                  {"height", mm(fh)},
                                  {"across", mm(between(fw / 2 + 1, int(w) - fw / 2 - 1))},
                                  {"along", mm(between(fh / 2 + 1, int(h) - fh / 2 - 1))}});
                if (added)
                    d = added->first;
            }
            const Case c(d, *assemble(d));
            const Assembly& a = c.assembly;
            const int page = a.panel("card.page-right");
            std::vector<Bounds> taken;
            for (const Join& j : a.joins)
                if (j.landing == page && j.ontoFace())
                    taken.push_back(boundsOf(a.panels[size_t(j.tab)].outline, j.place));
            const Bounds paper = boundsOf(a.panels[size_t(page)].outline, Rigid());
            const WritingRoom* room = nullptr;
            const auto rooms = roomToWrite(c);
            for (const WritingRoom& r : rooms)
                if (r.panel == page && r.face)
                    room = &r;
            // All rectangles whose sides lie on edges of what is taken, or 4 mm inside the page.
            std::vector<double> xs{paper.low.x() + 4, paper.high.x() - 4},
                ys{paper.low.y() + 4, paper.high.y() - 4};
            for (const Bounds& b : taken) {
                xs.insert(xs.end(), {b.low.x(), b.high.x()});
                ys.insert(ys.end(), {b.low.y(), b.high.y()});
            }
            double most = 0;
            for (double x0 : xs)
                for (double x1 : xs)
                    for (double y0 : ys)
                        for (double y1 : ys) {
                            if (x1 - x0 < 30 || y1 - y0 < 20 || x0 < paper.low.x() + 4 - 1e-9 ||
                                x1 > paper.high.x() - 4 + 1e-9 || y0 < paper.low.y() + 4 - 1e-9 ||
                                y1 > paper.high.y() - 4 + 1e-9)
                                continue;
                            const Bounds one{{x0, y0}, {x1, y1}};
                            if (std::none_of(taken.begin(), taken.end(),
                                             [&](const Bounds& b) { return b.meets(one); }))
                                most = std::max(most, (x1 - x0) * (y1 - y0));
                        }
            if (!room) {
                QVERIFY2(most < 33 * 23, qPrintable(QString::number(most)));
                continue;
            }
            ++found;
            const Bounds given{room->low, room->high};
            for (const Bounds& b : taken)
                QVERIFY(!b.meets(given));
            QVERIFY((given.low - paper.low).minCoeff() > 4 - 1e-6 &&
                    (paper.high - given.high).minCoeff() > 4 - 1e-6);
            const double area = room->width * room->height;
            // To whole millimetres inward: two of them may be lost each way, at figures as well.
            QVERIFY2(area <= most + 1e-6 && area >= most - 5 * (room->width + room->height) - 25,
                     qPrintable(QString("%1 of %2").arg(area).arg(most)));
            for (size_t i = 1; i < rooms.size(); ++i)
                QVERIFY(rooms[i - 1].width * rooms[i - 1].height >=
                        rooms[i].width * rooms[i].height - 1e-6);
        }
        QVERIFY2(found >= scaled(8), qPrintable(QString::number(found)));
    }
    // The nearer of two walls hides what stands behind it, the more the lower it is looked at; and
    // what shows is never more than all of it.
    void whatStandsBehindShowsLess() {
        Design d = card(150, 150);
        d.card.spine = SpineSide::Top;
        d = with(d, "box", "card.spine",
                 {{"left", "60"}, {"right", "60"}, {"width", "60"}, {"place", "45"}});
        d = with(d, "box", "card.spine",
                 {{"left", "25"}, {"right", "25"}, {"width", "30"}, {"place", "10"}});
        const Case c(d, *assemble(d));
        for (double height : {0.0, 20.0, 45.0, 80.0})
            for (const Visible& v : visibleIn(c, height))
                QVERIFY(v.part >= -1e-9 && v.part <= 1 + 1e-9);
        // The page that lies on the table is seen edge on from level, and nearly all from above.
        const auto pageSeen = [&](double height) {
            double best = 0;
            for (const Visible& v : visibleIn(c, height))
                if (c.assembly.panels[size_t(v.panel)].id == "card.page-right")
                    best = std::max(best, v.part);
            return best;
        };
        QVERIFY2(pageSeen(80) > 0.5, qPrintable(QString::number(pageSeen(80))));
        QVERIFY(pageSeen(80) >= pageSeen(20) - 0.05);
        // Which way is up there is a unit vector, whatever lies how.
        for (const Vec2& up : uprightOn(c))
            QVERIFY(std::fabs(up.norm() - 1) < 1e-9);
    }
};

HL_TEST(FreeRoom)
#include "free_room.moc"
