// A live picture of a design: it opens and closes under the pointer.
#pragma once
#include "app/session/folded_later.h"
#include "app/standing/scene.h"
#include <QVariantAnimation>
#include <QWidget>

namespace hl::app {

class CardPicture : public QWidget {
    Q_OBJECT
  public:
    // Empty until it is given what to show.
    explicit CardPicture(QWidget* parent = nullptr);
    void show(PicturedPtr pictured);
    bool empty() const { return !pictured_; }
    // Done once somebody has seen this one, after the picture of the window it is in: folding what
    // is scrolled out of sight, or before the window is there, would only keep a maker waiting.
    void whenSeen(std::function<void()> ask) { ask_ = std::move(ask); }
    void openSlowly(); // once closed and open again
    void rest();
    void setOpening(double opening) { opening_ = opening; }
    using QWidget::show;

  protected:
    void paintEvent(QPaintEvent*) override;
    QSize sizeHint() const override { return {220, 150}; }

  private:
    PicturedPtr pictured_;
    std::function<void()> ask_;
    double opening_ = 100, rest_ = 100;
    QVariantAnimation motion_;
};

} // namespace hl::app
