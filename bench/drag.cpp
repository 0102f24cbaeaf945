// Dragging the opening of the dressed reference design in the real window: frames per second of the
// whole path, and what each part of it takes: solving the pose, shading it into a scene, painting
// it; and a painted frame against one plain draw of the same triangles.
// Run under Xvfb it measures Mesa's software OpenGL.
#include "app/look/theme.h"
#include "app/panels/opening_strip.h"
#include "app/standing/painter.h"
#include "app/standing/standing_view.h"
#include "app/workbench.h"
#include "bench/dressed.h"
#include "core/files/hlantern.h"
#include <QApplication>
#include <QMouseEvent>
#include <QOffscreenSurface>
#include <QOpenGLBuffer>
#include <QOpenGLContext>
#include <QOpenGLFramebufferObject>
#include <QOpenGLFunctions>
#include <QOpenGLShaderProgram>
#include <QOpenGLVertexArrayObject>
#include <QScreen>
#include <QTemporaryDir>
#include <chrono>
#include <cstdio>

using namespace hl;
using Clock = std::chrono::steady_clock;

namespace {

// The triangles of a scene in one colour each, drawn at once into a picture of that size.
class PlainDraw {
  public:
    PlainDraw() {
        QSurfaceFormat format;
        format.setVersion(3, 2);
        format.setProfile(QSurfaceFormat::CoreProfile);
        format.setDepthBufferSize(24);
        surface_.setFormat(format);
        surface_.create();
        context_.setFormat(format);
        if (!context_.create() || !context_.makeCurrent(&surface_))
            return;
        program_.addShaderFromSourceCode(QOpenGLShader::Vertex,
                                         "#version 150\nin vec4 place; in vec4 colour; out vec4 "
                                         "tone;\nvoid main() { gl_Position = place; tone = "
                                         "colour; }\n");
        program_.addShaderFromSourceCode(QOpenGLShader::Fragment,
                                         "#version 150\nin vec4 tone; out vec4 pixel;\n"
                                         "void main() { pixel = tone; }\n");
        program_.bindAttributeLocation("place", 0);
        program_.bindAttributeLocation("colour", 1);
        ready_ = program_.link() && array_.create() && buffer_.create();
    }
    bool ready() const { return ready_; }
    QImage draw(const Scene& scene, const Camera& camera, const QSize& size) {
        context_.makeCurrent(&surface_);
        if (!frame_ || frame_->size() != size) {
            QOpenGLFramebufferObjectFormat format;
            format.setSamples(4);
            format.setAttachment(QOpenGLFramebufferObject::Depth);
            frame_ = std::make_unique<QOpenGLFramebufferObject>(size, format);
        }
        std::vector<float> all;
        const Mat4 m = camera.matrix(size);
        for (const Face& f : scene.faces)
            for (size_t i = 2; i < f.corners.size(); ++i)
                for (size_t k : {size_t(0), i - 1, i}) {
                    const Vec4 p = m * f.corners[k].homogeneous();
                    for (double v : {p.x(), p.y(), p.z(), p.w(), double(f.face.redF()),
                                     double(f.face.greenF()), double(f.face.blueF()), 1.0})
                        all.push_back(float(v));
                }
        frame_->bind();
        auto* f = context_.functions();
        f->glViewport(0, 0, size.width(), size.height());
        f->glEnable(GL_DEPTH_TEST);
        f->glClear(GL_COLOR_BUFFER_BIT | GL_DEPTH_BUFFER_BIT);
        array_.bind();
        program_.bind();
        buffer_.bind();
        buffer_.allocate(all.data(), int(all.size() * sizeof(float)));
        program_.enableAttributeArray(0);
        program_.enableAttributeArray(1);
        program_.setAttributeBuffer(0, GL_FLOAT, 0, 4, 32);
        program_.setAttributeBuffer(1, GL_FLOAT, 16, 4, 32);
        f->glDrawArrays(GL_TRIANGLES, 0, int(all.size() / 8));
        QImage image = frame_->toImage();
        frame_->release();
        context_.doneCurrent();
        return image;
    }

  private:
    QOffscreenSurface surface_;
    QOpenGLContext context_;
    QOpenGLShaderProgram program_;
    QOpenGLVertexArrayObject array_;
    QOpenGLBuffer buffer_{QOpenGLBuffer::VertexBuffer};
    std::unique_ptr<QOpenGLFramebufferObject> frame_;
    bool ready_ = false;
};

} // namespace

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QTemporaryDir dir;
    const std::string file = dir.filePath("reference.hlantern").toStdString();
    if (saveDesign(bench::dressedReference(), file))
        return 2;
    chooseTheme(false);
    Workbench w;
    applyTheme(app);
    w.resize(1280, 800);
    w.show();
    w.open(QString::fromStdString(file));
    while (!w.session().snapshot())
        QApplication::processEvents(QEventLoop::WaitForMoreEvents, 20);
    w.session().folder().stop(); // the search for remedies has the other core
    for (int i = 0; i < 30; ++i) // OpenGL gets ready
        QApplication::processEvents(QEventLoop::AllEvents, 20);
    const Case& c = *w.session().snapshot()->folded;
    StandingView& view = w.standing();
    auto seconds = [](auto&& work) {
        const auto start = Clock::now();
        work();
        return std::chrono::duration<double>(Clock::now() - start).count();
    };
    // A hand on the opening strip; every movement is shown before the next one.
    auto* strip = w.findChild<OpeningStrip*>();
    constexpr int frames = 120;
    const auto openingAt = [](int i) { return 20 + 140.0 * ((i * 7) % frames) / frames + 0.3; };
    const auto hand = [&](QEvent::Type type, double opening, Qt::MouseButton button) {
        const QPointF at(strip->xOf(opening), strip->height() / 2.0);
        QMouseEvent e(type, at, strip->mapToGlobal(at), button,
                      type == QEvent::MouseButtonRelease ? Qt::NoButton : Qt::LeftButton, {});
        QApplication::sendEvent(strip, &e);
    };
    const auto shown = [&] {
        QApplication::processEvents();
        return w.screen()->grabWindow(w.winId()).toImage().copy(
            QRect(view.mapTo(&w, QPoint(0, 0)), view.size()));
    };
    hand(QEvent::MouseButtonPress, openingAt(0), Qt::LeftButton);
    const double whole = seconds([&] {
        for (int i = 0; i < frames; ++i) {
            hand(QEvent::MouseMove, openingAt(i), Qt::NoButton);
            view.repaint();
        }
    });
    const QImage moving = shown();
    hand(QEvent::MouseButtonRelease, openingAt(frames - 1), Qt::LeftButton);
    const QImage rest = shown();
    long long apart = 0;
    for (int y = 0; y < rest.height(); ++y)
        for (int x = 0; x < rest.width(); ++x)
            apart += std::abs(qGray(rest.pixel(x, y)) - qGray(moving.pixel(x, y)));
    const double grey = double(apart) / rest.width() / rest.height();
    double solve = 0, shade = 0, paint = 0, plain = 0;
    auto* bare = new PlainDraw; // lives as long as the program
    for (int i = 0; i < frames; ++i) {
        const double opening = 20 + 140.0 * ((i * 7) % frames) / frames + 0.3;
        Pose pose;
        Scene scene;
        solve += seconds([&] { pose = poseAt(c.linkage, c.motion, opening); });
        shade += seconds([&] {
            scene =
                sceneOf(c, pose, view.stance(), {}, {nullptr, &w.session().snapshot()->upright});
        });
        if (bare->ready())
            plain += seconds(
                [&] { bare->draw(scene, view.camera, view.size() * view.devicePixelRatioF()); });
        paint += seconds([&] {
            GlPainter::shared().paint(scene, view.camera, view.size() * view.devicePixelRatioF(),
                                      view.devicePixelRatioF(), true);
        });
    }
    const double each = 1000.0 / frames;
    std::printf("dragging the reference (%zu panels) in a window of %d x %d, in a view of %d x %d "
                "pixels, every one of them: %.0f frames per second (60 asked)\n",
                c.assembly.panels.size(), w.width(), w.height(), view.width(), view.height(),
                frames / whole);
    std::printf("  shown while it moves / at rest: %.2f of 255 apart on average (at most 1)\n",
                grey);
    std::printf("  of %.1f ms a frame: solve %.2f, shade %.2f, paint %.1f (%s)\n", whole * each,
                solve * each, shade * each, paint * each,
                GlPainter::shared().usable() ? "OpenGL" : "no OpenGL here");
    if (plain > 0)
        std::printf("  a frame / one plain draw of its triangles: %.2f (at most 2.5)\n",
                    paint / plain);
    std::fflush(stdout);
    std::_Exit(grey <= 1 ? 0 : 1);
}
