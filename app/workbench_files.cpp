// The workbench and files: open, save, export, leave, recover.
#include "app/flat/flat_view.h"
#include "app/session/recovery.h"
#include "app/start/start_page.h"
#include "app/workbench.h"
#include "core/files/exports.h"
#include "core/files/hlantern.h"
#include "core/report/report.h"
#include <QCloseEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QMenu>
#include <QMessageBox>
#include <QPushButton>
#include <QStackedWidget>
#include <QVariantAnimation>

namespace hl {
namespace {

constexpr const char* extension = "hlantern";

QString fileDialog(QWidget* parent, const QString& title, QFileDialog::AcceptMode mode,
                   const QStringList& filters, const QString& suffix, const QString& start,
                   QString* filter = nullptr) {
    QFileDialog dialog(parent, title);
    dialog.setObjectName("file-dialog");
    dialog.setOption(QFileDialog::DontUseNativeDialog);
    dialog.setAcceptMode(mode);
    dialog.setFileMode(mode == QFileDialog::AcceptOpen ? QFileDialog::ExistingFile
                                                       : QFileDialog::AnyFile);
    dialog.setNameFilters(filters);
    dialog.setDefaultSuffix(suffix);
    if (!start.isEmpty())
        dialog.selectFile(start);
    QObject::connect(&dialog, &QFileDialog::filterSelected, &dialog, [&](const QString& f) {
        dialog.setDefaultSuffix(f.section("*.", 1).section(')', 0, 0));
    });
    if (dialog.exec() != QDialog::Accepted || dialog.selectedFiles().isEmpty())
        return {};
    if (filter)
        *filter = dialog.selectedNameFilter();
    return dialog.selectedFiles().front();
}

} // namespace

bool Workbench::open(const QString& path, bool asDemo) {
    if (asDemo) {
        auto design = loadDesign(path.toStdString());
        if (!design) {
            tell(QString::fromStdString(design.problem().text()));
            return false;
        }
        session_.open(*design, {});
    } else {
        if (!session_.load(path))
            return false;
        rememberRecent(session_.path());
    }
    showDesign();
    return true;
}

void Workbench::browse() {
    const QString path = fileDialog(this, tr("Open a design"), QFileDialog::AcceptOpen,
                                    {tr("Designs (*.%1)").arg(extension)}, extension, {});
    if (!path.isEmpty() && mayLeave())
        open(path);
}

bool Workbench::save() {
    if (session_.path().isEmpty())
        return saveAs();
    return session_.save(session_.path());
}

bool Workbench::saveAs() {
    QString name = session_.path();
    if (name.isEmpty())
        name = QString::fromStdString(session_.design().title)
                   .simplified()
                   .toLower()
                   .replace(' ', '-')
                   .remove('/') +
               "." + extension;
    const QString path = fileDialog(this, tr("Save the design"), QFileDialog::AcceptSave,
                                    {tr("Designs (*.%1)").arg(extension)}, extension, name);
    if (path.isEmpty() || !session_.save(path))
        return false;
    rememberRecent(session_.path());
    return true;
}

void Workbench::exportSheets() {
    QStringList filters;
    for (auto& e : exporters())
        filters << QString("%1 (*.%2)").arg(tr(e.name), e.id);
    QString name = QFileInfo(session_.path()).completeBaseName();
    if (name.isEmpty())
        name = "parts";
    const QString path = fileDialog(
        this, tr("Export sheets on %1").arg(QString::fromStdString(flat_->format().name)),
        QFileDialog::AcceptSave, filters, exporters().front().id, name);
    if (path.isEmpty())
        return;
    const Exporter* e = exporter(QFileInfo(path).suffix().toLower().toStdString());
    if (!e) {
        tell(tr("%1: this ending is no export format; end the name with .svg or .pdf.").arg(path));
        return;
    }
    auto remarks = exportDesign(session_.design(), *e, flat_->format(), path.toStdString());
    if (!remarks) {
        tell(QString::fromStdString(remarks.problem().text()));
        return;
    }
    QString said = tr("Written to %1.").arg(path);
    for (auto& r : *remarks)
        said += " " + QString::fromStdString(r);
    tell(said, true);
}

void Workbench::writeProof() {
    const SnapshotPtr s = session_.snapshot();
    if (!s || !s->evidence || !session_.current())
        return tell(tr("The proof is not ready; try again in a moment."));
    const QString start = session_.path().isEmpty()
                              ? QString::fromStdString(session_.design().title)
                              : QFileInfo(session_.path()).path() + "/" +
                                    QFileInfo(session_.path()).completeBaseName();
    QString path = QFileDialog::getSaveFileName(this, tr("Report of the proof"), start + ".html",
                                                tr("HTML page (*.html);;PDF for printing (*.pdf)"));
    if (path.isEmpty())
        return;
    if (!path.endsWith(".html") && !path.endsWith(".pdf"))
        path += ".html";
    if (Trouble t = writeReport(*s->evidence, s->findings, path.toStdString()))
        return tell(QString::fromStdString(t->text()));
    tell(tr("The report is in %1.").arg(path), true);
}

bool Workbench::mayLeave() {
    if (!session_.modified() || pages_->currentIndex() != 0)
        return true;
    QMessageBox box(this);
    box.setObjectName("leave");
    box.setWindowTitle("Hinge Lantern");
    box.setText(tr("“%1” has changes that are not saved.")
                    .arg(QString::fromStdString(session_.design().title)));
    auto* keep = box.addButton(tr("Save them"), QMessageBox::AcceptRole);
    auto* drop = box.addButton(tr("Leave without saving"), QMessageBox::DestructiveRole);
    box.addButton(tr("Stay here"), QMessageBox::RejectRole);
    box.setDefaultButton(keep);
    box.exec();
    if (box.clickedButton() == keep)
        return save();
    return box.clickedButton() == drop;
}

void Workbench::offerRecovery() {
    auto found = recovery::find();
    if (!found)
        return;
    QMessageBox box(this);
    box.setObjectName("recovery");
    box.setWindowTitle("Hinge Lantern");
    box.setText(tr("The last session ended without saving “%1”. Open what was kept?")
                    .arg(QString::fromStdString(found->design.title)));
    auto* take = box.addButton(tr("Open it"), QMessageBox::AcceptRole);
    box.addButton(tr("Let it go"), QMessageBox::RejectRole);
    box.exec();
    recovery::forget(*found);
    if (box.clickedButton() != take)
        return;
    session_.open(found->design, found->path, true);
    showDesign();
}

void Workbench::fillRecent() {
    recentMenu_->clear();
    for (const QString& path : recentFiles())
        connect(recentMenu_->addAction(QFileInfo(path).fileName()), &QAction::triggered, this,
                [this, path] {
                    if (mayLeave())
                        open(path);
                });
    if (recentMenu_->isEmpty())
        recentMenu_->addAction(tr("Nothing yet"))->setEnabled(false);
}

void Workbench::closeEvent(QCloseEvent* e) {
    if (!mayLeave()) {
        e->ignore();
        return;
    }
    motion_->stop();
    recovery::drop();
    e->accept();
}

} // namespace hl
