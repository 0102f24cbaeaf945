// Menus, keys and buttons, made from the table of actions.
#include "app/look/theme.h"
#include "app/workbench.h"
#include <QMenuBar>
#include <map>

namespace hl::app {

void Workbench::buildMenus() {
    table_ = tableOfActions();
    std::map<QString, QMenu*> menus;
    auto menuOf = [&](const Action& row) {
        const QString title = row.menu.section('/', 0, 0), within = row.menu.section('/', 1);
        QMenu*& menu = menus[title];
        if (!menu)
            menu = menuBar()->addMenu(title);
        QMenu*& last = within.isEmpty() ? menu : menus[row.menu];
        if (row.section && (within.isEmpty() || !last))
            menu->addSeparator();
        if (!last)
            last = menu->addMenu(within);
        return last;
    };
    for (const Action& row : table_) {
        QMenu* menu = menuOf(row);
        auto* a = new QAction(row.text, this);
        a->setObjectName(row.id);
        QList<QKeySequence> keys;
        for (const QString& key : row.keys.split(' ', Qt::SkipEmptyParts))
            keys << QKeySequence(key);
        a->setShortcuts(keys);
        if (!row.icon.isEmpty()) {
            a->setIcon(icon(row.icon));
            a->setData(row.icon);
        }
        a->setIconVisibleInMenu(false);
        if (!row.tip.isEmpty())
            a->setToolTip(row.tip);
        if (!row.brief.isEmpty())
            a->setIconText(row.brief);
        a->setCheckable(bool(row.on));
        connect(a, &QAction::triggered, this, [this, run = row.run] {
            run();
            refreshActions();
        });
        menu->addAction(a);
        addAction(a);
        actions_.push_back(a);
        if (row.id == "open") {
            recentMenu_ = menu->addMenu(tr("&Lately open"));
            connect(recentMenu_, &QMenu::aboutToShow, this, &Workbench::fillRecent);
        }
    }
    for (auto signal : {&Session::designChanged, &Session::documentChanged})
        connect(&session_, signal, this, &Workbench::refreshActions);
    connect(&session_.selection(), &Selection::changed, this, &Workbench::refreshActions);
    connect(&session_.placing(), &Placing::toolChanged, this, &Workbench::refreshActions);
    connect(session_.history(), &QUndoStack::indexChanged, this, &Workbench::refreshActions);
    refreshActions();
}

bool Workbench::can(When when) {
    const QString chosen = session_.selection().structure();
    switch (when) {
    case When::Always:
        return true;
    case When::Design:
        return designShown_;
    case When::Structure:
        return designShown_ && session_.selection().several().isEmpty() &&
               (session_.design().structure(chosen.toStdString()) ||
                session_.design().group(chosen.toStdString()));
    case When::Several:
        return designShown_ && !session_.selection().several().isEmpty();
    case When::Group:
        return designShown_ && groupChosen();
    case When::Selection:
        return designShown_ && canRemove();
    case When::Undo:
        return designShown_ && session_.history()->canUndo();
    case When::Redo:
        return designShown_ && session_.history()->canRedo();
    }
    return false;
}

void Workbench::refreshActions() {
    for (size_t i = 0; i < actions_.size(); ++i) {
        actions_[i]->setEnabled(can(table_[i].when));
        if (table_[i].on)
            actions_[i]->setChecked(table_[i].on());
        const bool undo = table_[i].when == When::Undo;
        if (undo || table_[i].when == When::Redo) {
            const QUndoStack& history = *session_.history();
            const QString step = undo ? history.undoText() : history.redoText();
            actions_[i]->setText(step.isEmpty() ? table_[i].text : table_[i].text + ": " + step);
        }
    }
}

} // namespace hl::app
