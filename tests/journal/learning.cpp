// Learning against makers whose papers, hands and times are known: right within what it says of
// itself, undisturbed by one wild value, and better than what is usual.
#include "core/journal/compare.h"
#include "core/journal/learn.h"
#include "core/journal/next.h"
#include "core/journal/sample.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QFile>
#include <QTemporaryDir>
#include <random>

using namespace hl;
using namespace hl::test;
using namespace hl::journal;

namespace {

constexpr int makers = 1000;

// A maker's truth, some readings of it, and what is usual.
struct Maker {
    double truth;
    std::vector<Observed> readings;
};

Maker makerOf(const Learnable& q, double usual, std::mt19937& random, bool wild) {
    std::normal_distribution<double> normal;
    Maker m;
    const double off = normal(random);
    m.truth = q.kind == Learnable::Signed ? usual + off * q.spread
                                          : usual * std::exp(off * std::min(q.spread, 0.5));
    const int n = 6 + int(random() % 25);
    const double noise = q.noise * (0.5 + double(random() % 100) / 80);
    for (int i = 0; i < n; ++i) {
        const int together = q.kind == Learnable::Positive && random() % 3 == 0 ? 10 : 1;
        double value = 0;
        if (q.kind == Learnable::Scatter)
            value = m.truth * normal(random);
        else if (q.kind == Learnable::Signed)
            value = m.truth + noise * normal(random);
        else
            value = together * m.truth * std::exp(noise / std::sqrt(together) * normal(random));
        m.readings.push_back({q.id, "", value, together});
    }
    if (wild)
        m.readings[random() % m.readings.size()].value *= 20;
    return m;
}

} // namespace

class Learning : public QObject {
    Q_OBJECT

  private slots:
    void rightWithinItsOwnWords_data() {
        QTest::addColumn<QString>("id");
        QTest::addColumn<bool>("wild");
        for (const Learnable& q : learnables())
            for (const bool wild : {false, true})
                QTest::newRow(qPrintable(QString("%1%2").arg(q.id, wild ? ", one wild" : "")))
                    << QString(q.id) << wild;
    }
    void rightWithinItsOwnWords() {
        QFETCH(QString, id);
        QFETCH(bool, wild);
        const Learnable& q = *learnable(id.toStdString());
        std::mt19937 random(42);
        int right = 0;
        double error = 0, before = 0;
        for (int i = 0; i < makers; ++i) {
            const Maker m = makerOf(q, q.usual, random, wild);
            const Estimate e = estimate(q, q.usual, m.readings);
            QVERIFY(e.sigma > 0);
            right += std::fabs(e.value - m.truth) <= 2 * e.sigma;
            error += std::fabs(e.value - m.truth);
            before += std::fabs(q.usual - m.truth);
        }
        QVERIFY2(right >= 0.9 * makers, qPrintable(QString("%1 of %2").arg(right).arg(makers)));
        QVERIFY2(error < before / 2, qPrintable(QString("%1, %2").arg(error).arg(before)));
    }

    // With no readings it is as usual; the more there are, the surer.
    void surerWithEveryBuild() {
        for (const Learnable& q : learnables()) {
            Estimate last = estimate(q, q.usual, {});
            QCOMPARE(last.value, q.usual);
            std::vector<Observed> all;
            for (const int more : {4, 12, 48}) {
                for (int i = 0; i < more; ++i) // alternating round the usual
                    all.push_back({q.id, "",
                                   q.kind == Learnable::Scatter ? (i % 2 ? 1 : -1) * q.usual
                                   : q.kind == Learnable::Signed
                                       ? (i % 2 ? 0.1 : -0.1)
                                       : q.usual * (i % 2 ? 1.1 : 1 / 1.1)});
                const Estimate next = estimate(q, q.usual, all);
                QVERIFY2(next.sigma < last.sigma, q.id);
                last = next;
            }
        }
    }

    // Plans of a maker's times: with what was learned they are nearer to how long it takes than
    // with what is usual, for nine makers in ten.
    void plansComeNearer() {
        std::mt19937 random(5);
        std::normal_distribution<double> normal;
        const Learnable& pace = *learnable("pace");
        int nearer = 0;
        for (int i = 0; i < makers; ++i) {
            double takes = 0, planned = 0, usual = 0;
            for (const double minutes :
                 {20.0, 8.0, 6.0, 25.0, 12.0}) { // cut, score, fold, glue, mat
                const double truth = std::exp(0.3 * normal(random) + 0.15);
                std::vector<Observed> readings;
                for (int k = 0; k < 8; ++k)
                    readings.push_back({"pace", "", truth * std::exp(0.2 * normal(random))});
                takes += truth * minutes;
                planned += estimate(pace, 1, readings).value * minutes;
                usual += minutes;
            }
            nearer += std::fabs(planned - takes) < std::fabs(usual - takes);
        }
        QVERIFY2(nearer >= 0.9 * makers, qPrintable(QString::number(nearer)));
    }

    // From the journal into the workshop, where the maker says so.
    void usedWhereTheMakerSaysSo() {
        QTemporaryDir dir;
        auto j = std::move(*Journal::open(dir.filePath("j.sqlite").toStdString()));
        Build b;
        b.title = "Viaduct";
        b.design = "x";
        b.print = fingerprint(b.design);
        for (int i = 0; i < 20; ++i)
            b.observed.push_back({"score-scatter", "", i % 2 ? 0.5 : -0.5});
        b.observed.push_back({"caliper", "Slate", 5.2, 10});
        b.times = {{"cut", "", 30, 20, 0}, {"score", "", 6, 0, 20}};
        QVERIFY(bool(j->add(b)));
        Workshop w;
        w.drawer.papers.push_back({"Slate", 300, 0.4, Runs::Unknown, Runs::Unknown, {}});
        auto all = *learn(*j, w);
        QCOMPARE(all.size(), size_t{4}); // caliper, minutes of scoring, pace of cutting, scatter
        QCOMPARE(withLearned(w, all).scoreError, w.scoreError); // nobody said so
        for (const Learned& l : all)
            QVERIFY(!j->use(l.quantity, l.of, true));
        all = *learn(*j, w);
        const Workshop mine = withLearned(w, all);
        QVERIFY(mine.scoreError > 0.4 && mine.scoreError < 0.52);
        QVERIFY(mine.drawer.paper("Slate")->caliper > 0.45);
        QVERIFY(mine.drawer.paceOf("cut") > 1.15 && mine.drawer.paceOf("glue") == 1);
        QVERIFY(!j->use("caliper", "Slate", false));
        QCOMPARE(withLearned(w, *learn(*j, w)).drawer.paper("Slate")->caliper, 0.4);
    }

    // The shop's year teaches what is true of the shop, slips of the pen or not.
    void aYearOfTheShop() {
        std::vector<std::string> designs;
        for (const char* name : {"viaduct", "signal-box", "water-tower"}) {
            QFile f(QString(HL_SOURCE_DIR "/demo/quillmere/%1.hlantern").arg(name));
            QVERIFY(f.open(QIODevice::ReadOnly));
            designs.push_back(f.readAll().toStdString());
        }
        const ShopTruth truth;
        const auto year = sampleYear(designs, "2026-11-30", truth);
        QVERIFY(year && year->size() == 120);
        QTemporaryDir dir;
        auto j = std::move(*Journal::open(dir.filePath("j.sqlite").toStdString()));
        QVERIFY(bool(j->addAll(*year)));
        QCOMPARE(j->addAll(*year)->size(), size_t{120}); // once more is the same year
        QCOMPARE(j->list({})->size(), size_t{120});
        QCOMPARE(j->tally(Count::Months)->size(), size_t{12});
        const auto all = *learn(*j, {});
        const auto close = [&](const char* what, const char* of, double is) {
            for (const Learned& l : all)
                if (l.quantity == what && l.of == of)
                    return std::fabs(l.value - is) <= 2.5 * l.sigma && l.sigma < 0.1 * is;
            return false;
        };
        QVERIFY(close("pace", "cut", truth.cutting) && close("pace", "glue", truth.gluing));
        QVERIFY(close("pace", "score", truth.scoring) && close("pace", "fold", truth.folding));
        QVERIFY(close("score-scatter", "", truth.scores));
        QVERIFY(close("setting", "White glue", truth.setting));
        QVERIFY(!sampleYear({"{}"}, "2026-11-30"));
    }

    // What changed is told, in order, and nothing else.
    void changesAreTold() {
        Design was = with(card(), "box", "card.spine", {{"left", "30 mm"}, {"right", "30 mm"}});
        was.title = "Shed";
        QVERIFY(changes(was, was).empty());
        Design is = *setMeasure(was, "box1", "left", "34 mm");
        is.structures[0].name = "Shed";
        is = with(is, "topper", "card.page-right");
        is.title = "Shed, larger";
        const auto all = changes(was, is);
        const auto told = [&](const char* of, const char* what) -> const Change* {
            for (const Change& c : all)
                if (c.of == of && c.what == what)
                    return &c;
            return nullptr;
        };
        QVERIFY(told("card", "title") && told("box1", "name") && told("topper1", "is new"));
        const Change* left = told("box1", "left");
        QVERIFY(left && left->was == "30 mm" && left->is == "34 mm");
        QCOMPARE(left->sentence, std::string("The left of Shed is 34 mm, was 30 mm."));
        QVERIFY(!told("box1", "width") && told("box1", "right_wall"));
    }

    // A note comes up where it concerns something, and is carried out.
    void notesComeBack() {
        Design d = with(card(), "box", "card.spine");
        d.title = "Shed";
        const auto note = [](About about, const char* subject, const char* title) {
            NextTime n;
            n.about = about;
            n.subject = subject;
            n.title = title;
            n.wish = Wish{"box1", "left", "33 mm"};
            return n;
        };
        const std::vector<NextTime> all{note(About::Measure, "box1.left", "Shed"),
                                        note(About::Measure, "box9.left", "Shed"),
                                        note(About::Measure, "box1.left", "Tower"),
                                        note(About::Family, "box", "Tower"),
                                        note(About::Family, "tent", "Tower"),
                                        note(About::Paper, "Ivory card", "Tower"),
                                        note(About::Design, "", "Shed")};
        const auto mine = concerning(all, d);
        QCOMPARE(mine.size(), size_t{4});
        QVERIFY(mine[0].title == "Shed" && mine[1].title == "Shed"); // its own first
        const auto done = carriedOut(mine[0], d);
        QVERIFY(done && done->structure("box1")->set.at("left").mm() == 33);
        NextTime bare;
        QVERIFY(!carriedOut(bare, d));
    }
};

HL_TEST(Learning)
#include "learning.moc"
