// Takes the pictures in docs/screenshots: each main view, from the demo designs.
// Usage: hl-shots FOLDER
#include "app/flat/flat_view.h"
#include "app/look/theme.h"
#include "app/standing/standing_view.h"
#include "app/start/start_page.h"
#include "app/workbench.h"
#include <QAction>
#include <QApplication>
#include <QDir>
#include <QElapsedTimer>
#include <QMouseEvent>
#include <cstdio>

namespace {

using namespace hl;

void settle(Workbench& w) {
    QElapsedTimer clock;
    clock.start();
    auto ready = [&] {
        auto s = w.session().snapshot();
        return s && w.session().current() && s->stage == Snapshot::Advised;
    };
    while (!ready() && clock.elapsed() < 20000)
        QApplication::processEvents(QEventLoop::WaitForMoreEvents, 20);
    for (int i = 0; i < 10; ++i)
        QApplication::processEvents(QEventLoop::AllEvents, 20);
}

} // namespace

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QApplication::setApplicationName("Hinge Lantern shots");
    if (argc != 2 || !QDir().mkpath(argv[1])) {
        std::fprintf(stderr, "usage: hl-shots FOLDER\n");
        return 2;
    }
    const QDir out(argv[1]), demo(demoFolder());
    chooseTheme(false);
    Workbench w;
    applyTheme(app);
    w.show();
    bool good = true;
    auto shoot = [&](const char* name) { good &= w.grab().save(out.filePath(name)); };
    auto design = [&](const char* file) {
        good &= w.open(demo.filePath(file));
        settle(w);
    };

    w.showStart();
    for (int i = 0; i < 20; ++i)
        QApplication::processEvents(QEventLoop::AllEvents, 20);
    shoot("start.png");
    design("station-platform.hlantern");
    w.session().select("tent1");
    w.session().setOpening(105);
    settle(w);
    shoot("build.png");
    // A drawn design, with a crease just being placed.
    design("water-tower.hlantern");
    w.session().select("tower-front");
    w.session().setOpening(118);
    w.findChild<QAction*>("draw-valley")->trigger();
    settle(w);
    const QPointF from = w.flat().pixelOf("tower-front", Vec2(19, 0)),
                  to = w.flat().pixelOf("tower-front", Vec2(19, 40));
    QMouseEvent press(QEvent::MouseButtonPress, from, w.flat().mapToGlobal(from), Qt::LeftButton,
                      Qt::LeftButton, {});
    QMouseEvent move(QEvent::MouseMove, to, w.flat().mapToGlobal(to), Qt::NoButton, Qt::LeftButton,
                     {});
    QApplication::sendEvent(&w.flat(), &press);
    QApplication::sendEvent(&w.flat(), &move);
    settle(w);
    shoot("draw.png");
    w.session().setTool(Session::Tool::Select);
    design("viaduct.hlantern");
    w.session().setOpening(130);
    w.goTo(Workbench::Card);
    settle(w);
    shoot("card.png");
    design("signal-box.hlantern");
    w.session().setOpening(90);
    w.goTo(Workbench::Make);
    settle(w);
    shoot("make.png");
    design("faulty/collision.hlantern");
    w.session().setOpening(140);
    w.goTo(Workbench::Prove);
    settle(w);
    shoot("prove.png");
    w.findChild<QAction*>("dusk")->trigger();
    design("station-platform.hlantern");
    w.session().setOpening(70);
    w.session().select("v-fold1.centre");
    settle(w);
    shoot("dark.png");
    return good ? 0 : 1;
}
