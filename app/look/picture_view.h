// A picture of the core, painted in the colours of the theme as large as there is room for.
#pragma once
#include "core/picture/picture.h"
#include <QWidget>

namespace hl::app {

class PictureView : public QWidget {
    Q_OBJECT
  public:
    explicit PictureView(QWidget* parent = nullptr);
    void show(const Picture& picture);
    const Picture& picture() const { return picture_; }
    // Pixels of a point of the picture, and the other way round.
    QPointF toPixels(const Vec2& at) const;
    Vec2 toPicture(const QPointF& pixels) const;
    // The size in mm that a picture should have to fill the widget.
    QSizeF room() const;

  signals:
    void pressed(const QPointF& at); // a place of the picture, mm
    void resized();

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void resizeEvent(QResizeEvent*) override;

  private:
    double scale() const;
    Picture picture_;
};

} // namespace hl::app
