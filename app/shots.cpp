// Takes the pictures in docs/screenshots: each main view, from the demo designs.
// Usage: hl-shots FOLDER
#include "app/assemble/assemble_pane.h"
#include "app/assemble/bench_view.h"
#include "app/assemble/progress_book.h"
#include "app/flat/flat_view.h"
#include "app/gallery/gallery.h"
#include "app/log/sample_year.h"
#include "app/look/theme.h"
#include "app/make/make_pane.h"
#include "app/prove/ask_dialog.h"
#include "app/prove/prove_view.h"
#include "app/standing/standing_view.h"
#include "app/start/card_picture.h"
#include "app/start/start_page.h"
#include "app/workbench.h"
#include "core/assemble/assemble.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "core/files/workshop.h"
#include "core/structures/family.h"
#include <QAction>
#include <QApplication>
#include <QCheckBox>
#include <QDir>
#include <QElapsedTimer>
#include <QLineEdit>
#include <QListWidget>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QSpinBox>
#include <QTemporaryDir>
#include <cstdio>

namespace {

using namespace hl;

void settle(Workbench& w) {
    QElapsedTimer clock;
    clock.start();
    auto ready = [&] {
        auto s = w.session().snapshot();
        return s && w.session().current() && s->stage == Snapshot::Advised && w.flat().settled();
    };
    while (!ready() && clock.elapsed() < 20000)
        QApplication::processEvents(QEventLoop::WaitForMoreEvents, 20);
    for (int i = 0; i < 10; ++i)
        QApplication::processEvents(QEventLoop::AllEvents, 20);
}

// Waits until all pictures of cards that are seen are there.
void pictures(const QWidget& of) {
    const auto missing = [&] {
        for (auto* p : of.findChildren<CardPicture*>())
            if (p->empty() && !p->visibleRegion().isEmpty())
                return true;
        return false;
    };
    QElapsedTimer clock;
    clock.start();
    while (missing() && clock.elapsed() < 20000)
        QApplication::processEvents(QEventLoop::WaitForMoreEvents, 20);
}

// Waits until cuts and scores are planned for what is shown.
void planned(const MakePane& make, Workbench& w) {
    QElapsedTimer clock;
    clock.start();
    settle(w);
    while (!(make.planned() && make.planned()->folded == w.session().snapshot()->folded) &&
           clock.elapsed() < 20000)
        QApplication::processEvents(QEventLoop::WaitForMoreEvents, 20);
}

// Designs closed, half open and as they are displayed, on one sheet.
bool contactSheet(const std::vector<std::pair<QString, QString>>& designs, int columns,
                  const QSize& cell, const QString& file) {
    const int n = int(designs.size()), width = cell.width(), height = cell.height();
    QImage sheet(columns * width, (n + columns - 1) / columns * height, QImage::Format_RGB32);
    sheet.fill(theme().panel);
    QPainter painter(&sheet);
    bool good = true;
    for (int i = 0; i < n; ++i) {
        const auto& [path, label] = designs[size_t(i)];
        auto d = loadDesign(path.toStdString());
        if (!d) {
            good = false;
            continue;
        }
        const auto folded = std::make_shared<const Case>(*d, *assemble(*d));
        const auto pictured = std::make_shared<const Pictured>(folded);
        const QPoint at(i % columns * width, i / columns * height);
        const double first = folded->first(), last = folded->last();
        const double shown = std::min(folded->assembly.display.at, last);
        const double openings[] = {first, first + (shown - first) / 2, shown == 90 ? 100 : shown};
        for (int k = 0; k < 3; ++k) {
            CardPicture picture;
            picture.show(pictured);
            picture.resize(width / 3 - 4, height - 22);
            picture.setOpening(std::min(openings[k], last));
            painter.drawPixmap(at + QPoint(k * width / 3 + 2, 0), picture.grab());
        }
        painter.setPen(theme().ink);
        painter.drawText(QRect(at.x() + 6, at.y() + height - 22, width - 8, 18), Qt::AlignLeft,
                         label.isEmpty() ? QString::fromStdString(d->title)
                                         : label + ": " + QString::fromStdString(d->title));
    }
    return good && sheet.save(file);
}

// Every family's demo design.
bool families(const QDir& demo, const QString& file) {
    std::vector<std::pair<QString, QString>> all;
    for (const Family& f : hl::families())
        all.emplace_back(demo.filePath(QString("families/%1.hlantern").arg(f.id.c_str())),
                         QString::fromStdString(f.name));
    return contactSheet(all, 3, {480, 140}, file);
}

// The shop's commissions.
bool commissions(const QDir& demo, const QString& file) {
    std::vector<std::pair<QString, QString>> all;
    for (const QString& name : demo.entryList({"*.hlantern"}, QDir::Files, QDir::Name))
        if (name.front().isDigit())
            all.emplace_back(demo.filePath(name), QString());
    return contactSheet(all, 2, {720, 190}, file);
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
    QTemporaryDir shop; // its journal, and nobody else's
    if (Trouble t = showSampleYear(demo.path(), shop.filePath("journal.sqlite")))
        std::fprintf(stderr, "hl-shots: %s\n", t->text().c_str());
    Workbench w;
    applyTheme(app);
    w.show();
    bool good = true;
    auto shoot = [&](const char* name) { good &= w.grab().save(out.filePath(name)); };
    auto design = [&](const char* file) {
        good &= w.open(demo.filePath(file));
        settle(w);
    };

    good &= families(demo, out.filePath("families.png"));
    good &= commissions(demo, out.filePath("commissions.png"));
    auto pictured = [] { // the small cards are folded once they are seen
        for (int i = 0; i < 20; ++i)
            QApplication::processEvents(QEventLoop::AllEvents, 20);
    };
    w.showStart();
    pictured();
    shoot("start.png");
    design("station-platform.hlantern");
    w.session().selection().choose("tent1");
    w.session().setOpening(105);
    settle(w);
    shoot("build.png");
    // A drawn design, with a crease just being placed.
    design("water-tower.hlantern");
    w.session().selection().choose("tower-front");
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
    w.session().placing().setTool(Placing::Tool::Select);
    QMouseEvent release(QEvent::MouseButtonRelease, to, w.flat().mapToGlobal(to), Qt::LeftButton,
                        Qt::NoButton, {});
    QApplication::sendEvent(&w.flat(), &release);
    design("viaduct.hlantern");
    w.session().setOpening(130);
    w.goTo("card");
    settle(w);
    pictured();
    shoot("card.png");
    // Sheets of the shop's drawer being cut, and a blank being scored.
    if (auto kept = readFile(demo.filePath("drawer.json").toStdString()))
        if (auto drawer = workshopFromText(*kept))
            w.session().setWorkshop(*drawer);
    design("21-signal-tower.hlantern");
    w.goTo("make");
    auto& make = *w.findChild<MakePane*>();
    if (auto* drawer = make.findChild<QCheckBox*>("make-from-drawer"); !drawer->isChecked())
        drawer->click();
    planned(make, w);
    make.findChild<QListWidget*>("make-things")->setCurrentRow(1);
    make.findChild<QListWidget*>("make-steps")->setCurrentRow(3);
    settle(w);
    shoot("make.png");
    design("08-cutting.hlantern");
    w.goTo("make");
    planned(make, w);
    make.turnTo(MakePane::Scores);
    make.findChild<QListWidget*>("make-steps")->setCurrentRow(2);
    settle(w);
    shoot("scores.png");
    make.turnTo(MakePane::Cuts);
    // The order of the work at a closing, four cards of it; and that step at the bench.
    design("station-platform.hlantern");
    w.goTo("assemble");
    auto& assemble = *w.findChild<AssemblePane*>();
    assemble.findChild<QSpinBox*>("assemble-cards")->setValue(4);
    const auto laid = [&] {
        QElapsedTimer clock;
        clock.start();
        settle(w);
        while (!(assemble.work() && assemble.work()->cards == 4 &&
                 assemble.work()->folded == w.session().snapshot()->folded) &&
               clock.elapsed() < 20000)
            QApplication::processEvents(QEventLoop::WaitForMoreEvents, 20);
    };
    laid();
    const auto work = assemble.work();
    const auto& order = work->work.steps;
    const auto closing = std::find_if(order.begin(), order.end(),
                                      [](auto& s) { return s.what == steps::Do::Close; });
    assemble.findChild<QListWidget*>("assemble-steps")->setCurrentRow(int(closing - order.begin()));
    settle(w);
    shoot("assemble.png");
    ProgressBook(w.session().keyFor("bench/")).clear();
    assemble.findChild<QPushButton*>("assemble-bench")->click();
    settle(w);
    for (auto i = order.begin(); i != closing; ++i)
        w.findChild<BenchView*>()->forward();
    settle(w);
    shoot("bench.png");
    ProgressBook(w.session().keyFor("bench/")).clear();
    emit w.findChild<BenchView*>()->left();
    // A year of the shop in the journal.
    w.goTo("log");
    w.findChild<QListWidget*>("log-builds")->setCurrentRow(2);
    settle(w);
    shoot("log.png");
    // A finding that shows itself.
    design("faulty/collision.hlantern");
    w.goTo("prove");
    settle(w);
    if (const auto& found = w.session().snapshot()->findings; !found.empty())
        w.session().show(found.front());
    settle(w);
    shoot("prove.png");
    // What a sound design has to show: its closed card, and a question asked backwards.
    design("station-platform.hlantern");
    w.session().setOpening(95);
    w.goTo("prove");
    w.findChild<ProveView*>()->turnTo(ProveView::Closed);
    settle(w);
    shoot("closed-card.png");
    w.findChild<ProveView*>()->turnTo(ProveView::Facts);
    settle(w);
    shoot("figures.png");
    w.session().selection().choose("box1");
    w.findChild<QAction*>("ask")->trigger();
    settle(w);
    if (auto* ask = w.findChild<AskDialog*>()) {
        ask->findChild<QPushButton*>("ask-go")->click();
        QElapsedTimer clock;
        clock.start();
        while (!ask->findChild<QPushButton*>("ask-use")->isEnabled() && clock.elapsed() < 20000)
            QApplication::processEvents(QEventLoop::WaitForMoreEvents, 20);
        good &= ask->grab().save(out.filePath("ask.png"));
        ask->reject();
    }
    w.findChild<ProveView*>()->turnTo(ProveView::Profile);
    settle(w);
    // The gallery, searched, and a structure being placed.
    design("families/z-fold.hlantern");
    w.findChild<QAction*>("gallery")->trigger();
    settle(w);
    if (auto* gallery = w.findChild<Gallery*>()) {
        pictures(*gallery);
        good &= gallery->grab().save(out.filePath("gallery.png"));
        gallery->reject();
    }
    settle(w);
    design("viaduct.hlantern");
    w.session().setOpening(120);
    w.session().placing().start("platform");
    const QPointF spot = w.standing().pixelOf("card.page-right", Vec2(0, 40));
    QMouseEvent point(QEvent::MouseMove, spot, w.standing().mapToGlobal(spot), Qt::NoButton,
                      Qt::NoButton, {});
    QApplication::sendEvent(&w.standing(), &point);
    settle(w);
    shoot("placing.png");
    w.session().placing().setTool(Placing::Tool::Select);
    design("01-water-tower.hlantern");
    w.goTo("dress");
    w.session().selection().choose("card.page-right");
    settle(w);
    shoot("dress.png");
    w.goTo("build");
    w.findChild<QAction*>("dusk")->trigger();
    design("station-platform.hlantern");
    w.session().setOpening(70);
    w.session().selection().choose("v-fold1.centre");
    settle(w);
    shoot("dark.png");
    return good ? 0 : 1;
}
