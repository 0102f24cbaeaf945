// The table of exports: every row writes what it says, to the names it says, and says what a maker
// should know; drawings come in by their extension.
#include "core/assemble/assemble.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "tests/export_to.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QDir>
#include <QTemporaryDir>
#include <QtTest>
#include <set>

using namespace hl;
using hl::test::exportTo;
using namespace hl::test;

class TableOfExports : public QObject {
    Q_OBJECT
  private slots:
    void everyRowWritesAFile() {
        const Design d = *loadDesign(HL_SOURCE_DIR "/demo/quillmere/faulty/collision.hlantern");
        const Case c(d, *assemble(d));
        const Evidence e(c, {});
        const auto findings = prove(e);
        std::set<std::pair<std::string, Exports>> seen;
        for (const Exporter& row : exporters()) {
            QVERIFY2(seen.insert({row.id, row.what}).second, row.id);
            QCOMPARE(exporter(row.id, row.what), &row);
            QTemporaryDir dir;
            const QString path = dir.filePath(QString("out.%1").arg(row.id));
            const ExportInput input{d, c.assembly, sheetFormats().front(), &e, &findings};
            auto remarks = exportTo(path.toStdString(), row, input);
            QVERIFY2(remarks, row.name);
            const QStringList written = QDir(dir.path()).entryList(QDir::Files, QDir::Name);
            if (row.what == Exports::Lists)
                QCOMPARE(written, (QStringList{"out-cuts.csv", "out-parts.csv", "out-scores.csv"}));
            else if (row.what == Exports::Machine) // a file for each mat
                QVERIFY(written.size() >= 1 && written.contains("out." + QString(row.id)));
            else
                QCOMPARE(written, QStringList{"out." + QString(row.id)});
            const QString one = dir.filePath(written.back());
            auto bytes = readFile(one.toStdString());
            QVERIFY(bytes && bytes->size() > 300);
            // The same input, the same bytes but for a date.
            if (std::string(row.id) != "pdf") {
                QVERIFY(exportTo(path.toStdString(), row, input));
                QVERIFY(*readFile(one.toStdString()) == *bytes);
            }
        }
        QVERIFY(!exporter("docx") && !exporter("svg", Exports::Report));
    }

    // Several files are named after the first; a name without an ending is no matter.
    void severalFilesAreNamedAlike() {
        const Exporter two{
            "txt", Exports::Sheets, "Two", [](const ExportInput&) {
                return Result<Exported>(Exported{{{"", "one"}, {"-2", "two"}}, {"two of them"}});
            }};
        const Exporter none{"txt", Exports::Sheets, "None", [](const ExportInput&) {
                                return Result<Exported>(Problem{"none", "no", "try another"});
                            }};
        const Design d = card();
        const Assembly a = *assemble(d);
        const ExportInput input{d, a, sheetFormats().front()};
        QTemporaryDir dir;
        auto at = [&](const char* name) { return dir.filePath(name).toStdString(); };
        auto remarks = exportTo(at("p.txt"), two, input);
        QVERIFY(remarks);
        QCOMPARE(remarks->front(), std::string("two of them"));
        QCOMPARE(*readFile(at("p.txt")), std::string("one"));
        QCOMPARE(*readFile(at("p-2.txt")), std::string("two"));
        QVERIFY(exportTo(at("plain"), two, input));
        QCOMPARE(*readFile(at("plain-2")), std::string("two"));
        QVERIFY(!exportTo(at("none.txt"), none, input));
        QVERIFY(!QFile::exists(dir.filePath("none.txt")));
        QVERIFY(!exportTo("/nowhere/p.txt", two, input));
    }

    void aPartThatIsTooLargeIsTold() {
        const Design d = card(300, 300);
        const Assembly a = *assemble(d);
        for (const SheetFormat& f : sheetFormats()) {
            QTemporaryDir dir;
            auto remarks =
                exportTo(dir.filePath("p.svg").toStdString(), *exporter("svg"), {d, a, f});
            QVERIFY(remarks);
            QCOMPARE(remarks->size(), size_t(1)); // 600 mm of pages fit on none of them
            QVERIFY(remarks->front().find(f.name) != std::string::npos);
        }
    }

    void outlinesComeInByTheirExtension() {
        QTemporaryDir dir;
        auto at = [&](const char* name) { return dir.filePath(name).toStdString(); };
        const std::string svg =
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"30mm\" height=\"20mm\" "
            "viewBox=\"0 0 30 20\"><path d=\"M0 0 L30 0 L30 20 L0 20 Z\"/></svg>";
        QVERIFY(!saveFile(at("crest.svg"), svg));
        QVERIFY(!saveFile(at("CREST.SVG"), svg));
        QVERIFY(!saveFile(at("crest.bmp"), "BM"));
        QVERIFY(!saveFile(at("broken.svg"), "<svg"));
        for (const char* name : {"crest.svg", "CREST.SVG"}) {
            auto outline = importOutline(at(name));
            QVERIFY2(outline, name);
            QCOMPARE(outline->size(), size_t(4));
        }
        for (const char* name : {"crest.bmp", "broken.svg", "missing.svg", "svg"}) {
            auto refused = importOutline(at(name));
            QVERIFY2(!refused, name);
            const std::string said = refused.problem().text();
            QVERIFY2(said.find(dir.path().toStdString()) != std::string::npos, said.c_str());
        }
    }
};

HL_TEST(TableOfExports)
#include "exports.moc"
