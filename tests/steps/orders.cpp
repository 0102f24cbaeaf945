// Orders of the work, replayed by a checker of its own: every join once, each when it can be
// reached, mats under landings before them and over tabs after them, figures last, waits kept.
#include "core/prove/prove.h"
#include "core/steps/order.h"
#include "core/steps/partial.h"
#include "core/steps/words.h"
#include "tests/random_design.h"
#include "tests/random_told.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QDir>
#include <QtTest>
#include <map>
#include <set>

using namespace hl;
using namespace hl::test;

namespace {

// All that is wrong with an order, in words; empty for a good one.
class Replay {
  public:
    Replay(const Case& c, const Plan& plan, const steps::Work& work)
        : c_(c), a_(c.assembly), plan_(plan), work_(work) {}

    QStringList run(bool folds) {
        for (size_t i = 0; i < work_.steps.size(); ++i) {
            const steps::WorkStep& s = work_.steps[i];
            if (!at_.emplace(s.id, i).second)
                say("two steps are called " + s.id);
            if (s.title.empty() || s.text.empty())
                say(s.id + " says nothing");
            for (const steps::Need& n : s.needs)
                if (!at_.count(n.id) || n.id == s.id)
                    say(s.id + " needs " + n.id + ", which does not come before it");
            for (const std::string& join : s.joins) {
                if (a_.join(join) < 0)
                    say(s.id + " makes what is no join: " + join);
                else if (!made_.emplace(a_.join(join), i).second)
                    say(join + " is made twice");
            }
        }
        for (size_t k = 0; k < a_.joins.size(); ++k)
            if (!made_.count(int(k)))
                say(a_.joins[k].id + " is never made");
        everyPart();
        mats();
        figures();
        waits();
        if (folds)
            reach();
        return wrong_;
    }

  private:
    void say(const std::string& what) { wrong_ << QString::fromStdString(what); }
    size_t when(int join) const { return made_.count(join) ? made_.at(join) : size_t(-1); }

    // Cut, then scored, then folded, then stuck.
    void everyPart() {
        for (const ListedPart& p : plan_.parts)
            for (const std::string& id : p.ids) {
                std::map<steps::Do, size_t> first, last;
                for (size_t i = 0; i < work_.steps.size(); ++i)
                    for (const std::string& part : work_.steps[i].parts)
                        if (part == id) {
                            first.try_emplace(work_.steps[i].what, i);
                            last[work_.steps[i].what] = i;
                        }
                if (!first.count(steps::Do::Cut))
                    say(id + " is never cut");
                else
                    for (const auto& [what, i] : first)
                        if (i < first[steps::Do::Cut])
                            say(id + " is worked on before it is cut");
                if (p.creases.empty())
                    continue;
                if (!first.count(steps::Do::Fold))
                    say(id + " is never folded");
                for (auto after : {steps::Do::Glue, steps::Do::Close, steps::Do::Insert})
                    if (first.count(after) && first.count(steps::Do::Fold) &&
                        first[after] < first[steps::Do::Fold])
                        say(id + " is put together before it is folded");
                if (first.count(steps::Do::Score) &&
                    first[steps::Do::Score] > first[steps::Do::Fold])
                    say(id + " is scored after it is folded");
            }
    }

    // A mat and something else that is stuck on one place of one side.
    void mats() {
        for (size_t m = 0; m < a_.joins.size(); ++m)
            for (size_t k = 0; k < a_.joins.size(); ++k) {
                const Join &mat = a_.joins[m], &j = a_.joins[k];
                const Panel &lies = a_.panels[size_t(mat.tab)], &held = a_.panels[size_t(j.tab)];
                if (m == k || lies.rides < 0 || lies.hung || held.rides >= 0 ||
                    mat.landing != j.landing || mat.ontoFace() != j.ontoFace() ||
                    !traitsOf(j.kind).sticks || !overlap(mat, j))
                    continue;
                const StructureSpec* s = c_.design.structure(a_.parts[size_t(lies.part)].structure);
                const bool flat = a_.parts[size_t(held.part)].creases.empty();
                const bool under =
                    !s || flat || (s->set.count("landings") && s->set.at("landings").count == 1);
                if (under != (when(int(m)) < when(int(k))))
                    say(mat.id + (under ? " does not go under " : " does not cover ") + j.id);
            }
        for (size_t m = 0; m < a_.joins.size(); ++m) // what lies on a mat comes after it
            for (size_t k = 0; k < a_.joins.size(); ++k)
                if (a_.joins[m].tab == a_.joins[k].landing &&
                    a_.panels[size_t(a_.joins[m].tab)].rides >= 0 && when(int(k)) < when(int(m)))
                    say(a_.joins[k].id + " goes on a mat that is not there");
    }
    bool overlap(const Join& one, const Join& other) const {
        for (const Ring& p : adhesiveOf(a_, one))
            for (const Ring& q : adhesiveOf(a_, other)) {
                Ring x, y;
                for (const Vec2& v : p)
                    x.push_back(one.place.at(v).head<2>());
                for (const Vec2& v : q)
                    y.push_back(other.place.at(v).head<2>());
                for (Ring* r : {&x, &y})
                    if (areaOf(*r) < 0)
                        std::reverse(r->begin(), r->end());
                if (sharedArea(x, y, {}) > 1)
                    return true;
            }
        return false;
    }

    void figures() {
        const auto closing = at_.find("check.closing");
        if (closing == at_.end())
            return say("the card is never closed for the first time");
        for (const steps::WorkStep& s : work_.steps)
            if (s.what == steps::Do::Figure && at_[s.id] < closing->second)
                say(s.id + " goes on before the first closing");
        if (work_.steps.back().id != "check.finished")
            say("the last step is no look at it");
    }

    // What is pulled has dried: somewhere before the first opening it is waited for.
    void waits() {
        const std::vector<double> since = earliest();
        const size_t open = at_["check.closing"];
        for (size_t i = 0; i < open; ++i) {
            const steps::WorkStep& s = work_.steps[i];
            if (s.freeAfter > 0 && s.what != steps::Do::Mat &&
                since[open] + 1e-9 < since[i] + s.minutes + s.freeAfter)
                say(s.id + " is pulled before it is dry");
        }
    }
    // When each step can begin at the earliest, by what it needs alone.
    std::vector<double> earliest() const {
        std::vector<double> out(work_.steps.size());
        for (size_t i = 0; i < out.size(); ++i)
            for (const steps::Need& n : work_.steps[i].needs)
                if (const auto it = at_.find(n.id); it != at_.end() && it->second < i)
                    out[i] = std::max(out[i],
                                      out[it->second] + work_.steps[it->second].minutes + n.wait);
        return out;
    }

    // Laid flat: two things that did not hang together. Closed onto, or folded flat: with all that
    // is made so far it still closes, so that the place is there.
    void reach() {
        std::vector<int> group(a_.parts.size());
        for (size_t i = 0; i < group.size(); ++i)
            group[i] = int(i);
        const auto of = [&](int p) {
            while (group[size_t(p)] != p)
                p = group[size_t(p)];
            return p;
        };
        for (size_t i = 0; i < work_.steps.size(); ++i) {
            const steps::WorkStep& s = work_.steps[i];
            bool apart = false;
            for (const std::string& id : s.joins) {
                const Join& j = a_.joins[size_t(a_.join(id))];
                const int x = of(a_.panels[size_t(j.tab)].part),
                          y = of(a_.panels[size_t(j.landing)].part);
                apart = apart || x != y;
                group[size_t(std::max(x, y))] = std::min(x, y);
            }
            if (s.joins.empty() || s.what == steps::Do::Mat || s.what == steps::Do::Figure)
                continue;
            if (s.reach == steps::Reach::Flat && !apart)
                say(s.id + " lays flat what hangs together already");
            if (s.reach != steps::Reach::Closing)
                continue;
            const Case part(c_.design, steps::partialOf(a_, steps::madeBy(work_, i + 1)));
            if (part.poses.front().misfit() > 0.5)
                say(s.id + " does not close: it misses by " +
                    std::to_string(part.poses.front().misfit()));
        }
    }

    const Case& c_;
    const Assembly& a_;
    const Plan& plan_;
    const steps::Work& work_;
    std::map<std::string, size_t> at_;
    std::map<int, size_t> made_;
    QStringList wrong_;
};

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

QTEST_APPLESS_MAIN(Orders)
#include "orders.moc"
