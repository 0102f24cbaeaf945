#include "app/look/theme.h"
#include "app/standing/painter.h"
#include "app/standing/prints.h"
#include <QOffscreenSurface>
#include <QOpenGLBuffer>
#include <QOpenGLContext>
#include <QOpenGLExtraFunctions>
#include <QOpenGLFramebufferObject>
#include <QOpenGLShaderProgram>
#include <QOpenGLTexture>
#include <QOpenGLVertexArrayObject>
#include <array>
#include <cmath>
#include <map>

namespace hl {
namespace {

struct Vertex {
    float x, y, z, w; // clip space
    float r, g, b, a; // premultiplied
    float u, v;       // of the picture that is printed
};

constexpr int samples = 4;
constexpr int shadowSize = 256, tilePixels = 160;
constexpr int quickShadow = 128;   // while it is moved
constexpr double shadowSpan = 1.7; // of the scene's radius, to either side of its middle

const char* const vertexSource = "#version 150\n"
                                 "in vec4 place; in vec4 colour; in vec2 tile;\n"
                                 "out vec4 tone; out vec2 at;\n"
                                 "void main() { gl_Position = place; tone = colour; at = tile; }\n";
// Light times what is printed; a blank white picture where nothing is.
const char* const fragmentSource =
    "#version 150\n"
    "in vec4 tone; in vec2 at; out vec4 pixel; uniform sampler2D printed;\n"
    "void main() { pixel = tone * texture(printed, at); }\n";
// The shadow made soft along one direction, by weights of a bell.
const char* const softSource =
    "#version 150\n"
    "in vec4 tone; in vec2 at; out vec4 pixel; uniform sampler2D printed; uniform vec2 by;\n"
    "void main() {\n"
    "  float sum = 0.0, all = 0.0;\n"
    "  for (int i = -7; i <= 7; ++i) {\n"
    "    float w = exp(-float(i * i) / 20.0);\n"
    "    sum += w * texture(printed, at + float(i) * by).a; all += w; }\n"
    "  pixel = tone * (sum / all); }\n";

class Mesh {
  public:
    explicit Mesh(const Mat4& m) : m_(m) {}
    std::vector<Vertex> vertices;

    void polygon(const std::vector<Vec3>& corners, const QColor& c, double alpha = 1,
                 const std::vector<Vec2>* tiles = nullptr) {
        for (size_t i = 2; i < corners.size(); ++i)
            for (size_t k : {size_t(0), i - 1, i})
                add(m_ * corners[k].homogeneous(), c, alpha,
                    tiles ? (*tiles)[k] : Vec2(Vec2::Zero()));
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
            add(c[k], e.colour, 1, Vec2(0, 0));
    }
    // Four corners that a whole picture is drawn on.
    void picture(const std::array<Vec4, 4>& corners, const QColor& c, double alpha) {
        static const Vec2 at[4] = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
        for (size_t k : {0, 1, 2, 0, 2, 3})
            add(corners[k], c, alpha, at[k]);
    }

  private:
    void add(const Vec4& p, const QColor& c, double alpha, const Vec2& tile) {
        vertices.push_back({float(p.x()), float(p.y()), float(p.z()), float(p.w()),
                            float(c.redF() * alpha), float(c.greenF() * alpha),
                            float(c.blueF() * alpha), float(alpha), float(tile.x()),
                            float(tile.y())});
    }
    const Mat4& m_;
};

} // namespace

struct GlPainter::Gl {
    using Frame = std::unique_ptr<QOpenGLFramebufferObject>;

    QOffscreenSurface surface;
    QOpenGLContext context;
    QOpenGLShaderProgram program, soft;
    QOpenGLVertexArrayObject array;
    QOpenGLBuffer buffer{QOpenGLBuffer::VertexBuffer};
    Frame fine, quick;
    struct Shadow { // its picture, and the one that it is made soft through
        int size;
        Frame cast, softer;
    };
    Shadow still{shadowSize, {}, {}}, moved{quickShadow, {}, {}};
    std::unique_ptr<QOpenGLTexture> blank;
    std::map<QString, std::unique_ptr<QOpenGLTexture>> printed;
    bool ready = false, slow = false;

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
        ready = link(program, fragmentSource) && link(soft, softSource) && array.create() &&
                buffer.create();
        const auto* by =
            reinterpret_cast<const char*>(context.functions()->glGetString(GL_RENDERER));
        slow = QByteArray(by).contains("llvmpipe") || QByteArray(by).contains("softpipe");
        QImage white(1, 1, QImage::Format_RGBA8888);
        white.fill(Qt::white);
        blank = std::make_unique<QOpenGLTexture>(white, QOpenGLTexture::DontGenerateMipMaps);
        context.doneCurrent();
    }
    ~Gl() {
        if (context.isValid() && context.makeCurrent(&surface)) {
            for (Frame* f : {&fine, &quick, &still.cast, &still.softer, &moved.cast, &moved.softer})
                f->reset();
            printed.clear();
            blank.reset();
            buffer.destroy();
            array.destroy();
            program.removeAllShaders();
            soft.removeAllShaders();
            context.doneCurrent();
        }
    }
    static bool link(QOpenGLShaderProgram& p, const char* fragment) {
        const bool good = p.addShaderFromSourceCode(QOpenGLShader::Vertex, vertexSource) &&
                          p.addShaderFromSourceCode(QOpenGLShader::Fragment, fragment);
        p.bindAttributeLocation("place", 0);
        p.bindAttributeLocation("colour", 1);
        p.bindAttributeLocation("tile", 2);
        return good && p.link();
    }
    QOpenGLTexture& textureOf(const Print& print) {
        constexpr size_t most = 64; // pictures that are kept
        const QString key = printKey(print);
        if (printed.size() > most)
            printed.clear();
        auto& texture = printed[key];
        if (!texture) {
            texture = std::make_unique<QOpenGLTexture>(
                printImage(print, tilePixels).mirrored().convertToFormat(QImage::Format_RGBA8888));
            texture->setWrapMode(QOpenGLTexture::Repeat);
            texture->setMinMagFilters(QOpenGLTexture::LinearMipMapLinear, QOpenGLTexture::Linear);
        }
        return *texture;
    }
    void draw(const Mesh& mesh) {
        if (mesh.vertices.empty())
            return;
        buffer.allocate(mesh.vertices.data(), int(mesh.vertices.size() * sizeof(Vertex)));
        program.setAttributeBuffer(0, GL_FLOAT, 0, 4, sizeof(Vertex));
        program.setAttributeBuffer(1, GL_FLOAT, 4 * sizeof(float), 4, sizeof(Vertex));
        program.setAttributeBuffer(2, GL_FLOAT, 8 * sizeof(float), 2, sizeof(Vertex));
        context.functions()->glDrawArrays(GL_TRIANGLES, 0, int(mesh.vertices.size()));
    }
    // The contact shadow: the card projected down on the table once, into a small picture that is
    // then made soft along both its directions.
    void castShadow(Shadow& shadow, const Scene& scene, const Vec3& middle, double ground,
                    double span, double radius) {
        auto* f = context.functions();
        for (Frame* each : {&shadow.cast, &shadow.softer})
            if (!*each)
                *each = std::make_unique<QOpenGLFramebufferObject>(shadow.size, shadow.size);
        Mat4 down = Mat4::Zero(); // the table around the card fills the picture
        down(0, 0) = down(1, 1) = 1 / span;
        down(0, 3) = -middle.x() / span;
        down(1, 3) = -middle.y() / span;
        down(3, 3) = 1;
        Mesh cast(down);
        for (const Face& face : scene.faces) {
            double height = 0;
            std::vector<Vec3> flat = face.corners;
            for (Vec3& p : flat) {
                const double z = p.z() - ground;
                height += z / double(flat.size());
                p = Vec3(p.x() + 0.10 * z, p.y() + 0.06 * z, 0);
            }
            // Paper high above the table hardly darkens it, film hardly at all.
            cast.polygon(flat, Qt::black, 0.5 * face.alpha * std::exp(-3.2 * height / radius));
        }
        f->glViewport(0, 0, shadow.size, shadow.size);
        f->glDisable(GL_DEPTH_TEST);
        shadow.cast->bind();
        f->glClear(GL_COLOR_BUFFER_BIT);
        blank->bind();
        draw(cast);
        soft.bind();
        const Mat4 whole = Mat4::Identity();
        Mesh sheet(whole);
        sheet.picture({Vec4(-1, -1, 0, 1), Vec4(1, -1, 0, 1), Vec4(1, 1, 0, 1), Vec4(-1, 1, 0, 1)},
                      Qt::white, 1);
        f->glDisable(GL_BLEND);
        for (const bool across : {true, false}) {
            (across ? shadow.softer : shadow.cast)->bind();
            f->glBindTexture(GL_TEXTURE_2D, (across ? shadow.cast : shadow.softer)->texture());
            soft.setUniformValue("by", across ? 1.3f / shadowSize : 0.f,
                                 across ? 0.f : 1.3f / shadowSize); // as wide in either size
            draw(sheet);
        }
        f->glEnable(GL_BLEND);
        program.bind();
    }
};

GlPainter::GlPainter() : gl_(std::make_unique<Gl>()) {}
GlPainter::~GlPainter() = default;
bool GlPainter::usable() const { return gl_->ready; }
bool GlPainter::slow() const { return gl_->slow; }

GlPainter& GlPainter::shared() {
    static auto* painter = new GlPainter; // outlives every view; the driver cleans up
    return *painter;
}

QImage GlPainter::paint(const Scene& scene, const Camera& camera, const QSize& size, double ratio,
                        bool moving) {
    if (!usable() || size.isEmpty() || !gl_->context.makeCurrent(&gl_->surface))
        return {};
    Gl::Frame& frame = moving ? gl_->quick : gl_->fine;
    if (!frame || frame->size() != size) {
        QOpenGLFramebufferObjectFormat format;
        format.setSamples(moving ? 0 : samples);
        format.setAttachment(QOpenGLFramebufferObject::Depth);
        frame = std::make_unique<QOpenGLFramebufferObject>(size, format);
    }
    auto* f = gl_->context.functions();
    f->glClearColor(0, 0, 0, 0);
    f->glEnable(GL_BLEND);
    f->glBlendFunc(GL_ONE, GL_ONE_MINUS_SRC_ALPHA);
    gl_->array.bind();
    gl_->program.bind();
    for (int i : {0, 1, 2})
        gl_->program.enableAttributeArray(i);
    gl_->buffer.bind();
    const Mat4 m = camera.matrix(size);
    const Vec3 eye = camera.eye();
    Vec3 low = Vec3::Constant(1e300), high = -low;
    for (const Face& face : scene.faces)
        for (const Vec3& p : face.corners) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
    const bool any = !scene.faces.empty();
    const Vec3 middle = any ? Vec3((low + high) / 2) : Vec3(Vec3::Zero());
    const double span = any ? shadowSpan * std::max((high - low).norm() / 2, 1.0) : 1;
    Gl::Shadow& shadow = moving && slow() ? gl_->moved : gl_->still;
    if (any)
        gl_->castShadow(shadow, scene, middle, low.z(), span, camera.radius);

    frame->bind();
    f->glViewport(0, 0, size.width(), size.height());
    f->glClear(GL_COLOR_BUFFER_BIT | GL_DEPTH_BUFFER_BIT);
    f->glDisable(GL_DEPTH_TEST);
    if (any) {
        Mesh table(m);
        const auto at = [&](double x, double y) -> Vec4 {
            return m * Vec3(middle.x() + x * span, middle.y() + y * span, low.z()).homogeneous();
        };
        table.picture({at(-1, -1), at(1, -1), at(1, 1), at(-1, 1)},
                      theme().dark ? QColor(0, 0, 0) : QColor(46, 34, 22), 1);
        f->glBindTexture(GL_TEXTURE_2D, shadow.cast->texture());
        for (GLenum filter : {GL_TEXTURE_MIN_FILTER, GL_TEXTURE_MAG_FILTER})
            f->glTexParameteri(GL_TEXTURE_2D, filter, GL_LINEAR);
        gl_->draw(table);
    }

    f->glEnable(GL_DEPTH_TEST);
    f->glDepthFunc(GL_LEQUAL);
    std::vector<Mesh> papers(scene.prints.size() + 1, Mesh(m)); // the plain ones last
    Mesh clear(m);
    for (const Face& face : scene.faces) {
        const bool front = face.normal.dot(eye - face.corners.front()) > 0;
        if (face.alpha < 1) {
            clear.polygon(face.corners, front ? face.face : face.back, face.alpha);
            continue;
        }
        const bool print = front && face.print >= 0;
        papers[print ? size_t(face.print) : scene.prints.size()].polygon(
            face.corners, front ? face.face : face.back, 1, print ? &face.tiles : nullptr);
    }
    for (size_t i = 0; i < papers.size(); ++i) {
        if (papers[i].vertices.empty())
            continue;
        (i < scene.prints.size() ? gl_->textureOf(scene.prints[i]) : *gl_->blank).bind();
        gl_->draw(papers[i]);
    }
    gl_->blank->bind();
    Mesh lines(m);
    for (const Edge& e : scene.edges)
        lines.line(e, size, ratio);
    gl_->draw(lines);
    f->glDepthMask(GL_FALSE); // what lies behind film is seen through it
    gl_->draw(clear);
    f->glDepthMask(GL_TRUE);

    gl_->program.release();
    gl_->array.release();
    QImage image = frame->toImage();
    frame->release();
    gl_->context.doneCurrent();
    image.setDevicePixelRatio(ratio);
    return image;
}

} // namespace hl
