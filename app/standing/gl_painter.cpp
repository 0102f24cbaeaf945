#include "app/look/theme.h"
#include "app/standing/painter.h"
#include <QOffscreenSurface>
#include <QOpenGLBuffer>
#include <QOpenGLContext>
#include <QOpenGLExtraFunctions>
#include <QOpenGLFramebufferObject>
#include <QOpenGLShaderProgram>
#include <QOpenGLVertexArrayObject>
#include <cmath>

namespace hl {
namespace {

struct Vertex {
    float x, y, z, w; // clip space
    float r, g, b, a; // premultiplied
};

constexpr int samples = 4;
constexpr int shadowRings = 5, shadowSteps = 12;

const char* const vertexSource = "#version 150\n"
                                 "in vec4 place; in vec4 colour; out vec4 tone;\n"
                                 "void main() { gl_Position = place; tone = colour; }\n";
const char* const fragmentSource = "#version 150\n"
                                   "in vec4 tone; out vec4 pixel;\n"
                                   "void main() { pixel = tone; }\n";

class Mesh {
  public:
    explicit Mesh(const Mat4& m) : m_(m) {}
    std::vector<Vertex> vertices;

    void polygon(const std::vector<Vec3>& corners, const QColor& c, double alpha = 1) {
        for (size_t i = 2; i < corners.size(); ++i)
            for (size_t k : {size_t(0), i - 1, i})
                add(m_ * corners[k].homogeneous(), c, alpha);
    }
    // A line as a strip of constant width on the screen, a little nearer than the faces.
    void line(const Edge& e, const QSizeF& size, double ratio) {
        Vec4 a = m_ * e.from.homogeneous(), b = m_ * e.to.homogeneous();
        if (a.w() <= 0 || b.w() <= 0)
            return;
        const QPointF pa = toPixels(a, size), pb = toPixels(b, size);
        Vec2 d(pb.x() - pa.x(), pb.y() - pa.y());
        if (d.norm() < 1e-6)
            return;
        d.normalize();
        const double half = e.width * ratio / 2;
        const Vec2 n(-d.y() * half * 2 / size.width(), -d.x() * half * 2 / size.height());
        auto corner = [&](const Vec4& p, double side) {
            Vec4 q = p;
            q.x() += side * n.x() * p.w();
            q.y() += side * n.y() * p.w();
            // About 0.7 mm nearer at the usual distance: less than panels that lie on one another
            // are drawn apart (liftsOf).
            q.z() -= (e.width > 2 ? 0.0010 : 0.0001) * p.w();
            return q;
        };
        const Vec4 c[4] = {corner(a, -1), corner(a, 1), corner(b, 1), corner(b, -1)};
        for (int k : {0, 1, 2, 0, 2, 3})
            add(c[k], e.colour, 1);
    }

  private:
    void add(const Vec4& p, const QColor& c, double alpha) {
        vertices.push_back({float(p.x()), float(p.y()), float(p.z()), float(p.w()),
                            float(c.redF() * alpha), float(c.greenF() * alpha),
                            float(c.blueF() * alpha), float(alpha)});
    }
    const Mat4& m_;
};

} // namespace

struct GlPainter::Gl {
    QOffscreenSurface surface;
    QOpenGLContext context;
    QOpenGLShaderProgram program;
    QOpenGLVertexArrayObject array;
    QOpenGLBuffer buffer{QOpenGLBuffer::VertexBuffer};
    std::unique_ptr<QOpenGLFramebufferObject> frame;
    bool ready = false;

    Gl() {
        QSurfaceFormat format;
        format.setVersion(3, 2);
        format.setProfile(QSurfaceFormat::CoreProfile);
        format.setDepthBufferSize(24);
        surface.setFormat(format);
        surface.create();
        context.setFormat(format);
        if (!surface.isValid() || !context.create() || !context.makeCurrent(&surface))
            return;
        ready = program.addShaderFromSourceCode(QOpenGLShader::Vertex, vertexSource) &&
                program.addShaderFromSourceCode(QOpenGLShader::Fragment, fragmentSource);
        program.bindAttributeLocation("place", 0);
        program.bindAttributeLocation("colour", 1);
        ready = ready && program.link() && array.create() && buffer.create();
        context.doneCurrent();
    }
    ~Gl() {
        if (context.isValid() && context.makeCurrent(&surface)) {
            frame.reset();
            buffer.destroy();
            array.destroy();
            program.removeAllShaders();
            context.doneCurrent();
        }
    }
    void draw(const Mesh& mesh) {
        if (mesh.vertices.empty())
            return;
        buffer.allocate(mesh.vertices.data(), int(mesh.vertices.size() * sizeof(Vertex)));
        program.setAttributeBuffer(0, GL_FLOAT, 0, 4, sizeof(Vertex));
        program.setAttributeBuffer(1, GL_FLOAT, 4 * sizeof(float), 4, sizeof(Vertex));
        context.functions()->glDrawArrays(GL_TRIANGLES, 0, int(mesh.vertices.size()));
    }
};

GlPainter::GlPainter() : gl_(std::make_unique<Gl>()) {}
GlPainter::~GlPainter() = default;
bool GlPainter::usable() const { return gl_->ready; }

GlPainter& GlPainter::shared() {
    static auto* painter = new GlPainter; // outlives every view; the driver cleans up
    return *painter;
}

QImage GlPainter::paint(const Scene& scene, const Camera& camera, const QSize& size, double ratio) {
    if (!usable() || size.isEmpty() || !gl_->context.makeCurrent(&gl_->surface))
        return {};
    if (!gl_->frame || gl_->frame->size() != size) {
        QOpenGLFramebufferObjectFormat format;
        format.setSamples(samples);
        format.setAttachment(QOpenGLFramebufferObject::Depth);
        gl_->frame = std::make_unique<QOpenGLFramebufferObject>(size, format);
    }
    gl_->frame->bind();
    auto* f = gl_->context.functions();
    f->glViewport(0, 0, size.width(), size.height());
    f->glClearColor(0, 0, 0, 0);
    f->glClear(GL_COLOR_BUFFER_BIT | GL_DEPTH_BUFFER_BIT);
    f->glEnable(GL_BLEND);
    f->glBlendFunc(GL_ONE, GL_ONE_MINUS_SRC_ALPHA);
    gl_->array.bind();
    gl_->program.bind();
    gl_->program.enableAttributeArray(0);
    gl_->program.enableAttributeArray(1);
    gl_->buffer.bind();
    const Mat4 m = camera.matrix(size);
    const Vec3 eye = camera.eye();

    // The contact shadow: the card projected straight down many times, a little wider each time;
    // each copy adds a trace of dark, so the edges come out soft.
    f->glDisable(GL_DEPTH_TEST);
    Mesh shadow(m);
    std::vector<double> depth; // paper high above the table hardly darkens it
    for (const Face& face : scene.faces) {
        double height = 0;
        for (const Vec3& p : face.corners)
            height += std::max(0.0, p.z()) / double(face.corners.size());
        depth.push_back(0.011 * std::exp(-3.2 * height / camera.radius));
    }
    for (int ring = 0; ring < shadowRings; ++ring)
        for (int step = 0; step < (ring ? shadowSteps : 1); ++step) {
            const double turn = 2 * pi * (step + 0.5 * ring) / shadowSteps;
            const double reach = camera.radius * 0.014 * ring;
            const Vec3 by(reach * std::cos(turn) + reach * 0.3,
                          reach * std::sin(turn) - reach * 0.2, 0);
            for (const Face& face : scene.faces) {
                std::vector<Vec3> flat = face.corners;
                for (Vec3& p : flat)
                    p = Vec3(p.x() + 0.06 * p.z(), p.y() + 0.05 * p.z(), 0) + by;
                shadow.polygon(flat, theme().dark ? QColor(0, 0, 0) : QColor(46, 34, 22),
                               depth[size_t(&face - scene.faces.data())]);
            }
        }
    gl_->draw(shadow);

    f->glEnable(GL_DEPTH_TEST);
    f->glDepthFunc(GL_LEQUAL);
    Mesh paper(m);
    for (const Face& face : scene.faces) {
        const bool front = face.normal.dot(eye - face.corners.front()) > 0;
        paper.polygon(face.corners, front ? face.face : face.back);
    }
    gl_->draw(paper);
    Mesh lines(m);
    for (const Edge& e : scene.edges)
        lines.line(e, size, ratio);
    gl_->draw(lines);

    gl_->program.release();
    gl_->array.release();
    QImage image = gl_->frame->toImage();
    gl_->frame->release();
    gl_->context.doneCurrent();
    image.setDevicePixelRatio(ratio);
    return image;
}

} // namespace hl
