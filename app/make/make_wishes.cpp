// What the maker wants otherwise than it was planned, offered for the chosen sheet.
#include "app/make/make_pane.h"
#include <QCheckBox>
#include <QListWidget>
#include <QMenu>
#include <QSettings>
#include <QSpinBox>
#include <QToolButton>
#include <cmath>
#include <map>

namespace hl::app {
namespace {

// A sheet of the drawer by what it is, since numbers change when sheets are taken out.
QString sheetText(const PaperSheet& s) {
    return QString("%1x%2%3").arg(s.width).arg(s.height).arg(s.offcut ? "o" : "");
}

} // namespace

MakePane::Wished MakePane::wished() const {
    return {copies_->value(), fromDrawer_->isChecked(), keptWishes(session_)};
}

CutWishes MakePane::keptWishes(Session& session) {
    CutWishes out;
    for (const QString& line : QSettings().value(session.keyFor("wishes/")).toStringList()) {
        const QString name = line.section('\t', 1, 1), what = line.section('\t', 2, 2);
        const DrawerPaper* paper = session.workshop().drawer.paper(name.toStdString());
        if (line.startsWith("turned\t"))
            out.turned[name.toStdString()] = what == "1";
        else if (paper)
            for (size_t i = 0; i < paper->sheets.size(); ++i)
                if (sheetText(paper->sheets[i]) == what) {
                    out.kept.emplace_back(name.toStdString(), i);
                    break;
                }
    }
    return out;
}

void MakePane::want(const CutWishes& wishes) {
    QStringList lines;
    for (auto& [part, turned] : wishes.turned)
        lines << QString("turned\t%1\t%2").arg(QString::fromStdString(part)).arg(int(turned));
    for (auto& [name, size] : wishes.kept)
        if (const DrawerPaper* paper = session_.workshop().drawer.paper(name);
            paper && size < paper->sheets.size())
            lines << QString("kept\t%1\t%2")
                         .arg(QString::fromStdString(name), sheetText(paper->sheets[size]));
    QSettings().setValue(session_.keyFor("wishes/"), lines);
    plan();
}

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
                               CutWishes more = wishes_;
                               more.kept.push_back(kept);
                               want(more);
                           });
        std::map<std::string, bool> parts;
        for (const CutBlank& b : s.blanks)
            if (b.tray < 0 && std::fabs(b.at.width - b.at.height) > 0.01)
                parts.emplace(b.part, b.turned);
        for (auto& [part, turned] : parts) {
            QAction* a =
                menu.addAction(tr("%1 turned by a quarter").arg(QString::fromStdString(part)));
            a->setCheckable(true);
            a->setChecked(turned);
            connect(a, &QAction::toggled, this, [this, part = part](bool on) {
                CutWishes more = wishes_;
                more.turned[part] = on;
                want(more);
            });
        }
    }
    if (!wishes_.none()) {
        menu.addSeparator();
        menu.addAction(tr("As it would be planned"), this, [this] { want({}); });
    }
}

} // namespace hl::app
