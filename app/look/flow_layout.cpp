#include "app/look/flow_layout.h"
#include <QWidget>
#include <algorithm>
#include <limits>

namespace hl::app {

FlowLayout::FlowLayout(QWidget* parent)
    : QLayout(parent), spring_(std::numeric_limits<size_t>::max()) {}

FlowLayout::~FlowLayout() {
    for (QLayoutItem* item : items_)
        delete item;
}

void FlowLayout::addSpring() { spring_ = items_.size(); }

void FlowLayout::addItem(QLayoutItem* item) { items_.push_back(item); }

QLayoutItem* FlowLayout::itemAt(int i) const {
    return i >= 0 && i < count() ? items_[size_t(i)] : nullptr;
}

QLayoutItem* FlowLayout::takeAt(int i) {
    QLayoutItem* item = itemAt(i);
    if (item)
        items_.erase(items_.begin() + i);
    return item;
}

QSize FlowLayout::sizeHint() const {
    QSize size(0, 0);
    for (QLayoutItem* item : items_)
        if (!item->isEmpty())
            size = {size.width() + item->sizeHint().width() + spacing(),
                    std::max(size.height(), item->sizeHint().height())};
    const QMargins m = contentsMargins();
    return size + QSize(m.left() + m.right(), m.top() + m.bottom());
}

QSize FlowLayout::minimumSize() const {
    QSize size(0, 0);
    for (QLayoutItem* item : items_)
        if (!item->isEmpty())
            size = size.expandedTo(item->sizeHint());
    const QMargins m = contentsMargins();
    return size + QSize(m.left() + m.right(), m.top() + m.bottom());
}

void FlowLayout::setGeometry(const QRect& rect) {
    QLayout::setGeometry(rect);
    arrange(rect, true);
}

int FlowLayout::arrange(const QRect& rect, bool move) const {
    const QMargins m = contentsMargins();
    const QRect inner = rect.marginsRemoved(m);
    int y = inner.top();
    for (size_t i = 0; i < items_.size();) {
        // As many as there is room for.
        size_t end = i;
        int wide = 0, high = 0;
        for (; end < items_.size(); ++end) {
            if (items_[end]->isEmpty())
                continue;
            const QSize s = items_[end]->sizeHint();
            const int next = wide + (wide ? spacing() : 0) + s.width();
            if (wide && next > inner.width())
                break;
            wide = next;
            high = std::max(high, s.height());
        }
        int x = inner.left();
        bool sprung = false;
        for (size_t k = i; k < end; ++k) {
            if (items_[k]->isEmpty())
                continue;
            if (k >= spring_ && !sprung) {
                sprung = true;
                x += std::max(0, inner.width() - wide);
            }
            const QSize s = items_[k]->sizeHint();
            if (move)
                items_[k]->setGeometry(
                    QRect(x, y + (high - s.height()) / 2, s.width(), s.height()));
            x += s.width() + spacing();
        }
        y += high + (end < items_.size() ? 2 : 0);
        i = std::max(end, i + 1);
    }
    return y - rect.top() + m.bottom();
}

} // namespace hl::app
