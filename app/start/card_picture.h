// A live picture of a design: it opens and closes under the pointer.
#pragma once
#include "app/session/snapshot.h"
#include "app/standing/scene.h"
#include <QVariantAnimation>
#include <QWidget>

namespace hl {

class CardPicture : public QWidget {
    Q_OBJECT
  public:
    explicit CardPicture(std::shared_ptr<const Case> folded, QWidget* parent = nullptr);
    void openSlowly(); // once closed and open again
    void rest();
    void setOpening(double opening) { opening_ = opening; }

  protected:
    void paintEvent(QPaintEvent*) override;
    QSize sizeHint() const override { return {220, 150}; }

  private:
    std::shared_ptr<const Case> folded_;
    double opening_ = 100, rest_ = 100;
    QVariantAnimation motion_;
};

} // namespace hl
