#include "app/panels/structure_list.h"
#include <QScopedValueRollback>
#include <algorithm>

namespace hl::app {

StructureList::StructureList(Session& session, QWidget* parent)
    : QTreeView(parent), session_(session), things_(new StructureModel(session, this)) {
    setObjectName("structure-list");
    setAccessibleName(tr("Structures"));
    setModel(things_);
    setHeaderHidden(true);
    setIndentation(14);
    setRootIsDecorated(false);
    setItemsExpandable(false);
    setSelectionMode(QAbstractItemView::ExtendedSelection);
    setMouseTracking(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setTextElideMode(Qt::ElideRight);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    if (things_->hasChildren(things_->index(0, 0))) // it measures every row
        expandAll();
    connect(this, &QTreeView::entered, this, [this](const QModelIndex& at) {
        session_.selection().hover(at.data(StructureModel::idRole).toString());
    });
    connect(things_, &StructureModel::madeUpAnew, this, [this] {
        expandAll();
        updateGeometry();
        mark();
    });
    connect(&session_.selection(), &Selection::changed, this, &StructureList::mark);
    mark();
}

QSize StructureList::sizeHint() const {
    int rows = 0, height = 0;
    for (QModelIndex at = things_->index(0, 0); at.isValid(); at = indexBelow(at)) {
        ++rows;
        height += std::max(1, rowHeight(at));
    }
    const int frame = 2 * frameWidth() + 8;
    return {180, frame + (rows > 1 ? height : std::max(height, fontMetrics().height() + 8))};
}

void StructureList::selectionChanged(const QItemSelection& selected,
                                     const QItemSelection& deselected) {
    QTreeView::selectionChanged(selected, deselected);
    if (busy_)
        return;
    QStringList ids;
    for (const QModelIndex& row : selectedIndexes())
        ids << row.data(StructureModel::idRole).toString();
    if (ids.isEmpty())
        return;
    const QString current = currentIndex().data(StructureModel::idRole).toString();
    session_.selection().chooseAll(ids, ids.contains(current) ? current : ids.last());
}

void StructureList::mark() {
    const QScopedValueRollback<bool> quiet(busy_, true);
    if (const QStringList several = session_.selection().several(); !several.isEmpty()) {
        QItemSelection rows;
        for (const QString& id : several)
            rows.select(things_->indexOf(id), things_->indexOf(id));
        return selectionModel()->select(rows, QItemSelectionModel::ClearAndSelect);
    }
    const QModelIndex at = things_->indexOf(session_.selection().chosen().section('.', 0, 0));
    setCurrentIndex(at);
    if (!at.isValid())
        clearSelection();
}

} // namespace hl::app
