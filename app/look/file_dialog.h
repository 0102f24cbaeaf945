// Asking for the name of a file: our own dialog, which is everywhere alike, in the folder that was
// used last.
#pragma once
#include "core/measure/rooms.h"
#include <QFileDialog>
#include <QString>
#include <QStringList>
#include <string>
#include <vector>

namespace hl::app {

// The path, empty where the maker leaves it. A name without an ending gets `suffix`, or that of the
// filter that is chosen, which is told in `filter`. Who writes asks about files that are there:
// this does not.
QString fileDialog(QWidget* parent, const QString& title, QFileDialog::AcceptMode mode,
                   const QStringList& filters, const QString& suffix, const QString& start,
                   QString* filter = nullptr);

// Asks once about all files that would be written over; yes where there are none.
bool mayReplace(QWidget* parent, const std::vector<std::string>& paths);

} // namespace hl::app
