// The told half of the corpus: designs in the program's own words (corpus/told.txt), each told to
// the command line anew, with what `check` has to say of them and nothing besides.
#include "tests/cli/command_line.h"
#include "tests/program.h"
#include <QFile>
#include <QJsonArray>
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

struct Entry {
    QString name;
    QList<QStringList> commands, expected;
};

// "set left=40mm --say "12 | 12"": words, those in quotes whole.
QStringList wordsOf(const QString& line) { return QProcess::splitCommand(line); }

bool expects(const QString& word) {
    return QStringList{"works", "stop", "care", "says", "never", "thick", "besides"}.contains(word);
}

QList<Entry> corpus() {
    QFile file(HL_SOURCE_DIR "/corpus/told.txt");
    if (!file.open(QIODevice::ReadOnly))
        qFatal("corpus/told.txt is gone");
    QList<Entry> all;
    for (const QString& line : QString::fromUtf8(file.readAll()).split('\n')) {
        if (line.startsWith('#') || line.trimmed().isEmpty())
            continue;
        if (line.startsWith('[')) {
            all.push_back({line.mid(1, line.size() - 2), {}, {}});
            continue;
        }
        const QStringList words = wordsOf(line);
        (expects(words.front()) ? all.back().expected : all.back().commands) << words;
    }
    return all;
}

struct Heard {
    QString severity, rule, message;
    QStringList parts;
    double amount = 0;
};

} // namespace

class ToldCorpus : public QObject {
    Q_OBJECT
  private slots:
    void isLargeAndHalfOfItSound() {
        int sound = 0;
        const auto all = corpus();
        for (const Entry& t : all)
            sound += t.expected.front() == QStringList{"works"};
        QVERIFY2(all.size() >= 60 && sound * 2 >= all.size() - 1,
                 qPrintable(QString("%1 of %2 are sound").arg(sound).arg(all.size())));
    }

    void isJudgedAsItIs_data() {
        QTest::addColumn<int>("index");
        const auto all = corpus();
        for (int i = 0; i < all.size(); ++i)
            QTest::newRow(qPrintable(all[i].name)) << i;
    }
    void isJudgedAsItIs() {
        QFETCH(int, index);
        const Entry told = corpus()[index];
        CommandLine line;
        for (QStringList words : told.commands) {
            const bool refused = words.front() == "not";
            if (refused)
                words.removeFirst();
            QVERIFY2(line.cli(words.front(), words.mid(1)) == (refused ? 2 : 0),
                     qPrintable(words.join(' ') + "\n" + line.out_ + line.err_));
        }
        const int status = line.cli("check", {"--json"});
        QVERIFY2((status == 0 || status == 1) && line.json().contains("verdict"),
                 qPrintable(line.err_));
        QList<Heard> heard;
        QString all;
        for (const auto& value : line.json()["findings"].toArray()) {
            const QJsonObject f = value.toObject();
            QStringList parts;
            for (const char* named : {"parts", "panels"})
                for (const auto& part : f[named].toArray())
                    parts << part.toString();
            all += f["severity"].toString() + " " + f["rule"].toString() + ": " +
                   f["message"].toString() + "\n";
            if (f["severity"] != "note")
                heard.push_back({f["severity"].toString(), f["rule"].toString(),
                                 f["message"].toString(), parts, f["amount"].toDouble()});
        }
        double thick = -1;
        for (const auto& value : line.json()["facts"].toArray())
            if (value.toObject()["id"] == "thickness")
                thick = value.toObject()["amount"].toDouble();
        line.cli("check", {});
        const QString printed = line.out_;
        for (const QStringList& e : told.expected) {
            const QString rest = e.mid(1).join(' ');
            if (e[0] == "says") {
                QVERIFY2(printed.contains(rest), qPrintable(rest + " is not in\n" + printed));
            } else if (e[0] == "never") {
                QVERIFY2(!printed.contains(rest), qPrintable(rest + " is in\n" + printed));
            } else if (e[0] == "thick") {
                QVERIFY2(std::fabs(thick - rest.toDouble()) < 0.06,
                         qPrintable(QString("it is %1 mm thick").arg(thick)));
            } else if (e[0] == "stop" || e[0] == "care") {
                auto found = std::find_if(heard.begin(), heard.end(), [&](const Heard& h) {
                    return h.severity == (e[0] == "stop" ? "stop" : "caution") && h.rule == e[1] &&
                           std::any_of(h.parts.begin(), h.parts.end(),
                                       [&](const QString& part) {
                                           return part == e[2] || part.startsWith(e[2] + ".");
                                       }) &&
                           (e.size() < 4 || std::fabs(h.amount - e[3].toDouble()) <=
                                                std::max(0.1, 0.02 * e[3].toDouble()));
                });
                QVERIFY2(found != heard.end(), qPrintable(e.join(' ') + " is not among\n" + all));
                heard.erase(found);
            }
        }
        QString alarms;
        for (const Heard& h : heard)
            alarms += h.severity + " " + h.rule + ": " + h.message + "\n";
        QVERIFY2(heard.isEmpty() || told.expected.contains(QStringList{"besides"}),
                 qPrintable("a false alarm:\n" + alarms));
    }
};

HL_TEST(ToldCorpus)
#include "told.moc"
