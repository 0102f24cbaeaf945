// What the maker decides of the work: steps before others, and what is glued with what.
#include "core/steps/pins.h"
#include "core/edit/adhesives.h"
#include "core/steps/words.h"
#include "tests/program.h"
#include "tests/random_design.h"
#include "tests/steps/replay.h"
#include "tests/support.h"
#include <QDir>
#include <QtTest>
#include <random>

using namespace hl;
using namespace hl::test;

class Pins : public QObject {
    Q_OBJECT
  private slots:
    void pinsAreKeptWhereTheyCan_data() {
        QTest::addColumn<QString>("path");
        for (const QFileInfo& f :
             QDir(HL_SOURCE_DIR "/demo/quillmere").entryInfoList({"*.hlantern"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.filePath();
    }
    // Two steps of which neither needs the other are put into the maker's order, and everything
    // else still holds; where one needs the other it is refused, with the way by which it does.
    void pinsAreKeptWhereTheyCan() {
        QFETCH(QString, path);
        const Design d = *loadDesign(path.toStdString());
        const Case c(d, *assemble(d));
        const Plan plan = planOf(d, c.assembly);
        const auto flats = steps::closedLayers(c);
        const steps::Work plain = steps::workOf(c, plan, flats);
        const auto placeIn = [](const steps::Work& w, const std::string& id) {
            return std::find_if(w.steps.begin(), w.steps.end(),
                                [&](auto& s) { return s.id == id; }) -
                   w.steps.begin();
        };
        std::mt19937 dice(20261201);
        int kept = 0, refused = 0;
        Design mine = d;
        for (int n = 0; n < 40; ++n) {
            const size_t i = dice() % plain.steps.size(), k = dice() % plain.steps.size();
            if (i >= k)
                continue;
            const std::string &early = plain.steps[i].id, &late = plain.steps[k].id;
            const auto next = steps::pinned(mine, plain, late, early);
            const bool needs = !steps::chainOfNeeds(plain, late, early).empty();
            QCOMPARE(bool(next), !needs);
            if (!next) {
                QVERIFY(next.problem().text().find(plain.steps[i].title) != std::string::npos);
                ++refused;
                continue;
            }
            const Case other(*next, *assemble(*next));
            const steps::Work work = steps::workOf(other, plan, flats);
            if (!work.problems.empty()) // against an earlier pin of this test
                continue;
            mine = *next;
            QVERIFY2(placeIn(work, late) < placeIn(work, early), (late + " " + early).c_str());
            QCOMPARE(work.steps.size(), plain.steps.size());
            const QStringList wrong = Replay(other, plan, work).run(false);
            QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join("\n")));
            QVERIFY(steps::whyThere(work, mine.pins, late).find("You pinned it") !=
                    std::string::npos);
            ++kept;
        }
        QVERIFY2(kept > 0 && refused > 0, qPrintable(QString("%1 %2").arg(kept).arg(refused)));
        // Without its pins it is as it was; a pin of what is no longer there says nothing.
        mine.pins = {{"glue.gone", plain.steps[0].id}};
        const Case same(mine, *assemble(mine));
        const steps::Work again = steps::workOf(same, plan, flats);
        QVERIFY(again.problems.empty());
        for (size_t i = 0; i < plain.steps.size(); ++i)
            QCOMPARE(again.steps[i].id, plain.steps[i].id);
        // What is turned round by a pin in the file is left aside, and told.
        for (const steps::WorkStep& s : plain.steps)
            if (!s.needs.empty()) {
                mine.pins = {{s.id, s.needs[0].id}};
                const Case turned(mine, *assemble(mine));
                QVERIFY(!steps::workOf(turned, plan, flats).problems.empty());
                break;
            }
    }

    // What a maker glues with instead: one join before all that is alike, and back to the rule.
    void adhesivesAreChosen() {
        Design d = with(card(), "box", "card.spine", {{"place", "10"}, {"width", "30"}});
        d = with(d, "topper", "card.page-left", {{"width", "20"}, {"height", "20"}});
        const auto stuckWith = [](const Design& d) {
            const Case c(d, *assemble(d));
            std::map<std::string, std::string> out; // by join
            for (const steps::WorkStep& s :
                 steps::workOf(c, planOf(d, c.assembly), steps::closedLayers(c)).steps)
                for (const std::string& j : s.joins)
                    out[j] = s.adhesive;
            return out;
        };
        const auto plain = stuckWith(d);
        const auto a = *assemble(d);
        std::string foot, sign;
        for (const Join& j : a.joins)
            (a.panels[size_t(j.tab)].role == Role::Tab ? foot : sign) = j.id;
        const Design solvent = *setAdhesive(d, "tabs", "solvent");
        for (auto& [join, kind] : stuckWith(solvent))
            QCOMPARE(kind, join == sign ? plain.at(join) : std::string("solvent"));
        const Design one = *setAdhesive(solvent, foot, "tape");
        QCOMPARE(stuckWith(one).at(foot), std::string("tape"));
        QCOMPARE(stuckWith(*setAdhesive(d, "topper1", "foam")).at(sign), std::string("foam"));
        QVERIFY(*setAdhesive(*setAdhesive(one, foot, "auto"), "tabs", "auto") == d);
        QVERIFY(!setAdhesive(d, "tabs", "treacle"));
        QVERIFY(!setAdhesive(d, "tabs", "fastener"));
        QVERIFY(!setAdhesive(d, "card.spine", "tape"));
    }
};

HL_TEST(Pins)
#include "pins.moc"
