// Numbers as text: the same under any locale, and as short as they may be.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/exports/exports.h"
#include "core/files/hlantern.h"
#include "core/measure/measure.h"
#include "core/measure/number.h"
#include "core/prove/facts.h"
#include "core/prove/prove.h"
#include "tests/program.h"
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>
#include <clocale>

using namespace hl;

class Numbers : public QObject {
    Q_OBJECT
    QTemporaryDir dir_;

    // A locale with decimal commas, made here: machines need not have one installed.
    bool comma() {
        const QString to = dir_.filePath("de_DE.UTF-8");
        if (!QFileInfo::exists(to))
            QProcess::execute("localedef", {"-i", "de_DE", "-f", "UTF-8", to});
        qputenv("LOCPATH", dir_.path().toUtf8());
        return std::setlocale(LC_ALL, "de_DE.UTF-8") != nullptr &&
               std::localeconv()->decimal_point[0] == ',';
    }

  private slots:
    void cleanup() { std::setlocale(LC_ALL, "C"); }

    void numbersAreShortAndPlain() {
        QCOMPARE(numberText(-7), std::string("-7"));
        QCOMPARE(numberText(2.5, 3), std::string("2.5"));
        QCOMPARE(numberText(2.0, 3), std::string("2"));
        QCOMPARE(numberText(2.0, 3, 2), std::string("2.00"));
        QCOMPARE(numberText(-0.0004, 3), std::string("0"));
        QCOMPARE(numberText(1e300, 2).size(), size_t(301));
        QCOMPARE(countText(1, "one box", "boxes"), std::string("one box"));
        QCOMPARE(countText(12, "one box", "boxes"), std::string("12 boxes"));
        std::string_view text("  1.5, -2e3,x");
        QCOMPARE(takeNumber(text), std::optional(1.5));
        QCOMPARE(takeNumber(text), std::optional(-2000.0));
        QVERIFY(!takeNumber(text) && text == ",x");
        std::string_view huge("1e999");
        QVERIFY(!takeNumber(huge));
    }

    // Nothing that is written or said has another decimal mark where the desktop has commas.
    void aCommaLocaleChangesNothing() {
        const Design d = *loadDesign(HL_SOURCE_DIR "/demo/quillmere/faulty/collision.hlantern");
        auto everything = [&] {
            const Case c(d, *assemble(d));
            const Evidence e(c, {});
            std::string all = designToText(d);
            for (const Finding& f : prove(e))
                all += f.message + f.remedy;
            for (const Fact& f : factsOf(e, curvesOf(e)))
                all += f.text;
            all += exporter("svg")
                       ->write({d, c.assembly, sheetFormats().front()})
                       ->files.front()
                       .bytes;
            return all;
        };
        const std::string plain = everything();
        QVERIFY(plain.find("mm") != std::string::npos && plain.size() > 5000);
        QVERIFY(comma());
        QCOMPARE(std::stod("0,5"), 0.5); // the locale is in force
        QVERIFY(everything() == plain);
        QCOMPARE(parseLength("14,9 cm", Unit::Inch)->measure.mm(), 149.0);
        QCOMPARE(parseLength("14.9 cm", Unit::Inch)->measure.mm(), 149.0);
    }

#ifndef HL_NO_WINDOW
    // The window, on a desktop with commas: it starts, shows a design and closes.
    void theWindowRunsUnderACommaLocale() {
        QVERIFY(comma());
        QProcess window;
        QProcessEnvironment env = QProcessEnvironment::systemEnvironment();
        env.insert("LC_ALL", "de_DE.UTF-8");
        env.insert("HL_PICTURE", dir_.filePath("window.png"));
        env.insert("XDG_CONFIG_HOME", dir_.path());
        env.insert("XDG_DATA_HOME", dir_.path());
        window.setProcessEnvironment(env);
        window.start(HL_BIN_DIR "/hinge-lantern",
                     {HL_SOURCE_DIR "/demo/quillmere/faulty/collision.hlantern"});
        QVERIFY(window.waitForFinished(120000));
        QVERIFY2(window.exitStatus() == QProcess::NormalExit && window.exitCode() == 0,
                 window.readAllStandardError());
        QVERIFY(QFileInfo(dir_.filePath("window.png")).size() > 10000);
    }
#endif

    // More decimals than a length can have are rounded, not refused.
    void longDecimalsAreLengths() {
        QCOMPARE(parseLength("0.09999999999999998 mm", Unit::Inch)->measure.mm(), 0.1);
        QCOMPARE(parseLength("59.400000000000006 mm", Unit::Inch)->measure.mm(), 59.4);
        QVERIFY(!parseLength("1234567890123 mm", Unit::Inch));
    }
};

HL_TEST(Numbers)
#include "numbers.moc"
