#include "app/card/card_view.h"
#include "core/report/desk.h"
#include <algorithm>

namespace hl::app {

CardView::CardView(Session& session, QWidget* parent) : PictureView(parent), session_(session) {
    setObjectName("card-view");
    connect(&session_, &Session::snapshotChanged, this, &CardView::draw);
    connect(this, &PictureView::resized, this, &CardView::draw);
}

void CardView::showEvent(QShowEvent* e) {
    PictureView::showEvent(e);
    draw();
}

void CardView::draw() {
    const SnapshotPtr s = session_.snapshot();
    if (!isVisible() || !s)
        return;
    const QSizeF mm = room();
    show(deskOf(*s->folded, s->evidence.get(), std::max(120.0, mm.width()),
                std::max(80.0, mm.height())));
}

} // namespace hl::app
