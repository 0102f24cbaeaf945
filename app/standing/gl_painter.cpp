#include "app/look/theme.h"
#include "app/standing/gl_mesh.h"
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
#include <QPainter>
#include <array>
#include <cmath>
#include <map>

namespace hl::app {
namespace {

constexpr int samples = 4;
constexpr int shadowSize = 96, tilePixels = 160;

const char* const vertexSource = "#version 150\n"
                                 "in vec4 place; in vec4 colour; in vec2 tile;\n"
                                 "out vec4 tone; out vec2 at;\n"
                                 "void main() { gl_Position = place; tone = colour; at = tile; }\n";
// Light times what is printed; a blank white picture where nothing is.
const char* const fragmentSource =
    "#version 150\n"
    "in vec4 tone; in vec2 at; out vec4 pixel; uniform sampler2D printed;\n"
    "void main() { pixel = tone * texture(printed, at); }\n";
// Lines: across them `at` is how far beside the middle and half the width, in pixels, so that every
// line is as smooth without samples as with them.
const char* const lineVertexSource =
    "#version 150\n"
    "in vec4 place; in vec4 colour; in vec2 tile;\n"
    "out vec4 tone; noperspective out vec2 at;\n"
    "void main() { gl_Position = place; tone = colour; at = tile; }\n";
const char* const lineSource =
    "#version 150\n"
    "in vec4 tone; noperspective in vec2 at; out vec4 pixel;\n"
    "void main() { pixel = tone * clamp(at.y + 0.5 - abs(at.x), 0.0, 1.0); }\n";
// The shadow made soft along one direction, by weights of a bell over five looks to either side.
const char* const softSource =
    "#version 150\n"
    "in vec4 tone; in vec2 at; out vec4 pixel; uniform sampler2D printed; uniform vec2 by;\n"
    "void main() {\n"
    "  float sum = 0.0, all = 0.0;\n"
    "  for (int i = -5; i <= 5; ++i) {\n"
    "    float w = exp(-float(i * i) / 10.3);\n"
    "    sum += w * texture(printed, at + float(i) * by).a; all += w; }\n"
    "  pixel = tone * (sum / all); }\n";

} // namespace

struct GlPainter::Gl {
    using Frame = std::unique_ptr<QOpenGLFramebufferObject>;

    QOffscreenSurface surface;
    QOpenGLContext context;
    QOpenGLShaderProgram program, soft, lines;
    QOpenGLVertexArrayObject array;
    QOpenGLBuffer buffer{QOpenGLBuffer::VertexBuffer};
    Frame fine, plain;  // as large as anything so far; with samples, and what is read
    Frame cast, softer; // the shadow's picture, and the one that it is made soft through
    std::unique_ptr<QOpenGLTexture> blank;
    std::map<QString, std::unique_ptr<QOpenGLTexture>> printed;
    bool ready = false, slow = false; // the processor draws every pixel

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
        ready = link(program, vertexSource, fragmentSource) &&
                link(soft, vertexSource, softSource) && link(lines, lineVertexSource, lineSource) &&
                array.create() && buffer.create();
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
            for (Frame* f : {&fine, &plain, &cast, &softer})
                f->reset();
            printed.clear();
            blank.reset();
            buffer.destroy();
            array.destroy();
            program.removeAllShaders();
            soft.removeAllShaders();
            lines.removeAllShaders();
            context.doneCurrent();
        }
    }
    static bool link(QOpenGLShaderProgram& p, const char* vertex, const char* fragment) {
        const bool good = p.addShaderFromSourceCode(QOpenGLShader::Vertex, vertex) &&
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
    void castShadow(const Scene& scene, const Footprint& print, double radius) {
        auto* f = context.functions();
        for (Frame* each : {&cast, &softer})
            if (!*each) {
                *each = std::make_unique<QOpenGLFramebufferObject>(shadowSize, shadowSize);
                f->glBindTexture(GL_TEXTURE_2D, (*each)->texture());
                for (GLenum filter : {GL_TEXTURE_MIN_FILTER, GL_TEXTURE_MAG_FILTER})
                    f->glTexParameteri(GL_TEXTURE_2D, filter, GL_LINEAR);
            }
        const Vec2 half = (print.high - print.low) / 2, middle = (print.high + print.low) / 2;
        Mat4 down = Mat4::Zero(); // it fills the picture
        down(0, 0) = 1 / half.x();
        down(1, 1) = 1 / half.y();
        down(0, 3) = -middle.x() / half.x();
        down(1, 3) = -middle.y() / half.y();
        down(3, 3) = 1;
        Mesh flat(down);
        for (const Face& face : scene.faces) {
            double height = 0;
            std::vector<Vec3> fallen = face.corners;
            for (Vec3& p : fallen) {
                const double z = p.z() - print.ground;
                height += z / double(fallen.size());
                p = Vec3(p.x() + shadowAside.x() * z, p.y() + shadowAside.y() * z, 0);
            }
            // Paper high above the table hardly darkens it, film hardly at all.
            flat.polygon(fallen, Qt::black, 0.5 * face.alpha * std::exp(-3.2 * height / radius));
        }
        f->glViewport(0, 0, shadowSize, shadowSize);
        f->glDisable(GL_DEPTH_TEST);
        cast->bind();
        f->glClear(GL_COLOR_BUFFER_BIT);
        blank->bind();
        draw(flat);
        soft.bind();
        const Mat4 whole = Mat4::Identity();
        Mesh sheet(whole);
        sheet.picture({Vec4(-1, -1, 0, 1), Vec4(1, -1, 0, 1), Vec4(1, 1, 0, 1), Vec4(-1, 1, 0, 1)},
                      Qt::white, 1);
        f->glDisable(GL_BLEND);
        for (const bool across : {true, false}) {
            (across ? softer : cast)->bind();
            f->glBindTexture(GL_TEXTURE_2D, (across ? cast : softer)->texture());
            soft.setUniformValue("by", across ? float(print.soft / 10 / half.x()) : 0.f,
                                 across ? 0.f : float(print.soft / 10 / half.y()));
            draw(sheet);
        }
        f->glEnable(GL_BLEND);
        program.bind();
    }
};

GlPainter::GlPainter() : gl_(std::make_unique<Gl>()) {}
GlPainter::~GlPainter() = default;
bool GlPainter::usable() const { return gl_->ready; }

GlPainter& GlPainter::shared() {
    static auto* painter = new GlPainter; // outlives every view; the driver cleans up
    return *painter;
}

GlPainter::Drawn GlPainter::paint(const Scene& scene, const Camera& camera, const QSize& size,
                                  double ratio, bool moving) {
    if (!usable() || size.isEmpty() || !gl_->context.makeCurrent(&gl_->surface))
        return {};
    const Vec3 eye = camera.eye();
    const bool any = !scene.faces.empty();
    const Footprint print = any ? Footprint(scene) : Footprint();
    const QRect part = any ? seenIn(size, camera.matrix(size), scene, print) : QRect({0, 0}, size);
    Drawn drawn;
    drawn.at = part.topLeft();
    if (part.isEmpty()) { // all of it lies beside the view
        gl_->context.doneCurrent();
        drawn.image = QImage(1, 1, QImage::Format_ARGB32_Premultiplied);
        drawn.image.fill(Qt::transparent);
        drawn.at = {};
        return drawn;
    }
    // Lines are smooth by themselves; samples smooth the rest, at twice the time of the processor.
    const bool sampled = !moving || !gl_->slow;
    const auto takes = [&](Gl::Frame& frame, int n) {
        const QSize had = frame ? frame->size() : QSize();
        if (had.width() >= part.width() && had.height() >= part.height())
            return;
        QOpenGLFramebufferObjectFormat format;
        format.setSamples(n);
        format.setAttachment(QOpenGLFramebufferObject::Depth);
        frame = std::make_unique<QOpenGLFramebufferObject>(had.expandedTo(part.size()), format);
    };
    takes(gl_->plain, 0);
    if (sampled)
        takes(gl_->fine, samples);
    auto* f = gl_->context.extraFunctions();
    f->glClearColor(0, 0, 0, 0);
    f->glEnable(GL_BLEND);
    f->glBlendFunc(GL_ONE, GL_ONE_MINUS_SRC_ALPHA);
    gl_->array.bind();
    gl_->program.bind();
    for (int i : {0, 1, 2})
        gl_->program.enableAttributeArray(i);
    gl_->buffer.bind();
    const Mat4 m = partOf(size, part) * camera.matrix(size);
    if (any)
        gl_->castShadow(scene, print, camera.radius);

    (sampled ? gl_->fine : gl_->plain)->bind();
    f->glViewport(0, 0, part.width(), part.height());
    f->glEnable(GL_SCISSOR_TEST);
    f->glScissor(0, 0, part.width(), part.height());
    f->glClear(GL_COLOR_BUFFER_BIT | GL_DEPTH_BUFFER_BIT);
    f->glDisable(GL_SCISSOR_TEST);
    f->glDisable(GL_DEPTH_TEST);
    if (any) {
        Mesh table(m);
        const auto corners = print.corners();
        table.picture({m * corners[0].homogeneous(), m * corners[1].homogeneous(),
                       m * corners[2].homogeneous(), m * corners[3].homogeneous()},
                      theme().dark ? QColor(0, 0, 0) : QColor(46, 34, 22), 1);
        f->glBindTexture(GL_TEXTURE_2D, gl_->cast->texture());
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
        const bool patterned = front && face.print >= 0;
        papers[patterned ? size_t(face.print) : scene.prints.size()].polygon(
            face.corners, front ? face.face : face.back, 1, patterned ? &face.tiles : nullptr);
    }
    for (size_t i = 0; i < papers.size(); ++i) {
        if (papers[i].vertices.empty())
            continue;
        (i < scene.prints.size() ? gl_->textureOf(scene.prints[i]) : *gl_->blank).bind();
        gl_->draw(papers[i]);
    }
    gl_->blank->bind();
    f->glDepthMask(GL_FALSE); // half covered pixels hide nothing; what lies behind film is seen
    gl_->lines.bind();
    for (const bool bold : {false, true}) { // what is marked last
        Mesh lines(m);
        for (const Edge& e : scene.edges)
            if ((e.width > 2) == bold)
                lines.line(e, part.size(), ratio);
        gl_->draw(lines);
    }
    gl_->program.bind();
    gl_->draw(clear);
    f->glDepthMask(GL_TRUE);

    gl_->program.release();
    gl_->array.release();
    if (sampled) {
        const QRect here({0, 0}, part.size());
        QOpenGLFramebufferObject::blitFramebuffer(gl_->plain.get(), here, gl_->fine.get(), here);
        gl_->plain->bind();
    }
    drawn.image = QImage(part.size(), QImage::Format_ARGB32_Premultiplied);
    f->glReadPixels(0, 0, part.width(), part.height(), GL_BGRA, GL_UNSIGNED_INT_8_8_8_8_REV,
                    drawn.image.bits());
    gl_->plain->release();
    gl_->context.doneCurrent();
    drawn.image.setDevicePixelRatio(ratio);
    return drawn;
}

void paintScene(QPainter& painter, const Scene& scene, const Camera& camera, const QSize& size,
                bool moving) {
    const double ratio = painter.device()->devicePixelRatioF();
    const auto drawn = GlPainter::shared().paint(scene, camera, size * ratio, ratio, moving);
    if (drawn.image.isNull())
        paintSoftly(painter, scene, camera, size);
    else
        painter.drawImage(QPointF(drawn.at) / ratio, drawn.image);
}

} // namespace hl::app
