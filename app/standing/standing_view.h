// The standing view: the card in space. Drag a page to open and close it, the ground to walk round
// it; click a panel or a crease to select it.
#pragma once
#include "app/session/session.h"
#include "app/standing/laid_drag.h"
#include "app/standing/scene.h"
#include "core/edit/handle.h"
#include <QWidget>

namespace hl::app {

class StandingView : public QWidget {
    Q_OBJECT
  public:
    explicit StandingView(Session& session, QWidget* parent = nullptr);

    Camera camera; // public: tools and tests place it
    const PutDown& stance() const { return stance_; }
    void setStance(const PutDown& stance);
    // Whether a click means the panel itself and not what it belongs to: where it is dressed.
    void pickPanels(bool panels) { panels_ = panels; }
    void frameCard();
    void lookAtShown(); // moves the camera to the finding that is shown
    // Where a point of a panel (flat coordinates of its part) shows in the widget.
    QPointF pixelOf(const std::string& panel, const Vec2& flat) const;
    // The panel or crease under a pixel; creases win within a few pixels. Empty: the ground.
    QString thingAt(const QPointF& pixel, bool creases = true) const;
    QString panelAt(const QPointF& pixel) const;
    // The point of a panel's plane under a pixel, in its part's flat coordinates.
    Vec2 flatAt(const std::string& panel, const QPointF& pixel) const;
    bool faceSeen(const std::string& panel) const; // else its back is turned to the viewer

    // A hand moves it: frames come faster until it rests.
    void setMoving(bool moving);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void leaveEvent(QEvent*) override;
    void dragEnterEvent(QDragEnterEvent*) override;
    void dragMoveEvent(QDragMoveEvent*) override;
    void dropEvent(QDropEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    QSize sizeHint() const override { return {640, 380}; }
    QSize minimumSizeHint() const override { return {240, 120}; }

  private:
    void takeSnapshot();
    Pose pose() const;
    // How many panels lie one below the other under it, all by the side that is seen.
    int layersBelow(const Case& folded, int panel) const;
    // What is under the pointer, or selected, in words; a crease with its fold and angle.
    QString caption(const Pose& pose) const;
    void dragPage(const QPointF& to);

    // What is drawn is the ghost while a structure is being placed, else the newest snapshot.
    void pointAt(const QPointF& pixel);
    void paintPlace(QPainter& painter, const Pose& now) const;
    void paintHandles(QPainter& painter, const Pose& pose) const;
    void dragHandle(const QPointF& to);

    enum class Drag { None, Page, Orbit, Pan, Handle, Laid };
    Session& session_;
    PutDown stance_;
    Drag drag_ = Drag::None;
    QPointF last_, pressed_;
    std::string grabbed_; // panel
    Vec2 grabbedAt_{0, 0};
    LaidDrag laid_;
    std::vector<Handle> handles_; // of what is dragged; one once the way is clear
    Vec3 handleAt_{0, 0, 0};      // where they were, in the frame of the pose
    QString handleOf_;
    bool panels_ = false;
    bool moving_ = false;
    bool painted_ = false; // the first picture is painted without waiting for OpenGL
    QString framedFor_;
    bool framed_ = true; // nobody has walked round it since it was framed
};

} // namespace hl::app
