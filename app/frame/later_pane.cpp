#include "app/frame/later_pane.h"
#include <QVBoxLayout>
#include <utility>

namespace hl::app {

LaterPane::LaterPane(std::function<QWidget*()> make, QWidget* parent)
    : QWidget(parent), make_(std::move(make)) {}

QWidget* LaterPane::pane() {
    if (!pane_) {
        pane_ = make_();
        auto* whole = new QVBoxLayout(this);
        whole->setContentsMargins(0, 0, 0, 0);
        whole->addWidget(pane_);
        setFocusProxy(pane_);
    }
    return pane_;
}

void LaterPane::showEvent(QShowEvent* e) {
    pane();
    QWidget::showEvent(e);
}

} // namespace hl::app
