// The house itself, read as text: who includes whom, what knows the window toolkit, how long files
// are. The order of the rooms of core/ and app/ is the one that docs/architecture.md draws.
#include "tests/program.h"
#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QRegularExpression>
#include <QtTest>
#include <map>

namespace {

const QDir root(HL_SOURCE_DIR);

QString textOf(const QString& path) {
    QFile f(root.filePath(path));
    if (!f.open(QIODevice::ReadOnly))
        qFatal("cannot read %s", qPrintable(path));
    return QString::fromUtf8(f.readAll());
}

QStringList sourcesIn(const QString& folder) {
    QStringList all;
    QDirIterator it(root.filePath(folder), {"*.cpp", "*.h"}, QDir::Files,
                    QDirIterator::Subdirectories);
    while (it.hasNext())
        all.push_back(root.relativeFilePath(it.next()));
    all.sort();
    return all;
}

// What a file includes, without the brackets or quotes.
QStringList includesOf(const QString& path) {
    static const QRegularExpression line("^#include [<\"]([^>\"]+)[>\"]",
                                         QRegularExpression::MultilineOption);
    QStringList all;
    for (auto it = line.globalMatch(textOf(path)); it.hasNext();)
        all.push_back(it.next().captured(1));
    return all;
}

// The rooms of core/ or app/ from the ground up, as the picture in the docs lists them.
QStringList order(const QString& half) {
    const QRegularExpression line("^" + half + "/(\\w+) ", QRegularExpression::MultilineOption);
    QStringList rooms;
    for (auto it = line.globalMatch(textOf("docs/architecture.md")); it.hasNext();)
        rooms.push_back(it.next().captured(1));
    rooms.removeDuplicates();
    return rooms;
}

} // namespace

class Layers : public QObject {
    Q_OBJECT
  private slots:
    void nothingIncludesWhatStandsAboveIt_data() {
        QTest::addColumn<int>("atLeast"); // includes of other rooms, so that the test reads them
        QTest::newRow("core") << 200;
        QTest::newRow("app") << 100;
    }
    void nothingIncludesWhatStandsAboveIt() {
        const QString half = QTest::currentDataTag();
        QFETCH(int, atLeast);
        const QStringList rooms = order(half);
        QStringList there = QDir(root.filePath(half)).entryList(QDir::Dirs | QDir::NoDotAndDotDot),
                    listed = rooms;
        there.sort();
        listed.sort();
        QCOMPARE(listed, there);
        QStringList wrong;
        int seen = 0;
        for (const QString& path : sourcesIn(half)) {
            // What stands in no room is above all of them.
            if (path.count('/') < 2 || rooms.last() == path.section('/', 1, 1))
                continue;
            const int at = int(rooms.indexOf(path.section('/', 1, 1)));
            for (const QString& include : includesOf(path)) {
                if (!include.startsWith(half + "/"))
                    continue;
                ++seen;
                if (include.count('/') < 2 || rooms.indexOf(include.section('/', 1, 1)) > at)
                    wrong.push_back(path + " includes " + include);
            }
        }
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join("\n")));
        QVERIFY(seen > atLeast);
    }
    void theCoreKnowsNoWindow() {
        QStringList wrong;
        for (const char* folder : {"core", "cli"})
            for (const QString& path : sourcesIn(folder))
                for (const QString& include : includesOf(path))
                    if (include.startsWith('Q') || include.startsWith("app/"))
                        wrong.push_back(path + " includes " + include);
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join("\n")));
    }
    // Longer ones are listed in the docs, each with its reason.
    void filesAreShort() {
        static const QRegularExpression line("^- `([\\w/.]+)` \\(",
                                             QRegularExpression::MultilineOption);
        QStringList argued;
        for (auto it = line.globalMatch(textOf("docs/architecture.md")); it.hasNext();)
            argued.push_back(it.next().captured(1));
        QStringList wrong;
        for (const char* folder : {"core", "cli", "app", "tests", "bench", "corpus"})
            for (const QString& path : sourcesIn(folder)) {
                const bool isLong = textOf(path).count('\n') > 400;
                if (isLong != argued.contains(path))
                    wrong.push_back(path + (isLong ? " has more than 400 lines"
                                                   : " is listed as long and is not"));
                argued.removeAll(path);
            }
        for (const QString& path : argued)
            wrong.push_back(path + " is listed as long and is not there");
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join("\n")));
    }
    // Of the core: from the line that opens it to the brace that closes it at the same depth.
    void functionsAreShort() {
        static const QRegularExpression opens("^( {0,4})(?![ ]|namespace|struct|class|enum|union|"
                                              "extern|if|else|for|while|switch|do|//|\\}).*\\{$"),
            type("^(template<.*> )?(struct|class|enum) ");
        QStringList wrong;
        int seen = 0;
        for (const QString& path : sourcesIn("core")) {
            const QStringList lines = textOf(path).split('\n');
            for (int i = 0; i < lines.size(); ++i) {
                const auto match = opens.match(lines[i]);
                if (!match.hasMatch() || type.match(lines[i].trimmed()).hasMatch())
                    continue;
                const QString closes = match.captured(1) + '}';
                int end = i;
                while (end + 1 < lines.size() && !lines[end].startsWith(closes))
                    ++end;
                ++seen;
                if (end - i + 1 > 80)
                    wrong.push_back(
                        QString("%1:%2 has %3 lines").arg(path).arg(i + 1).arg(end - i + 1));
            }
        }
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join("\n")));
        QVERIFY2(seen > 1500, qPrintable(QString::number(seen))); // it does find functions
    }
};

HL_TEST(Layers)
#include "layers.moc"
