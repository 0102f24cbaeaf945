// Files: what is written comes back, what is damaged is refused with its place, and a save that
// fails leaves the old file alone.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "core/files/svg_outline.h"
#include "core/structures/family.h"
#include "tests/drawn.h"
#include "tests/export_to.h"
#include "tests/program.h"
#include <QDir>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QXmlStreamReader>
#include <QtTest>
#include <cmath>
#include <csignal>
#include <cstring>
#include <sys/resource.h>
#include <sys/stat.h>
#include <unistd.h>

using namespace hl;
using hl::test::exportTo;
using namespace hl::test;

namespace {

const char* const good = R"({
  "format": "hinge-lantern", "version": 1,
  "card": {"width": "5 in", "height": "7 in"},
  "structures": [{"id": "box1", "kind": "box", "on": "card.spine", "set": {"left": "1 1/64 in", "right": "25.81 mm"}}]
})";

std::string changed(const std::string& from, const std::string& to) {
    std::string s = good;
    const size_t at = s.find(from);
    if (at == std::string::npos)
        qFatal("no %s in the sample", from.c_str());
    return s.replace(at, from.size(), to);
}

QByteArray bytes(const QString& path) {
    QFile f(path);
    return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray("missing");
}

} // namespace

class Files : public QObject {
    Q_OBJECT
  private slots:
    void aShortFileWrittenByHandLoads() {
        auto d = designFromText(good);
        QVERIFY2(bool(d), d ? "" : d.problem().text().c_str());
        QCOMPARE(qlonglong(d->structures[0].set.at("left").count), 25'796'875LL);
        QCOMPARE(qlonglong(d->structures[0].set.at("right").count), 25'810'000LL);
    }

    void whatIsWrittenComesBack() {
        for (const QFileInfo& f :
             QDir(HL_SOURCE_DIR "/demo/quillmere").entryInfoList({"*.hlantern"})) {
            const Design d = *loadDesign(f.filePath().toStdString());
            auto again = designFromText(designToText(d));
            QVERIFY(bool(again));
            QVERIFY(*again == d);
        }
    }

    // Drawn parts, joins, stages and cut-outs come back as they were typed, signs included.
    void drawnThingsComeBack() {
        Design d = *designFromText(good);
        addPrism(d, "tower", {}, 20, 20, 30, 44, 24, true);
        d.parts[0].lines[0].rest = deg(30.5);
        d.parts[0].lines[1].stiffness = 2.5;
        d.parts[0].name = "Tower";
        d.parts[1].outline = {at(0, 0), at(48, 0), at(48, 30), at(24, 36.1), at(0, 30)};
        d.parts[1].tabs[0].edge = 5;
        d.parts[1].tabs[0].to = mm(20);
        d.parts[2].apertures = {{at(3, 3), at(9, 3), at(9, 9)}};
        d.card.lines = {line("low", LineKind::Slit, {at(-12, 100.25), at(12, 100.25)}),
                        line("high", LineKind::Slit, {at(-12, 120.5), at(12, 120.5)}),
                        line("left", LineKind::Valley, {at(-12, 100.25), at(-12, 120.5)}),
                        line("tip", LineKind::Mountain, {at(0, 100.25), at(0, 120.5)}),
                        line("right", LineKind::Valley, {at(12, 100.25), at(12, 120.5)})};
        d.card.smooth = {{mm(100.25), mm(120.5)}};
        JoinSpec slide;
        slide.id = "pull";
        slide.kind = JoinKind::Slide;
        slide.panel = "tower.c1-right";
        slide.onto = "card.page-left";
        slide.from = mm(-2);
        slide.to = mm(12);
        slide.hold = {at(1, 2), at(-3, 4)};
        slide.turn = deg(-33);
        Design moving = d;
        moving.joins.push_back(slide);
        moving.motion = {{"card.spine", deg(0), deg(90)}, {"pull", mm(0), mm(4)}};
        for (const Design& each : {d, moving}) {
            auto again = designFromText(designToText(each));
            QVERIFY2(bool(again), again ? "" : again.problem().text().c_str());
            QVERIFY(*again == each);
        }
        // Every truncation and every missing key is refused, with its place where there is one.
        const std::string text = designToText(moving);
        for (size_t n = 0; n < text.rfind('}'); n += 7)
            QVERIFY(!designFromText(text.substr(0, n)));
        for (auto [from, to, place] : {std::tuple{"\"edge\": 5", "\"edge\": 0", "edge"},
                                       {"\"pull\"", "7", "id"},
                                       {"\"kind\": \"slide\"", "\"kind\": \"staple\"", "kind"},
                                       {"\"-33 deg\"", "\"-33 mm\"", "turn"},
                                       {"\"rest\": \"30.5 deg\"", "\"rest\": [1]", "rest"},
                                       {"\"stiffness\": 2.5", "\"stiffness\": -1", "stiffness"}}) {
            std::string bad = text;
            const size_t at = bad.find(from);
            QVERIFY2(at != std::string::npos, from);
            bad.replace(at, std::strlen(from), to);
            auto read = designFromText(bad);
            QVERIFY2(!read, from);
            QVERIFY2(read.problem().text().find(place) != std::string::npos,
                     read.problem().text().c_str());
        }
        QTemporaryDir dir;
        QVERIFY(!saveDesign(moving, dir.filePath("drawn.hlantern").toStdString()));
        const QString script = "import json, sys, jsonschema\n"
                               "jsonschema.validate(json.load(open(sys.argv[2])), "
                               "json.load(open(sys.argv[1])))\n";
        QProcess p;
        p.start("/usr/bin/python3", {"-c", script, HL_SOURCE_DIR "/docs/hlantern.schema.json",
                                     dir.filePath("drawn.hlantern")});
        QVERIFY(p.waitForFinished(-1));
        QVERIFY2(p.exitCode() == 0, p.readAllStandardError());
    }

    void damageIsRefusedWithItsPlace_data() {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QString>("place");
        auto row = [](const char* name, const std::string& text, const char* place) {
            QTest::newRow(name) << QByteArray::fromStdString(text) << QString(place);
        };
        row("empty", "", "");
        row("not JSON", "hello", "line 1");
        row("cut short", std::string(good).substr(0, 120), "line 4");
        row("a list", "[1, 2]", "top level");
        row("another format", changed("hinge-lantern", "other"), "top level");
        row("wrong version", changed("\"version\": 1", "\"version\": 99"), "version");
        row("version as text", changed("\"version\": 1", "\"version\": \"1\""), "version");
        row("no card", changed("\"card\"", "\"care\""), "top level");
        row("no width", changed("\"width\": \"5 in\", ", ""), "card");
        row("unknown key", changed("\"width\"", "\"wide\": 1, \"width\""), "card, wide");
        row("width is a list", changed("\"5 in\"", "[5]"), "card, width");
        row("NaN", changed("\"5 in\"", "NaN"), "line 3");
        row("NaN as text", changed("5 in", "NaN"), "card, width");
        row("negative", changed("5 in", "-5 in"), "card, width");
        row("negative number", changed("\"5 in\"", "-5"), "card, width");
        row("huge", changed("5 in", "50000 in"), "card, width");
        row("huge number", changed("\"5 in\"", "1e300"), "card, width");
        row("overflow", changed("\"5 in\"", "1e999"), "");
        row("huge measure", changed("25.81 mm", "9000 mm"), "structure box1, measure right");
        row("unknown structure", changed("\"box\"", "\"dome\""), "structures, entry 1");
        row("unknown measure", changed("\"left\"", "\"lift\""), "structure box1, measure lift");
        row("no host", changed("card.spine", "card.nowhere"), "structure box1");
        row("host of itself", changed("card.spine", "box1.tip"), "structure box1");
        row("structures is text", changed("[{\"id\"", "{\"a\": [{\"id\"").append("}"), "");
        row("id twice", changed("[{", R"([{"id": "box1", "kind": "box", "on": "card.spine"}, {)"),
            "structure box1");
        row("a circle",
            changed("\"card.spine\", \"set\"",
                    R"("b.tip", "set": {}}, {"id": "b", "kind": "box", "on": "box1.tip", "set")"),
            "structure box1");
        row("deep", std::string(100'000, '['), "line 1");
        row("binary", std::string("\x00\xff\xfe\x01", 4), "line 1");
    }
    void damageIsRefusedWithItsPlace() {
        QFETCH(QByteArray, text);
        QFETCH(QString, place);
        auto d = designFromText(text.toStdString());
        QVERIFY(!d);
        const Problem p = d.problem();
        QVERIFY2(QString::fromStdString(p.place).contains(place), p.text().c_str());
        QVERIFY2(!p.what.empty() && !p.remedy.empty(), p.text().c_str());
    }

    // The schema, applied by another program, takes what we write and knows every family.
    void theSchemaFits() {
        const QString script = R"(
import json, sys, jsonschema
schema = json.load(open(sys.argv[1]))
jsonschema.Draft202012Validator.check_schema(schema)
for f in sys.argv[3:]:
    jsonschema.validate(json.load(open(f)), schema)
kinds, forms = (part.split(",") for part in sys.argv[2].split(";"))
assert schema["properties"]["structures"]["items"]["properties"]["kind"]["enum"] == kinds, "families"
assert schema["properties"]["card"]["properties"]["form"]["enum"] == forms, "forms"
)";
        QTemporaryDir dir;
        const std::string written = dir.filePath("written.hlantern").toStdString();
        QVERIFY(!saveDesign(*designFromText(good), written));
        QStringList kinds, forms;
        for (const Family& f : families())
            (f.ground == Ground::Form ? forms : kinds) << QString::fromStdString(f.id);
        QStringList args{"-c", script, HL_SOURCE_DIR "/docs/hlantern.schema.json",
                         kinds.join(',') + ';' + forms.join(','), QString::fromStdString(written)};
        for (const char* folder : {"/demo/quillmere", "/demo/quillmere/faulty"})
            for (const QFileInfo& f :
                 QDir(HL_SOURCE_DIR + QString(folder)).entryInfoList({"*.hlantern"}))
                args << f.filePath();
        QProcess p;
        p.start("/usr/bin/python3", args); // the one that Debian's package serves
        QVERIFY(p.waitForFinished(-1));
        QVERIFY2(p.exitCode() == 0, p.readAllStandardError());
    }

    // The largest closed shape of a drawing, at its size, y up; what is no outline is told.
    void outlinesFromSvg() {
        const char* head =
            "<svg xmlns='http://www.w3.org/2000/svg' width='50mm' viewBox='0 0 100 100'>";
        auto round = outlineFromSvg(std::string(head) +
                                    "<g><circle cx='50' cy='50' r='40'/><rect x='1' y='1' "
                                    "width='10' height='10'/></g></svg>");
        QVERIFY(bool(round));
        for (const Point& p : *round) // a circle of 20 mm about (20, 20), a tenth off at most
            QVERIFY(std::fabs(std::hypot(p.x.mm() - 20, p.y.mm() - 20) - 20) < 0.1);
        QVERIFY(round->size() >= 32);
        auto path = outlineFromSvg("<svg xmlns='http://www.w3.org/2000/svg'>"
                                   "<path d='M10 10 h30 v-20 l-15 -5 z'/></svg>");
        QVERIFY(bool(path));
        QCOMPARE(path->size(), size_t(4));
        QVERIFY(path->at(0) == (Point{Measure::fromMm(0), Measure::fromMm(0)}));
        QVERIFY(path->at(2) == (Point{Measure::fromMm(30), Measure::fromMm(20)}));
        // Groups and shapes that are moved, turned and scaled, with all that drawing programs add.
        const auto placed = outlineFromSvg(
            "<svg xmlns='http://www.w3.org/2000/svg' xmlns:own='urn:own' own:version='2' "
            "data-made='by hand' viewBox='0 0 50 50' width='100mm'><defs><path d='M0 0 H900 V900 "
            "Z'/></defs><metadata><own:note>x</own:note></metadata><unheard-of/><g "
            "transform='translate(10, 5) scale(2)' own:label='outer'><rect width='5' height='3' "
            "transform='rotate(90)' aria-label='box' style='fill:red'/></g></svg>");
        QVERIFY2(placed, placed ? "" : placed.problem().text().c_str());
        Vec2 reach(0, 0);
        for (const Point& p : *placed)
            reach = reach.cwiseMax(Vec2(p.x.mm(), p.y.mm()));
        QVERIFY2((reach - Vec2(12, 20)).norm() < 1e-6, // 2 mm to the unit, scaled, turned
                 qPrintable(QString("%1 %2").arg(reach.x()).arg(reach.y())));
        for (const char* bad :
             {"", "no drawing", "<svg xmlns='http://www.w3.org/2000/svg'/>",
              "<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0 L5 5'/></svg>",
              "<svg xmlns='http://www.w3.org/2000/svg'><path d='?'/></svg>"}) {
            auto none = outlineFromSvg(bad);
            QVERIFY(!none && !none.problem().text().empty());
        }
        Design d = *newDesign(Measure::fromMm(120), Measure::fromMm(160), SpineSide::Left,
                              Unit::Millimetre);
        auto added = addStructure(d, "topper", "",
                                  {{"shape", "drawn"}, {"width", "30"}, {"height", "25"}}, *path);
        QVERIFY(bool(added));
        QVERIFY(*designFromText(designToText(added->first)) == added->first);
    }

    // Every way of cutting the file short ends in a message, none in a crash.
    void everyTruncationIsRefused() {
        const std::string whole = good;
        for (size_t n = 0; n < whole.rfind('}'); ++n)
            QVERIFY(!designFromText(whole.substr(0, n)));
    }

    void aFailedSaveLeavesTheOldFile() {
        QTemporaryDir dir;
        const QString path = dir.filePath("card.hlantern");
        const Design d = *designFromText(good);
        QVERIFY(!saveDesign(d, path.toStdString()));
        const QByteArray before = bytes(path);
        Design next = d;
        next.title = std::string(300, 'x');

        // A full disk, played by a limit on the size of files.
        rlimit old;
        getrlimit(RLIMIT_FSIZE, &old);
        rlimit tight{100, old.rlim_max};
        auto* handler = std::signal(SIGXFSZ, SIG_IGN);
        setrlimit(RLIMIT_FSIZE, &tight);
        Trouble full = saveDesign(next, path.toStdString());
        setrlimit(RLIMIT_FSIZE, &old);
        std::signal(SIGXFSZ, handler);
        QVERIFY(full.has_value());
        QVERIFY(full->what.find("as it was") != std::string::npos);
        QCOMPARE(bytes(path), before);
        QCOMPARE(QDir(dir.path()).entryList(QDir::Files).size(), 1);

        QVERIFY(saveDesign(d, "/nowhere/at/all.hlantern").has_value());
        QVERIFY(saveDesign(d, dir.path().toStdString()).has_value()); // a folder
        QCOMPARE(QDir(dir.path()).entryList(QDir::Files).size(), 1);
    }

    void aReadOnlyFileStays() {
        QTemporaryDir dir;
        const QString path = dir.filePath("card.hlantern");
        const Design d = *designFromText(good);
        QVERIFY(!saveDesign(d, path.toStdString()));
        const QByteArray before = bytes(path);
        chmod(qPrintable(path), 0444);
        Design next = d;
        next.title = "other";
        // For root nothing is read-only, so the save is tried as nobody, in a folder anyone may
        // write to: what protects the file is its own mode.
        chmod(qPrintable(dir.path()), 0777);
        const bool root = geteuid() == 0;
        if (root)
            QCOMPARE(seteuid(65534), 0);
        Trouble t = saveDesign(next, path.toStdString());
        if (root)
            QCOMPARE(seteuid(0), 0);
        QVERIFY(t.has_value());
        QVERIFY(t->what.find("read-only") != std::string::npos);
        QCOMPARE(bytes(path), before);
        QCOMPARE(QDir(dir.path()).entryList(QDir::Files).size(), 1);
        struct stat s {};
        stat(qPrintable(path), &s);
        QCOMPARE(int(s.st_mode & 0777), 0444);
    }

    // The exported SVG, read as XML: lengths in mm are those of the design, whatever way parts
    // are turned.
    void svgHasTheDesignsLengths() {
        const Design d = *designFromText(good);
        const Assembly a = *assemble(d);
        QTemporaryDir dir;
        const std::string path = dir.filePath("parts.svg").toStdString();
        QVERIFY(bool(exportTo(path, *exporter("svg"), {d, a, *sheetFormat("a4")})));
        QFile file(QString::fromStdString(path));
        QVERIFY(file.open(QIODevice::ReadOnly));
        QXmlStreamReader xml(&file);
        QString group;
        std::map<QString, std::map<QString, QList<QPointF>>> paths;
        QString width, viewBox;
        while (!xml.atEnd()) {
            if (xml.readNext() != QXmlStreamReader::StartElement)
                continue;
            const auto at = xml.attributes();
            if (xml.name() == u"svg") {
                width = at.value("width").toString();
                viewBox = at.value("viewBox").toString();
            } else if (xml.name() == u"g") {
                group = at.value("id").toString();
            } else if (xml.name() == u"path") {
                QList<QPointF> points;
                for (const QString& xy : at.value("d").toString().split(' '))
                    if (xy.contains(','))
                        points << QPointF(xy.section(',', 0, 0).toDouble(),
                                          xy.section(',', 1, 1).toDouble());
                paths[group][at.value("data-of").toString()] = points;
            }
        }
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
        QCOMPARE(width, viewBox.section(' ', 2, 2) + "mm"); // user units are mm
        for (const Crease& c : a.creases) {
            const auto& points =
                paths[c.fold == Fold::Valley ? "valley" : "mountain"][QString::fromStdString(c.id)];
            QCOMPARE(points.size(), 2);
            QVERIFY(std::abs(QLineF(points[0], points[1]).length() - c.length()) < 1e-5);
        }
        const auto& card = paths["cut"]["card"];
        double longest = 0;
        for (const QPointF& p : card)
            for (const QPointF& q : card)
                longest = std::max({longest, std::abs(p.x() - q.x()), std::abs(p.y() - q.y())});
        QVERIFY(std::abs(longest - 254) < 1e-5);
        QVERIFY(!paths["adhesive"].empty());
    }

    // The exported PDF, read by another program: page sizes of the format, text in place.
    void pdfHasTrueSheets() {
        QTemporaryDir dir;
        const QString path = dir.filePath("parts.pdf");
        const Design d = *loadDesign(HL_SOURCE_DIR "/demo/quillmere/signal-box.hlantern");
        QVERIFY(bool(exportTo(path.toStdString(), *exporter("pdf"),
                              {d, *assemble(d), *sheetFormat("letter")})));
        auto run = [&](const QString& program, const QStringList& args) {
            QProcess p;
            p.start(program, args);
            p.waitForFinished(-1);
            return QString::fromUtf8(p.readAllStandardOutput());
        };
        const QString info = run("pdfinfo", {path});
        QVERIFY2(QRegularExpression("Page size:\\s+(612 x 792|792 x 612)").match(info).hasMatch(),
                 qPrintable(info));
        QVERIFY(info.contains("Title:           Signal Box"));
        const QString text = run("pdftotext", {path, "-"});
        for (const char* word : {"Lower storey", "Cabin", "50 mm", "2 in"})
            QVERIFY2(text.contains(word), word);
        QVERIFY(run("pdffonts", {path}).contains("Cabin"));
    }
};

HL_TEST(Files)
#include "files.moc"
