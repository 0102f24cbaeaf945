// The command line, run as a maker's script would run it.
#include "core/exports/exports.h"
#include "tests/program.h"
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>
#include <cmath>

class Commands : public QObject {
    Q_OBJECT
    struct Ran {
        int status;
        QByteArray out, err;
        QJsonObject json() const { return QJsonDocument::fromJson(out).object(); }
    };
    QTemporaryDir dir_;
    Ran run(const QStringList& args) {
        QProcess p;
        p.setWorkingDirectory(dir_.path());
        p.start(HL_BIN_DIR "/hinge-lantern-cli", args);
        p.waitForFinished(-1);
        return {p.exitStatus() == QProcess::NormalExit ? p.exitCode() : -1,
                p.readAllStandardOutput(), p.readAllStandardError()};
    }

  private slots:
    void theCatalogueIsCompleteAndItsDefaultsWork() {
        const auto all = QJsonDocument::fromJson(run({"structures", "--json"}).out).array();
        QCOMPARE(all.size(), 38);
        for (const auto& value : all) {
            const QJsonObject f = value.toObject();
            const QString id = f["id"].toString();
            QVERIFY(!f["name"].toString().isEmpty() && !f["purpose"].toString().isEmpty());
            QVERIFY(!f["stands_on"].toArray().isEmpty());
            for (const auto& pv : f["parameters"].toArray()) {
                const QJsonObject p = pv.toObject();
                for (const char* key : {"name", "unit", "default", "minimum", "maximum", "meaning"})
                    QVERIFY2(p.contains(key), key);
                QVERIFY(p["minimum"].toDouble() <= p["default"].toDouble());
                QVERIFY(p["default"].toDouble() <= p["maximum"].toDouble());
                if (p["unit"] == "choice")
                    QVERIFY(p["choices"].toArray().contains(p["default"]));
            }
            QCOMPARE(run({"structures", id, "--json"}).json()["id"].toString(), id);
            for (const char* spine : {"left", "top"}) {
                QCOMPARE(run({"new", "c.hlantern", "--force", "--card", "5x7in", "--spine", spine})
                             .status,
                         0);
                QCOMPARE(run({"add", "c.hlantern", id}).status, 0);
                const Ran check = run({"check", "c.hlantern", "--json"});
                QCOMPARE(check.status, 0);
                QVERIFY2(check.json()["verdict"] == "works", check.out);
            }
        }
    }

    // Each family on each crease of each other: the defaults suit any host.
    void defaultsWorkOnEveryHost() {
        for (const QString base : {"v-fold", "box", "tent"})
            for (const QString top : {"v-fold", "box", "tent"}) {
                run({"new", "n.hlantern", "--force", "--card", "5x7in"});
                const auto creases = QJsonDocument::fromJson(
                                         run({"add", "n.hlantern", base, "--json"}).out)["creases"]
                                         .toArray();
                QCOMPARE(creases.size(), 3);
                for (const auto& crease : creases) {
                    run({"new", "n.hlantern", "--force", "--card", "5x7in"});
                    run({"add", "n.hlantern", base});
                    const Ran add =
                        run({"add", "n.hlantern", top, "--on", crease.toString(), "--json"});
                    QVERIFY2(add.status == 0, add.err);
                    QCOMPARE(add.json()["panels"].toArray().size(), 4);
                    for (const char* opening : {"0", "1", "90", "180"}) {
                        const QJsonObject pose =
                            run({"pose", "n.hlantern", "--open", opening, "--json"}).json();
                        QVERIFY2(
                            pose["misfit_mm"].toDouble() < 1e-6,
                            qPrintable(base + " " + top + " " + crease.toString() + " " + opening));
                    }
                }
            }
    }

    void poseGivesEveryPanelRigidAndInOrder() {
        run({"new", "p.hlantern", "--force", "--card", "5x7in"});
        run({"add", "p.hlantern", "box", "--set", "left=1 1/2in", "right=30mm"});
        const Ran r = run({"pose", "p.hlantern", "--open", "77.5", "--json"});
        QCOMPARE(r.status, 0);
        const QJsonObject pose = r.json();
        QCOMPARE(pose["opening"].toDouble(), 77.5);
        QCOMPARE(pose["panels"].toArray().size(), 6);
        for (const auto& v : pose["panels"].toArray()) {
            const QJsonObject panel = v.toObject();
            const auto flat = panel["flat"].toArray(), posed = panel["posed"].toArray();
            QVERIFY(flat.size() >= 3 && flat.size() == posed.size());
            QVERIFY(!panel["part"].toString().isEmpty() && !panel["stock"].toString().isEmpty());
            for (int i = 0; i < flat.size(); ++i) {
                const int j = (i + 1) % int(flat.size());
                double f = 0, p = 0;
                for (int k = 0; k < 2; ++k)
                    f += std::pow(flat[i][k].toDouble() - flat[j][k].toDouble(), 2);
                for (int k = 0; k < 3; ++k)
                    p += std::pow(posed[i][k].toDouble() - posed[j][k].toDouble(), 2);
                QVERIFY(std::abs(std::sqrt(f) - std::sqrt(p)) < 1e-9 * (1 + std::sqrt(f)));
            }
        }
    }

    void checkTellsFaultsByItsStatus() {
        const QString faulty = HL_SOURCE_DIR "/demo/quillmere/faulty/";
        for (const QString rule : {"misfit", "overhang", "collision", "landing"}) {
            const Ran r = run({"check", faulty + rule + ".hlantern", "--json"});
            QCOMPARE(r.status, 1);
            QCOMPARE(r.json()["verdict"].toString(), "fails");
            bool found = false;
            for (const auto& v : r.json()["findings"].toArray()) {
                const QJsonObject f = v.toObject();
                for (const char* key : {"rule", "severity", "parts", "opening_from", "opening_to",
                                        "amount_mm", "message", "remedy"})
                    QVERIFY2(f.contains(key), key);
                QVERIFY(f["code"].toString().startsWith(f["rule"].toString() + "."));
                QVERIFY(!f["subjects"].toArray().isEmpty());
                const QJsonObject amount = f["amounts"].toArray().at(0).toObject();
                QCOMPARE(amount["value"].toDouble(), f["amount"].toDouble());
                QCOMPARE(amount["unit"], f["unit"]);
                found |=
                    f["rule"] == rule && f["severity"] == "stop" && f["amount_mm"].toDouble() > 0;
            }
            QVERIFY(found);
        }
    }

    void badInputEndsWithTwo_data() {
        QTest::addColumn<QStringList>("args");
        auto row = [](const QStringList& args) {
            QTest::newRow(qPrintable(args.join(' '))) << args;
        };
        row({});
        row({"fly"});
        row({"check"});
        row({"check", "missing.hlantern"});
        row({"check", "/"});
        row({"new", "x.hlantern", "--force", "--card", "big"});
        row({"new", "x.hlantern", "--force", "--card", "-5x7in"});
        row({"new", "x.hlantern", "--force", "--card", "5x7in", "--spine", "right"});
        row({"new", "/nowhere/x.hlantern", "--force", "--card", "5x7in"});
        row({"add", "g.hlantern", "dome"});
        row({"add", "g.hlantern", "box", "--on", "card.nowhere"});
        row({"add", "g.hlantern", "box", "--set", "width"});
        row({"add", "g.hlantern", "box", "--set", "width=tall"});
        row({"add", "g.hlantern", "box", "--set", "width=1e9mm"});
        row({"pose", "g.hlantern", "--open", "200"});
        row({"pose", "g.hlantern", "--open", "nan"});
        row({"export", "g.hlantern", "--to", "docx", "-o", "g.docx"});
        row({"export", "g.hlantern", "--to", "svg", "-o", "/nowhere/g.svg"});
        row({"structures", "dome"});
        row({"solve", "g.hlantern"});
        row({"solve", "g.hlantern", "fly"});
        row({"solve", "g.hlantern", "most", "box9", "left"});
        row({"solve", "missing.hlantern", "card"});
        row({"solve", "g.hlantern", "band", "box1", "40mm"});
        row({"solve", "g.hlantern", "band", "--rise", "40mm"});
        row({"solve", "g.hlantern", "band", "box1", "high"});
        row({"report", "g.hlantern", "-o", "g.docx"});
        row({"report", "g.hlantern", "-o", "/nowhere/g.html"});
        row({"check", "g.hlantern", "--workshop", "missing.json"});
        row({"check", "g.hlantern", "--workshop", "g.hlantern"});
        row({"workshop", "/nowhere/w.json"});
    }
    void badInputEndsWithTwo() {
        QFETCH(QStringList, args);
        run({"new", "g.hlantern", "--force", "--card", "5x7in"});
        QFile g(dir_.filePath("g.hlantern"));
        QVERIFY(g.open(QIODevice::ReadOnly));
        const QByteArray before = g.readAll();
        const Ran r = run(args);
        QCOMPARE(r.status, 2);
        QVERIFY(!r.err.isEmpty());
        g.seek(0);
        QCOMPARE(g.readAll(), before);
    }

    // The maker's own table of mail classes, a question, its answer in force, and the report.
    void provingWithAWorkshop() {
        run({"new", "p.hlantern", "--force", "--card", "140x160mm"});
        run({"add", "p.hlantern", "box", "--set", "left=50mm", "right=60mm"});
        QCOMPARE(run({"workshop", "w.json"}).status, 0);
        QFile f(dir_.filePath("w.json"));
        QVERIFY(f.open(QIODevice::ReadWrite));
        QJsonObject shop = QJsonDocument::fromJson(f.readAll()).object();
        QVERIFY(shop["mail"].toArray().size() >= 3 && shop["note"].toString().contains("post"));
        shop["mail"] = QJsonArray{QJsonObject{{"id", "thin"},
                                              {"name", "Thin"},
                                              {"length_mm", 200},
                                              {"width_mm", 150},
                                              {"thickness_mm", 1.0},
                                              {"mass_g", 100}}};
        f.resize(0);
        f.seek(0);
        f.write(QJsonDocument(shop).toJson());
        f.close();
        auto fact = [&](const QJsonObject& check, const QString& id) {
            for (const auto& one : check["facts"].toArray())
                if (one.toObject()["id"] == id)
                    return one.toObject();
            return QJsonObject();
        };
        const QJsonObject samples = run({"check", "p.hlantern", "--json"}).json();
        const QJsonObject own =
            run({"check", "p.hlantern", "--workshop", "w.json", "--json"}).json();
        QCOMPARE(samples["rules"].toArray().size(), 20);
        QVERIFY(fact(samples, "mail")["text"].toString().contains("letter"));
        QVERIFY(fact(own, "mail")["text"].toString().contains("none"));
        // Two pages, a wall and a tab with its adhesive lie over one another.
        QVERIFY(std::fabs(fact(own, "thickness")["amount"].toDouble() - 1.25) < 1e-3);

        const Ran most =
            run({"solve", "p.hlantern", "most", "box1", "left", "--json", "-o", "most.hlantern"});
        QCOMPARE(most.status, 0);
        const double left = most.json()["values"].toArray()[0].toObject()["amount"].toDouble();
        QVERIFY(std::fabs(left - 80.05) < 0.02);
        QVERIFY(most.json()["stops"].toString().contains("sticks out"));
        QCOMPARE(run({"check", "most.hlantern", "--json"}).json()["verdict"].toString(),
                 QString("works"));
        // Put in force in the file itself, of a thing by what it is called.
        const Ran applied = run({"solve", "p.hlantern", "most", "the box", "left", "--apply"});
        QVERIFY2(applied.status == 0, qPrintable(applied.err));
        QCOMPARE(run({"check", "p.hlantern", "--json"}).json()["verdict"].toString(),
                 QString("works"));
        QVERIFY(run({"solve", "p.hlantern", "order"}).out.contains("all at once"));
        for (const char* out : {"r.html", "r.pdf"}) {
            QCOMPARE(run({"report", "p.hlantern", "-o", out}).status, 0);
            QVERIFY(QFileInfo(dir_.filePath(out)).size() > 5000);
        }
    }

    // What is there stays unless it is said otherwise, and what is read is never written over.
    void nothingIsOverwrittenUnasked() {
        run({"new", "o.hlantern", "--force", "--card", "5x7in"});
        run({"add", "o.hlantern", "box"});
        const QString design = dir_.filePath("o.hlantern");
        auto bytes = [](const QString& path) {
            QFile f(path);
            return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
        };
        const QByteArray before = bytes(design);
        QFile taken(dir_.filePath("taken.svg"));
        QVERIFY(taken.open(QIODevice::WriteOnly));
        taken.write("mine");
        taken.close();
        const QStringList commands[] = {
            {"new", "o.hlantern", "--card", "6x6in"},
            {"export", "o.hlantern", "--to", "svg", "-o", "taken.svg"},
            {"report", "o.hlantern", "-o", "o.hlantern"},
            {"workshop", "taken.svg"},
            {"solve", "o.hlantern", "most", "box1", "left", "-o", "o.hlantern"},
            {"solve", "o.hlantern", "most", "box1", "left", "-o", "o.hlantern", "--force"},
            {"resize", "o.hlantern", "--card", "6x6in", "-o", "taken.svg"},
            {"export", "o.hlantern", "--to", "svg", "-o", "o.hlantern", "--force"},
        };
        for (const QStringList& command : commands) {
            const Ran r = run(command);
            QVERIFY2(r.status == 2 && !r.err.isEmpty(), qPrintable(command.join(' ')));
            QVERIFY2(bytes(design) == before, qPrintable(command.join(' ')));
            QCOMPARE(bytes(taken.fileName()), QByteArray("mine"));
        }
        QCOMPARE(run({"export", "o.hlantern", "--to", "svg", "-o", "taken.svg", "--force"}).status,
                 0);
        QVERIFY(bytes(taken.fileName()).contains("<svg"));
    }

    // Every format that is offered is written, and no other; what has a command of its own is not
    // offered.
    void exportsOfferWhatTheyWrite() {
        run({"new", "p.hlantern", "--force", "--card", "140x160mm"});
        const QByteArray help = run({"export", "--help"}).out;
        for (const hl::Exporter& e : hl::exporters()) {
            const bool told =
                std::any_of(hl::exporters().begin(), hl::exporters().end(), [&](auto& x) {
                    return x.id == std::string(e.id) && hl::purposeOf(x.what).told;
                });
            const Ran r = run(
                {"export", "p.hlantern", "--to", e.id, "--force", "-o", QString("p.%1").arg(e.id)});
            QCOMPARE(r.status, told ? 0 : 2);
            QVERIFY2(told || !r.err.contains("machine"), r.err.constData());
            QVERIFY(told == help.contains(e.id));
        }
    }

    // All names that an export will write are asked about before one of them is written.
    void exportsAskAboutAllTheirFiles() {
        run({"new", "q-2.svg", "--force", "--card", "140x160mm"}); // a design, whatever its ending
        const auto write = [&](const char* name, const QByteArray& text) {
            QFile f(dir_.filePath(name));
            QVERIFY(f.open(QIODevice::WriteOnly));
            f.write(text);
        };
        const auto bytes = [&](const char* name) {
            QFile f(dir_.filePath(name));
            return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
        };
        const QByteArray design = bytes("q-2.svg");
        write("x-parts.csv", "mine");
        write("x-cuts.csv", "mine too");
        const Ran asked = run({"export", "q-2.svg", "--to", "csv", "-o", "x.csv"});
        QCOMPARE(asked.status, 2);
        QVERIFY2(asked.err.contains("x-parts.csv") && asked.err.contains("x-cuts.csv") &&
                     asked.err.contains("--force"),
                 qPrintable(asked.err));
        QCOMPARE(bytes("x-parts.csv"), QByteArray("mine"));
        QVERIFY(!QFileInfo::exists(dir_.filePath("x-scores.csv"))); // none of them
        QCOMPARE(run({"export", "q-2.svg", "--to", "csv", "-o", "x.csv", "--force"}).status, 0);
        QVERIFY(bytes("x-parts.csv") != "mine" && bytes("x-scores.csv").size() > 10);
        // A name that only the others are made from is not in the way.
        write("y.csv", "mine");
        QCOMPARE(run({"export", "q-2.svg", "--to", "csv", "-o", "y.csv"}).status, 0);
        QCOMPARE(bytes("y.csv"), QByteArray("mine"));
        // Never the design, whichever of the files has its name.
        run({"part", "q-2.svg", "--id", "second", "--say", "290 x 190"});
        const QByteArray two = bytes("q-2.svg");
        const Ran over =
            run({"export", "q-2.svg", "--to", "svg", "--machine", "-o", "q.svg", "--force"});
        QCOMPARE(over.status, 2);
        QVERIFY2(over.err.contains("q-2.svg") && over.err.contains("read"), qPrintable(over.err));
        QVERIFY(bytes("q-2.svg") == two && two != design);
        QVERIFY(!QFileInfo::exists(dir_.filePath("q.svg")));
        // No name, a device, a folder.
        for (const char* out : {"", "/dev/null", "."})
            for (const char* to : {"csv", "svg"}) {
                const Ran r = run({"export", "q-2.svg", "--to", to, "-o", out});
                QVERIFY2(r.status == 2 && !r.err.contains("link") && !r.err.contains("old file"),
                         qPrintable(r.err));
                QVERIFY(!QFileInfo::exists("/dev/null-parts.csv"));
            }
        const Ran nowhere = run({"export", "q-2.svg", "--to", "svg", "-o", "/nowhere/x.svg"});
        QVERIFY2(nowhere.status == 2 && !nowhere.err.contains("old file"), qPrintable(nowhere.err));
    }

    // The verdict comes first; what could be done about it when asked for.
    void remediesWhenAskedFor() {
        const QString demo = HL_SOURCE_DIR "/demo/quillmere/faulty/overhang.hlantern";
        auto remedy = [&](const QStringList& more) {
            return run(QStringList{"check", demo, "--json"} + more)
                .json()["findings"]
                .toArray()[0]
                .toObject()["remedy"]
                .toString();
        };
        QVERIFY(!remedy({}).startsWith("Change the"));
        QVERIFY(remedy({"--remedies"}).startsWith("Change the"));
        const auto searched =
            run({"check", demo, "--json", "--remedies"}).json()["remedies"].toObject();
        QVERIFY(searched["looked"].toInt() > 0 && searched["left"].toInt() == 0);
    }

    void whatIsUnknownIsCalledThat() {
        run({"new", "u.hlantern", "--force", "--card", "5x7in"});
        const Ran r = run({"add", "u.hlantern", "accordion-insert", "--set", "zigs=4"});
        QCOMPARE(r.status, 2);
        QVERIFY2(r.err.contains("a glued-in accordion has no such measure"), r.err);
        QCOMPARE(run({"pose", "u.hlantern", "--open", "half"}).status, 2);
        const QByteArray pose = run({"pose", "u.hlantern", "--open", "77.7", "--json"}).out;
        QVERIFY2(!pose.contains("e-1"), pose); // no noise of arithmetic
    }

    void exportsBothFormats() {
        const QString demo = HL_SOURCE_DIR "/demo/quillmere/viaduct.hlantern";
        QCOMPARE(run({"export", demo, "--to", "svg", "-o", "v.svg"}).status, 0);
        QCOMPARE(run({"export", demo, "--to", "pdf", "--sheet", "letter", "-o", "v.pdf"}).status,
                 0);
        QVERIFY(QFileInfo(dir_.filePath("v.svg")).size() > 1000);
        QVERIFY(QFileInfo(dir_.filePath("v.pdf")).size() > 1000);
    }
};

HL_TEST(Commands)
#include "commands.moc"
