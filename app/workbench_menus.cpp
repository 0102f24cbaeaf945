// The workbench's menus: every action, by name and by key.
#include "app/flat/flat_view.h"
#include "app/look/theme.h"
#include "app/standing/standing_view.h"
#include "app/workbench.h"
#include "core/edit/copies.h"
#include "core/edit/draw.h"
#include "core/structures/family.h"
#include <QActionGroup>
#include <QClipboard>
#include <QGuiApplication>
#include <QLineEdit>
#include <QMenuBar>
#include <QPushButton>
#include <algorithm>
#include <map>

namespace hl {

void Workbench::buildMenus() {
    auto action = [this](QMenu* menu, const QString& text, const QKeySequence& key, auto slot,
                         const QString& iconName = {}, bool design = true) {
        QAction* a = menu->addAction(text);
        a->setShortcut(key);
        if (!iconName.isEmpty()) {
            a->setIcon(icon(iconName));
            a->setData(iconName);
        }
        a->setIconVisibleInMenu(false);
        connect(a, &QAction::triggered, this, slot);
        addAction(a);
        if (design)
            needDesign_ << a;
        return a;
    };
    QMenu* card = menuBar()->addMenu(tr("&Card"));
    action(
        card, tr("&Start page"), QKeySequence::New,
        [this] {
            if (mayLeave())
                showStart();
        },
        {}, false);
    action(
        card, tr("&Open…"), QKeySequence::Open, [this] { browse(); }, "open", false);
    recentMenu_ = card->addMenu(tr("&Lately open"));
    connect(recentMenu_, &QMenu::aboutToShow, this, &Workbench::fillRecent);
    card->addSeparator();
    action(
        card, tr("&Save"), QKeySequence::Save, [this] { save(); }, "save")
        ->setObjectName("save");
    action(card, tr("Save &as…"), QKeySequence("Ctrl+Shift+S"), [this] {
        saveAs();
    })->setObjectName("save-as");
    action(
        card, tr("&Export sheets…"), QKeySequence("Ctrl+E"), [this] { exportSheets(); }, "export")
        ->setObjectName("export");
    card->addSeparator();
    action(
        card, tr("&Quit"), QKeySequence::Quit, [this] { close(); }, {}, false);

    QMenu* edit = menuBar()->addMenu(tr("&Edit"));
    for (bool undo : {true, false}) {
        QAction* a = undo ? session_.history()->createUndoAction(this, tr("Undo:"))
                          : session_.history()->createRedoAction(this, tr("Redo:"));
        a->setShortcut(undo ? QKeySequence::Undo : QKeySequence("Ctrl+Shift+Z"));
        a->setObjectName(undo ? "undo" : "redo");
        a->setIcon(icon(undo ? "undo" : "redo"));
        a->setData(undo ? "undo" : "redo");
        a->setIconVisibleInMenu(false);
        edit->addAction(a);
        addAction(a);
    }
    edit->addSeparator();
    auto copies = [this, edit, action](const char* id, const QString& text, const QString& key,
                                       auto run) {
        QAction* a = action(edit, text, QKeySequence(key), run, "fit");
        a->setIconVisibleInMenu(false);
        a->setObjectName(id);
        if (QString(id) == "paste" || QString(id) == "resize")
            return;
        a->setEnabled(false);
        connect(&session_, &Session::selectionChanged, this, [this, a] {
            const QString s = session_.selectedStructure();
            a->setEnabled(!s.isEmpty() && session_.design().structure(s.toStdString()));
        });
    };
    auto chosen = [this] { return session_.selectedStructure().toStdString(); };
    copies("copy", tr("&Copy the structure"), "Ctrl+C", [this, chosen] {
        QGuiApplication::clipboard()->setText(
            QString::fromStdString(copyStructure(session_.design(), chosen())));
    });
    copies("paste", tr("&Paste a structure"), "Ctrl+V", [this] {
        change(pasteStructure(session_.design(), QGuiApplication::clipboard()->text().toStdString(),
                              session_.selected().contains('.') ? session_.selected().toStdString()
                                                                : ""),
               tr("Paste"));
    });
    copies("duplicate", tr("D&uplicate"), "Ctrl+D", [this, chosen] {
        change(duplicateStructure(session_.design(), chosen()),
               tr("Duplicate %1").arg(chosen().c_str()));
    });
    copies("mirror", tr("&Mirror left and right"), "Ctrl+Shift+M", [this, chosen] {
        change(mirrorStructure(session_.design(), chosen()), tr("Mirror %1").arg(chosen().c_str()));
    });
    copies("array", tr("&Array along the fold…"), "Ctrl+Shift+D", [this] { arrange(); });
    copies("rename", tr("Re&name"), "F2", [this] {
        goTo(Build);
        if (auto* name = findChild<QLineEdit*>("structure-name")) {
            name->setFocus();
            name->selectAll();
        }
    });
    copies("resize", tr("Resi&ze the whole design…"), "Ctrl+Shift+R", [this] { resizeAll(); });
    edit->addSeparator();
    remove_ = action(
        edit, tr("&Remove what is selected"), QKeySequence("Ctrl+Backspace"),
        [this] { removeSelected(); }, "remove");
    remove_->setObjectName("remove");
    remove_->setShortcuts({QKeySequence("Ctrl+Backspace"), QKeySequence::Delete});
    connect(&session_, &Session::selectionChanged, this, [this] {
        remove_->setEnabled(
            !session_.selectedStructure().isEmpty() ||
            !drawnLine(session_.design(), session_.selected().toStdString()).empty());
    });

    QMenu* structure = menuBar()->addMenu(tr("&Structure"));
    QAction* gallery = action(
        structure, tr("&Choose a structure…"), QKeySequence("Ctrl+K"), [this] { choose(); },
        "lantern");
    gallery->setObjectName("gallery");
    gallery->setIconText(tr("Gallery…"));
    gallery->setToolTip(tr("Choose from the gallery, then point at the fold or panel it goes on"));
    int n = 0;
    std::map<std::string, QMenu*> shelves;
    for (const Family& f : families())
        if (!shelves.count(f.shelf))
            shelves[f.shelf] = structure->addMenu(QString::fromStdString(f.shelf));
    static const std::vector<std::string> quick{"v-fold", "box", "tent"}; // have keys of their own
    for (const Family& f : families()) {
        const QString kind = QString::fromStdString(f.id);
        const auto key = std::find(quick.begin(), quick.end(), f.id);
        n = int(key - quick.begin()) + 1;
        QAction* a = action(
            shelves[f.shelf],
            (f.ground == Ground::Form ? tr("Make the card %1") : tr("Add %1"))
                .arg(QString::fromStdString(oneOf(f))),
            key == quick.end() ? QKeySequence() : QKeySequence(QString("Ctrl+Alt+%1").arg(n)),
            [this, kind] { add(kind); }, key == quick.end() ? "lantern" : kind);
        a->setObjectName("add-" + kind);
        a->setIconText("+ " + QString::fromStdString(f.name));
        a->setToolTip(
            tr("Add %1 on the selected fold, or on the spine.\n%2")
                .arg(QString::fromStdString(oneOf(f)), QString::fromStdString(f.purpose)));
    }

    structure->addSeparator();
    QAction* blank = action(
        structure, tr("Add a blank"), QKeySequence("Ctrl+Alt+B"), [this] { addBlankPart(); },
        "blank");
    blank->setObjectName("add-blank");
    blank->setIconText(tr("+ blank"));
    blank->setToolTip(tr("Add a blank to draw creases, slits and tabs on"));
    const struct {
        Session::Tool tool;
        const char *id, *text, *key, *tip;
    } tools[] = {{Session::Tool::Valley, "valley", QT_TR_NOOP("Draw valley creases"), "Ctrl+Alt+V",
                  QT_TR_NOOP("Drag on a blank or on the card to crease it as a valley")},
                 {Session::Tool::Mountain, "mountain", QT_TR_NOOP("Draw mountain creases"),
                  "Ctrl+Alt+M",
                  QT_TR_NOOP("Drag on a blank or on the card to crease it as a mountain")},
                 {Session::Tool::Slit, "slit", QT_TR_NOOP("Draw slits"), "Ctrl+Alt+S",
                  QT_TR_NOOP("Drag on a blank or on the card to slit it")},
                 {Session::Tool::Tab, "tab", QT_TR_NOOP("Put tabs on edges"), "Ctrl+Alt+T",
                  QT_TR_NOOP("Press on an edge of a blank to give it a tab")},
                 {Session::Tool::Glue, "glue", QT_TR_NOOP("Glue a tab"), "Ctrl+Alt+G",
                  QT_TR_NOOP("Point at a tab, then at the panel it is glued to, in either view")}};
    for (auto& t : tools) {
        QAction* a = action(
            structure, tr(t.text), QKeySequence(t.key), [] {}, t.id);
        a->setObjectName(QString("draw-") + t.id);
        a->setToolTip(tr(t.tip));
        a->setCheckable(true);
        connect(a, &QAction::triggered, this, [this, tool = t.tool](bool on) {
            session_.setTool(on ? tool : Session::Tool::Select);
            if (on && tool != Session::Tool::Glue)
                showParts_->click();
        });
        connect(&session_, &Session::toolChanged, this,
                [this, a, tool = t.tool] { a->setChecked(session_.tool() == tool); });
    }

    QMenu* proof = menuBar()->addMenu(tr("&Proof"));
    action(proof, tr("&Ask backwards…"), QKeySequence("Ctrl+B"), [this] {
        askBackwards();
    })->setObjectName("ask");
    action(proof, tr("&Report of the proof…"), QKeySequence("Ctrl+Shift+E"), [this] {
        writeProof();
    })->setObjectName("report");
    action(
        proof, tr("&Workshop…"), QKeySequence("Ctrl+Shift+W"), [this] { openWorkshop(); }, {},
        false)
        ->setObjectName("workshop");

    QMenu* view = menuBar()->addMenu(tr("&View"));
    const char* const names[] = {QT_TR_NOOP("Card"), QT_TR_NOOP("Build"), QT_TR_NOOP("Prove"),
                                 QT_TR_NOOP("Make")};
    for (int i = 0; i < 4; ++i)
        action(view, tr("Go to &%1").arg(tr(names[i])), QKeySequence(QString("Ctrl+%1").arg(i + 1)),
               [this, i] { goTo(Step(i)); });
    view->addSeparator();
    action(
        view, tr("Close and open the card"), QKeySequence("Ctrl+Space"), [this] { play(); }, "play")
        ->setObjectName("play");
    action(view, tr("Close by 5°"), QKeySequence("Ctrl+,"),
           [this] { session_.setOpening(session_.opening() - 5); });
    action(view, tr("Open by 5°"), QKeySequence("Ctrl+."),
           [this] { session_.setOpening(session_.opening() + 5); });
    action(
        view, tr("Put it down another way"), QKeySequence("Ctrl+L"),
        [this] { standing_->setStance(Posture((int(standing_->stance()) + 1) % 3)); }, "stance")
        ->setObjectName("stance");
    action(
        view, tr("Whole card in view"), QKeySequence("Ctrl+0"), [this] { standing_->frameCard(); },
        "fit")
        ->setObjectName("frame");
    action(
        view, tr("All parts in view"), QKeySequence("Ctrl+Shift+0"), [this] { flat_->fit(); },
        "fit")
        ->setObjectName("fit-flat");
    action(
        view, tr("Flat parts at true scale"), QKeySequence("Ctrl+T"),
        [this] { flat_->trueScale(); }, "scale")
        ->setObjectName("true-scale");
    view->addSeparator();
    QMenu* finest = view->addMenu(tr("Finest fraction of an inch"));
    auto* group = new QActionGroup(this);
    for (int f : {8, 16, 32, 64}) {
        QAction* a = finest->addAction(QString("1/%1").arg(f));
        a->setCheckable(true);
        a->setChecked(f == session_.finest());
        group->addAction(a);
        connect(a, &QAction::triggered, this, [this, f] { session_.setFinest(f); });
    }
    action(
        view, tr("Dark or light"), QKeySequence("Ctrl+Alt+D"), [this] { switchTheme(); }, "dusk",
        false)
        ->setObjectName("dusk");
}

} // namespace hl
