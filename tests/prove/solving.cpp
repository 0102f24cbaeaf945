// Asking backwards, against closed forms.
#include "core/assemble/assemble.h"
#include "core/prove/solve.h"
#include "tests/export_to.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>
#include <cmath>

using namespace hl;
using hl::test::exportTo;
using namespace hl::test;

namespace {

Result<Answer> ask(const Design& d, const std::vector<std::string>& words) {
    auto q = questionOf(words);
    return q ? solve(d, *q) : Result<Answer>(q.problem());
}

bool about(double a, double b, double within) {
    if (std::fabs(a - b) <= within)
        return true;
    qWarning("%.6g instead of %.6g", a, b);
    return false;
}

// What the pages lose of their reach, mm.
double wrapOf(const Design& d) {
    const Case c(d, *assemble(d));
    return Evidence(c, {}).closed.wrap();
}

std::vector<Finding> findingsOf(const Design& d) { return prove(Case(d, *assemble(d))); }

} // namespace

class Solving : public QObject {
    Q_OBJECT
  private slots:
    // Closed, a box reaches as far as both its feet together; 0.05 mm are not seen.
    void theDeepestBox() {
        const Design d = with(card(140, 140), "box", "card.spine",
                              {{"left", "40"}, {"right", "50"}, {"width", "40"}});
        auto a = ask(d, {"most", "box1", "left"});
        if (!a)
            QFAIL(a.problem().text().c_str());
        QVERIFY(about(a->values[0].mm(), 90.05, 0.02));
        QVERIFY(a->stops.find("sticks out") != std::string::npos);
        // What is put in force lies on the ruler and works.
        QVERIFY(about(a->design.structure("box1")->set.at("left").mm(), 90, 1e-9));
        QVERIFY(verdictOf(findingsOf(a->design)) == Verdict::Works);
    }
    // What stands on it goes along: a box of 9 and 9 mm on its tip reaches further than its tip.
    void theDeepestBoxWithABoxOnItsTip() {
        Design d = with(card(140, 140), "box", "card.spine",
                        {{"left", "30"}, {"right", "50"}, {"width", "40"}});
        d = with(d, "box", "box1.tip", {{"left", "9"}, {"right", "9"}, {"width", "10"}});
        const double reach = [&] {
            const Case c(d, *assemble(d));
            const Evidence e(c, {});
            double low = 0;
            for (size_t i = 0; i < c.assembly.panels.size(); ++i)
                for (const Ring& r : e.closed.flat->pieces[i])
                    for (const Vec2& p : r)
                        if (ownerOf(c.assembly.panels[i].id) == "box2")
                            low = std::min(low, p.x());
            return -low;
        }();
        auto a = ask(d, {"most", "box1", "left"});
        if (!a)
            QFAIL(a.problem().text().c_str());
        QVERIFY(reach > 85); // the upper box reaches beyond the lower one, whose tip is at 80 mm
        // It ends where the pages still cover it: they lose something on their way round the stack.
        QVERIFY(about(a->values[0].mm(), 30 + 140.05 - reach - wrapOf(a->design), 0.05));
        QVERIFY(verdictOf(findingsOf(a->design)) == Verdict::Works);
    }
    // A platform reaches its legs' distance and its height.
    void theHighestPlatform() {
        const Design d = with(card(140, 140), "platform", "card.spine",
                              {{"left", "40"}, {"width", "40"}, {"height", "30"}});
        auto a = ask(d, {"most", "platform1", "height"});
        // The pages lose a little on their way round its layers.
        QVERIFY(a && about(a->values[0].mm(), 100.05 - wrapOf(a->design), 0.02));
    }
    // One that is too large as it is comes back to where it hides.
    void theLargestTopper() {
        const Design d =
            with(card(140, 140), "topper", "card.page-right",
                 {{"width", "40"}, {"height", "20"}, {"across", "125"}, {"along", "70"}});
        auto a = ask(d, {"topper", "topper1"});
        if (!a)
            QFAIL(a.problem().text().c_str());
        QVERIFY(about(a->values[0].mm(), 30.1, 0.05) && about(a->values[1].mm(), 15.05, 0.05));
        QVERIFY(verdictOf(findingsOf(a->design)) == Verdict::Works);
    }
    // Paper of 0.3 mm wants twice that between two structures.
    void theClosestSpacing() {
        Design d = with(card(140, 160), "box", "card.spine",
                        {{"place", "10"}, {"width", "40"}, {"left", "30"}, {"right", "25"}});
        d = with(d, "box", "card.spine",
                 {{"place", "100"}, {"width", "40"}, {"left", "28"}, {"right", "24"}});
        auto a = ask(d, {"closest", "box2", "box1"});
        if (!a)
            QFAIL(a.problem().text().c_str());
        QVERIFY(about(a->values[0].mm(), 50.6, 0.05));
        QVERIFY(verdictOf(findingsOf(a->design)) == Verdict::Works);
    }
    void theSmallestCardAndEnvelope() {
        const Design d = with(card(140, 160), "box", "card.spine",
                              {{"place", "20"}, {"width", "60"}, {"left", "40"}, {"right", "50"}});
        auto a = ask(d, {"card"});
        if (!a)
            QFAIL(a.problem().text().c_str());
        QVERIFY(about(a->values[0].mm(), 90 - 0.05, 0.02));
        QVERIFY(about(a->values[1].mm(), 80 - 0.05, 0.02));
        QVERIFY(verdictOf(findingsOf(a->design)) == Verdict::Works);
        auto e = ask(d, {"envelope"});
        QVERIFY(bool(e));
        Design fits = e->design;
        QVERIFY(first(findingsOf(fits), "overhang") == nullptr);
        fits.card.envelope->first.count -= Measure::fromMm(1.5).count;
        QVERIFY(first(findingsOf(fits), "overhang") != nullptr);
    }
    void whereAFindingEnds() {
        const Design d = with(card(140, 140), "box", "card.spine",
                              {{"left", "80"}, {"right", "72"}, {"width", "40"}});
        QVERIFY(first(findingsOf(d), "overhang"));
        auto a = ask(d, {"vanish", "box1", "left", "overhang"});
        if (!a)
            QFAIL(a.problem().text().c_str());
        QVERIFY(about(a->values[0].mm(), 68.05, 0.02));
        QVERIFY(!first(findingsOf(a->design), "overhang"));
        QVERIFY(!ask(d, {"vanish", "box1", "left", "misfit"}));
    }
    void whatMakesNoSenseIsRefused() {
        const Design d = with(card(), "box", "card.spine");
        for (const std::vector<std::string>& words : {std::vector<std::string>{},
                                                      {"fly"},
                                                      {"most", "box1"},
                                                      {"most", "box9", "left"},
                                                      {"most", "box1", "colour"},
                                                      {"topper", "box1"},
                                                      {"closest", "box1", "box7"},
                                                      {"vanish", "box1", "left", "weather"}}) {
            auto a = ask(d, words);
            QVERIFY(!a);
            QVERIFY(a.problem().text().size() > 20);
        }
    }
    // Stopped before it begins or in the middle, no question is answered by half.
    void aSearchCanBeStopped() {
        Design d = with(card(140, 160), "box", "card.spine",
                        {{"place", "10"}, {"width", "40"}, {"left", "30"}, {"right", "25"}});
        d = with(d, "box", "card.spine",
                 {{"place", "100"}, {"width", "40"}, {"left", "100"}, {"right", "90"}});
        d = with(d, "topper", "card.page-right", {{"width", "20"}, {"height", "20"}});
        for (const std::vector<std::string>& words :
             {std::vector<std::string>{"most", "box1", "left"},
              {"least", "box1", "width"},
              {"vanish", "box2", "left", "overhang"},
              {"closest", "box2", "box1"},
              {"topper", "topper1"},
              {"card"}}) {
            std::atomic<bool> stop{true};
            QVERIFY(!solve(d, *questionOf(words), {}, &stop));
            stop = false;
            int told = 0;
            const auto later = solve(d, *questionOf(words), {}, &stop, [&](double done) {
                QVERIFY(done >= 0 && done <= 1);
                stop = ++told >= 3;
            });
            QVERIFY2(told < 3 ||
                         (!later && later.problem().text().find("stopped") != std::string::npos),
                     words[0].c_str());
        }
    }
    // What fails as it is goes back to where it holds.
    void aBoxThatIsTooDeepGoesBack() {
        const Design d = with(card(140, 140), "box", "card.spine",
                              {{"left", "80"}, {"right", "72"}, {"width", "40"}});
        const auto a = ask(d, {"most", "box1", "left"});
        QVERIFY(a && about(a->values[0].mm(), 68.05, 0.02));
    }
    // Two boxes in one place: no depth of the one mends that, and none is offered.
    void whereNothingHelpsThatIsSaid() {
        Design d = with(card(140, 140), "box", "card.spine",
                        {{"place", "40"}, {"width", "40"}, {"left", "30"}, {"right", "25"}});
        d = with(d, "box", "card.spine",
                 {{"place", "50"}, {"width", "40"}, {"left", "29"}, {"right", "26"}});
        for (const std::vector<std::string>& words :
             {std::vector<std::string>{"most", "box1", "left"}, {"least", "box1", "left"}}) {
            const auto a = ask(d, words);
            QVERIFY2(!a && a.problem().text().find("no value of") != std::string::npos,
                     words[0].c_str());
            QVERIFY(a.problem().text().find("box1") == std::string::npos); // names, not ids
        }
        // But moved along the fold they pass one another by.
        const auto away = ask(d, {"closest", "box2", "box1"});
        QVERIFY(away && verdictOf(findingsOf(away->design)) == Verdict::Works);
        const double place = away->design.structure("box2")->set.at("place").mm();
        QVERIFY(place > 80 && place < 82);
    }
    void onlyWhatSharesAFoldComesCloser() {
        Design d = with(card(140, 140), "box", "card.spine");
        d = with(d, "box", "box1.tip", {{"left", "9"}, {"right", "9"}, {"width", "10"}});
        const auto a = ask(d, {"closest", "box2", "box1"});
        QVERIFY(!a && a.problem().text().find("do not share a fold") != std::string::npos);
    }
    // Angles, and the measures of the card's own form.
    void anglesAndTheCardItselfAreAskedFor() {
        const Design d = with(card(140, 140), "v-fold", "card.spine",
                              {{"place", "40"}, {"base_left", "30"}, {"height", "25"}});
        QVERIFY(verdictOf(findingsOf(d)) == Verdict::Works);
        for (const char* way : {"most", "least"}) {
            const auto a = ask(d, {way, "v-fold1", "alpha_left"});
            QVERIFY2(a, a ? "" : a.problem().text().c_str());
            const double now = (*measuresOf(d, "v-fold1")).at("alpha_left") * 180 / pi;
            QVERIFY(way[0] == 'm' ? a->values[0].degrees() >= now - 1e-6
                                  : a->values[0].degrees() <= now + 1e-6);
            QVERIFY(assemble(a->design));
        }
        const auto easel = changeForm(card(100, 140), "easel", {});
        const auto lean = ask(easel->first, {"least", "card", "lean"});
        QVERIFY2(lean, lean ? "" : lean.problem().text().c_str());
        QVERIFY(lean->values[0].degrees() >= 20 - 1e-6 && lean->values[0].degrees() <= 55);
    }
    // A topper's adhesive grows and shrinks with it.
    void theAdhesiveOfATopperGrowsWithIt() {
        const Design d = with(
            card(100, 120), "topper", "card.page-right",
            {{"width", "20"}, {"height", "30"}, {"adhesive_from", "6"}, {"adhesive_to", "18"}});
        const auto a = ask(d, {"topper", "topper1"});
        QVERIFY2(a, a ? "" : a.problem().text().c_str());
        const auto& set = a->design.structure("topper1")->set;
        const double by = set.at("width").mm() / 20;
        QVERIFY(by > 1.5 && about(set.at("adhesive_to").mm(), 18 * by, 0.5));
        QVERIFY(about(set.at("height").mm(), 30 * by, 1e-3));
    }

    // The report says what was found, in both formats, with its pictures.
    void theReportIsWhole() {
        Design d = with(card(140, 140), "box", "card.spine",
                        {{"left", "80"}, {"right", "72"}, {"width", "40"}});
        d.title = "Signals & <points>";
        const Case c(d, *assemble(d));
        const Evidence e(c, {});
        const auto findings = prove(e);
        QTemporaryDir dir;
        const QString html = dir.filePath("r.html"), pdf = dir.filePath("r.pdf");
        auto write = [&](const QString& to, const char* format) {
            return bool(exportTo(to.toStdString(), *exporter(format, Exports::Report),
                                 {c.design, c.assembly, sheetFormats().front(), &e, &findings}));
        };
        QVERIFY(write(html, "html"));
        QVERIFY(write(pdf, "pdf"));
        QFile f(html);
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QString text = QString::fromUtf8(f.readAll());
        QVERIFY(text.count("<svg") >= 4 + int(findings.size()));
        QVERIFY(text.contains("Signals &amp; &lt;points&gt;") && text.contains("Fails"));
        for (const Finding& one : findings)
            QVERIFY(text.contains(QString::fromStdString(one.message)));
        QProcess words;
        words.start("pdftotext", {pdf, "-"});
        QVERIFY(words.waitForFinished(-1));
        const QString read = QString::fromUtf8(words.readAllStandardOutput()).simplified();
        QVERIFY(read.contains("Signals & <points>") && read.contains("sticks out past"));
        QVERIFY(!exporter("svg", Exports::Report) && !exporter("html"));
        QVERIFY(!write("/nowhere/r.html", "html"));
    }
};

HL_TEST(Solving)
#include "solving.moc"
