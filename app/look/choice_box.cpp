#include "app/look/choice_box.h"
#include <QAbstractItemView>
#include <QEvent>
#include <QStyleOptionComboBox>

namespace hl::app {

QSize ChoiceBox::sizeHint() const {
    constexpr int letters = 4, edge = 2; // pixels above and below the letters together
    ensurePolished();
    QStyleOptionComboBox option;
    initStyleOption(&option);
    const QSize inside(letters * fontMetrics().horizontalAdvance('X'),
                       fontMetrics().height() + edge);
    return style()->sizeFromContents(QStyle::CT_ComboBox, &option, inside, this);
}

void ChoiceBox::changeEvent(QEvent* event) {
    const bool built = findChild<QAbstractItemView*>() != nullptr;
    if (event->type() == QEvent::StyleChange && !built)
        QWidget::changeEvent(event); // it will be built in the new style
    else
        QComboBox::changeEvent(event);
}

} // namespace hl::app
