// A list to choose one of, as wide as the column lets it.
#pragma once
#include "core/measure/rooms.h"
#include <QComboBox>

namespace hl::app {

// Long entries do not widen it, and what pops up is built when it first pops up: a plain one builds
// it when it is told either (seven widgets each, at every start and every choosing of a part).
class ChoiceBox : public QComboBox {
  public:
    using QComboBox::QComboBox;
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }

  protected:
    void changeEvent(QEvent* event) override;
};

} // namespace hl::app
