// Starts Hinge Lantern: the start page, or the design named on the command line.
#include "app/look/theme.h"
#include "app/session/session.h"
#include "app/workbench.h"
#include <QApplication>
#include <QTimer>
#include <cstdlib>

namespace hl {

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

} // namespace hl

int main(int argc, char** argv) {
    hl::Application app(argc, argv);
    QApplication::setOrganizationName("Hinge Lantern");
    QApplication::setApplicationName("Hinge Lantern");
    QApplication::setApplicationVersion(HL_VERSION);
    QApplication::setDesktopFileName("hinge-lantern");
    hl::chooseTheme(hl::darkWanted());
    hl::Workbench window;
    const QStringList files = app.arguments().mid(1);
    // The start page waits for the first picture of the window; a refused file is told above it.
    if (files.isEmpty() || !window.open(files.front()))
        QTimer::singleShot(0, &window, &hl::Workbench::showStart);
    hl::applyTheme(app);
    window.show();
    // Without a display, a picture of the window is all that can be seen of it.
    const QString picture = qEnvironmentVariable("HL_PICTURE");
    if (!picture.isEmpty())
        QTimer::singleShot(2500, &window, [&] {
            window.grab().save(picture);
            window.close();
        });
    if (qEnvironmentVariableIsSet("HL_LEAVE_AFTER_FIRST_PICTURE"))
        hl::leaveAfterFirstPicture(window);
    return app.exec();
}
