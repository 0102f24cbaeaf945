#include "app/start/card_button.h"
#include <QKeyEvent>
#include <QMouseEvent>
#include <QVBoxLayout>

namespace hl::app {

CardButton::CardButton(std::function<void()> chosen)
    : chosen_(std::move(chosen)), picture_(new CardPicture(this)), column_(new QVBoxLayout(this)) {
    setProperty("paper", true);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    column_->addWidget(picture_, 1);
}

void CardButton::enterEvent(QEnterEvent*) { picture_->openSlowly(); }
void CardButton::leaveEvent(QEvent*) { picture_->rest(); }

void CardButton::focusInEvent(QFocusEvent* e) {
    QFrame::focusInEvent(e);
    picture_->openSlowly();
}

void CardButton::mouseReleaseEvent(QMouseEvent* e) {
    if (rect().contains(e->position().toPoint()))
        chosen_();
}

void CardButton::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter || e->key() == Qt::Key_Space)
        chosen_();
    else
        QFrame::keyPressEvent(e);
}

} // namespace hl::app
