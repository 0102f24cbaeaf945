// Files that earlier programs wrote.
#include "core/files/hlantern.h"
#include "tests/program.h"
#include <QDir>
#include <QtTest>

using namespace hl;

namespace {

// A short file with one thing changed.
std::string saying(const std::string& from, const std::string& to) {
    std::string s =
        "{\"format\": \"hinge-lantern\", \"version\": 1, \"card\": {\"width\": \"5 in\", "
        "\"height\": \"7 in\"}, \"structures\": [{\"id\": \"box1\", \"kind\": \"box\", "
        "\"on\": \"card.spine\", \"set\": {\"left\": \"1 in\"}}]}";
    return s.replace(s.find(from), from.size(), to);
}

} // namespace

class Historical : public QObject {
    Q_OBJECT
  private slots:
    // One of every version that was ever written, and what became of measures that were dropped.
    void filesOfAllVersionsOpen() {
        const QDir dir(HL_SOURCE_DIR "/tests/files/historical");
        const QStringList all = dir.entryList({"*.hlantern"});
        for (int v = 1; v <= formatVersion; ++v)
            QVERIFY2(all.contains(QString("version-%1.hlantern").arg(v)),
                     "a file of each version is kept: add one of the newest");
        for (const QString& name : all) {
            const std::string path = dir.filePath(name).toStdString();
            const auto d = loadDesign(path);
            QVERIFY2(bool(d), d ? "" : d.problem().text().c_str());
            QVERIFY(!d->structures.empty() || !d->parts.empty());
            const auto again = designFromText(designToText(*d));
            QVERIFY(again && *again == *d);
        }
        const auto x = loadDesign(dir.filePath("x-fold-as-a-panel.hlantern").toStdString());
        QCOMPARE(x->structures[0].set.size(), size_t(2)); // alpha and arm; the others are gone
        // What no program ever knew is refused as before.
        QVERIFY(!designFromText(saying("\"left\"", "\"hold\"")));
        const auto newer = designFromText(saying("\"version\": 1", "\"version\": 99"));
        QVERIFY(!newer && newer.problem().text().find("newer program") != std::string::npos);
        QVERIFY(newer.problem().text().find("write \"version\"") == std::string::npos);
    }
};

HL_TEST(Historical)
#include "historical.moc"
