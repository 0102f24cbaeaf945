// The build sheet of every commission: all its papers, parts, scores and joins are on it, in both
// formats.
#include "core/report/build_sheet.h"
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "core/make/cut_plan.h"
#include "core/picture/png.h"
#include "core/prove/seen.h"
#include "core/report/plan_pictures.h"
#include "core/steps/order.h"
#include "core/steps/words.h"
#include "tests/export_to.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QDir>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

using namespace hl;
using hl::test::exportTo;
using namespace hl::test;

namespace {

std::string textOf(const BuildSheet& b) {
    std::string out = b.title + "\n" + b.about + "\n";
    for (auto& s : b.sections) {
        out += "# " + s.heading + "\n";
        for (auto& p : s.pieces) {
            out += "## " + p.title + "\n";
            for (auto& line : p.lines)
                out += line + "\n";
        }
    }
    return out;
}

} // namespace

class BuildSheets : public QObject {
    Q_OBJECT
  private slots:
    void everyCommission_data() {
        QTest::addColumn<QString>("name");
        for (const QFileInfo& f :
             QDir(HL_SOURCE_DIR "/demo/quillmere").entryInfoList({"[0-9]*.hlantern"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.completeBaseName();
    }
    void everyCommission() {
        QFETCH(QString, name);
        const Design d =
            *loadDesign((HL_SOURCE_DIR "/demo/quillmere/" + name + ".hlantern").toStdString());
        const Case c(d, *assemble(d));
        const std::vector<Vec2> upright = uprightOn(c);
        const BuildSheet b = buildSheetOf({c, nullptr, nullptr, &upright});
        const std::string text = textOf(b);
        QVERIFY(!b.card.items.empty() && b.title == d.title);
        for (const ListedPart& p : partsList(d, c.assembly)) {
            QVERIFY2(text.find(p.name) != std::string::npos, p.name.c_str());
            QVERIFY2(text.find(p.paper) != std::string::npos, p.paper.c_str());
            if (p.say.panels.size() > 1)
                QVERIFY2(text.find(panelsText(p.say, d.units)) != std::string::npos,
                         p.name.c_str());
        }
        // Each step of putting it together is there, in its order; ids are never shown.
        const steps::Work work = steps::workOf(c, planOf(d, c.assembly, {nullptr, &upright, 1, {}}),
                                               steps::closedLayers(c));
        size_t at = text.find("in this order");
        for (const steps::WorkStep& s : work.steps)
            if (s.what != steps::Do::Cut && s.what != steps::Do::Score) {
                at = text.find(s.text, at);
                QVERIFY2(at != std::string::npos, s.text.c_str());
            }
        for (const Panel& p : c.assembly.panels)
            QVERIFY2(text.find(p.id) == std::string::npos, p.id.c_str());
        for (auto& s : b.sections)
            for (auto& p : s.pieces)
                QVERIFY(!p.picture || (p.picture->width > 0 && !p.picture->items.empty()));
    }
    void asPdfAndHtml() {
        const Design d = *loadDesign(HL_SOURCE_DIR "/demo/quillmere/21-signal-tower.hlantern");
        const Assembly a = *assemble(d);
        QTemporaryDir dir;
        Drawer empty;
        for (const char* id : {"pdf", "html"}) {
            const QString path = dir.filePath(QString("b.") + id);
            const ExportInput input{d, a, sheetFormats().front(), nullptr, nullptr, &empty};
            QVERIFY(exportTo(path.toStdString(), *exporter(id, Exports::BuildSheet), input));
            QString text;
            if (id == QString("pdf")) {
                QProcess p;
                p.start("pdftotext", {"-layout", path, "-"});
                p.waitForFinished(-1);
                text = QString::fromUtf8(p.readAll());
            } else {
                QFile f(path);
                QVERIFY(f.open(QIODevice::ReadOnly));
                text = QString::fromUtf8(f.readAll());
            }
            for (const char* said : {"Signal tower", "Papers", "Score and fold", "in this order",
                                     "At the bench", "112 | 34 | 34", "the drawer holds no paper"})
                QVERIFY2(text.contains(said), qPrintable(QString(id) + " lacks " + said));
        }
    }
    // Film and thread among what is dressed: how their ends are held, how many hang on it. A
    // picture of the finished card takes the place of the one in lines.
    void filmAndThread() {
        Design d = test::with(test::card(120, 150), "film", "card.spine", {{"length", "104"}});
        d = test::with(d, "thread", "card.spine", {{"banners", "7"}});
        d.structures[1].name = "Bunting";
        const Case c(d, *assemble(d));
        const std::string text = textOf(buildSheetOf({c}));
        for (const char* said : {"its ends on the left page and the right page", "only its middle",
                                 "Bunting: hang 7 on it", "patch of Bunting"})
            QVERIFY2(text.find(said) != std::string::npos, (text + said).c_str());
        QVERIFY(text.find("glue the left end") == std::string::npos);
        auto seen = std::make_shared<Pixels>();
        seen->width = 3;
        seen->height = 2;
        seen->argb.assign(6, 0xff336699u);
        BuildOrder order{c};
        order.seen = seen;
        const BuildSheet b = buildSheetOf(order);
        QCOMPARE(b.card.items.size(), size_t(1));
        QVERIFY(std::holds_alternative<Image>(b.card.items[0]));
        QVERIFY(std::fabs(b.card.height / b.card.width - 2.0 / 3) < 1e-9);
        // There and back through a file.
        const auto back = pixelsOf(pngOf(*seen));
        QVERIFY(back && back->width == 3 && back->height == 2 && back->argb == seen->argb);
        QVERIFY(!pixelsOf("no picture") && !pixelsOf(pngOf(*seen).substr(0, 30)));
    }

    // A sheet falls apart: after each cut one piece more, and the next cut is named until there is
    // none.
    void pictures() {
        PlannedSheet s;
        s.paper = "Card";
        s.width = 200;
        s.height = 100;
        s.cuts = {{{0, 0, 200, 100}, true, 120, 120, true, false},
                  {{0, 0, 120, 100}, false, 60, 60, true, false}};
        CutBlank b;
        b.part = "Base";
        b.at = {0, 0, 120, 60};
        s.blanks = {b};
        s.left = {{0, 60, 120, 40}, {120, 0, 80, 100}};
        for (size_t done = 0; done <= 2; ++done) {
            const Picture p = cutPicture(s, done, "#f3ecdc", Unit::Millimetre);
            int papers = 0;
            for (const Item& i : p.items)
                if (const Shape* shape = std::get_if<Shape>(&i))
                    papers += shape->closed && shape->points.size() == 4 &&
                              shape->fill.tint == Tint::Given && shape->line.tint != Tint::None;
            QCOMPARE(papers, int(done) + 1);
            QVERIFY2(p.caption.find(done < 2 ? "cut " + std::to_string(done + 1)
                                             : "all its parts") != std::string::npos,
                     p.caption.c_str());
        }
        const Picture whole = cutOverview(s, "#223344", Unit::Millimetre);
        int numbers = 0;
        for (const Item& i : whole.items)
            if (const Words* w = std::get_if<Words>(&i))
                numbers += w->text == "1" || w->text == "2";
        QCOMPARE(numbers, 2);
    }
};

HL_TEST(BuildSheets)
#include "build_sheet.moc"
