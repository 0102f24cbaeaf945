// Two painters of one scene: OpenGL into an off-screen buffer, and, where there is no OpenGL (or
// before it is ready), plain painting from back to front.
#pragma once
#include "app/standing/scene.h"
#include <QImage>
#include <memory>

class QPainter;

namespace hl::app {

class GlPainter {
  public:
    GlPainter();
    ~GlPainter();
    // False when this platform has no usable OpenGL; then only paintSoftly is left.
    bool usable() const;
    // The part of a view that has anything on it, and where it begins there, in device pixels.
    struct Drawn {
        QImage image;
        QPoint at;
    };
    // Draws the scene on a transparent ground; `size` of the view in device pixels. A null picture
    // where it is not usable. While a hand is `moving` it and the processor draws every pixel, the
    // rims of faces are not smoothed; every line is.
    Drawn paint(const Scene& scene, const Camera& camera, const QSize& size, double ratio,
                bool moving = false);

    // The one that all views share; made at the first call.
    static GlPainter& shared();

  private:
    struct Gl;
    std::unique_ptr<Gl> gl_;
};

// The scene over what is there already, in a view as large as `size`, by whichever painter there
// is.
void paintScene(QPainter& painter, const Scene& scene, const Camera& camera, const QSize& size,
                bool moving = false);
void paintSoftly(QPainter& painter, const Scene& scene, const Camera& camera, const QSizeF& size);

// The ground: a quiet gradient that darkens toward the far edge.
void paintGround(QPainter& painter, const QSizeF& size);

} // namespace hl::app
