// In which order the hand opens a card: free folds that hang in each other's way, a page that is
// lifted further than it is shown and put down last.
#include "core/prove/order.h"
#include "core/prove/curves.h"
#include "core/prove/facts.h"
#include "core/prove/leaning.h"
#include "core/prove/posture.h"
#include "core/prove/solve.h"
#include "core/prove/stance.h"
#include "tests/edit/sheets.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

using namespace hl;
using namespace hl::test;

namespace {

constexpr double degree = pi / 180;
constexpr double page = 150, leg = 140, front = 52; // mm, degrees between the page and its leg

// A strip in a Z, glued on the front by its long part: it goes on round the front's free edge, and
// its other two panels are the leg on which the front stands.
Design board(const char* folds = "M52 V180", const char* half = "70") {
    Design d = told(card(page, 120), "card", {{"stands", "page"}});
    d.card.shown = Measure::fromDegrees(60);
    d = sheet(d, "board", "138 | " + std::string(half) + " | 70, " + folds + "; height 112");
    return joined(d, "board.panel-1", "card.page-left",
                  {{"side", "back"},
                   {"onto_side", "back"},
                   {"line", "fold-1"},
                   {"onto_line", "left"},
                   {"zone", "clear right 12 mm"}});
}
Design foam(const Design& d, double away) {
    return with(d, "topper", "card.page-right",
                {{"width", "4 mm"},
                 {"height", "60 mm"},
                 {"raise", "1 mm"},
                 {"across", QString("%1 mm").arg(away + 2).toStdString()}});
}
Result<Answer> ordered(const Design& d) {
    Question q;
    q.ask = Ask::Order;
    return solve(d, q);
}
std::vector<Finding> collisions(const Design& d) {
    std::vector<Finding> out;
    const Case c(d, *assemble(d));
    for (const Finding& f : prove(c))
        if (f.rule == "collision")
            out.push_back(f);
    return out;
}

} // namespace

class Orders : public QObject {
    Q_OBJECT
  private slots:
    // Whatever the order, every fold ends where it is displayed, and each has its turn.
    void everyOrderEndsAsDisplayed() {
        for (size_t n = 0; n <= 5; ++n) {
            Moves m;
            m.card = {{"card.spine", 0, 60, false}};
            for (size_t i = 0; i < n; ++i)
                m.free.push_back({"sheet.fold-" + std::to_string(i + 1), 0, 30.0 + i, true});
            const auto all = ordersOf(m);
            QVERIFY(n == 0 ? all.size() == 1 : all.size() > 5);
            std::set<std::string> seen;
            for (const auto& stages : all) {
                QVERIFY(!stages.front().together);
                std::map<std::string, double> at;
                std::string written;
                for (const Stage& s : stages) {
                    QCOMPARE(s.from, at[s.drive]);
                    at[s.drive] = s.to;
                    written += s.drive + std::to_string(s.to) + (s.together ? "+" : ",");
                }
                QCOMPARE(at.size(), n + 1);
                QCOMPARE(at["card.spine"], 60.0);
                for (const Stage& s : m.free)
                    QCOMPARE(at[s.drive], s.to);
                QVERIFY2(n < 2 || seen.insert(written).second, written.c_str());
            }
        }
    }
    // The two sides of the triangle over the page are the front and its leg.
    void aZOnTheFrontBecomesItsLeg() {
        const Design d = board();
        const auto answer = ordered(d);
        QVERIFY2(answer, answer ? "" : answer.problem().text().c_str());
        const Design& made = answer->design;
        QVERIFY(made.motion.size() >= 3);
        QVERIFY(collisions(made).empty());
        const Case c(made, *assemble(made));
        // Closed, the strip is folded as it is told.
        for (const char* fold : {"board.fold-1", "board.fold-2"})
            QVERIFY(std::fabs(std::fabs(c.motion.values.front()[size_t(c.assembly.crease(fold))]) -
                              pi) < 1e-9);
        // Displayed where the motion ends, at 60 degrees.
        QCOMPARE(c.assembly.display.at, c.last());
        const Pose shown = poseAt(c.linkage, c.motion, c.last());
        QVERIFY(std::fabs(spineOpening(c, shown) - 60) < 1e-9);
        const double away =
            std::sqrt(page * page + leg * leg - 2 * page * leg * std::cos(front * degree));
        const auto leans = leaningsOf(c, shown);
        QCOMPARE(leans.size(), size_t(1));
        QVERIFY(std::fabs(leans[0].away - away) < 0.2);
        QCOMPARE(leans[0].stop, -1);
        const Stance stance = stanceOf(c);
        QVERIFY(stance.best() && stance.best()->name == "on its base");
        const size_t lower = size_t(c.assembly.panel("card.page-right"));
        QVERIFY((stance.down + stance.pose.panels[lower].turn.col(2)).norm() < 1e-9);
        // Asked again, it is the same answer; and a bar of foam beyond the leg holds it.
        QVERIFY(ordered(made)->design == made);
        const auto held = ordered(foam(d, away + 0.3));
        QVERIFY2(held, held ? "" : held.problem().text().c_str());
        QVERIFY(collisions(held->design).empty());
        const Case kept(held->design, *assemble(held->design));
        const auto stops = leaningsOf(kept, poseAt(kept.linkage, kept.motion, kept.last()));
        QVERIFY(stops.size() == 1 && stops[0].stop >= 0);
        // The facts say how it is opened, and that it leans there.
        const Evidence e(kept, {});
        std::map<std::string, std::string> told;
        for (const Fact& f : factsOf(e, curvesOf(e)))
            told[f.id] = f.text;
        QVERIFY(told["opens"].find(held->sentence) != std::string::npos);
        QVERIFY(told["leans"].find("keeps it there") != std::string::npos);
    }
    // All at once the leg would go through the page: it is not what is answered.
    void allAtOnceItWouldMeetThePage() {
        const Design d = board();
        const auto all = ordersOf(movesOf(d));
        QVERIFY(!collisions(moved(d, all.front())).empty());
        QVERIFY(ordered(d)->sentence.find("; then") != std::string::npos);
    }
    void aPlainCardOpensAllAtOnce() {
        const Design d = with(card(), "box", "card.spine");
        const auto answer = ordered(d);
        QVERIFY(answer && answer->design == d);
        QVERIFY(answer->sentence.find("all at once") != std::string::npos);
        // What meets on the way is no matter of order where no fold hangs free.
        const auto met = ordered(
            with(d, "box", "card.spine", {{"left", "50"}, {"right", "20"}, {"place", "30 mm"}}));
        QVERIFY(!met && met.problem().text().find("no order") != std::string::npos);
    }
    // What slides is moved as its maker told it: no order is looked for that would forget it.
    void whatSlidesIsLeftAlone() {
        Design d = joined(sheet(card(), "tongue", "20 x 60"), "tongue.sheet", "card.page-right",
                          {{"kind", "slide"}});
        d.motion = {{"card.spine", Measure::fromDegrees(0), Measure::fromDegrees(120), false},
                    {d.joins[0].id, Measure::fromMm(0), Measure::fromMm(5), false}};
        const auto made = assemble(d);
        QVERIFY2(made, made ? "" : made.problem().text().c_str());
        const auto answer = ordered(d);
        QVERIFY(!answer && answer.problem().text().find("as it was told") != std::string::npos);
    }
    // A flap by itself gives way to what it meets; driven, it has to find its way. One that lies in
    // the opening does; one that reaches through the other page does not.
    void aFlapIsDrivenAlong() {
        for (const auto& [length, fits] : {std::pair{40, true}, {110, false}}) {
            Design d = told(card(120, 120), "card", {{"shown", "90"}});
            d = sheet(d, "flag", QString("30 | %1, V30; height 60").arg(length).toStdString());
            d = joined(d, "flag.panel-1", "card.page-right",
                       {{"line", "fold-1"}, {"onto_line", "right"}, {"off", "50 mm"}});
            QVERIFY(collisions(d).empty()); // it is drawn as it rests
            const auto answer = ordered(d);
            QCOMPARE(bool(answer), fits);
            if (fits) {
                QCOMPARE(answer->design.motion.size(), size_t(2));
                QVERIFY(collisions(answer->design).empty());
            }
        }
    }
    // A leg that ends below the page has no order that helps.
    void whatMeetsOnDisplayHasNoOrder() {
        const auto answer = ordered(board("M52 V180", "110"));
        QVERIFY(!answer);
        QVERIFY(answer.problem().text().find("no order") != std::string::npos);
    }
    // Shown elsewhere, the last stage goes there; what contradicts itself is refused.
    void whereItIsShownIsWhereItsMotionEnds() {
        Design d = ordered(board())->design;
        const Design wider = told(d, "card", {{"shown", "75"}});
        const auto last = std::find_if(wider.motion.rbegin(), wider.motion.rend(),
                                       [](auto& s) { return s.drive == "card.spine"; });
        QVERIFY(last != wider.motion.rend());
        QCOMPARE(last->to, Measure::fromDegrees(75));
        QVERIFY(assemble(wider));
        d.card.shown = Measure::fromDegrees(75);
        const auto refused = assemble(d);
        QVERIFY(!refused && refused.problem().place == "card, shown");
        // A motion all at once reaches as far as it is shown.
        Design once = board();
        once.motion = {{"card.spine", Measure::fromDegrees(0), Measure::fromDegrees(60), false},
                       {"board.fold-1", Measure::fromDegrees(0), Measure::fromDegrees(52), true}};
        once = told(once, "card", {{"shown", "75"}});
        QCOMPARE(once.motion[0].to, Measure::fromDegrees(75));
        QCOMPARE(once.motion[1].to, Measure::fromDegrees(52));
        // Nothing said: where its motion ends.
        d.card.shown.reset();
        const Case c(d, *assemble(d));
        QCOMPARE(c.assembly.display.at, c.last());
    }
};

HL_TEST(Orders)
#include "order.moc"
