// Dragging the opening of the reference design in the real window: frames per second of the whole
// path, and what each part of it takes: solving the pose, shading it into a scene, painting it.
// Run under Xvfb it measures Mesa's software OpenGL.
#include "app/look/theme.h"
#include "app/standing/painter.h"
#include "app/standing/standing_view.h"
#include "app/workbench.h"
#include "bench/reference.h"
#include "core/files/hlantern.h"
#include <QApplication>
#include <QTemporaryDir>
#include <chrono>
#include <cstdio>

using namespace hl;
using Clock = std::chrono::steady_clock;

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QTemporaryDir dir;
    const std::string file = dir.filePath("reference.hlantern").toStdString();
    if (saveDesign(bench::referenceDesign(), file))
        return 2;
    chooseTheme(false);
    Workbench w;
    applyTheme(app);
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
    constexpr int frames = 120;
    const double whole = seconds([&] {
        for (int i = 0; i < frames; ++i) {
            w.session().setOpening(20 + 140.0 * ((i * 7) % frames) / frames + 0.3);
            view.repaint(); // as a drag does, once for each movement
        }
    });
    double solve = 0, shade = 0, paint = 0;
    for (int i = 0; i < frames; ++i) {
        const double opening = 20 + 140.0 * ((i * 7) % frames) / frames + 0.3;
        Pose pose;
        Scene scene;
        solve += seconds([&] { pose = poseAt(c.linkage, c.motion, opening); });
        shade += seconds([&] { scene = sceneOf(c, pose, view.stance(), {}); });
        paint += seconds([&] {
            GlPainter::shared().paint(scene, view.camera, view.size(), view.devicePixelRatioF());
        });
    }
    const double each = 1000.0 / frames;
    std::printf("dragging the reference (%zu panels) at %d x %d: %.0f frames per second\n",
                c.assembly.panels.size(), view.width(), view.height(), frames / whole);
    std::printf("  of %.1f ms a frame: solve %.2f, shade %.2f, paint %.1f (%s)\n", whole * each,
                solve * each, shade * each, paint * each,
                GlPainter::shared().usable() ? "OpenGL" : "no OpenGL here");
    std::fflush(stdout);
    std::_Exit(0);
}
