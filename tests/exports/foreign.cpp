// Files that leave the program, read back by programs that are not ours.
#include "core/assemble/assemble.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "core/fold/span.h"
#include "core/make/machine.h"
#include "tests/export_to.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QDir>
#include <QFile>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>
#include <cmath>

using namespace hl;
using hl::test::exportTo;
using namespace hl::test;

namespace {

// What another program says, or what went wrong with it.
QString said(const QString& program, const QStringList& args) {
    QProcess p;
    p.setProcessChannelMode(QProcess::MergedChannels);
    p.start(program, args);
    if (!p.waitForStarted())
        return program + " is not there";
    p.waitForFinished(120000);
    return QString::fromUtf8(p.readAll());
}

double lengthOf(const std::vector<Vec2>& points, bool closed) {
    double sum = 0;
    for (size_t i = 0; i + 1 < points.size() + closed; ++i)
        sum += (points[(i + 1) % points.size()] - points[i]).norm();
    return sum;
}

} // namespace

class Foreign : public QObject {
    Q_OBJECT
    QTemporaryDir dir_;
    Design design_;

    QString path(const char* name) { return dir_.filePath(name); }
    void write(const char* name, const char* id, Exports what) {
        const Assembly a = *assemble(design_);
        auto done = exportTo(path(name).toStdString(), *exporter(id, what),
                             {design_, a, sheetFormats().front()});
        QVERIFY2(done, done ? "" : done.problem().text().c_str());
    }

  private slots:
    void initTestCase() {
        design_ = *loadDesign(HL_SOURCE_DIR "/demo/quillmere/10-footbridge.hlantern");
        design_.structures[0].name = "Brücke & <Steg>";
    }

    // ezdxf finds every line on its layer, as long as it is, and the layers in order.
    void dxf() {
        const auto parts = partsList(design_, *assemble(design_));
        const MachineJob job = machineJob(parts, {}, Unit::Millimetre);
        write("card.dxf", "dxf", Exports::Machine);
        for (size_t n = 0; n < job.mats.size(); ++n) {
            const QString file =
                path(n == 0 ? "card.dxf" : qPrintable(QString("card-%1.dxf").arg(n + 1)));
            const QString told =
                said("/usr/bin/python3",
                     {"-c",
                      "import ezdxf,json,sys\n"
                      "d=ezdxf.readfile(sys.argv[1])\n"
                      "m=d.modelspace()\n"
                      "out={'errors':len(d.audit().errors),'layers':[l.dxf.name for l in d.layers],"
                      "'units':d.header.get('$INSUNITS',0),'lines':[],"
                      "'texts':[t.dxf.text for t in m.query('TEXT')]}\n"
                      "for p in m.query('POLYLINE'):\n"
                      "  v=[x.dxf.location for x in p.vertices]\n"
                      "  v=v+v[:1] if p.is_closed else v\n"
                      "  out['lines'].append([p.dxf.layer,sum((b-a).magnitude for a,b in "
                      "zip(v,v[1:]))])\n"
                      "print(json.dumps(out))\n",
                      file});
            const QJsonObject read = QJsonDocument::fromJson(told.toUtf8()).object();
            QVERIFY2(!read.isEmpty(), qPrintable(told));
            QCOMPARE(read["errors"].toInt(), 0);
            QCOMPARE(read["units"].toInt(), 4);
            QStringList layers;
            for (const auto& l : read["layers"].toArray())
                if (l.toString() != "0" && l.toString().toLower() != "defpoints")
                    layers << l.toString();
            QCOMPARE(layers, (QStringList{"inner-cuts", "scores", "outlines", "labels"}));
            const MachineMat& mat = job.mats[n];
            const QJsonArray lines = read["lines"].toArray();
            QCOMPARE(size_t(lines.size()), mat.lines.size());
            for (size_t i = 0; i < mat.lines.size(); ++i) {
                QCOMPARE(lines[int(i)].toArray()[0].toString(),
                         QString(machineLayers()[size_t(mat.lines[i].layer)].id));
                QVERIFY(std::fabs(lines[int(i)].toArray()[1].toDouble() -
                                  lengthOf(mat.lines[i].points, mat.lines[i].closed)) < 1e-3);
            }
            QCOMPARE(size_t(read["texts"].toArray().size()), mat.labels.size());
        }
        QVERIFY(job.mats.size() >= 2);
    }
    // rsvg draws each mat at its true size, with something on it.
    void svg() {
        write("card.svg", "svg", Exports::Machine);
        const QString image = path("card.png");
        const QString told =
            said("rsvg-convert", {"-d", "96", "-p", "96", "-o", image, path("card.svg")});
        QVERIFY2(QFile::exists(image), qPrintable(told));
        QFile f(image);
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QByteArray png = f.readAll();
        const auto number = [&](int at) {
            return (uchar(png[at]) << 24) + (uchar(png[at + 1]) << 16) + (uchar(png[at + 2]) << 8) +
                   uchar(png[at + 3]);
        };
        QVERIFY(std::abs(number(16) - 292 / 25.4 * 96) <= 1); // pixels
        QVERIFY(png.size() > 3000);
    }
    // assimp knows the model's panels, its papers and its animation.
    void gltf() {
        write("card.gltf", "gltf", Exports::Model);
        const Assembly a = *assemble(design_);
        const QString told = said("assimp", {"info", path("card.gltf")});
        const auto count = [&](const QString& what) {
            const QRegularExpressionMatch m = QRegularExpression(what + ":\\s+(\\d+)").match(told);
            return m.hasMatch() ? m.captured(1).toInt() : -1;
        };
        QVERIFY2(count("Meshes") == int(a.panels.size()), qPrintable(told));
        QCOMPARE(count("Animations"), 1);
        QVERIFY(count("Materials") >= int(design_.stocks.size()));
        // Displayed it is as large as the pose is.
        QVERIFY(told.contains("Minimum point") && told.contains("Maximum point"));
        const QJsonObject file =
            QJsonDocument::fromJson([&] {
                QFile f(path("card.gltf"));
                return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
            }())
                .object();
        QCOMPARE(file["nodes"].toArray().size(), qsizetype(a.panels.size()) + 1);
        QCOMPARE(file["nodes"].toArray()[1].toObject()["name"].toString().toStdString(),
                 a.panels[0].id);
    }
    // Film and thread bend: a mesh each, with a shape for every pose; banners hang.
    void gltfOfWhatBends() {
        Design d = with(with(card(120, 150), "film", "card.spine"), "thread", "card.spine",
                        {{"banners", "2"}});
        const Assembly a = *assemble(d);
        QVERIFY(exportTo(path("film.gltf").toStdString(), *exporter("gltf", Exports::Model),
                         {d, a, sheetFormats().front()}));
        const QString told = said("assimp", {"info", path("film.gltf")});
        const QRegularExpressionMatch nodesTold =
            QRegularExpression("Nodes:\\s+(\\d+)").match(told);
        QVERIFY2(nodesTold.captured(1).toInt() == int(a.panels.size() + a.spans.size() + 1) &&
                     told.contains("lines"),
                 qPrintable(told));
        QFile f(path("film.gltf"));
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QJsonObject file = QJsonDocument::fromJson(f.readAll()).object();
        const QJsonArray meshes = file["meshes"].toArray(), nodes = file["nodes"].toArray();
        const Case c(d, a);
        QCOMPARE(meshes.size(), qsizetype(a.panels.size() + a.spans.size()));
        int bending = 0;
        for (const auto& m : meshes) {
            const QJsonObject one = m.toObject()["primitives"].toArray()[0].toObject();
            if (!one.contains("targets"))
                continue;
            ++bending;
            QCOMPARE(one["targets"].toArray().size(), qsizetype(c.poses.size()));
            QCOMPARE(m.toObject()["weights"].toArray().size(), qsizetype(c.poses.size()));
        }
        QCOMPARE(bending, 2);
        // Where the film lies straight in the open card it is as long as it is.
        int driven = 0;
        for (const auto& channel : file["animations"].toArray()[0].toObject()["channels"].toArray())
            driven += channel.toObject()["target"].toObject()["path"].toString() == "weights";
        QCOMPARE(driven, 2);
        // A banner is a panel of the model, at the height at which it hangs.
        for (const auto& n : nodes)
            if (n.toObject()["name"].toString().contains("banner")) {
                const QJsonArray at = n.toObject()["translation"].toArray();
                const Span& thread = a.spans[1];
                const Pose shown =
                    poseAt(c.linkage, c.motion, std::clamp(a.display.at, c.first(), c.last()));
                const SpanShape shape = shapeOf(shown, thread, Vec3(0, 0, -1));
                double nearest = 1e9;
                for (auto& [p, q] : shape.line)
                    nearest = std::min(
                        nearest,
                        (p - Vec3(at[0].toDouble(), at[1].toDouble(), at[2].toDouble())).norm());
                QVERIFY2(nearest < 5, qPrintable(QString::number(nearest)));
            }
    }
    // Python's own reader of tables finds every part, cut and score in its row.
    void csv() {
        write("card.csv", "csv", Exports::Lists);
        const QString told =
            said("/usr/bin/python3", {"-c",
                                      "import csv,sys,json\n"
                                      "print(json.dumps([list(csv.DictReader(open(sys.argv["
                                      "1]+'/card-'+n+'.csv',encoding='utf-8'))) for n in "
                                      "('parts','cuts','scores')]))",
                                      dir_.path()});
        const QJsonArray read = QJsonDocument::fromJson(told.toUtf8()).array();
        QVERIFY2(read.size() == 3, qPrintable(told));
        const auto parts = partsList(design_, *assemble(design_));
        QCOMPARE(size_t(read[0].toArray().size()), parts.size());
        for (size_t i = 0; i < parts.size(); ++i) {
            const QJsonObject row = read[0].toArray()[int(i)].toObject();
            QCOMPARE(row["part"].toString().toStdString(), parts[i].name);
            QVERIFY(std::fabs(row["width_mm"].toString().toDouble() - parts[i].blank.x()) < 1e-3);
        }
        size_t scores = 0, creases = 0;
        for (const auto& row : read[2].toArray())
            scores += row.toObject()["do"].toString() == "score";
        for (auto& p : parts)
            creases += p.creases.size();
        QCOMPARE(scores, creases);
        QVERIFY(read[1].toArray().size() > 3);
    }

    // The blade's allowance lies outside outlines and inside openings; what no mat holds is told.
    void allowanceAndMat() {
        ListedPart p;
        p.name = "Window";
        p.paper = "Card";
        p.blank = {60, 40};
        p.outline = {{0, 0}, {60, 0}, {60, 40}, {0, 40}};
        p.apertures = {{{20, 10}, {20, 30}, {40, 30}, {40, 10}}};
        CuttingMachine machine;
        machine.allowance = 0.5;
        const MachineJob job = machineJob({p}, machine, Unit::Millimetre);
        QCOMPARE(job.mats.size(), size_t(1));
        double outline = 0, opening = 0;
        for (const MachineLine& l : job.mats[0].lines)
            (l.layer == MachineLayer::Outlines ? outline : opening) = std::fabs(areaOf(l.points));
        QVERIFY(std::fabs(outline - 61 * 41) < 1e-3 && std::fabs(opening - 19 * 19) < 1e-3);
        // Inner cuts first.
        QVERIFY(job.mats[0].lines.front().layer == MachineLayer::InnerCuts);
        // A score as a row of short cuts: paper at both ends and between, about as long as wished.
        p.creases.push_back({"fold", "valley", {0, 5}, {60, 5}});
        std::vector<double> ends;
        const MachineJob dashed = machineJob({p}, machine, Unit::Millimetre, true);
        for (const MachineLine& l : dashed.mats[0].lines)
            if (l.layer == MachineLayer::Scores)
                for (const Vec2& q : l.points)
                    ends.push_back(q.x() - dashed.mats[0].lines.back().points[0].x());
        QVERIFY(ends.size() >= 30 && ends.size() % 2 == 0);
        std::sort(ends.begin(), ends.end());
        for (size_t i = 0; i + 1 < ends.size(); ++i) {
            const double gap = ends[i + 1] - ends[i];
            QVERIFY2(i % 2 ? std::fabs(gap - 1.2) < 1e-6 : gap > 1.6 && gap < 2.4,
                     std::to_string(gap).c_str());
        }
        p.creases.clear();
        machine.width = 50;
        machine.height = 50;
        const MachineJob none = machineJob({p}, machine, Unit::Millimetre);
        QVERIFY(none.mats.empty() && none.remarks.size() == 1 &&
                none.remarks[0].find("larger mat") != std::string::npos);
    }
};

HL_TEST(Foreign)
#include "foreign.moc"
