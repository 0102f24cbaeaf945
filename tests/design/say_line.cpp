// Say-lines: what a maker reads aloud is read, printed again the same, or refused with the word
// that cannot be read and a remedy.
#include "core/design/say_line.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QtTest>
#include <random>

using namespace hl;

class SayLines : public QObject {
    Q_OBJECT
    static std::vector<double> mm(const std::vector<Measure>& all) {
        std::vector<double> out;
        for (const Measure& m : all)
            out.push_back(m.mm());
        return out;
    }
    static QString folds(const SayLine& l) {
        QString out;
        for (const SayScore& s : l.scores)
            out += "VME"[static_cast<int>(s.fold)];
        return out;
    }

  private slots:
    // Two units that do not agree are told with the difference, wherever they stand.
    void unitsThatDoNotAgree() {
        for (const char* text : {"12 mm = 1/2 in | 30 | 30 | 12, V M V",
                                 "12 | 30 | 30 | 12, V M V; height 12 mm = 1/2 in",
                                 "84 x 40, score 12 mm = 1/2 in, 42, 72"}) {
            const auto l = parseSayLine(text, Unit::Millimetre);
            QVERIFY2(!l && l.problem().text().find("differ by 0.7 mm") != std::string::npos,
                     l ? text : l.problem().text().c_str());
        }
        const auto inches = parseSayLine("1 1/2 in = 38.1 mm | 2 | 1 in, V M", Unit::Inch);
        QVERIFY(inches && inches->panels[0].mm() == 38.1);
    }

    // Many ways of writing one strip.
    void oneStripInManyWords_data() {
        QTest::addColumn<QString>("text");
        for (const char* text :
             {"12 | 30 | 30 | 12, V M V", "12|30|30|12,VMV",
              "12 | 30 | 30 | 12, valley mountain valley", "1.2 cm | 3 cm | 3cm | 12 mm; v, m, v",
              "12 | 30 | 30 | 12 mm  V M V", "84 x 40, score 12 V, 42 M, 72 V",
              "84 x 40: score at 12, 42, 72, V M V", "score 72 V 12 V 42 M; 84 mm x 40 mm",
              "12 mm = 1.2 cm | 30 mm = 3 cm | 30 | 12, V M V", "84 x 40, 12 | 30 | 30 | 12, V M V",
              "84 × 40 mm, scores 12 42 72; VMV"})
            QTest::newRow(text) << QString(text);
    }
    void oneStripInManyWords() {
        QFETCH(QString, text);
        const auto l = parseSayLine(text.replace(':', ',').toStdString(), Unit::Millimetre);
        QVERIFY2(l, l ? "" : l.problem().text().c_str());
        QCOMPARE(mm(l->panels), (std::vector<double>{12, 30, 30, 12}));
        QCOMPARE(folds(*l), QString("VMV"));
        QCOMPARE(l->length().mm(), 84.0);
    }

    void everythingThatCanBeSaid() {
        const auto inches =
            parseSayLine("1/2 | 1 1/4 | 2 3/16 | 1/2 in, M E M90; height 2 1/2", Unit::Inch);
        QVERIFY(inches);
        QCOMPARE(inches->panels[1].count, 31'750'000);
        QCOMPARE(inches->panels[2].count, nmPerInch * 35 / 16);
        QCOMPARE(inches->scores[2].shown->degrees(), 90.0);
        QCOMPARE(inches->heights[0].mm(), 63.5);

        const auto pages =
            parseSayLine("100 | 84 | hinge 12 | 84 | 66, V M V; heights 130, 118, 118, 106; "
                         "raised 0 6 6 12; page 2 gives",
                         Unit::Millimetre);
        QVERIFY(pages);
        QVERIFY(!pages->scores[0].hinge && pages->scores[1].hinge->mm() == 12);
        QCOMPARE(mm(pages->heights), (std::vector<double>{130, 118, 118, 106}));
        QCOMPARE(mm(pages->raised), (std::vector<double>{0, 6, 6, 12}));
        QCOMPARE(pages->gives, std::vector<int>{2});

        // From both ends, and once in the middle or anywhere.
        const auto viaduct = parseSayLine(
            "270 x 130, score 36 54 from both ends and in the middle, V M V M V", Unit::Millimetre);
        QVERIFY(viaduct);
        QCOMPARE(mm(viaduct->panels), (std::vector<double>{36, 18, 81, 81, 18, 36}));
        const auto once =
            parseSayLine("200 x 50, score 30 V from both ends, 90 M", Unit::Millimetre);
        QVERIFY(once);
        QCOMPARE(mm(once->panels), (std::vector<double>{30, 60, 80, 30}));
        QVERIFY(once->scores[1].fold == SayFold::Mountain &&
                once->scores[2].fold == SayFold::Valley);

        // A slanted top: the height at every score, and half of it for the slits.
        const auto cutting =
            parseSayLine("220 x 150, score 55 110 165, M V M; top 150 to 50; slit at 55 "
                         "from 0 to half; slit at 165 from 0 to half",
                         Unit::Millimetre);
        QVERIFY(cutting);
        QCOMPARE(cutting->heightAt(0, 0).second, 125.0);
        QCOMPARE(cutting->heightAt(3, 0).first, 75.0);
        QCOMPARE(cutting->slits[0].to.mm(), 62.5);
        QCOMPARE(cutting->slits[1].to.mm(), 37.5);

        const auto both =
            parseSayLine("270 x 130, score 36 V 54 M 76 V 108 M from both ends; slit across "
                         "at 34 from 18 to 54",
                         Unit::Millimetre);
        QVERIFY(both);
        QCOMPARE(mm(both->panels), (std::vector<double>{36, 18, 22, 32, 54, 32, 22, 18, 36}));
        QCOMPARE(folds(*both), QString("VMVMMVMV"));
        QVERIFY(both->slits[0].across && both->slits[0].at.mm() == 34);

        const auto partial =
            parseSayLine("100 x 60, score 40 V from 10 to 50, 70 M", Unit::Millimetre);
        QVERIFY(partial);
        QCOMPARE(partial->scores[0].from->mm(), 10.0);
        QCOMPARE(partial->scores[0].to->mm(), 50.0);
        QVERIFY(!partial->scores[1].from);
    }

    void whatIsSaidIsPrintedTheSame_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<int>("unit");
        for (const char* text :
             {"12 | 30 | 30 | 38 | 38 | 12, V M V M V",
              "120 | hinge 11 | 60 | 60, V M90; height 170",
              "120 | hinge 11 right | 60 | 60, V M90; height 170",
              "100 | 84 | 66, V M; heights 130, 118, 106; raised 0, 6, 12; panel 2 gives",
              "36 | 18 | 60 | 60 | 18 | 36, V M V M V; panels 3 and 4 give",
              "55 | 55 | 110, M V; top 150 to 50; slit at 55 from 0 to 62.5",
              "100 x 60, score 40 V from 10 to 50, 70 M", "60 x 40"})
            QTest::newRow(text) << QString(text) << int(Unit::Millimetre);
        QTest::newRow("inches") << "1/2 | 1 1/4 | 1/2, E M" << int(Unit::Inch);
        QTest::newRow("mixed") << "12.7 mm | 31.2 mm, V" << int(Unit::Inch);
    }
    void whatIsSaidIsPrintedTheSame() {
        QFETCH(QString, text);
        QFETCH(int, unit);
        const auto l = parseSayLine(text.toStdString(), Unit(unit));
        QVERIFY2(l, l ? "" : l.problem().text().c_str());
        const std::string again = sayLineText(*l, Unit(unit));
        const auto back = parseSayLine(again, Unit(unit));
        QVERIFY2(back && *back == *l, again.c_str());
        QCOMPARE(sayLineText(*back, Unit(unit)), again);
    }

    // Random lines, in both units, come back from their text field by field.
    void randomLinesComeBack() {
        std::mt19937 chance(20261125);
        auto upTo = [&](int n) { return static_cast<int>(chance() % static_cast<unsigned>(n)); };
        for (int round = 0; round < test::scaled(2000); ++round) {
            const Unit unit = upTo(2) ? Unit::Inch : Unit::Millimetre;
            auto length = [&](int least, int most) {
                return upTo(3) ? Measure::fromMm(least + upTo((most - least) * 100) / 100.0)
                               : Measure{Quantity::Length, (4 + upTo(60)) * nmPerInch / 16};
            };
            SayLine l;
            const int n = 2 + upTo(8);
            for (int i = 0; i < n; ++i)
                l.panels.push_back(length(2, 80));
            const bool partial = upTo(4) == 0;
            for (int i = 0; i + 1 < n; ++i) {
                SayScore s;
                s.fold = SayFold(upTo(3));
                if (upTo(4) == 0)
                    s.shown = Measure::fromDegrees(upTo(181));
                if (partial && upTo(2)) {
                    s.from = length(0, 10);
                    s.to = length(20, 40);
                } else if (!partial && upTo(5) == 0) {
                    s.hinge = length(5, 15), s.hingeRight = length(5, 15).count % 2 == 0;
                }
                l.scores.push_back(s);
            }
            if (partial || upTo(2))
                l.heights = {length(50, 200)};
            else if (upTo(2)) {
                for (int i = 0; i < n; ++i) {
                    l.heights.push_back(length(50, 200));
                    l.raised.push_back(length(0, 20));
                }
                if (std::all_of(l.heights.begin(), l.heights.end(),
                                [&](const Measure& h) { return h == l.heights[0]; }))
                    l.heights.resize(1); // all alike are one height
            }
            if (upTo(3) == 0)
                for (int i = 1; i <= n; ++i)
                    if (upTo(1) == 0)
                        l.gives.push_back(i);
            const std::string text = sayLineText(l, unit);
            const auto back = parseSayLine(text, unit);
            QVERIFY2(back && *back == l,
                     (text + " -> " + (back ? sayLineText(*back, unit) : back.problem().text()))
                         .c_str());
        }
    }

    // Every refusal names the word, or the place and the amount, and says what to do.
    void whatCannotBeRead_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("names");
        auto row = [](const char* text, const char* names) {
            QTest::newRow(text) << text << names;
        };
        row("", "nothing");
        row("12 | 30 | pony | 12", "pony");
        row("12 | | 12", "no width");
        row("12 | 30, V M", "2 folds");
        row("12 | 30 | 12, V X", "X");
        row("12 | 0 | 12", "no width");
        row("12 | 30 30 | 12", "30");
        row("136 x 68, 12 | 30 | 12", "82 mm too little");
        row("40 x 68, 12 | 30 | 12", "14 mm too much");
        row("100 x 60, score 30, 130", "130 mm lies off");
        row("100 x 60, score 30, 30", "two scores");
        row("100 x 60, score 50 from both ends", "two scores");
        row("score 30, 60", "blank");
        row("30, 60", "part the panels");
        row("12 | 30; heights 10, 20, 30", "3 for 2 panels");
        row("12 | 30; panel 5 gives", "no panel 5");
        row("12 | 30; panels 1 and 3 give", "no panel 3");
        row("12 | 30; panels give", "panels 3 and 4 give");
        row("score 36 from both ends and the middle", "blank");
        row("40 x 60, score 20 and in the middle", "two scores");
        row("100 x 60, score 50; slit at 130 from 0 to 20", "off the sheet");
        row("100 x 60, score 50; slit at 30 from 0 to 60", "in two");
        row("100 x 60, score 50; slit at 30 from 40 to 20", "runs from");
        row("100 x 60, score 50; slit here", "here");
        row("hinge 12 | 30", "hinge");
        row("12 | 3 parsecs, V", "parsecs");
        row("12 | 30, V270", "V270");
    }
    void whatCannotBeRead() {
        QFETCH(QString, text);
        QFETCH(QString, names);
        const auto l = parseSayLine(text.toStdString(), Unit::Millimetre);
        QVERIFY(!l);
        const QString told = QString::fromStdString(l.problem().text());
        QVERIFY2(told.contains(names), qPrintable(told));
        QVERIFY(!l.problem().remedy.empty() && !l.problem().place.empty());
    }

    // Whatever is typed is read or refused; nothing hangs, crashes or grows.
    void anythingMayBeTyped() {
        const std::vector<std::string> bits{
            "12",   "|",    ",",     ";",     "V",     "M",    "1/2",
            " ",    "x",    "hinge", "to",    "score", "slit", "at",
            "from", "half", "top",   "in",    "mm",    "½",    "99999999999999",
            "-5",   "both", "ends",  "gives", "panel", "\xff", "\f",
            "\v"};
        std::mt19937 chance(7);
        for (int round = 0; round < test::scaled(20000); ++round) {
            std::string text;
            for (unsigned i = 0, n = chance() % 14; i < n; ++i)
                text += bits[chance() % bits.size()] + (chance() % 2 ? " " : "");
            const auto l = parseSayLine(text, Unit::Millimetre);
            if (l) {
                QVERIFY2(!l->empty() && l->scores.size() + 1 == l->panels.size(), text.c_str());
                const auto back = parseSayLine(sayLineText(*l, Unit::Millimetre), Unit::Millimetre);
                QVERIFY2(back && *back == *l,
                         (text + " = " + sayLineText(*l, Unit::Millimetre)).c_str());
            } else {
                QVERIFY2(!l.problem().remedy.empty(), text.c_str());
            }
        }
    }
};

HL_TEST(SayLines)
#include "say_line.moc"
