// A button with a live picture of a design, which opens and closes under the pointer and when it is
// walked to by key.
#pragma once
#include "app/start/card_picture.h"
#include <QFrame>
#include <functional>

class QVBoxLayout;

namespace hl::app {

class CardButton : public QFrame {
  public:
    explicit CardButton(std::function<void()> chosen);
    void show(PicturedPtr pictured) { picture_->show(std::move(pictured)); }
    void whenSeen(std::function<void()> ask) { picture_->whenSeen(std::move(ask)); }
    using QFrame::show;

  protected:
    QVBoxLayout* column() const { return column_; } // under the picture
    void enterEvent(QEnterEvent*) override;
    void leaveEvent(QEvent*) override;
    void focusInEvent(QFocusEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

  private:
    std::function<void()> chosen_;
    CardPicture* picture_;
    QVBoxLayout* column_;
};

} // namespace hl::app
