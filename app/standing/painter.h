// Two painters of one scene: OpenGL into an off-screen buffer, and, where there is no OpenGL (or
// before it is ready), plain painting from back to front.
#pragma once
#include "app/standing/scene.h"
#include <QImage>
#include <memory>

class QPainter;

namespace hl {

class GlPainter {
  public:
    GlPainter();
    ~GlPainter();
    // False when this platform has no usable OpenGL; then only paintSoftly is left.
    bool usable() const;
    // Whether the processor draws every pixel because there is no graphics card.
    bool slow() const;
    // Draws the scene on a transparent ground; `size` in device pixels. While it is `moving` edges
    // are not smoothed, which takes most of the time where there is no graphics card.
    QImage paint(const Scene& scene, const Camera& camera, const QSize& size, double ratio,
                 bool moving = false);

    // The one that all views share; made at the first call.
    static GlPainter& shared();

  private:
    struct Gl;
    std::unique_ptr<Gl> gl_;
};

void paintSoftly(QPainter& painter, const Scene& scene, const Camera& camera, const QSizeF& size);

// The ground: a quiet gradient that darkens toward the far edge.
void paintGround(QPainter& painter, const QSizeF& size);

} // namespace hl
