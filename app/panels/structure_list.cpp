#include "app/panels/structure_list.h"
#include "app/look/theme.h"
#include "core/edit/edit.h"
#include "core/structures/family.h"
#include <QFile>
#include <QHeaderView>
#include <map>

namespace hl {
namespace {

constexpr int idRole = Qt::UserRole;

} // namespace

StructureList::StructureList(Session& session, QWidget* parent)
    : QTreeWidget(parent), session_(session) {
    setObjectName("structure-list");
    setAccessibleName(tr("Structures"));
    setHeaderHidden(true);
    setIndentation(14);
    setRootIsDecorated(false);
    setItemsExpandable(false);
    setMouseTracking(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setTextElideMode(Qt::ElideRight);
    connect(this, &QTreeWidget::currentItemChanged, this, [this](QTreeWidgetItem* item) {
        if (!busy_ && item)
            session_.select(item->data(0, idRole).toString());
    });
    connect(this, &QTreeWidget::itemEntered, this,
            [this](QTreeWidgetItem* item) { session_.hover(item->data(0, idRole).toString()); });
    connect(&session_, &Session::designChanged, this, &StructureList::rebuild);
    connect(&session_, &Session::snapshotChanged, this, [this] {
        if (session_.snapshot()->stage == Snapshot::Proved) // now there are findings to mark
            rebuild();
    });
    connect(&session_, &Session::selectionChanged, this, &StructureList::mark);
    rebuild();
}

void StructureList::rebuild() {
    busy_ = true;
    clear();
    const Design& d = session_.design();
    std::map<std::string, QTreeWidgetItem*> items;
    auto* card = new QTreeWidgetItem(this, {QString::fromStdString(d.title)});
    card->setData(0, idRole, "card");
    card->setIcon(0, icon("card"));
    items["card"] = card;
    for (const FreePart& p : d.parts) {
        auto* item =
            new QTreeWidgetItem(card, {QString::fromStdString(p.name.empty() ? p.id : p.name)});
        item->setToolTip(0, tr("A blank with what is drawn on it"));
        item->setData(0, idRole, QString::fromStdString(p.id));
        item->setIcon(0, icon("blank"));
        items[p.id] = item;
    }
    for (size_t placed = 0, round = 0; placed < d.structures.size() && round <= d.structures.size();
         ++round)
        for (const StructureSpec& s : d.structures) {
            auto host = items.find(ownerOf(s.on));
            if (items.count(s.id) || host == items.end())
                continue;
            const Family& f = *family(s.kind);
            const QString name =
                QString::fromStdString(s.name.empty() ? f.name + " " + s.id : s.name);
            auto* item = new QTreeWidgetItem(host->second, {name});
            item->setToolTip(
                0,
                tr("%1 on %2").arg(QString::fromStdString(f.name), QString::fromStdString(s.on)));
            item->setData(0, idRole, QString::fromStdString(s.id));
            // Those with a picture of their own; the rest share the lantern.
            const QString own = QString::fromStdString(f.id);
            item->setIcon(0, icon(QFile::exists(":/icons/" + own + ".svg") ? own : "lantern"));
            items[s.id] = item;
            ++placed;
        }
    if (session_.snapshot() && session_.current())
        for (const Finding& f : session_.snapshot()->findings)
            for (const std::string& part : f.parts) {
                auto it = items.find(part);
                if (it == items.end() || part == "card" || f.severity == Severity::Note)
                    continue;
                it->second->setForeground(0, severityColour(f.severity));
                const QString mark = f.severity == Severity::Stop ? "  ■" : "  ▲";
                if (!it->second->text(0).contains("■") && !it->second->text(0).contains(mark))
                    it->second->setText(0, it->second->text(0).remove("  ▲") + mark);
            }
    expandAll();
    busy_ = false;
    mark();
}

void StructureList::mark() {
    busy_ = true;
    const QString owner = session_.selected().section('.', 0, 0);
    QTreeWidgetItem* found = nullptr;
    for (QTreeWidgetItemIterator it(this); *it; ++it)
        if ((*it)->data(0, idRole).toString() == owner)
            found = *it;
    setCurrentItem(found);
    if (!found)
        clearSelection();
    busy_ = false;
}

} // namespace hl
