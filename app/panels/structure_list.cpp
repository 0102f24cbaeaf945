#include "app/panels/structure_list.h"
#include <QScopedValueRollback>
#include <algorithm>

namespace hl {

StructureList::StructureList(Session& session, QWidget* parent)
    : QTreeView(parent), session_(session), things_(new StructureModel(session, this)) {
    setObjectName("structure-list");
    setAccessibleName(tr("Structures"));
    setModel(things_);
    setHeaderHidden(true);
    setIndentation(14);
    setRootIsDecorated(false);
    setItemsExpandable(false);
    setMouseTracking(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setTextElideMode(Qt::ElideRight);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
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

void StructureList::currentChanged(const QModelIndex& current, const QModelIndex& previous) {
    QTreeView::currentChanged(current, previous);
    if (!busy_ && current.isValid())
        session_.selection().choose(current.data(StructureModel::idRole).toString());
}

void StructureList::mark() {
    const QScopedValueRollback<bool> quiet(busy_, true);
    const QModelIndex at = things_->indexOf(session_.selection().chosen().section('.', 0, 0));
    setCurrentIndex(at);
    if (!at.isValid())
        clearSelection();
}

} // namespace hl
