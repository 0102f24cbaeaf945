// Texts are plain, whichever door they come in by: no control characters, nothing that is no UTF-8.
#include "core/design/texts.h"
#include "core/exports/exports.h"
#include "core/files/atomic_save.h"
#include "core/files/drawer_csv.h"
#include "core/files/workshop.h"
#include "core/measure/plain_text.h"
#include "core/picture/markup.h"
#include "tests/cli/command_line.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QStringDecoder>
#include <QXmlStreamReader>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

const std::string hostile = "a\x1b[31mb\x07\x7f\xc2\x9b"
                            "c\n\td\xff\xed\xa0\x80 \xef\xbf\xbf\xe2\x82\xac";

bool isPlain(const QByteArray& bytes, bool oneLine) {
    for (qsizetype i = 0; i < bytes.size(); ++i) {
        const auto c = static_cast<unsigned char>(bytes[i]);
        if (c == 0x7f || (c < 0x20 && (oneLine || (c != '\n' && c != '\t' && c != '\r'))))
            return false;
        if (c == 0xc2 && i + 1 < bytes.size() && static_cast<unsigned char>(bytes[i + 1]) < 0xa0)
            return false;
    }
    QStringDecoder decoder(QStringDecoder::Utf8);
    const QString text = decoder(bytes);
    return !decoder.hasError();
}

} // namespace

class Texts : public QObject, CommandLine {
    Q_OBJECT
  private slots:
    void whatIsLeft() {
        QCOMPARE(plainText("Grüße € 🚂 “so”"), std::string("Grüße € 🚂 “so”"));
        QCOMPARE(plainText("a\r\nb\tc"), std::string("a  b c"));
        QCOMPARE(plainText("\x1b[2J\x9b"), std::string("[2J\xef\xbf\xbd"));
        QCOMPARE(plainText(std::string("a\0b", 3)), std::string("ab"));
        QCOMPARE(plainText("\xc0\xaf"), std::string("\xef\xbf\xbd\xef\xbf\xbd")); // too long a form
        std::mt19937 chance(8);
        for (int n = 0; n < 3000; ++n) {
            std::string bytes(chance() % 12, ' ');
            for (char& c : bytes)
                c = char(chance() % 3 ? chance() : 0x1b);
            const std::string plain = plainText(bytes);
            QVERIFY(isPlain(QByteArray::fromStdString(plain), true));
            QCOMPARE(plainText(plain), plain);
        }
    }
    void shortenedByCharacters() {
        QCOMPARE(shortened("Brücke", 6), std::string("Brücke"));
        QCOMPARE(shortened("Brücke", 4), std::string("Brü…"));
        for (size_t n = 1; n < 12; ++n) {
            const QByteArray s = QByteArray::fromStdString(shortened("äöü €€€ 🚂🚂🚂🚂 ß", n));
            QVERIFY(isPlain(s, true));
            QVERIFY(QString::fromUtf8(s).toUcs4().size() == qsizetype(n));
        }
        QCOMPARE(shortened("", 3), std::string());
    }
    // Every text that a design has, by the list of its fields.
    void everyTextOfADesign() {
        Design d = with(card(), "words", "card.page-left");
        d.title = d.structures[0].text = d.structures[0].name = d.stocks[0].name = hostile;
        FreePart part;
        part.id = "p";
        part.name = hostile;
        d.parts.push_back(part);
        makePlain(d);
        for (const std::string& s : {d.title, d.structures[0].text, d.structures[0].name,
                                     d.stocks[0].name, d.parts[0].name})
            QVERIFY(isPlain(QByteArray::fromStdString(s), true) &&
                    s.find("€") != std::string::npos);
        Design again = d;
        makePlain(again);
        QVERIFY(again == d);
        // In a file, in the maker's drawer, in a table.
        std::string text = designToText(d);
        text.replace(text.find("\"title\": \"") + 10, 1, "\\u001b\\n");
        const auto read = designFromText(text);
        QVERIFY(read && isPlain(QByteArray::fromStdString(read->title), true));
        const auto papers = papersFromCsv("paper,width,height,count\n\"Iv\x1b[1mory\",210,297,3\n");
        QVERIFY2(papers && isPlain(QByteArray::fromStdString(papers->at(0).name), true),
                 papers ? "" : papers.problem().text().c_str());
        QVERIFY(isPlain(QByteArray::fromStdString(escaped(hostile)), true));
        QXmlStreamReader xml(QByteArray::fromStdString("<a b=\"" + escaped(hostile) + "\"/>"));
        while (!xml.atEnd())
            xml.readNext();
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
    }
    // Whatever is said on the command line, the terminal and the files get nothing of it.
    void theTerminalGetsNone() {
        const QString esc = QString::fromUtf8("Sta\x1b]0;x\x07tion\xc2\x9b"
                                              "1m");
        QProcess p;
        const auto cli = [&](const QStringList& args) {
            p.start(HL_BIN_DIR "/hinge-lantern-cli", args);
            p.waitForFinished(-1);
            const QByteArray all = p.readAllStandardOutput() + p.readAllStandardError();
            QVERIFY2(isPlain(all, false), all.left(400).toHex(' ').constData());
        };
        cli({"new", file(), "--card", "130x160mm"});
        cli({"card", file(), "--title", esc});
        cli({"add", file(), "box", "--name", esc});
        cli({"add", file(), "words", "--on", "card.page-right", "--text", esc});
        cli({"set", file(), esc, "left=3mm"});
        cli({"set", file(), "box1", esc + "=3mm"});
        cli({"check", file()});
        cli({"parts", file()});
        cli({"parts", file() + esc});
        cli({esc});
        const auto saved = loadDesign(file().toStdString());
        QVERIFY2(bool(saved), saved ? "" : saved.problem().text().c_str());
        QVERIFY(isPlain(QByteArray::fromStdString(saved->title), true));
        for (const char* to : {"svg", "dxf", "html"}) {
            const QString out = dir_.filePath(QString("o.") + to);
            if (to == std::string("html"))
                cli({"report", file(), "-o", out});
            else
                cli({"export", file(), "--to", to, "-o", out});
            QFile f(out);
            QVERIFY(f.open(QIODevice::ReadOnly));
            QVERIFY(isPlain(f.readAll(), false));
        }
        cli({"report", file(), "-o", dir_.filePath("o.pdf")});
        QVERIFY(QFileInfo(dir_.filePath("o.pdf")).size() > 5000);
    }
};

HL_TEST(Texts)
#include "texts.moc"
