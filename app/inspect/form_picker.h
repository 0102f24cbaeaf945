// The forms of card as small moving pictures; pressing one, or choosing it by key, gives the card
// that form.
#pragma once
#include "app/inspect/rows.h"

namespace hl::app {

class FormPicker : public QWidget {
    Q_OBJECT
  public:
    explicit FormPicker(Session& session, QWidget* parent = nullptr);
    void mark(); // the card's own

  private:
    Session& session_;
    std::vector<QWidget*> forms_;
};

} // namespace hl::app
