// What the maker wants otherwise than it was planned, offered for the chosen sheet.
#include "app/make/make_pane.h"
#include <QListWidget>
#include <QMenu>
#include <QToolButton>
#include <cmath>
#include <map>

namespace hl {

// The chosen sheet's parts, ticked where they lie turned; the sheet itself, if it is the drawer's.
void MakePane::offerWishes() {
    QMenu& menu = *otherwise_->menu();
    menu.clear();
    const int thing = things_->currentRow();
    if (planned_ && thing >= 0 && size_t(thing) < planned_->cuts.sheets.size()) {
        const PlannedSheet& s = planned_->cuts.sheets[size_t(thing)];
        if (planned_->fromDrawer)
            menu.addAction(s.offcut ? tr("Keep this offcut") : tr("Keep this sheet"), this,
                           [this, kept = std::pair(s.paper, s.size)] {
                               wishes_.kept.push_back(kept);
                               plan();
                           });
        std::map<std::string, bool> parts;
        for (const CutBlank& b : s.blanks)
            if (std::fabs(b.at.width - b.at.height) > 0.01)
                parts.emplace(b.part, b.turned);
        for (auto& [part, turned] : parts) {
            QAction* a =
                menu.addAction(tr("%1 turned by a quarter").arg(QString::fromStdString(part)));
            a->setCheckable(true);
            a->setChecked(turned);
            connect(a, &QAction::toggled, this, [this, part = part](bool on) {
                wishes_.turned[part] = on;
                plan();
            });
        }
    }
    if (!wishes_.none()) {
        menu.addSeparator();
        menu.addAction(tr("As it would be planned"), this, [this] {
            wishes_ = {};
            plan();
        });
    }
}

} // namespace hl
