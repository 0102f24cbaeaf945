// The workbench and what leaves it: sheets, reports, pictures, files for machines; and nets that
// come in.
#include "app/flat/flat_view.h"
#include "app/flat/net_dialog.h"
#include "app/look/file_dialog.h"
#include "app/look/parts.h"
#include "app/make/make_pane.h"
#include "app/make/print_sheets.h"
#include "app/session/paths.h"
#include "app/session/waiting.h"
#include "app/standing/card_image.h"
#include "app/standing/prints.h"
#include "app/workbench.h"
#include "core/assemble/assemble.h"
#include "core/exports/exports.h"
#include "core/files/atomic_save.h"
#include <QApplication>
#include <QFileInfo>
#include <QPrintPreviewDialog>
#include <QPrinter>

namespace hl::app {
namespace {

QString shown(const std::string& path) { return QString::fromStdString(path); }

} // namespace

// A sheet from a drawing of its whole net.
void Workbench::importNet() {
    const QString path = QFileDialog::getOpenFileName(this, tr("Net from a drawing"), {},
                                                      tr("Drawings (*.dxf *.svg)"));
    if (path.isEmpty())
        return;
    const auto text = readFile(bytesOf(path));
    const auto drawing = text ? netFromDrawing(*text) : Result<files::Drawing>(text.problem());
    if (!drawing)
        return tell(QString::fromStdString(drawing.problem().in(bytesOf(path)).text()));
    NetDialog dialog(session_.design(), *drawing, this);
    if (dialog.exec() != QDialog::Accepted || !dialog.made())
        return;
    const std::string id = dialog.made()->id;
    session_.edit(dialog.made()->design, tr("Net from a drawing"));
    session_.selection().choose(QString::fromStdString(id));
}

// On paper at true size, one sheet to a page, seen before it is printed.
void Workbench::printSheets() {
    if (!session_.snapshot())
        return;
    QPrinter printer(QPrinter::HighResolution);
    printer.setDocName(QString::fromStdString(session_.design().title));
    const SheetFormat format = flat().format();
    printer.setFullPage(true);
    printer.setPageSize(QPageSize(QSizeF(format.width, format.height), QPageSize::Millimeter));
    QPrintPreviewDialog preview(&printer, this);
    preview.setObjectName("print-preview");
    preview.setWindowTitle(tr("Print sheets"));
    sizeByLetters(preview, {860, 640});
    const Case& c = *session_.snapshot()->folded;
    connect(&preview, &QPrintPreviewDialog::paintRequested, this, [&](QPrinter* on) {
        paintSheets(*on, layOut(c.design, c.assembly, format, flat().printed()), format.margin);
    });
    preview.exec();
}

void Workbench::writeProof() {
    const SnapshotPtr s = session_.snapshot();
    if (!s || !s->evidence || !session_.current())
        return tell(tr("The proof is not ready; try again in a moment."));
    exportAs(Exports::Report);
}

// Asks for a name and writes such a thing to it.
// The standing card as it is opened now, or its opening as a moving picture.
void Workbench::exportPicture() {
    constexpr int frames = 45;
    if (!session_.snapshot())
        return;
    QString name = QFileInfo(session_.path()).completeBaseName();
    if (name.isEmpty())
        name = "card";
    const QString path =
        fileDialog(this, tr("Save a picture of the card"), QFileDialog::AcceptSave,
                   {tr("Picture (*.png)"), tr("Moving picture of the opening (*.webp)"),
                    tr("Moving picture of the opening (*.gif)")},
                   "png", name);
    if (path.isEmpty())
        return;
    const QString ending = QFileInfo(path).suffix().toLower();
    if (ending != "png" && ending != "webp" && ending != "gif")
        return tell(tr("%1: this ending is no format for it; end the name with %2.")
                        .arg(path, tr(".png, .webp or .gif")));
    if (!mayReplace(this, thereAlready({bytesOf(path)})))
        return;
    QApplication::setOverrideCursor(Qt::WaitCursor);
    const Pictured card(session_.snapshot()->folded);
    const Trouble t = ending == "png"
                          ? savePicture(cardImage(card, session_.opening(), {1600, 1200}), path)
                          : saveFilm(cardFilm(card, frames, {640, 480}), frames / 15.0, path,
                                     ending == "gif" ? Moving::Gif : Moving::Webp);
    QApplication::restoreOverrideCursor();
    if (t)
        return tell(QString::fromStdString(t->text()));
    tell(tr("Written to %1.").arg(path), true);
}

void Workbench::exportAs(Exports what) {
    const Purpose& purpose = purposeOf(what);
    QStringList filters, endings;
    for (auto& e : exporters())
        if (e.what == what) {
            filters << QString("%1 (*.%2)").arg(tr(e.name), e.id);
            endings << QString(".") + e.id;
        }
    // For a machine that cannot press: the same once more.
    const qsizetype plain = filters.size();
    if (purpose.dashes)
        for (qsizetype i = 0; i < plain; ++i)
            filters << tr("Scores as dashes: %1").arg(filters[i]);
    QString name = QFileInfo(session_.path()).completeBaseName();
    if (name.isEmpty())
        name = tr(purpose.name);
    QString filter;
    const QString path = fileDialog(this, tr(purpose.title), QFileDialog::AcceptSave, filters,
                                    endings.front().mid(1), name, &filter);
    if (path.isEmpty())
        return;
    const Exporter* e = exporter(QFileInfo(path).suffix().toLower().toStdString(), what);
    if (!e)
        return tell(tr("%1: this ending is no format for it; end the name with %2.")
                        .arg(path, endings.join(tr(" or "))));
    const SnapshotPtr s = session_.snapshot();
    const bool proved = s && s->evidence && session_.current();
    std::shared_ptr<const Pixels> seen;
    if (purpose.pictured && s && s->folded) { // by OpenGL
        const Pictured card(s->folded);
        seen = pixelsOf(cardImage(card, s->folded->assembly.display.at, {1200, 800}));
    }
    // By the plan that the room Make shows.
    const auto* room = findChild<MakePane*>();
    const MakePane::Wished wished =
        room ? room->wished()
             : MakePane::Wished{1, !session_.workshop().drawer.papers.empty(),
                                MakePane::keptWishes(session_)};
    QString failed;
    const auto waited = waitedFor<Result<PreparedExport>>(
        this, tr("Working out what goes into %1 ...").arg(QFileInfo(path).fileName()),
        [s, e, proved, seen, wished, path = bytesOf(path), design = session_.design(),
         format = flat().format(), drawer = session_.workshop().drawer,
         dashed = filters.indexOf(filter) >= plain,
         printed = flat().printed()](const Worker::Cancelled&) -> Result<PreparedExport> {
            auto made = assemble(design);
            if (!made)
                return made.problem();
            return prepareExport(path, *e,
                                 {design, *made, format, proved ? s->evidence.get() : nullptr,
                                  proved ? &s->findings : nullptr,
                                  drawer.papers.empty() ? nullptr : &drawer,
                                  s && !s->upright.empty() ? &s->upright : nullptr, seen, dashed,
                                  printed, wished.copies, wished.cuts, wished.fromDrawer});
        },
        failed);
    if (!waited)
        return failed.isEmpty() ? void() : tell(failed);
    const Result<PreparedExport>& prepared = *waited;
    if (!prepared)
        return tell(QString::fromStdString(prepared.problem().text()));
    // The design itself is not for the asking.
    if (Trouble t = mayWrite(prepared->paths(), true, {bytesOf(session_.path())}))
        return tell(QString::fromStdString(t->text()));
    if (!mayReplace(this, thereAlready(prepared->paths())))
        return;
    if (Trouble t = prepared->write())
        return tell(QString::fromStdString(t->text()));
    QString said =
        prepared->files.size() == 1
            ? tr("Written to %1.").arg(shown(prepared->files.front().path))
            : tr("Written to %n files, the first of them %1.", "", int(prepared->files.size()))
                  .arg(shown(prepared->files.front().path));
    for (auto& r : prepared->remarks)
        said += " " + QString::fromStdString(r);
    tell(said, true);
}

} // namespace hl::app
