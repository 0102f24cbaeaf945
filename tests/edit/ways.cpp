// Ways to fold: all of them, each once, with what they do to the card.
#include "core/edit/ways.h"
#include "core/assemble/assemble.h"
#include "core/edit/tell.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <set>

using namespace hl;
using namespace hl::test;

class Ways : public QObject {
    Q_OBJECT
    static Design strip(const std::string& say, Told more = {},
                        const std::map<std::string, std::string>& set = {{"left", "30"},
                                                                         {"right", "30"}}) {
        more.insert(more.begin(), {"say", say});
        auto added = addStructure(card(), "strip", "card.spine", set, {}, "", more);
        if (!added)
            qFatal("%s", added.problem().text().c_str());
        return added->first;
    }

  private slots:
    // A wall of three panels between two feet: the middle may bulge or fold in.
    void eachWayOnce() {
        const Design d = strip("12 | 30 | 24 | 24 | 30 | 12, M E E E M; height 50");
        auto ways = waysToFold(d);
        QVERIFY2(ways, ways ? "" : ways.problem().text().c_str());
        QVERIFY(ways->size() >= 2);
        std::set<std::string> told;
        int stops = 0;
        for (const Way& w : *ways) {
            QVERIFY(told.insert(w.words).second);
            QVERIFY(w.stops >= stops); // those that work come first
            stops = w.stops;
            for (const SayScore& s : w.design.structure("strip1")->say.scores)
                QVERIFY(s.fold != SayFold::Either);
            for (const Pose& p : w.folded->poses)
                QVERIFY(p.misfit() < 0.5);
            auto none = waysToFold(w.design);
            QVERIFY(!none && none.problem().text().find("every fold is told") != std::string::npos);
        }
    }

    // Those of a series fold alike; so do the folds of the card's own line and drawn lines.
    void seriesPagesAndDrawnLines() {
        const Design series =
            strip("12 | 25 | 25 | 12, M E M; height 30", {{"count", "2"}, {"each", "gap"}},
                  {{"left", "25"}, {"right", "25"}});
        auto ways = waysToFold(series);
        QVERIFY2(ways, ways ? "" : ways.problem().text().c_str());
        QVERIFY(!ways->empty() && ways->size() <= 2);
        Design pages = *tell(card(), "card", {{"say", "60 | 60 | 60, V E; height 100"}});
        auto zigzag = waysToFold(pages);
        QVERIFY2(zigzag, zigzag ? "" : zigzag.problem().text().c_str());
        QCOMPARE(zigzag->size(), size_t(2));
        Design drawn = card();
        LineSpec l;
        l.id = "corner";
        l.kind = LineKind::Either;
        l.points = {{Measure::fromMm(100), Measure::fromMm(0)},
                    {Measure::fromMm(100), Measure::fromMm(140)}};
        drawn.card.lines.push_back(l);
        auto both = waysToFold(drawn);
        QVERIFY2(both, both ? "" : both.problem().text().c_str());
        for (const Way& w : *both)
            QVERIFY(w.design.card.lines[0].kind != LineKind::Either);
    }

    void whatCannotBeFoldedIsTold() {
        auto none = waysToFold(card());
        QVERIFY(!none && !none.problem().remedy.empty());
        const Design many = *tell(
            card(), "card",
            {{"say", "40 | 40 | 40 | 40 | 40 | 40 | 40 | 40 | 40, V E E E E E E E; height 100"}});
        auto ways = waysToFold(many);
        QVERIFY(!ways && ways.problem().text().find("too many") != std::string::npos);
        std::atomic<bool> stop{true};
        const Design one = strip("12 | 30 | 30 | 12, M E M; height 50");
        auto stopped = waysToFold(one, {}, &stop);
        QVERIFY(!stopped);
    }
};

HL_TEST(Ways)
#include "ways.moc"
