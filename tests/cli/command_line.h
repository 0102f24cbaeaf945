// The command line as a test drives it: one design in a folder of its own, what was said, and what
// came of it.
#pragma once
#include "core/files/hlantern.h"
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QTemporaryDir>

namespace hl::test {

struct CommandLine {
    QTemporaryDir dir_;
    QString out_, err_;

    QString file() const { return dir_.filePath("card.hlantern"); }
    // Runs the program with these words and returns its exit code.
    int run(const QStringList& args) {
        QProcess p;
        p.start(HL_BIN_DIR "/hinge-lantern-cli", args);
        p.waitForFinished(-1); // under the sanitizers some take minutes; the test has a limit
        out_ = QString::fromUtf8(p.readAllStandardOutput());
        err_ = QString::fromUtf8(p.readAllStandardError());
        return p.exitStatus() == QProcess::NormalExit ? p.exitCode() : -1;
    }
    // A command on the design.
    int cli(const QString& command, const QStringList& args) {
        return run(QStringList{command, file()} + args);
    }
    Design design() { return *loadDesign(file().toStdString()); }
    QJsonObject json() { return QJsonDocument::fromJson(out_.toUtf8()).object(); }
};

} // namespace hl::test
