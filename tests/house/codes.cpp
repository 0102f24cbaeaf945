// What rules find has codes, all of which the docs list.
#include "tests/program.h"
#include <QDirIterator>
#include <QRegularExpression>
#include <set>

class Codes : public QObject {
    Q_OBJECT

  private slots:
    void theDocsListThem() {
        const auto codesIn = [](const QString& path, const char* pattern) {
            QFile f(path);
            std::set<QString> out;
            if (!f.open(QIODevice::ReadOnly))
                return out;
            const QRegularExpression code(pattern);
            for (auto it = code.globalMatch(QString::fromUtf8(f.readAll())); it.hasNext();)
                out.insert(it.next().captured(1));
            return out;
        };
        std::set<QString> said;
        QDirIterator rules(HL_SOURCE_DIR "/core/prove/rules", {"*.cpp"});
        while (rules.hasNext())
            said.merge(codesIn(rules.next(), "\"((?!card)[a-z]+\\.[a-z-]+)\""));
        QVERIFY2(said.size() > 60, "the rules are not where this looks for them");
        const auto listed = codesIn(HL_SOURCE_DIR "/docs/findings.md", "`([a-z]+\\.[a-z-]+)`[,| ]");
        for (const QString& code : said)
            QVERIFY2(listed.count(code), qPrintable(code + " is not in docs/findings.md"));
        for (const QString& code : listed)
            QVERIFY2(said.count(code), qPrintable(code + " is listed and never said"));
    }
};

HL_TEST(Codes)
#include "codes.moc"
