// A live picture of a design: it opens and closes under the pointer.
#pragma once
#include "app/standing/scene.h"
#include "app/start/folded_later.h"
#include <QVariantAnimation>
#include <QWidget>

namespace hl {

class CardPicture : public QWidget {
    Q_OBJECT
  public:
    // Empty until it is given what to show.
    explicit CardPicture(QWidget* parent = nullptr);
    void show(PicturedPtr pictured);
    void openSlowly(); // once closed and open again
    void rest();
    void setOpening(double opening) { opening_ = opening; }
    using QWidget::show;

  protected:
    void paintEvent(QPaintEvent*) override;
    QSize sizeHint() const override { return {220, 150}; }

  private:
    PicturedPtr pictured_;
    double opening_ = 100, rest_ = 100;
    QVariantAnimation motion_;
};

} // namespace hl
