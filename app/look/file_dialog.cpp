#include "app/look/file_dialog.h"
#include <QDir>
#include <QFileInfo>
#include <QSettings>

namespace hl {

QString fileDialog(QWidget* parent, const QString& title, QFileDialog::AcceptMode mode,
                   const QStringList& filters, const QString& suffix, const QString& start,
                   QString* filter) {
    QFileDialog dialog(parent, title);
    dialog.setObjectName("file-dialog");
    dialog.setOption(QFileDialog::DontUseNativeDialog);
    dialog.setOption(QFileDialog::DontConfirmOverwrite); // who writes asks, about all its files
    dialog.setAcceptMode(mode);
    dialog.setFileMode(mode == QFileDialog::AcceptOpen ? QFileDialog::ExistingFile
                                                       : QFileDialog::AnyFile);
    dialog.setNameFilters(filters);
    dialog.setDefaultSuffix(suffix);
    dialog.setDirectory(QSettings().value("folder", QDir::homePath()).toString());
    if (!start.isEmpty())
        dialog.selectFile(start);
    QObject::connect(&dialog, &QFileDialog::filterSelected, &dialog, [&](const QString& f) {
        dialog.setDefaultSuffix(f.section("*.", 1).section(')', 0, 0));
    });
    if (dialog.exec() != QDialog::Accepted || dialog.selectedFiles().isEmpty())
        return {};
    if (filter)
        *filter = dialog.selectedNameFilter();
    const QString path = dialog.selectedFiles().front();
    QSettings().setValue("folder", QFileInfo(path).absolutePath());
    return path;
}

} // namespace hl
