// Hostile input: files that are meant to crash, to stall or to fill the memory are refused with
// words; what is written can be read; and saving loses nothing that was there.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/files/atomic_save.h"
#include "core/files/dxf_net.h"
#include "core/files/hlantern.h"
#include "core/files/svg_outline.h"
#include "core/files/workshop.h"
#include "core/prove/prove.h"
#include "core/workshop/workshop.h"
#include "fuzz/readers.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QElapsedTimer>
#include <QFile>
#include <QFileInfo>
#include <QTemporaryDir>
#include <fcntl.h>
#include <random>
#include <sys/resource.h>
#include <sys/stat.h>
#include <unistd.h>

using namespace hl;
using namespace hl::test;

namespace {

#ifdef __SANITIZE_ADDRESS__
constexpr long mostMb = 1500; // the sanitizer keeps a shadow and what was freed
#else
constexpr long mostMb = 500;
#endif

long peakMb() {
    rusage used{};
    ::getrusage(RUSAGE_SELF, &used);
    return used.ru_maxrss / 1024;
}

std::string svg(const std::string& inside) {
    return "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"100mm\" height=\"100mm\" "
           "viewBox=\"0 0 100 100\">" +
           inside + "</svg>";
}

std::string repeated(const std::string& s, int n) {
    std::string out;
    for (int i = 0; i < n; ++i)
        out += s;
    return out;
}

QByteArray contents(const QString& path) {
    QFile f(path);
    return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
}

// A few changes of single bytes, digits and stretches.
std::string mutated(std::string text, std::mt19937& chance) {
    for (unsigned k = 1 + chance() % 4; k > 0; --k) {
        if (text.empty())
            text = " ";
        const size_t at = chance() % text.size();
        switch (chance() % 5) {
        case 0:
            text[at] = static_cast<char>(chance() % 256);
            break;
        case 1:
            text.erase(at, 1 + chance() % 20);
            break;
        case 2:
            text.insert(at, std::to_string(static_cast<int>(chance())));
            break;
        case 3: // a digit becomes another
            for (size_t i = at; i < std::min(at + 200, text.size()); ++i)
                if (text[i] >= '0' && text[i] <= '9') {
                    text[i] = static_cast<char>('0' + chance() % 10);
                    break;
                }
            break;
        default:
            text.insert(at, text.substr(chance() % text.size(), chance() % 60));
        }
    }
    return text;
}

} // namespace

class Hostile : public QObject {
    Q_OBJECT
    QTemporaryDir dir_;
    QString file(const char* name) { return dir_.filePath(name); }

  private slots:
    void cleanupTestCase() {
        QVERIFY2(peakMb() < mostMb, qPrintable(QString("%1 MB at the most").arg(peakMb())));
    }

    // An entity that says it has more corners than the drawing has characters makes the reader
    // reach beyond what it set aside.
    void countsBeyondTheDrawing() {
        for (const char* entity : {"LWPOLYLINE", "SPLINE", "LEADER", "HATCH"})
            for (const char* code : {"72", "73", "74", "76", "90", "91", "93"})
                for (const char* count : {"1073741825", "2147483647", "-5", "100000"}) {
                    const std::string drawing = std::string("0\nSECTION\n2\nENTITIES\n0\n") +
                                                entity + "\n8\n0\n" + code + "\n" + count +
                                                "\n10\n1\n20\n1\n10\n9\n20\n9\n0\nENDSEC\n0\nEOF\n";
                    const auto net = netFromDxf(drawing);
                    QVERIFY2(!net && net.problem().text().find("damaged") != std::string::npos,
                             drawing.c_str());
                }
    }

    void drawingsWithoutBounds_data() {
        QTest::addColumn<QString>("drawing");
        QTest::addColumn<QString>("says");
        auto row = [](const char* name, const std::string& inside, const char* says) {
            QTest::newRow(name) << QString::fromStdString(svg(inside)) << says;
        };
        row("huge circle", "<circle cx=\"0\" cy=\"0\" r=\"1e308\"/>", "out of reach");
        row("huge path", "<path d=\"M0 0 L1e300 0 L0 1e300 Z\"/>", "out of reach");
        row("beyond doubles", "<path d=\"M0 0 L1e999 0 L0 5 Z\"/>", "out of reach");
        row("tiny arcs", "<path d=\"M0 0 A1e-308 1e-308 0 0 1 1 1 Z\"/>", "");
        row("flat arcs", "<path d=\"M0 0 A5 0 0 1 0 9 9 L0 9 a0,4-30 01-9-9 3 3 0 0 0 1 1Z\"/>",
            "");
        row("half an arc", "<path d=\"M0 0 L9 0 L9 9 A5 0 0 1\"/>", "");
        row("flat ellipse", "<ellipse cx=\"5\" cy=\"5\" rx=\"4\" ry=\"0\"/>", "");
        row("flat corners", "<rect x=\"1\" y=\"1\" width=\"9\" height=\"9\" rx=\"3\" ry=\"0\"/>",
            "");
        row("deep groups", repeated("<g>", 50000) + repeated("</g>", 50000), "deep");
        row("many corners", "<path d=\"M0 0 " + repeated("L1 0 L1 1 L0 1 L0 0 ", 80000) + "Z\"/>",
            "corners");
        row("many curves",
            "<path d=\"M0 0 " + repeated("C1000 0 0 1000 9 9 C0 9999 9999 0 0 0 ", 30000) + "Z\"/>",
            "corners");
        row(
            "too fine",
            [] {
                std::string d = "<path d=\"M0 0 ";
                for (int i = 0; i < 3000; ++i)
                    d += "L" + std::to_string(i / 40.) + " " + std::to_string(i % 2 + 20) + " ";
                return d + "L80 0 Z\"/>";
            }(),
            "2000 corners");
        row("enormous", "<path transform=\"scale(1)\" d=\"M0 0 L900000 0 L0 900000 Z\"/>", "10 m");
    }
    void drawingsWithoutBounds() {
        QFETCH(QString, drawing);
        QFETCH(QString, says);
        QElapsedTimer clock;
        clock.start();
        const auto outline = outlineFromSvg(drawing.toStdString());
        QVERIFY2(clock.elapsed() < 20000, qPrintable(QString::number(clock.elapsed())));
        if (outline)
            return;
        const QString said = QString::fromStdString(outline.problem().text());
        QVERIFY2(said.contains(says), qPrintable(said));
    }

    void filesWithoutBounds_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("says");
        const std::string head = "{\"format\": \"hinge-lantern\", \"version\": 1, \"card\": "
                                 "{\"width\": \"140 mm\", \"height\": \"140 mm\"}";
        auto row = [&](const char* name, const std::string& rest, const char* says) {
            QTest::newRow(name) << QString::fromStdString(head + rest + "}") << says;
        };
        std::string keys, stages, lines, scribbles;
        for (int i = 0; i < 100000; ++i)
            keys += ", \"k" + std::to_string(i) + "\": 1";
        for (int i = 0; i < 2000; ++i)
            stages += std::string(i ? "," : "") + "{\"drive\": \"card.spine\", \"from\": \"" +
                      (i % 2 ? "180" : "0") + " deg\", \"to\": \"" + (i % 2 ? "0" : "180") +
                      " deg\"}";
        for (int i = 0; i < 400; ++i)
            lines += std::string(i ? "," : "") + "{\"id\": \"l" + std::to_string(i) +
                     "\", \"points\": [[\"0 mm\", \"" + std::to_string(0.2 * i) +
                     " mm\"], [\"80 mm\", \"" + std::to_string(80 - 0.2 * i) + " mm\"]]}";
        std::mt19937 chance(3);
        for (int i = 0; i < 20; ++i) {
            scribbles += std::string(i ? "," : "") + "{\"id\": \"s" + std::to_string(i) +
                         "\", \"kind\": \"slit\", \"points\": [";
            for (int k = 0; k < 200; ++k)
                scribbles += std::string(k ? "," : "") + "[\"" +
                             std::to_string(chance() % 8000 / 100.) + " mm\", \"" +
                             std::to_string(chance() % 8000 / 100.) + " mm\"]";
            scribbles += "]}";
        }
        const std::string part = ", \"parts\": [{\"id\": \"p\", \"blank\": [\"80 mm\", \"80 mm\"], "
                                 "\"lines\": [";
        row("keys", keys, "keys");
        row("nested", ", \"title\": " + repeated("[", 100000) + repeated("]", 100000), "deep");
        row("stages", ", \"motion\": [" + stages + "]", "stages");
        row("crossing lines", part + lines + "]}]", "meet more than");
        row("scribbles", part + scribbles + "]}]", "meet more than");
        row("far away",
            part +
                "{\"id\": \"c\", \"points\": [[\"0 mm\", \"0 mm\"], [\"90000 mm\", \"0 mm\"]]}]}]",
            "10 m");
    }
    void filesWithoutBounds() {
        QFETCH(QString, text);
        QFETCH(QString, says);
        QElapsedTimer clock;
        clock.start();
        const auto d = designFromText(text.toStdString());
        QVERIFY2(clock.elapsed() < 20000, qPrintable(QString::number(clock.elapsed())));
        QVERIFY(!d);
        const QString said = QString::fromStdString(d.problem().text());
        QVERIFY2(said.contains(says), qPrintable(said));
    }

    // As much as is let in is still folded and proved in the memory there is.
    void theMostThatIsLetInIsFolded() {
        Design d = card(1000, 1000);
        for (int i = 0; i < 60; ++i) {
            StageSpec s;
            s.drive = "card.spine";
            s.from = deg(i % 2 ? 180 : 0);
            s.to = deg(i % 2 ? 0 : 180);
            d.motion.push_back(s);
        }
        for (int i = 0; i < 9; ++i)
            d = with(d, "box", "card.spine",
                     {{"place", std::to_string(20 + 100 * i) + " mm"}, {"width", "60 mm"}});
        QVERIFY(assemble(d));
        prove(Case(d, *assemble(d)));
        std::string said;
        for (int i = 0; i < 200 && said.empty(); ++i) {
            auto more =
                addStructure(d, "box", "card.spine", {{"place", "500 mm"}, {"width", "20 mm"}});
            if (more)
                d = more->first;
            else
                said = more.problem().text();
        }
        QVERIFY2(said.find("too many to fold") != std::string::npos, said.c_str());
    }

    // A Z-fold with a beak on its second fold and a double display: panels and creases are added
    // while others are looked at.
    void nothingIsHeldWhileItGrows() {
        auto z = addStructure(card(160, 200), "z-fold", "", {});
        Design d = with(z->first, "beak", "card.fold-2");
        for (int i = 0; i < 3; ++i)
            if (auto more = addStructure(
                    d, "double-display", "card.spine",
                    {{"place", std::to_string(10 + 50 * i) + " mm"}, {"width", "30 mm"}}))
                d = more->first;
        QVERIFY(d.structures.size() >= 2);
        const auto a = assemble(d);
        QVERIFY(bool(a));
        for (const Part& p : a->parts)
            for (const Mark& m : p.marks)
                QVERIFY(ownerOf(m.id) == p.structure || p.id == "card");
    }

    void whatIsWrittenIsRead() {
        Design d = card();
        d.title = repeated("宽", 200); // characters, not bytes
        const std::string path = file("wide.hlantern").toStdString();
        QVERIFY(!saveDesign(d, path));
        QVERIFY(*loadDesign(path) == d);
        const QByteArray before = contents(file("wide.hlantern"));
        // None of these could be opened again: refused, with the place, and the old file stays.
        std::vector<Design> bad(3, d);
        bad[0].title = std::string(600, 'x');
        bad[1].parts.push_back(blank("p", 40, 40));
        for (int i = 0; i < 2500; ++i)
            bad[1].parts[0].outline.push_back(at(i * 0.01, i % 7));
        bad[2].parts.push_back(blank("p", 40, 40));
        bad[2].parts[0].lines = {line("c", LineKind::Valley, {at(0, 0), at(5, 5)})};
        bad[2].parts[0].lines[0].points[1].x.count = std::numeric_limits<std::int64_t>::min();
        const char* const names[] = {"title", "points", "parts"};
        for (size_t i = 0; i < bad.size(); ++i) {
            const Trouble t = saveDesign(bad[i], path);
            QVERIFY2(t && t->text().find(names[i]) != std::string::npos,
                     t ? t->text().c_str() : names[i]);
            QVERIFY(contents(file("wide.hlantern")) == before);
        }
        // What is no text is shown by the sign for that.
        d.title = "half a \xe5 character";
        QVERIFY(!saveDesign(d, path));
        QCOMPARE(loadDesign(path)->title, std::string("half a \xef\xbf\xbd character"));
    }

    void onlyFilesAreRead() {
        QVERIFY(readFile("/dev/zero").problem().text().find("no file") != std::string::npos);
        QVERIFY(!readFile(dir_.path().toStdString()));
        const std::string pipe = file("pipe").toStdString();
        QVERIFY(::mkfifo(pipe.c_str(), 0600) == 0);
        QVERIFY(!readFile(pipe)); // without waiting for anybody
        QVERIFY(saveFile(pipe, "x").has_value());
        struct stat s {};
        QVERIFY(::stat(pipe.c_str(), &s) == 0 && S_ISFIFO(s.st_mode));
        QVERIFY(saveFile("/dev/null", "x").has_value());
        QVERIFY(::stat("/dev/null", &s) == 0 && S_ISCHR(s.st_mode));
    }

    void linksAreFollowed() {
        const std::string link = file("link").toStdString(), far = file("far").toStdString();
        QVERIFY(::symlink("far", link.c_str()) == 0); // leads nowhere yet
        QVERIFY(!saveFile(link, "one"));
        QVERIFY(QFileInfo(file("link")).isSymLink());
        QCOMPARE(contents(file("far")), QByteArray("one"));
        QVERIFY(!saveFile(link, "two"));
        QCOMPARE(contents(file("far")), QByteArray("two"));
        const std::string round = file("round").toStdString();
        QVERIFY(::symlink("round", round.c_str()) == 0);
        QVERIFY(saveFile(round, "x").has_value());
        // A second name stays a name of the same file.
        const std::string second = file("second").toStdString();
        QVERIFY(::link(far.c_str(), second.c_str()) == 0);
        QVERIFY(!saveFile(far, "three, and longer"));
        QCOMPARE(contents(file("second")), QByteArray("three, and longer"));
        QVERIFY(!saveFile(second, "4"));
        QCOMPARE(contents(file("far")), QByteArray("4"));
        QCOMPARE(QDir(dir_.path()).entryList({"far*", "second*"}, QDir::Files).size(), 2);
    }

    void permissionsStay() {
        const std::string path = file("mine").toStdString();
        QVERIFY(!saveFile(path, "1"));
        QVERIFY(::chmod(path.c_str(), 0640) == 0);
        QVERIFY(!saveFile(path, "2"));
        struct stat s {};
        QVERIFY(::stat(path.c_str(), &s) == 0);
        QCOMPARE(s.st_mode & 0777, mode_t(0640));
        const mode_t mask = ::umask(0027);
        QVERIFY(!saveFile(file("fresh").toStdString(), "1"));
        ::umask(mask);
        QVERIFY(::stat(file("fresh").toUtf8().constData(), &s) == 0);
        QCOMPARE(s.st_mode & 0777, mode_t(0640));
        if (::geteuid() == 0) { // another's file stays another's
            QVERIFY(::chown(path.c_str(), 65534, 65534) == 0);
            QVERIFY(!saveFile(path, "3"));
            QVERIFY(::stat(path.c_str(), &s) == 0);
            QCOMPARE(s.st_uid, uid_t(65534));
        }
    }

    void whatMayBeWritten() {
        const std::string path = file("there").toStdString(), link = file("alias").toStdString();
        QVERIFY(!mayWrite(path, false));
        QVERIFY(!saveFile(path, "x"));
        QVERIFY(mayWrite(path, false).has_value());
        QVERIFY(!mayWrite(path, true));
        QVERIFY(mayWrite(path, true, {path}).has_value());
        QVERIFY(::symlink(path.c_str(), link.c_str()) == 0);
        QVERIFY(mayWrite(link, true, {path}).has_value()); // the same file by another name
    }

    // Designs, workshops, tables, drawings, pictures and lines with a few bytes changed: read or
    // refused, never worse. Every reader has its share; HL_MUTATIONS says how many there are in
    // all.
    void mutationsAreReadOrRefused_data() {
        QTest::addColumn<QString>("reader");
        for (const fuzz::Reader& r : fuzz::readers())
            QTest::newRow(r.name) << r.name;
    }
    void mutationsAreReadOrRefused() {
        QFETCH(QString, reader);
        const fuzz::Reader& r = *fuzz::reader(reader.toStdString());
        const std::vector<std::string> seeds = r.seeds();
        QVERIFY(!seeds.empty());
        // What is not mutated is read, or the mutations would try nothing.
        for (const std::string& seed : seeds)
            QVERIFY2(r.read(seed), seed.substr(0, 200).c_str());
        bool told = false;
        const int all = qEnvironmentVariableIntValue("HL_MUTATIONS", &told);
        const int share = std::max(1, (told ? all : scaled(1000)) / int(fuzz::readers().size()));
        std::mt19937 chance(20261125);
        int read = 0;
        for (int n = 0; n < share; ++n)
            read += r.read(mutated(seeds[chance() % seeds.size()], chance));
        qInfo("%d of %d read", read, share);
        QVERIFY(read < share); // some are refused
    }
    // Designs that are read all the same are folded and proved.
    void mutatedDesignsAreProved() {
        const auto seeds = fuzz::reader("design")->seeds();
        std::mt19937 chance(20261126);
        int proved = 0;
        for (int n = 0; n < scaled(400) && proved < 40; ++n) {
            auto d = designFromText(mutated(seeds[chance() % seeds.size()], chance));
            if (!d)
                continue;
            prove(Case(*d, *assemble(*d)));
            ++proved;
        }
        QVERIFY2(proved >= std::min(40, scaled(20)), qPrintable(QString::number(proved)));
    }
};

HL_TEST(Hostile)
#include "hostile.moc"
