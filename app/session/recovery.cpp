#include "app/session/recovery.h"
#include "core/files/hlantern.h"
#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QStandardPaths>
#include <cerrno>
#include <csignal>

namespace hl::recovery {
namespace {

QDir folder() {
    QDir dir(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + "/recovery");
    dir.mkpath(".");
    return dir;
}

QString own() {
    return folder().filePath(QString::number(QCoreApplication::applicationPid()) + ".hlantern");
}

QString noteFor(const QString& copy) { return copy + ".path"; }

bool runs(const QString& copy) {
    const qint64 pid = QFileInfo(copy).baseName().toLongLong();
    return pid > 0 && (::kill(static_cast<pid_t>(pid), 0) == 0 || errno == EPERM);
}

} // namespace

void keep(const Design& design, const QString& path) {
    if (saveDesign(design, own().toStdString()))
        return; // no room for a copy: the design itself is still open
    QFile note(noteFor(own()));
    if (note.open(QIODevice::WriteOnly))
        note.write(path.toUtf8());
}

void drop() {
    QFile::remove(own());
    QFile::remove(noteFor(own()));
}

std::optional<Found> find() {
    const QDir dir = folder();
    for (const QString& name : dir.entryList({"*.hlantern"}, QDir::Files, QDir::Time)) {
        const QString copy = dir.filePath(name);
        if (runs(copy))
            continue;
        auto design = loadDesign(copy.toStdString());
        if (!design)
            continue;
        QFile note(noteFor(copy));
        QString path;
        if (note.open(QIODevice::ReadOnly))
            path = QString::fromUtf8(note.readAll());
        return Found{*design, path, copy};
    }
    return {};
}

void forget(const Found& found) {
    QFile::remove(found.copy);
    QFile::remove(noteFor(found.copy));
}

} // namespace hl::recovery
