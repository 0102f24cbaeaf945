// Score plans, carried out on a simulated board: the creases it makes are the design's, none
// missing, none twice, each on its face and from end to end.
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "core/make/board.h"
#include "core/make/cut_plan.h"
#include "core/make/score_plan.h"
#include "tests/make/said_scores.h"
#include "tests/program.h"
#include "tests/random_design.h"
#include <QDirIterator>
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

// What differs between the lines made and the part's own; nothing where none does.
std::string differs(const ListedPart& p, const BlankScores& plan, School school) {
    auto made = carriedOut(p.blank.x(), p.blank.y(), plan.steps);
    if (!made)
        return p.name + ": " + made.problem().text();
    const auto take = [&](const Vec2& a, const Vec2& b, bool slit, const bool* face) {
        for (size_t i = 0; i < made->size(); ++i) {
            const MadeLine& m = (*made)[i];
            const bool there = ((m.from - a).norm() < 1e-3 && (m.to - b).norm() < 1e-3) ||
                               ((m.from - b).norm() < 1e-3 && (m.to - a).norm() < 1e-3);
            if (!there || m.slit != slit || (face && m.face != *face))
                continue;
            made->erase(made->begin() + static_cast<std::ptrdiff_t>(i));
            return true;
        }
        return false;
    };
    for (auto& c : p.creases) {
        // From the side that ends up inside the fold; of one that may go either way, the face.
        const bool face = school == School::OneFace || c.fold != "mountain";
        if (!take(c.from, c.to, false, &face))
            return p.name + ": " + c.name + " is not made";
    }
    for (auto& s : p.slits)
        for (size_t i = 0; i + 1 < s.points.size(); ++i)
            if (!take(s.points[i], s.points[i + 1], true, nullptr))
                return p.name + ": slit " + s.name + " is not made";
    return made->empty() ? "" : p.name + ": something is made that is not in the design";
}

// What the words leave out or put elsewhere, carried out line by line by somebody who has nothing
// else; empty where they make what the parts list asks for.
std::string saidWrongly(const std::string& text, const std::vector<ListedPart>& parts,
                        const std::vector<BlankScores>& plan, School school) {
    constexpr double printed =
        0.11; // mm: places are said to a hundredth, or with a rest to a tenth
    const auto said = ScoreReader().read(QString::fromStdString(text));
    size_t n = 0;
    for (const BlankScores& b : plan) {
        if (b.steps.empty())
            continue;
        if (n >= said.size())
            return b.part + " is not said";
        const SaidBlank& s = said[n++];
        if (!s.wrong.isEmpty())
            return b.part + ": cannot be read: " + s.wrong.toStdString();
        const ListedPart& p = parts[b.listed];
        // Every line that is made is the union of what is to be there, end to end, and all of that
        // is made once.
        struct Wanted {
            Vec2 from, to;
            bool slit, face;
            std::string name;
            bool made = false;
        };
        std::vector<Wanted> wanted;
        for (auto& c : p.creases)
            wanted.push_back(
                {c.from, c.to, false, school == School::OneFace || c.fold != "mountain", c.name});
        for (auto& slit : p.slits)
            for (size_t i = 0; i + 1 < slit.points.size(); ++i)
                wanted.push_back({slit.points[i], slit.points[i + 1], true, true, slit.name});
        for (const MadeLine& m : s.made) {
            const double length = (m.to - m.from).norm();
            const Vec2 way = (m.to - m.from) / std::max(1e-9, length);
            const auto within = [&](const Vec2& q) {
                const double along = way.dot(q - m.from);
                return std::fabs(leftOf(way).dot(q - m.from)) < 2 * printed &&
                       along > -2 * printed && along < length + 2 * printed;
            };
            double covered = 0;
            for (Wanted& w : wanted)
                if (!w.made && w.slit == m.slit && (w.slit || w.face == m.face) && within(w.from) &&
                    within(w.to)) {
                    w.made = true;
                    covered += (w.to - w.from).norm();
                }
            if (std::fabs(covered - length) > 4 * printed)
                return b.part + ": the words make something more";
        }
        for (const Wanted& w : wanted)
            if (!w.made)
                return b.part + ": the words do not make " + w.name;
    }
    return n == said.size() ? "" : "something is said that is not planned";
}

std::string everyWay(const Design& d, const Assembly& a) {
    const auto parts = partsList(d, a);
    for (School school : {School::TwoFaces, School::OneFace})
        for (bool ends : {false, true})
            for (double spacing : {0.0, 1.0, 25.4 / 16}) {
                ScoringBoard board;
                board.school = school;
                board.bothEnds = ends;
                board.spacing = spacing;
                const auto plan = planScores(parts, board, d.units);
                if (plan.size() != parts.size())
                    return "a part is left out";
                for (const BlankScores& b : plan) {
                    const std::string wrong = differs(parts[b.listed], b, school);
                    if (!wrong.empty())
                        return wrong;
                    if (school == School::OneFace)
                        for (const ScoreStep& s : b.steps)
                            if (!s.face)
                                return b.part + ": turned over for nothing";
                }
                if (scoresText(plan, d.units, 0.5).empty())
                    return "nothing is told";
                const std::string words =
                    saidWrongly(scoresText(plan, d.units, 0), parts, plan, school);
                if (!words.empty())
                    return words;
            }
    return "";
}

// A strip by its line.
ListedPart strip(double width, double height,
                 const std::vector<std::pair<double, const char*>>& scores) {
    ListedPart p;
    p.name = "Strip";
    p.blank = {width, height};
    p.outline = {{0, 0}, {width, 0}, {width, height}, {0, height}};
    for (auto& [at, fold] : scores)
        p.creases.push_back({"score", fold, {at, 0}, {at, height}});
    return p;
}

BlankScores planned(const ListedPart& p, const ScoringBoard& board = {}) {
    return planScores({p}, board, Unit::Millimetre).front();
}

} // namespace

class Scores : public QObject {
    Q_OBJECT
  private slots:
    void everyDemoAndEveryDesignOfTheCorpus() {
        int seen = 0;
        for (const char* folder : {"/demo", "/corpus"}) {
            QDirIterator it(HL_SOURCE_DIR + QString(folder), {"*.hlantern"}, QDir::Files,
                            QDirIterator::Subdirectories);
            while (it.hasNext()) {
                const std::string path = it.next().toStdString();
                auto d = loadDesign(path);
                if (!d)
                    continue;
                const std::string wrong = everyWay(*d, *assemble(*d));
                QVERIFY2(wrong.empty(), (path + ": " + wrong).c_str());
                ++seen;
            }
        }
        QVERIFY2(seen > 60, qPrintable(QString::number(seen)));
    }
    void randomDesigns() {
        fixRuns(500);
        rc::check([] {
            const Design d = randomDesign();
            auto made = assemble(d);
            RC_PRE(bool(made));
            const std::string wrong = everyWay(d, *made);
            if (!wrong.empty())
                RC_FAIL(wrong);
        });
    }
    // The board does not believe what it is told.
    void aPlanThatIsWrongIsFoundOut() {
        const ListedPart p = strip(160, 120, {{15, "valley"}, {40, "mountain"}, {70, "valley"}});
        BlankScores plan = planned(p);
        QCOMPARE(differs(p, plan, School::TwoFaces), std::string());
        BlankScores less = plan;
        less.steps.pop_back();
        QVERIFY(!differs(p, less, School::TwoFaces).empty());
        BlankScores twice = plan;
        twice.steps.push_back(twice.steps.back());
        QVERIFY(!differs(p, twice, School::TwoFaces).empty());
        BlankScores shorter = plan;
        shorter.steps[0].to -= 1;
        QVERIFY(!differs(p, shorter, School::TwoFaces).empty());
        const auto refused = [&](auto&& change) {
            BlankScores other = plan;
            change(other.steps);
            return !carriedOut(160, 120, other.steps);
        };
        QVERIFY(refused([](auto& s) { s[0].at = 200; }));                 // beside the paper
        QVERIFY(refused([](auto& s) { s[1].face = !s[1].face; }));        // the other face is up
        QVERIFY(refused([](auto& s) { s[1].edge = BlankEdge::Bottom; })); // another edge
        QVERIFY(refused([](auto& s) { s[1].ruler = true; }));             // no marks
        QVERIFY(refused([](auto& s) { s.back().to = 500; }));             // off its end
        for (ScoreStep& s : plan.steps)
            if (s.what == ScoreStep::Flip)
                s.what = ScoreStep::Turn;
        QVERIFY(!carriedOut(160, 120, plan.steps));
    }

    // Strips with the base's scores are read at the base's marks, from whichever edge that takes.
    void whatIsScoredAlikeIsReadAtTheSameMarks() {
        const Design d = *loadDesign(HL_SOURCE_DIR "/demo/quillmere/21-signal-tower.hlantern");
        const auto plan = planScores(partsList(d, *assemble(d)), ScoringBoard(), d.units);
        QVERIFY(plan.size() >= 2);
        for (const BlankScores& b : plan) {
            if (b.steps.empty())
                continue; // mats
            std::vector<long> at;
            for (const ScoreStep& s : b.steps)
                if (s.what == ScoreStep::Score)
                    at.push_back(std::lround(s.at));
            std::sort(at.begin(), at.end());
            QCOMPARE(at, (std::vector<long>{34, 68}));
        }
    }

    void fewestSettings() {
        // One face, on the grooves: laid down once.
        QCOMPARE(planned(strip(150, 60, {{30, "valley"}, {60, "valley"}})).settings, 1);
        // Two faces: once more, by turning it over.
        const BlankScores two = planned(strip(150, 60, {{30, "valley"}, {60, "mountain"}}));
        QCOMPARE(two.settings, 2);
        QCOMPARE(two.turns, 1);
        ScoringBoard one;
        one.school = School::OneFace;
        QCOMPARE(planned(strip(150, 60, {{30, "valley"}, {60, "mountain"}}), one).settings, 1);
        // Off the grooves from the left, on them from the right.
        const BlankScores right = planned(strip(152, 60, {{42, "valley"}, {62, "valley"}}));
        QCOMPARE(right.settings, 1);
        QVERIFY(right.steps[0].edge == BlankEdge::Right && right.steps[0].at == 110);
        // On none from either: marks and a ruler.
        const BlankScores marked = planned(strip(151, 60, {{32, "valley"}}));
        QCOMPARE(marked.steps.size(), size_t(3));
        QVERIFY(marked.steps[0].what == ScoreStep::Mark && marked.steps[2].ruler);
        QCOMPARE(marked.settings, 2);
    }
    // A score with too little paper beyond it to hold is set from the far edge.
    void whatCannotBeHeldIsSetFromTheFarEdge() {
        const BlankScores b = planned(strip(150, 60, {{5, "valley"}, {145, "valley"}}));
        QCOMPARE(b.steps.size(), size_t(3));
        QVERIFY(b.steps[0].at == 5 && b.steps[1].what == ScoreStep::Turn && b.steps[2].at == 5 &&
                b.steps[2].edge == BlankEdge::Right);
        // Nor does a board reach farther than it is.
        const BlankScores wide = planned(strip(400, 60, {{30, "valley"}, {320, "valley"}}));
        QVERIFY(std::any_of(wide.steps.begin(), wide.steps.end(),
                            [](auto& s) { return s.edge == BlankEdge::Right && s.at == 80; }));
    }
    // A fold is a fence: for what no edge can serve, and where it saves marks and a ruler.
    void foldsAsFences() {
        const auto steps = [](const BlankScores& b, ScoreStep::Do what) {
            std::vector<ScoreStep> out;
            for (const ScoreStep& s : b.steps)
                if (s.what == what)
                    out.push_back(s);
            return out;
        };
        const ListedPart even = strip(
            151, 60, {{12.3, "valley"}, {42.3, "valley"}, {72.3, "valley"}, {102.3, "valley"}});
        const BlankScores saved = planned(even);
        QCOMPARE(differs(even, saved, School::TwoFaces), std::string());
        QCOMPARE(saved.settings, 3); // laid down, one ruler, one fold
        QCOMPARE(steps(saved, ScoreStep::Mark).size(), size_t(2));
        const auto folds = steps(saved, ScoreStep::Fold);
        QVERIFY(folds.size() == 1 && folds[0].at == 12.3);
        QVERIFY(scoresText({saved}, Unit::Millimetre, 0.5)
                    .find("fold it under at the score at 12.3 mm, the fold against the fence\n"
                          "    score at 30 mm from the fold\n") != std::string::npos);
        // One alone is not worth it.
        QVERIFY(
            steps(planned(strip(151, 60, {{12.3, "valley"}, {42.3, "valley"}})), ScoreStep::Fold)
                .empty());
        // Beyond the board from either edge; and where what goes under would be in the way.
        ScoringBoard small;
        small.width = small.height = 100;
        const ListedPart wide = strip(260, 60, {{60, "valley"}, {130, "valley"}});
        const BlankScores reached = planned(wide, small);
        QCOMPARE(differs(wide, reached, School::TwoFaces), std::string());
        QVERIFY(steps(reached, ScoreStep::Fold).size() == 1 &&
                steps(reached, ScoreStep::Mark).empty());
        const BlankScores ruled = planned(strip(260, 60, {{80, "valley"}, {130, "valley"}}), small);
        QVERIFY(steps(ruled, ScoreStep::Fold).empty() && steps(ruled, ScoreStep::Mark).size() == 2);
        // The board does not fold where nothing is scored, nor through what lies below.
        const auto refused = [&](auto&& change) {
            std::vector<ScoreStep> other = reached.steps;
            for (ScoreStep& s : other)
                change(s);
            return !carriedOut(260, 60, other);
        };
        QVERIFY(!refused([](ScoreStep&) {}));
        QVERIFY(refused([](ScoreStep& s) {
            if (s.what == ScoreStep::Fold)
                s.fence = s.at = 50;
        }));
        QVERIFY(refused([](ScoreStep& s) {
            if (s.fence != s.at)
                s.fence = 40, s.at = 100;
        }));
        QVERIFY(refused([](ScoreStep& s) {
            if (s.fence != s.at)
                s.fence = s.at;
        }));
    }
    void bothEndsAtTheSameGrooves() {
        const ListedPart p =
            strip(150, 60, {{10, "valley"}, {35, "valley"}, {115, "valley"}, {140, "valley"}});
        QVERIFY(planned(p).symmetrical);
        ScoringBoard board;
        board.bothEnds = true;
        const BlankScores b = planned(p, board);
        std::vector<double> at;
        for (const ScoreStep& s : b.steps)
            if (s.what == ScoreStep::Score)
                at.push_back(s.at);
        std::sort(at.begin(), at.end());
        QCOMPARE(at, (std::vector<double>{10, 10, 35, 35}));
        QCOMPARE(b.turns, 1);
        QCOMPARE(differs(p, b, School::TwoFaces), std::string());
    }
    void whatAMakerReads() {
        ListedPart p = strip(160, 120, {{30, "valley"}, {60, "valley"}, {90, "mountain"}});
        p.creases.push_back({"slope", "valley", {0, 0}, {30, 60}});
        p.slits.push_back({"door", {{100, 20}, {100, 80}}});
        const std::string text = scoresText({planned(p)}, Unit::Millimetre, 0.5);
        for (const char* said :
             {"short side against the fence", "score at 30 mm and 60 mm", "turn it over",
              "from mark to mark, slope", "slit at 100 mm, from 40 mm to 100 mm"})
            QVERIFY2(text.find(said) != std::string::npos,
                     (std::string(said) + "\n" + text).c_str());
        // Beside the ruler's marks it is told by how much.
        const std::string fine =
            scoresText({planned(strip(100, 60, {{30.25, "valley"}}))}, Unit::Millimetre, 1);
        QVERIFY2(fine.find("0.3 mm nearer in") != std::string::npos ||
                     fine.find("0.2 mm nearer in") != std::string::npos,
                 fine.c_str());
    }
    // The reader of the words finds out what is said wrongly: a place, an end, a face, a turn.
    void wordsThatAreWrongAreFoundOut() {
        ListedPart p = strip(160, 120, {{30, "valley"}, {60, "valley"}, {95, "mountain"}});
        p.slits.push_back({"door", {{100, 20}, {100, 80}}});
        const std::vector<ListedPart> parts{p};
        const auto plan = planScores(parts, ScoringBoard(), Unit::Millimetre);
        const std::string text = scoresText(plan, Unit::Millimetre, 0);
        QCOMPARE(saidWrongly(text, parts, plan, School::TwoFaces), std::string());
        for (auto [right, wrong] : {std::pair{"30 mm", "31 mm"},
                                    {"face up", "back up"},
                                    {" to 100 mm", " to 90 mm"},
                                    {"slit at", "score at"},
                                    {"turn it over", "turn over"}}) {
            std::string other = text;
            const size_t at = other.find(right);
            QVERIFY2(at != std::string::npos, (std::string(right) + " in " + text).c_str());
            other.replace(at, std::string(right).size(), wrong);
            QVERIFY2(!saidWrongly(other, parts, plan, School::TwoFaces).empty(), wrong);
        }
    }

    void gangsAreWhatIsScoredAlike() {
        ListedPart a = strip(90, 40, {{30, "valley"}}), b = strip(90, 25, {{30, "valley"}}),
                   c = strip(90, 40, {{31, "valley"}}), d = strip(90, 40, {{30, "valley"}});
        d.creases[0].to.y() = 20; // it stops half way
        const std::vector<int> gangs = gangsOf({a, b, c, d});
        QCOMPARE(gangs, (std::vector<int>{1, 1, -1, -1}));
        c.count = 2;
        QCOMPARE(gangsOf({a, c}), (std::vector<int>{-1, 1}));
    }
};

HL_TEST(Scores)
#include "scores.moc"
