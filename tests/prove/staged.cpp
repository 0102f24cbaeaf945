// Cards of which more is driven than the spine: what is judged of the closed card and of the open
// one is the same with a slide, a pivot or a flap in the motion as without.
#include "core/edit/edit.h"
#include "core/prove/facts.h"
#include "tests/facts.h"
#include "tests/program.h"
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

enum class Second { None, Slide, Pivot, Flap };

// Opens to `open`, then moves something small on the right page.
Design moving(Design d, Second second, double open = 90) {
    StageSpec spine{"card.spine", deg(0), deg(open), false};
    FreePart p = blank("thing", 12, 14);
    JoinSpec j = glue("thing.sheet", "card.page-right", 60, 120, 0, false);
    j.id = "way";
    StageSpec next{"way", mm(0), mm(15), false};
    switch (second) {
    case Second::None:
        return d;
    case Second::Slide:
        j.kind = JoinKind::Slide;
        j.to = mm(15);
        break;
    case Second::Pivot:
        j.kind = JoinKind::Pivot;
        j.to = deg(40);
        next.from = deg(0);
        next.to = deg(40);
        break;
    case Second::Flap:
        p.width = mm(24);
        p.lines = {line("hinge", LineKind::Valley, {at(12, 0), at(12, 14)})};
        j = glue("thing.hinge-left", "card.page-right", 60, 120, 0, false);
        next = {"thing.hinge", deg(0), deg(30), false};
    }
    d.parts.push_back(p);
    d.joins.push_back(j);
    d.motion = {spine, next};
    return d;
}

std::vector<std::string> told(const Design& d) { // rules, parts and amounts of what is no note
    std::vector<std::string> out;
    for (const Finding& f : prove(*foldUp(d)))
        if (f.severity != Severity::Note && f.rule != "mobility") {
            std::string parts;
            for (const std::string& p : f.parts)
                parts += " " + p;
            out.push_back(std::string(nameOf(f.severity)) + " " + f.rule + parts + " " +
                          std::to_string(std::lround(2 * f.amount) / 2.0));
        }
    std::sort(out.begin(), out.end());
    return out;
}
std::string joined(const std::vector<std::string>& all) {
    std::string out;
    for (const std::string& s : all)
        out += s + "\n";
    return out;
}

Design figure(Design d, const char* page, double across, const char* raise) {
    return with(d, "topper", page,
                {{"width", "20"},
                 {"height", "20"},
                 {"across", std::to_string(across) + " mm"},
                 {"along", "60"},
                 {"raise", raise}});
}

} // namespace

class Staged : public QObject {
    Q_OBJECT
  private slots:
    void theClosedCardIsJudged_data() {
        QTest::addColumn<int>("second");
        QTest::newRow("slide") << int(Second::Slide);
        QTest::newRow("pivot") << int(Second::Pivot);
        QTest::newRow("flap") << int(Second::Flap);
    }
    void theClosedCardIsJudged() {
        QFETCH(int, second);
        const Design plain = card(140, 180);
        Design posted = figure(plain, "card.page-right", 50, "7");
        posted.card.mail = "standard";
        posted.card.envelope = {mm(138), mm(190)};
        const std::vector<Design> all{
            figure(plain, "card.page-right", 140, "0"), // 10 mm out
            figure(plain, "card.page-right", 50, "3"),  // foam that is no fault
            with(plain, "box", "card.spine", {{"left", "80"}, {"right", "70"}, {"place", "20"}}),
            posted};
        for (const Design& d : all) {
            const auto without = told(d), with = told(moving(d, Second(second)));
            QVERIFY2(with == without,
                     ("with it:\n" + joined(with) + "without:\n" + joined(without)).c_str());
            QVERIFY(fact(moving(d, Second(second)), "thickness") >= fact(d, "thickness") - 1e-9);
        }
        QVERIFY(!told(all[0]).empty() && told(all[1]).empty() && !told(all[2]).empty() &&
                told(all[3]).size() >= 2);
    }

    // What slides over a page runs into the foam of what is raised there, and into a leg that is
    // pushed through the page, and it stops where its page ends. Its right edge is at 50 mm.
    void whatSlidesMeetsWhatStandsThere() {
        const auto slider = [](Design d, double way) {
            d.parts.push_back(blank("slider", 20, 20));
            JoinSpec j = glue("slider.sheet", "card.page-right", 50, 60, 180, false);
            j.id = "way";
            j.kind = JoinKind::Slide;
            j.to = mm(way);
            j.turn = deg(0);
            j.at = at(30, 60);
            d.joins.push_back(j);
            d.motion = {StageSpec{"card.spine", deg(0), deg(90), false},
                        StageSpec{"way", mm(0), mm(way), false}};
            return d;
        };
        const Design raised = with(
            card(140, 180), "topper", "card.page-right",
            {{"width", "20"}, {"height", "20"}, {"across", "80"}, {"along", "70"}, {"raise", "2"}});
        const auto amount = [](const Design& d, const char* rule) {
            const auto all = prove(*foldUp(d));
            const Finding* f = first(all, rule);
            return f ? f->amount : 0;
        };
        QVERIFY(amount(slider(raised, 15), "collision") == 0);
        const double into = amount(slider(raised, 30), "collision");
        QVERIFY2(into > 5 && into < 15, qPrintable(QString::number(into)));
        QVERIFY(amount(slider(card(140, 180), 60), "reach") == 0);
        QVERIFY(amount(slider(card(140, 180), 130), "reach") > 20);
    }

    // A second stage that begins with the card flat open.
    void theOpenCardIsJudged_data() { theClosedCardIsJudged_data(); }
    void theOpenCardIsJudged() {
        QFETCH(int, second);
        Design d = with(card(140, 180), "box", "card.spine",
                        {{"left", "30"}, {"right", "30"}, {"place", "20"}, {"width", "50"}});
        d.card.shown = deg(180);
        d = moving(d, Second(second), 180);
        for (const Finding& f : prove(*foldUp(d)))
            QVERIFY2(f.severity == Severity::Note, f.message.c_str());
    }
};

HL_TEST(Staged)
#include "staged.moc"
