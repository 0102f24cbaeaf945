// Drawing without a window: what is drawn is there, lies where it was put, and takes along what
// hung on it when it goes; where a pointer near something means exactly that.
#include "core/edit/draw.h"
#include "core/edit/papers.h"
#include "core/edit/snap.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

bool names(const Problem& p, const std::string& what) {
    return p.text().find(what) != std::string::npos;
}

Design withBlank() { return addBlank(card(140, 160), mm(60), mm(40))->first; }

} // namespace

class DrawingEdits : public QObject {
    Q_OBJECT
  private slots:
    void blanksAndLines() {
        auto made = addBlank(withBlank(), mm(30), mm(20));
        QVERIFY(made);
        QCOMPARE(made->second, std::string("part2"));
        QVERIFY(!addBlank(card(), mm(0), mm(20)));
        Design d = made->first;
        for (auto [kind, id] : {std::pair{LineKind::Valley, "part1.crease1"},
                                {LineKind::Slit, "part1.slit1"},
                                {LineKind::Mountain, "part1.crease2"}}) {
            const double x = 10 + 12.0 * int(kind);
            auto line = addLine(d, "part1", kind, {x, 0}, {x, 40});
            if (kind == LineKind::Slit) // it would part the blank
                line = addLine(d, "part1", kind, {x, 10}, {x, 30});
            QVERIFY2(line, id);
            QCOMPARE(line->second, std::string(id));
            d = line->first;
        }
        QCOMPARE(d.part("part1")->lines.size(), size_t(3));
        QVERIFY(!addLine(d, "nobody", LineKind::Valley, {0, 0}, {1, 1}));
        QVERIFY(!addLine(d, "part1", LineKind::Valley, {5, 5}, {5, 5})); // no length
        // Names: a crease that other lines divide is still the one that was drawn.
        QCOMPARE(drawnLine(d, "part1.crease1"), std::string("part1.crease1"));
        QCOMPARE(drawnLine(d, "part1.crease1-2"), std::string("part1.crease1"));
        for (const char* none : {"part1.crease1-x", "part1.crease9", "card.spine", "box1.tip", ""})
            QCOMPARE(drawnLine(d, none), std::string());
        // Moved as a whole, and by one end.
        auto moved = moveLine(d, "part1", "crease1", {2, 0});
        QVERIFY(moved);
        QCOMPARE(moved->part("part1")->lines[0].points[0].x.mm(), 12.0);
        QCOMPARE(moved->part("part1")->lines[0].points[1].x.mm(), 12.0);
        auto bent = movePoint(*moved, "part1", "crease1", 1, {17, 40});
        QVERIFY(bent);
        QCOMPARE(bent->part("part1")->lines[0].points[1].x.mm(), 17.0);
        QCOMPARE(bent->part("part1")->lines[0].points[0].x.mm(), 12.0);
        QVERIFY(!moveLine(d, "part1", "crease7", {1, 0}) &&
                !moveLine(d, "part7", "crease1", {1, 0}));
        QVERIFY(!movePoint(d, "part1", "crease1", 2, {1, 0}));
        QVERIFY(!movePoint(d, "part7", "crease1", 0, {1, 0}));
        // Another size keeps at its far edges what was drawn to them.
        auto larger = resizeBlank(d, "part1", mm(70), mm(50));
        QVERIFY(larger);
        QCOMPARE(larger->part("part1")->lines[0].points[1].y.mm(), 50.0);
        QCOMPARE(larger->part("part1")->lines[0].points[1].x.mm(), 10.0);
        QVERIFY(!resizeBlank(d, "nobody", mm(70), mm(50)));
        Design shaped = d;
        shaped.part("part1")->outline = {at(0, 0), at(60, 0), at(60, 40), at(0, 40)};
        QVERIFY(!resizeBlank(shaped, "part1", mm(70), mm(50)));
    }

    // A tab takes the stretch between the creases and corners on either side of the pointer.
    void tabsTakeTheirStretch() {
        Design d = withBlank();
        const Vec2 edges[] = {{30, -2}, {62, 20}, {30, 41}, {-3, 20}};
        for (int i = 0; i < 4; ++i) {
            auto tab = addTab(d, "part1", edges[i]);
            QVERIFY(tab);
            QCOMPARE(tab->first.part("part1")->tabs.back().edge, i + 1);
            QVERIFY(!tab->first.part("part1")->tabs.back().from);
            auto twice = addTab(tab->first, "part1", edges[i]);
            QVERIFY(!twice && names(twice.problem(), "a tab already"));
        }
        d = addLine(d, "part1", LineKind::Mountain, {25, 0}, {25, 40})->first;
        auto left = addTab(d, "part1", {10, 0});
        QVERIFY(left);
        const TabSpec& t = left->first.part("part1")->tabs.back();
        QVERIFY(!t.from && t.to);
        QCOMPARE(t.to->mm(), 25.0);
        auto right = addTab(left->first, "part1", {40, 0});
        QVERIFY(right); // the other side of the crease is free
        QCOMPARE(right->first.part("part1")->tabs.back().from->mm(), 25.0);
        QVERIFY(!addTab(d, "nobody", {0, 0}));
    }

    // A tab is glued along the nearest edge or crease, reaching to the fold its landing hangs on.
    void gluedAlongWhatIsNear() {
        Design d = addTab(withBlank(), "part1", {0, 20})->first;
        for (const double side : {-1.0, 1.0}) {
            const std::string page = side < 0 ? "card.page-left" : "card.page-right";
            auto glued = glueOnto(d, "part1.tab1", page, {side * 30, 80});
            QVERIFY(glued);
            const JoinSpec& j = *glued->first.join(glued->second);
            QCOMPARE(j.onto, page);
            QVERIFY(std::fabs(std::fabs(j.turn.degrees()) - 90) < 1e-6); // along the spine
            // The middle of its crease lies where it was pointed to.
            const Assembly a = *assemble(glued->first);
            const Crease& c = a.creases[size_t(a.crease("part1.tab1-fold"))];
            const Vec3 middle = a.joins[size_t(a.join(j.id))].place.at((c.from + c.to) / 2);
            QVERIFY((middle.head<2>() - Vec2(side * 30, 80)).norm() < 1e-6);
            // Glued again, it is held once.
            auto again = glueOnto(glued->first, "part1.tab1", page, {side * 50, 60});
            QVERIFY(again);
            QCOMPARE(again->first.joins.size(), size_t(1));
        }
        // A whole panel lies with its middle there.
        auto flat = glueOnto(d, "part1.sheet", "card.page-right", {70, 80});
        QVERIFY2(flat, flat ? "" : flat.problem().text().c_str());
        QCOMPARE(flat->first.joins[0].hold.size(), size_t(1));
        QVERIFY(!flat->first.joins[0].onFace);
        // Any two sides can be told. A tab keeps its crease where it was pointed to, and still
        // reaches toward the fold.
        for (const bool held : {true, false})
            for (const bool onto : {true, false}) {
                const auto told =
                    glueOnto(d, "part1.tab1", "card.page-right", {30, 80}, held, onto);
                QVERIFY(told);
                const Assembly a = *assemble(told->first);
                const Join& j = a.joins[size_t(a.join(told->second))];
                QVERIFY(j.onFace == held && j.ontoFace() == onto);
                const Crease& c = a.creases[size_t(a.crease("part1.tab1-fold"))];
                QVERIFY((j.place.at((c.from + c.to) / 2).head<2>() - Vec2(30, 80)).norm() < 1e-6);
                Vec2 middle = Vec2::Zero();
                const Ring& tab = a.panels[size_t(j.tab)].outline;
                for (const Vec2& p : tab)
                    middle += j.place.at(p).head<2>() / double(tab.size());
                QVERIFY(middle.x() < 30); // the spine is at 0
                const auto sheet =
                    glueOnto(d, "part1.sheet", "card.page-right", {70, 80}, held, onto);
                QVERIFY(sheet && sheet->first.joins[0].onFace == held &&
                        sheet->first.joins[0].ontoFace == onto);
            }
        QVERIFY(!glueOnto(d, "part1.tab1", "part1.sheet", {0, 0})); // its own part
        QVERIFY(!glueOnto(d, "part1.tab9", "card.page-left", {0, 0}));
        QVERIFY(!glueOnto(d, "part1.tab1", "card.page-9", {0, 0}));
    }

    // The spine is left smooth between the slits that cross it, and folds again without them.
    void theSpineIsSmoothed() {
        Design d = card(140, 160);
        auto refused = smoothSpine(d);
        QVERIFY(!refused && names(refused.problem(), "no two slits"));
        for (const double y : {40.0, 70.0}) {
            d = addLine(d, "card", LineKind::Slit, {-20, y}, {20, y})->first;
        }
        for (const double x : {-20.0, 20.0})
            d = addLine(d, "card", LineKind::Valley, {x, 40}, {x, 70})->first;
        d = addLine(d, "card", LineKind::Mountain, {0, 40}, {0, 70})->first;
        Design creased = d;
        creased.card.lines.back().points = {at(3, 40), at(3, 70)};
        auto smooth = smoothSpine(creased);
        QVERIFY2(smooth, smooth ? "" : smooth.problem().text().c_str());
        QCOMPARE(smooth->card.smooth.size(), size_t(1));
        QCOMPARE(smooth->card.smooth[0].first.mm(), 40.0);
        QCOMPARE(smooth->card.smooth[0].second.mm(), 70.0);
        auto folded = smoothSpine(*smooth); // and the other way
        QVERIFY(folded && folded->card.smooth.empty());
        auto gone = removeDrawn(*smooth, "card." + smooth->card.lines[0].id);
        QVERIFY(gone);
        QVERIFY(gone->card.smooth.empty());
    }

    // What goes takes along what hung on it, and nothing else.
    void whatHungOnItGoesToo() {
        Design d = addTab(withBlank(), "part1", {0, 20})->first;
        d = addLine(d, "part1", LineKind::Mountain, {30, 0}, {30, 40})->first;
        d = glueOnto(d, "part1.tab1", "card.page-left", {-40, 80})->first;
        d = with(d, "box", "card.spine", {{"place", "10"}, {"width", "20"}});
        auto noTab = removeDrawn(d, "part1.tab1");
        QVERIFY(noTab && noTab->joins.empty() && noTab->part("part1")->tabs.empty());
        auto noJoin = removeDrawn(d, d.joins[0].id);
        QVERIFY(noJoin && noJoin->joins.empty() && noJoin->part("part1")->tabs.size() == 1);
        auto noPart = removeDrawn(d, "part1");
        QVERIFY(noPart && noPart->parts.empty() && noPart->joins.empty());
        QCOMPARE(noPart->structures.size(), size_t(1));
        // A structure on a crease that goes, goes with it, and what stands on that.
        Design hosted = with(d, "v-fold", "part1.crease1", {});
        auto noCrease = removeDrawn(hosted, "part1.crease1");
        QVERIFY2(noCrease, noCrease ? "" : noCrease.problem().text().c_str());
        QVERIFY(!noCrease->structure("v-fold1") && noCrease->structure("box1"));
        Design moving = d;
        moving.motion = {{"card.spine", deg(0), deg(90)}, {"part1.crease1", deg(180), deg(120)}};
        auto stopped = removeDrawn(moving, "part1.crease1");
        QVERIFY2(stopped, stopped ? "" : stopped.problem().text().c_str());
        QCOMPARE(stopped->motion.size(), size_t(1));
        for (const char* none : {"part9", "part1.nothing", "box1.tip", "join9", ""})
            QVERIFY2(!removeDrawn(d, none), none);
    }

    // In the order of what a hand means: corners and crossings, middles, thirds and quarters, marks
    // along a line, marks of the ruler.
    void pointersMeanWhatIsNear() {
        Design d = addLine(withBlank(), "part1", LineKind::Mountain, {30, 0}, {30, 40})->first;
        const Assembly a = *assemble(d);
        const int part = a.part("part1");
        auto meant = [&](double x, double y, double reach = 2) {
            return snapTo(a, part, {x, y}, reach, Unit::Millimetre);
        };
        const struct {
            double x, y, atX, atY;
            const char* what;
        } cases[] = {{0.7, -0.9, 0, 0, "corner"},
                     {59.1, 39.3, 60, 40, "corner"},
                     {0.4, 20.8, 0, 20, "middle of an edge"},
                     {30.9, 19.2, 30, 20, "middle of a line"},
                     {-0.5, 13.9, 0, 40 / 3., "two thirds of an edge"},
                     {0.5, 26.2, 0, 80 / 3., "third of an edge"},
                     {0.2, 9.4, 0, 10, "three quarters of an edge"},
                     {0.2, 30.4, 0, 30, "quarter of an edge"},
                     {0.9, 5.9, 0, 6, "on an edge"},
                     {29.3, 6.1, 30, 6, "on a line"},
                     {11.26, 17.24, 11.5, 17, ""}};
        for (auto& c : cases) {
            const Snap s = meant(c.x, c.y);
            QVERIFY2((s.at - Vec2(c.atX, c.atY)).norm() < 1e-9,
                     qPrintable(QString("%1 %2: %3 %4 %5")
                                    .arg(c.x)
                                    .arg(c.y)
                                    .arg(s.at.x())
                                    .arg(s.at.y())
                                    .arg(s.what.c_str())));
            QVERIFY2(s.what == c.what, (s.what + " for " + c.what).c_str());
        }
        // Sixteenths of an inch for those who measure so.
        const Snap inch = snapTo(a, part, {11.2, 17.3}, 2, Unit::Inch);
        QVERIFY(std::fabs(std::remainder(inch.at.x(), 25.4 / 16)) < 1e-9);
        QVERIFY(std::fabs(std::remainder(inch.at.y(), 25.4 / 16)) < 1e-9);
        // Nothing snaps further than it reaches, wherever the pointer is.
        std::mt19937 chance(7);
        std::uniform_real_distribution<double> x(-10, 70), y(-10, 50), reach(0.1, 4);
        for (int i = 0; i < 500; ++i) {
            const Vec2 p(x(chance), y(chance));
            const double r = reach(chance);
            const Snap s = snapTo(a, part, p, r, Unit::Millimetre);
            QVERIFY((s.at - p).norm() <= std::max(r + 0.25, 0.36));
        }
    }

    void papersComeAndGo() {
        Design d = withBlank();
        auto [two, id] = addPaper(d, d.card.stock);
        QCOMPARE(two.stocks.size(), size_t(2));
        QVERIFY(two.stock(id) && two.stock(id)->name != two.stocks[0].name);
        two.part("part1")->stock = id;
        auto removed = removePaper(two, id);
        QVERIFY(removed && removed->stocks.size() == 1);
        QVERIFY(removed->part("part1")->stock != id); // it is made of the card's now
        two.card.stock = id;
        auto card = removePaper(two, id);
        QVERIFY(card && card->card.stock == card->stocks[0].id);
        QVERIFY(!removePaper(d, "nobody") && !removePaper(d, d.card.stock)); // the last one stays
        // Taken over from another design: its own id, unless that is another paper's here.
        Stock gold;
        gold.id = "gold";
        gold.name = "Gold";
        gold.face = "#d4af37";
        Design taken = d;
        QCOMPARE(takePaper(taken, gold), std::string("gold"));
        QCOMPARE(takePaper(taken, gold), std::string("gold")); // it is there already
        QCOMPARE(taken.stocks.size(), size_t(2));
        gold.face = "#ffffff";
        const std::string other = takePaper(taken, gold);
        QVERIFY(other != "gold" && taken.stock(other)->face == "#ffffff");
    }
};

HL_TEST(DrawingEdits)
#include "drawing.moc"
