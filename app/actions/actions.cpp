// The table of actions. What one does is a line here; more than a line is a function of the
// workbench.
#include "app/actions/room.h"
#include "app/dress/dress_tray.h"
#include "app/flat/flat_view.h"
#include "app/frame/side_column.h"
#include "app/inspect/inspectors.h"
#include "app/session/aside.h"
#include "app/standing/standing_view.h"
#include "app/workbench.h"
#include "core/edit/copies.h"
#include "core/exports/exports.h"
#include "core/structures/family.h"
#include <QClipboard>
#include <QFile>
#include <QGuiApplication>
#include <QLineEdit>
#include <map>

namespace hl::app {

Actions Workbench::tableOfActions() {
    const QString card = tr("&Card"), edit = tr("&Edit"), structure = tr("&Structure"),
                  proof = tr("&Proof"), view = tr("&View");
    auto chosen = [this] { return session_.selection().structure().toStdString(); };
    Actions table{
        {"start",
         card,
         tr("&Start page"),
         "Ctrl+N",
         [this] {
             if (mayLeave())
                 showStart();
         },
         When::Always,
         {}},
        {"open", card, tr("&Open…"), "Ctrl+O", [this] { browse(); }, When::Always, "open"},
        {"save",
         card,
         tr("&Save"),
         "Ctrl+S",
         [this] { save(); },
         When::Design,
         "save",
         {},
         {},
         true},
        {"save-as", card, tr("Save &as…"), "Ctrl+Shift+S", [this] { saveAs(); }, When::Design, {}},
        {"export", card, tr("&Export sheets…"), "Ctrl+E", [this] { exportAs(Exports::Sheets); },
         When::Design, "export"},
        {"print",
         card,
         tr("P&rint sheets…"),
         "Ctrl+Alt+R",
         [this] { printSheets(); },
         When::Design,
         {}},
        {"build-sheet",
         card,
         tr("&Build sheet…"),
         "Ctrl+Alt+K",
         [this] { exportAs(Exports::BuildSheet); },
         When::Design,
         {},
         tr("A booklet for the bench: papers, cuts, scores, glue, dressing, with drawings"),
         tr("Build sheet…")},
        {"export-machine",
         card,
         tr("For a cutting &machine…"),
         {},
         [this] { exportAs(Exports::Machine); },
         When::Design,
         {},
         tr("Inner cuts, scores, outlines and labels as layers, a file for each mat")},
        {"export-lists",
         card,
         tr("&Tables of parts, cuts and scores…"),
         {},
         [this] { exportAs(Exports::Lists); },
         When::Design,
         {}},
        {"export-model",
         card,
         tr("Mo&del that opens…"),
         {},
         [this] { exportAs(Exports::Model); },
         When::Design,
         {}},
        {"picture",
         card,
         tr("Save a &picture…"),
         "Ctrl+Alt+P",
         [this] { exportPicture(); },
         When::Design,
         {},
         tr("The standing card as it is opened now, or its opening as a moving "
            "picture")},
        {"quit", card, tr("&Quit"), "Ctrl+Q", [this] { close(); }, When::Always, {}, {}, {}, true},

        {"undo", edit, tr("Undo"), "Ctrl+Z", [this] { session_.history()->undo(); }, When::Undo,
         "undo"},
        {"redo", edit, tr("Redo"), "Ctrl+Shift+Z Ctrl+Y", [this] { session_.history()->redo(); },
         When::Redo, "redo"},
        {"copy",
         edit,
         tr("&Copy the structure"),
         "Ctrl+C",
         [this, chosen] {
             QGuiApplication::clipboard()->setText(QString::fromStdString(
                 aside([&] { return copyStructure(session_.design(), chosen()); })));
         },
         When::Structure,
         {},
         {},
         {},
         true},
        {"paste",
         edit,
         tr("&Paste a structure"),
         "Ctrl+V",
         [this] {
             const std::string text = QGuiApplication::clipboard()->text().toStdString();
             const QString on = session_.selection().chosen();
             change(aside([&] {
                        return pasteStructure(session_.design(), text,
                                              on.contains('.') ? on.toStdString() : "");
                    }),
                    tr("Paste"));
         },
         When::Design,
         {}},
        {"duplicate",
         edit,
         tr("D&uplicate"),
         "Ctrl+D",
         [this, chosen] {
             change(aside([&] { return duplicateStructure(session_.design(), chosen()); }),
                    tr("Duplicate %1").arg(called(session_, chosen())));
         },
         When::Structure,
         {}},
        {"mirror",
         edit,
         tr("&Mirror left and right"),
         "Ctrl+Shift+M",
         [this, chosen] {
             change(aside([&] { return mirrorStructure(session_.design(), chosen()); }),
                    tr("Mirror %1").arg(called(session_, chosen())));
         },
         When::Structure,
         {}},
        {"array",
         edit,
         tr("&Array along the fold…"),
         "Ctrl+Shift+D",
         [this] { arrange(); },
         When::Structure,
         {}},
        {"hold", edit, tr("&Hold as one"), "Ctrl+G", [this] { holdChosen(); }, When::Several,
         "group", tr("What is selected in the list is moved, turned and sized together")},
        {"let-go",
         edit,
         tr("&Let each go"),
         "Ctrl+Shift+G",
         [this] { letChosenGo(); },
         When::Group,
         {},
         tr("Each figure of the group by itself again, where it lies")},
        {"rename",
         edit,
         tr("Re&name"),
         "F2",
         [this] {
             goTo("build");
             if (auto* name = findChild<QLineEdit*>("structure-name")) {
                 name->setFocus();
                 name->selectAll();
             }
         },
         When::Structure,
         {}},
        {"resize",
         edit,
         tr("Resi&ze the whole design…"),
         "Ctrl+Shift+R",
         [this] { resizeAll(); },
         When::Design,
         {}},
        {"remove",
         edit,
         tr("&Remove what is selected"),
         "Ctrl+Backspace Del",
         [this] { removeSelected(); },
         When::Selection,
         "remove",
         {},
         {},
         true},

        {"gallery", structure, tr("&Choose a structure…"), "Ctrl+K", [this] { choose(); },
         When::Design, "lantern",
         tr("Choose from the gallery, then point at the fold or panel it goes on"), tr("Gallery…")},
        {"dress-all",
         structure,
         tr("&Dress all that shows"),
         "Ctrl+Alt+C",
         [this] {
             goTo("dress");
             column_->tray().dressAll();
         },
         When::Design,
         {},
         tr("Mats for all that shows in the displayed card, in a scheme")},
        {"undress",
         structure,
         tr("Take all &mats off"),
         "Ctrl+Alt+Shift+C",
         [this] { column_->tray().undressAll(); },
         When::Design,
         {}},
        {"dress-keep",
         structure,
         tr("&Keep this dressing in mind"),
         "Ctrl+Alt+E",
         [this] {
             goTo("dress");
             column_->tray().remember();
         },
         When::Design,
         {},
         tr("How the selected panel is covered, for others that are to be alike")},
        {"dress-alike",
         structure,
         tr("Dress a&like"),
         "Ctrl+Alt+Shift+E",
         [this] { column_->tray().alike(); },
         When::Design,
         {},
         tr("Covers what is selected as the panel that was kept in mind is")},
        {"ways",
         structure,
         tr("&Ways to fold…"),
         "Ctrl+Alt+W",
         [this] { showWays(); },
         When::Design,
         {},
         tr("Where folds may go either way: every way in which the card closes")},
    };
    for (const Family& f : families()) {
        const QString kind = QString::fromStdString(f.id), one = QString::fromStdString(oneOf(f));
        table.push_back(
            {"add-" + kind, structure + "/" + QString::fromStdString(f.shelf),
             (f.ground == Ground::Form ? tr("Make the card %1") : tr("Add %1")).arg(one),
             f.handy ? QString("Ctrl+Alt+%1").arg(f.handy) : QString(), [this, kind] { add(kind); },
             When::Design, QFile::exists(":/icons/" + kind + ".svg") ? kind : "lantern",
             tr("Add %1 on the selected fold, or on the spine.\n%2")
                 .arg(one, QString::fromStdString(f.purpose)),
             "+ " + QString::fromStdString(f.name)});
    }
    table.push_back({"import-net",
                     structure,
                     tr("Net from a drawing…"),
                     {},
                     [this] { importNet(); },
                     When::Design,
                     {},
                     tr("A DXF drawing of a whole net becomes a blank with its folds")});
    table.push_back({"add-blank", structure, tr("Add a blank"), "Ctrl+Alt+B",
                     [this] { addBlankPart(); }, When::Design, "blank",
                     tr("Add a blank to draw creases, slits and tabs on"), tr("+ blank"), true});
    using Tool = Placing::Tool;
    const struct {
        Tool tool;
        const char *icon, *keys;
        QString text, tip;
    } tools[] = {{Tool::Valley, "valley", "Ctrl+Alt+V", tr("Draw valley creases"),
                  tr("Drag on a blank or on the card to crease it as a valley")},
                 {Tool::Mountain, "mountain", "Ctrl+Alt+M", tr("Draw mountain creases"),
                  tr("Drag on a blank or on the card to crease it as a mountain")},
                 {Tool::Slit, "slit", "Ctrl+Alt+S", tr("Draw slits"),
                  tr("Drag on a blank or on the card to slit it")},
                 {Tool::Tab, "tab", "Ctrl+Alt+A", tr("Put tabs on edges"),
                  tr("Press on an edge of a blank to give it a tab")},
                 {Tool::Glue, "glue", "Ctrl+Alt+G", tr("Glue a tab"),
                  tr("Point at a tab, then at the panel it is glued to, in either view")}};
    for (const auto& t : tools)
        table.push_back({QString("draw-") + t.icon,
                         structure,
                         t.text,
                         t.keys,
                         [this, tool = t.tool] { pickUp(tool); },
                         When::Design,
                         t.icon,
                         t.tip,
                         {},
                         false,
                         [this, tool = t.tool] { return session_.placing().tool() == tool; }});

    table.insert(table.end(), {{"ask",
                                proof,
                                tr("&Ask backwards…"),
                                "Ctrl+B",
                                [this] { askBackwards(); },
                                When::Design,
                                {}},
                               {"report",
                                proof,
                                tr("&Report of the proof…"),
                                "Ctrl+R",
                                [this] { writeProof(); },
                                When::Design,
                                {}},
                               {"workshop",
                                proof,
                                tr("&Workshop…"),
                                "Ctrl+Shift+W",
                                [this] { openWorkshop(); },
                                When::Always,
                                {}}});
    addViewActions(table);
    const QString help = tr("&Help");
    table.insert(table.end(),
                 {{"palette",
                   help,
                   tr("&Find an action…"),
                   "Ctrl+J",
                   [this] { findAction(); },
                   When::Always,
                   {}},
                  {"keys", help, tr("&Keys…"), "F1", [this] { showKeys(); }, When::Always, {}}});
    return table;
}

} // namespace hl::app
