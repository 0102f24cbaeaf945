// The workbench and its file: open, save, leave, recover.
#include "app/look/file_dialog.h"
#include "app/session/aside.h"
#include "app/session/paths.h"
#include "app/session/recovery.h"
#include "app/start/start_page.h"
#include "app/workbench.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include <QCloseEvent>
#include <QFileInfo>
#include <QLocale>
#include <QMenu>
#include <QMessageBox>
#include <QPushButton>
#include <QStackedWidget>
#include <QVariantAnimation>

namespace hl::app {
namespace {

constexpr const char* extension = "hlantern";

} // namespace

bool Workbench::open(const QString& path, bool asDemo) {
    if (asDemo) {
        auto design = aside([&] { return loadDesign(bytesOf(path)); });
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
    offerRecovery(session_.path());
    return true;
}

void Workbench::openInstead(const QString& path) {
    if (mayLeave())
        open(path);
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
    if (!session_.clashes())
        return session_.save(session_.path());
    QMessageBox box(this);
    box.setObjectName("clash");
    box.setWindowTitle("Hinge Lantern");
    box.setText(tr("%1 was written by somebody else since you opened it. Which of the two shall "
                   "stay?")
                    .arg(shownPath(session_.path())));
    auto* both = box.addButton(tr("Keep both: save mine elsewhere"), QMessageBox::AcceptRole);
    auto* mine = box.addButton(tr("Replace it by mine"), QMessageBox::DestructiveRole);
    box.addButton(tr("Save nothing now"), QMessageBox::RejectRole);
    box.setDefaultButton(both);
    box.exec();
    if (box.clickedButton() == both)
        return saveAs();
    return box.clickedButton() == mine && session_.save(session_.path(), true);
}

// Somebody else wrote to the open file: with nothing changed here it is simply read again.
void Workbench::readAgain() {
    if (!session_.clashes()) // told a moment ago, and no longer so
        return;
    if (session_.modified())
        return tell(tr("%1 was written by another program. Yours is still here; saving will ask "
                       "which of the two shall stay.")
                        .arg(shownPath(session_.path())));
    QMessageBox box(this);
    box.setObjectName("read-again");
    box.setWindowTitle("Hinge Lantern");
    box.setText(
        tr("%1 was written by another program. Read it again?").arg(shownPath(session_.path())));
    auto* read = box.addButton(tr("Read it again"), QMessageBox::AcceptRole);
    box.addButton(tr("Keep what is shown"), QMessageBox::RejectRole);
    box.exec();
    if (box.clickedButton() == read)
        session_.load(session_.path());
}

bool Workbench::saveAs() {
    QString name = session_.path();
    if (session_.clashes()) // the other one stays
        name = QFileInfo(name).path() + "/" + QFileInfo(name).completeBaseName() + "-mine." +
               extension;
    if (name.isEmpty())
        name = QString::fromStdString(session_.design().title)
                   .simplified()
                   .toLower()
                   .replace(' ', '-')
                   .remove('/') +
               "." + extension;
    const QString path = fileDialog(this, tr("Save the design"), QFileDialog::AcceptSave,
                                    {tr("Designs (*.%1)").arg(extension)}, extension, name);
    if (path.isEmpty() || !mayReplace(this, thereAlready({bytesOf(path)})) || !session_.save(path))
        return false;
    rememberRecent(session_.path());
    return true;
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

// What an earlier run left, one of the open file first. It is deleted when the maker says so twice,
// or once it is open and kept anew; any other answer leaves it for the next time.
void Workbench::offerRecovery(const QString& path) {
    auto found = recovery::find(passedOver_, path);
    if (!found)
        return;
    // Which of the two is newer: the maker may have gone on with the file elsewhere.
    const QFileInfo file(found->path);
    QString which;
    if (!found->path.isEmpty() && file.exists()) {
        const QString format = "d MMM yyyy, HH:mm:ss";
        const auto at = [&](const QDateTime& t) { return QLocale::c().toString(t, format); };
        which = (file.lastModified() > found->kept
                     ? tr(" The file was written after that: it is the newer one (file %1, copy "
                          "%2). Saving will ask which of the two shall stay.")
                     : tr(" The copy is newer than the file (file %1, copy %2)."))
                    .arg(at(file.lastModified()), at(found->kept));
    }
    QMessageBox box(this);
    box.setObjectName("recovery");
    box.setWindowTitle("Hinge Lantern");
    box.setText(
        tr("The last session ended without saving “%1”%2.%3 Open what was kept?")
            .arg(QString::fromStdString(found->design.title),
                 found->path.isEmpty() ? QString() : tr(" (%1)").arg(shownPath(found->path)),
                 which));
    auto* take = box.addButton(tr("Open it"), QMessageBox::AcceptRole);
    auto* later = box.addButton(tr("Not now"), QMessageBox::RejectRole);
    auto* away = box.addButton(tr("Throw it away…"), QMessageBox::DestructiveRole);
    box.setDefaultButton(take);
    box.setEscapeButton(later);
    box.exec();
    passedOver_ << found->copy;
    if (box.clickedButton() == take && mayLeave()) {
        session_.openKept(found->design, found->path, found->base); // keeps a copy of its own
        recovery::forget(*found);
        showDesign();
    } else if (box.clickedButton() == away) {
        QMessageBox sure(this);
        sure.setObjectName("throw-away");
        sure.setWindowTitle("Hinge Lantern");
        sure.setText(
            tr("“%1” will be gone for good.").arg(QString::fromStdString(found->design.title)));
        auto* yes = sure.addButton(tr("Throw it away"), QMessageBox::DestructiveRole);
        sure.setDefaultButton(sure.addButton(tr("Keep it"), QMessageBox::RejectRole));
        sure.exec();
        if (sure.clickedButton() == yes)
            recovery::forget(*found);
    }
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
    keepLayout();
    recovery::drop();
    e->accept();
}

} // namespace hl::app
