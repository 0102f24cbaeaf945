#include "app/look/file_dialog.h"
#include <QDir>
#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>
#include <QSettings>

namespace hl::app {

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

bool mayReplace(QWidget* parent, const std::vector<std::string>& paths) {
    if (paths.empty())
        return true;
    constexpr size_t most = 8; // names that are told
    QStringList names;
    for (size_t i = 0; i < paths.size() && i < most; ++i)
        names << QString::fromStdString(paths[i]);
    QString all = names.join('\n');
    if (paths.size() > most)
        all += QObject::tr("\nand %n more", "", int(paths.size() - most));
    QMessageBox box(parent);
    box.setObjectName("replace");
    box.setWindowTitle("Hinge Lantern");
    const bool one = paths.size() == 1;
    box.setText(one ? QObject::tr("There is a file of that name already:\n%1").arg(all)
                    : QObject::tr("There are files of these names already:\n%1").arg(all));
    auto* replace = box.addButton(one ? QObject::tr("Replace it") : QObject::tr("Replace them"),
                                  QMessageBox::DestructiveRole);
    box.setDefaultButton(box.addButton(one ? QObject::tr("Leave it") : QObject::tr("Leave them"),
                                       QMessageBox::RejectRole));
    box.setEscapeButton(box.defaultButton());
    box.exec();
    return box.clickedButton() == replace;
}

} // namespace hl::app
