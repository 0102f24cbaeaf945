// Lengths as people write them, and the promise that they keep exactly what was typed.
#include "core/measure/measure.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;

class Measures : public QObject {
    Q_OBJECT
  private slots:
    void readsWhatPeopleWrite_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<qlonglong>("nm");
        auto row = [](const char* text, qlonglong nm) { QTest::newRow(text) << text << nm; };
        row("5 7/8", 149'225'000);
        row("5-7/8\"", 149'225'000);
        row("5⅞ in", 149'225'000);
        row("149 mm", 149'000'000);
        row("149mm", 149'000'000);
        row("14.9cm", 149'000'000);
        row("14,9 cm", 149'000'000);
        row("3 + 1/4", 82'550'000);
        row("3 in + 2 mm", 78'200'000);
        row(" 1/64 ", 396'875);
        row("0.01 mm", 10'000);
        row("0", 0);
    }
    void readsWhatPeopleWrite() {
        QFETCH(QString, text);
        QFETCH(qlonglong, nm);
        auto parsed = parseLength(text.toStdString(), Unit::Inch);
        QVERIFY2(bool(parsed), parsed ? "" : parsed.problem().text().c_str());
        QCOMPARE(qlonglong(parsed->measure.count), nm);
        QVERIFY(parsed->exact);
    }

    void refusesTheRest_data() {
        QTest::addColumn<QString>("text");
        for (const char* text : {"", "  ", "abc", "-3 mm", "5 furlong", "1/0", "5 7/", "3 + ",
                                 "1..2", "NaN", "inf", "99999999999999999999 mm", "1000001 m",
                                 "5 mm 3", "1/123456789012345", "200000 mm", "1+1+1+1+1"})
            QTest::newRow(text) << text;
    }
    void refusesTheRest() {
        QFETCH(QString, text);
        auto parsed = parseLength(text.toStdString(), Unit::Millimetre);
        QVERIFY(!parsed);
        QVERIFY(!parsed.problem().remedy.empty());
    }

    void roundsOnlyWhatIsNoWholeCount() {
        QVERIFY(!parseLength("1/3 in", Unit::Inch)->exact);
        QVERIFY(parseLength("1/3 mm + 2/3 mm", Unit::Inch)->exact);
    }

    void exactTextComesBackExactly() {
        for (std::int64_t sixtyFourths = 0; sixtyFourths < 700; ++sixtyFourths) {
            const Measure m{Quantity::Length, sixtyFourths * nmPerInch / 64};
            for (Unit u : {Unit::Inch, Unit::Millimetre})
                QVERIFY(parseLength(exactText(m, u), Unit::Millimetre)->measure == m);
        }
        for (std::int64_t hundredths = 1; hundredths < 40'000; hundredths += 37) {
            const Measure m{Quantity::Length, hundredths * 10'000};
            QVERIFY(parseLength(exactText(m, Unit::Inch), Unit::Inch)->measure == m);
        }
        const Measure a = Measure::fromDegrees(22.5);
        QVERIFY(parseAngle(exactText(a, Unit::Inch))->measure == a);
        QCOMPARE(exactText(Measure::fromMm(149.225), Unit::Inch), std::string("5 7/8 in"));
    }

    void showsByHowMuchItRounds() {
        Shown s = show(Measure::fromMm(50), Unit::Inch, 16);
        QCOMPARE(s.text, std::string("1 15/16 in")); // 49.2125 mm; 2 in would be off by 0.8
        QVERIFY(std::abs(s.off - (49.2125 - 50)) < 1e-9);
        QCOMPARE(show(Measure::fromMm(50.8), Unit::Inch, 16).off, 0.0);
        QCOMPARE(show(Measure::fromMm(50.8), Unit::Millimetre).text, std::string("50.8 mm"));
    }

    void theUnitThatATextIsWrittenIn() {
        for (const char* text : {"5x7in", "2-1/2in | 2-1/2in", "3 inches", "4 inch, V", "2½″ | 3”",
                                 "12 | 1/4\"", "5.5 IN"})
            QVERIFY2(unitWritten(text) == Unit::Inch, text);
        for (const char* text :
             {"", "120 | 60, V", "140x110mm", "12 into the fold", "in", "5 indigo"})
            QVERIFY2(unitWritten(text) == Unit::Millimetre, text);
        QVERIFY(unitWritten("7" + std::string(3000000, ' ') + "in") == Unit::Inch); // and at once
    }
};

HL_TEST(Measures)
#include "measures.moc"
