// Asking for the name of a file: our own dialog, which is everywhere alike, in the folder that was
// used last.
#pragma once
#include <QFileDialog>
#include <QString>
#include <QStringList>

namespace hl {

// The path, empty where the maker leaves it. A name without an ending gets `suffix`, or that of the
// filter that is chosen, which is told in `filter`. Who writes asks about files that are there:
// this does not.
QString fileDialog(QWidget* parent, const QString& title, QFileDialog::AcceptMode mode,
                   const QStringList& filters, const QString& suffix, const QString& start,
                   QString* filter = nullptr);

} // namespace hl
