#include "app/log/sample_year.h"
#include "app/session/paths.h"
#include "core/files/atomic_save.h"
#include "core/journal/journal.h"
#include "core/journal/sample.h"
#include <QDir>
#include <QFileInfo>

namespace hl::app {

Trouble showSampleYear(const QString& demo, const QString& path) {
    qputenv("HL_JOURNAL", QFile::encodeName(QFileInfo(path).absoluteFilePath()));
    if (QFileInfo::exists(path))
        return {};
    std::vector<std::string> designs;
    for (const QString& name : QDir(demo).entryList({"[0-9]*.hlantern"}))
        if (auto text = readFile(bytesOf(QDir(demo).filePath(name))))
            designs.push_back(*text);
    auto year = journal::sampleYear(designs, "2026-11-30");
    if (!year)
        return year.problem();
    auto kept = journal::Journal::open(bytesOf(path));
    if (!kept)
        return kept.problem();
    auto all = (*kept)->addAll(*year);
    return all ? Trouble{} : Trouble{all.problem()};
}

} // namespace hl::app
