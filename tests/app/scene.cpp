// The standing card as a scene: stances, camera, and the two painters of it.
#include "app/look/theme.h"
#include "app/standing/painter.h"
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "tests/support.h"
#include <QDir>
#include <QPainter>
#include <QtTest>
#include <set>

using namespace hl;
using namespace hl::test;

class SceneTest : public QObject {
    Q_OBJECT
    static std::shared_ptr<const Case> demo(const char* name) {
        const Design d =
            *loadDesign(std::string(HL_SOURCE_DIR "/demo/quillmere/") + name + ".hlantern");
        return std::make_shared<const Case>(d, *assemble(d));
    }
    static double inked(const QImage& image) {
        int n = 0;
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x)
                n += qAlpha(image.pixel(x, y)) > 128;
        return double(n) / (image.width() * image.height());
    }

  private slots:
    void initTestCase() { chooseTheme(false); }

    // However it is put down, the card rests on the table: nothing of the pages is below it, and
    // the spine or the lower page lies on it.
    void theCardRestsOnTheTable() {
        auto c = demo("signal-box");
        for (Posture stance : {Posture::Lying, Posture::Standing, Posture::Cradled})
            for (double opening : {0.0, 1.0, 60.0, 90.0, 135.0, 180.0}) {
                const Rigid stand = stanceOf(stance, opening);
                QVERIFY((stand.turn * stand.turn.transpose() - Mat3::Identity()).norm() < 1e-12);
                QVERIFY(std::abs(stand.turn.determinant() - 1) < 1e-12);
                const Pose p = poseAt(c->linkage, c->motion, opening);
                double lowest = 1e9;
                for (const char* page : {"card.page-left", "card.page-right"}) {
                    const int i = c->assembly.panel(page);
                    for (const Vec2& corner : c->assembly.panels[i].outline)
                        lowest = std::min(lowest, (stand * p.panels[i]).at(corner).z());
                }
                QVERIFY2(std::abs(lowest) < 1e-9, qPrintable(QString::number(lowest)));
            }
    }

    void theStanceSuitsTheCard() {
        QVERIFY(naturalStance(demo("viaduct")->design) == Posture::Cradled);
        QVERIFY(naturalStance(demo("signal-box")->design) == Posture::Standing);
        QVERIFY(naturalStance(demo("footbridge")->design) == Posture::Lying);
    }

    // At every opening the whole card is in the picture.
    void theWholeMotionIsInView() {
        for (const char* name : {"viaduct", "signal-box", "footbridge", "station-platform"}) {
            auto c = demo(name);
            const Posture stance = naturalStance(c->design);
            Camera camera;
            frame(camera, c->design, stance);
            const QSizeF size(700, 350);
            for (int opening = 0; opening <= 180; opening += 30) {
                const Scene s = sceneOf(*c, c->poses[size_t(opening)], stance, {});
                for (const Face& f : s.faces)
                    for (const Vec3& p : f.corners) {
                        const QPointF at = toPixels(camera.matrix(size) * p.homogeneous(), size);
                        QVERIFY2(QRectF(QPointF(-12, -12), size + QSizeF(24, 24)).contains(at),
                                 qPrintable(QString("%1 at %2: %3 %4")
                                                .arg(name)
                                                .arg(opening)
                                                .arg(at.x())
                                                .arg(at.y())));
                    }
            }
        }
    }

    void theCameraTurnsRoundItsTarget() {
        Camera camera;
        camera.target = Vec3(10, -20, 30);
        const QSizeF size(400, 300);
        for (int i = 0; i < 20; ++i) {
            camera.orbit(0.37, i % 2 ? 0.21 : -0.17);
            const QPointF at = toPixels(camera.matrix(size) * camera.target.homogeneous(), size);
            QVERIFY(QLineF(at, QPointF(200, 150)).length() < 1e-9);
        }
        const double before = (camera.eye() - camera.target).norm();
        camera.zoomBy(2);
        QVERIFY(std::abs((camera.eye() - camera.target).norm() - before / 2) < 1e-9);
        // Panning by pixels moves what is at the target by those pixels.
        const Vec3 seen = camera.target;
        camera.pan({30, -12}, size);
        const QPointF at = toPixels(camera.matrix(size) * seen.homogeneous(), size);
        QVERIFY(QLineF(at, QPointF(230, 138)).length() < 0.01);
    }

    void whatIsSelectedStandsOut() {
        auto c = demo("station-platform");
        const Pose& p = c->poses[90];
        const Scene plain = sceneOf(*c, p, Posture::Lying, {});
        const Scene chosen = sceneOf(*c, p, Posture::Lying, {"tent1", "box1.tip"});
        QCOMPARE(plain.faces.size(), chosen.faces.size());
        for (size_t i = 0; i < plain.faces.size(); ++i) {
            const bool mine = c->assembly.panels[i].id.rfind("tent1.", 0) == 0;
            QCOMPARE(plain.faces[i].face != chosen.faces[i].face, mine);
        }
        auto thick = [](const Scene& s) {
            return std::count_if(s.edges.begin(), s.edges.end(),
                                 [](auto& e) { return e.width > 1.5; });
        };
        QCOMPARE(thick(plain), 0);
        QVERIFY(thick(chosen) > 4);
    }

    // Paper that faces away from the light is darker, and never black.
    void shadeFollowsTheAngle() {
        auto c = demo("signal-box");
        std::set<int> tones;
        for (int opening = 30; opening <= 150; opening += 20) {
            const Scene s = sceneOf(*c, c->poses[size_t(opening)], Posture::Standing, {});
            const Face& page = s.faces[size_t(c->assembly.panel("card.page-left"))];
            tones.insert(page.face.lightness());
            QVERIFY(page.face.lightness() > 90);
        }
        QVERIFY(tones.size() >= 4);
    }

    // Both painters draw the same card; where there is no OpenGL, the plain one serves.
    void bothPaintersAgree() {
        auto c = demo("footbridge");
        const Posture stance = naturalStance(c->design);
        Camera camera;
        frame(camera, c->design, stance);
        const Scene scene = sceneOf(*c, c->poses[100], stance, {});
        const QSize size(420, 300);
        QImage soft(size, QImage::Format_ARGB32_Premultiplied);
        soft.fill(Qt::transparent);
        {
            QPainter painter(&soft);
            paintSoftly(painter, scene, camera, size);
        }
        QVERIFY(inked(soft) > 0.1);
        // Only the platform without a screen has no OpenGL; anywhere else it must work.
        if (QGuiApplication::platformName() == "offscreen") {
            QVERIFY(!GlPainter::shared().usable());
            QVERIFY(GlPainter::shared().paint(scene, camera, size, 1).isNull());
            return;
        }
        QVERIFY(GlPainter::shared().usable());
        const QImage gl = GlPainter::shared().paint(scene, camera, size, 1);
        QCOMPARE(gl.size(), size);
        QVERIFY(std::abs(inked(gl) - inked(soft)) < 0.02);
        int differ = 0;
        for (int y = 0; y < size.height(); ++y)
            for (int x = 0; x < size.width(); ++x) {
                const QRgb a = gl.pixel(x, y), b = soft.pixel(x, y);
                differ += qAlpha(a) > 250 && qAlpha(b) > 250 &&
                          std::abs(qRed(a) - qRed(b)) + std::abs(qGreen(a) - qGreen(b)) > 60;
            }
        QVERIFY2(differ < size.width() * size.height() / 30, qPrintable(QString::number(differ)));
    }
};

QTEST_MAIN(SceneTest)
#include "scene.moc"
