// Duplicates, arrays, mirror images, the clipboard, and another closed size.
#include "core/edit/copies.h"
#include "core/assemble/assemble.h"
#include "core/edit/handle.h"
#include "core/edit/papers.h"
#include "core/edit/resize.h"
#include "core/files/hlantern.h"
#include "core/make/parts_list.h"
#include "core/structures/family.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;
using namespace hl::test;

namespace {

Design base() {
    return *newDesign(Measure::fromMm(120), Measure::fromMm(200), SpineSide::Left,
                      Unit::Millimetre);
}

Design with(const Design& d, const char* kind, const char* on,
            std::map<std::string, std::string> set) {
    auto added = addStructure(d, kind, on, set);
    if (!added)
        qFatal("%s", added.problem().text().c_str());
    return added->first;
}

double value(const Design& d, const char* id, const char* name) {
    return measuresOf(d, id)->at(name);
}

} // namespace

class Copies : public QObject {
    Q_OBJECT
  private slots:
    // A copy takes along what stands on it, keeps every measure, and goes where there is room.
    void duplicatesTakeAlongWhatStands() {
        Design d = with(base(), "box", "card.spine",
                        {{"place", "20"}, {"width", "40"}, {"left", "30"}, {"right", "24"}});
        d = with(d, "v-fold", "box1.tip", {{"base_left", "14"}});
        d = with(d, "topper", "v-fold1.left-panel", {{"width", "8"}, {"height", "6"}});
        const auto copy = duplicateStructure(d, "box1");
        QVERIFY(bool(copy));
        QCOMPARE(copy->first.structures.size(), size_t(6));
        QCOMPARE(copy->first.structure("v-fold2")->on, std::string("box2.tip"));
        QCOMPARE(copy->first.structure("topper2")->on, std::string("v-fold2.left-panel"));
        QVERIFY(std::fabs(value(copy->first, "box2", "right") - 24) < 1e-9);
        const double a = value(copy->first, "box1", "place"),
                     b = value(copy->first, "box2", "place");
        QVERIFY2(std::fabs(a - b) > 40, "they stand in one another");
        QVERIFY(prove(*foldUp(copy->first)).empty());
        QVERIFY(!duplicateStructure(d, "box9"));
    }

    void arraysKeepTheirGap() {
        const Design d = with(base(), "box", "card.spine", {{"place", "10"}, {"width", "22"}});
        const auto row = arrayStructure(d, "box1", 6, Measure::fromMm(5));
        QVERIFY(bool(row));
        for (int i = 0; i < 6; ++i)
            QVERIFY(std::fabs(value(row->first, ("box" + std::to_string(i + 1)).c_str(), "place") -
                              (10 + 27 * i)) < 1e-9);
        const auto tooMany = arrayStructure(d, "box1", 8, Measure::fromMm(5));
        QVERIFY(!tooMany);
        QVERIFY(tooMany.problem().text().find("21 mm past the end") != std::string::npos);
    }

    // Several pillars of one structure are as wide as they and what is between them.
    void arraysOfPillarsKeepTheirGap() {
        const Design d = with(base(), "pillars", "card.spine",
                              {{"place", "10"}, {"width", "12"}, {"pillars", "3"}, {"gap", "6"}});
        const auto row = arrayStructure(d, "pillars1", 3, Measure::fromMm(8));
        QVERIFY2(row, row ? "" : row.problem().text().c_str());
        for (int i = 0; i < 3; ++i)
            QVERIFY(
                std::fabs(value(row->first, ("pillars" + std::to_string(i + 1)).c_str(), "place") -
                          (10 + (3 * 12 + 2 * 6 + 8) * i)) < 1e-9);
        for (int n : {1, 51})
            QVERIFY(!arrayStructure(d, "pillars1", n, Measure::fromMm(8)));
        QVERIFY(!arrayStructure(d, "pillars9", 2, Measure::fromMm(8)));
    }

    // A drawn silhouette is mirrored with what wears it, and mirrored twice it is as it was.
    void drawnSilhouettesAreMirrored() {
        Design d = with(base(), "box", "card.spine",
                        {{"place", "30"}, {"width", "60"}, {"left", "40"}, {"right", "26"}});
        EdgeSpec edge;
        edge.of = "box1.left-wall";
        edge.edge = Zone::Top;
        edge.shape = EdgeShape::Drawn;
        const auto at = [](double x, double y) {
            return Point{Measure::fromMm(x), Measure::fromMm(y)};
        };
        edge.points = {at(2, 0), at(5, 3), at(18, 0)};
        d.edges = {edge};
        QVERIFY(assemble(d));
        const auto once = mirrorStructure(d, "box1");
        QVERIFY2(once, once ? "" : once.problem().text().c_str());
        const EdgeSpec& there = once->first.edges.front();
        QCOMPARE(there.of, std::string("box1.right-wall"));
        QVERIFY(there.points.size() == 3 && there.points[1] == at(15, 3));
        QVERIFY(there.points.front() == at(2, 0) && there.points.back() == at(18, 0));
        const auto twice = mirrorStructure(once->first, "box1");
        QVERIFY(twice && twice->first.edges == d.edges);
    }

    // Mirrored, every corner lies where the mirror image of the first design's lies.
    void mirrorImagesAreMirrorImages() {
        Design d = with(base(), "box", "card.spine",
                        {{"place", "30"}, {"width", "60"}, {"left", "40"}, {"right", "26"}});
        d = with(d, "v-fold", "box1.left-foot", {{"alpha_left", "40"}, {"alpha_right", "50"}});
        d = with(d, "topper", "card.page-right",
                 {{"across", "30"}, {"along", "160"}, {"turn", "20"}});
        Design m = d;
        for (const char* id : {"box1", "topper1"}) {
            auto next = mirrorStructure(m, id);
            QVERIFY2(bool(next), id);
            m = next->first;
        }
        QCOMPARE(m.structure("v-fold1")->on, std::string("box1.right-foot"));
        QCOMPARE(m.structure("topper1")->on, std::string("card.page-left"));
        const auto one = foldUp(d), other = foldUp(m);
        for (double at : {0.0, 50.0, 90.0, 180.0}) {
            auto points = [&](const Case& c, double sign) {
                std::vector<Vec3> out;
                const Pose p = poseAt(c.linkage, c.motion, at);
                for (size_t i = 0; i < c.assembly.panels.size(); ++i)
                    if (c.assembly.panels[i].role == Role::Wall)
                        for (const Vec2& q : c.assembly.panels[i].outline) {
                            Vec3 x = p.panels[i].at(q);
                            x.x() *= sign;
                            out.push_back(x);
                        }
                return out;
            };
            const auto a = points(*one, 1), b = points(*other, -1);
            QCOMPARE(a.size(), b.size());
            for (const Vec3& p : a) {
                double least = 1e300;
                for (const Vec3& q : b)
                    least = std::min(least, (p - q).norm());
                QVERIFY2(least < 1e-5, qPrintable(QString("%1 at %2").arg(least).arg(at)));
            }
        }
    }

    void theClipboardJoinsDesigns() {
        Design d = with(base(), "platform", "card.spine", {{"height", "17"}});
        d = with(d, "box", "platform1.top", {});
        Stock slate;
        slate.id = "slate";
        d.stocks.push_back(slate);
        d.structure("box1")->stock = "slate";
        const std::string text = copyStructure(d, "platform1");
        QVERIFY(bool(designFromText(text))); // an ordinary design file
        const auto pasted = pasteStructure(base(), text, "");
        QVERIFY(bool(pasted));
        QVERIFY(pasted->first.stock("slate"));
        QCOMPARE(pasted->first.structure("box1")->on, std::string("platform1.top"));
        QVERIFY(std::fabs(value(pasted->first, "platform1", "height") - 17) < 1e-9);
        QVERIFY(!pasteStructure(base(), "a shopping list", ""));
        QVERIFY(!pasteStructure(base(), designToText(base()), ""));
    }

    // What should scale scales, tabs keep their depth, and it still works; what no longer fits is
    // told.
    void resizing() {
        Design d =
            with(base(), "box", "card.spine",
                 {{"place", "20"}, {"width", "40"}, {"left", "30"}, {"right", "24"}, {"tab", "9"}});
        d = with(d, "v-fold", "card.spine",
                 {{"place", "120"}, {"base_left", "50"}, {"alpha_left", "40"}});
        const auto half = resizeDesign(d, Measure::fromMm(60), Measure::fromMm(150));
        QVERIFY(bool(half));
        const Design& h = half->design;
        QVERIFY(std::fabs(value(h, "box1", "place") - 15) < 1e-6);
        QVERIFY(std::fabs(value(h, "box1", "left") - 15) < 1e-6);
        QVERIFY(std::fabs(value(h, "box1", "right") - 12) < 1e-6);
        QVERIFY(std::fabs(value(h, "box1", "tab") - 9) < 1e-9);
        QVERIFY(std::fabs(value(h, "v-fold1", "base_left") - 25) < 1e-6);
        QVERIFY(std::fabs(value(h, "v-fold1", "alpha_left") - 40 * pi / 180) < 1e-12);
        const auto folded = foldUp(h);
        for (const Pose& p : folded->poses)
            QVERIFY(p.misfit() < 1e-6);
        const auto large = resizeDesign(d, Measure::fromMm(300), Measure::fromMm(500), "a4");
        QVERIFY(bool(large));
        QVERIFY2(!large->remarks.empty() &&
                     large->remarks.back().find("does not fit") != std::string::npos,
                 "a card of 600 by 500 mm is larger than A4");
        QVERIFY(!resizeDesign(d, Measure::fromMm(5), Measure::fromMm(5)));
    }

    // Of a line whose panels do not all grow, what is drawn keeps to its scores: between two of
    // them it keeps its share of the panel.
    void whatIsDrawnKeepsToItsScores() {
        Design d = base();
        FreePart deck;
        deck.id = "deck";
        deck.say = *parseSayLine("40 | 60 | 40, V V; panel 2 gives; height 50; slit at 100 from 10 "
                                 "to 40",
                                 Unit::Millimetre);
        const auto ring = [](double x0, double x1) {
            return std::vector<Point>{test::at(x0, 10), test::at(x1, 10), test::at(x1, 30),
                                      test::at(x0, 30)};
        };
        deck.apertures = {ring(10, 30), ring(55, 85), ring(110, 130)};
        d.parts = {deck};
        const auto wide = resizeDesign(d, Measure::fromMm(180), Measure::fromMm(300));
        QVERIFY2(bool(wide), wide ? "" : wide.problem().text().c_str());
        const FreePart& w = wide->design.parts.at(0);
        const double by = w.say.length().mm() - 140; // the sheet grows by that, all of it panel 2
        QVERIFY(by > 10);
        QCOMPARE(w.say.panels[0].mm(), 40.0);
        QCOMPARE(w.say.panels[1].mm(), 60 + by);
        const auto x = [&](size_t ring, size_t corner) { return w.apertures[ring][corner].x.mm(); };
        QCOMPARE(x(0, 0), 10.0);
        QCOMPARE(x(0, 1), 30.0);
        // A quarter of its panel from the score before and after.
        QVERIFY(std::fabs(x(1, 0) - (40 + (60 + by) / 4)) < 0.26);
        QVERIFY(std::fabs(x(1, 1) - (40 + 3 * (60 + by) / 4)) < 0.26);
        QCOMPARE(x(2, 0), 110 + by);
        QCOMPARE(x(2, 1), 130 + by);
        QCOMPARE(w.say.slits.at(0).at.mm(), 100 + by); // at the second score
    }

    // A sheet that is a little too long for its paper: its tab gives, down to what still holds.
    void aTabGivesWhereTheSheetIsShort() {
        const Design shed = *loadDesign(HL_SOURCE_DIR "/demo/quillmere/09-engine-shed.hlantern");
        const double side = shed.card.width.mm() / 66; // closed it is so many pages wide
        const auto larger = resizeDesign(shed, Measure::fromMm(73 * side), shed.card.height, "a4");
        QVERIFY2(bool(larger), larger ? "" : larger.problem().text().c_str());
        QVERIFY2(!larger->hints.empty() &&
                     larger->hints.back().find("The tab of Card gives") != std::string::npos,
                 larger->hints.empty() ? "no hint" : larger->hints.back().c_str());
        const auto parts = partsList(larger->design, *assemble(larger->design));
        const double along = std::max(parts[0].blank.x(), parts[0].blank.y());
        QVERIFY2(along <= 297 && along > 4 * 73 + 4, qPrintable(QString::number(along)));
        for (const std::string& r : larger->remarks)
            QVERIFY2(r.find("Card does not fit") == std::string::npos, r.c_str());
        // Where no tab could make up for it, it is told.
        const auto huge = resizeDesign(shed, Measure::fromMm(80 * side), shed.card.height, "a4");
        QVERIFY(bool(huge));
        QVERIFY(std::any_of(huge->remarks.begin(), huge->remarks.end(), [](const std::string& r) {
            return r.find("Card does not fit") != std::string::npos;
        }));
    }

    // A handle's rate against the closed form of a box: its tip at left e_L + right e_R.
    void handlesMoveAsTheGeometrySays() {
        const Design d =
            with(base(), "box", "card.spine", {{"left", "30"}, {"right", "24"}, {"place", "20"}});
        const auto c = foldUp(d);
        for (double at : {60.0, 90.0, 140.0}) {
            const double h = at / 2 * pi / 180;
            const Vec3 r(std::sin(h), 0, std::cos(h)), l(-std::sin(h), 0, std::cos(h));
            int found = 0;
            for (const Handle& k : handlesOf(*c, "box1.tip", at)) {
                const Vec3 want = k.parameter == "left"    ? l
                                  : k.parameter == "right" ? r
                                  : k.parameter == "place" ? Vec3(0, 1, 0)
                                                           : Vec3(0, 0.5, 0);
                QVERIFY2((k.rate - want).norm() < 1e-6, k.parameter.c_str());
                ++found;
            }
            QCOMPARE(found, 4); // place, width, left, right
        }
    }

    // Two papers of the same id are two papers: what is pasted keeps its own.
    void pastingKeepsItsPaper() {
        Design from = with(base(), "box", "card.spine", {{"place", "20"}, {"width", "40"}});
        Stock blue = from.stocks[0];
        blue.id = "own";
        blue.face = "#0000ff";
        from.stocks.push_back(blue);
        from.structures[0].stock = "own";
        Design to = base();
        Stock red = blue;
        red.face = "#ff0000";
        to.stocks.push_back(red);
        const auto pasted = pasteStructure(to, copyStructure(from, "box1"), "");
        QVERIFY(bool(pasted));
        const Design& d = pasted->first;
        QCOMPARE(d.stocks.size(), size_t(3));
        QCOMPARE(d.stock(d.structures[0].stock)->face, std::string("#0000ff"));
        QCOMPARE(d.stock("own")->face, std::string("#ff0000")); // the other's stays what it was
        const auto again = pasteStructure(d, copyStructure(from, "box1"), "");
        QCOMPARE(again->first.stocks.size(), size_t(3)); // the same paper is not added twice
    }

    void papersComeAndGo() {
        Design d = with(base(), "box", "card.spine", {{"place", "20"}, {"width", "40"}});
        QVERIFY(!removePaper(d, d.card.stock)); // the last one
        QVERIFY(!removePaper(d, "nothing"));
        auto [two, id] = addPaper(d, d.card.stock);
        QVERIFY(two.stock(id) && two.stocks.size() == 2 && two.stock(id)->name != d.stocks[0].name);
        two.structures[0].stock = id;
        two.card.stock = id;
        const Design one = *removePaper(two, id);
        QCOMPARE(one.card.stock, d.card.stock);
        QVERIFY(one.structures[0].stock.empty() && assemble(one));
    }
};

HL_TEST(Copies)
#include "copies.moc"
