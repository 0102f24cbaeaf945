// Mats: borders against independent geometry on panels of all sorts; what they leave out; where
// they lie; and that they add thickness and nothing else.
#include "core/assemble/assemble.h"
#include "core/assembly/mat_region.h"
#include "core/edit/tell.h"
#include "core/fold/case.h"
#include "core/make/parts_list.h"
#include "core/prove/evidence.h"
#include "tests/program.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

double toSegment(const Vec2& a, const Vec2& b, const Vec2& p) {
    const Vec2 d = b - a;
    const double t = std::clamp((p - a).dot(d) / d.squaredNorm(), 0.0, 1.0);
    return (p - a - t * d).norm();
}

// How far a point is from the edges of some paper.
double toEdges(const Ring& outline, const std::vector<Ring>& holes, const Vec2& p) {
    double least = 1e300;
    std::vector<Ring> rings = holes;
    rings.push_back(outline);
    for (const Ring& r : rings)
        for (size_t i = 0; i < r.size(); ++i)
            least = std::min(least, toSegment(r[i], r[(i + 1) % r.size()], p));
    return least;
}

// Every edge of a mat keeps the step from an edge of the paper that runs along it, and no place of
// its rim is nearer than that to any.
void evenBorders(const Ring& outline, const std::vector<Ring>& holes, double step) {
    constexpr double close = 1e-6 + 2e-6; // mm, and the nanometres in which edges end
    const std::vector<Paper> mat = matOn(outline, holes, {}, {step, step, step, step, step});
    QVERIFY(!mat.empty());
    std::vector<Ring> rings;
    for (const Paper& p : mat) {
        rings.push_back(p.outline);
        rings.insert(rings.end(), p.apertures.begin(), p.apertures.end());
    }
    for (const Ring& r : rings)
        for (size_t i = 0; i < r.size(); ++i) {
            const Vec2 a = r[i], b = r[(i + 1) % r.size()];
            if ((b - a).norm() < 0.01)
                continue;
            for (double t : {0.0, 0.25, 0.5, 0.75}) {
                const double d = toEdges(outline, holes, a + t * (b - a));
                QVERIFY2(d > step - close, qPrintable(QString::number(d - step, 'g', 12)));
                QVERIFY(onPaper(outline, holes, a + t * (b - a)));
            }
        }
}

} // namespace

class Mats : public QObject {
    Q_OBJECT

  private slots:
    void bordersAreEven() {
        const Ring square{{0, 0}, {100, 0}, {100, 60}, {0, 60}};
        const std::vector<Paper> plain = matOn(square, {}, {}, {});
        QCOMPARE(plain.size(), size_t(1));
        QVERIFY(std::fabs(areaOf(plain[0].outline) - 94 * 54) < 1e-6);
        evenBorders({{0, 0}, {110, 0}, {90, 70}, {15, 55}}, {}, 3); // slanted
        evenBorders({{0, 0}, {90, 0}, {90, 20}, {30, 20}, {30, 50}, {90, 50}, {90, 70}, {0, 70}},
                    {}, 4);                                                 // a C
        evenBorders(square, {{{30, 20}, {30, 40}, {60, 45}, {55, 15}}}, 3); // pierced
        Ring round;
        for (int i = 0; i < 48; ++i)
            round.emplace_back(40 * std::cos(i * pi / 24), 30 * std::sin(i * pi / 24));
        evenBorders(round, {}, 2.5);
    }

    // Random many-cornered panels, some with a hole: mats lie in panels, layers in mats, both with
    // even borders.
    void layersLieInMatsInPanels() {
        std::mt19937 chance(26);
        auto part = [&](double low, double high) {
            return std::uniform_real_distribution<double>(low, high)(chance);
        };
        for (int n = 0; n < scaled(150); ++n) {
            Ring panel;
            const int corners = 3 + int(chance() % 9);
            for (int i = 0; i < corners; ++i) { // round a middle, so it never crosses itself
                const double turn = 2 * pi * (i + part(0.1, 0.9)) / corners, far = part(35, 80);
                panel.emplace_back(far * std::cos(turn), far * std::sin(turn));
            }
            if (areaOf(panel) < 1500)
                continue;
            std::vector<Ring> holes;
            if (chance() % 2)
                holes.push_back({{-4, -5}, {-5, 4}, {6, 5}, {5, -4}});
            const double step = part(1, 4);
            const std::vector<Paper> mat = matOn(panel, holes, {}, {step, step, step, step, step});
            for (const Paper& p : mat) {
                QVERIFY(std::fabs(sharedArea(p.outline, panel, {}) - areaOf(p.outline)) < 1e-3);
                for (const Vec2& q : p.outline)
                    QVERIFY(toEdges(panel, holes, q) > step - 1e-5);
                for (const Paper& layer :
                     matOn(p.outline, p.apertures, {}, {step, step, step, step, step}))
                    for (const Vec2& q : layer.outline) {
                        QVERIFY(onPaper(p.outline, p.apertures, q));
                        QVERIFY(toEdges(panel, holes, q) > 2 * step - 1e-5);
                    }
            }
        }
    }

    // A flush side has no border, another one keeps a border of its own.
    void sidesHaveBordersOfTheirOwn() {
        const Ring square{{0, 0}, {100, 0}, {100, 60}, {0, 60}};
        const std::vector<Paper> m = matOn(square, {}, {}, {3, 0, 3, 3, 8});
        Vec2 low(1e9, 1e9), high(-1e9, -1e9);
        for (const Vec2& p : m.at(0).outline) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
        QVERIFY((low - Vec2(0, 3)).norm() < 1e-6 && (high - Vec2(97, 52)).norm() < 1e-6);
        // What is glued there stays free, a hair aside.
        const std::vector<Paper> cut =
            matOn(square, {}, {{{40, 0}, {60, 0}, {60, 20}, {40, 20}}}, {});
        QVERIFY(std::fabs(areaOf(cut.at(0).outline) - (94 * 54 - 21 * 17.5)) < 1e-3);
    }

    // A side's border moves that side's line alone, by exactly as much, however it slants; windows
    // keep the step all round. Of random panels, whole and with a window, and of a notched one.
    void aSideMovesItsLineAlone() {
        std::mt19937 chance(20261201);
        const auto part = [&](double low, double high) {
            return std::uniform_real_distribution<>(low, high)(chance);
        };
        for (int n = 0; n < scaled(200); ++n) {
            const double w = part(80, 140), h = part(80, 140);
            // Sides in the order left, bottom, right, top; ends of each in its order.
            Ring panel{{part(0, 12), part(0, 12)},
                       {w - part(0, 12), part(0, 12)},
                       {w - part(0, 12), h - part(0, 12)},
                       {part(0, 12), h - part(0, 12)}};
            if (n % 3 == 2) { // a notch on the right: two lines there
                const Vec2 a = panel[1] + 0.35 * (panel[2] - panel[1]),
                           b = panel[1] + 0.65 * (panel[2] - panel[1]);
                panel.insert(panel.begin() + 2, {a, a - Vec2(25, 0), b - Vec2(25, 0), b});
            }
            std::vector<Ring> window;
            if (n % 3 == 1)
                window = {{{45, 45}, {45, 58}, {58, 58}, {58, 45}}};
            Borders b{3, 0, 0, 0, 0};
            for (double* border : {&b.left, &b.right, &b.bottom, &b.top})
                *border = chance() % 3 == 0 ? 0 : chance() % 2 ? 3 : part(1, 14);
            const std::vector<Paper> mat = matOn(panel, window, {}, b);
            QCOMPARE(mat.size(), size_t(1));
            const size_t top = panel.size() - 2;
            for (const auto& [i, border] : {std::pair{panel.size() - 1, b.left},
                                            {size_t{0}, b.bottom},
                                            {size_t{1}, b.right},
                                            {top, b.top}}) {
                const Vec2 from = panel[i], to = panel[(i + 1) % panel.size()];
                const Vec2 in = leftOf((to - from).normalized());
                double least = 1e300;
                int on = 0; // corners of the mat on the line that it should have
                for (const Vec2& p : mat[0].outline) {
                    least = std::min(least, in.dot(p - from));
                    on += std::fabs(in.dot(p - from) - border) < 1e-4;
                }
                QVERIFY2(on >= 2 && std::fabs(least - border) < 1e-4,
                         qPrintable(QString("%1: side %2, %3 instead of %4, %5 corners")
                                        .arg(n)
                                        .arg(i)
                                        .arg(least)
                                        .arg(border)
                                        .arg(on)));
            }
            if (!window.empty()) {
                QCOMPARE(mat[0].apertures.size(), size_t(1));
                Vec2 low(1e9, 1e9), high(-1e9, -1e9);
                for (const Vec2& p : mat[0].apertures[0]) {
                    low = low.cwiseMin(p);
                    high = high.cwiseMax(p);
                }
                QVERIFY((low - Vec2(42, 42)).norm() < 1e-4 && (high - Vec2(61, 61)).norm() < 1e-4);
            }
        }
    }

    // Two borders to a card, none of them about the error of laying.
    void narrowPanelsTakeASmallerStep() {
        for (double w = 5; w < 120; w += 0.5)
            for (const double step : {1.0, 2.0, 3.0, 5.0})
                QCOMPARE(stepOn(w, step),
                         w >= 16 * step ? step : std::min(step, std::max(1.5, step / 2)));
    }

    // On a card: short of the tabs that are glued there, on either side, one on another; named by
    // what they cover.
    void matsOnACard() {
        Design d = with(card(), "box", "card.spine", {{"width", "60"}, {"place", "40"}});
        d = with(d, "mat", "card.page-right", {});
        d = with(d, "mat", "mat1.mat", {});
        d = with(d, "mat", "card.page-left", {{"side", "back"}, {"step", "5"}});
        const Assembly a = *assemble(d);
        const int mat = a.panel("mat1.mat"), layer = a.panel("mat2.mat"),
                  back = a.panel("mat3.mat"), page = a.panel("card.page-right");
        QCOMPARE(a.panels[size_t(mat)].rides, page);
        QCOMPARE(a.panels[size_t(layer)].rides, mat);
        const Join& tab = a.joins[size_t(a.join("box1.right-tab"))];
        Ring on;
        for (const Vec2& p : a.panels[size_t(tab.tab)].outline)
            on.push_back(tab.place.at(p).head<2>());
        if (areaOf(on) < 0)
            std::reverse(on.begin(), on.end());
        QVERIFY(sharedArea(on, a.panels[size_t(mat)].outline, a.panels[size_t(mat)].apertures) <
                1e-6);
        QVERIFY(std::fabs(areaOf(a.panels[size_t(back)].outline) - 130 * 130) < 1e-3);
        QVERIFY(!a.joins[size_t(a.join("mat3.mat"))].ontoFace());
        QCOMPARE(a.parts[size_t(a.panels[size_t(mat)].part)].name,
                 std::string("mat on the right page"));
        QCOMPARE(a.parts[size_t(a.panels[size_t(layer)].part)].name,
                 std::string("layer on the right page"));
        for (const ListedPart& p : partsList(d, a))
            QCOMPARE(p.on.empty(), p.name.find("mat") != 0 && p.name.find("layer") != 0);
        const Case c(d, a);
        QCOMPARE(int(verdictOf(prove(c))), int(Verdict::Works));
    }

    // What goes through a slit of a panel goes through its mat and the layer on that as well, from
    // whichever side it comes; where a tongue lies in the end a mat covers it.
    void slitsGoThroughMats() {
        Design d = with(card(), "tier", "card.spine", {{"joined", "tongues"}});
        for (const char* on : {"card.page-left", "mat1.mat"})
            d = with(d, "mat", on, {});
        d = with(d, "mat", "card.page-right", {{"side", "back"}});
        const Assembly a = *assemble(d);
        const auto slits = [&](const char* panel) {
            std::vector<Mark> out;
            for (const Mark& m : a.parts[size_t(a.panels[size_t(a.panel(panel))].part)].marks)
                if (m.kind == LineKind::Slit)
                    out.push_back(m);
            return out;
        };
        const std::vector<Mark> page = slits("card.page-left"); // the sheet has those of both pages
        QCOMPARE(page.size(), size_t(2));
        for (const char* covered : {"mat1.mat", "mat2.mat"}) {
            const std::vector<Mark> mine = slits(covered);
            QCOMPARE(mine.size(), size_t(1));
            for (size_t i = 0; i < 2; ++i)
                QVERIFY((mine[0].points[i] - page[0].points[i]).norm() < 1e-9);
        }
        QVERIFY(slits("mat3.mat").empty());
        for (const Finding& f : prove(Case(d, a)))
            QVERIFY2(f.rule != "slits", f.message.c_str());
    }

    // The closed card is thicker by paper and adhesive, heavier by its paper, and nothing else of
    // its motion or its proof changes.
    void thicknessAndNothingElse() {
        const Design bare = card(100, 120);
        const Design one = with(bare, "mat", "card.page-right", {});
        const Case before(bare, *assemble(bare)), after(one, *assemble(one));
        const Evidence x(before, {}), y(after, {});
        const Stock& paper = one.paper("card");
        QVERIFY(std::fabs(y.closed.thickness - x.closed.thickness - paper.caliper.mm() -
                          after.workshop.adhesive) < 1e-6);
        QVERIFY(std::fabs(y.closed.mass - x.closed.mass - 94 * 114 * 1e-6 * paper.weight) < 1e-9);
        QCOMPARE(before.motion.values, after.motion.values);
        QCOMPARE(x.flats.size(), y.flats.size());
        for (size_t i = 0; i < x.flats.size(); ++i)
            QCOMPARE(x.flats[i].overlaps.size(), y.flats[i].overlaps.size());
        QCOMPARE(x.film.pieces().size(), y.film.pieces().size());
    }

    void whatLeavesNothingIsTold() {
        const Design d = with(card(), "box", "card.spine");
        auto wide = addStructure(d, "mat", "card.page-right", {{"step", "90"}});
        QVERIFY(!wide && wide.problem().text().find("nothing of the panel") != std::string::npos);
        auto tab = addStructure(d, "mat", "box1.left-tab", {});
        QVERIFY(!tab && tab.problem().text().find("nobody sees") != std::string::npos);
        auto none = addStructure(d, "mat", "box9.left-wall", {});
        QVERIFY(!none);
    }
};

HL_TEST(Mats)
#include "mats.moc"
