// Placed by closing: a panel is glued where it comes to lie when what holds its sheet folds flat.
#include "core/files/hlantern.h"
#include "core/prove/evidence.h"
#include "tests/edit/sheets.h"
#include "tests/program.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

// A strip with its first panel glued on the right page, its crease upright at `from` mm from the
// spine, its back down.
Design held(double from, const std::string& say) {
    return joined(sheet(card(), "strip", say), "strip.panel-1", "card.page-right",
                  {{"side", "back"},
                   {"line", "fold-1"},
                   {"onto_line", "spine"},
                   {"off", QString::number(from).toStdString() + " mm"}});
}
const Join& joinNamed(const Assembly& a, const std::string& tab) {
    for (const Join& j : a.joins)
        if (a.panels[size_t(j.tab)].id == tab)
            return j;
    qFatal("%s is not held", tab.c_str());
}

} // namespace

class Closing : public QObject {
    Q_OBJECT
  private slots:
    // From the right page over to the left one: closed, both ends lie as far from the spine.
    void theOtherEndLiesOppositeTheFirst() {
        for (double from : {12.0, 20.0, 28.0}) {
            const Design d = joined(held(from, "10 | 30 | 30 | 10, V V V; height 40"),
                                    "strip.panel-4", "card.page-left", {{"line", "closing"}});
            const Assembly a = *assemble(d);
            const Join& j = joinNamed(a, "strip.panel-4");
            for (const Crease& c : a.creases)
                if (c.id == "strip.fold-3")
                    for (const Vec2& p : {c.from, c.to})
                        QVERIFY(std::fabs(std::fabs(j.place.at(p).x()) - from) < 1e-9);
            QVERIFY(j.ontoFace() && !j.onFace);
            const Case c(d, a);
            for (const Pose& p : c.poses)
                QVERIFY(p.misfit() < 1e-6);
        }
    }
    // A flap round an edge: from the face of a page to its back.
    void aFlapGoesRoundTheEdge() {
        Design d = sheet(card(), "flap", "8 | 8, M; height 60");
        d = joined(d, "flap.panel-1", "card.page-right",
                   {{"side", "face"}, {"line", "fold-1"}, {"onto_line", "bottom"}});
        d = joined(d, "flap.panel-2", "card.page-right",
                   {{"line", "closing"}, {"onto_side", "back"}});
        const Assembly a = *assemble(d);
        const Join &one = joinNamed(a, "flap.panel-1"), &two = joinNamed(a, "flap.panel-2");
        QVERIFY(one.ontoFace() && !two.ontoFace() && one.onFace && two.onFace);
        const auto box = [&](const Join& j) {
            Vec2 low(1e9, 1e9), high(-1e9, -1e9);
            for (const Vec2& p : a.panels[size_t(j.tab)].outline) {
                low = low.cwiseMin(j.place.at(p).head<2>());
                high = high.cwiseMax(j.place.at(p).head<2>());
            }
            return std::pair(low, high);
        };
        QVERIFY((box(one).first - box(two).first).norm() < 1e-9);
        QVERIFY((box(one).second - box(two).second).norm() < 1e-9);
    }
    // The place follows the measures: nothing is typed anew when a panel grows.
    void itFollowsTheMeasures() {
        Design d = joined(held(24, "10 | 30 | 30 | 10, V V V; height 40"), "strip.panel-4",
                          "card.page-left", {{"line", "closing"}});
        const auto grown = tell(d, "strip", {{"say", "10 | 42 | 42 | 10, V V V; height 40"}});
        QVERIFY(grown);
        const Case c(*grown, *assemble(*grown));
        for (const Pose& p : c.poses)
            QVERIFY(p.misfit() < 1e-6);
        const auto again = designFromText(designToText(*grown));
        QVERIFY(again && *again == *grown);
    }
    // A tent whose walls differ: its other foot comes to lie as far out as they say, and it closes
    // and opens. Nothing of that was reckoned by the maker.
    void anyTentThatIsPlacedByClosingFolds() {
        std::mt19937 random(7);
        const auto between = [&](int a, int b) {
            return std::uniform_int_distribution<int>(a, b)(random);
        };
        for (int n = 0; n < scaled(60); ++n) {
            const int p = between(25, 45), q = between(25, 45), from = between(12, 24);
            const int other = from + p - q;
            if (other < 12 || from + other > p + q)
                continue;
            const Design start = held(
                from, QString("8 | %1 | %2 | 8, V V V; height 30").arg(p).arg(q).toStdString());
            const auto made =
                addJoin(start, "strip.panel-4", "card.page-left", {{"line", "closing"}});
            QVERIFY2(made, made ? "" : made.problem().text().c_str());
            const Assembly a = *assemble(made->first);
            for (const Crease& c : a.creases)
                if (c.id == "strip.fold-3") {
                    const double foot =
                        joinNamed(a, "strip.panel-4").place.at((c.from + c.to) / 2).x();
                    QVERIFY(std::fabs(std::fabs(foot) - other) < 1e-9);
                }
            const Case c(made->first, a);
            for (const Pose& pose : c.poses)
                QVERIFY2(pose.misfit() < 1e-6,
                         qPrintable(QString("%1 %2 %3").arg(p).arg(q).arg(from)));
        }
    }
    void whatCannotBePlacedIsTold() {
        const auto refused = [](const Design& d, const std::string& panel, Told told,
                                const char* word) {
            told.emplace_back("line", "closing");
            const auto made = addJoin(d, panel, "card.page-left", told);
            return !made && made.problem().text().find(word) != std::string::npos &&
                   !made.problem().remedy.empty();
        };
        QVERIFY(refused(sheet(card(), "loose", "20 | 20, V; height 30"), "loose.panel-2", {},
                        "nothing else holds"));
        const Design d = held(24, "10 | 30 | 30 | 10, V V V; height 40");
        QVERIFY(refused(d, "strip.panel-4", {{"kind", "slide"}}, "slides"));
        // Far off the paper, it lies beside the other page however it is folded.
        QVERIFY(refused(held(400, "10 | 30 | 30 | 10, V V V; height 40"), "strip.panel-4", {},
                        "beside"));
    }
};

HL_TEST(Closing)
#include "closing.moc"
