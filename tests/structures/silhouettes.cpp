// Silhouettes: what is cut from an edge against closed forms; creases that end there are shortened;
// what cannot be cut is told. Zones of tabs.
#include "core/assemble/silhouettes.h"
#include "core/assemble/assemble.h"
#include "core/edit/copies.h"
#include "core/edit/profile.h"
#include "core/edit/tell.h"
#include "core/files/hlantern.h"
#include "core/fold/case.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

double paperOf(const Design& d, const std::string& panel) {
    const Assembly a = *assemble(d);
    const Panel& p = a.panels[size_t(a.panel(panel))];
    double area = areaOf(p.outline);
    for (const Ring& hole : p.apertures)
        area -= std::fabs(areaOf(hole));
    return area;
}

Design cut(const Design& d, const std::string& of, const std::string& edge,
           const std::string& text) {
    auto next = tell(d, of, {{"edge." + edge, text}});
    if (!next)
        qFatal("%s", next.problem().text().c_str());
    return *next;
}

} // namespace

class Silhouettes : public QObject {
    Q_OBJECT

  private slots:
    // The area that each shape takes from an edge 120 mm long.
    void areasAreThoseOfClosedForms_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<double>("area");
        constexpr double l = 120;
        QTest::newRow("waves") << "waves 6 mm x 5" << l * 6 / 2;
        QTest::newRow("points") << "points 8 mm x 6" << l * 8 / 2;
        QTest::newRow("scallops") << "scallops 4 mm x 8" << l * 4 * (1 - pi / 4);
        QTest::newRow("arch") << "arch 20 mm" << l * 20 * (1 - pi / 4);
        QTest::newRow("battlements") << "battlements 6 mm x 5" << l * 6 * 2 / 5;
        QTest::newRow("round") << "round 9 mm" << 2 * 9 * 9 * (1 - pi / 4);
        QTest::newRow("snip") << "snip 7 mm" << 7.0 * 7;
        QTest::newRow("drawn") << "drawn 0,10 60,0 120,10" << l * 10 / 2;
    }
    void areasAreThoseOfClosedForms() {
        QFETCH(QString, text);
        QFETCH(double, area);
        const Design bare = card(120, 150);
        // The free edges of a page of a side fold: across it (120 mm) and, of a card of another
        // size, along it.
        for (const auto& [d, edge] :
             {std::pair{bare, "top"}, {bare, "bottom"}, {card(150, 120), "right"}}) {
            const double before = paperOf(d, "card.page-right"),
                         after = paperOf(cut(d, "card.page-right", edge, text.toStdString()),
                                         "card.page-right");
            // Bows are drawn with chords: they cut a little less or more.
            QVERIFY2(std::fabs(before - after - area) < 0.04 * area + 0.01,
                     qPrintable(QString("%1 %2: %3 instead of %4")
                                    .arg(edge, text)
                                    .arg(before - after)
                                    .arg(area)));
        }
    }

    // Hills run over both panels of a V-fold, and its middle crease ends where they do.
    void aCreaseEndsWhereThePaperDoes() {
        const Design d = with(card(), "v-fold", "card.spine", {{"height", "50"}, {"edge", "30"}});
        const Assembly whole = *assemble(d);
        const double before = whole.creases[size_t(whole.crease("v-fold1.centre"))].length();
        const Design next = cut(d, "v-fold1", "top", "hills 12 mm x 4");
        const Assembly a = *assemble(next);
        const Crease& centre = a.creases[size_t(a.crease("v-fold1.centre"))];
        QVERIFY(centre.length() < before - 0.5 && centre.length() > before - 12.01);
        for (int panel : {centre.left, centre.right})
            QVERIFY(offPaper(a.panels[size_t(panel)].outline, {}, centre.to) < 1e-3);
        QCOMPARE(int(verdictOf(prove(Case(next, a)))), int(Verdict::Works));
        // An edge that its text says, and nothing once it says none.
        QCOMPARE(edgeText(next.edges.at(0), Unit::Millimetre), std::string("hills 12 mm x 4"));
        QVERIFY(*tell(next, "v-fold1", {{"edge.top", "none"}}) == d);
        auto back = designAsWritten(designToText(next));
        QVERIFY(back && *back == next);
    }

    // What is glued on to be seen is cut like what stands, at every edge: mats on faces and backs,
    // stuck all over or by a band, on mats, over a fold, in a series, toppers. Nothing sticks
    // where the paper is gone, and what lies on a mat keeps to what is left of it.
    void whatIsGluedOnIsCut_data() {
        QTest::addColumn<QString>("on");
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("set");
        const auto row = [](const char* name, const char* on, const char* kind, const char* set) {
            QTest::newRow(name) << on << kind << set;
        };
        row("mat", "card.page-left", "mat", "");
        row("back", "card.page-left", "mat", "side=back");
        row("wall", "box1.left-wall", "mat", "step=2 mm");
        row("band", "card.page-right", "mat", "stuck=top, band=20 mm");
        row("back's band", "card.page-right", "mat", "side=back, stuck=bottom, band=20 mm");
        row("over a fold", "box1.left-wall", "mat", "over=right");
        row("topper", "card.page-left", "topper", "width=60 mm, height=50 mm");
        row("strip of adhesive", "card.page-left", "topper",
            "width=60 mm, height=50 mm, adhesive_from=20 mm");
        row("words", "card.page-left", "words", "as=label");
    }
    void whatIsGluedOnIsCut() {
        QFETCH(QString, on);
        QFETCH(QString, kind);
        QFETCH(QString, set);
        std::map<std::string, std::string> said;
        for (const QString& one : set.split(", ", Qt::SkipEmptyParts))
            said[one.section('=', 0, 0).toStdString()] = one.section('=', 1).toStdString();
        const std::string id = kind.toStdString() + "1";
        const Design d = with(with(card(), "box", "card.spine", {{"left", "40"}, {"right", "40"}}),
                              kind.toStdString(), on.toStdString(), said);
        for (const std::string edge : {"top", "left", "bottom", "right"}) {
            EdgeSpec e;
            e.of = id;
            e.edge = edge == "top"      ? Zone::Top
                     : edge == "left"   ? Zone::Left
                     : edge == "bottom" ? Zone::Bottom
                                        : Zone::Right;
            const Assembly whole = *assemble(d);
            const auto length = edgeLength(whole, e);
            QVERIFY2(length, length ? "" : length.problem().text().c_str());
            const auto paper = [&](const Assembly& a) {
                double sum = 0;
                for (const int p : a.parts[size_t(a.part(id))].panels) {
                    sum += std::fabs(areaOf(a.panels[size_t(p)].outline));
                    for (const Ring& hole : a.panels[size_t(p)].apertures)
                        sum -= std::fabs(areaOf(hole));
                }
                return sum;
            };
            const Design next = cut(d, id, edge, "waves 6 mm x 5");
            const Assembly a = *assemble(next);
            const double gone = paper(whole) - paper(a), due = *length * 6 / 2;
            // A fold in the middle of a wave, or a round corner, takes a little of it.
            QVERIFY2(
                std::fabs(gone - due) < 0.1 * due,
                qPrintable(QString("%1: %2 instead of %3").arg(edge.c_str()).arg(gone).arg(due)));
            for (const Join& j : a.joins)
                if (a.panels[size_t(j.tab)].part == a.part(id))
                    for (const Ring& sticky : adhesiveOf(a, j)) {
                        const Panel& p = a.panels[size_t(j.tab)];
                        QVERIFY(std::fabs(sharedArea(sticky, p.outline, p.apertures) -
                                          std::fabs(areaOf(sticky))) < 0.01);
                    }
        }
    }
    void whatLiesOnACutMatKeepsToIt() {
        Design d = with(card(), "mat", "card.page-left");
        d = with(cut(d, "mat1", "top", "scallops 8 mm x 6"), "mat", "mat1.mat");
        const Assembly a = *assemble(d);
        const Panel &below = a.panels[size_t(a.panel("mat1.mat"))],
                    &above = a.panels[size_t(a.panel("mat2.mat"))];
        const double all = std::fabs(areaOf(above.outline));
        QVERIFY(std::fabs(sharedArea(above.outline, below.outline, below.apertures) - all) < 0.01);
        QCOMPARE(int(verdictOf(prove(Case(d, a)))), int(Verdict::Works));
        // Its upper edge follows the scallops: it is much lower where they are cut deep.
        QVERIFY(above.outline.size() > 20);
    }

    void whatCannotBeCutIsTold_data() {
        QTest::addColumn<QString>("of");
        QTest::addColumn<QString>("edge");
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("why");
        QTest::newRow("tab") << "box1.left-wall"
                             << "left"
                             << "waves 4 mm"
                             << "tab";
        QTest::newRow("deep") << "box1"
                              << "top"
                              << "hills 300 mm"
                              << "fold";
        QTest::newRow("fold") << "card.page-right"
                              << "left"
                              << "waves 4 mm"
                              << "fold";
        QTest::newRow("nothing") << "box7"
                                 << "top"
                                 << "waves 4 mm"
                                 << "no panel or part";
        QTest::newRow("word") << "box1"
                              << "top"
                              << "clouds 4 mm"
                              << "no silhouette";
        QTest::newRow("depth") << "box1"
                               << "top"
                               << "waves"
                               << "how far";
        QTest::newRow("side") << "box1"
                              << "upper"
                              << "waves 4 mm"
                              << "means nothing";
        QTest::newRow("number") << "box1"
                                << "top"
                                << "waves 4 mm x 0"
                                << "no number";
        QTest::newRow("order") << "card.page-right"
                               << "top"
                               << "drawn 50,2 20,5"
                               << "in order";
        QTest::newRow("beyond") << "card.page-right"
                                << "top"
                                << "drawn 0,2 400,5"
                                << "long";
        QTest::newRow("whole") << "card.page-right"
                               << "top"
                               << "drawn 0,150 140,150"
                               << "fold";
    }
    void whatCannotBeCutIsTold() {
        QFETCH(QString, of);
        QFETCH(QString, edge);
        QFETCH(QString, text);
        QFETCH(QString, why);
        const Design d = with(card(), "box", "card.spine");
        auto next = tell(d, of.toStdString(), {{"edge." + edge.toStdString(), text.toStdString()}});
        QVERIFY(!next);
        const Problem p = next.problem();
        QVERIFY2(QString::fromStdString(p.text()).contains(why), p.text().c_str());
        QVERIFY(!p.place.empty() && !p.remedy.empty());
    }

    // Copies have their silhouettes and zones; mirror images have them on the other side; what is
    // removed takes them along.
    void shapesGoWithTheirStructures() {
        Design d = with(card(), "v-fold", "card.spine", {{"place", "30"}});
        d = cut(d, "v-fold1.left-panel", "left", "drawn 25,0 30,2 35,0");
        d = *tell(d, "v-fold1.left-tab", {{"zone", "band left 4 mm"}});
        auto twice = duplicateStructure(d, "v-fold1");
        QVERIFY(twice && twice->first.edges.size() == 2 && twice->first.zones.size() == 2);
        QCOMPARE(twice->first.edges[1].of, twice->second + ".left-panel");
        auto mirrored = mirrorStructure(d, "v-fold1");
        QVERIFY(mirrored);
        QCOMPARE(mirrored->first.edges[0].of, std::string("v-fold1.right-panel"));
        QVERIFY(mirrored->first.edges[0].edge == Zone::Right);
        QCOMPARE(mirrored->first.zones[0].tab, std::string("v-fold1.right-tab"));
        const Design gone = removeStructure(d, "v-fold1");
        QVERIFY(gone.edges.empty() && gone.zones.empty() && assemble(gone));
        auto pasted = pasteStructure(card(), copyStructure(d, "v-fold1"), "card.spine");
        QVERIFY(pasted && pasted->first.edges.size() == 1 && pasted->first.zones.size() == 1);
    }

    // A tab sticks where its zone says, and only there counts.
    void tabsHaveZones() {
        const Design d = with(card(), "box", "card.spine", {{"width", "60"}, {"tab", "12"}});
        const Design banded = *tell(d, "box1.left-tab", {{"zone", "band left 5 mm"}});
        const Assembly a = *assemble(banded);
        const Join& j = a.joins[size_t(a.join("box1.left-tab"))];
        QCOMPARE(j.adhesive.size(), size_t(1));
        QVERIFY(areaOf(j.adhesive[0]) < 0.6 * areaOf(a.panels[size_t(j.tab)].outline));
        QVERIFY(*tell(banded, "box1.left-tab", {{"zone", "whole"}}) == d);
        auto wide = tell(d, "box1.left-tab", {{"zone", "band left 90 mm"}});
        QVERIFY(!wide);
        auto none = tell(d, "box1.nothing", {{"zone", "band left 3 mm"}});
        QVERIFY(!none && none.problem().text().find("no such tab") != std::string::npos);
    }

    // The upper side of a drawing becomes the edge, as long as the edge is.
    void fromADrawing() {
        const auto p = [](double x, double y) {
            return Point{Measure::fromMm(x), Measure::fromMm(y)};
        };
        // Hills 100 wide, whichever way round and wherever it begins.
        std::vector<Point> hills{p(0, 0), p(100, 0), p(100, 10), p(60, 30), p(30, 15), p(0, 20)};
        for (int turn = 0; turn < 6; ++turn)
            for (bool back : {false, true}) {
                std::vector<Point> ring = hills;
                std::rotate(ring.begin(), ring.begin() + turn, ring.end());
                if (back)
                    std::reverse(ring.begin(), ring.end());
                const auto e = drawnProfile(ring, 50);
                QVERIFY2(e, e ? "" : e.problem().text().c_str());
                QCOMPARE(e->points.size(), size_t(4));
                QVERIFY(e->points[0] == p(0, 5) && e->points[1] == p(15, 7.5) &&
                        e->points[2] == p(30, 0) && e->points[3] == p(50, 10));
            }
        // On a part: its highest point stays, the rest is cut in.
        const Design d = with(card(), "v-fold", "card.spine");
        const auto cut = edgeFromDrawing(d, "v-fold1", Zone::Top, hills);
        QVERIFY2(cut, cut ? "" : cut.problem().text().c_str());
        QCOMPARE(cut->edges.size(), size_t(1));
        const Assembly before = *assemble(d), after = *assemble(*cut);
        double was = 0, is = 0;
        for (const Panel& q : before.panels)
            was += ownerOf(q.id) == "v-fold1" ? areaOf(q.outline) : 0;
        for (const Panel& q : after.panels)
            is += ownerOf(q.id) == "v-fold1" ? areaOf(q.outline) : 0;
        QVERIFY(is < was - 50);
        QVERIFY(edgeFromDrawing(*cut, "v-fold1", Zone::Top, hills)->edges == cut->edges);
        // What turns back, what is too narrow, what is not there.
        const std::vector<Point> back{p(0, 0),   p(100, 0), p(100, 10), p(40, 30),
                                      p(70, 20), p(30, 15), p(0, 20)};
        QVERIFY(!drawnProfile(back, 50));
        QVERIFY(!drawnProfile({p(0, 0), p(0, 5), p(0, 9)}, 50));
        QVERIFY(!drawnProfile({}, 50));
        QVERIFY(!edgeFromDrawing(d, "nothing", Zone::Top, hills));
    }
};

HL_TEST(Silhouettes)
#include "silhouettes.moc"
