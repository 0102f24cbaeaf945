// The standing card as a scene: stances, camera, and the two painters of it.
#include "app/look/theme.h"
#include "app/standing/painter.h"
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QDir>
#include <QPainter>
#include <QtTest>
#include <map>
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
        for (const Posture stance : {Posture::Lying, Posture::Standing, Posture::Cradled})
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
        QVERIFY(putDown(*demo("viaduct")).posture == Posture::Cradled);
        QVERIFY(putDown(*demo("signal-box")).posture == Posture::Standing);
        QVERIFY(putDown(*demo("footbridge")).posture == Posture::Lying);
    }

    // Framed, the card fills the picture as well as its shape allows, whatever shape that has, and
    // nothing of it lies outside.
    void theFramedCardFillsThePicture() {
        for (const char* name : {"viaduct", "signal-box", "footbridge", "station-platform"})
            for (const QSizeF size : {QSizeF(700, 350), QSizeF(400, 400), QSizeF(300, 640)}) {
                auto c = demo(name);
                const PutDown stance = putDown(*c);
                for (const double opening : {2.0, 90.0, 180.0}) {
                    const Pose pose = poseAt(c->linkage, c->motion, opening);
                    Camera camera;
                    frame(camera, *c, {pose}, stance, size);
                    QRectF seen;
                    for (const Face& f : sceneOf(*c, pose, stance, {}).faces)
                        for (const Vec3& p : f.corners) {
                            const QPointF at =
                                toPixels(camera.matrix(size) * p.homogeneous(), size);
                            seen = seen.isNull() ? QRectF(at, QSizeF(1e-3, 1e-3))
                                                 : seen.united(QRectF(at, QSizeF(1e-3, 1e-3)));
                        }
                    const QString what = QString("%1 at %2").arg(name).arg(opening);
                    QVERIFY2(QRectF({0, 0}, size).contains(seen), qPrintable(what));
                    const double filled =
                        std::max(seen.width() / size.width(), seen.height() / size.height());
                    QVERIFY2(filled > 0.8 && filled < 0.9, qPrintable(what));
                    const QPointF off = seen.center() - QRectF({0, 0}, size).center();
                    QVERIFY2(std::hypot(off.x(), off.y()) < 3, qPrintable(what));
                }
            }
    }

    // A card that shows more of its faces from the right is seen from there.
    void theCardIsSeenFromItsBestSide() {
        auto c = demo("signal-box");
        Camera camera;
        frame(camera, *c, {c->poses[90]}, Posture::Standing, {600, 400});
        const double yaw = camera.yaw;
        QVERIFY(std::fabs(yaw) > 0.3);
        // Turned round by half a circle it is seen from its back; the best side is the other one.
        auto faces = [&](double from) {
            camera.yaw = from;
            const Vec3 toEye = (camera.eye() - camera.target).normalized();
            const Rigid stand = stanceOf(Posture::Standing, 90);
            double sum = 0;
            for (size_t i = 0; i < c->assembly.panels.size(); ++i)
                if (c->assembly.panels[i].role != Role::Tab)
                    sum += std::fabs(areaOf(c->assembly.panels[i].outline)) *
                           std::max(0.0, (stand * c->poses[90].panels[i]).turn.col(2).dot(toEye));
            return sum;
        };
        QVERIFY(faces(yaw) >= 0.97 * faces(-yaw));
    }

    // Panels that lie on one another in the closed card are drawn in their order, apart.
    void closedLayersComeApart() {
        auto c = demo("station-platform");
        const auto flats = flatStates(*c, {});
        QVERIFY(!flats.empty() && flats.front().opening < 1e-9);
        const FlatState& closed = flats.front();
        const Scene s = sceneOf(*c, c->poses[0], Posture::Standing, {}, {&flats});
        const Rigid stand = stanceOf(Posture::Standing, 0);
        const Vec3 up = (stand * c->poses[0].panels[size_t(c->assembly.root)]).turn.col(2);
        std::vector<double> height(c->assembly.panels.size(), 1e300);
        for (const Face& f : s.faces)
            height[size_t(f.panel)] = f.corners.front().dot(up);
        int told = 0;
        for (const Overlap& o : closed.overlaps) {
            if (std::abs(o.order()) != 1 || c->assembly.panels[size_t(o.a)].role == Role::Tab ||
                c->assembly.panels[size_t(o.b)].role == Role::Tab)
                continue;
            ++told;
            QVERIFY((height[size_t(o.a)] - height[size_t(o.b)]) * o.order() > 0.01);
        }
        QVERIFY2(told > 10, qPrintable(QString::number(told)));
    }

    // What is raised on foam inside the closed card does not come through the page that lies over
    // it.
    void whatIsRaisedStaysInside() {
        for (const char* on : {"card.page-right", "card.page-left"}) {
            const Design d =
                with(card(), "topper", on, {{"width", "30"}, {"height", "20"}, {"raise", "3"}});
            const Case c(d, *assemble(d));
            const auto flats = flatStates(c, {});
            std::map<std::string, double> low, high;
            for (const Face& f : sceneOf(c, c.poses[0], Posture::Lying, {}, {&flats}).faces)
                for (const Vec3& p : f.corners) {
                    const std::string& id = c.assembly.panels[size_t(f.panel)].id;
                    low[id] = low.count(id) ? std::min(low[id], p.z()) : p.z();
                    high[id] = high.count(id) ? std::max(high[id], p.z()) : p.z();
                }
            QVERIFY(high["topper1.topper"] < low["card.page-left"] + 1e-9 ||
                    std::string(on) == "card.page-left");
            QVERIFY(low["topper1.topper"] > high["card.page-right"] - 1e-9 ||
                    std::string(on) == "card.page-right");
            QVERIFY(low["card.page-left"] - high["card.page-right"] > 3);
        }
    }

    // What a fold has turned under a page stays under it, shut card or open: the departure board's
    // strip lies outside, its other panels within, and the sign that is raised on the last of them
    // comes through none.
    void whatIsTurnedUnderStaysUnder() {
        auto c = demo("14-departure-board");
        const auto flats = flatStates(*c, {});
        for (double opening : {0.0, 6.0, 20.0, 60.0}) {
            const Pose pose = poseAt(c->linkage, c->motion, opening);
            const Scene s = sceneOf(*c, pose, Posture::Lying, {}, {&flats});
            const Rigid page = stanceOf(Posture::Lying, opening) *
                               pose.panels[size_t(c->assembly.panel("card.page-left"))];
            std::map<std::string, std::pair<double, double>> reach; // along the page's face
            for (const Face& f : s.faces)
                for (const Vec3& p : f.corners) {
                    const double h = page.turn.col(2).dot(p - page.shift);
                    auto [it, fresh] =
                        reach.try_emplace(c->assembly.panels[size_t(f.panel)].id, h, h);
                    it->second = {std::min(it->second.first, h), std::max(it->second.second, h)};
                }
            const auto over = [&](const char* upper, const char* lower) {
                return reach.at(upper).first > reach.at(lower).second - 1e-6;
            };
            const QByteArray at = QByteArray::number(opening);
            QVERIFY2(over("card.page-left", "board.panel-1"), at);
            QVERIFY2(over("board.panel-2", "card.page-left"), at);
            QVERIFY2(over("board.panel-3", "topper2.topper"), at);
            QVERIFY2(over("topper2.topper", "board.panel-2"), at);
        }
    }

    // What is raised stands on foam: pads from the panel up to it, set back from its edge.
    void foamIsSeen() {
        const auto sides = [](const char* raise) {
            const Design d = with(card(), "topper", "card.page-right",
                                  {{"width", "30"}, {"height", "20"}, {"raise", raise}});
            const Assembly a = *assemble(d);
            const auto c = std::make_shared<const Case>(d, a);
            const int topper = a.panel("topper1.topper");
            std::vector<Face> out;
            for (const Face& f : sceneOf(*c, c->poses.back(), Posture::Lying, {}).faces)
                if (f.panel == topper)
                    out.push_back(f);
            return out;
        };
        QCOMPARE(sides("0").size(), size_t(1));
        const auto raised = sides("3");
        QCOMPARE(raised.size(), size_t(5));
        double highest = -1e9;
        for (const Vec3& p : raised[0].corners)
            highest = std::max(highest, p.z());
        for (size_t i = 1; i < raised.size(); ++i) {
            double low = 1e9, high = -1e9;
            for (const Vec3& p : raised[i].corners) {
                low = std::min(low, p.z());
                high = std::max(high, p.z());
            }
            QVERIFY(std::fabs(raised[i].normal.z()) < 1e-6);
            QVERIFY2(std::fabs(high - highest) < 1e-6 && high - low > 2.5 && high - low < 4.5,
                     qPrintable(QString::number(high - low)));
            const double wide = (raised[i].corners[1] - raised[i].corners[0]).norm();
            QVERIFY(std::fabs(wide - 27) < 1e-3 || std::fabs(wide - 17) < 1e-3);
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

    // Figures and letters on a panel are seen above the mats on that side of it, however many there
    // are and whatever was laid first.
    void whatIsGluedOnAMattedPanelLiesOnTop() {
        for (const char* side : {"face", "back"}) {
            Design d = test::card();
            const std::string page = "card.page-right";
            d = test::with(d, "topper", page, {{"side", side}, {"width", "30"}, {"height", "30"}});
            d = test::with(d, "mat", page, {{"side", side}});
            d = test::with(d, "mat", "mat1.mat");
            d = test::with(d, "topper", "topper1.topper", {{"width", "9"}, {"height", "9"}});
            const Case c(d, *assemble(d));
            const Scene s = sceneOf(c, c.poses[90], Posture::Standing, {});
            // How far a panel is drawn from the page, on that side.
            const auto above = [&](const std::string& id) {
                const int panel = c.assembly.panel(id), under = c.assembly.panel(page);
                const auto of = [&](int p) {
                    return std::find_if(s.faces.begin(), s.faces.end(),
                                        [&](const Face& f) { return f.panel == p; });
                };
                if (panel < 0 || of(panel) == s.faces.end())
                    qFatal("%s is not drawn", id.c_str());
                const double off =
                    of(under)->normal.dot(of(panel)->corners[0] - of(under)->corners[0]);
                return side[0] == 'f' ? off : -off;
            };
            QVERIFY2(above("mat1.mat") > 0.1 && above("mat2.mat") > above("mat1.mat") + 0.1, side);
            QVERIFY2(above("topper1.topper") > above("mat2.mat") + 0.1, side);
            QVERIFY2(above("topper2.topper") > above("topper1.topper") + 0.1, side);
        }
        // One that reaches over the edge of the mat below it, on a figure that is matted.
        Design d = test::card();
        d = test::with(d, "topper", "card.page-right", {{"width", "24"}, {"height", "24"}});
        d = test::with(d, "mat", "topper1.topper");
        d = test::with(d, "topper", "mat1.mat", {{"width", "23"}, {"height", "5"}});
        const Case c(d, *assemble(d));
        QVERIFY(c.assembly.panels[size_t(c.assembly.panel("topper2.topper"))].rides < 0);
        const Scene s = sceneOf(c, c.poses[90], Posture::Standing, {});
        std::optional<double> last;
        for (const char* id : {"card.page-right", "topper1.topper", "mat1.mat", "topper2.topper"}) {
            const int panel = c.assembly.panel(id);
            for (const Face& f : s.faces)
                if (f.panel == panel) {
                    const double off = f.normal.dot(f.corners[0]);
                    QVERIFY2(!last || off > *last + 0.1, id);
                    last = off;
                    break;
                }
        }
    }

    void whatIsSelectedStandsOut() {
        auto c = demo("station-platform");
        const Pose& p = c->poses[90];
        const Scene plain = sceneOf(*c, p, Posture::Lying, {});
        const Scene chosen = sceneOf(*c, p, Posture::Lying, {{"tent1"}, {"box1.tip"}});
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
        const PutDown stance = putDown(*c);
        Camera camera;
        frame(camera, *c, {c->poses[90]}, stance, {700, 350});
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
            QVERIFY(GlPainter::shared().paint(scene, camera, size, 1).image.isNull());
            return;
        }
        QVERIFY(GlPainter::shared().usable());
        // Of the view only what anything is seen in, at its place; the same while it moves.
        const auto drawn = GlPainter::shared().paint(scene, camera, size, 1);
        QVERIFY(QRect({0, 0}, size).contains(QRect(drawn.at, drawn.image.size())));
        QImage gl(size, QImage::Format_ARGB32_Premultiplied), moving = gl;
        for (const bool moves : {false, true}) {
            (moves ? moving : gl).fill(Qt::transparent);
            QPainter painter(moves ? &moving : &gl);
            paintScene(painter, scene, camera, size, moves);
        }
        QVERIFY(std::abs(inked(moving) - inked(gl)) < 0.002);
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

HL_TEST(SceneTest)
#include "scene.moc"
