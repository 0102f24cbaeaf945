// Apertures in panels of structures: taken out of the panel, over a fold, past an edge; what would
// fall apart is refused. The area that goes is that of the shape, whatever panels it reaches over.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/fold/case.h"
#include "core/make/parts_list.h"
#include "core/prove/evidence.h"
#include "core/prove/prove.h"
#include "tests/program.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

double paperOf(const Assembly& a, const std::string& owner) {
    double sum = 0;
    for (const Panel& p : a.panels)
        if (ownerOf(p.id) == owner) {
            sum += areaOf(p.outline);
            for (const Ring& hole : p.apertures)
                sum -= std::fabs(areaOf(hole));
        }
    return sum;
}
// A tent with walls 60 mm wide and 45 mm high over the spine of a card that lies open.
Design tent() {
    return with(card(140, 160), "tent", "card.spine",
                {{"place", "50 mm"},
                 {"width", "60 mm"},
                 {"left", "30 mm"},
                 {"right", "30 mm"},
                 {"left_wall", "45 mm"},
                 {"right_wall", "45 mm"}});
}
std::string mm(double v) { return QString::number(v, 'f', 3).toStdString() + " mm"; }
const Crease& creaseIn(const Assembly& a, const std::string& id) {
    return a.creases[size_t(a.crease(id))];
}
double folded(const Crease& c) {
    double sum = 0;
    for (auto& [p, q] : c.stretches())
        sum += (q - p).norm();
    return sum;
}

} // namespace

class Apertures : public QObject {
    Q_OBJECT
  private slots:
    void inAWall() {
        const Design bare = tent(), d = with(bare, "aperture", "tent1.left-wall",
                                             {{"width", "20 mm"}, {"height", "12 mm"}});
        const Assembly a = *assemble(d);
        const Panel& wall = a.panels[size_t(a.panel("tent1.left-wall"))];
        QCOMPARE(int(wall.apertures.size()), 1);
        QVERIFY(std::fabs(paperOf(*assemble(bare), "tent1") - paperOf(a, "tent1") - 240) < 1e-6);
        // What is cut of the part says so, and the card works as before.
        for (const ListedPart& p : partsList(d, a))
            if (p.id == "tent1")
                QCOMPARE(int(p.apertures.size()), 1);
        QVERIFY(verdictOf(prove(Evidence(Case(d, a), {}))) == Verdict::Works);
    }
    // Half of it on either side of the ridge: both walls have a notch, and the ridge does not fold
    // between them.
    void overTheRidge() {
        const Design bare = tent();
        const Assembly before = *assemble(bare);
        const Host wall = hostOnPanel(before, before.panel("tent1.left-wall"));
        const Crease ridge = creaseIn(before, "tent1.tip");
        const Vec2 middle = (ridge.from + ridge.to) / 2 - wall.left.origin;
        const Design d = with(bare, "aperture", "tent1.left-wall",
                              {{"shape", "circle"},
                               {"width", "24 mm"},
                               {"across", mm(middle.dot(wall.left.along))},
                               {"along", mm(middle.dot(wall.left.inward))}});
        const Assembly a = *assemble(d);
        QVERIFY(std::fabs(folded(creaseIn(a, "tent1.tip")) - (60 - 24)) < 0.2);
        const double gone = paperOf(before, "tent1") - paperOf(a, "tent1");
        QVERIFY2(std::fabs(gone - std::acos(-1.0) * 144) < 5, qPrintable(QString::number(gone)));
        for (const char* side : {"tent1.left-wall", "tent1.right-wall"}) {
            const Panel& p = a.panels[size_t(a.panel(side))];
            QVERIFY(p.apertures.empty());
            QVERIFY(std::fabs(areaOf(p.outline) - (60 * 45 - std::acos(-1.0) * 72)) < 3);
        }
        const Case c(d, a);
        for (const Pose& p : c.poses)
            QVERIFY(p.misfit() < 1e-6);
        QVERIFY(verdictOf(prove(Evidence(c, {}))) == Verdict::Works);
    }
    // Up to the ridge and no further, from either side: the ridge does not fold beside it, and no
    // more of it than that.
    void upToTheRidge() {
        const Design bare = tent();
        const Assembly before = *assemble(bare);
        const Crease ridge = creaseIn(before, "tent1.tip");
        for (const char* side : {"tent1.left-wall", "tent1.right-wall"}) {
            const Host wall = hostOnPanel(before, before.panel(side));
            const Vec2 into = side == before.panels[size_t(ridge.left)].id ? leftOf(ridge.dir())
                                                                           : rightOf(ridge.dir());
            const Vec2 middle = ridge.from + 25 * ridge.dir() + 5 * into - wall.left.origin;
            const Design d = with(bare, "aperture", side,
                                  {{"shape", "rectangle"},
                                   {"width", "10 mm"},
                                   {"height", "10 mm"},
                                   {"across", mm(middle.dot(wall.left.along))},
                                   {"along", mm(middle.dot(wall.left.inward))}});
            const Assembly a = *assemble(d);
            QVERIFY(std::fabs(folded(creaseIn(a, "tent1.tip")) - 50) < 1e-6);
            QVERIFY(std::fabs(paperOf(before, "tent1") - paperOf(a, "tent1") - 100) < 1e-6);
            QVERIFY(verdictOf(prove(Evidence(Case(d, a), {}))) == Verdict::Works);
        }
    }
    // Past the side of a wall: its edge runs round it.
    void pastAnEdge() {
        const Design d = with(tent(), "aperture", "tent1.left-wall",
                              {{"width", "20 mm"}, {"height", "10 mm"}, {"along", "0 mm"}});
        const Assembly a = *assemble(d);
        const Panel& wall = a.panels[size_t(a.panel("tent1.left-wall"))];
        QVERIFY(wall.apertures.empty());
        QVERIFY(std::fabs(areaOf(wall.outline) - (60 * 45 - 100)) < 1e-6);
    }
    // In the page, and in what is cut from it; mats keep their border round it.
    void inPagesAndSteps() {
        Design d = with(card(140, 160), "cut-out-box", "card.spine",
                        {{"place", "40 mm"}, {"width", "80 mm"}, {"left", "40 mm"}});
        d = with(d, "aperture", "cut-out-box1.left-wall", {{"width", "20"}, {"height", "20"}});
        d = with(d, "aperture", "card.page-right",
                 {{"width", "20"}, {"height", "20"}, {"across", "110 mm"}, {"along", "80 mm"}});
        d = with(d, "mat", "card.page-right");
        const Assembly a = *assemble(d);
        QVERIFY(std::fabs(paperOf(a, "card") + paperOf(a, "cut-out-box1") - (280 * 160 - 800)) <
                1e-6);
        const Panel& mat = a.panels[size_t(a.panel("mat1.mat"))];
        QCOMPARE(int(mat.apertures.size()), 1);
        QVERIFY(std::fabs(std::fabs(areaOf(mat.apertures[0])) - 26 * 26) < 1e-6);
        QVERIFY(verdictOf(prove(Evidence(Case(d, a), {}))) == Verdict::Works);
    }
    void whatWouldFallApartIsRefused_data() {
        QTest::addColumn<QString>("width");
        QTest::addColumn<QString>("height");
        QTest::addColumn<QString>("across");
        QTest::addColumn<QString>("word");
        QTest::newRow("in two") << "10 mm"
                                << "200 mm"
                                << "auto"
                                << "in two";
        QTest::newRow("all of it") << "300 mm"
                                   << "300 mm"
                                   << "auto"
                                   << "";
        QTest::newRow("beside it") << "10 mm"
                                   << "10 mm"
                                   << "400 mm"
                                   << "beside its panel";
        QTest::newRow("the whole fold") << "60 mm"
                                        << "90 mm"
                                        << "auto"
                                        << "";
    }
    void whatWouldFallApartIsRefused() {
        QFETCH(QString, width);
        QFETCH(QString, height);
        QFETCH(QString, across);
        QFETCH(QString, word);
        std::map<std::string, std::string> set{{"width", width.toStdString()},
                                               {"height", height.toStdString()}};
        if (across != "auto")
            set["across"] = across.toStdString();
        const auto made = addStructure(tent(), "aperture", "tent1.left-wall", set);
        QVERIFY2(!made, "it was made");
        QVERIFY2(made.problem().text().find("aperture1") != std::string::npos &&
                     !made.problem().remedy.empty() &&
                     made.problem().text().find(word.toStdString()) != std::string::npos,
                 made.problem().text().c_str());
    }
    // Anywhere on anything: what is left is what was there less what of the shape lay on it.
    void anywhereOnATent() {
        std::mt19937 random(19);
        const Design bare = tent();
        const Assembly before = *assemble(bare);
        const Host wall = hostOnPanel(before, before.panel("tent1.right-wall"));
        int made = 0;
        for (int n = 0; n < scaled(200); ++n) {
            const auto between = [&](double a, double b) {
                return std::uniform_real_distribution<double>(a, b)(random);
            };
            const double w = between(4, 40), h = between(4, 40), x = between(-5, 50),
                         y = between(-5, 65);
            const auto cut = addStructure(
                bare, "aperture", "tent1.right-wall",
                {{"width", mm(w)}, {"height", mm(h)}, {"across", mm(x)}, {"along", mm(y)}});
            if (!cut) {
                QVERIFY(!cut.problem().remedy.empty());
                continue;
            }
            ++made;
            const Vec2 middle = wall.left.origin + x * wall.left.along + y * wall.left.inward;
            const Vec2 a = w / 2 * wall.left.along, b = h / 2 * wall.left.inward;
            Ring ring{middle - a - b, middle + a - b, middle + a + b, middle - a + b};
            if (areaOf(ring) < 0)
                std::reverse(ring.begin(), ring.end());
            double on = 0;
            for (const Panel& p : before.panels)
                if (ownerOf(p.id) == "tent1")
                    on += sharedArea(ring, p.outline, {});
            const Assembly after = *assemble(cut->first);
            QVERIFY2(std::fabs(paperOf(before, "tent1") - paperOf(after, "tent1") - on) < 0.05,
                     qPrintable(QString::number(n)));
        }
        QVERIFY(scaled(200) < 200 || made > 60);
    }
};

HL_TEST(Apertures)
#include "apertures.moc"
