#include "app/session/recovery.h"
#include "app/session/paths.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QStandardPaths>
#include <QStringList>
#include <QUuid>
#include <fcntl.h>
#include <sys/file.h>
#include <unistd.h>

namespace hl::app::recovery {
namespace {

QDir folder() {
    QDir dir(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + "/recovery");
    dir.mkpath(".");
    return dir;
}

QString noteFor(const QString& copy) { return copy + ".path"; }
QString lockFor(const QString& copy) { return copy + ".lock"; }

// The lock beside a copy; null while another program holds it.
std::shared_ptr<void> lock(const QString& copy) {
    const int fd = ::open(lockFor(copy).toUtf8().constData(), O_RDWR | O_CREAT | O_CLOEXEC, 0600);
    if (fd < 0)
        return {};
    if (::flock(fd, LOCK_EX | LOCK_NB) != 0) {
        ::close(fd);
        return {};
    }
    return {reinterpret_cast<void*>(static_cast<std::intptr_t>(fd) + 1), [](void* held) {
                ::close(static_cast<int>(reinterpret_cast<std::intptr_t>(held) - 1));
            }};
}

// This program's own, named by chance: numbers of processes come again.
struct Own {
    QString copy;
    std::shared_ptr<void> held;
};
Own& own() {
    static Own mine;
    const QString folderNow = folder().path();
    if (mine.copy.isEmpty() || !mine.copy.startsWith(folderNow + '/')) {
        mine.copy = folder().filePath(QUuid::createUuid().toString(QUuid::Id128) + ".hlantern");
        mine.held = lock(mine.copy);
    }
    return mine;
}

} // namespace

Trouble keep(const Design& design, const QString& path, const QByteArray& base) {
    if (!own().held)
        own().held = lock(own().copy);
    // The note first: a copy without one would forget where it belongs.
    QFile note(noteFor(own().copy));
    if (note.open(QIODevice::WriteOnly))
        note.write(QByteArray::fromStdString(bytesOf(path)) + '\0' + base.toHex());
    return keepDesign(design, own().copy.toStdString());
}

void drop() {
    QFile::remove(own().copy);
    QFile::remove(noteFor(own().copy));
}

std::optional<Found> find(const QStringList& passed, const QString& path) {
    std::optional<Found> found;
    const QDir dir = folder();
    for (const QString& name : dir.entryList({"*.hlantern"}, QDir::Files, QDir::Time)) {
        const QString copy = dir.filePath(name);
        if (copy == own().copy || passed.contains(copy))
            continue;
        auto held = lock(copy);
        if (!held)
            continue; // its program runs
        // One that cannot be made is the maker's work as well.
        const auto text = readFile(copy.toStdString());
        const auto design = text ? designAsWritten(*text) : Result<Design>(text.problem());
        if (!design)
            continue;
        QFile note(noteFor(copy));
        QByteArrayList told;
        if (note.open(QIODevice::ReadOnly))
            told = note.readAll().split('\0');
        const QString from = pathOf(told.value(0).toStdString());
        if (!found || (!path.isEmpty() && from == path && found->path != path))
            found = Found{
                *design, from, QByteArray::fromHex(told.value(1)), QFileInfo(copy).lastModified(),
                copy,    held};
    }
    return found;
}

void forget(const Found& found) {
    QFile::remove(found.copy);
    QFile::remove(noteFor(found.copy));
    QFile::remove(lockFor(found.copy));
}

} // namespace hl::app::recovery
