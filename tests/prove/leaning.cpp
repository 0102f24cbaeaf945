// What props itself on the displayed card, what keeps it there, how the card is put down, and where
// its folds rest by themselves.
#include "core/prove/leaning.h"
#include "core/fold/resting.h"
#include "core/prove/facts.h"
#include "core/prove/posture.h"
#include "core/prove/stance.h"
#include "tests/edit/sheets.h"
#include "tests/program.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

constexpr double degree = pi / 180;

std::vector<Leaning> shownLeaning(const Case& c) {
    const double at = c.assembly.display.at;
    return leaningsOf(c, poseAt(c.linkage, c.motion, at));
}
Design easel(double lean) {
    auto made =
        changeForm(card(100, 140), "easel", {{"lean", QString("%1 deg").arg(lean).toStdString()}});
    if (!made)
        qFatal("%s", made.problem().text().c_str());
    return made->first;
}
// A bar of foam on the base of an easel, its nearer edge `away` mm from the spine.
Design barred(const Design& d, double away) {
    const double wide = 4;
    const double left = -(away + wide / 2); // the base is the left page
    return with(d, "topper", "card.page-left",
                {{"width", "4 mm"},
                 {"height", "60 mm"},
                 {"raise", "3 mm"},
                 {"across", QString("%1 mm").arg(100 + left).toStdString()}});
}

} // namespace

class Leans : public QObject {
    Q_OBJECT
  private slots:
    // Prop and carrier are two sides of a triangle with equal legs of half the front's width: the
    // front's edge stands twice the cosine of the lean times half the width from the spine.
    void theFrontOfAnEaselLeansOnItsBase() {
        for (const double lean : {35.0, 48.0, 55.0, 62.0}) {
            const Case c(easel(lean), *assemble(easel(lean)));
            const auto all = shownLeaning(c);
            QVERIFY2(all.size() == 1, qPrintable(QString::number(all.size())));
            QCOMPARE(c.assembly.panels[size_t(all[0].on)].id, std::string("card.page-left"));
            QCOMPARE(all[0].hinge, std::string("card.spine"));
            QVERIFY(std::fabs(all[0].away - 100 * std::cos(lean * degree)) < 0.01);
            QCOMPARE(all[0].stop, -1);
            const auto found = prove(c);
            const Finding* f = first(found, "stance");
            QVERIFY(f && f->severity == Severity::Note);
            QVERIFY(f->code == "stance.slides");
            QVERIFY(std::fabs(f->amount - all[0].away) < 1e-9);
        }
    }
    // A bar of foam just beyond the edge keeps it; one further out, or within, does not.
    void aStopKeepsIt() {
        const double lean = 55, away = 100 * std::cos(lean * degree);
        for (const auto& [at, keeps] :
             {std::pair{away + 0.2, true}, {away + 3, true}, {away + 12, false}, {20.0, false}}) {
            const Design d = barred(easel(lean), at);
            const Case c(d, *assemble(d));
            const auto all = shownLeaning(c);
            QCOMPARE(all.size(), size_t(1));
            QVERIFY2((all[0].stop >= 0) == keeps, qPrintable(QString::number(at)));
            const auto found = prove(c);
            QVERIFY((first(found, "stance") == nullptr) == keeps);
            if (keeps)
                QVERIFY(ownerOf(c.assembly.panels[size_t(all[0].stop)].id) == "topper1");
        }
    }
    // A flap of two folds that comes back to the page it is glued to.
    void aFlapPropsItselfOnItsPage() {
        for (const double lean : {40.0, 50.0, 65.0}) {
            Design d = told(card(150, 120), "card", {{"say", "150 | 150, V90; height 120"}});
            d = sheet(d, "board",
                      QString("40 | 60 | 60, V%1 V%2; height 80")
                          .arg(lean)
                          .arg(180 - 2 * lean)
                          .toStdString());
            d = joined(d, "board.panel-1", "card.page-right",
                       {{"line", "fold-1"}, {"onto_line", "right"}, {"off", "5 mm"}});
            const Case c(d, *assemble(d));
            const auto all = shownLeaning(c);
            const auto flap = std::find_if(all.begin(), all.end(), [&](const Leaning& l) {
                return c.assembly.panels[size_t(l.panel)].id == "board.panel-3";
            });
            QVERIFY(flap != all.end());
            QVERIFY(std::fabs(flap->away - 120 * std::cos(lean * degree)) < 0.05);
        }
    }
    // What is held by loops, or does not come down to anything, leans on nothing.
    void whatStandsByItselfDoesNotLean() {
        for (const Design& d :
             {card(), with(card(), "box", "card.spine"), with(card(), "v-fold", "card.spine"),
              told(card(), "card", {{"say", "60 | 60 | 60, V90 M90"}})}) {
            const Case c(d, *assemble(d));
            QVERIFY(shownLeaning(c).empty());
        }
    }
    // Folds rest half open; a box's four are at a right angle together. Of a tent with feet `a`
    // from the spine and walls `p` wide the fold at the tip opens by 2 asin(a sin(phi/2) / p), and
    // those at its feet by the triangle of page, wall and bisector: the least of what they are bent
    // by.
    void aCardRestsWhereItsFoldsAreLeastBent() {
        const Design box = with(card(), "box", "card.spine");
        QVERIFY(std::fabs(restingPlace(Case(box, *assemble(box))) - 90) < 1e-6);
        const Design shown = told(box, "card", {{"shown", "by itself"}});
        QCOMPARE(shown.card.shown->degrees(), 90.0);
        for (const auto& [a, p, wide] :
             {std::tuple{20.0, 45.0, 100.0}, {30.0, 40.0, 60.0}, {25.0, 60.0, 120.0}}) {
            const auto mm = [](double v) { return QString("%1 mm").arg(v).toStdString(); };
            const Design d = with(card(), "tent", "card.spine",
                                  {{"left", mm(a)},
                                   {"right", mm(a)},
                                   {"left_wall", mm(p)},
                                   {"width", mm(wide)},
                                   {"place", "10 mm"}});
            const Case c(d, *assemble(d));
            double least = 1e300, at = 0;
            for (double phi = 0.05; phi < 180; phi += 0.05) {
                const double half = phi / 2 * degree, s = a * std::sin(half);
                const double tip = 2 * std::asin(s / p);
                const double reach = a * std::cos(half) + std::sqrt(p * p - s * s);
                const double foot = std::acos((a * a + p * p - reach * reach) / (2 * a * p));
                const auto bent = [](double angle) { return std::pow(angle - pi / 2, 2); };
                const double sum =
                    140 * bent(phi * degree) + wide * bent(tip) + 2 * wide * bent(foot);
                if (sum < least) {
                    least = sum;
                    at = phi;
                }
            }
            QVERIFY2(std::fabs(restingPlace(c) - at) < 0.3,
                     qPrintable(QString("%1 instead of %2").arg(restingPlace(c)).arg(at)));
        }
    }
    void itIsPutDownAsChosen() {
        Design d = with(card(), "box", "card.spine");
        const auto posture = [&](const char* on) {
            d = told(d, "card", {{"stands", on}});
            return putDown(Case(d, *assemble(d))).posture;
        };
        QVERIFY(posture("page") == Posture::Lying && posture("edge") == Posture::Standing &&
                posture("fold") == Posture::Cradled && posture("auto") == Posture::Standing);
        d.card.spine = SpineSide::Top;
        QVERIFY(posture("edge") == Posture::Roof && posture("auto") == Posture::Lying);
        // Like a roof: the spine on top from left to right, the left page in front.
        for (const double opening : {30.0, 90.0, 150.0}) {
            const Rigid stand = stanceOf(Posture::Roof, opening);
            QVERIFY(std::fabs(stand.turn.determinant() - 1) < 1e-12);
            const double half = opening / 2 * degree;
            const Vec3 left = stand.turn * Vec3(-std::sin(half), 0, std::cos(half));
            QVERIFY(left.y() < 0 && left.z() < 0);
            QVERIFY(((stand.turn * Vec3::UnitY()) - Vec3::UnitX()).norm() < 1e-12);
        }
        // What it is to stand on is what the rule of stance looks at.
        d = told(d, "card", {{"stands", "edge"}});
        const Stance s = stanceOf(Case(d, *assemble(d)));
        QVERIFY(s.best() && s.best()->name == "on its free edges, like a roof");
        QVERIFY(!tell(d, "card", {{"stands", "head"}}));
    }
};

HL_TEST(Leans)
#include "leaning.moc"
