// A family is asked for what it can do (core/structures/family.h), never for its name: whoever adds
// one writes its file and its line, and nobody else has to hear of it.
#include "core/structures/family.h"
#include "tests/program.h"
#include <QDirIterator>
#include <QFile>
#include <QRegularExpression>
#include <map>
#include <set>

class Kinds : public QObject {
    Q_OBJECT

  private slots:
    void namesStayInTheirRoom() {
        // Where such a word means something else: a measure, a key, a step, a command's own word.
        const std::map<QString, QStringList> meansElse{
            {"app/gallery/gallery.cpp", {"words"}},      // of a property
            {"app/inspect/structure.cpp", {"aperture"}}, // a measure of facets
            {"cli/commands/add.cpp", {"aperture"}},      // the same
            {"app/shots.cpp", {"platform"}},             // which one to draw
            {"cli/commands/check.cpp", {"words"}},       // a key
            {"cli/commands/dress.cpp", {"pages"}},       // a key
            {"cli/commands/draw.cpp", {"aperture"}},     // what is drawn
            {"core/design/design.h",
             {"single", "aperture"}},                  // of an empty file; an error of the hand
            {"core/design/free_part.h", {"aperture"}}, // an error of the hand
            {"core/design/say_line.cpp", {"pages"}},   // a word of a line
            {"core/dress/dress.cpp", {"mat"}},         // the place of an error
            {"core/journal/entry.cpp", {"words"}},     // a key
            {"core/journal/tables.cpp", {"words"}},    // a key
            {"core/edit/copies.cpp", {"pillars"}},     // a measure
            {"core/edit/papers.cpp", {"film"}},        // the id of a paper
            {"core/prove/question.cpp", {"topper"}},   // a question
            {"cli/commands/cuts.cpp", {"strip"}},      // a piece of a sheet
            {"core/journal/learn.cpp", {"mat"}},       // what is done
            {"core/steps/step.cpp", {"mat"}},          // a step
        };
        std::set<QString> names;
        for (const hl::Family& f : hl::families())
            names.insert(QString::fromStdString(f.id));
        static const QRegularExpression quoted("\"([a-z-]+)\""), comment("//[^\n]*");
        QStringList wrong;
        std::map<QString, std::set<QString>> seen;
        int files = 0;
        for (const char* folder : {"core", "app", "cli"}) {
            QDirIterator it(QString(HL_SOURCE_DIR "/") + folder, {"*.cpp", "*.h"}, QDir::Files,
                            QDirIterator::Subdirectories);
            while (it.hasNext()) {
                const QString path = it.next().mid(int(QString(HL_SOURCE_DIR "/").size()));
                if (path.startsWith("core/structures/"))
                    continue;
                ++files;
                QFile f(it.filePath());
                QVERIFY(f.open(QIODevice::ReadOnly));
                const QString text = QString::fromUtf8(f.readAll()).remove(comment);
                for (auto match = quoted.globalMatch(text); match.hasNext();) {
                    const QString word = match.next().captured(1);
                    if (!names.count(word))
                        continue;
                    const auto known = meansElse.find(path);
                    if (known != meansElse.end() && known->second.contains(word))
                        seen[path].insert(word);
                    else
                        wrong << path + " names “" + word + "”";
                }
            }
        }
        QVERIFY2(files > 300 && names.size() > 30, "the sources are not where this looks for them");
        for (const auto& [path, words] : meansElse)
            for (const QString& word : words)
                if (!seen[path].count(word))
                    wrong << path + " is let off for “" + word + "”, which it does not have";
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join("\n")));
    }
};

HL_TEST(Kinds)
#include "kinds.moc"
