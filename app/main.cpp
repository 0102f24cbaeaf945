// Starts Hinge Lantern: the start page, or the design named on the command line.
#include "app/log/sample_year.h"
#include "app/look/theme.h"
#include "app/session/paths.h"
#include "app/session/session.h"
#include "app/standing/card_image.h"
#include "app/start/start_page.h"
#include "app/workbench.h"
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "core/measure/plain_text.h"
#include <QApplication>
#include <QTimer>
#include <cstdio>
#include <cstdlib>
#include <memory>

namespace hl::app {

// For bench/startup.py: ends the program once the standing card has been painted.
class FirstPicture : public QObject {
  public:
    using QObject::QObject;
    bool eventFilter(QObject* watched, QEvent* event) override {
        if (event->type() == QEvent::Paint &&
            static_cast<Workbench*>(parent())->session().snapshot())
            QTimer::singleShot(0, qApp, [] { std::_Exit(0); });
        return QObject::eventFilter(watched, event);
    }
};

// An exception in a dialog or a view becomes a message; the document stays.
class Application : public QApplication {
  public:
    using QApplication::QApplication;
    bool notify(QObject* receiver, QEvent* event) override {
        try {
            return QApplication::notify(receiver, event);
        } catch (const std::exception& e) {
            for (QWidget* w : topLevelWidgets())
                if (auto* window = qobject_cast<Workbench*>(w))
                    window->tell(QObject::tr("Something went wrong in the program (%1). Your "
                                             "design is as it was; save it, and report this.")
                                     .arg(e.what()));
            return false;
        }
    }
};

static void leaveAfterFirstPicture(Workbench& window) {
    window.findChild<QWidget*>("standing-view")->installEventFilter(new FirstPicture(&window));
}

} // namespace hl::app

namespace hl::app {

// Pictures for the command line, without a window: --picture DESIGN OUT OPENING WIDTH HEIGHT
// FRAMES KIND. An opening below nought is the displayed one; more than one frame is a moving
// picture.
static int takePicture(const QStringList& words) {
    auto refuse = [](const Problem& p) {
        std::fprintf(stderr, "%s\n", plainText(p.text()).c_str());
        return 2;
    };
    auto design = loadDesign(bytesOf(words[0]));
    if (!design)
        return refuse(design.problem());
    auto made = assemble(*design);
    if (!made)
        return refuse(made.problem());
    const Pictured card(std::make_shared<const Case>(*design, *made));
    const Case& c = *card.folded;
    const QSize size(words[3].toInt(), words[4].toInt());
    const int frames = words[5].toInt();
    const double opening = words[2].toDouble();
    chooseTheme(false);
    const Trouble t =
        frames > 1
            ? saveFilm(cardFilm(card, frames, size), frames / 15.0, words[1],
                       words[6] == "gif" ? Moving::Gif : Moving::Webp)
            : savePicture(cardImage(card, opening < 0 ? c.assembly.display.at : opening, size),
                          words[1]);
    return t ? refuse(*t) : 0;
}

} // namespace hl::app

int main(int argc, char** argv) {
    hl::Application app(argc, argv);
    QApplication::setOrganizationName("Hinge Lantern");
    QApplication::setApplicationName("Hinge Lantern");
    QApplication::setApplicationVersion(HL_VERSION);
    QApplication::setDesktopFileName("hinge-lantern");
    QStringList files; // what the toolkit left, in whatever bytes
    for (int i = 1; i < argc; ++i)
        files << hl::pathOf(argv[i]);
    if (files.value(0) == "--picture" && files.size() == 8)
        return hl::takePicture(files.mid(1));
    // A look round with the gift shop's journal, which is kept where it is said.
    if (files.value(0) == "--demo" && files.size() > 1) {
        if (hl::Trouble t = hl::showSampleYear(hl::demoFolder(), files[1]))
            std::fprintf(stderr, "hinge-lantern: %s\n", hl::plainText(t->text()).c_str());
        files = files.mid(2);
    }
    hl::chooseTheme(hl::darkWanted());
    auto whole = std::make_unique<hl::Workbench>();
    hl::Workbench& window = *whole;
    // The start page waits for the first picture of the window; a refused file is told above it.
    if (files.isEmpty() || !window.open(files.front()))
        QTimer::singleShot(0, &window, &hl::Workbench::showStart);
    hl::applyTheme(app);
    window.show();
    // Without a display, a picture of the window is all that can be seen of it.
    const QString picture = qEnvironmentVariable("HL_PICTURE");
    if (const QString room = qEnvironmentVariable("HL_ROOM"); !room.isEmpty() && !files.isEmpty())
        QTimer::singleShot(0, &window, [&window, room] { window.goTo(room); });
    if (!picture.isEmpty())
        QTimer::singleShot(2500, &window, [&] {
            window.grab().save(picture);
            window.close();
        });
    if (qEnvironmentVariableIsSet("HL_LEAVE_AFTER_FIRST_PICTURE"))
        hl::leaveAfterFirstPicture(window);
    const int code = app.exec();
    whole.reset(); // all that is the maker's is safe now
    return hl::leave(code);
}
