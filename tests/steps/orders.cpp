// Orders of the work, replayed by a checker of its own: every join once, each when it can be
// reached, mats under landings before them and over tabs after them, figures last, waits kept.
#include "core/prove/prove.h"
#include "core/steps/order.h"
#include "core/steps/partial.h"
#include "core/steps/words.h"
#include "tests/program.h"
#include "tests/random_design.h"
#include "tests/random_told.h"
#include "tests/scale.h"
#include "tests/steps/replay.h"
#include "tests/support.h"
#include <QDir>
#include <QtTest>
#include <map>
#include <set>

using namespace hl;
using namespace hl::test;

namespace {

QString replayed(const Design& d, const Assembly& a, bool folds) {
    const Case c(d, a);
    const Plan plan = planOf(d, a);
    const steps::Work work = steps::workOf(c, plan, steps::closedLayers(c));
    if (folds)
        for (const std::string& problem : steps::cannotBeDone(c, work))
            return QString::fromStdString(problem);
    return Replay(c, plan, work).run(folds).join("\n");
}

} // namespace

class Orders : public QObject {
    Q_OBJECT
  private slots:
    void everyDemo_data() {
        QTest::addColumn<QString>("path");
        for (const QFileInfo& f :
             QDir(HL_SOURCE_DIR "/demo/quillmere").entryInfoList({"*.hlantern"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.filePath();
    }
    void everyDemo() {
        QFETCH(QString, path);
        const Design d = *loadDesign(path.toStdString());
        const QString wrong = replayed(d, *assemble(d), true);
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
    }

    void randomDesigns() {
        const int count = scaled(100); // as many as are drawn at once
        int seen = 0;
        rc::check("an order keeps its rules", [&] {
            if (++seen > count)
                return;
            const Design d = seen % 2 ? randomDesign() : randomTold();
            const auto a = assemble(d);
            if (!a)
                return;
            const QString wrong = replayed(d, *a, false);
            RC_ASSERT(wrong.toStdString() == std::string());
        });
        QVERIFY(seen >= std::min(count, 100));
    }

    // Ids are made from what a step works on: what is added elsewhere changes none of them.
    void idsSurviveEditsElsewhere() {
        const Design one = with(card(), "box", "card.spine", {{"place", "10"}, {"width", "30"}});
        const Design two = with(one, "v-fold", "card.spine", {{"place", "110"}});
        const auto idsOf = [](const Design& d) {
            const Case c(d, *assemble(d));
            std::set<std::string> out;
            for (const steps::WorkStep& s :
                 steps::workOf(c, planOf(d, c.assembly), steps::closedLayers(c)).steps)
                if (s.id.find("box1") != std::string::npos && s.what != steps::Do::Close)
                    out.insert(s.id);
            return out;
        };
        QCOMPARE(idsOf(one), idsOf(two));
        QVERIFY(idsOf(one).count("glue.box1.card.page-left"));
    }

    // Of four cards every sheet that is cut is waited for by what is scored or folded of it.
    void sheetsOfSeveralCardsComeFirst() {
        const Design d = *loadDesign(HL_SOURCE_DIR "/demo/quillmere/station-platform.hlantern");
        const Case c(d, *assemble(d));
        const Plan plan = planOf(d, c.assembly, {nullptr, nullptr, 4, {}});
        const steps::Work work = steps::workOf(c, plan, steps::closedLayers(c));
        QVERIFY(Replay(c, plan, work).run(false).isEmpty());
        std::set<std::string> needed;
        for (const steps::WorkStep& s : work.steps)
            for (const steps::Need& n : s.needs)
                needed.insert(n.id);
        size_t cuts = 0;
        for (const steps::WorkStep& s : work.steps)
            if (s.what == steps::Do::Cut) {
                ++cuts;
                QVERIFY2(needed.count(s.id), s.id.c_str());
            }
        QCOMPARE(cuts, plan.cuts.sheets.size());
    }

    // Places as they are said, against closed forms.
    void placesInWords() {
        Design d = with(card(), "box", "card.spine",
                        {{"left", "30"}, {"right", "25"}, {"place", "20"}, {"width", "40"}});
        d = with(d, "v-fold", "card.spine",
                 {{"place", "100"}, {"alpha_left", "45"}, {"base_left", "20"}});
        d = with(d, "mat", "card.page-right", {{"step", "4"}, {"side", "back"}});
        d = with(d, "topper", "card.page-left",
                 {{"width", "20"}, {"height", "10"}, {"across", "20"}, {"along", "120"}});
        const Case c(d, *assemble(d));
        const steps::Work work = steps::workOf(c, planOf(d, c.assembly), steps::closedLayers(c));
        const auto says = [&](const char* step, const char* what) {
            const steps::WorkStep* s = work.step(step);
            QVERIFY2(s, step);
            QVERIFY2(s->text.find(what) != std::string::npos, (s->text + "\n" + what).c_str());
        };
        says("glue.box1.card.page-left",
             "The left tab of box: its crease 30 mm from the spine, its end 20 mm from the bottom");
        says("glue.v-fold1.card.page-left", // 20 / sqrt 2
             "its crease begins right on the spine and 100 mm above the bottom edge, and ends "
             "14.1 mm from the spine and 114.1 mm above the bottom edge");
        says("mat.mat1", "lay it on the back of the right page: an even border of 4 mm all round");
        says("figure.topper1", "10 mm from its left edge and 115 mm from its bottom edge");
        // Each closing says what faces up.
        const auto closing = std::find_if(work.steps.begin(), work.steps.end(),
                                          [](auto& x) { return x.what == steps::Do::Close; });
        QVERIFY(closing != work.steps.end() && closing->reach == steps::Reach::Closing);
        for (const char* tab : {"right tab of box", "right tab of V-fold"})
            QVERIFY2(closing->text.find(tab) != std::string::npos, closing->text.c_str());
    }

    // A foot over which another box comes to lie goes down first, whichever was added first.
    void whatIsLainOverGoesFirst() {
        for (bool swapped : {false, true}) {
            Design d = card();
            for (const char* left : {swapped ? "20" : "35", swapped ? "35" : "20"})
                d = with(d, "box", "card.spine",
                         {{"left", left}, {"right", left}, {"place", "50"}, {"width", "40"}});
            const Case c(d, *assemble(d));
            const steps::Work work =
                steps::workOf(c, planOf(d, c.assembly), steps::closedLayers(c));
            const auto when = [&](const char* id) {
                return std::find_if(work.steps.begin(), work.steps.end(),
                                    [&](auto& x) { return x.id == id; }) -
                       work.steps.begin();
            };
            const char* names[] = {"glue.box1.card.page-left", "glue.box2.card.page-left"};
            QVERIFY(work.step(names[0]) && work.step(names[1]));
            QVERIFY(when(names[swapped]) < when(names[!swapped]));
        }
    }
};

HL_TEST(Orders)
#include "orders.moc"
