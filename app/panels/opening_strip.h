// The opening strip: the master control. The opening from closed to flat open, with a ribbon for
// each rule that shows at which openings it has something to say.
#pragma once
#include "app/session/session.h"
#include <QWidget>

namespace hl::app {

class OpeningStrip : public QWidget {
    Q_OBJECT
  public:
    explicit OpeningStrip(Session& session, QWidget* parent = nullptr);
    double xOf(double opening) const; // pixel of an opening
    struct Tick {
        double at;
        QString text; // empty for the small ones
    };
    std::vector<Tick> ticks() const;

  signals:
    void scrubbing(bool on);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;
    bool event(QEvent*) override;

  private:
    QString scaleName() const;   // what is driven
    double shownDegrees() const; // its value now
    QRectF track() const;
    void paintScale(QPainter& painter) const;
    void paintRibbons(QPainter& painter) const;
    void paintHandle(QPainter& painter) const;
    void scrub(double x);
    std::vector<const char*> ribbons() const; // rules that have findings
    QRectF ribbon(int index, double from, double to) const;
    Session& session_;
};

} // namespace hl::app
