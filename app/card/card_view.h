// What the card's room is about: the closed card in its envelope, and the papers it comes from.
#pragma once
#include "app/look/picture_view.h"
#include "app/session/session.h"

namespace hl::app {

class CardView : public PictureView {
    Q_OBJECT
  public:
    explicit CardView(Session& session, QWidget* parent = nullptr);

  protected:
    void showEvent(QShowEvent*) override;

  private:
    void draw();
    Session& session_;
};

} // namespace hl::app
